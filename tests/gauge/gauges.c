/* Gauges: scales, what values do, and that nothing is drawn where it should not be. */
#include "test.h"
#include "gauges.h"
#include "sheet.h"

static void impossible_scales_are_refused(void **state)
{
    (void)state;
    static const pmb_zone falling[] = {{5, PMB_CAUTION}, {5, PMB_ALARM}};
    static const pmb_scale bad[] = {
        {.least = 5, .most = 5},
        {.least = 5, .most = 4},
        {.least = 0, .most = 10, .major = -1},
        {.least = INT32_MIN, .most = INT32_MAX, .minor = 1000},
        {.least = INT32_MIN, .most = INT32_MAX, .major = 1},
        {.least = 0, .most = 10, .zones = falling, .zone_count = 2},
    };
    static struct sheet s, empty;
    open_sheet(&s, &pmb_rgb565, all);
    open_sheet(&empty, &pmb_rgb565, all);
    for (size_t i = 0; i < LENGTH(bad); i++) {
        const pmb_dial dial = {&pmb_theme_color, &bad[i], 0, 40000, true, "x", false};
        const pmb_bar bar = {&pmb_theme_color, &bad[i], 0};
        assert_int_equal(pmb_scale_check(&bad[i]), PMB_ERR_ARGUMENT);
        pmb_dial_draw(&s.c, &dial, all, 5, 5);
        pmb_bar_draw(&s.c, &bar, all, 5, 5);
        pmb_bar_curved_draw(&s.c, &bar, all, 0, 40000, 5, 5);
        pmb_tank_draw(&s.c, &(pmb_tank){&pmb_theme_color, &bad[i], false}, all, 5, 5);
        pmb_thermometer_draw(&s.c, &(pmb_thermometer){&pmb_theme_color, &bad[i]}, all, 5);
        pmb_chart_draw(&s.c, &(pmb_chart){&pmb_theme_color, &bad[i], NULL}, all,
                       (const int16_t[]){5}, 1, -1);
        pmb_ruler_draw(&s.c, &(pmb_ruler){&pmb_theme_color, &bad[i], PMB_WHITE, true}, all);
        assert_int_equal(pmb_ruler_width(&(pmb_ruler){&pmb_theme_color, &bad[i], PMB_WHITE, true}),
                         0);
        pmb_scope_draw(&s.c, &(pmb_scope){&pmb_theme_color, &bad[i], &bad[i], true}, all,
                       (const int16_t[][2]){{5, 5}}, 1);
        assert_memory_equal(s.pixels, empty.pixels, sizeof s.pixels);
    }
    assert_int_equal(pmb_scale_check(NULL), PMB_ERR_ARGUMENT);
}

/* Distances of ticks that reach beyond the end, where sums of two values would not fit. */
static void scales_at_the_ends_of_numbers_are_drawn(void **state)
{
    (void)state;
    static const pmb_scale scale = {
        .least = 2000000000, .most = 2100000000, .major = 2000000000, .minor = 1000000};
    const pmb_dial dial = {&pmb_theme_color, &scale, 0, 40000, true, NULL, false};
    static struct sheet s, t;
    assert_int_equal(pmb_scale_check(&scale), PMB_OK);
    open_sheet(&s, &pmb_rgb565, all);
    open_sheet(&t, &pmb_rgb565, all);
    pmb_dial_draw(&s.c, &dial, all, 2000000000, -1);
    pmb_dial_draw(&t.c, &dial, all, 2100000000, -1);
    assert_memory_not_equal(s.pixels, t.pixels, sizeof s.pixels);
}

static void places_lie_between_the_ends(void **state)
{
    (void)state;
    static const pmb_scale s = {.least = -100, .most = 300};
    static const pmb_scale widest = {.least = INT32_MIN, .most = INT32_MAX};
    for (int v = -150; v <= 350; v++) {
        const int want = v < -100 ? 0 : v > 300 ? 80 : ((v + 100) * 80 + 200) / 400;
        assert_int_equal(pmb_scale_place(&s, v, 80), want);
    }
    assert_int_equal(pmb_scale_place(&widest, 0, 1000), 500);
    assert_int_equal(pmb_scale_place(&widest, INT32_MAX, 65535), 65535);
}

static void levels_follow_the_zones_and_hold(void **state)
{
    (void)state;
    static const pmb_zone zones[] = {{100, PMB_CAUTION}, {200, PMB_ALARM}};
    static const pmb_scale s = {.least = 0, .most = 300, .zones = zones, .zone_count = 2};
    assert_int_equal(pmb_scale_level(&s, 99), PMB_NORMAL);
    assert_int_equal(pmb_scale_level(&s, 100), PMB_CAUTION);
    assert_int_equal(pmb_scale_level(&s, 5000), PMB_ALARM);
    assert_int_equal(pmb_scale_level_held(&s, 195, PMB_ALARM, 10), PMB_ALARM);
    assert_int_equal(pmb_scale_level_held(&s, 189, PMB_ALARM, 10), PMB_CAUTION);
    assert_int_equal(pmb_scale_level_held(&s, 95, PMB_CAUTION, 10), PMB_CAUTION);
    assert_int_equal(pmb_scale_level_held(&s, 50, PMB_ALARM, 10), PMB_NORMAL);
    assert_int_equal(pmb_scale_level_held(&s, 250, PMB_NORMAL, 10), PMB_ALARM);
}

static void gauges_stay_in_their_rectangle(void **state)
{
    (void)state;
    static const pmb_format *const formats[] = {&pmb_rgb565, &pmb_grey4, &pmb_mono_vertical};
    for (size_t f = 0; f < LENGTH(formats); f++)
        for (size_t i = 0; i < gauge_count; i++)
            for (int16_t w = 1; w < 110; w = (int16_t)(w + 9))
                for (int16_t h = 1; h < 100; h = (int16_t)(h + 11)) {
                    static struct sheet s;
                    const pmb_rect r = {13, 11, w, h};
                    open_sheet(&s, formats[f], all);
                    const pmb_color ground = at(&s, 0, 0);
                    gauges[i].draw(&s.c, &pmb_theme_color, r, 60);
                    for (int16_t y = 0; y < H; y++)
                        for (int16_t x = 0; x < W; x++)
                            if (!pmb_rect_holds(r, (pmb_point){x, y}) && at(&s, x, y) != ground)
                                fail_msg("%s %dx%d: pixel %d,%d", gauges[i].name, w, h, x, y);
                }
}

/* Whatever the rectangle: nothing is drawn outside of it, and nothing overflows (sanitizers). */
static void gauges_take_any_rectangle(void **state)
{
    (void)state;
    static const int16_t ends[] = {INT16_MIN, 0, 11, 300, INT16_MAX};
    enum { N = sizeof ends / sizeof ends[0] };
    static struct sheet s;
    for (size_t i = 0; i < gauge_count; i++)
        for (int k = 0; k < N * N * N * N; k++) {
            const pmb_rect r = {ends[k % N], ends[k / N % N], ends[k / N / N % N],
                                ends[k / N / N / N]};
            assert_int_equal(pmb_canvas_init(&s.c, &pmb_mono_vertical, (pmb_rect){0, 0, 24, 24},
                                             s.pixels, sizeof s.pixels),
                             PMB_OK);
            pmb_fill(&s.c, PMB_BLACK);
            gauges[i].draw(&s.c, &pmb_theme_light, r, k % 140 - 20);
            for (int16_t y = 0; y < 24; y++)
                for (int16_t x = 0; x < 24; x++)
                    if (!pmb_rect_holds(r, (pmb_point){x, y}) && at(&s, x, y) != PMB_BLACK)
                        fail_msg("%s in %d,%d %dx%d: pixel %d,%d", gauges[i].name, r.x, r.y, r.w,
                                 r.h, x, y);
        }
}

static void bands_show_what_a_whole_buffer_shows(void **state)
{
    (void)state;
    for (size_t i = 0; i < gauge_count; i++) {
        static struct sheet whole, band;
        const pmb_rect r = {7, 5, 110, 100};
        open_sheet(&whole, &pmb_rgb565, all);
        gauges[i].draw(&whole.c, &pmb_theme_color, r, 45);
        for (int16_t top = 0; top < H; top = (int16_t)(top + 8)) {
            open_sheet(&band, &pmb_rgb565, (pmb_rect){0, top, W, 8});
            gauges[i].draw(&band.c, &pmb_theme_color, r, 45);
            for (int y = top; y < top + 8; y++)
                for (int x = 0; x < W; x++)
                    assert_int_equal(at(&band, x, y), at(&whole, x, y));
        }
    }
}

/* Beyond the ends of its scale a gauge stands at the end. Fields and digits show the number. */
static void values_beyond_the_ends_are_at_the_ends(void **state)
{
    (void)state;
    static const char *const names[] = {"bar",           "blocks",      "progress", "curved bar",
                                        "curved blocks", "thermometer", "tank",     "pointer dial"};
    for (size_t k = 0; k < LENGTH(names); k++)
        for (size_t i = 0; i < gauge_count; i++) {
            static struct sheet s[4];
            static const int parts[] = {0, -300, 100, 20000};
            if (strcmp(gauges[i].name, names[k]) != 0)
                continue;
            for (int n = 0; n < 4; n++) {
                open_sheet(&s[n], &pmb_rgb565, all);
                gauges[i].draw(&s[n].c, &pmb_theme_color, (pmb_rect){0, 0, 90, 90}, parts[n]);
            }
            assert_memory_equal(s[0].pixels, s[1].pixels, sizeof s[0].pixels);
            assert_memory_equal(s[2].pixels, s[3].pixels, sizeof s[0].pixels);
            assert_memory_not_equal(s[0].pixels, s[2].pixels, sizeof s[0].pixels);
        }
}

/* In its natural size each instrument shows more than in half of it, and larger typefaces make it
 * larger. */
static void natural_sizes_suit_the_typefaces(void **state)
{
    (void)state;
    for (int i = PMB_INSTRUMENT_ROUND; i <= PMB_INSTRUMENT_BATTERY; i++) {
        const pmb_size small = pmb_natural_size(&pmb_theme_dark, (pmb_instrument)i);
        const pmb_size large = pmb_natural_size(&pmb_theme_color, (pmb_instrument)i);
        assert_true(small.w >= 8 && small.h >= 5 && small.w <= 140 && small.h <= 120);
        assert_true(large.w > small.w && large.h > small.h);
    }
    /* A dial has its numbers there. */
    static const pmb_scale scale = {.least = 0, .most = 40, .major = 10};
    const pmb_dial dial = {
        &pmb_theme_dark, &scale, PMB_DEGREES(-120), PMB_DEGREES(240), true, NULL, false};
    pmb_dial plain = dial;
    const pmb_size n = pmb_natural_size(&pmb_theme_dark, PMB_INSTRUMENT_ROUND);
    static struct sheet s, t;
    plain.numbers = false;
    open_sheet(&s, &pmb_rgb565, all);
    open_sheet(&t, &pmb_rgb565, all);
    pmb_dial_draw(&s.c, &dial, (pmb_rect){0, 0, n.w, n.h}, 5, -1);
    pmb_dial_draw(&t.c, &plain, (pmb_rect){0, 0, n.w, n.h}, 5, -1);
    int numbers = 0;
    for (int i = 0; i < W * H; i++)
        numbers += at(&s, i % W, i / W) != at(&t, i % W, i / W);
    assert_in_range(numbers, 80, 300); /* nine digits */
}

static void draw_digits(struct sheet *s, const char *text, bool unlit)
{
    const pmb_segments digits = {&pmb_theme_color, 1, 0, unlit};
    open_sheet(s, &pmb_rgb565, all);
    pmb_segments_draw(&s->c, &digits, (pmb_rect){2, 2, 40, 60}, text, PMB_NORMAL);
}

static void digits_are_parts_of_an_eight(void **state)
{
    (void)state;
    static struct sheet eight, one, other;
    draw_digits(&eight, "8", false);
    for (const char *d = "0123456789ABCDEF-"; *d; d++) {
        const char text[] = {*d, '\0'};
        draw_digits(&one, text, false);
        for (int y = 0; y < H; y++)
            for (int x = 0; x < W; x++)
                if (at(&one, x, y) != GROUND)
                    assert_int_equal(at(&eight, x, y), pmb_theme_color.ink);
        for (const char *e = "0123456789ABCDEF-"; *e < *d; e++) {
            const char second[] = {*e, '\0'};
            draw_digits(&other, second, false);
            /* 8 and B, 0 and D look alike on seven segments where letters are capitals: ours are
             * small. */
            assert_memory_not_equal(one.pixels, other.pixels, sizeof one.pixels);
        }
        /* What is not lit is faint: together they are the eight. */
        draw_digits(&other, text, true);
        for (int y = 0; y < H; y++)
            for (int x = 0; x < W; x++)
                assert_int_equal(at(&other, x, y), at(&one, x, y) != GROUND ? pmb_theme_color.ink
                                                   : at(&eight, x, y) != GROUND
                                                       ? pmb_theme_color.faint
                                                       : GROUND);
    }
}

/* Letters and digits of fourteen segments are all different, and small letters are capitals. */
static void letters_are_told_apart(void **state)
{
    (void)state;
    static const char all_letters[] = "ABCDEFGHIJKLMNPQRTUVWXYZ0123456789+-*/\\<>_=";
    const pmb_segments one = {&pmb_theme_color, 1, 0, false};
    for (int16_t h = 15; h < 60; h = (int16_t)(h + 22))
        for (const char *p = all_letters; *p; p++)
            for (const char *q = all_letters; q < p; q++) {
                static struct sheet s, t;
                open_sheet(&s, &pmb_rgb565, all);
                open_sheet(&t, &pmb_rgb565, all);
                pmb_segments_letters_draw(&s.c, &one, (pmb_rect){2, 2, 60, h},
                                          (const char[]){*p, 0}, PMB_NORMAL);
                pmb_segments_letters_draw(&t.c, &one, (pmb_rect){2, 2, 60, h},
                                          (const char[]){*q, 0}, PMB_NORMAL);
                if (memcmp(s.pixels, t.pixels, sizeof s.pixels) == 0)
                    fail_msg("%c looks like %c at %d", *p, *q, h);
                if (*p < 'A' || *p > 'Z')
                    continue;
                open_sheet(&t, &pmb_rgb565, all);
                pmb_segments_letters_draw(&t.c, &one, (pmb_rect){2, 2, 60, h},
                                          (const char[]){(char)(*p + 32), 0}, PMB_NORMAL);
                assert_memory_equal(s.pixels, t.pixels, sizeof s.pixels);
            }
}

static int count_of(const struct sheet *s, pmb_color color)
{
    int count = 0;
    for (int i = 0; i < W * H; i++)
        count += at(s, i % W, i / W) == color;
    return count;
}

static void a_battery_warns_before_it_is_empty(void **state)
{
    (void)state;
    int before = -1;
    for (uint8_t percent = 0; percent <= 110; percent = (uint8_t)(percent + 10)) {
        static struct sheet s;
        const pmb_level level = percent <= 10   ? PMB_ALARM
                                : percent <= 25 ? PMB_CAUTION
                                                : PMB_NORMAL;
        open_sheet(&s, &pmb_rgb565, all);
        pmb_battery_draw(&s.c, &pmb_theme_color, (pmb_rect){3, 3, 110, 40}, percent, false);
        const int full = count_of(&s, pmb_theme_color.levels[level]);
        assert_true(percent <= 100 ? full > before : full == before);
        before = full;
        open_sheet(&s, &pmb_rgb565, all);
        pmb_battery_draw(&s.c, &pmb_theme_color, (pmb_rect){3, 3, 110, 40}, percent, true);
        assert_true(count_of(&s, pmb_theme_color.ink) > 0);
        assert_int_equal(count_of(&s, pmb_theme_color.levels[PMB_ALARM]), 0);
    }
}

static void an_eight_is_symmetric(void **state)
{
    (void)state;
    static struct sheet s;
    for (int16_t h = 9; h < 60; h++) {
        const pmb_segments digits = {&pmb_theme_color, 1, 0, false};
        const pmb_size size = pmb_segments_size(&digits, h, "8");
        open_sheet(&s, &pmb_rgb565, all);
        pmb_segments_draw(&s.c, &digits, (pmb_rect){0, 0, size.w, h}, "8", PMB_NORMAL);
        assert_int_not_equal(at(&s, size.w / 2, 0), GROUND);
        for (int y = 0; y < h; y++)
            for (int x = 0; x < size.w; x++)
                assert_int_equal(at(&s, x, y), at(&s, size.w - 1 - x, y));
    }
}

/* As far as hands are told apart: the longest in the direction of the minutes. */
static void hands_show_the_time_and_the_rose_the_heading(void **state)
{
    (void)state;
    for (uint32_t minute = 0; minute < 720; minute += 37) {
        static struct sheet s, t;
        const pmb_rect r = {0, 0, 101, 101};
        const pmb_angle angle = (pmb_angle)(minute % 60 * 65536 / 60);
        open_sheet(&s, &pmb_rgb565, all);
        pmb_clock_draw(&s.c, &pmb_theme_color, r, false, minute * 60);
        const pmb_point tip = pmb_polar((pmb_point){50, 50}, angle, 36);
        assert_int_equal(at(&s, tip.x, tip.y), pmb_theme_color.ink);
        /* Half a day later it is the same. */
        open_sheet(&t, &pmb_rgb565, all);
        pmb_clock_draw(&t.c, &pmb_theme_color, r, false, minute * 60 + 43200);
        assert_memory_equal(s.pixels, t.pixels, sizeof s.pixels);
        /* North is where it should be: as far to the left as we look to the right. */
        open_sheet(&t, &pmb_rgb565, all);
        pmb_compass_draw(&t.c, &pmb_theme_color, r, angle);
        const pmb_point north = pmb_polar((pmb_point){50, 50}, (pmb_angle)-angle, 12);
        int red = 0;
        for (int y = north.y - 1; y <= north.y + 1; y++)
            for (int x = north.x - 1; x <= north.x + 1; x++)
                red += at(&t, x, y) == pmb_theme_color.levels[PMB_ALARM];
        assert_true(red > 0);
    }
}

static void a_plot_moves_by_a_column(void **state)
{
    (void)state;
    static const pmb_scale scale = {.least = 0, .most = 40};
    static const pmb_series series[] = {
        {.scale = &scale, .color = PMB_WHITE, .trace = PMB_TRACE_DOTS}};
    pmb_spread values[30];
    pmb_plot p;
    static struct sheet s;
    assert_int_equal(pmb_plot_init(&p, &pmb_theme_dark, series, 1, values, 30), PMB_OK);
    assert_int_equal(pmb_plot_init(&p, &pmb_theme_dark, series, 0, values, 30), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_plot_init(&p, &pmb_theme_dark, series, 1, values, 30), PMB_OK);
    for (int n = 1; n <= 75; n++) {
        pmb_plot_push(&p, (const int16_t[]){(int16_t)(n * 7 % 41)});
        open_sheet(&s, &pmb_rgb565, all);
        pmb_plot_draw(&s.c, &p, (pmb_rect){10, 10, 25, 41});
        for (int ago = 0; ago < 25; ago++)
            for (int y = 0; y < 41; y++) {
                const bool shown = ago < n && ago < 30 && 40 - y == (n - ago) * 7 % 41;
                assert_int_equal(at(&s, 34 - ago, 10 + y), shown ? PMB_WHITE : PMB_BLACK);
            }
    }
}

static void a_line_has_no_gaps_and_finds_its_range(void **state)
{
    (void)state;
    static const pmb_series series[] = {{.color = PMB_WHITE}};
    pmb_spread values[60];
    pmb_plot p;
    static struct sheet s;
    assert_int_equal(pmb_plot_init(&p, &pmb_theme_dark, series, 1, values, 60), PMB_OK);
    for (int n = 0; n < 60; n++)
        pmb_plot_push(&p, (const int16_t[]){(int16_t)(n * n * 31 % 997 - 300)});
    open_sheet(&s, &pmb_rgb565, all);
    pmb_plot_draw(&s.c, &p, (pmb_rect){0, 0, 60, 50});
    bool top = false, bottom = false;
    for (int x = 0; x < 60; x++) {
        int first = -1, last = -1, count = 0, next_first = -1, next_last = -1;
        for (int y = 0; y < 50; y++) {
            if (at(&s, x, y) == PMB_WHITE) {
                first = first < 0 ? y : first;
                last = y;
                count++;
            }
            if (x < 59 && at(&s, x + 1, y) == PMB_WHITE) {
                next_first = next_first < 0 ? y : next_first;
                next_last = y;
            }
        }
        assert_int_equal(count, last - first + 1);
        if (x < 59) /* neighbours touch */
            assert_true(next_first <= last + 1 && next_last >= first - 1);
        top = top || first == 0;
        bottom = bottom || last == 49;
    }
    assert_true(top && bottom);
}

static void a_field_has_room_for_what_it_says(void **state)
{
    (void)state;
    static const pmb_scale scale = {.least = 0, .most = 9999, .decimals = 2};
    const pmb_theme *const themes[] = {&pmb_theme_dark, &pmb_theme_light, &pmb_theme_color};
    for (size_t t = 0; t < LENGTH(themes); t++) {
        static struct sheet s, larger;
        const pmb_field field = {themes[t], &scale, "tide", "m"};
        const pmb_size size = pmb_field_size(&field, 4);
        assert_true(size.w < W - 20 && size.h < H - 20);
        /* The digits are not cut: as many pixels of ink as with more room. */
        open_sheet(&s, &pmb_rgb565, all);
        open_sheet(&larger, &pmb_rgb565, all);
        pmb_field_draw(&s.c, &field, (pmb_rect){5, 5, size.w, size.h}, 8888, PMB_NORMAL);
        pmb_field_draw(&larger.c, &field,
                       (pmb_rect){5, 5, (int16_t)(size.w + 3), (int16_t)(size.h + 12)}, 8888,
                       PMB_NORMAL);
        int count[2] = {0};
        for (int i = 0; i < W * H; i++) {
            count[0] += at(&s, i % W, i / W) == themes[t]->ink;
            count[1] += at(&larger, i % W, i / W) == themes[t]->ink;
        }
        if (themes[t]->ink != themes[t]->quiet) /* else the frame counts, too */
            assert_int_equal(count[0], count[1]);
        else
            assert_int_equal(count[1] - count[0], 2 * 3 + 2 * 12);
    }
}

/* Room for the digits, the point, the unit and the label; each of them takes some. */
static void a_field_has_room_for_all_its_parts(void **state)
{
    (void)state;
    static const pmb_scale tenths = {.least = 0, .most = 999, .decimals = 1};
    const pmb_theme *theme = &pmb_theme_color;
    const pmb_text_style number = {.font = theme->numerals, .tabular = true};
    const pmb_text_style label = {.font = theme->label};
    const int digits = 3 * pmb_text_width(&number, "0"), frame = 8;
    const pmb_field plain = {theme, NULL, NULL, NULL};
    const pmb_field whole = {theme, &(pmb_scale){.least = 0, .most = 9}, NULL, NULL};
    const pmb_field point = {theme, &tenths, NULL, NULL};
    const pmb_field unit = {theme, &tenths, NULL, "mm"};
    const pmb_field named = {theme, NULL, "a very long label", NULL};
    assert_int_equal(pmb_field_size(&plain, 3).w, digits + frame);
    assert_int_equal(pmb_field_size(&whole, 3).w, digits + frame);
    assert_int_equal(pmb_field_size(&point, 3).w, digits + pmb_text_width(&number, ".") + frame);
    assert_int_equal(pmb_field_size(&unit, 3).w,
                     pmb_field_size(&point, 3).w + pmb_text_width(&label, "mm") + 2);
    assert_int_equal(pmb_field_size(&named, 3).w,
                     pmb_text_width(&label, "a very long label") + frame);
    assert_int_equal(pmb_field_size(&named, 3).h - pmb_field_size(&plain, 3).h,
                     pmb_font_measure(theme->label).ascent);
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_ONE_BIT, impossible_scales_are_refused),
        test_without(PMB_ONE_BIT, scales_at_the_ends_of_numbers_are_drawn),
        cmocka_unit_test(places_lie_between_the_ends),
        cmocka_unit_test(levels_follow_the_zones_and_hold),
        test_without(PMB_ONE_BIT, gauges_stay_in_their_rectangle),
        cmocka_unit_test(gauges_take_any_rectangle),
        test_without(PMB_ONE_BIT, bands_show_what_a_whole_buffer_shows),
        test_without(PMB_ONE_BIT, values_beyond_the_ends_are_at_the_ends),
        test_without(PMB_ONE_BIT, natural_sizes_suit_the_typefaces),
        test_without(PMB_ONE_BIT, digits_are_parts_of_an_eight),
        test_without(PMB_ONE_BIT, letters_are_told_apart),
        test_without(PMB_ONE_BIT, a_battery_warns_before_it_is_empty),
        test_without(PMB_ONE_BIT, an_eight_is_symmetric),
        test_without(PMB_ONE_BIT, hands_show_the_time_and_the_rose_the_heading),
        test_without(PMB_ONE_BIT, a_plot_moves_by_a_column),
        test_without(PMB_ONE_BIT, a_line_has_no_gaps_and_finds_its_range),
        test_without(PMB_ONE_BIT, a_field_has_room_for_what_it_says),
        test_without(PMB_ONE_BIT | PMB_PLAIN_TEXT, a_field_has_room_for_all_its_parts),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
