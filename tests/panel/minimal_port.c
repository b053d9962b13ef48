/* The smallest port there is, as docs/porting.md has it: three callbacks, and every bit by hand. */
#include "rig.h"

/* What a board offers: pins that can be set and read, and a way to pass time. Here they are those
 * of the bench. */
static const pmb_port *bench_port;

static void board_set_pin(unsigned number, bool high)
{
    bench_port->pin_write(bench_port->context, PMB_PIN(number), high);
}

static bool board_get_pin(unsigned number)
{
    return bench_port->pin_read(bench_port->context, PMB_PIN(number));
}

static void board_wait(uint32_t microseconds)
{
    bench_port->wait_us(bench_port->context, microseconds);
}

/* The port begins here. */
static void pin_write(void *context, pmb_pin pin, bool high)
{
    (void)context;
    board_set_pin(pmb_pin_number(pin), high);
}

static bool pin_read(void *context, pmb_pin pin)
{
    (void)context;
    return board_get_pin(pmb_pin_number(pin));
}

static void wait_us(void *context, uint32_t microseconds)
{
    (void)context;
    board_wait(microseconds);
}

static const pmb_port board = {.pin_write = pin_write, .pin_read = pin_read, .wait_us = wait_us};
/* The port ends here. */

static const pmb_panel_config panels[] = {
    {.controller = &pmb_pcd8544,
     .size = {84, 48},
     .bus = {.kind = &pmb_soft_spi,
             .clock = PMB_PIN(2),
             .data = PMB_PIN(3),
             .select = PMB_PIN(4),
             .data_command = PMB_PIN(5)},
     .reset = PMB_PIN(6)},
    {.controller = &pmb_st7735,
     .size = {128, 160},
     .bus = {.kind = &pmb_soft_spi, .clock = PMB_PIN(2), .data = PMB_PIN(3), .select = PMB_PIN(4)},
     .reset = PMB_PIN(6)},
    {.controller = &pmb_ssd1681,
     .size = {200, 200},
     .bus = {.kind = &pmb_soft_spi,
             .clock = PMB_PIN(2),
             .data = PMB_PIN(3),
             .select = PMB_PIN(4),
             .data_command = PMB_PIN(5)},
     .reset = PMB_PIN(6),
     .busy = PMB_PIN(7)},
};

static void three_callbacks_are_enough(void **state)
{
    (void)state;
    for (size_t i = 0; i < LENGTH(panels); i++) {
        struct rig rig;
        static uint8_t band[200 * 2 * 8];
        rig_build(&rig, &panels[i]);
        bench_port = rig.port;
        assert_int_equal(pmb_panel_open(&rig.panel, &rig.config, &board), PMB_OK);
        assert_int_equal(pmb_screen_init(&rig.screen, &rig.panel, band, sizeof band, NULL, 0),
                         PMB_OK);
        assert_int_equal(pmb_screen_paint(&rig.screen, paint_lopsided, &rig.panel.size), PMB_OK);
        assert_int_equal(pmb_panel_wait(&rig.panel, 30000), PMB_OK);
        assert_glass_shows(&rig, paint_lopsided, &rig.panel.size);
        assert_no_complaints(&rig);
        rig_close(&rig);
    }
}

/* The code in the guide is this one. */
static void the_guide_shows_this_port(void **state)
{
    (void)state;
    assert_int_equal(system("sed -n '/^.. The port begins/,/^.. The port ends/p' " SOURCE_DIR
                            "/tests/panel/minimal_port.c | sed '1d;$d' > port-here.txt && "
                            "sed -n '/^```c$/,/^```$/p' " SOURCE_DIR
                            "/docs/porting.md | sed '1d;$d' | "
                            "diff port-here.txt - && rm port-here.txt"),
                     0);
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_PLAIN_PANELS | PMB_ONE_BIT, three_callbacks_are_enough),
        cmocka_unit_test(the_guide_shows_this_port),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
