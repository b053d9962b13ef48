/* What bands cost on the wires: hardly more than a whole buffer, whichever way the glass lies. */
#include "rig.h"

#define ON_I2C                                                                                     \
    {                                                                                              \
        .kind = &pmb_i2c                                                                           \
    }
#define ON_SPI                                                                                     \
    {                                                                                              \
        .kind = &pmb_spi, .select = PMB_PIN(2), .data_command = PMB_PIN(3)                         \
    }

static const pmb_panel_config panels[] = {
    {.controller = &pmb_ssd1306, .size = {128, 64}, .bus = ON_I2C},
    {.controller = &pmb_sh1106, .size = {128, 64}, .bus = ON_I2C},
    {.controller = &pmb_ssd1306, .size = {72, 40}, .bus = ON_SPI, .reset = PMB_PIN(1)},
    {.controller = &pmb_st7565, .size = {128, 64}, .bus = ON_SPI, .reset = PMB_PIN(1)},
    {.controller = &pmb_pcd8544, .size = {84, 48}, .bus = ON_SPI, .reset = PMB_PIN(1)},
    {.controller = &pmb_ssd1327, .size = {128, 128}, .bus = ON_I2C},
    {.controller = &pmb_ssd1322, .size = {256, 64}, .bus = ON_SPI, .reset = PMB_PIN(1)},
    {.controller = &pmb_ssd1351, .size = {128, 128}, .bus = ON_SPI, .reset = PMB_PIN(1)},
    {.controller = &pmb_st7735, .size = {128, 160}, .bus = ON_SPI, .reset = PMB_PIN(1)},
    {.controller = &pmb_ili9225, .size = {176, 220}, .bus = ON_SPI, .reset = PMB_PIN(1)},
};

/* The second of two paints: its glass must be right. */
static pmb_bench_traffic frame(const pmb_panel_config *config, bool whole, size_t *bands)
{
    struct rig rig;
    pmb_panel panel;
    rig_build(&rig, config);
    assert_int_equal(pmb_panel_open(&panel, config, rig.port), PMB_OK);
    const size_t least = pmb_screen_least_bytes(&panel), all = pmb_screen_whole_bytes(&panel);
    rig_close(&rig);
    rig_open(&rig, config, whole ? all : least, false);
    assert_int_equal(pmb_screen_paint(&rig.screen, paint_lopsided, &rig.panel.size), PMB_OK);
    const pmb_bench_traffic before = pmb_bench_traffic_so_far(rig.bench);
    assert_int_equal(pmb_screen_paint(&rig.screen, paint_lopsided, &rig.panel.size), PMB_OK);
    const pmb_bench_traffic after = pmb_bench_traffic_so_far(rig.bench);
    assert_glass_shows(&rig, paint_lopsided, &rig.panel.size);
    assert_no_complaints(&rig);
    rig_close(&rig);
    *bands = all / least;
    return (pmb_bench_traffic){.bytes = after.bytes - before.bytes,
                               .transfers = after.transfers - before.transfers};
}

static void least_bands_take_hardly_more_than_a_whole_buffer(void **state)
{
    (void)state;
    enum { OPENING = 12 }; /* transfers of the window in front of the first band */
    for (size_t i = 0; i < LENGTH(panels); i++)
        for (int rotation = 0; rotation < 4; rotation++) {
            pmb_panel_config config = panels[i];
            size_t bands;
            config.rotate = (pmb_rotation)rotation;
            const pmb_bench_traffic whole = frame(&config, true, &bands);
            const pmb_bench_traffic least = frame(&config, false, &bands);
            assert_in_range(least.bytes, whole.bytes, whole.bytes * 11 / 10);
            assert_in_range(least.transfers, bands, 3 * bands + OPENING);
        }
}

#define PAPER(kind, w, h)                                                                          \
    {                                                                                              \
        .controller = &(kind), .size = {w, h}, .bus = ON_SPI, .reset = PMB_PIN(1),                 \
        .busy = PMB_PIN(4)                                                                         \
    }

static const pmb_panel_config papers[] = {
    PAPER(pmb_ssd1680, 122, 250), PAPER(pmb_ssd1681, 200, 200), PAPER(pmb_ssd1683, 400, 300),
    PAPER(pmb_ssd1677, 280, 480), PAPER(pmb_ssd1608, 200, 200),
};

/* A further band takes its pixels, where they go, and their command, for each of two memories. */
static void bands_on_paper_open_the_window_once(void **state)
{
    (void)state;
    enum { MEMORIES = 2, BYTES = 2 + 1 + 2 + 1 + 1 + 1, TRANSFERS = 6 };
    for (size_t i = 0; i < LENGTH(papers); i++)
        for (int rotation = 0; rotation < 4; rotation++) {
            pmb_panel_config config = papers[i];
            size_t bands;
            config.rotate = (pmb_rotation)rotation;
            const pmb_bench_traffic whole = frame(&config, true, &bands);
            const pmb_bench_traffic least = frame(&config, false, &bands);
            assert_in_range(least.bytes, whole.bytes, whole.bytes + MEMORIES * BYTES * bands);
            assert_in_range(least.transfers, bands, whole.transfers + MEMORIES * TRANSFERS * bands);
        }
}

/* What comes between two bands ends the window that was open; the next one goes where it belongs.
 */
static void a_window_is_open_for_what_follows_only(void **state)
{
    (void)state;
    for (size_t i = 0; i < LENGTH(panels); i++)
        for (int between = 0; between < 6; between++) {
            struct rig rig;
            rig_open(&rig, &panels[i], 0, false);
            pmb_panel *panel = &rig.panel;
            pmb_rect upper = panel->frame, lower = upper;
            upper.h = lower.h = (int16_t)(panel->frame.h / 16 * 8);
            lower.y = (int16_t)(upper.y + upper.h);
            if (between == 5) /* further right */
                lower.x = (int16_t)(lower.x + panel->column_unit);
            lower.w = (int16_t)(upper.w - (lower.x - upper.x));
            paint_lopsided(&rig.screen.canvas, &panel->size);
            assert_int_equal(pmb_panel_write(panel, &rig.screen.canvas, upper), PMB_OK);
            if (between == 1)
                (void)pmb_panel_contrast(panel, 0);
            if (between == 2)
                assert_int_equal(pmb_panel_invert(panel, false), PMB_OK);
            if (between == 3) {
                assert_int_equal(pmb_panel_sleep(panel), PMB_OK);
                assert_int_equal(pmb_panel_wake(panel), PMB_OK);
            }
            if (between == 4) /* the same place again */
                assert_int_equal(pmb_panel_write(panel, &rig.screen.canvas, upper), PMB_OK);
            assert_int_equal(pmb_panel_write(panel, &rig.screen.canvas, lower), PMB_OK);
            if (between == 5) /* what was left out */
                lower.x = upper.x, lower.w = panel->column_unit;
            assert_int_equal(pmb_panel_write(panel, &rig.screen.canvas, lower), PMB_OK);
            upper.y = (int16_t)(lower.y + lower.h);
            upper.h = (int16_t)(panel->frame.y + panel->frame.h - upper.y);
            if (upper.h > 0)
                assert_int_equal(pmb_panel_write(panel, &rig.screen.canvas, upper), PMB_OK);
            assert_glass_shows(&rig, paint_lopsided, &panel->size);
            assert_no_complaints(&rig);
            rig_close(&rig);
        }
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_PLAIN_PANELS | PMB_NO_TURN | PMB_ONE_BIT,
                     least_bands_take_hardly_more_than_a_whole_buffer),
        test_without(PMB_PLAIN_PANELS | PMB_NO_TURN, bands_on_paper_open_the_window_once),
        test_without(PMB_ONE_BIT, a_window_is_open_for_what_follows_only),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
