/* The Linux port, on a stand-in for the kernel: what is sent ends on a bench. */
#include <errno.h>
#include "kernel.h"
#include "pemble/input.h"
#include "pemble/linux_board.h"
#include "port_check.h"
#include "rig.h"

static const pmb_panel_config oled = {
    .controller = &pmb_ssd1306, .size = {128, 64}, .bus = {.kind = &pmb_i2c}};

static const pmb_panel_config tft = {
    .controller = &pmb_st7735,
    .size = {128, 160},
    .bus = {.kind = &pmb_spi, .hertz = 12000000, .select = PMB_PIN(8), .data_command = PMB_PIN(25)},
    .reset = PMB_PIN(27),
    .backlight = PMB_PIN(18),
};

static const pmb_panel_config paper = {
    .controller = &pmb_uc8151,
    .size = {128, 296},
    .bus = {.kind = &pmb_spi, .select = PMB_PIN(8), .data_command = PMB_PIN(25)},
    .reset = PMB_PIN(17),
    .busy = PMB_PIN(24),
};

/* A rig whose panel is reached through the Linux port and the stand-in. */
static pmb_linux_board *build(struct rig *rig, const pmb_panel_config *config)
{
    memset(rig, 0, sizeof *rig);
    kernel_start();
    rig->config = *config;
    rig->bench = kernel.bench;
    rig->module = pmb_bench_place_panel(rig->bench, config);
    assert_non_null(rig->module);
    pmb_linux_board *board = pmb_linux_board_open(NULL);
    assert_non_null(board);
    rig->port = pmb_linux_board_port(board);
    return board;
}

static pmb_status show(struct rig *rig)
{
    pmb_status status = pmb_panel_open(&rig->panel, &rig->config, rig->port);
    if (status != PMB_OK)
        return status;
    const size_t bytes = pmb_screen_whole_bytes(&rig->panel);
    free(rig->buffer);
    rig->buffer = malloc(bytes);
    assert_int_equal(pmb_screen_init(&rig->screen, &rig->panel, rig->buffer, bytes, NULL, 0),
                     PMB_OK);
    status = pmb_screen_paint(&rig->screen, paint_lopsided, &rig->panel.size);
    return status == PMB_OK ? pmb_panel_wait(&rig->panel, 60000) : status;
}

static void leave(struct rig *rig, pmb_linux_board *board)
{
    pmb_linux_board_close(board);
    assert_int_equal(kernel.opened, 0); /* nothing is left open */
    free(rig->buffer);
    kernel_stop();
}

static void panels_show_what_they_should(void **state)
{
    (void)state;
    const pmb_panel_config *const configs[] = {&oled, &tft, &paper};
    for (size_t i = 0; i < LENGTH(configs); i++) {
        struct rig rig;
        pmb_linux_board *board = build(&rig, configs[i]);
        assert_int_equal(show(&rig), PMB_OK);
        assert_glass_shows(&rig, paint_lopsided, &rig.panel.size);
        assert_no_complaints(&rig);
        assert_string_equal(pmb_linux_board_error(board), "");
        leave(&rig, board);
    }
}

/* spidev takes no more than its buffer at once; a board may have made that smaller or larger. */
static void long_transfers_are_split(void **state)
{
    (void)state;
    struct rig rig;
    pmb_linux_board *board = build(&rig, &tft);
    assert_int_equal(show(&rig), PMB_OK);
    assert_int_equal(kernel.largest, 4096);
    assert_int_equal(kernel.hertz, 12000000);
    assert_glass_shows(&rig, paint_lopsided, &rig.panel.size);
    uint8_t in[2];
    pmb_bus bus = tft.bus;
    bus.hertz = 0;
    assert_int_equal(rig.port->spi(rig.port->context, &bus, NULL, NULL, 3), PMB_OK);
    assert_int_equal(kernel.hertz, 4000000);
    bus.hertz = 20000000;
    bus.mode = 3;
    assert_int_equal(rig.port->spi(rig.port->context, &bus, NULL, in, 2), PMB_OK);
    assert_int_equal(kernel.hertz, PMB_READ_HERTZ);
    assert_int_equal(kernel.mode, 3);
    leave(&rig, board);
}

/* Drivers say it in four ways, one of them by saying nothing. */
static void an_address_without_an_answer_is_no_answer(void **state)
{
    (void)state;
    static const int errors[] = {0, EREMOTEIO, ETIMEDOUT, ENXIO};
    for (size_t i = 0; i < LENGTH(errors); i++) {
        struct rig rig;
        pmb_linux_board *board = build(&rig, &oled);
        rig.config.bus.address = 0x3D;
        kernel.nack_error = errors[i];
        assert_int_equal(show(&rig), PMB_ERR_NO_ANSWER);
        assert_non_null(strstr(pmb_linux_board_error(board), "nobody answers at address 0x3d"));
        rig.config.bus.address = 0x3C;
        assert_int_equal(show(&rig), PMB_OK);
        leave(&rig, board);
    }
}

static void an_address_alone_can_be_asked_for(void **state)
{
    (void)state;
    for (int alone = 0; alone < 2; alone++) {
        struct rig rig;
        pmb_linux_board *board = build(&rig, &oled);
        const pmb_port *port = rig.port;
        kernel.no_empty_write = !alone;
        port->wait_us(port->context, 200000);
        for (uint8_t address = 0x08; address < 0x78; address++)
            assert_int_equal(port->i2c_write(port->context, &oled.bus, address, NULL, 0, NULL, 0),
                             address == 0x3C ? PMB_OK : PMB_ERR_NO_ANSWER);
        leave(&rig, board);
    }
}

/* Each transfer fails once; what the kernel says is passed on, and the next paint is right. */
static void failing_transfers_are_errors(void **state)
{
    (void)state;
    static const int errors[] = {EIO, EAGAIN, ENODEV, 0 /* cut short */};
    const pmb_panel_config *const configs[] = {&oled, &tft};
    for (size_t c = 0; c < LENGTH(configs); c++)
        for (size_t i = 0; i < LENGTH(errors); i++)
            for (int at = 1, failed = true; failed; at += 3) {
                struct rig rig;
                pmb_linux_board *board = build(&rig, configs[c]);
                kernel.fail_at = at;
                kernel.fail_error = errors[i];
                failed = show(&rig) != PMB_OK;
                assert_int_equal(failed, kernel.fail_at == 0);
                assert_true(failed || at > 20);
                if (failed)
                    assert_non_null(strstr(pmb_linux_board_error(board), "/dev/"));
                kernel.fail_at = 0;
                assert_int_equal(show(&rig), PMB_OK);
                assert_glass_shows(&rig, paint_lopsided, &rig.panel.size);
                leave(&rig, board);
            }
}

static void an_interrupted_transfer_goes_on(void **state)
{
    (void)state;
    struct rig rig;
    pmb_linux_board *board = build(&rig, &oled);
    kernel.fail_at = 3;
    kernel.fail_error = EINTR;
    assert_int_equal(show(&rig), PMB_OK);
    assert_glass_shows(&rig, paint_lopsided, &rig.panel.size);
    leave(&rig, board);
}

static void a_device_that_cannot_be_opened_says_what_helps(void **state)
{
    (void)state;
    static const struct {
        const pmb_panel_config *config;
        int error;
        const char *said, *help;
    } cases[] = {
        {&oled, ENOENT, "/dev/i2c-1: No such file", "dtparam=i2c_arm=on"},
        {&oled, EACCES, "/dev/i2c-1: Permission denied", "usermod -aG i2c"},
        {&tft, EACCES, "/dev/", "usermod -aG"},
        {&tft, ENOENT, "/dev/", ""},
    };
    for (size_t i = 0; i < LENGTH(cases); i++) {
        struct rig rig;
        pmb_linux_board *board = build(&rig, cases[i].config);
        kernel.open_error = cases[i].error;
        assert_int_equal(show(&rig), PMB_ERR_BUS);
        assert_non_null(strstr(pmb_linux_board_error(board), cases[i].said));
        assert_non_null(strstr(pmb_linux_board_error(board), cases[i].help));
        kernel.open_error = 0; /* plugged in, or switched on */
        assert_int_equal(show(&rig), PMB_OK);
        leave(&rig, board);
    }
}

static void units_and_devices_that_do_not_exist(void **state)
{
    (void)state;
    struct rig rig;
    pmb_linux_board *board = build(&rig, &oled);
    rig.config.bus.unit = 4;
    assert_int_equal(show(&rig), PMB_ERR_BUS);
    assert_string_equal(pmb_linux_board_error(board), "I2C unit 4: possible is 0 to 3");
    leave(&rig, board);
    kernel_start();
    const pmb_linux_devices devices = {.i2c = {"/dev/i2c-9"}};
    board = pmb_linux_board_open(&devices);
    const pmb_port *port = pmb_linux_board_port(board);
    assert_int_equal(port->i2c_write(port->context, &oled.bus, 0x3C, NULL, 0, NULL, 0),
                     PMB_ERR_BUS);
    assert_non_null(strstr(pmb_linux_board_error(board), "/dev/i2c-9: No such file"));
    pmb_linux_board_close(board);
    kernel_stop();
}

/* The select pin of the header belongs to the SPI driver of the kernel, which drives it. */
static void a_chip_select_of_the_kernel_is_left_to_it(void **state)
{
    (void)state;
    struct rig rig;
    pmb_linux_board *board = build(&rig, &tft);
    kernel.chip_select = 8;
    /* The kernel's own: low for each transfer, which is as good for this controller as always. */
    pmb_bench_short(rig.bench, "pin8", 0);
    assert_int_equal(show(&rig), PMB_OK);
    assert_glass_shows(&rig, paint_lopsided, &rig.panel.size);
    leave(&rig, board);
    board = build(&rig, &tft);
    kernel.taken = 25;
    assert_int_equal(show(&rig), PMB_ERR_BUS); /* not a dark glass and no error */
    assert_non_null(strstr(pmb_linux_board_error(board), "pin 25, asking for it"));
    leave(&rig, board);
}

static void no_edge_is_missed_or_exchanged(void **state)
{
    (void)state;
    const pmb_pin pins[] = {PMB_PIN(5), PMB_PIN(6)};
    pmb_encoder knob = {.a = pins[0], .b = pins[1]};
    pmb_linux_edge edge;
    struct rig rig;
    pmb_linux_board *board = build(&rig, &oled);
    const pmb_port *port = rig.port;
    for (int i = 0; i < 2; i++)
        pmb_bench_pull(rig.bench, i ? "pin6" : "pin5", 1);
    assert_int_equal(pmb_linux_board_watch(board, pins, 0, 1), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_linux_board_watch(board, NULL, 2, 1), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_linux_board_watch(board, pins, 17, 1), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_linux_board_watch(board, pins, 2, 1), PMB_OK);
    assert_true(port->pin_read(port->context, pins[0]));
    (void)pmb_encoder_poll(&knob, port);
    /* Five detents while nobody looked: a falls, b falls, a rises, b rises. */
    for (int detent = 0; detent < 5; detent++) {
        static const struct {
            int pin;
            bool high;
        } steps[] = {{5, false}, {6, false}, {5, true}, {6, true}};
        for (int i = 0; i < 4; i++)
            kernel_edge(steps[i].pin, steps[i].high, (uint64_t)(detent * 4 + i));
    }
    int turned = 0;
    uint64_t when = 0;
    while (pmb_linux_board_next_edge(board, 0, &edge)) {
        assert_int_equal(edge.nanoseconds, when++);
        assert_int_equal(port->pin_read(port->context, edge.pin), edge.high);
        turned += pmb_encoder_poll(&knob, port);
    }
    assert_int_equal(abs(turned), 5);
    assert_false(pmb_linux_board_next_edge(board, 0, NULL));
    /* Other pins in their place; the old ones are ordinary inputs again. */
    const pmb_pin other = PMB_PIN(7);
    assert_int_equal(pmb_linux_board_watch(board, &other, 1, 0), PMB_OK);
    assert_true(port->pin_read(port->context, pins[0]));
    kernel.taken = 9;
    const pmb_pin taken = PMB_PIN(9);
    assert_int_equal(pmb_linux_board_watch(board, &taken, 1, 0), PMB_ERR_BUS);
    leave(&rig, board);
}

static char said[2000];

static void note(void *context, const char *line)
{
    (void)context;
    strcat(strcat(said, line), "\n");
}

static uint32_t clock_of_bench(void *context)
{
    return (uint32_t)(pmb_bench_now(context) / 1000);
}

static void it_keeps_the_rules_of_a_port(void **state)
{
    (void)state;
    struct rig rig;
    pmb_linux_board *board = build(&rig, &oled);
    rig.port->wait_us(rig.port->context, 200000);
    const pmb_port_wires wires = {.port = rig.port,
                                  .say = note,
                                  .microseconds = clock_of_bench,
                                  .context = rig.bench,
                                  .i2c = &oled.bus,
                                  .answers = 0x3C,
                                  .silent = 0x3D,
                                  .spi = &tft.bus};
    *said = '\0';
    if (pmb_port_check(&wires) != 0)
        fail_msg("%s", said);
    leave(&rig, board);
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_PLAIN_PANELS, panels_show_what_they_should),
        test_without(PMB_ONE_BIT, long_transfers_are_split),
        cmocka_unit_test(an_address_without_an_answer_is_no_answer),
        cmocka_unit_test(an_address_alone_can_be_asked_for),
        test_without(PMB_ONE_BIT, failing_transfers_are_errors),
        cmocka_unit_test(an_interrupted_transfer_goes_on),
        test_without(PMB_ONE_BIT, a_device_that_cannot_be_opened_says_what_helps),
        cmocka_unit_test(units_and_devices_that_do_not_exist),
        test_without(PMB_ONE_BIT, a_chip_select_of_the_kernel_is_left_to_it),
        cmocka_unit_test(no_edge_is_missed_or_exchanged),
        cmocka_unit_test(it_keeps_the_rules_of_a_port),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
