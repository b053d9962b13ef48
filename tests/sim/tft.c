/* What the simulated TFTs take beyond what Pemble sends: formats and commands of other drivers; and
 * what they do not forgive. */
#include "pemble/driver.h"
#include "rig.h"

static const pmb_panel_config tft = {
    .controller = &pmb_st7735,
    .size = {128, 160},
    .bus = {.kind = &pmb_spi, .select = PMB_PIN(2), .data_command = PMB_PIN(3)},
    .reset = PMB_PIN(1),
};

static const pmb_pin lines[] = {PMB_PIN(40), PMB_PIN(41), PMB_PIN(42), PMB_PIN(43),
                                PMB_PIN(44), PMB_PIN(45), PMB_PIN(46), PMB_PIN(47)};
static const pmb_panel_config parallel = {
    .controller = &pmb_ili9341,
    .size = {240, 320},
    .bus = {.kind = &pmb_parallel8,
            .select = PMB_PIN(2),
            .data_command = PMB_PIN(3),
            .strobe = PMB_PIN(7),
            .lines = lines},
    .reset = PMB_PIN(1),
};

static void set(const struct rig *rig, uint8_t command, const uint8_t *bytes, size_t count)
{
    assert_int_equal(pmb_send_parameters(&rig->panel, true, command, bytes, count), PMB_OK);
}

/* Two pixels of twelve bits are three bytes: F 8 0, 0 4 F. */
static void pixels_of_twelve_bits(void **state)
{
    (void)state;
    struct rig rig;
    static const uint8_t format = 0x53, columns[] = {0, 2, 0, 3}, rows[] = {0, 1, 0, 1};
    static const uint8_t pixels[] = {0xF8, 0x00, 0x4F};
    rig_open(&rig, &tft, 0, false);
    set(&rig, 0x3A, &format, 1);
    set(&rig, 0x2A, columns, sizeof columns);
    set(&rig, 0x2B, rows, sizeof rows);
    set(&rig, 0x2C, pixels, sizeof pixels);
    const pmb_glass_view glass = pmb_module_glass(rig.module);
    static const uint8_t wanted[] = {255, 136, 0, 0, 68, 255};
    assert_memory_equal(glass.rgb, wanted, sizeof wanted);
    assert_no_complaints(&rig);
    rig_close(&rig);
}

static void commands_of_the_manufacturer_have_any_parameters(void **state)
{
    (void)state;
    struct rig rig;
    static const uint8_t bytes[20] = {1, 2, 3};
    rig_open(&rig, &tft, 0, false);
    for (unsigned command = 0x60; command <= 0xFF; command++)
        set(&rig, (uint8_t)command, bytes, command % (sizeof bytes + 1));
    assert_int_equal(pmb_screen_paint(&rig.screen, paint_lopsided, &rig.panel.size), PMB_OK);
    assert_glass_shows(&rig, paint_lopsided, &rig.panel.size);
    assert_no_complaints(&rig);
    rig_close(&rig);
}

/* The advice for R/W of a 6800 bus, taken for RD: the panel drives against the board. */
static void rd_at_ground_is_complained_of(void **state)
{
    (void)state;
    struct rig rig;
    rig_open(&rig, &parallel, 0, false);
    assert_int_equal(pmb_screen_paint(&rig.screen, paint_lopsided, &rig.panel.size), PMB_OK);
    assert_no_complaints(&rig);
    rig_close(&rig);
    rig_build(&rig, &parallel);
    assert_true(pmb_bench_stick(rig.module, "RD", 0));
    assert_int_equal(pmb_panel_open(&rig.panel, &parallel, rig.port), PMB_OK);
    assert_non_null(pmb_module_complaint(rig.module, 0));
    assert_non_null(strstr(pmb_module_complaint(rig.module, 0), "RD is low while the board"));
    rig_close(&rig);
}

/* A person who leaves BLK open sees next to nothing. */
static void an_open_backlight_is_dark(void **state)
{
    (void)state;
    unsigned lit[2];
    for (int open = 0; open < 2; open++) {
        struct rig rig;
        rig_open(&rig, &tft, 0, false);
        pmb_fill(pmb_screen_canvas(&rig.screen), PMB_WHITE);
        assert_int_equal(pmb_screen_present(&rig.screen), PMB_OK);
        if (open)
            assert_true(pmb_bench_cut(rig.module, "BLK"));
        lit[open] = pmb_module_glass(rig.module).rgb[0];
        rig_close(&rig);
    }
    assert_int_equal(lit[0], 255);
    assert_in_range(lit[1], 1, 40);
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_ONE_BIT, pixels_of_twelve_bits),
        test_without(PMB_ONE_BIT, commands_of_the_manufacturer_have_any_parameters),
        test_without(PMB_ONE_BIT, rd_at_ground_is_complained_of),
        test_without(PMB_ONE_BIT, an_open_backlight_is_dark),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
