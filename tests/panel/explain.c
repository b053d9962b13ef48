/* Why a configuration is refused: the field, what it is, what is possible; and the same status that
 * opening gives. */
#include "rig.h"

static const pmb_panel_config oled = {
    .controller = &pmb_ssd1306, .size = {128, 64}, .bus = {.kind = &pmb_i2c, .address = 0x3C}};
static const pmb_panel_config tft = {
    .controller = &pmb_st7789,
    .size = {240, 240},
    .bus = {.kind = &pmb_spi, .select = PMB_PIN(1), .data_command = PMB_PIN(2)}};

static void explained(const pmb_panel_config *config, const pmb_port *port, const char *wanted)
{
    char why[160];
    pmb_panel panel;
    const pmb_status status = pmb_panel_explain(config, port, why, sizeof why);
    if (!strstr(why, wanted))
        fail_msg("'%s' is not in '%s'", wanted, why);
    assert_true(strlen(why) < sizeof why - 1); /* nothing is cut */
    assert_int_equal(status, pmb_panel_open(&panel, config, port));
}

static void each_field_is_named_with_what_is_possible(void **state)
{
    (void)state;
    pmb_bench *bench = pmb_bench_new();
    const pmb_port *port = pmb_bench_port(bench);
    pmb_panel_config c = oled;
    c.bus.address = 0x78;
    explained(&c, port, "bus.address is 0x78, which is the 8-bit form; in 7 bits it is 0x3C");
    c.bus.address = 0x20;
    explained(&c, port, "bus.address is 0x20: the controller has 0x3C or 0x3D");
    c = oled;
    c.size = (pmb_size){64, 128};
    explained(&c, port,
              "size is 64x128: the controller's memory has 128x64; width and height are exchanged");
    c.size = (pmb_size){0, 64};
    explained(&c, port, "size is 0x64");
    c = oled;
    c.size = (pmb_size){96, 48};
    c.offset = (pmb_offset){40, 0, true};
    explained(&c, port, "offset is 40,0: with that size it is 0,0 to 32,16");
    c = oled;
    c.bus.kind = NULL;
    explained(&c, port, "bus.kind is missing");
    c.controller = NULL;
    explained(&c, port, "controller is missing");
    c = oled;
    c.bus.kind = &pmb_parallel8;
    explained(&c, port, "bus.kind is none that the controller has: pmb_i2c, pmb_spi, pmb_spi3");
    c = oled;
    c.bus.hertz = 1000000;
    explained(&c, port, "bus.hertz is 1000000: the controller takes at most 400000");
    c = oled;
    c.rotate = (pmb_rotation)7;
    explained(&c, port, "rotate is none of");
    c = oled;
    c.bias = 9;
    explained(&c, port, "bias is not possible");
    c = tft;
    c.booster = PMB_BOOSTER(1);
    explained(&c, port, "resistors and booster are not possible on this controller");
    c = tft;
    c.bus.data_command = PMB_PIN_NONE;
    explained(&c, port, "bus.data_command is missing");
    c.bus.kind = &pmb_soft_spi;
    explained(&c, port, "bus.clock is missing");
    pmb_bench_free(bench);
}

static void what_the_family_refuses_is_found(void **state)
{
    (void)state;
    pmb_bench *bench = pmb_bench_new();
    const pmb_port *port = pmb_bench_port(bench);
    pmb_panel_config c = tft;
    c.contrast = 5;
    explained(&c, port, "contrast is not possible");
    c = tft;
    c.format = &pmb_ink_vertical;
    explained(&c, port, "format is not possible");
    c = tft;
    c.controller = &pmb_ssd1681_red;
    c.size = (pmb_size){200, 200};
    c.refresh = PMB_REFRESH_PARTIAL;
    explained(&c, port, "refresh is not possible");
    assert_non_null(pmb_bench_place_panel(bench, &oled));
    explained(&oled, port, "");
    pmb_bench_free(bench);
}

static void a_callback_that_is_missing_is_named(void **state)
{
    (void)state;
    pmb_bench *bench = pmb_bench_new();
    pmb_port port = *pmb_bench_port(bench);
    port.i2c_write = NULL;
    explained(&oled, &port, "the port has no i2c_write");
    port.spi = NULL;
    explained(&tft, &port, "the port has no spi, which");
    port.wait_us = NULL;
    explained(&tft, &port, "the port has no wait_us");
    pmb_bench_free(bench);
}

static void too_little_memory_is_said(void **state)
{
    (void)state;
    struct rig rig;
    char why[160];
    rig_open(&rig, &oled, 0, false);
    assert_int_equal(pmb_screen_explain(&rig.panel, 100, 0, why, sizeof why), PMB_ERR_ARGUMENT);
    assert_string_equal(why, "the buffer has 100 bytes: the smallest band of this panel takes 128");
    assert_int_equal(pmb_screen_explain(&rig.panel, 128, 0, why, sizeof why), PMB_OK);
    assert_string_equal(why, "");
    /* Each page of the OLED needs a tile of its own. */
    assert_int_equal(pmb_screen_explain(&rig.panel, 1024, 3, why, sizeof why),
                     PMB_NO_TILES ? PMB_ERR_UNSUPPORTED : PMB_ERR_ARGUMENT);
    assert_string_equal(
        why, PMB_NO_TILES ? "this build of the library has no tiles"
                          : "there are 3 tiles: with this buffer the screen takes at least 8");
    rig_close(&rig);
}

static void a_text_that_does_not_fit_is_cut(void **state)
{
    (void)state;
    char why[8] = "#######";
    pmb_panel_config c = oled;
    c.bus.address = 0x78;
    assert_int_equal(pmb_panel_explain(&c, NULL, NULL, 0), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_panel_explain(NULL, NULL, why, 5), PMB_ERR_ARGUMENT);
    assert_string_equal(why, "the ");
    assert_int_equal(why[5], '#');
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_NO_CHECKS, each_field_is_named_with_what_is_possible),
        test_without(PMB_NO_CHECKS | PMB_PLAIN_PANELS | PMB_ONE_BIT,
                     what_the_family_refuses_is_found),
        test_without(PMB_NO_CHECKS | PMB_ONE_BIT, a_callback_that_is_missing_is_named),
        cmocka_unit_test(too_little_memory_is_said),
        cmocka_unit_test(a_text_that_does_not_fit_is_cut),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
