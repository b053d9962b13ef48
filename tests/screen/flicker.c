/* No gauge is ever half drawn: while it changes, each pixel of the glass shows what it was or what
 * it will be, wherever the transfer stands. */
#include "gauges.h"
#include "rig.h"

static const pmb_bus spi = {.kind = &pmb_spi, .select = PMB_PIN(2), .data_command = PMB_PIN(3)};

static const pmb_panel_config oled = {
    .controller = &pmb_ssd1306,
    .size = {128, 64},
    .bus = {.kind = &pmb_i2c, .address = 0x3C},
};
static const pmb_panel_config tft = {
    .controller = &pmb_st7735, .size = {128, 160}, .bus = spi, .reset = PMB_PIN(1)};

struct scene {
    const struct gauge *gauge;
    const pmb_theme *theme;
    int part;
};

static void paint(pmb_canvas *c, void *scene)
{
    const struct scene *s = scene;
    pmb_fill(c, s->theme->ground);
    s->gauge->draw(c, s->theme, (pmb_rect){4, 2, 116, 60}, s->part);
}

static uint8_t *copy_glass(struct rig *rig)
{
    const pmb_glass_view glass = pmb_module_glass(rig->module);
    const size_t bytes = 3 * (size_t)glass.width * (size_t)glass.height;
    uint8_t *copy = malloc(bytes);
    memcpy(copy, glass.rgb, bytes);
    return copy;
}

static void assert_between(struct rig *rig, const struct scene *s, const uint8_t *before,
                           const uint8_t *after)
{
    const pmb_glass_view glass = pmb_module_glass(rig->module);
    for (size_t i = 0; i < 3 * (size_t)glass.width * (size_t)glass.height; i += 3)
        if (memcmp(glass.rgb + i, before + i, 3) != 0 && memcmp(glass.rgb + i, after + i, 3) != 0)
            fail_msg("%s: pixel %d,%d is neither as before nor as after", s->gauge->name,
                     (int)(i / 3) % glass.width, (int)(i / 3) / glass.width);
}

/* Stops the wires after every few transfers, and in the middle of one. */
static void assert_never_half_drawn(const pmb_panel_config *config, const pmb_theme *theme,
                                    unsigned bands, bool mirrored)
{
    size_t changing = 0;
    for (size_t g = 0; g < gauge_count; g++) {
        struct rig rig;
        struct scene scene = {&gauges[g], theme, 20};
        rig_open(&rig, config, 0, false);
        const size_t whole = pmb_screen_whole_bytes(&rig.panel);
        uint8_t *mirror = malloc(whole);
        rig_close(&rig);
        rig_open(&rig, config, whole / bands, !mirrored);
        if (mirrored)
            assert_int_equal(pmb_screen_mirror(&rig.screen, mirror, whole), PMB_OK);
        assert_int_equal(pmb_screen_paint(&rig.screen, paint, &scene), PMB_OK);
        uint8_t *before = copy_glass(&rig);
        scene.part = 90;
        assert_int_equal(pmb_screen_paint(&rig.screen, paint, &scene), PMB_OK);
        uint8_t *after = copy_glass(&rig);
        unsigned stops = 0;
        for (unsigned n = 1;; n += 1 + n / 3, stops++) {
            scene.part = 20;
            assert_int_equal(pmb_screen_paint(&rig.screen, paint, &scene), PMB_OK);
            scene.part = 90;
            pmb_bench_break_transfer(rig.bench, n, n % 3 == 0 ? 0 : 4, true);
            const pmb_status status = pmb_screen_paint(&rig.screen, paint, &scene);
            assert_between(&rig, &scene, before, after);
            pmb_bench_break_transfer(rig.bench, 0, 0, false);
            if (status == PMB_OK)
                break;
        }
        const pmb_glass_view glass = pmb_module_glass(rig.module);
        const size_t bytes = 3 * (size_t)glass.width * (size_t)glass.height;
        assert_int_equal(stops > 0, memcmp(before, after, bytes) != 0);
        changing += stops > 0;
        free(before);
        free(after);
        free(mirror);
        rig_close(&rig);
    }
    assert_true(changing >= gauge_count - 3); /* some look the same for both values */
}

static void an_oled_never_shows_half_a_gauge(void **state)
{
    (void)state;
    for (unsigned bands = 1; bands <= 8; bands *= 8)
        for (int mirrored = 0; mirrored < 2; mirrored++)
            assert_never_half_drawn(&oled, &pmb_theme_dark, bands, mirrored);
}

static void a_tft_never_shows_half_a_gauge(void **state)
{
    (void)state;
    assert_never_half_drawn(&tft, &pmb_theme_color, 1, true);
    assert_never_half_drawn(&tft, &pmb_theme_color, 10, false);
}

/* Of seven-segment digits only the segments that changed go over the wire. */
static void a_digit_sends_its_segments(void **state)
{
    (void)state;
    struct rig rig;
    static uint8_t mirror[128 * 160 * 2];
    static const pmb_segments digits = {&pmb_theme_color, 1, 0, true};
    static uint8_t pixels[2][40 * 60 * 2];
    const pmb_rect r = {0, 0, 40, 60};
    rig_open(&rig, &tft, 0, false);
    assert_int_equal(pmb_screen_mirror(&rig.screen, mirror, sizeof mirror), PMB_OK);
    pmb_canvas *c = pmb_screen_canvas(&rig.screen);
    for (int from = 0; from < 10; from++)
        for (int to = 0; to < 10; to++) {
            const char texts[2][2] = {{(char)('0' + from), 0}, {(char)('0' + to), 0}};
            unsigned differ = 0;
            for (int i = 0; i < 2; i++) {
                pmb_canvas own;
                assert_int_equal(pmb_canvas_init(&own, &pmb_rgb565, r, pixels[i], sizeof pixels[i]),
                                 PMB_OK);
                pmb_fill(&own, PMB_BLACK);
                pmb_segments_draw(&own, &digits, r, texts[i], PMB_NORMAL);
            }
            for (size_t i = 0; i < sizeof pixels[0]; i += 2)
                differ += memcmp(pixels[0] + i, pixels[1] + i, 2) != 0;
            pmb_fill(c, PMB_BLACK);
            pmb_segments_draw(c, &digits, r, texts[0], PMB_NORMAL);
            assert_int_equal(pmb_screen_present(&rig.screen), PMB_OK);
            pmb_module_count_anew(rig.module);
            pmb_fill(c, PMB_BLACK);
            pmb_segments_draw(c, &digits, r, texts[1], PMB_NORMAL);
            assert_int_equal(pmb_screen_present(&rig.screen), PMB_OK);
            const pmb_module_tally t = pmb_module_count(rig.module);
            assert_int_equal(t.changed_bytes, 2 * differ);
            assert_in_range(t.pixel_bytes, 2 * differ, 2 * differ * 6 / 5);
        }
    rig_close(&rig);
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_NO_TILES, an_oled_never_shows_half_a_gauge),
        test_without(PMB_NO_TILES | PMB_ONE_BIT, a_tft_never_shows_half_a_gauge),
        test_without(PMB_ONE_BIT, a_digit_sends_its_segments),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
