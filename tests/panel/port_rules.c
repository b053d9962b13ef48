/* The check of ports: it finds nothing on ports that are right, and each way to be wrong. */
#include "port_check.h"
#include "rig.h"

/* A board of memory: an EEPROM at 0x50, SPI from output to input, pins 1 and 2 wired together. It
 * can be wrong in one way at a time. */
static struct board {
    enum {
        RIGHT,
        SHORT_WAIT,
        LONG_WAIT,
        LOST_BODY,
        SILENT_IS_OK,
        DEAD_AFTER_SILENCE,
        LAST_BYTE_LOST,
        BUFFER_CHANGED,
        NO_ZEROS,
        STUCK_PIN,
        STAYS_OUTPUT,
        BACKGROUND_FAILS,
        WRONGS
    } wrong;
    uint8_t memory[4096];
    unsigned at;
    uint32_t now;
    bool dead, driven[3], level[3];
} board;

static pmb_status i2c_write(void *context, const pmb_bus *bus, uint8_t address, const uint8_t *head,
                            size_t head_count, const uint8_t *body, size_t body_count)
{
    (void)context, (void)bus;
    if (address != 0x50) {
        board.dead = board.wrong == DEAD_AFTER_SILENCE;
        return board.wrong == SILENT_IS_OK ? PMB_OK : PMB_ERR_NO_ANSWER;
    }
    if (board.dead)
        return PMB_ERR_BUS;
    if (head_count == 2)
        board.at = (unsigned)(head[0] << 8 | head[1]);
    for (size_t i = 0; i < body_count && board.wrong != LOST_BODY; i++)
        board.memory[board.at++ % sizeof board.memory] = body[i];
    return PMB_OK;
}

static pmb_status i2c_read(void *context, const pmb_bus *bus, uint8_t address, uint8_t *reply,
                           size_t count)
{
    (void)context, (void)bus, (void)address;
    for (size_t i = 0; i < count; i++)
        reply[i] = board.memory[board.at++ % sizeof board.memory];
    return PMB_OK;
}

static pmb_status spi(void *context, const pmb_bus *bus, const uint8_t *out, uint8_t *in,
                      size_t count)
{
    (void)context, (void)bus;
    for (size_t i = 0; i < count && in; i++)
        if (i + 1 < count || board.wrong != LAST_BYTE_LOST || count == 1)
            in[i] = out ? out[i] : board.wrong == NO_ZEROS ? 0xFF : 0;
    if (board.wrong == BUFFER_CHANGED && out && in)
        *(uint8_t *)(uintptr_t)out ^= 1;
    return PMB_OK;
}

static pmb_status spi_start(void *context, const pmb_bus *bus, const uint8_t *out, size_t count)
{
    (void)context, (void)bus, (void)out, (void)count;
    return PMB_OK;
}

static pmb_status spi_wait(void *context, const pmb_bus *bus)
{
    (void)context, (void)bus;
    return board.wrong == BACKGROUND_FAILS ? PMB_ERR_BUS : PMB_OK;
}

static void pin_write(void *context, pmb_pin pin, bool high)
{
    (void)context;
    board.driven[pmb_pin_number(pin)] = true;
    board.level[pmb_pin_number(pin)] = board.wrong == STUCK_PIN || high;
}

static bool pin_read(void *context, pmb_pin pin)
{
    const unsigned number = pmb_pin_number(pin), other = 3 - number;
    (void)context;
    if (board.wrong != STAYS_OUTPUT)
        board.driven[number] = false;
    return board.driven[number] ? board.level[number] : board.level[other];
}

static void wait_us(void *context, uint32_t microseconds)
{
    (void)context;
    board.now += board.wrong == SHORT_WAIT  ? microseconds / 2
                 : board.wrong == LONG_WAIT ? microseconds + 10000000
                                            : microseconds;
}

static uint32_t clock_of_board(void *context)
{
    (void)context;
    return board.now;
}

static char said[4000];

static void say(void *context, const char *line)
{
    (void)context;
    strcat(strcat(said, line), "\n");
}

static const pmb_port port = {.i2c_write = i2c_write,
                              .i2c_read = i2c_read,
                              .spi = spi,
                              .spi_start = spi_start,
                              .spi_wait = spi_wait,
                              .pin_write = pin_write,
                              .pin_read = pin_read,
                              .wait_us = wait_us};
static const pmb_bus i2c_bus = {.kind = &pmb_i2c}, spi_bus = {.kind = &pmb_spi};

static void each_way_to_be_wrong_is_found(void **state)
{
    (void)state;
    const pmb_port_wires wires = {.port = &port,
                                  .say = say,
                                  .microseconds = clock_of_board,
                                  .i2c = &i2c_bus,
                                  .answers = 0x50,
                                  .silent = 0x51,
                                  .is_memory = true,
                                  .spi = &spi_bus,
                                  .is_loop = true,
                                  .out = PMB_PIN(1),
                                  .in = PMB_PIN(2)};
    for (int wrong = RIGHT; wrong < WRONGS; wrong++) {
        memset(&board, 0, sizeof board);
        board.wrong = wrong;
        *said = '\0';
        const unsigned bad = pmb_port_check(&wires);
        if ((bad > 0) != (wrong != RIGHT))
            fail_msg("wrong %d: %u\n%s", wrong, bad, said);
        assert_int_equal(strstr(said, "BAD: ") != NULL, wrong != RIGHT);
        assert_null(strstr(said, "not checked"));
    }
}

static void what_is_not_wired_is_not_checked(void **state)
{
    (void)state;
    const pmb_port only = {.wait_us = wait_us};
    const pmb_port_wires wires = {.port = &only, .say = say};
    *said = '\0';
    assert_int_equal(pmb_port_check(&wires), 0);
    assert_non_null(strstr(said, "not checked: rule 5: I2C"));
    assert_non_null(strstr(said, "not checked: rule 6: SPI"));
    assert_non_null(strstr(said, "not checked: rule 7: pins"));
    assert_non_null(strstr(said, "not checked: rule 8: time"));
}

static uint32_t clock_of_bench(void *context)
{
    return (uint32_t)(pmb_bench_now(context) / 1000);
}

/* The bench's own port, with an OLED that answers. */
static void the_bench_keeps_the_rules(void **state)
{
    (void)state;
    struct rig rig;
    const pmb_panel_config oled = {
        .controller = &pmb_ssd1306, .size = {128, 64}, .bus = {.kind = &pmb_i2c}};
    rig_build(&rig, &oled);
    rig.port->wait_us(rig.port->context, 200000); /* until the module is out of its reset */
    const pmb_port_wires wires = {.port = rig.port,
                                  .say = say,
                                  .microseconds = clock_of_bench,
                                  .context = rig.bench,
                                  .i2c = &oled.bus,
                                  .answers = 0x3C,
                                  .silent = 0x3D,
                                  .spi = &spi_bus,
                                  .out = PMB_PIN(5),
                                  .in = PMB_PIN_NONE};
    *said = '\0';
    if (pmb_port_check(&wires) != 0)
        fail_msg("%s", said);
    assert_non_null(strstr(said, "good: rule 5"));
    assert_non_null(strstr(said, "good: rule 8"));
    rig_close(&rig);
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        cmocka_unit_test(each_way_to_be_wrong_is_found),
        cmocka_unit_test(what_is_not_wired_is_not_checked),
        cmocka_unit_test(the_bench_keeps_the_rules),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
