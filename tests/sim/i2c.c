/* The bench's I2C and what the simulated SSD1306 makes of bytes that no driver should send. */
#include "pemble/bench.h"
#include "pemble/bench_modules.h"
#include "rig.h"

static const pmb_bus bus = {.kind = &pmb_i2c, .address = 0x3C};
static const pmb_panel_config oled = {
    .controller = &pmb_ssd1306,
    .size = {128, 64},
    .bus = {.kind = &pmb_i2c, .address = 0x3C},
    .reset = PMB_PIN(9),
};

static pmb_status send(struct rig *rig, uint8_t control, const uint8_t *bytes, size_t count)
{
    return rig->port->i2c_write(rig->port->context, &bus, bus.address, &control, 1, bytes, count);
}

static void assert_complains(struct rig *rig, const uint8_t *command, size_t count, const char *how)
{
    rig_build(rig, &oled);
    assert_int_equal(send(rig, 0x00, command, count), PMB_OK);
    assert_int_equal(pmb_module_complaint_count(rig->module), 1);
    assert_non_null(strstr(pmb_module_complaint(rig->module, 0), how));
    assert_null(pmb_module_complaint(rig->module, 1));
    rig_close(rig);
}

static void wrong_commands_are_complained_of(void **state)
{
    (void)state;
    struct rig rig;
    assert_complains(&rig, (const uint8_t[]){0xE5}, 1, "command E5h does not exist");
    assert_complains(&rig, (const uint8_t[]){0xA8, 7}, 2, "multiplex");
    assert_complains(&rig, (const uint8_t[]){0x20, 0, 0x21, 90, 20}, 5, "column range");
    assert_complains(&rig, (const uint8_t[]){0x20, 1, 0x22, 0, 8}, 5, "page range");
    assert_complains(&rig, (const uint8_t[]){0x21, 0, 8}, 3, "21h is not for the addressing");
    assert_complains(&rig, (const uint8_t[]){0x20, 0, 0xB3}, 3, "B3h is not for the addressing");
    assert_complains(&rig, (const uint8_t[]){0xD9, 0x20}, 2, "pre-charge");
    assert_complains(&rig, (const uint8_t[]){0xDA, 0x10}, 2, "fixed bits");
    assert_complains(&rig, (const uint8_t[]){0x20, 3}, 2, "addressing mode");
    assert_complains(&rig, (const uint8_t[]){0xAF}, 1, "charge pump off");
    assert_complains(&rig, (const uint8_t[]){0x8D, 0x14, 0xAF, 0x8D, 0x10}, 5, "while the display");
}

static void data_inside_a_command_is_complained_of(void **state)
{
    (void)state;
    struct rig rig;
    rig_build(&rig, &oled);
    assert_int_equal(send(&rig, 0x00, (const uint8_t[]){0x81}, 1), PMB_OK);
    assert_int_equal(send(&rig, 0x40, (const uint8_t[]){0x55}, 1), PMB_OK);
    assert_non_null(strstr(pmb_module_complaint(rig.module, 0), "in the middle of command 81h"));
    rig_close(&rig);
}

static void a_short_reset_and_a_fast_clock_are_complained_of(void **state)
{
    (void)state;
    struct rig rig;
    rig_build(&rig, &oled);
    rig.port->pin_write(rig.port->context, PMB_PIN(9), true);
    rig.port->pin_write(rig.port->context, PMB_PIN(9), false);
    rig.port->wait_us(rig.port->context, 2);
    rig.port->pin_write(rig.port->context, PMB_PIN(9), true);
    assert_non_null(strstr(pmb_module_complaint(rig.module, 0), "reset pulse"));
    pmb_bus fast = bus;
    fast.hertz = 1000000;
    assert_int_equal(rig.port->i2c_write(rig.port->context, &fast, fast.address,
                                         (const uint8_t[]){0, 0xE3}, 2, NULL, 0),
                     PMB_OK);
    assert_non_null(strstr(pmb_module_complaint(rig.module, 1), "faster than 400 kHz"));
    rig_close(&rig);
}

static void nothing_answers_in_reset_or_elsewhere(void **state)
{
    (void)state;
    struct rig rig;
    rig_build(&rig, &oled);
    pmb_bus other = bus;
    other.address = 0x3D;
    assert_int_equal(
        rig.port->i2c_write(rig.port->context, &other, other.address, NULL, 0, NULL, 0),
        PMB_ERR_NO_ANSWER);
    rig.port->pin_write(rig.port->context, PMB_PIN(9), true);
    rig.port->pin_write(rig.port->context, PMB_PIN(9), false);
    assert_int_equal(rig.port->i2c_write(rig.port->context, &bus, bus.address, NULL, 0, NULL, 0),
                     PMB_ERR_NO_ANSWER);
    rig.port->wait_us(rig.port->context, 10);
    rig.port->pin_write(rig.port->context, PMB_PIN(9), true);
    assert_int_equal(rig.port->i2c_write(rig.port->context, &bus, bus.address, NULL, 0, NULL, 0),
                     PMB_OK);
    rig_close(&rig);
}

static void a_shorted_clock_is_a_bus_error(void **state)
{
    (void)state;
    struct rig rig;
    rig_build(&rig, &oled);
    pmb_bench_short(rig.bench, "i2c0.scl", 0);
    assert_int_equal(send(&rig, 0x00, (const uint8_t[]){0xE3}, 1), PMB_ERR_BUS);
    pmb_bench_short(rig.bench, "i2c0.scl", -1);
    assert_int_equal(send(&rig, 0x00, (const uint8_t[]){0xE3}, 1), PMB_OK);
    rig_close(&rig);
}

static void with_a_shorted_data_line_everything_seems_to_answer(void **state)
{
    (void)state;
    struct rig rig;
    rig_build(&rig, &oled);
    pmb_bench_short(rig.bench, "i2c0.sda", 0);
    for (uint8_t address = 0x08; address <= 0x77; address++) {
        pmb_bus any = bus;
        any.address = address;
        assert_int_equal(
            rig.port->i2c_write(rig.port->context, &any, any.address, NULL, 0, NULL, 0), PMB_OK);
    }
    assert_int_equal(pmb_panel_open(&rig.panel, &rig.config, rig.port), PMB_OK);
    assert_int_equal(glass_lit_count(&rig), 0);
    rig_close(&rig);
}

static void two_modules_share_a_bus(void **state)
{
    (void)state;
    struct rig rig;
    rig_build(&rig, &oled);
    pmb_panel_config second = oled;
    second.bus.address = 0x3D;
    second.reset = PMB_PIN_NONE;
    pmb_module *other = pmb_bench_place_panel(rig.bench, &second);
    assert_non_null(other);
    pmb_panel a, b;
    assert_int_equal(pmb_panel_open(&a, &oled, rig.port), PMB_OK);
    assert_int_equal(pmb_panel_open(&b, &second, rig.port), PMB_OK);
    assert_int_equal(pmb_panel_invert(&b, true), PMB_OK);
    assert_int_equal(glass_lit_count(&rig), 0);
    rig.module = other;
    assert_int_equal(glass_lit_count(&rig), 128 * 64);
    rig_close(&rig);
}

/* The three addressing modes, with a window, by bytes written by hand. */
static void addressing_modes_move_as_documented(void **state)
{
    (void)state;
    for (uint8_t mode = 0; mode < 2; mode++) {
        struct rig rig;
        rig_open(&rig, &oled, 0, false);
        const uint8_t window[] = {0x20, mode, 0x21, 10, 11, 0x22, 2, 3};
        assert_int_equal(send(&rig, 0x00, window, sizeof window), PMB_OK);
        assert_int_equal(send(&rig, 0x40, (const uint8_t[]){0, 1}, 2), PMB_OK);
        /* The second byte went to the next column, or to the next page. */
        assert_true(glass_is_light(&rig, mode ? 10 : 11, mode ? 24 : 16));
        assert_int_equal(send(&rig, 0x40, (const uint8_t[]){0, 0, 1}, 3), PMB_OK);
        /* The fifth byte is back at the window's start. */
        assert_true(glass_is_light(&rig, 10, 16));
        assert_int_equal(glass_lit_count(&rig), 2);
        rig_close(&rig);
    }
}

static void impossible_modules_cannot_be_placed(void **state)
{
    (void)state;
    pmb_bench *bench = pmb_bench_new();
    const pmb_module_options wide = {.width = 129, .height = 64, .address = 0x3C};
    const pmb_module_options elsewhere = {.width = 128, .height = 64, .address = 0x20};
    const pmb_module_options good = {.width = 128, .height = 64, .address = 0x3C};
    assert_null(pmb_bench_place(bench, &pmb_sim_ssd1306, &wide));
    assert_null(pmb_bench_place(bench, &pmb_sim_ssd1306, &elsewhere));
    pmb_module *module = pmb_bench_place(bench, &pmb_sim_ssd1306, &good);
    assert_non_null(module);
    assert_false(pmb_bench_connect(module, "MISO", "pin3"));
    assert_true(pmb_bench_connect(module, "SDA", "i2c0.sda"));
    assert_string_equal(pmb_module_label(module), "SSD1306");
    pmb_bench_free(bench);
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        cmocka_unit_test(wrong_commands_are_complained_of),
        cmocka_unit_test(data_inside_a_command_is_complained_of),
        cmocka_unit_test(a_short_reset_and_a_fast_clock_are_complained_of),
        cmocka_unit_test(nothing_answers_in_reset_or_elsewhere),
        cmocka_unit_test(a_shorted_clock_is_a_bus_error),
        cmocka_unit_test(with_a_shorted_data_line_everything_seems_to_answer),
        test_without(PMB_PLAIN_PANELS, two_modules_share_a_bus),
        test_without(PMB_PLAIN_PANELS, addressing_modes_move_as_documented),
        cmocka_unit_test(impossible_modules_cannot_be_placed),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
