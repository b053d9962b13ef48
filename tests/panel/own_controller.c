/* A controller that Pemble does not know, as a table of this program's own: docs/porting.md. */
#include "pemble/bench_budget.h"
#include "pemble/bench_symptoms.h"
#include "pemble/families.h"
#include "rig.h"

/* An imagined part that is told like an SSD1309 and has the memory of an SH1106, shown on the
 * simulated SH1106. */
static const uint8_t setup[] = {1, 0xAE, 2, 0xAD, 0x8B, 1, 0x33, 2, 0xD9, 0x22, 1, 0xA4, 0};
static const pmb_paged detail = {.setup = setup,
                                 .contrast = 0x55,
                                 .contrast_most = 0xFF,
                                 .mount = PMB_MOUNT_RIGHT | PMB_MOUNT_BOTTOM};
static const pmb_glass glasses[] = {
    {.size = {96, 48}, .offset = {18, 0}, .com = PMB_COM_ALTERNATIVE}};
static const pmb_controller own = {.family = &pmb_family_oled_pages,
                                   .detail = &detail,
                                   .memory = {132, 64},
                                   .glasses = glasses,
                                   .glass_count = 1,
                                   .buses = PMB_HAS_I2C,
                                   .addresses = {0x3D},
                                   .i2c_khz = 400,
                                   .reset_low_us = 20,
                                   .reset_wait_ms = 1};

static void a_table_is_all_a_new_controller_needs(void **state)
{
    (void)state;
    for (int turn = 0; turn < 8; turn++) {
        struct rig rig;
        const pmb_panel_config config = {.controller = &own,
                                         .size = {96, 48},
                                         .bus = {.kind = &pmb_i2c, .address = 0x3D},
                                         .rotate = (pmb_rotation)(turn % 4),
                                         .mirror = turn >= 4};
        rig_open(&rig, &config, 1024, false);
        assert_int_equal(pmb_screen_paint(&rig.screen, paint_lopsided, &rig.panel.size), PMB_OK);
        assert_glass_shows(&rig, paint_lopsided, &rig.panel.size);
        assert_no_complaints(&rig);
        rig_close(&rig);
    }
}

static const pmb_panel_config configured = {
    .controller = &own, .size = {96, 48}, .bus = {.kind = &pmb_i2c}};

static void it_is_probed(void **state)
{
    (void)state;
    struct rig rig;
    pmb_probe probe;
    rig_build(&rig, &configured);
    assert_int_equal(pmb_probe_panel(&probe, &configured, rig.port), PMB_OK);
    assert_int_equal(probe.verdict, PMB_PROBE_ANSWERS);
    assert_int_equal(probe.address, 0x3D);
    rig_close(&rig);
}

/* The glass with one mistake made, as 96 * 48 pixels of three bytes. */
static bool show_symptom(int number, uint8_t *seen)
{
    struct rig rig;
    pmb_symptom symptom;
    if (!pmb_symptom_make(&symptom, number, &configured))
        return false;
    rig_build(&rig, &configured);
    (void)pmb_symptom_show(&symptom, rig.bench, rig.module, "OWN");
    const pmb_glass_view glass = pmb_module_glass(rig.module);
    assert_int_equal(glass.width * glass.height, 96 * 48);
    memcpy(seen, glass.rgb, 96 * 48 * 3);
    assert_non_null(strchr(symptom.mend, ' '));
    rig_close(&rig);
    return true;
}

static void its_mistakes_are_shown(void **state)
{
    (void)state;
    static uint8_t seen[PMB_SYMPTOMS][96 * 48 * 3];
    bool shown[PMB_SYMPTOMS];
    unsigned count = 0;
    for (int i = 0; i < PMB_SYMPTOMS; i++) {
        shown[i] = show_symptom(i, seen[i]);
        count += shown[i];
        for (int before = 0; before < i && shown[i]; before++)
            if (shown[before] && memcmp(seen[before], seen[i], sizeof seen[i]) == 0)
                fail_msg("symptoms %d and %d look the same", before, i);
    }
    /* No colours to exchange, no look-alike, no DC wire, no SPI; none of what only a TFT, another
     * glass of the size, an SSD1322, a colour OLED or paper has. */
    assert_int_equal(count, PMB_SYMPTOMS - 12);
    pmb_symptom symptom;
    assert_true(shown[1] && pmb_symptom_make(&symptom, 1, &configured));
    assert_string_equal(symptom.mend, "offset = 18,0");
    assert_false(pmb_symptom_make(&symptom, -1, &configured));
    assert_false(pmb_symptom_make(&symptom, PMB_SYMPTOMS, &configured));
}

static void its_budget_is_measured(void **state)
{
    (void)state;
    struct rig rig;
    pmb_budget whole, band;
    rig_open(&rig, &configured, 0, false);
    assert_int_equal(pmb_budget_measure(&whole, rig.bench, &rig.screen), PMB_OK);
    assert_int_equal(glass_light_count(&rig), 96 * 48);
    rig_close(&rig);
    assert_int_equal(whole.least_depth, 8);
    assert_int_equal(whole.whole_depth, 48);
    assert_int_equal(whole.least_bytes, 96);
    assert_int_equal(whole.whole_bytes, 96 * 48 / 8);
    assert_true(whole.frame.bytes > whole.whole_bytes);
    /* Nine clocks a byte at 400 kHz, and the gaps between transfers. */
    assert_true(whole.frame.nanoseconds > whole.frame.bytes * 9 * 2500);
    rig_open(&rig, &configured, 96, false);
    assert_int_equal(pmb_budget_measure(&band, rig.bench, &rig.screen), PMB_OK);
    rig_close(&rig);
    assert_true(band.frame.bytes >= whole.frame.bytes);
    assert_int_equal(pmb_budget_measure(NULL, rig.bench, &rig.screen), PMB_ERR_ARGUMENT);
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_NO_TURN, a_table_is_all_a_new_controller_needs),
        cmocka_unit_test(it_is_probed),
        test_without(PMB_NO_TURN, its_mistakes_are_shown),
        cmocka_unit_test(its_budget_is_measured),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
