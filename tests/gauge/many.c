/* Gauges that show many values, and values that settle. */
#include "test.h"
#include "sheet.h"

static void columns_show_the_least_and_the_greatest(void **state)
{
    (void)state;
    static const pmb_scale scale = {.least = 0, .most = 40};
    static const pmb_series series[] = {
        {.scale = &scale, .color = PMB_WHITE, .trace = PMB_TRACE_DOTS}};
    pmb_spread values[20];
    pmb_plot p;
    static struct sheet s;
    assert_int_equal(pmb_plot_init(&p, &pmb_theme_dark, series, 1, values, 20), PMB_OK);
    pmb_plot_widen(&p, (const int16_t[]){7}); /* the first of all is a column */
    for (int n = 0; n < 9; n++) {
        pmb_plot_push(&p, (const int16_t[]){20});
        pmb_plot_widen(&p, (const int16_t[]){(int16_t)(20 + n)});
        pmb_plot_widen(&p, (const int16_t[]){(int16_t)(20 - 2 * n)});
    }
    open_sheet(&s, &pmb_rgb565, all);
    pmb_plot_draw(&s.c, &p, (pmb_rect){0, 0, 12, 41});
    for (int x = 0; x < 12; x++)
        for (int y = 0; y < 41; y++) {
            const int n = x - 3, value = 40 - y;
            const bool shown =
                n >= 0 ? value <= 20 + n && value >= 20 - 2 * n : n == -1 && value == 7;
            assert_int_equal(at(&s, x, y), shown ? PMB_WHITE : PMB_BLACK);
        }
}

/* A column takes in the values of every series. */
static void every_series_is_widened(void **state)
{
    (void)state;
    static const pmb_scale scale = {.least = 0, .most = 40};
    static const pmb_series series[] = {
        {.scale = &scale, .color = PMB_WHITE, .trace = PMB_TRACE_DOTS},
        {.scale = &scale, .color = PMB_WHITE, .trace = PMB_TRACE_DOTS}};
    pmb_spread values[2 * 20];
    pmb_plot p;
    static struct sheet s;
    assert_int_equal(pmb_plot_init(&p, &pmb_theme_dark, series, 2, values, 20), PMB_OK);
    pmb_plot_push(&p, (const int16_t[]){5, 25});
    pmb_plot_widen(&p, (const int16_t[]){9, 22});
    pmb_plot_widen(&p, (const int16_t[]){4, 30});
    open_sheet(&s, &pmb_rgb565, all);
    pmb_plot_draw(&s.c, &p, (pmb_rect){0, 0, 12, 41});
    for (int y = 0; y < 41; y++) {
        const int value = 40 - y;
        const bool shown = (value >= 4 && value <= 9) || (value >= 22 && value <= 30);
        assert_int_equal(at(&s, 11, y), shown ? PMB_WHITE : PMB_BLACK);
    }
}

static void a_line_of_reference_is_where_its_value_is(void **state)
{
    (void)state;
    static const pmb_scale scale = {.least = 0, .most = 40};
    static const pmb_series series[] = {
        {.scale = &scale, .color = PMB_RED, .trace = PMB_TRACE_DOTS, .marked = true, .mark = 30}};
    pmb_spread values[20];
    pmb_plot p;
    static struct sheet s;
    assert_int_equal(pmb_plot_init(&p, &pmb_theme_dark, series, 1, values, 20), PMB_OK);
    pmb_plot_push(&p, (const int16_t[]){5});
    open_sheet(&s, &pmb_rgb565, all);
    pmb_plot_draw(&s.c, &p, (pmb_rect){0, 0, 60, 41});
    int count = 0;
    for (int x = 0; x < 60; x++)
        for (int y = 0; y < 35; y++)
            if (at(&s, x, y) == PMB_RED) {
                assert_int_equal(y, 10);
                count++;
            }
    assert_in_range(count, 30, 40);
}

/* Ticks of a ruler are in the rows of the lines of a plot of the same height. */
static void a_ruler_stands_where_the_values_are(void **state)
{
    (void)state;
    static const pmb_scale scale = {.least = -20, .most = 100, .major = 30};
    static const pmb_series series[] = {{.scale = &scale, .color = PMB_WHITE}};
    pmb_spread values[4];
    pmb_plot p;
    static struct sheet s;
    const pmb_ruler ruler = {&pmb_theme_dark, &scale, PMB_RED, true};
    const int16_t w = pmb_ruler_width(&ruler);
    assert_int_equal(pmb_plot_init(&p, &pmb_theme_dark, series, 1, values, 4), PMB_OK);
    open_sheet(&s, &pmb_rgb565, all);
    pmb_ruler_draw(&s.c, &ruler, (pmb_rect){0, 3, w, 97});
    pmb_plot_draw(&s.c, &p, (pmb_rect){w, 3, 50, 97});
    int ticks = 0;
    for (int y = 3; y < 100; y++) {
        assert_int_equal(at(&s, w - 1, y) == PMB_RED, at(&s, w, y) == PMB_WHITE);
        ticks += at(&s, w - 1, y) == PMB_RED;
    }
    assert_int_equal(ticks, 5);
    static const pmb_scale ones = {.least = 0, .most = 4, .major = 1};
    const pmb_ruler fine = {&pmb_theme_dark, &ones, PMB_RED, true};
    open_sheet(&s, &pmb_rgb565, all);
    pmb_ruler_draw(&s.c, &fine, (pmb_rect){0, 3, w, 97});
    for (int y = 3; y < 100; y++)
        assert_int_equal(at(&s, w - 1, y) == PMB_RED, (y - 3) % 24 == 0);
}

static void bars_stand_on_zero(void **state)
{
    (void)state;
    static const pmb_scale scale = {.least = -20, .most = 20};
    static const pmb_scale above = {.least = 10, .most = 50};
    const pmb_chart chart = {&pmb_theme_color, &scale, NULL};
    const pmb_chart high = {&pmb_theme_color, &above, NULL};
    static struct sheet s;
    const int16_t values[] = {12, -7, 0, 500};
    open_sheet(&s, &pmb_rgb565, all);
    pmb_chart_draw(&s.c, &chart, (pmb_rect){0, 0, 40, 41}, values, 4, -1);
    const int tops[] = {8, 20, 20, 0}, ends[] = {20, 27, 20, 20};
    for (int i = 0; i < 4; i++)
        for (int y = 0; y < 41; y++) {
            const pmb_color color = at(&s, i * 10 + 4, y);
            assert_int_equal(color != pmb_theme_color.ground, y >= tops[i] && y <= ends[i]);
        }
    open_sheet(&s, &pmb_rgb565, all);
    pmb_chart_draw(&s.c, &high, (pmb_rect){0, 0, 40, 41}, (const int16_t[]){30}, 1, -1);
    assert_int_equal(at(&s, 20, 19), pmb_theme_color.ground);
    assert_int_equal(at(&s, 20, 20), pmb_theme_color.levels[0]);
    assert_int_equal(at(&s, 20, 39), pmb_theme_color.levels[0]);
    /* Bars that are 8 wide and more stand two apart, from 3 on one, and closer ones touch. */
    static const int gaps[][2] = {{12, 2}, {8, 2}, {7, 1}, {3, 1}, {2, 0}};
    for (size_t i = 0; i < LENGTH(gaps); i++) {
        int ground = 0;
        open_sheet(&s, &pmb_rgb565, all);
        pmb_chart_draw(&s.c, &high, (pmb_rect){0, 0, (int16_t)(2 * gaps[i][0]), 41},
                       (const int16_t[]){50, 50}, 2, -1);
        for (int x = 0; x < 2 * gaps[i][0]; x++)
            ground += at(&s, x, 20) == pmb_theme_color.ground;
        assert_int_equal(ground, gaps[i][1]);
    }
}

static void a_sparkline_uses_all_of_its_rows(void **state)
{
    (void)state;
    static struct sheet s;
    open_sheet(&s, &pmb_rgb565, all);
    pmb_sparkline_draw(&s.c, &pmb_theme_color, (pmb_rect){0, 0, 40, 22},
                       (const int16_t[]){-300, 900, -300, -300, 200}, 5);
    bool top = false, bottom = false;
    for (int x = 0; x < 40; x++) {
        top = top || at(&s, x, 1) == pmb_theme_color.quiet;
        bottom = bottom || at(&s, x, 20) == pmb_theme_color.quiet;
    }
    assert_true(top && bottom);
    assert_int_equal(at(&s, 38, 12), pmb_theme_color.ink);
    for (uint16_t count = 1; count <= 2; count++) { /* only one, and both alike: at the top */
        open_sheet(&s, &pmb_rgb565, all);
        pmb_sparkline_draw(&s.c, &pmb_theme_color, (pmb_rect){0, 0, 40, 22},
                           (const int16_t[]){5, 5}, count);
        assert_int_equal(at(&s, 20, 1) == pmb_theme_color.quiet, count == 2);
        assert_int_equal(at(&s, 38, 1), pmb_theme_color.ink);
        assert_int_equal(at(&s, 38, 20), pmb_theme_color.ground);
    }
}

static void a_scope_puts_points_where_they_belong(void **state)
{
    (void)state;
    static const pmb_scale unit = {.least = -50, .most = 50};
    const pmb_scope scope = {&pmb_theme_color, &unit, &unit, false};
    static struct sheet s;
    const int16_t points[][2] = {{-50, -50}, {50, 50}, {-20, 30}, {999, -999}, {0, 0}};
    open_sheet(&s, &pmb_rgb565, all);
    pmb_scope_draw(&s.c, &scope, (pmb_rect){0, 0, 105, 105}, points, 5);
    const int where[][2] = {{2, 102}, {102, 2}, {32, 22}, {102, 102}};
    for (int i = 0; i < 4; i++)
        assert_int_equal(at(&s, where[i][0], where[i][1]), pmb_theme_color.levels[0]);
    assert_int_equal(at(&s, 52, 52), pmb_theme_color.ink);
}

/* Half of the way in each half-life, however it is cut into steps. */
static void values_settle(void **state)
{
    (void)state;
    for (int step = 1; step <= 500; step = step * 3 + 1) {
        pmb_damper d = {0};
        assert_int_equal(pmb_damper_step(&d, 1000, 77, 200), 1000);
        for (int time = step; time <= 1000; time += step) {
            const int32_t shown = pmb_damper_step(&d, -7000, 77 + (uint32_t)time, 200);
            const int whole = time / 200;
            if (time % 200 == 0) {
                const int want = -7000 + 8000 / (1 << whole);
                assert_in_range(shown + 8000, want + 8000 - 20, want + 8000 + 20);
            }
        }
    }
    pmb_damper d = {0};
    (void)pmb_damper_step(&d, 5, UINT32_MAX - 10, 100);
    for (uint32_t i = 0; i < 40; i++)
        (void)pmb_damper_step(&d, -6, i * 50, 100); /* over the end of the clock */
    assert_int_equal(d.value, -6);
    assert_int_equal(pmb_damper_step(&d, 1073741823, 5000000, 100), 1073741823);
    (void)pmb_damper_step(&d, -1073741824, 5000100, 100);
    assert_in_range(d.value + 10, 0, 20);
    assert_int_equal(pmb_damper_step(&d, 77, 5000100, 0), 77);
    /* In a half-life it goes half of the way; what lies in the middle is rounded up, on both sides
     * of 0. */
    for (int32_t from = -9; from <= 9; from += 2) {
        pmb_damper half = {.started = false};
        assert_int_equal(pmb_damper_step(&half, from, 0, 100), from);
        assert_int_equal(pmb_damper_step(&half, from + 1, 100, 100), from + 1);
    }
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_ONE_BIT, columns_show_the_least_and_the_greatest),
        test_without(PMB_ONE_BIT, every_series_is_widened),
        test_without(PMB_ONE_BIT, a_line_of_reference_is_where_its_value_is),
        test_without(PMB_ONE_BIT, a_ruler_stands_where_the_values_are),
        test_without(PMB_ONE_BIT, bars_stand_on_zero),
        test_without(PMB_ONE_BIT, a_sparkline_uses_all_of_its_rows),
        test_without(PMB_ONE_BIT, a_scope_puts_points_where_they_belong),
        cmocka_unit_test(values_settle),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
