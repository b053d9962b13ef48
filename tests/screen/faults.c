/* The fault walk: every single transfer fails once, in its first byte and in the middle. */
#include "rig.h"

static const pmb_panel_config oled = {
    .controller = &pmb_ssd1306,
    .size = {128, 32},
    .bus = {.kind = &pmb_i2c, .address = 0x3D},
    .reset = PMB_PIN(7),
};

enum { BAND = 256 };

static pmb_status open_and_paint(struct rig *rig, pmb_tile *tiles, size_t count)
{
    pmb_status status = pmb_panel_open(&rig->panel, &rig->config, rig->port);
    if (status == PMB_OK)
        status = pmb_screen_init(&rig->screen, &rig->panel, rig->buffer, BAND, tiles, count);
    if (status == PMB_OK)
        status = pmb_screen_paint(&rig->screen, paint_lopsided, &rig->panel.size);
    return status;
}

static void every_transfer_may_fail(void **state)
{
    (void)state;
    static pmb_tile tiles[PMB_TILES(128, 32)];
    unsigned failures = 0;
    for (unsigned bytes = 0; bytes < 40; bytes += 13) {
        bool failed = true;
        for (unsigned n = 1; failed; n++) {
            struct rig rig;
            rig_build(&rig, &oled);
            rig.buffer = malloc(BAND);
            pmb_bench_break_transfer(rig.bench, n, bytes, false);
            const pmb_status status = open_and_paint(&rig, tiles, LENGTH(tiles));
            failed = status != PMB_OK;
            failures += failed;
            if (failed) {
                assert_true(status == PMB_ERR_NO_ANSWER || status == PMB_ERR_BUS);
                assert_int_equal(open_and_paint(&rig, tiles, LENGTH(tiles)), PMB_OK);
            }
            assert_glass_shows(&rig, paint_lopsided, &rig.panel.size);
            rig_close(&rig);
        }
    }
    assert_true(failures > 4 * 30);
}

static void paint_blank(pmb_canvas *c, void *scene)
{
    (void)scene;
    pmb_fill(c, PMB_BLACK);
}

static void a_present_repairs_what_a_failed_one_left(void **state)
{
    (void)state;
    bool failed = true;
    unsigned failures = 0;
    for (unsigned n = 1; failed; n++) {
        struct rig rig;
        rig_open(&rig, &oled, BAND, true);
        assert_int_equal(pmb_screen_paint(&rig.screen, paint_blank, NULL), PMB_OK);
        pmb_bench_break_transfer(rig.bench, n, 5, false);
        failed = pmb_screen_paint(&rig.screen, paint_lopsided, &rig.panel.size) != PMB_OK;
        failures += failed;
        /* No new opening: the same screen goes on. */
        assert_int_equal(pmb_screen_paint(&rig.screen, paint_lopsided, &rig.panel.size), PMB_OK);
        assert_glass_shows(&rig, paint_lopsided, &rig.panel.size);
        /* A command that was cut off takes what comes next for its parameters. */
        for (unsigned i = 0; i < pmb_module_complaint_count(rig.module); i++)
            assert_non_null(strstr(pmb_module_complaint(rig.module, i), "to 227 is not possible"));
        rig_close(&rig);
    }
    assert_true(failures >= 8);
}

static void a_dead_bus_stays_an_error_until_it_answers(void **state)
{
    (void)state;
    struct rig rig;
    rig_open(&rig, &oled, BAND, true);
    pmb_bench_break_transfer(rig.bench, 2, 2, true);
    assert_int_equal(pmb_screen_paint(&rig.screen, paint_lopsided, &rig.panel.size), PMB_ERR_BUS);
    for (int i = 0; i < 3; i++)
        assert_int_equal(pmb_screen_paint(&rig.screen, paint_lopsided, &rig.panel.size),
                         PMB_ERR_NO_ANSWER);
    pmb_bench_break_transfer(rig.bench, 0, 0, false);
    assert_int_equal(pmb_screen_paint(&rig.screen, paint_lopsided, &rig.panel.size), PMB_OK);
    assert_glass_shows(&rig, paint_lopsided, &rig.panel.size);
    rig_close(&rig);
}

/* One of each family, and of those that take parameters in their own way; small glasses. */
static const struct {
    const pmb_controller *controller;
    pmb_size size;
} walked[] = {
    {&pmb_ssd1306, {64, 32}},  {&pmb_sh1106, {128, 64}}, {&pmb_sh1107, {64, 128}},
    {&pmb_ssd1327, {96, 96}},  {&pmb_ssd1331, {96, 64}}, {&pmb_ssd1322, {256, 64}},
    {&pmb_ssd1351, {128, 96}}, {&pmb_st7735, {80, 160}}, {&pmb_ili9225, {176, 220}},
    {&pmb_pcd8544, {84, 48}},  {&pmb_st7565, {128, 64}}, {&pmb_uc1701, {128, 64}},
};

static pmb_panel_config config_of(size_t i)
{
    return (pmb_panel_config){
        .controller = walked[i].controller,
        .size = walked[i].size,
        .bus = {.kind = &pmb_spi, .select = PMB_PIN(2), .data_command = PMB_PIN(3)},
        .reset = PMB_PIN(7)};
}

/* Each step-th transfer breaks off after so many bytes. Returns how many did. */
static unsigned walk(const pmb_panel_config *config, unsigned bytes, unsigned step)
{
    unsigned failures = 0;
    bool failed = true;
    for (unsigned n = 1; failed; n += step) {
        struct rig rig;
        rig_open(&rig, config, 0, true);
        assert_int_equal(pmb_screen_paint(&rig.screen, paint_blank, NULL), PMB_OK);
        pmb_bench_break_transfer(rig.bench, n, bytes, false);
        failed = pmb_screen_paint(&rig.screen, paint_lopsided, &rig.panel.size) != PMB_OK;
        failures += failed;
        pmb_bench_break_transfer(rig.bench, 0, 0, false);
        assert_int_equal(pmb_screen_paint(&rig.screen, paint_lopsided, &rig.panel.size), PMB_OK);
        assert_glass_shows(&rig, paint_lopsided, &rig.panel.size);
        rig_close(&rig);
    }
    return failures;
}

static void every_controller_is_repaired(void **state)
{
    (void)state;
    unsigned failures = 0;
    for (size_t i = 0; i < LENGTH(walked); i++) {
        const pmb_panel_config config = config_of(i);
        for (unsigned bytes = 0; bytes < 3; bytes++)
            failures += walk(&config, bytes, bytes == 1 ? 1 : 5);
    }
    assert_in_range(failures, 300, 5000);
}

/* The contrast is set again after it was cut off between the command and its value. */
static void what_failed_can_be_done_again(void **state)
{
    (void)state;
    for (size_t i = 0; i < LENGTH(walked); i++) {
        const pmb_panel_config config = config_of(i);
        for (unsigned n = 1; n < 5; n++) {
            struct rig rig;
            rig_open(&rig, &config, 0, true);
            pmb_bench_break_transfer(rig.bench, n, 1, false);
            const pmb_status status = pmb_panel_contrast(&rig.panel, 128);
            if (status == PMB_ERR_BUS)
                assert_int_equal(pmb_panel_contrast(&rig.panel, 128), PMB_OK);
            pmb_bench_break_transfer(rig.bench, 0, 0, false);
            assert_int_equal(pmb_screen_paint(&rig.screen, paint_lopsided, &rig.panel.size),
                             PMB_OK);
            assert_glass_shows(&rig, paint_lopsided, &rig.panel.size);
            rig_close(&rig);
        }
    }
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_NO_TILES | PMB_PLAIN_PANELS, every_transfer_may_fail),
        test_without(PMB_NO_TILES, a_present_repairs_what_a_failed_one_left),
        test_without(PMB_NO_TILES | PMB_PLAIN_PANELS | PMB_ONE_BIT, every_controller_is_repaired),
        test_without(PMB_NO_TILES | PMB_PLAIN_PANELS | PMB_ONE_BIT, what_failed_can_be_done_again),
        cmocka_unit_test(a_dead_bus_stays_an_error_until_it_answers),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
