/* A KS0108 behind a port expander on I2C. */
#include "pemble/bench_modules.h"
#include "rig.h"

#include <stdio.h>

static const pmb_pin lines[] = {PMB_PIN(0), PMB_PIN(1), PMB_PIN(2), PMB_PIN(3),
                                PMB_PIN(4), PMB_PIN(5), PMB_PIN(6), PMB_PIN(7)};
static const pmb_panel_config glass = {
    .controller = &pmb_ks0108,
    .size = {128, 64},
    .bus = {.kind = &pmb_parallel8,
            .lines = lines,
            .data_command = PMB_PIN(8),
            .strobe = PMB_PIN(9),
            .select = PMB_PIN(10),
            .second_select = PMB_PIN(11)},
    .reset = PMB_PIN(12),
};
static const pmb_bus bus = {.kind = &pmb_i2c, .address = 0x21};

/* Both modules, joined pin by pin. */
static void build(struct rig *rig, pmb_module **expander)
{
    static const char *const panel_pins[] = {"D0", "D1", "D2", "D3",  "D4",  "D5", "D6",
                                             "D7", "RS", "E",  "CS1", "CS2", "RES"};
    memset(rig, 0, sizeof *rig);
    rig->config = glass;
    rig->bench = pmb_bench_new();
    rig->port = pmb_bench_port(rig->bench);
    *expander = pmb_bench_place(rig->bench, &pmb_sim_mcp23017,
                                &(pmb_module_options){.width = 1, .height = 1, .address = 0x21});
    rig->module = pmb_bench_place(
        rig->bench, &pmb_sim_ks0108,
        &(pmb_module_options){.width = 128, .height = 64, .bus = PMB_MODULE_PARALLEL});
    assert_non_null(*expander);
    assert_non_null(rig->module);
    assert_true(pmb_bench_connect(*expander, "SDA", "i2c0.sda"));
    assert_true(pmb_bench_connect(*expander, "SCL", "i2c0.scl"));
    for (int i = 0; i < 13; i++) {
        char net[32], pin[24];
        snprintf(net, sizeof net, "adapter.%d", i);
        snprintf(pin, sizeof pin, "GP%c%d", i < 8 ? 'A' : 'B', i % 8);
        assert_true(pmb_bench_connect(*expander, pin, net));
        assert_true(pmb_bench_connect(rig->module, panel_pins[i], net));
    }
}

static void the_card_is_right_behind_an_expander(void **state)
{
    (void)state;
    for (int rotation = 0; rotation < 4; rotation++) {
        struct rig rig;
        pmb_module *module;
        pmb_expander expander;
        build(&rig, &module);
        rig.config.rotate = (pmb_rotation)rotation;
        assert_int_equal(pmb_expander_open(&expander, rig.port, &bus), PMB_OK);
        assert_int_equal(pmb_panel_open(&rig.panel, &rig.config, &expander.port), PMB_OK);
        rig.buffer = malloc(1024);
        assert_int_equal(pmb_screen_init(&rig.screen, &rig.panel, rig.buffer, 1024, NULL, 0),
                         PMB_OK);
        assert_int_equal(pmb_screen_paint(&rig.screen, paint_lopsided, &rig.panel.size), PMB_OK);
        assert_glass_shows(&rig, paint_lopsided, &rig.panel.size);
        assert_no_complaints(&rig);
        assert_int_equal(pmb_module_complaint_count(module), 0);
        rig_close(&rig);
    }
}

static void a_missing_expander_is_an_error(void **state)
{
    (void)state;
    struct rig rig;
    pmb_module *module;
    pmb_expander expander;
    pmb_bus other = bus;
    build(&rig, &module);
    other.address = 0x22;
    assert_int_equal(pmb_expander_open(&expander, rig.port, &other), PMB_ERR_NO_ANSWER);
    other.address = 0x3C;
    assert_int_equal(pmb_expander_open(&expander, rig.port, &other), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_expander_open(NULL, rig.port, &bus), PMB_ERR_ARGUMENT);
    pmb_port port = *rig.port;
    port.i2c_limit = 6;
    assert_int_equal(pmb_expander_open(&expander, &port, &bus), PMB_ERR_UNSUPPORTED);
    rig_close(&rig);
}

/* A transfer of the expander breaks off after any of its bytes; the same call is repeated. */
static void what_failed_is_written_again(void **state)
{
    (void)state;
    for (unsigned bytes = 0; bytes < 3; bytes++)
        for (int high = 0; high < 2; high++) {
            struct rig rig;
            pmb_module *module;
            pmb_expander expander;
            build(&rig, &module);
            assert_int_equal(pmb_expander_open(&expander, rig.port, &bus), PMB_OK);
            const pmb_port *port = &expander.port;
            port->pin_write(port->context, PMB_PIN(14), !high);
            assert_int_equal(pmb_expander_status(&expander), PMB_OK);
            pmb_bench_break_transfer(rig.bench, 1, bytes, false);
            port->pin_write(port->context, PMB_PIN(14), high);
            assert_int_not_equal(pmb_expander_status(&expander), PMB_OK);
            port->pin_write(port->context, PMB_PIN(14), high);
            assert_int_equal(pmb_expander_status(&expander), PMB_OK);
            /* The chip's own word, whatever it was told. */
            const uint8_t which = 0x14;
            uint8_t levels[2];
            assert_int_equal(rig.port->i2c_write(rig.port->context, &bus, 0x21, &which, 1, NULL, 0),
                             PMB_OK);
            assert_int_equal(rig.port->i2c_read(rig.port->context, &bus, 0x21, levels, 2), PMB_OK);
            assert_int_equal(levels[1] >> 6 & 1, high);
            /* And as an input again, when that fails. */
            pmb_bench_break_transfer(rig.bench, 1, bytes, false);
            (void)port->pin_read(port->context, PMB_PIN(13));
            assert_int_not_equal(pmb_expander_status(&expander), PMB_OK);
            (void)port->pin_read(port->context, PMB_PIN(13));
            assert_int_equal(pmb_expander_status(&expander), PMB_OK);
            const uint8_t directions = 0x00;
            assert_int_equal(
                rig.port->i2c_write(rig.port->context, &bus, 0x21, &directions, 1, NULL, 0),
                PMB_OK);
            assert_int_equal(rig.port->i2c_read(rig.port->context, &bus, 0x21, levels, 2), PMB_OK);
            assert_int_equal(levels[1] >> 5 & 1, 1);
            rig_close(&rig);
        }
}

static void a_broken_bus_shows_up_as_an_error_of_the_panel(void **state)
{
    (void)state;
    struct rig rig;
    pmb_module *module;
    pmb_expander expander;
    build(&rig, &module);
    assert_int_equal(pmb_expander_open(&expander, rig.port, &bus), PMB_OK);
    pmb_bench_break_transfer(rig.bench, 20, 0, true);
    assert_int_equal(pmb_panel_open(&rig.panel, &rig.config, &expander.port), PMB_ERR_NO_ANSWER);
    pmb_bench_break_transfer(rig.bench, 0, 0, false);
    (void)pmb_expander_status(&expander);
    assert_int_equal(pmb_expander_status(&expander), PMB_OK);
    assert_int_equal(pmb_panel_open(&rig.panel, &rig.config, &expander.port), PMB_OK);
    rig_close(&rig);
}

static void pins_can_be_read(void **state)
{
    (void)state;
    struct rig rig;
    pmb_module *module;
    pmb_expander expander;
    build(&rig, &module);
    assert_int_equal(pmb_expander_open(&expander, rig.port, &bus), PMB_OK);
    pmb_bench_pull(rig.bench, "adapter.3", 1);
    pmb_bench_pull(rig.bench, "adapter.9", -1);
    assert_true(expander.port.pin_read(&expander, PMB_PIN(3)));
    assert_false(expander.port.pin_read(&expander, PMB_PIN(9)));
    rig_close(&rig);
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_NO_TURN, the_card_is_right_behind_an_expander),
        cmocka_unit_test(a_missing_expander_is_an_error),
        cmocka_unit_test(what_failed_is_written_again),
        cmocka_unit_test(a_broken_bus_shows_up_as_an_error_of_the_panel),
        cmocka_unit_test(pins_can_be_read),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
