/* From power on and from reset until a module can be used: the bench is as strict as modules are.
 */
#include "pemble/bench_modules.h"
#include "pemble/families.h"
#include "rig.h"

static const pmb_panel_config oled = {
    .controller = &pmb_ssd1306, .size = {128, 64}, .bus = {.kind = &pmb_i2c, .address = 0x3C}};

static pmb_status address_it(const struct rig *rig)
{
    static const uint8_t nothing = 0xE3, control = 0x00;
    return rig->port->i2c_write(rig->port->context, &rig->config.bus, 0x3C, &control, 1, &nothing,
                                1);
}

static void a_module_without_the_wire_resets_itself_slowly(void **state)
{
    (void)state;
    struct rig rig;
    rig_build(&rig, &oled);
    assert_int_equal(address_it(&rig), PMB_ERR_NO_ANSWER);
    rig.port->wait_us(rig.port->context, 60000);
    assert_int_equal(address_it(&rig), PMB_OK);
    assert_no_complaints(&rig);
    rig_close(&rig);
    /* Opening waits for it, with the pin no longer than it has to. */
    rig_open(&rig, &oled, 0, false);
    assert_true(pmb_bench_now(rig.bench) > 100000000);
    rig_close(&rig);
    pmb_panel_config wired = oled;
    wired.reset = PMB_PIN(1);
    rig_build(&rig, &wired);
    assert_int_equal(pmb_panel_open(&rig.panel, &wired, rig.port), PMB_OK);
    assert_true(pmb_bench_traffic_so_far(rig.bench).waited < 5000000);
    rig_close(&rig);
}

/* What a driver with the table's times changed is told. */
static void opens_with(const pmb_controller *right, pmb_size size, uint16_t low_us, uint8_t wait_ms,
                       const char *complaint)
{
    struct rig rig;
    const pmb_panel_config config = {
        .controller = right,
        .size = size,
        .bus = {.kind = &pmb_spi, .select = PMB_PIN(2), .data_command = PMB_PIN(3)},
        .reset = PMB_PIN(1),
    };
    pmb_controller table = *right;
    pmb_panel_config wrong = config;
    table.reset_low_us = low_us;
    table.reset_wait_ms = wait_ms;
    wrong.controller = &table;
    rig_build(&rig, &config);
    assert_int_equal(pmb_panel_open(&rig.panel, &config, rig.port), PMB_OK);
    assert_no_complaints(&rig); /* and it is awake now */
    (void)pmb_panel_open(&rig.panel, &wrong, rig.port);
    if (!pmb_module_complaint(rig.module, 0) ||
        !strstr(pmb_module_complaint(rig.module, 0), complaint))
        fail_msg("'%s' is not '%s'", pmb_module_complaint(rig.module, 0), complaint);
    rig_close(&rig);
}

static void resets_that_are_too_short_are_complained_of(void **state)
{
    (void)state;
    static const char awake[] = "a command less than 120 ms after reset, as it was awake";
    opens_with(&pmb_st7735, (pmb_size){128, 160}, 20, 119, awake);
    opens_with(&pmb_st7789, (pmb_size){240, 320}, 20, 60, awake);
    opens_with(&pmb_gc9a01, (pmb_size){240, 240}, 20, 5, awake);
    opens_with(&pmb_ili9341, (pmb_size){240, 320}, 20, 5, awake);
    opens_with(&pmb_ili9488, (pmb_size){320, 480}, 5, 120, "reset pulse shorter than 10 us");
    opens_with(&pmb_uc1701, (pmb_size){128, 64}, 10, 4, "less than 5000 us after its reset");
    opens_with(&pmb_sh1106, (pmb_size){128, 64}, 2, 1, "reset pulse shorter than 10 us");
    opens_with(&pmb_ssd1322, (pmb_size){256, 64}, 50, 1, "reset pulse shorter than 100 us");
}

/* Somebody's port that leaves the data lines driven while it reads. */
static void reading_against_the_board_is_complained_of(void **state)
{
    (void)state;
    static const pmb_pin lines[] = {PMB_PIN(40), PMB_PIN(41), PMB_PIN(42), PMB_PIN(43),
                                    PMB_PIN(44), PMB_PIN(45), PMB_PIN(46), PMB_PIN(47)};
    struct rig rig;
    const pmb_panel_config config = {
        .controller = &pmb_ks0108,
        .size = {128, 64},
        .bus = {.kind = &pmb_parallel8,
                .select = PMB_PIN(2),
                .second_select = PMB_PIN(9),
                .data_command = PMB_PIN(3),
                .strobe = PMB_PIN(7),
                .read = PMB_PIN(8),
                .lines = lines},
        .reset = PMB_PIN(1),
    };
    rig_open(&rig, &config, 0, false);
    assert_no_complaints(&rig);
    const pmb_port *port = rig.port;
    port->pin_write(port->context, lines[3], true);
    port->pin_write(port->context, config.bus.select, true);
    port->pin_write(port->context, config.bus.data_command, false);
    port->pin_write(port->context, config.bus.read, true);
    port->pin_write(port->context, config.bus.strobe, true);
    assert_int_equal(pmb_module_complaint_count(rig.module), 1);
    assert_non_null(strstr(pmb_module_complaint(rig.module, 0), "drives its data lines"));
    rig_close(&rig);
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        cmocka_unit_test(a_module_without_the_wire_resets_itself_slowly),
        test_without(PMB_ONE_BIT, resets_that_are_too_short_are_complained_of),
        cmocka_unit_test(reading_against_the_board_is_complained_of),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
