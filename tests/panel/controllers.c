/* Every controller on every bus that it has, in all orientations, against its simulated module. */
#include "rig.h"

#include "pemble/families.h"

static const pmb_pin lines[] = {PMB_PIN(40), PMB_PIN(41), PMB_PIN(42), PMB_PIN(43),
                                PMB_PIN(44), PMB_PIN(45), PMB_PIN(46), PMB_PIN(47)};

enum { I2C = 1, SPI = 2, SPI3 = 4, SOFT = 8, SOFT3 = 16, PARALLEL = 32, SPI16 = 64, SYNC = 128 };

static const struct candidate {
    const char *name;
    const pmb_controller *controller;
    pmb_size size;
    int buses;
    bool has_contrast, paper;
} all[] = {
    {"ssd1306", &pmb_ssd1306, {128, 64}, I2C | SPI | SPI3 | SOFT | SOFT3, true, false},
    {"ssd1306 128x32", &pmb_ssd1306, {128, 32}, I2C | SPI, true, false},
    {"ssd1306 64x48", &pmb_ssd1306, {64, 48}, I2C | SPI, true, false},
    {"ssd1306 72x40", &pmb_ssd1306, {72, 40}, I2C, true, false},
    {"ssd1306 96x16", &pmb_ssd1306, {96, 16}, I2C, true, false},
    {"ssd1309", &pmb_ssd1309, {128, 64}, I2C | SPI | SPI3 | SOFT | SOFT3, true, false},
    {"sh1106", &pmb_sh1106, {128, 64}, I2C | SPI | SPI3 | SOFT | SOFT3, true, false},
    {"ssd1305", &pmb_ssd1305, {128, 32}, I2C | SPI | SPI3, true, false},
    {"ssd1306 64x32", &pmb_ssd1306, {64, 32}, I2C | SPI, true, false},
    {"ssd1306 vcc", &pmb_ssd1306_vcc, {128, 64}, I2C | SPI, true, false},
    {"sh1107", &pmb_sh1107, {128, 128}, I2C | SPI | SPI3 | SOFT, true, false},
    {"sh1107 64x128", &pmb_sh1107, {64, 128}, I2C, true, false},
    {"st7567", &pmb_st7567, {128, 64}, I2C | SPI | SOFT, true, false},
    {"uc1701 102x64", &pmb_uc1701, {102, 64}, SPI, true, false},
    {"ssd1322 b", &pmb_ssd1322_b, {256, 64}, SPI, true, false},
    {"ssd1322 128x64", &pmb_ssd1322, {128, 64}, SPI, true, false},
    {"ssd1327 96x96", &pmb_ssd1327, {96, 96}, I2C | SPI, true, false},
    {"pcd8544", &pmb_pcd8544, {84, 48}, SPI | SOFT, true, false},
    {"st7565", &pmb_st7565, {128, 64}, SPI | SOFT, true, false},
    {"uc1701", &pmb_uc1701, {128, 64}, SPI | SOFT, true, false},
    {"st7920", &pmb_st7920, {128, 64}, PARALLEL | SYNC, false, false},
    {"ks0108", &pmb_ks0108, {128, 64}, PARALLEL, false, false},
    {"ks0108 low", &pmb_ks0108_low, {128, 64}, PARALLEL, false, false},
    {"ks0108 192x64", &pmb_ks0108_192, {192, 64}, PARALLEL, false, false},
    {"ssd1327", &pmb_ssd1327, {128, 128}, I2C | SPI | SPI3 | SOFT | SOFT3, true, false},
    {"ssd1322", &pmb_ssd1322, {256, 64}, SPI | SPI3 | SOFT | SOFT3, true, false},
    {"ssd1331", &pmb_ssd1331, {96, 64}, SPI | SPI3 | SOFT | SOFT3, true, false},
    {"ssd1351", &pmb_ssd1351, {128, 128}, SPI | SPI3 | SOFT | SOFT3, true, false},
    {"ssd1351 128x96", &pmb_ssd1351, {128, 96}, SPI, true, false},
    {"st7735", &pmb_st7735, {128, 160}, SPI | SPI3 | SOFT | PARALLEL, false, false},
    {"st7735 80x160", &pmb_st7735, {80, 160}, SPI, false, false},
    {"st7789 240x240", &pmb_st7789, {240, 240}, SPI | SPI3 | SOFT3, false, false},
    {"st7789 240x280", &pmb_st7789, {240, 280}, SPI, false, false},
    {"st7789 135x240", &pmb_st7789, {135, 240}, SPI, false, false},
    {"st7789 240x320", &pmb_st7789, {240, 320}, SPI | PARALLEL, false, false},
    {"ili9341", &pmb_ili9341, {240, 320}, SPI | SPI3 | PARALLEL, false, false},
    {"ili9488", &pmb_ili9488, {320, 480}, SPI | SPI3 | PARALLEL, false, false},
    {"st7735 128x128", &pmb_st7735, {128, 128}, SPI | SPI3, false, false},
    {"st7789 170x320", &pmb_st7789, {170, 320}, SPI, false, false},
    {"st7789 172x320", &pmb_st7789, {172, 320}, SPI, false, false},
    {"st7789 76x284", &pmb_st7789, {76, 284}, SPI, false, false},
    {"st7796s", &pmb_st7796s, {320, 480}, SPI | PARALLEL, false, false},
    {"ili9486", &pmb_ili9486, {320, 480}, SPI | PARALLEL | SPI16, false, false},
    {"ili9342c", &pmb_ili9342c, {320, 240}, SPI | PARALLEL, false, false},
    {"ili9225", &pmb_ili9225, {176, 220}, SPI | SOFT | PARALLEL, false, false},
    {"ili9320", &pmb_ili9320, {240, 320}, PARALLEL, false, false},
    {"ili9325", &pmb_ili9325, {240, 320}, PARALLEL, false, false},
    {"gc9107", &pmb_gc9107, {128, 128}, SPI | SPI3 | SOFT, false, false},
    {"hx8357d", &pmb_hx8357d, {320, 480}, SPI, false, false},
    {"ili9163c", &pmb_ili9163c, {128, 128}, SPI | PARALLEL, false, false},
    {"ili9163c 128x160", &pmb_ili9163c, {128, 160}, SPI, false, false},
    {"gc9a01", &pmb_gc9a01, {240, 240}, SPI | SPI3 | SOFT, false, false},
    {"ssd1680", &pmb_ssd1680, {122, 250}, SPI | SPI3 | SOFT | SOFT3, false, true},
    {"ssd1680 128x296", &pmb_ssd1680, {128, 296}, SPI, false, true},
    {"ssd1680 red", &pmb_ssd1680_red, {122, 250}, SPI | SPI3, false, true},
    {"ssd1681", &pmb_ssd1681, {200, 200}, SPI | SPI3 | SOFT | SOFT3, false, true},
    {"ssd1681 red", &pmb_ssd1681_red, {200, 200}, SPI, false, true},
    {"uc8151", &pmb_uc8151, {128, 296}, SPI | SPI3 | SOFT | SOFT3, false, true},
    {"uc8151 red", &pmb_uc8151_red, {128, 296}, SPI, false, true},
    {"uc8176", &pmb_uc8176, {400, 300}, SPI | SPI3 | SOFT, false, true},
    {"uc8176 red", &pmb_uc8176_red, {400, 300}, SPI, false, true},
    {"il91874", &pmb_il91874, {176, 264}, SPI | SPI3 | SOFT, false, true},
};

static pmb_panel_config config_for(const struct candidate *c, int bus)
{
    pmb_panel_config config = {
        .controller = c->controller,
        .size = c->size,
        .reset = PMB_PIN(1),
        .bus = {.select = PMB_PIN(2)},
    };
    pmb_bus *b = &config.bus;
    if (c->paper)
        config.busy = PMB_PIN(4);
    if (bus == SPI || bus == SOFT || bus == PARALLEL || bus == SPI16)
        b->data_command = PMB_PIN(3);
    if (bus == I2C)
        *b = (pmb_bus){.kind = &pmb_i2c};
    else if (bus == SPI)
        b->kind = &pmb_spi;
    else if (bus == SPI3)
        b->kind = &pmb_spi3;
    else if (bus == SPI16)
        b->kind = &pmb_spi16;
    else if (bus == SYNC)
        *b = (pmb_bus){.kind = &pmb_spi_sync, .select = PMB_PIN(2), .hertz = 1000000};
    else if (bus == PARALLEL)
        b->kind = &pmb_parallel8;
    else
        b->kind = &pmb_soft_spi;
    if (bus == SOFT || bus == SOFT3) {
        b->clock = PMB_PIN(5);
        b->data = PMB_PIN(6);
    }
    if (bus == PARALLEL) {
        b->strobe = PMB_PIN(7);
        b->read = PMB_PIN(8);
        b->second_select = PMB_PIN(9);
        b->lines = lines;
    }
    return config;
}

static const char *now; /* what is being tested, for the message of a failure */

static void paint_and_compare(struct rig *rig)
{
    pmb_size size = rig->panel.size;
    assert_int_equal(pmb_screen_paint(&rig->screen, paint_lopsided, &size), PMB_OK);
    assert_int_equal(pmb_panel_wait(&rig->panel, 60000), PMB_OK);
    if (pmb_module_complaint_count(rig->module))
        fail_msg("%s: %s", now, pmb_module_complaint(rig->module, 0));

    assert_glass_shows(rig, paint_lopsided, &size);
}

/* Small panels of the same families are tried in every way; of large ones three turns are enough,
 * which have each mirroring. */
static bool is_large(const pmb_panel_config *config)
{
    const bool bit_by_bit = config->bus.kind == &pmb_soft_spi || config->bus.kind == &pmb_parallel8;
    return (long)config->size.w * config->size.h > (bit_by_bit ? 10000 : 40000);
}

/* With options (options.h then renames functions) large panels add time and nothing else. */
#ifdef pmb_panel_open
enum { WITH_OPTIONS = true };
#else
enum { WITH_OPTIONS = false };
#endif

static void for_each(void (*check)(const struct candidate *, const pmb_panel_config *))
{
    for (size_t i = 0; i < LENGTH(all); i++)
        for (int bus = I2C; bus <= SYNC; bus <<= 1) {
            if (!(all[i].buses & bus))
                continue;
            const pmb_panel_config config = config_for(&all[i], bus);
            now = all[i].name;
            if (!WITH_OPTIONS || !is_large(&config))
                check(&all[i], &config);
        }
}

static void check_orientations(const struct candidate *c, const pmb_panel_config *config)
{
    (void)c;
    for (int turn = 0; turn < 8; turn++) {
        if (is_large(config) && (turn % 3 != 1 || (config->bus.kind != &pmb_spi && turn != 7)))
            continue;
        struct rig rig;
        pmb_panel_config turned = *config;
        turned.rotate = (pmb_rotation)(turn % 4);
        turned.mirror = turn >= 4;
        rig_open(&rig, &turned, 0, turn % 2);
        paint_and_compare(&rig);
        rig_close(&rig);
    }
}

static void every_orientation_on_every_bus(void **state)
{
    (void)state;
    for_each(check_orientations);
}

static void check_bands(const struct candidate *c, const pmb_panel_config *config)
{
    if (config->bus.kind != &pmb_spi && config->bus.kind != &pmb_i2c &&
        c->controller != &pmb_ks0108)
        return;
    for (int rotation = 0; rotation < 4; rotation++) {
        struct rig rig;
        pmb_panel_config turned = *config;
        if (is_large(config) && rotation != 1)
            continue;
        turned.rotate = (pmb_rotation)rotation;
        rig_build(&rig, &turned);
        assert_int_equal(pmb_panel_open(&rig.panel, &rig.config, rig.port), PMB_OK);
        const size_t least = pmb_screen_least_bytes(&rig.panel);
        rig_close(&rig);
        for (size_t bands = is_large(config) ? 20 : 1; bands < 40; bands += 19) {
            rig_open(&rig, &turned, least * bands, bands > 1);
            paint_and_compare(&rig);
            rig_close(&rig);
        }
    }
}

static void small_bands_give_the_same_glass(void **state)
{
    (void)state;
    for_each(check_bands);
}

static void check_inversion(const struct candidate *c, const pmb_panel_config *config)
{
    struct rig rig;
    (void)c;
    if (config->size.w * config->size.h > 80000)
        return;
    rig_open(&rig, config, 0, false);
    paint_and_compare(&rig);
    const unsigned before = glass_light_count(&rig);
    assert_int_equal(pmb_panel_invert(&rig.panel, true), PMB_OK);
    assert_int_equal(pmb_screen_paint(&rig.screen, paint_lopsided, &rig.panel.size), PMB_OK);
    assert_int_equal(pmb_panel_wait(&rig.panel, 60000), PMB_OK);
    assert_int_equal(before + glass_light_count(&rig), config->size.w * config->size.h);
    assert_int_equal(pmb_panel_invert(&rig.panel, false), PMB_OK);
    paint_and_compare(&rig);
    rig_close(&rig);
}

static void inversion_exchanges_every_pixel(void **state)
{
    (void)state;
    for (size_t i = 0; i < LENGTH(all); i++) {
        const pmb_panel_config config = config_for(&all[i], all[i].buses & SPI   ? SPI
                                                            : all[i].buses & I2C ? I2C
                                                                                 : PARALLEL);
        now = all[i].name;
        check_inversion(&all[i], &config);
    }
}

static unsigned sum_of(struct rig *rig)
{
    const pmb_glass_view glass = pmb_module_glass(rig->module);
    unsigned sum = 0;
    for (int i = 0; i < glass.width * glass.height * 3; i++)
        sum += glass.rgb[i];
    return sum;
}

static void contrast_changes_the_glass_or_is_refused(void **state)
{
    (void)state;
    for (size_t i = 0; i < LENGTH(all); i++) {
        struct rig rig;
        now = all[i].name;
        pmb_panel_config config = config_for(&all[i], all[i].buses & SPI   ? SPI
                                                      : all[i].buses & I2C ? I2C
                                                                           : PARALLEL);
        rig_open(&rig, &config, 0, false);
        paint_and_compare(&rig);
        const unsigned usual = sum_of(&rig);
        if (!all[i].has_contrast) {
            assert_int_equal(pmb_panel_contrast(&rig.panel, 9), PMB_ERR_UNSUPPORTED);
            assert_int_equal(pmb_panel_contrast(&rig.panel, 0), PMB_OK);
            config.contrast = 9;
            assert_int_equal(pmb_panel_open(&rig.panel, &config, rig.port), PMB_ERR_ARGUMENT);
        } else {
            assert_int_equal(pmb_panel_contrast(&rig.panel, PMB_NO_CHECKS ? 2 : 1), PMB_OK);
            const unsigned least = sum_of(&rig);
            assert_int_equal(pmb_panel_contrast(&rig.panel, PMB_NO_CHECKS ? 180 : 255), PMB_OK);
            const unsigned most = sum_of(&rig);
            if (least == usual || most == usual || least == most)
                fail_msg("%s: contrast does nothing", now);
            assert_int_equal(pmb_panel_contrast(&rig.panel, 0), PMB_OK);
            assert_int_equal(sum_of(&rig), usual);
        }
        if (pmb_module_complaint_count(rig.module))
            fail_msg("%s: %s", now, pmb_module_complaint(rig.module, 0));
        rig_close(&rig);
    }
}

static void sleep_hides_the_picture_and_wake_shows_it(void **state)
{
    (void)state;
    for (size_t i = 0; i < LENGTH(all); i++) {
        struct rig rig;
        now = all[i].name;
        const pmb_panel_config config = config_for(&all[i], all[i].buses & SPI   ? SPI
                                                            : all[i].buses & I2C ? I2C
                                                                                 : PARALLEL);
        rig_open(&rig, &config, 0, false);
        paint_and_compare(&rig);
        const unsigned awake = sum_of(&rig);
        assert_int_equal(pmb_panel_sleep(&rig.panel), PMB_OK);
        /* Paper keeps its picture. */
        if (!all[i].paper && sum_of(&rig) == awake)
            fail_msg("%s: sleep shows", now);
        assert_true(!all[i].paper || sum_of(&rig) == awake);
        assert_int_equal(pmb_panel_wake(&rig.panel), PMB_OK);
        assert_int_equal(sum_of(&rig), awake);
        paint_and_compare(&rig);
        rig_close(&rig);
    }
}

static void the_backlight_goes_on_with_opening(void **state)
{
    (void)state;
    struct rig rig;
    static const struct candidate tft = {"st7735", &pmb_st7735, {128, 160}, SPI, false, false};
    pmb_panel_config config = config_for(&tft, SPI);
    config.backlight = PMB_PIN(12);
    rig_open(&rig, &config, 0, false);
    pmb_fill(pmb_screen_canvas(&rig.screen), PMB_WHITE);
    assert_int_equal(pmb_screen_present(&rig.screen), PMB_OK);
    const unsigned on = sum_of(&rig);
    pmb_panel_backlight(&rig.panel, false);
    assert_true(sum_of(&rig) * 5 < on);
    pmb_panel_backlight(&rig.panel, true);
    assert_int_equal(sum_of(&rig), on);
    rig_close(&rig);
}

static void paint_colors(pmb_canvas *c, void *scene)
{
    (void)scene;
    static const pmb_color colors[] = {PMB_RED, PMB_GREEN, PMB_BLUE, PMB_YELLOW, PMB_BLACK};
    for (int16_t i = 0; i < 5; i++)
        pmb_rect_fill(c, (pmb_rect){(int16_t)(i * 10), 0, 10, 30}, colors[i]);
}

static void colours_are_the_right_ones(void **state)
{
    (void)state;
    for (size_t i = 0; i < LENGTH(all); i++)
        for (int bgr = 0; bgr < 2; bgr++) {
            const pmb_controller *controller = all[i].controller;
            const bool color = controller->family == &pmb_family_dcs ||
                               controller == &pmb_ili9225 || controller == &pmb_ssd1331 ||
                               controller == &pmb_ssd1351;
            struct rig rig;
            if (!color)
                continue;
            pmb_panel_config config = config_for(&all[i], SPI);
            config.bgr = bgr;
            now = all[i].name;
            rig_open(&rig, &config, 0, false);
            assert_int_equal(pmb_screen_paint(&rig.screen, paint_colors, NULL), PMB_OK);
            const pmb_glass_view glass = pmb_module_glass(rig.module);
            static const bool want[][3] = {{1, 0, 0}, {0, 1, 0}, {0, 0, 1}, {1, 1, 0}, {0, 0, 0}};
            for (int k = 0; k < 5; k++)
                for (int part = 0; part < 3; part++) {
                    const uint8_t have = glass.rgb[3 * (5 * glass.width + 10 * k + 5) + part];
                    if ((have > 100) != want[k][part])
                        fail_msg("%s: component %d of colour %d is %u", now, part, k, have);
                }
            rig_close(&rig);
        }
}

static void the_second_ink_shows_on_paper(void **state)
{
    (void)state;
    for (size_t i = 0; i < LENGTH(all); i++) {
        struct rig rig;
        if (!all[i].paper || !strstr(all[i].name, "red"))
            continue;
        for (int rotation = 0; rotation < 4; rotation++) {
            pmb_panel_config config = config_for(&all[i], SPI);
            config.rotate = (pmb_rotation)rotation;
            rig_open(&rig, &config, rotation ? 1600 : 0, true);
            assert_int_equal(pmb_screen_paint(&rig.screen, paint_colors, NULL), PMB_OK);
            assert_int_equal(pmb_panel_wait(&rig.panel, 60000), PMB_OK);
            const pmb_glass_view glass = pmb_module_glass(rig.module);
            unsigned red = 0;
            for (int p = 0; p < glass.width * glass.height; p++)
                red += glass.rgb[3 * p] > 2 * glass.rgb[3 * p + 1] && glass.rgb[3 * p] > 100;
            assert_int_equal(red, 2 * 300); /* the red and the yellow one */
            rig_close(&rig);
        }
    }
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_NO_TURN | PMB_PLAIN_PANELS | PMB_ONE_BIT, every_orientation_on_every_bus),
        test_without(PMB_NO_TURN | PMB_PLAIN_PANELS | PMB_ONE_BIT, small_bands_give_the_same_glass),
        test_without(PMB_PLAIN_PANELS | PMB_ONE_BIT, inversion_exchanges_every_pixel),
        test_without(PMB_PLAIN_PANELS | PMB_ONE_BIT, contrast_changes_the_glass_or_is_refused),
        test_without(PMB_PLAIN_PANELS | PMB_ONE_BIT, sleep_hides_the_picture_and_wake_shows_it),
        test_without(PMB_ONE_BIT, the_backlight_goes_on_with_opening),
        test_without(PMB_ONE_BIT, colours_are_the_right_ones),
        test_without(PMB_NO_TURN | PMB_PLAIN_PANELS | PMB_ONE_BIT, the_second_ink_shows_on_paper),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
