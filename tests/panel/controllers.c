/* Every controller on every bus that it has, in all orientations, against its simulated module. */
#include "every.h"
#include "rig.h"

#include "pemble/families.h"

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
    for (size_t i = 0; i < candidate_count; i++)
        for (int bus = I2C; bus <= SYNC; bus <<= 1) {
            if (!(candidates[i].buses & bus))
                continue;
            const pmb_panel_config config = config_for(&candidates[i], bus);
            now = candidates[i].name;
            if (!WITH_OPTIONS || !is_large(&config))
                check(&candidates[i], &config);
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

/* Fills the canvas with a colour; without one it draws nothing. */
static void draw_ground(pmb_canvas *c, void *color)
{
    if (color)
        pmb_fill(c, *(const pmb_color *)color);
}

static uint8_t ground_of(struct rig *rig, const pmb_color *color)
{
    assert_int_equal(pmb_screen_paint(&rig->screen, draw_ground, (void *)(uintptr_t)color), PMB_OK);
    assert_int_equal(pmb_panel_wait(&rig->panel, 60000), PMB_OK);
    const pmb_glass_view glass = pmb_module_glass(rig->module);
    for (int i = 0; i < glass.width * glass.height; i++)
        if (glass.rgb[3 * i + 1] != glass.rgb[1])
            fail_msg("%s: pixel %d is not as the first", now, i);
    return glass.rgb[1];
}

/* Where a scene draws nothing paper is light, and anything else dark. */
static void check_blank(const struct candidate *c, const pmb_panel_config *config)
{
    static const pmb_color white = PMB_WHITE, black = PMB_BLACK;
    struct rig rig;
    rig_open(&rig, config, 0, false);
    const uint8_t nothing = ground_of(&rig, NULL), dark = ground_of(&rig, &black);
    const uint8_t light = ground_of(&rig, &white);
    if (light <= dark || nothing != (c->paper ? light : dark))
        fail_msg("%s: nothing is %u, black %u, white %u", now, nothing, dark, light);
    rig_close(&rig);
}

static void a_panel_is_blank_where_nothing_is_drawn(void **state)
{
    (void)state;
    for_each(check_blank);
}

static unsigned idled;

static void note_idle(void *context)
{
    (void)context;
    idled++;
}

/* Data go in pieces where the port has something to do meanwhile. The glass is the same. */
static void check_idle(const struct candidate *c, const pmb_panel_config *config)
{
    struct rig rig;
    (void)c;
    rig_open(&rig, config, 0, false);
    pmb_bench_port(rig.bench)->idle = note_idle;
    idled = 0;
    paint_and_compare(&rig);
    assert_true(idled > 0);
    rig_close(&rig);
}

static void a_port_may_do_something_meanwhile(void **state)
{
    (void)state;
    for_each(check_idle);
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
    for (size_t i = 0; i < candidate_count; i++) {
        const pmb_panel_config config = config_for(&candidates[i], usual_bus(&candidates[i]));
        now = candidates[i].name;
        check_inversion(&candidates[i], &config);
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
    for (size_t i = 0; i < candidate_count; i++) {
        struct rig rig;
        now = candidates[i].name;
        pmb_panel_config config = config_for(&candidates[i], usual_bus(&candidates[i]));
        rig_open(&rig, &config, 0, false);
        paint_and_compare(&rig);
        const unsigned usual = sum_of(&rig);
        if (!candidates[i].has_contrast) {
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
    for (size_t i = 0; i < candidate_count; i++) {
        struct rig rig;
        now = candidates[i].name;
        const pmb_panel_config config = config_for(&candidates[i], usual_bus(&candidates[i]));
        rig_open(&rig, &config, 0, false);
        paint_and_compare(&rig);
        const unsigned awake = sum_of(&rig);
        assert_int_equal(pmb_panel_sleep(&rig.panel), PMB_OK);
        /* Paper keeps its picture. */
        if (!candidates[i].paper && sum_of(&rig) == awake)
            fail_msg("%s: sleep shows", now);
        assert_true(!candidates[i].paper || sum_of(&rig) == awake);
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

static bool has_colors(const pmb_controller *controller)
{
    return controller->family == &pmb_family_dcs || controller == &pmb_ili9225 ||
           controller == &pmb_ssd1331 || controller == &pmb_ssd1351;
}

static void assert_colors(const pmb_panel_config *config)
{
    static const bool want[][3] = {{1, 0, 0}, {0, 1, 0}, {0, 0, 1}, {1, 1, 0}, {0, 0, 0}};
    struct rig rig;
    rig_open(&rig, config, 0, false);
    assert_int_equal(pmb_screen_paint(&rig.screen, paint_colors, NULL), PMB_OK);
    const pmb_glass_view glass = pmb_module_glass(rig.module);
    for (int k = 0; k < 5; k++)
        for (int part = 0; part < 3; part++) {
            const uint8_t have = glass.rgb[3 * (5 * glass.width + 10 * k + 5) + part];
            if ((have > 100) != want[k][part])
                fail_msg("%s %dx%d at %d,%d: component %d of colour %d is %u", now, config->size.w,
                         config->size.h, config->offset.x, config->offset.y, part, k, have);
        }
    rig_close(&rig);
}

static void colours_are_the_right_ones(void **state)
{
    (void)state;
    for (size_t i = 0; i < candidate_count; i++)
        for (int bgr = 0; bgr < 2; bgr++) {
            pmb_panel_config config = config_for(&candidates[i], SPI);
            config.bgr = bgr;
            now = candidates[i].name;
            if (has_colors(candidates[i].controller))
                assert_colors(&config);
        }
}

/* Of glasses of one size the offset says which it is. */
static void every_known_glass_has_its_colours(void **state)
{
    (void)state;
    for (size_t i = 0; i < candidate_count; i++) {
        const pmb_controller *controller = candidates[i].controller;
        pmb_panel_config config = config_for(&candidates[i], SPI);
        now = candidates[i].name;
        if (!has_colors(controller) || strchr(now, ' ')) /* the same controller once more */
            continue;
        for (uint8_t k = 0; k < controller->glass_count; k++) {
            const pmb_glass *glass = &controller->glasses[k];
            config.size = glass->size;
            config.offset = (pmb_offset){glass->offset.x, glass->offset.y, true};
            assert_colors(&config);
        }
    }
}

static void the_second_ink_shows_on_paper(void **state)
{
    (void)state;
    for (size_t i = 0; i < candidate_count; i++) {
        struct rig rig;
        if (!candidates[i].paper || !strstr(candidates[i].name, "red"))
            continue;
        for (int rotation = 0; rotation < 4; rotation++) {
            pmb_panel_config config = config_for(&candidates[i], SPI);
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
        test_without(PMB_PLAIN_PANELS | PMB_ONE_BIT, a_panel_is_blank_where_nothing_is_drawn),
        test_without(PMB_PLAIN_PANELS | PMB_ONE_BIT, a_port_may_do_something_meanwhile),
        test_without(PMB_PLAIN_PANELS | PMB_ONE_BIT, inversion_exchanges_every_pixel),
        test_without(PMB_PLAIN_PANELS | PMB_ONE_BIT, contrast_changes_the_glass_or_is_refused),
        test_without(PMB_PLAIN_PANELS | PMB_ONE_BIT, sleep_hides_the_picture_and_wake_shows_it),
        test_without(PMB_ONE_BIT, the_backlight_goes_on_with_opening),
        test_without(PMB_ONE_BIT, colours_are_the_right_ones),
        test_without(PMB_ONE_BIT, every_known_glass_has_its_colours),
        test_without(PMB_NO_TURN | PMB_PLAIN_PANELS | PMB_ONE_BIT, the_second_ink_shows_on_paper),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
