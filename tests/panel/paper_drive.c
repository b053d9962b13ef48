/* E-paper that lasts: balanced drive, greys, cold, borders, windows, and faults on every family. */
#include "pemble/bench_modules.h"
#include "pemble/bench_symptoms.h"
#include "pemble/driver.h"
#include "rig.h"

#include <stdlib.h>

enum { W = 64, H = 48 };

static const pmb_controller *const black_white[] = {
    &pmb_ssd1608, &pmb_ssd1619, &pmb_ssd1675, &pmb_ssd1677, &pmb_ssd1680,     &pmb_ssd1681,
    &pmb_ssd1683, &pmb_uc8151,  &pmb_uc8176,  &pmb_uc8179,  &pmb_uc8151_bare, &pmb_il91874_bare};

static const pmb_controller *const with_inks[] = {
    &pmb_ssd1619_red, &pmb_ssd1680_red, &pmb_ssd1681_red,     &pmb_ssd1683_red, &pmb_uc8151_red,
    &pmb_uc8176_red,  &pmb_uc8179_red,  &pmb_il91874,         &pmb_jd79660,     &pmb_jd79661,
    &pmb_jd79667,     &pmb_jd79668,     &pmb_il91874_red_bare};

static pmb_panel_config paper(const pmb_controller *controller)
{
    return (pmb_panel_config){
        .controller = controller,
        .size = {W, H},
        .bus = {.kind = &pmb_spi, .select = PMB_PIN(2), .data_command = PMB_PIN(3)},
        .reset = PMB_PIN(1),
        .busy = PMB_PIN(4),
    };
}

static uint32_t seed;

static int random_below(int limit)
{
    seed = seed * 1664525u + 1013904223u;
    return (int)((seed >> 16) % (uint32_t)limit);
}

/* Rectangles here and there; the scene is a seed. */
static void paint_boxes(pmb_canvas *c, void *scene)
{
    const uint32_t kept = seed;
    seed = *(const uint32_t *)scene;
    pmb_fill(c, PMB_WHITE);
    for (int i = 0; i < 5; i++) {
        const pmb_rect box = {(int16_t)random_below(W), (int16_t)random_below(H),
                              (int16_t)random_below(30), (int16_t)random_below(20)};
        pmb_rect_fill(c, box, i % 4 == 3 ? PMB_WHITE : PMB_BLACK);
    }
    seed = kept;
}

static uint8_t shade(struct rig *rig, int x, int y)
{
    const pmb_glass_view glass = pmb_module_glass(rig->module);
    return glass.rgb[3 * (y * glass.width + x)];
}

/* Nothing between black and white is left. */
static void assert_no_ghosts(struct rig *rig)
{
    const pmb_glass_view glass = pmb_module_glass(rig->module);
    uint8_t least = 255, most = 0;
    for (int i = 0; i < W * H; i++) {
        const uint8_t here = glass.rgb[3 * i];
        least = here < least ? here : least;
        most = here > most ? here : most;
    }
    for (int i = 0; i < W * H; i++) {
        const uint8_t here = glass.rgb[3 * i];
        if (here != least && here != most)
            fail_msg("%s: a shade of %d at %d,%d between %d and %d", pmb_module_label(rig->module),
                     here, i % W, i / W, least, most);
    }
}

/* One refresh of any kind, of the whole or of a part, at any temperature that is told. */
static void refresh_anyhow(struct rig *rig, uint32_t *scene)
{
    const int celsius = random_below(40);
    pmb_bench_temperature(rig->module, celsius);
    assert_int_equal(pmb_panel_temperature(&rig->panel, (int8_t)celsius), PMB_OK);
    if (random_below(3))
        assert_int_equal(
            pmb_screen_refresh_next(&rig->screen, (pmb_refresh)random_below(PMB_REFRESH_GREYS)),
            PMB_OK);
    *scene = (uint32_t)random_below(30000);
    if (random_below(4) == 0)
        assert_int_equal(pmb_screen_paint_area(&rig->screen, paint_boxes, scene,
                                               (pmb_rect){8, 8, (int16_t)random_below(56), 20}),
                         PMB_OK);
    else
        assert_int_equal(pmb_screen_paint(&rig->screen, paint_boxes, scene), PMB_OK);
    assert_int_equal(pmb_panel_wait(&rig->panel, 60000), PMB_OK);
}

static void a_thousand_refreshes_leave_no_drive_and_no_ghost(void **state)
{
    (void)state;
    for (size_t i = 0; i < LENGTH(black_white); i++) {
        struct rig rig;
        uint32_t scene = 1;
        pmb_panel_config config = paper(black_white[i]);
        config.refresh = PMB_REFRESH_PARTIAL;
        seed = 7 + (uint32_t)i;
        rig_open(&rig, &config, 0, i % 2);
        for (int n = 0; n < 1000; n++)
            refresh_anyhow(&rig, &scene);
        assert_int_equal(pmb_screen_refresh_next(&rig.screen, PMB_REFRESH_FULL), PMB_OK);
        assert_int_equal(pmb_screen_paint(&rig.screen, paint_boxes, &scene), PMB_OK);
        assert_int_equal(pmb_panel_wait(&rig.panel, 60000), PMB_OK);
        assert_glass_shows(&rig, paint_boxes, &scene);
        assert_no_ghosts(&rig);
        assert_no_complaints(&rig);
        rig_close(&rig);
    }
}

/* 0 black, 1 white, 2 yellow, 3 red. */
static int ink_at(struct rig *rig, int x, int y)
{
    const pmb_glass_view glass = pmb_module_glass(rig->module);
    const uint8_t *p = glass.rgb + 3 * (y * glass.width + x);
    if (p[0] < p[2] + 60)
        return p[0] > 128;
    return p[1] > 100 ? 2 : 3;
}

static void paint_red_boxes(pmb_canvas *c, void *scene)
{
    const uint32_t kept = seed;
    paint_boxes(c, scene);
    seed = *(const uint32_t *)scene + 1;
    for (int i = 0; i < 2; i++)
        pmb_rect_fill(c,
                      (pmb_rect){(int16_t)random_below(W), (int16_t)random_below(H),
                                 (int16_t)random_below(30), (int16_t)random_below(20)},
                      PMB_RED);
    seed = kept;
}

/* Every pixel has the ink that the scene has there. */
static void assert_inks(struct rig *rig, uint32_t *scene)
{
    static uint8_t pixels[W * H / 4];
    static const int inks[] = {0, 1, 3};
    pmb_canvas c;
    assert_int_equal(
        pmb_canvas_init(&c, &pmb_ink_horizontal, (pmb_rect){0, 0, W, H}, pixels, sizeof pixels),
        PMB_OK);
    paint_red_boxes(&c, scene);
    for (int i = 0; i < W * H; i++) {
        const pmb_color color = pmb_canvas_peek(&c, pmb_point_of(i % W, i / W));
        const int want = color == PMB_BLACK ? 0 : color == PMB_WHITE ? 1 : 2;
        if (ink_at(rig, i % W, i / W) != inks[want])
            fail_msg("%s: ink %d at %d,%d", pmb_module_label(rig->module),
                     ink_at(rig, i % W, i / W), i % W, i / W);
    }
}

/* The same for inks, which are only refreshed fully. */
static void inks_are_balanced_too(void **state)
{
    (void)state;
    for (size_t i = 0; i < LENGTH(with_inks); i++) {
        struct rig rig;
        uint32_t scene = 1;
        const pmb_panel_config config = paper(with_inks[i]);
        const bool own = with_inks[i] == &pmb_il91874_red_bare;
        seed = 3 + (uint32_t)i;
        rig_open(&rig, &config, 0, false);
        for (int n = 0; n < (own ? 1000 : 50); n++) {
            const int celsius = random_below(40);
            pmb_bench_temperature(rig.module, celsius);
            assert_int_equal(pmb_panel_temperature(&rig.panel, (int8_t)celsius), PMB_OK);
            scene = (uint32_t)random_below(30000);
            assert_int_equal(pmb_screen_paint(&rig.screen, paint_red_boxes, &scene), PMB_OK);
            assert_int_equal(pmb_panel_wait(&rig.panel, 60000), PMB_OK);
        }
        assert_inks(&rig, &scene);
        assert_no_complaints(&rig);
        rig_close(&rig);
    }
}

/* The same counting finds a waveform that is not balanced: half of a partial one. */
static void a_module_complains_of_drive_that_adds_up(void **state)
{
    (void)state;
    struct rig rig;
    uint32_t scene = 5;
    const pmb_panel_config config = paper(&pmb_uc8151);
    rig_open(&rig, &config, 0, false);
    const uint8_t setting = 0x3F | 0xC0, voltage = 0x12;
    const uint8_t towards_black[] = {0x40, 16, 0, 0, 0, 1};
    assert_int_equal(pmb_screen_paint(&rig.screen, paint_boxes, &scene), PMB_OK);
    assert_int_equal(pmb_panel_wait(&rig.panel, 60000), PMB_OK);
    for (int n = 0; n < 8; n++) {
        (void)pmb_send_parameters(&rig.panel, true, 0x00, &setting, 1);
        (void)pmb_send_parameters(&rig.panel, true, 0x82, &voltage, 1);
        (void)pmb_send_parameters(&rig.panel, true, 0x24, towards_black, sizeof towards_black);
        (void)pmb_send_single(&rig.panel, 0x04);
        rig.port->wait_us(rig.port->context, 200000);
        (void)pmb_send_single(&rig.panel, 0x12);
        rig.port->wait_us(rig.port->context, 2000000);
        (void)pmb_send_single(&rig.panel, 0x02);
        rig.port->wait_us(rig.port->context, 200000);
    }
    unsigned found = 0;
    for (unsigned i = 0; i < pmb_module_complaint_count(rig.module); i++)
        found += strstr(pmb_module_complaint(rig.module, i), "it fades") != NULL;
    assert_int_equal(found, 1);
    rig_close(&rig);
}

static void paint_steps(pmb_canvas *c, void *scene)
{
    static const pmb_color greys[] = {PMB_BLACK, PMB_RGB(90, 90, 90), PMB_RGB(170, 170, 170),
                                      PMB_WHITE};
    const int first = *(const int *)scene;
    for (int i = 0; i < 4; i++)
        pmb_rect_fill(c, (pmb_rect){(int16_t)(16 * i), 0, 16, H}, greys[(i + first) % 4]);
}

static void four_greys_are_four(void **state)
{
    (void)state;
    int opened = 0;
    for (size_t i = 0; i < LENGTH(black_white); i++) {
        struct rig rig;
        pmb_panel_config config = paper(black_white[i]);
        config.refresh = PMB_REFRESH_GREYS;
        if (((const pmb_paper *)black_white[i]->detail)->grey_ms == 0)
            continue;
        opened++;
        rig_open(&rig, &config, i % 2 ? 0 : 160, false);
        /* Whatever was there before, the same grey comes out. */
        for (int first = 0; first < 4; first++) {
            assert_int_equal(pmb_screen_paint(&rig.screen, paint_steps, &first), PMB_OK);
            assert_int_equal(pmb_panel_wait(&rig.panel, 60000), PMB_OK);
            int shades[4];
            for (int k = 0; k < 4; k++)
                shades[(k + first) % 4] = shade(&rig, 16 * k + 8, 20);
            assert_in_range(shades[0], 34, 54);
            assert_in_range(shades[1], 80, 120);
            assert_in_range(shades[2], 140, 190);
            assert_in_range(shades[3], 216, 226);
        }
        assert_no_complaints(&rig);
        assert_int_equal(pmb_panel_refresh(&rig.panel, PMB_REFRESH_FULL), PMB_ERR_UNSUPPORTED);
        rig_close(&rig);
    }
    assert_int_equal(opened, 10); /* all but SSD1608 and SSD1683 */
}

static void greys_need_waveforms(void **state)
{
    (void)state;
    static const pmb_controller *const controllers[] = {&pmb_ssd1608, &pmb_ssd1683, &pmb_uc8151_red,
                                                        &pmb_jd79660};
    for (size_t i = 0; i < LENGTH(controllers); i++) {
        struct rig rig;
        pmb_panel_config config = paper(controllers[i]);
        config.refresh = PMB_REFRESH_GREYS;
        rig_build(&rig, &config);
        assert_int_equal(pmb_panel_open(&rig.panel, &rig.config, rig.port), PMB_ERR_UNSUPPORTED);
        rig_close(&rig);
    }
}

/* A black box on white at 2 degrees: told so, partial refreshes take longer and are as good. */
static void in_the_cold_waveforms_are_longer(void **state)
{
    (void)state;
    uint8_t black[2];
    uint64_t took[2];
    for (int told = 0; told < 2; told++) {
        struct rig rig;
        int first = 3;
        pmb_panel_config config = paper(&pmb_uc8151);
        config.refresh = PMB_REFRESH_PARTIAL;
        rig_open(&rig, &config, 0, true);
        assert_int_equal(pmb_screen_paint(&rig.screen, paint_steps, &first), PMB_OK);
        pmb_bench_temperature(rig.module, 2);
        if (told)
            assert_int_equal(pmb_panel_temperature(&rig.panel, 2), PMB_OK);
        first = 1;
        assert_int_equal(pmb_panel_wait(&rig.panel, 60000), PMB_OK);
        const uint64_t then = pmb_bench_now(rig.bench);
        assert_int_equal(pmb_screen_paint(&rig.screen, paint_steps, &first), PMB_OK);
        took[told] = pmb_bench_now(rig.bench) - then;
        black[told] = shade(&rig, 8, 20); /* it was white */
        assert_no_complaints(&rig);
        rig_close(&rig);
    }
    assert_in_range(black[1], 34, 50);
    assert_true(black[0] > black[1] + 30);
    assert_true(took[1] > 2 * took[0]);
}

static void a_temperature_has_to_be_possible(void **state)
{
    (void)state;
    struct rig rig;
    const pmb_panel_config config = paper(&pmb_uc8151);
    rig_open(&rig, &config, 0, false);
    assert_int_equal(pmb_panel_temperature(&rig.panel, 86), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_panel_temperature(&rig.panel, -41), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_panel_temperature(NULL, 20), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_panel_temperature(&rig.panel, -40), PMB_OK);
    const pmb_rect area = {0, 0, 8, 8};
    assert_int_equal(pmb_panel_refresh_area(NULL, PMB_REFRESH_FULL, area), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_panel_deep_sleep(NULL), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_panel_resume(NULL, &rig.config, rig.port), PMB_ERR_ARGUMENT);
    rig_close(&rig);
}

static void paint_inks(pmb_canvas *c, void *scene)
{
    static const pmb_color inks[] = {PMB_BLACK, PMB_WHITE, PMB_YELLOW, PMB_RED};
    const pmb_size size = *(const pmb_size *)scene;
    for (int i = 0; i < 4; i++)
        pmb_rect_fill(c,
                      (pmb_rect){(int16_t)(i % 2 * size.w / 2), (int16_t)(i / 2 * size.h / 2),
                                 (int16_t)(size.w / 2), (int16_t)(size.h / 2)},
                      inks[i]);
}

static void four_inks_are_where_they_were_drawn(void **state)
{
    (void)state;
    static const pmb_controller *const controllers[] = {&pmb_jd79660, &pmb_jd79661, &pmb_jd79667,
                                                        &pmb_jd79668};
    /* Of the corners of the screen, what is in each corner of the glass. */
    static const int corners[][4] = {{0, 1, 2, 3}, {2, 0, 3, 1}, {3, 2, 1, 0}, {1, 3, 0, 2}};
    for (size_t i = 0; i < LENGTH(controllers); i++)
        for (int turn = 0; turn < 4; turn++) {
            struct rig rig;
            pmb_panel_config config = paper(controllers[i]);
            config.rotate = (pmb_rotation)turn;
            rig_open(&rig, &config, turn % 2 ? 0 : 256, i % 2);
            assert_int_equal(pmb_screen_paint(&rig.screen, paint_inks, &rig.panel.size), PMB_OK);
            assert_int_equal(pmb_panel_wait(&rig.panel, 60000), PMB_OK);
            for (int k = 0; k < 4; k++)
                assert_int_equal(ink_at(&rig, k % 2 * 50 + 6, k / 2 * 35 + 6), corners[turn][k]);
            assert_no_complaints(&rig);
            rig_close(&rig);
        }
}

/* Traces inside of the window are gone after a full refresh of it, those outside are not. */
static void a_window_is_refreshed_alone(void **state)
{
    (void)state;
    static const pmb_controller *const controllers[] = {&pmb_uc8151, &pmb_uc8176, &pmb_uc8179,
                                                        &pmb_il91874_bare};
    for (size_t i = 0; i < LENGTH(controllers); i++) {
        struct rig rig;
        pmb_panel_config config = paper(controllers[i]);
        config.refresh = PMB_REFRESH_PARTIAL;
        rig_open(&rig, &config, 0, true);
        for (int first = 3; first > 0; first--) {
            assert_int_equal(pmb_screen_paint(&rig.screen, paint_steps, &first), PMB_OK);
            assert_int_equal(pmb_panel_wait(&rig.panel, 60000), PMB_OK);
        }
        const uint8_t left = shade(&rig, 4, 20), right = shade(&rig, 60, 20);
        assert_int_equal(
            pmb_panel_refresh_area(&rig.panel, PMB_REFRESH_FULL, (pmb_rect){33, 0, 20, H}), PMB_OK);
        assert_int_equal(pmb_panel_wait(&rig.panel, 60000), PMB_OK);
        assert_int_equal(shade(&rig, 4, 20), left);
        assert_int_equal(shade(&rig, 60, 20), right);
        const uint8_t settled = shade(&rig, 40, 20);
        assert_int_equal(
            pmb_panel_refresh_area(&rig.panel, PMB_REFRESH_FULL, (pmb_rect){W, 0, 20, H}),
            PMB_ERR_ARGUMENT);
        assert_int_equal(pmb_panel_refresh(&rig.panel, PMB_REFRESH_FULL), PMB_OK);
        assert_int_equal(pmb_panel_wait(&rig.panel, 60000), PMB_OK);
        assert_int_equal(shade(&rig, 40, 20), settled);
        assert_int_not_equal(shade(&rig, 60, 20), right);
        assert_no_complaints(&rig);
        rig_close(&rig);
    }
}

/* What a day does, as the symptoms of a panel show it: pixels that are neither black nor white. */
static void a_day_of_a_mistake_can_be_seen(void **state)
{
    (void)state;
    static const struct {
        const pmb_controller *controller;
        int mistakes; /* of the three that only paper has */
    } cases[] = {{&pmb_uc8151, 3}, {&pmb_uc8179, 2}, {&pmb_ssd1681, 1}, {&pmb_uc8151_red, 1}};
    for (size_t i = 0; i < LENGTH(cases); i++) {
        pmb_panel_config config = paper(cases[i].controller);
        int found = 0;
        if (config.controller == &pmb_uc8151_red && PMB_ONE_BIT)
            continue;
        for (int number = PMB_SYMPTOMS - 3; number < PMB_SYMPTOMS; number++) {
            struct rig rig;
            pmb_symptom symptom;
            unsigned grey = 0;
            if (!pmb_symptom_make(&symptom, number, &config))
                continue;
            found++;
            rig_build(&rig, &config);
            assert_int_equal(pmb_symptom_show(&symptom, rig.bench, rig.module, "DAY"), PMB_OK);
            const pmb_glass_view glass = pmb_module_glass(rig.module);
            for (int k = 0; k < W * H; k++)
                grey += glass.rgb[3 * k] > 34 && glass.rgb[3 * k] < 226;
            assert_in_range(grey, 100, W * H);
            rig_close(&rig);
        }
        assert_int_equal(found, cases[i].mistakes);
    }
}

/* ---- faults ---- */

static pmb_status paint_through(struct rig *rig, uint32_t *scene)
{
    pmb_status status = pmb_screen_paint(&rig->screen, paint_boxes, scene);
    if (status == PMB_OK)
        status = pmb_panel_wait(&rig->panel, 60000);
    return status;
}

/* One transfer of a second picture fails, in its first byte or in the fourth; then one later. */
static unsigned walk_transfers(const pmb_panel_config *config, unsigned bytes)
{
    struct rig rig;
    bool failed = true;
    unsigned failures = 0;
    rig_open(&rig, config, 0, true);
    for (unsigned n = 1; failed; n++) {
        uint32_t scene = 11;
        assert_int_equal(paint_through(&rig, &scene), PMB_OK);
        scene = 23;
        pmb_bench_break_transfer(rig.bench, n, bytes, false);
        failed = paint_through(&rig, &scene) != PMB_OK;
        failures += failed;
        pmb_bench_break_transfer(rig.bench, 0, 0, false);
        assert_int_equal(paint_through(&rig, &scene), PMB_OK);
        assert_glass_shows(&rig, paint_boxes, &scene);
    }
    rig_close(&rig);
    return failures;
}

static void the_next_paint_repairs_a_failed_one(void **state)
{
    (void)state;
    for (size_t i = 0; i < LENGTH(black_white) + LENGTH(with_inks); i++) {
        const bool inks = i >= LENGTH(black_white);
        if (inks && PMB_ONE_BIT)
            return;
        pmb_panel_config config = paper(inks ? with_inks[i - LENGTH(black_white)] : black_white[i]);
        config.refresh = inks ? PMB_REFRESH_FULL : PMB_REFRESH_PARTIAL;
        assert_in_range(walk_transfers(&config, 0), 6, 1000);
        (void)walk_transfers(&config, 3);
    }
}

static const struct {
    const pmb_controller *controller;
    int busy, idle; /* levels of the pin */
} families[] = {{&pmb_ssd1681, 1, 0}, {&pmb_ssd1675, 1, 0}, {&pmb_ssd1608, 1, 0},
                {&pmb_uc8151, 0, 1},  {&pmb_uc8179, 0, 1},  {&pmb_il91874_bare, 0, 1}};

static void a_busy_line_that_hangs_is_an_error_and_then_repaired(void **state)
{
    (void)state;
    for (size_t i = 0; i < LENGTH(families); i++) {
        struct rig rig;
        uint32_t scene = 11;
        pmb_panel_config config = paper(families[i].controller);
        config.refresh = PMB_REFRESH_PARTIAL;
        rig_open(&rig, &config, 0, true);
        assert_int_equal(paint_through(&rig, &scene), PMB_OK);
        scene = 23;
        assert_int_equal(pmb_screen_paint_begin(&rig.screen, paint_boxes, &scene), PMB_OK);
        assert_true(pmb_bench_stick(rig.module, "BUSY", families[i].busy));
        assert_int_equal(pmb_screen_paint_finish(&rig.screen, paint_boxes, &scene),
                         PMB_ERR_TIMEOUT);
        assert_true(pmb_bench_stick(rig.module, "BUSY", -1));
        scene = 31;
        assert_int_equal(paint_through(&rig, &scene), PMB_OK);
        assert_glass_shows(&rig, paint_boxes, &scene);
        rig_close(&rig);
    }
}

/* The pin always says idle: the board is too fast, and its refresh is lost or cut short. When the
 * pin works again, the next paint is right. */
static void a_busy_line_that_says_nothing_is_survived(void **state)
{
    (void)state;
    for (size_t i = 0; i < LENGTH(families); i++) {
        struct rig rig;
        uint32_t scene = 11;
        pmb_panel_config config = paper(families[i].controller);
        rig_open(&rig, &config, 0, true);
        assert_int_equal(paint_through(&rig, &scene), PMB_OK);
        assert_true(pmb_bench_stick(rig.module, "BUSY", families[i].idle));
        scene = 23;
        (void)paint_through(&rig, &scene);
        rig.port->wait_us(rig.port->context, 20000000);
        assert_true(pmb_bench_stick(rig.module, "BUSY", -1));
        pmb_screen_forget(&rig.screen);
        scene = 31;
        assert_int_equal(paint_through(&rig, &scene), PMB_OK);
        assert_glass_shows(&rig, paint_boxes, &scene);
        rig_close(&rig);
    }
}

/* The board starts again while the paper is refreshed. */
static void a_refresh_that_was_cut_is_repaired(void **state)
{
    (void)state;
    for (size_t i = 0; i < LENGTH(families); i++) {
        struct rig rig;
        uint32_t scene = 11;
        pmb_panel_config config = paper(families[i].controller);
        config.refresh = PMB_REFRESH_PARTIAL;
        rig_open(&rig, &config, 0, true);
        assert_int_equal(paint_through(&rig, &scene), PMB_OK);
        scene = 23;
        assert_int_equal(pmb_screen_paint_begin(&rig.screen, paint_boxes, &scene), PMB_OK);
        rig.port->wait_us(rig.port->context, 200000);
        assert_int_equal(pmb_panel_open(&rig.panel, &rig.config, rig.port), PMB_OK);
        pmb_screen_forget(&rig.screen);
        assert_int_equal(paint_through(&rig, &scene), PMB_OK);
        assert_glass_shows(&rig, paint_boxes, &scene);
        assert_no_ghosts(&rig);
        assert_no_complaints(&rig);
        rig_close(&rig);
    }
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_PLAIN_PANELS, a_thousand_refreshes_leave_no_drive_and_no_ghost),
        test_without(PMB_PLAIN_PANELS | PMB_ONE_BIT, inks_are_balanced_too),
        test_without(PMB_PLAIN_PANELS, a_module_complains_of_drive_that_adds_up),
        test_without(PMB_PLAIN_PANELS | PMB_ONE_BIT, four_greys_are_four),
        test_without(PMB_PLAIN_PANELS | PMB_ONE_BIT, greys_need_waveforms),
        test_without(PMB_PLAIN_PANELS, in_the_cold_waveforms_are_longer),
        test_without(PMB_PLAIN_PANELS | PMB_NO_CHECKS, a_temperature_has_to_be_possible),
        test_without(PMB_PLAIN_PANELS | PMB_ONE_BIT | PMB_NO_TURN,
                     four_inks_are_where_they_were_drawn),
        test_without(PMB_PLAIN_PANELS, a_window_is_refreshed_alone),
        test_without(PMB_PLAIN_PANELS, a_day_of_a_mistake_can_be_seen),
        test_without(PMB_PLAIN_PANELS, the_next_paint_repairs_a_failed_one),
        test_without(PMB_PLAIN_PANELS, a_busy_line_that_hangs_is_an_error_and_then_repaired),
        test_without(PMB_PLAIN_PANELS, a_busy_line_that_says_nothing_is_survived),
        test_without(PMB_PLAIN_PANELS, a_refresh_that_was_cut_is_repaired),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
