/* Two panels whose reset pins are one wire. */
#include "rig.h"

static const pmb_panel_config first = {.controller = &pmb_ssd1306,
                                       .size = {128, 64},
                                       .bus = {.kind = &pmb_i2c, .address = 0x3C},
                                       .reset = PMB_PIN(9)};

static pmb_panel_config second_panel(bool has_reset)
{
    pmb_panel_config config = first;
    config.bus.address = 0x3D;
    config.reset = has_reset ? first.reset : PMB_PIN_NONE;
    return config;
}

struct pair {
    pmb_bench *bench;
    pmb_module *modules[2];
    pmb_panel_config second;
    pmb_panel panels[2];
};

static void open_both(struct pair *pair, bool has_reset)
{
    pair->second = second_panel(has_reset);
    pair->bench = pmb_bench_new();
    pair->modules[0] = pmb_bench_place_panel(pair->bench, &first);
    pair->modules[1] = pmb_bench_place_panel(pair->bench, &pair->second);
    if (!has_reset) /* the wire is there all the same */
        assert_true(pmb_bench_connect(pair->modules[1], "RES", "pin9"));
    const pmb_port *port = pmb_bench_port(pair->bench);
    assert_int_equal(pmb_panel_open(&pair->panels[0], &first, port), PMB_OK);
    assert_int_equal(pmb_panel_open(&pair->panels[1], &pair->second, port), PMB_OK);
}

static void paint_light(pmb_canvas *c, void *scene)
{
    (void)scene;
    pmb_fill(c, PMB_WHITE);
}

static unsigned light_of(struct pair *pair, int number)
{
    static uint8_t band[128];
    pmb_screen screen;
    struct rig rig = {.module = pair->modules[number]};
    assert_int_equal(pmb_screen_init(&screen, &pair->panels[number], band, sizeof band, NULL, 0),
                     PMB_OK);
    assert_int_equal(pmb_screen_paint(&screen, paint_light, NULL), PMB_OK);
    return glass_light_count(&rig);
}

static void the_second_leaves_the_first_as_it_is(void **state)
{
    (void)state;
    struct pair pair;
    open_both(&pair, false);
    assert_int_equal(light_of(&pair, 0), 128 * 64);
    assert_int_equal(light_of(&pair, 1), 128 * 64);
    assert_int_equal(pmb_module_complaint_count(pair.modules[0]), 0);
    assert_int_equal(pmb_module_complaint_count(pair.modules[1]), 0);
    pmb_bench_free(pair.bench);
}

static void else_the_first_complains_that_its_setup_is_lost(void **state)
{
    (void)state;
    struct pair pair;
    open_both(&pair, true);
    assert_int_equal(light_of(&pair, 0), 0); /* black, and every call was PMB_OK */
    assert_int_equal(pmb_module_complaint_count(pair.modules[0]), 1);
    assert_non_null(strstr(pmb_module_complaint(pair.modules[0], 0), "loses its setup"));
    pmb_bench_free(pair.bench);
}

static void a_module_complains_of_bytes_while_in_reset(void **state)
{
    (void)state;
    struct rig rig;
    const pmb_panel_config config = {
        .controller = &pmb_ssd1306,
        .size = {128, 64},
        .bus = {.kind = &pmb_spi, .select = PMB_PIN(2), .data_command = PMB_PIN(3)},
        .reset = PMB_PIN(9)};
    rig_open(&rig, &config, 0, false);
    rig.port->pin_write(rig.port->context, PMB_PIN(9), false);
    rig.port->wait_us(rig.port->context, 1000);
    assert_int_equal(pmb_screen_paint(&rig.screen, paint_light, NULL), PMB_OK);
    assert_int_equal(pmb_module_complaint_count(rig.module), 1);
    assert_non_null(strstr(pmb_module_complaint(rig.module, 0), "while its reset is low"));
    rig_close(&rig);
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        cmocka_unit_test(the_second_leaves_the_first_as_it_is),
        cmocka_unit_test(else_the_first_complains_that_its_setup_is_lost),
        cmocka_unit_test(a_module_complains_of_bytes_while_in_reset),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
