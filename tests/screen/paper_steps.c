/* Screens on e-paper: resuming after sleep, painting in steps, parts, small memory. */
#include "pemble/bench_modules.h"
#include "pemble/families.h"
#include "rig.h"

static pmb_panel_config paper(const pmb_controller *controller, int16_t w, int16_t h)
{
    return (pmb_panel_config){
        .controller = controller,
        .size = {w, h},
        .bus = {.kind = &pmb_spi, .select = PMB_PIN(2), .data_command = PMB_PIN(3)},
        .reset = PMB_PIN(1),
        .busy = PMB_PIN(4),
        .refresh = PMB_REFRESH_PARTIAL,
    };
}

/* Those that compare two memories of theirs. */
static const struct {
    const pmb_controller *controller;
    pmb_size size;
} papers[] = {{&pmb_ssd1681, {200, 200}},     {&pmb_ssd1680, {122, 250}},
              {&pmb_ssd1675, {122, 250}},     {&pmb_uc8151, {128, 296}},
              {&pmb_uc8176, {400, 300}},      {&pmb_uc8179, {648, 480}},
              {&pmb_il91874_bare, {176, 264}}};

static unsigned paints; /* calls of the drawing function */

/* A row of three boxes, of which one is filled. */
static void paint_row(pmb_canvas *c, void *scene)
{
    const int which = *(const int *)scene;
    paints++;
    pmb_fill(c, PMB_WHITE);
    for (int i = 0; i < 3; i++) {
        const pmb_rect box = {(int16_t)(8 + 32 * i), 16, 24, 24};
        pmb_rect_stroke(c, box, PMB_BLACK);
        if (i == which)
            pmb_rect_fill(c, box, PMB_BLACK);
    }
}

static uint8_t shade(struct rig *rig, int x, int y)
{
    const pmb_glass_view glass = pmb_module_glass(rig->module);
    return glass.rgb[3 * (y * glass.width + x)];
}

static void assert_row(struct rig *rig, int which)
{
    for (int i = 0; i < 3; i++)
        assert_int_equal(shade(rig, 8 + 32 * i + 12, 28) < 80, i == which);
    assert_true(shade(rig, 4, 28) > 180);
}

static void paint_whole(struct rig *rig, int which)
{
    assert_int_equal(pmb_screen_paint(&rig->screen, paint_row, &which), PMB_OK);
    assert_int_equal(pmb_panel_wait(&rig->panel, 60000), PMB_OK);
}

/* The processor forgets everything; the paper is told what it shows, and does not flash. */
static void a_calendar_wakes_without_a_flash(void **state)
{
    (void)state;
    for (size_t i = 0; i < LENGTH(papers); i++) {
        struct rig rig;
        int shown = 0;
        const pmb_panel_config config =
            paper(papers[i].controller, papers[i].size.w, papers[i].size.h);
        rig_open(&rig, &config, 0, true);
        assert_int_equal(pmb_screen_paint_then_sleep(&rig.screen, paint_row, &shown), PMB_OK);
        const size_t bytes = pmb_screen_whole_bytes(&rig.panel);
        for (int minute = 1; minute < 4; minute++) {
            const uint8_t kept = rig.screen.since_full;
            memset(&rig.panel, 0xA5, sizeof rig.panel);
            memset(&rig.screen, 0xA5, sizeof rig.screen);
            memset(rig.buffer, 0xA5, bytes);
            const uint64_t then = pmb_bench_now(rig.bench);
            assert_int_equal(pmb_panel_resume(&rig.panel, &rig.config, rig.port), PMB_OK);
            const size_t band = minute == 2 ? bytes / 3 : bytes;
            assert_int_equal(pmb_screen_init(&rig.screen, &rig.panel, rig.buffer, band, NULL, 0),
                             PMB_OK);
            assert_int_equal(pmb_screen_resume(&rig.screen, paint_row, &shown, kept), PMB_OK);
            assert_false(pmb_panel_is_busy(&rig.panel));
            assert_row(&rig, shown);
            shown = minute % 3;
            assert_int_equal(pmb_screen_paint_then_sleep(&rig.screen, paint_row, &shown), PMB_OK);
            assert_true(pmb_bench_now(rig.bench) - then < 1600000000u); /* no full refresh */
            assert_int_equal(rig.screen.since_full, kept + 1);
            assert_row(&rig, shown);
        }
        assert_no_complaints(&rig);
        rig_close(&rig);
    }
}

/* Awake again in the same program: the same without opening. */
static void waking_can_resume(void **state)
{
    (void)state;
    for (size_t i = 0; i < LENGTH(papers); i++) {
        struct rig rig;
        int shown = 0;
        const pmb_panel_config config =
            paper(papers[i].controller, papers[i].size.w, papers[i].size.h);
        rig_open(&rig, &config, 0, false);
        assert_int_equal(pmb_screen_paint_then_sleep(&rig.screen, paint_row, &shown), PMB_OK);
        assert_int_equal(pmb_panel_wake(&rig.panel), PMB_OK);
        assert_int_equal(pmb_screen_resume(&rig.screen, paint_row, &shown, 0), PMB_OK);
        const uint64_t then = pmb_bench_now(rig.bench);
        paint_whole(&rig, 1);
        assert_true(pmb_bench_now(rig.bench) - then < 1200000000u);
        assert_row(&rig, 1);
        assert_no_complaints(&rig);
        rig_close(&rig);
    }
}

/* Memory that is lost in the deepest sleep, and kept in the usual one of an SSD168x. */
static void deep_sleep_loses_the_memory(void **state)
{
    (void)state;
    for (int deep = 0; deep < 2; deep++) {
        struct rig rig;
        const pmb_panel_config config = paper(&pmb_ssd1681, 200, 200);
        rig_open(&rig, &config, 0, false);
        paint_whole(&rig, 0);
        assert_int_equal(deep ? pmb_panel_deep_sleep(&rig.panel) : pmb_panel_sleep(&rig.panel),
                         PMB_OK);
        assert_int_equal(pmb_panel_wake(&rig.panel), PMB_OK);
        const uint64_t then = pmb_bench_now(rig.bench);
        paint_whole(&rig, 1);
        assert_int_equal(pmb_bench_now(rig.bench) - then > 2000000000u, deep); /* full */
        assert_row(&rig, 1);
        assert_no_complaints(&rig);
        rig_close(&rig);
    }
}

static void other_panels_have_none_of_this(void **state)
{
    (void)state;
    struct rig rig;
    int shown = 0;
    const pmb_panel_config config = {
        .controller = &pmb_ssd1306, .size = {128, 64}, .bus = {.kind = &pmb_i2c}};
    rig_open(&rig, &config, 0, false);
    assert_int_equal(pmb_screen_resume(&rig.screen, paint_row, &shown, 0), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_screen_refresh_next(&rig.screen, PMB_REFRESH_FULL), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_panel_resume(&rig.panel, &rig.config, rig.port), PMB_ERR_UNSUPPORTED);
    assert_int_equal(pmb_panel_open(&rig.panel, &rig.config, rig.port), PMB_OK);
    assert_int_equal(pmb_panel_temperature(&rig.panel, 20), PMB_ERR_UNSUPPORTED);
    assert_int_equal(pmb_panel_refresh_area(&rig.panel, PMB_REFRESH_FULL, (pmb_rect){0, 0, 8, 8}),
                     PMB_ERR_UNSUPPORTED);
    assert_int_equal(pmb_screen_paint_begin(&rig.screen, paint_row, &shown), PMB_OK);
    assert_int_equal(pmb_screen_paint_finish(&rig.screen, paint_row, &shown), PMB_OK);
    assert_int_equal(pmb_screen_paint_begin(NULL, paint_row, &shown), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_screen_paint_finish(NULL, paint_row, &shown), PMB_ERR_ARGUMENT);
    rig_close(&rig);
}

static unsigned polls;

static void poll_inputs(void *context)
{
    (void)context;
    polls++;
}

/* begin returns at once; the other panel, and inputs in the idle callback, go on. */
static void a_paint_in_steps_does_not_block(void **state)
{
    (void)state;
    for (size_t i = 0; i < LENGTH(papers); i++) {
        struct rig rig;
        int shown = 1;
        unsigned others = 0;
        const pmb_panel_config config =
            paper(papers[i].controller, papers[i].size.w, papers[i].size.h);
        rig_open(&rig, &config, 0, true);
        paint_whole(&rig, 0);
        assert_int_equal(pmb_screen_paint_begin(&rig.screen, paint_row, &shown), PMB_OK);
        while (pmb_panel_is_busy(&rig.panel)) {
            others++;
            rig.port->wait_us(rig.port->context, 10000);
        }
        assert_in_range(others, 20, 100);
        assert_int_equal(pmb_screen_paint_finish(&rig.screen, paint_row, &shown), PMB_OK);
        assert_row(&rig, 1);
        /* What it was told is right: the next one changes two boxes and no more. */
        paint_whole(&rig, 2);
        assert_row(&rig, 2);
        assert_no_complaints(&rig);
        rig_close(&rig);
    }
}

static void a_paint_that_was_not_finished_is_repaired(void **state)
{
    (void)state;
    struct rig rig;
    int shown = 1;
    const pmb_panel_config config = paper(&pmb_uc8151, 128, 296);
    rig_open(&rig, &config, 0, true);
    paint_whole(&rig, 0);
    assert_int_equal(pmb_screen_paint_begin(&rig.screen, paint_row, &shown), PMB_OK);
    const uint64_t then = pmb_bench_now(rig.bench);
    paint_whole(&rig, 2);
    assert_true(pmb_bench_now(rig.bench) - then > 3000000000u); /* fully */
    assert_row(&rig, 2);
    assert_no_complaints(&rig);
    rig_close(&rig);
}

static void inputs_are_polled_while_paper_is_waited_for(void **state)
{
    (void)state;
    struct rig rig;
    int shown = 1;
    const pmb_panel_config config = paper(&pmb_ssd1681, 200, 200);
    rig_build(&rig, &config);
    pmb_port port = *rig.port;
    port.idle = poll_inputs;
    assert_int_equal(pmb_panel_open(&rig.panel, &rig.config, &port), PMB_OK);
    rig.buffer = malloc(5000);
    assert_int_equal(pmb_screen_init(&rig.screen, &rig.panel, rig.buffer, 5000, NULL, 0), PMB_OK);
    polls = 0;
    const uint64_t then = pmb_bench_now(rig.bench);
    assert_int_equal(pmb_screen_paint(&rig.screen, paint_row, &shown), PMB_OK);
    assert_int_equal(pmb_panel_wait(&rig.panel, 60000), PMB_OK);
    const uint64_t milliseconds = (pmb_bench_now(rig.bench) - then) / 1000000;
    assert_true(milliseconds > 2000);
    assert_in_range(polls, milliseconds * 9 / 10, milliseconds);
    rig_close(&rig);
}

/* One refresh of another kind, and none when nothing has changed. */
static void one_refresh_may_be_of_another_kind(void **state)
{
    (void)state;
    struct rig rig;
    const pmb_panel_config config = paper(&pmb_ssd1681, 200, 200);
    rig_open(&rig, &config, 0, true);
    paint_whole(&rig, 0);
    paint_whole(&rig, 1);
    const uint8_t trace = shade(&rig, 20, 28);
    assert_int_equal(pmb_screen_refresh_next(&rig.screen, PMB_REFRESH_FULL), PMB_OK);
    paint_whole(&rig, 1);
    assert_int_not_equal(shade(&rig, 20, 28), trace);
    const uint64_t then = pmb_bench_now(rig.bench);
    paint_whole(&rig, 1);
    assert_true(pmb_bench_now(rig.bench) - then < 100000000u);
    assert_int_equal(pmb_screen_refresh_next(&rig.screen, (pmb_refresh)4), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_screen_refresh_next(&rig.screen, PMB_REFRESH_GREYS), PMB_OK);
    int shown = 2;
    assert_int_equal(pmb_screen_paint(&rig.screen, paint_row, &shown), PMB_ERR_UNSUPPORTED);
    paint_whole(&rig, 2);
    assert_row(&rig, 2);
    rig_close(&rig);
}

/* A part is painted, sent and refreshed alone; after eight such comes a full one of all. */
static void a_part_of_paper_is_painted_alone(void **state)
{
    (void)state;
    for (size_t i = 0; i < LENGTH(papers); i++) {
        struct rig rig;
        int shown = 0;
        const pmb_panel_config config =
            paper(papers[i].controller, papers[i].size.w, papers[i].size.h);
        rig_open(&rig, &config,
                 i % 2 ? 0
                       : pmb_canvas_bytes(&pmb_mono_horizontal, (pmb_size){papers[i].size.w, 64}),
                 false);
        paint_whole(&rig, 0);
        for (int n = 1; n <= 9; n++) {
            const pmb_bench_traffic before = pmb_bench_traffic_so_far(rig.bench);
            const uint64_t then = pmb_bench_now(rig.bench);
            shown = n % 3;
            assert_int_equal(
                pmb_screen_paint_area(&rig.screen, paint_row, &shown, (pmb_rect){8, 16, 88, 24}),
                PMB_OK);
            assert_int_equal(pmb_panel_wait(&rig.panel, 60000), PMB_OK);
            const pmb_bench_traffic now = pmb_bench_traffic_so_far(rig.bench);
            assert_in_range(now.bytes - before.bytes, 500, 1800);
            assert_int_equal(pmb_bench_now(rig.bench) - then > 2000000000u, n == 9);
            assert_row(&rig, shown);
        }
        assert_no_complaints(&rig);
        rig_close(&rig);
    }
}

/* Drawing functions cost time. Where the memory is there, none is called twice for a band. */
static void what_is_known_is_not_painted_twice(void **state)
{
    (void)state;
    enum { WHOLE, MIRROR, TILES, CASES };
    const unsigned bands = 25;
    for (int which = 0; which < CASES; which++) {
        struct rig rig;
        static uint8_t mirror[200 * 25];
        const pmb_panel_config config = paper(&pmb_ssd1681, 200, 200);
        rig_open(&rig, &config, which == WHOLE ? 0 : 200, which == TILES);
        if (which == MIRROR)
            assert_int_equal(pmb_screen_mirror(&rig.screen, mirror, sizeof mirror), PMB_OK);
        paint_whole(&rig, 0);
        paints = 0;
        paint_whole(&rig, 1);
        if (which == WHOLE)
            assert_int_equal(paints, 1);
        else if (which == MIRROR)
            assert_int_equal(paints, bands);
        else
            assert_in_range(paints, bands + 3, bands + 4); /* rows 16 to 39 */
        assert_row(&rig, 1);
        paint_whole(&rig, 2);
        assert_row(&rig, 2);
        assert_no_complaints(&rig);
        rig_close(&rig);
    }
}

/* 800x480 in a line of bytes: 100, and with a second ink 200. */
static void large_paper_needs_little_memory(void **state)
{
    (void)state;
    for (int red = 0; red < 2; red++) {
        struct rig rig;
        pmb_panel_config config = paper(red ? &pmb_uc8179_red : &pmb_uc8179, 800, 480);
        if (red)
            config.refresh = PMB_REFRESH_FULL;
        if (red && PMB_ONE_BIT)
            continue;
        rig_open(&rig, &config, red ? 200 : 100, false);
        assert_int_equal(pmb_screen_least_bytes(&rig.panel), red ? 200 : 100);
        for (int i = 0; i < 3; i++) {
            paint_whole(&rig, i);
            assert_row(&rig, i);
        }
        assert_no_complaints(&rig);
        rig_close(&rig);
    }
}

/* A table of somebody's own: a full refresh compares as well. */
static void a_full_refresh_may_compare(void **state)
{
    (void)state;
    const pmb_paper usual = *(const pmb_paper *)pmb_uc8151.detail;
    pmb_paper own = usual;
    own.flags |= PMB_FULL_COMPARES;
    pmb_controller controller = pmb_uc8151;
    controller.detail = &own;
    struct rig rig;
    int shown = 1;
    pmb_panel_config config = paper(&controller, 128, 296);
    config.refresh = PMB_REFRESH_FULL;
    rig_open(&rig, &config, 0, true);
    paint_whole(&rig, 0);
    assert_int_equal(pmb_screen_paint_begin(&rig.screen, paint_row, &shown), PMB_OK);
    assert_true(rig.screen.unfinished); /* the old picture is still in the old memory */
    assert_int_equal(pmb_screen_paint_finish(&rig.screen, paint_row, &shown), PMB_OK);
    assert_row(&rig, 1);
    assert_no_complaints(&rig);
    rig_close(&rig);
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_PLAIN_PANELS, a_calendar_wakes_without_a_flash),
        test_without(PMB_PLAIN_PANELS, waking_can_resume),
        test_without(PMB_PLAIN_PANELS, deep_sleep_loses_the_memory),
        test_without(PMB_PLAIN_PANELS | PMB_NO_CHECKS, other_panels_have_none_of_this),
        test_without(PMB_PLAIN_PANELS, a_paint_in_steps_does_not_block),
        test_without(PMB_PLAIN_PANELS, a_paint_that_was_not_finished_is_repaired),
        test_without(PMB_PLAIN_PANELS, inputs_are_polled_while_paper_is_waited_for),
        test_without(PMB_PLAIN_PANELS | PMB_NO_TILES, one_refresh_may_be_of_another_kind),
        test_without(PMB_PLAIN_PANELS, a_part_of_paper_is_painted_alone),
        test_without(PMB_PLAIN_PANELS | PMB_NO_TILES | PMB_NO_DAMAGE,
                     what_is_known_is_not_painted_twice),
        test_without(PMB_PLAIN_PANELS, large_paper_needs_little_memory),
        test_without(PMB_PLAIN_PANELS, a_full_refresh_may_compare),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
