/* TFTs with less memory: indexed and other formats, widened on the way out. */
#include "rig.h"

static const pmb_color colors[] = {PMB_BLACK, PMB_WHITE, PMB_RED,  PMB_RGB(24, 72, 136),
                                   PMB_GREY,  PMB_GREEN, PMB_BLUE, PMB_YELLOW};
static const pmb_palette palette = {colors, LENGTH(colors)};

static const pmb_panel_config tft = {
    .controller = &pmb_st7735,
    .size = {128, 160},
    .bus = {.kind = &pmb_spi, .select = PMB_PIN(2), .data_command = PMB_PIN(3)},
    .reset = PMB_PIN(1),
};

/* Only colours of the palette, and no smooth edges. */
static void paint(pmb_canvas *c, void *scene)
{
    const pmb_size size = *(const pmb_size *)scene;
    const pmb_text_style style = {.font = &pmb_font_jetty, .color = PMB_YELLOW};
    pmb_fill(c, PMB_RGB(24, 72, 136));
    pmb_rect_stroke(c, (pmb_rect){0, 0, size.w, size.h}, PMB_WHITE);
    pmb_circle_fill(c, (pmb_point){41, 37}, 23, PMB_RED);
    pmb_line(c, (pmb_point){3, 90}, (pmb_point){100, 7}, PMB_GREEN);
    pmb_rect_fill(c, (pmb_rect){(int16_t)(size.w - 13), 5, 9, 31}, PMB_GREY);
    pmb_text(c, &style, (pmb_point){5, 70}, "Quay 7");
}

static uint8_t *glass_of(const pmb_panel_config *config, size_t band, int memory, size_t *frame)
{
    struct rig rig;
    void *mirror = NULL;
    rig_open(&rig, config, band, memory == 1);
    *frame = pmb_screen_whole_bytes(&rig.panel);
    if (memory == 2) {
        mirror = malloc(*frame);
        assert_int_equal(pmb_screen_mirror(&rig.screen, mirror, *frame), PMB_OK);
    }
    for (int i = 0; i < 2; i++)
        assert_int_equal(pmb_screen_paint(&rig.screen, paint, &rig.panel.size), PMB_OK);
    assert_no_complaints(&rig);
    const pmb_glass_view glass = pmb_module_glass(rig.module);
    const size_t bytes = 3 * (size_t)glass.width * (size_t)glass.height;
    uint8_t *copy = malloc(bytes);
    memcpy(copy, glass.rgb, bytes);
    rig_close(&rig);
    free(mirror);
    return copy;
}

/* Whatever the rotation, the band and the memory, as in RGB565; odd widths as well. */
static void indexed_panels_show_what_others_show(void **state)
{
    (void)state;
    static const pmb_format *const formats[] = {&pmb_index4, &pmb_index8};
    for (int16_t w = 127; w <= 128; w++)
        for (int how = 0; how < 12; how++) {
            pmb_panel_config config = tft;
            size_t whole, frame;
            config.size.w = w;
            config.offset = (pmb_offset){2, 1, true};
            config.rotate = (pmb_rotation)(how % 4);
            uint8_t *want = glass_of(&config, 0, 0, &whole);
            config.palette = &palette;
            for (size_t f = 0; f < LENGTH(formats); f++) {
                config.format = formats[f];
                uint8_t *have = glass_of(&config, how % 2 ? 0 : 1300, how / 4, &frame);
                assert_true(frame <= whole / (f == 0 ? 4 : 2) + 80);
                assert_memory_equal(have, want, 3 * (size_t)config.size.w * 160);
                free(have);
            }
            free(want);
        }
}

static void a_tft_takes_one_bit_and_greys_as_well(void **state)
{
    (void)state;
    static const pmb_format *const formats[] = {&pmb_mono_horizontal, &pmb_grey4};
    for (size_t f = 0; f < LENGTH(formats); f++) {
        struct rig rig;
        pmb_panel_config config = tft;
        config.format = formats[f];
        rig_open(&rig, &config, 0, true);
        assert_int_equal(pmb_screen_paint(&rig.screen, paint_lopsided, &rig.panel.size), PMB_OK);
        assert_glass_shows(&rig, paint_lopsided, &rig.panel.size);
        assert_no_complaints(&rig);
        rig_close(&rig);
    }
}

/* A row is sent in pieces; the last may be a single pixel. */
static void a_single_pixel_is_sent(void **state)
{
    (void)state;
    struct rig rig;
    pmb_panel_config config = tft;
    config.format = &pmb_index8;
    config.palette = &palette;
    rig_open(&rig, &config, 0, false);
    uint8_t pixel = 1; /* white */
    pmb_canvas one;
    assert_int_equal(
        pmb_canvas_init(&one, &pmb_index8, (pmb_rect){7, 9, 1, 1}, &pixel, sizeof pixel), PMB_OK);
    assert_int_equal(glass_light_count(&rig), 0);
    one.palette = &palette;
    assert_int_equal(pmb_panel_write(&rig.panel, &one, one.bounds), PMB_OK);
    assert_int_equal(glass_light_count(&rig), 1);
    assert_no_complaints(&rig);
    rig_close(&rig);
}

/* Black but for its blue, and stripes as wide as what is widened at once (send_wide). */
static void paint_dark_blue(pmb_canvas *c, void *scene)
{
    (void)scene;
    pmb_fill(c, 0x0001);
}

static void paint_stripes(pmb_canvas *c, void *scene)
{
    const pmb_size size = *(const pmb_size *)scene;
    pmb_fill(c, PMB_BLACK);
    for (int16_t y = 0; y < size.h; y += 2)
        for (int16_t x = 0; x < size.w; x = (int16_t)(x + 160))
            if (y / 2 >> x / 160 & 1)
                pmb_rect_fill(c, (pmb_rect){x, y, 160, 1}, PMB_WHITE);
}

static void every_pixel_is_widened(void **state)
{
    (void)state;
    const pmb_panel_config config = {.controller = &pmb_ili9488,
                                     .size = {320, 480},
                                     .bus = tft.bus,
                                     .reset = tft.reset,
                                     .rotate = PMB_ROTATE_90};
    struct rig rig;
    rig_open(&rig, &config, 480 * 2 * 16, false);
    assert_int_equal(pmb_screen_paint(&rig.screen, paint_dark_blue, &rig.panel.size), PMB_OK);
    const pmb_glass_view glass = pmb_module_glass(rig.module);
    for (int i = 0; i < 3 * glass.width * glass.height; i++)
        assert_int_equal(glass.rgb[i] > 0, i % 3 == 2);
    assert_int_equal(pmb_screen_paint(&rig.screen, paint_stripes, &rig.panel.size), PMB_OK);
    assert_glass_shows(&rig, paint_stripes, &rig.panel.size);
    const unsigned light = glass_light_count(&rig);
    uint8_t white[2] = {0xFF, 0xFF};
    pmb_canvas one; /* a single pixel, where it was black */
    assert_int_equal(
        pmb_canvas_init(&one, &pmb_rgb565, (pmb_rect){7, 1, 1, 1}, white, sizeof white), PMB_OK);
    assert_int_equal(pmb_panel_write(&rig.panel, &one, one.bounds), PMB_OK);
    assert_int_equal(glass_light_count(&rig), light + 1);
    assert_no_complaints(&rig);
    rig_close(&rig);
}

static void other_colours_are_the_nearest(void **state)
{
    (void)state;
    uint8_t pixels[8 * 4];
    pmb_canvas c;
    assert_int_equal(
        pmb_canvas_init(&c, &pmb_index4, (pmb_rect){0, 0, 8, 8}, pixels, sizeof pixels), PMB_OK);
    c.palette = &palette;
    static const pmb_color cases[][2] = {{PMB_RGB(230, 20, 30), PMB_RED},
                                         {PMB_RGB(250, 250, 200), PMB_WHITE},
                                         {PMB_RGB(30, 70, 120), PMB_RGB(24, 72, 136)},
                                         {PMB_RGB(100, 110, 120), PMB_GREY},
                                         {PMB_RGB(9, 9, 9), PMB_BLACK}};
    for (size_t i = 0; i < LENGTH(cases); i++) {
        pmb_fill(&c, cases[i][0]);
        for (int16_t x = 0; x < 8; x++)
            assert_int_equal(pmb_canvas_peek(&c, (pmb_point){x, 5}), cases[i][1]);
    }
    /* Half of white on black is grey; next to it nothing changes. */
    pmb_fill(&c, PMB_BLACK);
    c.format->shade(&c, 1, 1, 3, (const uint8_t[]){0, 128, 255}, PMB_WHITE);
    assert_int_equal(pmb_canvas_peek(&c, (pmb_point){1, 1}), PMB_BLACK);
    assert_int_equal(pmb_canvas_peek(&c, (pmb_point){2, 1}), PMB_GREY);
    assert_int_equal(pmb_canvas_peek(&c, (pmb_point){3, 1}), PMB_WHITE);
    assert_int_equal(pmb_canvas_peek(&c, (pmb_point){4, 1}), PMB_BLACK);
}

static void other_panels_refuse_them(void **state)
{
    (void)state;
    struct rig rig;
    const pmb_panel_config oled = {.controller = &pmb_ssd1306,
                                   .size = {128, 64},
                                   .bus = {.kind = &pmb_i2c, .address = 0x3C},
                                   .format = &pmb_index4};
    rig_build(&rig, &oled);
    assert_int_equal(pmb_panel_open(&rig.panel, &oled, rig.port), PMB_ERR_UNSUPPORTED);
    assert_int_equal(pmb_bench_traffic_so_far(rig.bench).bytes, 0);
    rig_close(&rig);
    pmb_panel_config config = tft;
    config.format = &pmb_mono_vertical;
    rig_build(&rig, &config);
    assert_int_equal(pmb_panel_open(&rig.panel, &config, rig.port), PMB_ERR_UNSUPPORTED);
    rig_close(&rig);
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_NO_TURN | PMB_PLAIN_PANELS | PMB_ONE_BIT,
                     indexed_panels_show_what_others_show),
        test_without(PMB_PLAIN_PANELS | PMB_ONE_BIT, a_tft_takes_one_bit_and_greys_as_well),
        test_without(PMB_PLAIN_PANELS | PMB_ONE_BIT, a_single_pixel_is_sent),
        test_without(PMB_ONE_BIT, other_colours_are_the_nearest),
        test_without(PMB_NO_TURN | PMB_PLAIN_PANELS | PMB_ONE_BIT, every_pixel_is_widened),
        test_without(PMB_NO_CHECKS, other_panels_refuse_them),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
