/* Gauges at their limits: without ticks, marks, texts or values, and with more than have room. */
#include "sheet.h"
#include "test.h"

static const pmb_rect middle = {10, 10, 120, 100};
static const pmb_scale plain = {.least = 0, .most = 100};
static const pmb_scale ticked = {.least = 0, .most = 100, .major = 50, .minor = 25};
static const pmb_scale impossible = {.least = 9, .most = 9};

static struct sheet s, other;

/* A new sheet; what was drawn is kept for comparing. */
static void again(void)
{
    other = s;
    open_sheet(&s, &pmb_rgb565, all);
}

static bool is_same(void)
{
    return memcmp(s.pixels, other.pixels, sizeof s.pixels) == 0;
}

/* Something is drawn, and nothing of it outside of the rectangle. */
static void assert_drawn(void)
{
    int inside = 0;
    for (int y = 0; y < H; y++)
        for (int x = 0; x < W; x++) {
            const bool ground = at(&s, x, y) == GROUND;
            if (pmb_rect_holds(middle, (pmb_point){(int16_t)x, (int16_t)y}))
                inside += !ground;
            else
                assert_true(ground);
        }
    assert_int_not_equal(inside, 0);
}

static void assert_blank(void)
{
    for (size_t i = 0; i < LENGTH(s.pixels); i += 2)
        assert_int_equal(s.pixels[i] << 8 | s.pixels[i + 1], GROUND);
}

static void scales_need_no_ticks(void **state)
{
    (void)state;
    const pmb_dial dial = {
        &pmb_theme_dark, &plain, PMB_DEGREES(-120), PMB_DEGREES(240), true, "m", false};
    const pmb_tank tank = {&pmb_theme_dark, &plain, false};
    const pmb_thermometer thermometer = {&pmb_theme_dark, &plain};
    const pmb_ruler ruler = {&pmb_theme_dark, &plain, PMB_WHITE, false};
    const pmb_chart chart = {&pmb_theme_dark, &plain, NULL};
    static const int16_t values[] = {10, 50, 90};
    for (int kind = 0; kind < 5; kind++) {
        again();
        if (kind == 0)
            pmb_dial_draw(&s.c, &dial, middle, 30, -1);
        else if (kind == 1)
            pmb_tank_draw(&s.c, &tank, middle, 30, 0);
        else if (kind == 2)
            pmb_thermometer_draw(&s.c, &thermometer, middle, 30);
        else if (kind == 3)
            pmb_ruler_draw(&s.c, &ruler, middle);
        else
            pmb_chart_draw(&s.c, &chart, middle, values, 3, 1);
        assert_drawn();
    }
    assert_int_equal(pmb_ruler_width(&ruler), 5); /* a tick, and a gap */
}

/* A target beyond either end of the scale has no mark; one at the end has. */
static void zones_rise(void **state)
{
    (void)state;
    static const pmb_zone rising[] = {{0, PMB_NORMAL}, {5, PMB_CAUTION}, {9, PMB_ALARM}};
    static const pmb_zone falling[] = {{0, PMB_NORMAL}, {5, PMB_CAUTION}, {5, PMB_ALARM}};
    pmb_scale scale = plain;
    scale.zone_count = 3;
    scale.zones = rising;
    assert_int_equal(pmb_scale_check(&scale), PMB_OK);
    scale.zones = falling;
    assert_int_equal(pmb_scale_check(&scale), PMB_ERR_ARGUMENT);
    scale.zone_count = 2;
    assert_int_equal(pmb_scale_check(&scale), PMB_OK);
}

/* A single zone colours its part of a dial. */
static void one_zone_is_seen(void **state)
{
    (void)state;
    static const pmb_zone zone = {.from = 50, .level = PMB_ALARM};
    static const pmb_scale zoned = {.least = 0, .most = 100, .zones = &zone, .zone_count = 1};
    static const pmb_dial dials[] = {
        {&pmb_theme_color, &zoned, PMB_DEGREES(-120), PMB_DEGREES(240), false, NULL, false},
        {&pmb_theme_color, &plain, PMB_DEGREES(-120), PMB_DEGREES(240), false, NULL, false}};
    for (size_t i = 0; i < LENGTH(dials); i++) {
        int normal = 0, alarm = 0;
        again();
        pmb_dial_draw(&s.c, &dials[i], middle, 30, -1);
        for (int y = 0; y < H; y++)
            for (int x = 0; x < W; x++) {
                normal += at(&s, x, y) == pmb_theme_color.levels[PMB_NORMAL];
                alarm += at(&s, x, y) == pmb_theme_color.levels[PMB_ALARM];
            }
        assert_int_equal(normal > 20, i == 0);
        assert_int_equal(alarm > 20, i == 0);
    }
}

static void targets_beyond_the_scale_have_no_mark(void **state)
{
    (void)state;
    const pmb_bar bar = {&pmb_theme_dark, &ticked, 0};
    static const int32_t targets[] = {-1, 101, 0, 100};
    for (int curved = 0; curved < 2; curved++)
        for (size_t i = 0; i < LENGTH(targets); i++) {
            again();
            if (curved)
                pmb_bar_curved_draw(&s.c, &bar, middle, 0, PMB_DEGREES(200), 30, targets[i]);
            else
                pmb_bar_draw(&s.c, &bar, middle, 30, targets[i]);
            if (i > 0)
                assert_true(is_same() == (i == 1));
        }
}

static void what_a_segment_cannot_show_is_blank(void **state)
{
    (void)state;
    const pmb_segments cells = {.theme = &pmb_theme_dark, .digits = 3};
    static const struct {
        const char *text, *like;
    } pairs[] = {{"hAm", "HAM"}, {"A{~", "A  "}, {"1`2", "1 2"}, {"'\"!", "   "}};
    for (size_t i = 0; i < LENGTH(pairs); i++) {
        open_sheet(&s, &pmb_rgb565, all);
        pmb_segments_letters_draw(&s.c, &cells, middle, pairs[i].text, PMB_NORMAL);
        again();
        pmb_segments_letters_draw(&s.c, &cells, middle, pairs[i].like, PMB_NORMAL);
        assert_true(is_same());
    }
    static const char *const blanks[] = {"G@Z", "/;g"};
    for (size_t i = 0; i < LENGTH(blanks); i++) {
        open_sheet(&s, &pmb_rgb565, all);
        pmb_segments_draw(&s.c, &cells, middle, blanks[i], PMB_NORMAL);
        again();
        pmb_segments_draw(&s.c, &cells, middle, "   ", PMB_NORMAL);
        assert_true(is_same());
    }
    again();
    pmb_segments_draw(&s.c, &cells, middle, "AFC", PMB_NORMAL); /* hexadecimal digits */
    assert_false(is_same());
    /* Commas stand between the cells, as points do. */
    assert_int_equal(pmb_segments_size(&cells, 40, "1,2").w,
                     pmb_segments_size(&cells, 40, "1.2").w);
}

static void cells_that_cannot_be_are_not_drawn(void **state)
{
    (void)state;
    static const uint8_t digits[] = {0, 21};
    for (size_t i = 0; i < LENGTH(digits); i++) {
        const pmb_segments cells = {.theme = &pmb_theme_dark, .digits = digits[i]};
        open_sheet(&s, &pmb_rgb565, all);
        pmb_segments_draw(&s.c, &cells, middle, "12", PMB_NORMAL);
        again();
        pmb_segments_draw(&s.c, &cells, middle, "98", PMB_NORMAL);
        assert_true(is_same());
    }
    const pmb_segments cells = {.theme = &pmb_theme_dark, .digits = 20};
    again();
    pmb_segments_draw(&s.c, &cells, (pmb_rect){10, 10, 120, 4}, "12", PMB_NORMAL);
    again();
    pmb_segments_draw(&s.c, &cells, (pmb_rect){10, 10, 120, 4}, "98", PMB_NORMAL);
    assert_true(is_same());
}

/* Not one bar a column, no columns, no rows, or a scale that cannot be: nothing. */
static void charts_need_room_and_values(void **state)
{
    (void)state;
    static const int16_t values[200] = {10, 50, 90};
    static const int16_t points[][2] = {{10, 20}, {90, 80}};
    const pmb_chart chart = {&pmb_theme_dark, &ticked, NULL};
    const pmb_chart wrong = {&pmb_theme_dark, &impossible, NULL};
    const pmb_scope scope = {&pmb_theme_dark, &ticked, &ticked, true};
    const pmb_scope wrong_across = {&pmb_theme_dark, &impossible, &ticked, true};
    const pmb_scope wrong_up = {&pmb_theme_dark, &ticked, &impossible, true};
    const pmb_rect narrow = {10, 10, -3, 50}, flat = {10, 10, 50, 2}, thin = {10, 10, 3, 50},
                   beside = {W, 0, 50, 50}, low = {10, 10, 50, 8}, slim = {10, 10, 8, 50};
    open_sheet(&s, &pmb_rgb565, all);
    pmb_chart_draw(&s.c, &chart, middle, values, 0, -1);
    pmb_chart_draw(&s.c, &chart, middle, values, 121, -1);
    pmb_chart_draw(&s.c, &chart, narrow, values, 2, -1);
    pmb_chart_draw(&s.c, &chart, flat, values, 2, -1);
    pmb_chart_draw(&s.c, &chart, beside, values, 2, -1);
    pmb_chart_draw(&s.c, &wrong, middle, values, 2, -1);
    pmb_sparkline_draw(&s.c, &pmb_theme_dark, middle, values, 0);
    pmb_sparkline_draw(&s.c, &pmb_theme_dark, thin, values, 3);
    pmb_sparkline_draw(&s.c, &pmb_theme_dark, flat, values, 3);
    pmb_sparkline_draw(&s.c, &pmb_theme_dark, beside, values, 3);
    pmb_scope_draw(&s.c, &wrong_across, middle, points, 2);
    pmb_scope_draw(&s.c, &wrong_up, middle, points, 2);
    pmb_scope_draw(&s.c, &scope, low, points, 2);
    pmb_scope_draw(&s.c, &scope, slim, points, 2);
    pmb_scope_draw(&s.c, &scope, beside, points, 2);
    assert_blank();
    pmb_chart_draw(&s.c, &chart, middle, values, 120, 3); /* a column each */
    assert_drawn();
    again();
    pmb_scope_draw(&s.c, &scope, middle, points, 0); /* its cross, and no dot */
    assert_drawn();
    again();
    pmb_scope_draw(&s.c, &scope, middle, points, 1);
    assert_false(is_same());
}

/* A series whose scale cannot be: the plot is left as it was. */
static void a_plot_with_an_impossible_scale_is_not_drawn(void **state)
{
    (void)state;
    static const pmb_series series[] = {{.scale = &ticked, .color = PMB_WHITE},
                                        {.scale = &impossible, .color = PMB_RED}};
    pmb_spread memory[2 * 20];
    pmb_plot p;
    assert_int_equal(pmb_plot_init(&p, &pmb_theme_dark, series, 0, memory, 20), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_plot_init(&p, &pmb_theme_dark, series, 2, memory, 0), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_plot_init(&p, &pmb_theme_dark, series, 2, memory, 20), PMB_OK);
    pmb_plot_push(&p, (const int16_t[]){50, 9});
    open_sheet(&s, &pmb_rgb565, all);
    pmb_plot_draw(&s.c, &p, middle);
    pmb_plot_draw(&s.c, &p, (pmb_rect){W, 0, 20, 20});
    assert_blank();
}

static void values_at_the_ends_of_numbers_have_levels(void **state)
{
    (void)state;
    static const pmb_zone zones[] = {{INT32_MAX, PMB_ALARM}};
    static const pmb_scale far = {.least = 0, .most = INT32_MAX, .zones = zones, .zone_count = 1};
    assert_int_equal(pmb_scale_level_held(&far, INT32_MAX - 5, PMB_ALARM, 20), PMB_ALARM);
    assert_int_equal(pmb_scale_level_held(&far, INT32_MAX - 25, PMB_ALARM, 20), PMB_NORMAL);
    assert_int_equal(pmb_scale_place(&impossible, 12, 50), 0);
    static const pmb_scale below_minor = {.least = 0, .most = 9, .minor = -1};
    static const pmb_scale below_major = {.least = 0, .most = 9, .major = -1};
    const pmb_scale most = {.least = 0, .most = 2000, .major = 10, .minor = 10};
    const pmb_scale more_major = {.least = 0, .most = 2010, .major = 10};
    const pmb_scale more_minor = {.least = 0, .most = 2010, .minor = 10};
    assert_int_equal(pmb_scale_check(&most), PMB_OK);
    assert_int_equal(pmb_scale_check(&more_major), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_scale_check(&more_minor), PMB_ERR_ARGUMENT);
    static const pmb_zone falling[] = {{0, PMB_NORMAL}, {50, PMB_CAUTION}, {40, PMB_ALARM}};
    const pmb_scale wrong = {.least = 0, .most = 100, .zones = falling, .zone_count = 3};
    assert_int_equal(pmb_scale_check(&wrong), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_scale_check(&below_minor), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_scale_check(&below_major), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_natural_size(&pmb_theme_dark, (pmb_instrument)99).w, 0);
}

/* Digits lean by 30 percent at most. */
static void digits_lean_so_far(void **state)
{
    (void)state;
    for (uint8_t slant = 29; slant < 33; slant++) {
        const pmb_segments digits = {.theme = &pmb_theme_dark, .digits = 2, .slant = slant};
        again();
        pmb_segments_draw(&s.c, &digits, middle, "86", PMB_NORMAL);
        if (slant > 30)
            assert_true(is_same());
    }
}

/* A wave comes again after 2.4 seconds, and not before. */
static void waves_come_again(void **state)
{
    (void)state;
    const pmb_tank tank = {&pmb_theme_dark, &plain, false};
    again();
    pmb_tank_draw(&s.c, &tank, middle, 50, 0);
    again();
    pmb_tank_draw(&s.c, &tank, middle, 50, 1000 * 2400);
    assert_true(is_same());
    for (uint32_t ms = 240; ms < 2400; ms += 240) {
        open_sheet(&s, &pmb_rgb565, all);
        pmb_tank_draw(&s.c, &tank, middle, 50, ms);
        assert_false(is_same());
    }
}

/* The hands go round twice a day, on every day. */
static void clocks_go_round(void **state)
{
    (void)state;
    for (uint32_t time = 0; time < 43200; time += 3599)
        for (uint32_t more = 43200; more > 0; more = more < 400000000 ? more * 10 : 0) {
            again();
            pmb_clock_draw(&s.c, &pmb_theme_dark, middle, true, time);
            again();
            pmb_clock_draw(&s.c, &pmb_theme_dark, middle, true, time + more);
            assert_true(is_same());
        }
}

/* A tank that is empty, full or calm has no waves. */
static void a_tank_that_is_still_does_not_move(void **state)
{
    (void)state;
    const pmb_tank tank = {&pmb_theme_dark, &ticked, false},
                   calm = {&pmb_theme_dark, &ticked, true};
    for (int i = 0; i < 4; i++) {
        const int32_t value = i == 0 ? 0 : i == 1 ? 100 : 40;
        open_sheet(&s, &pmb_rgb565, all);
        pmb_tank_draw(&s.c, i == 2 ? &calm : &tank, middle, value, 0);
        again();
        pmb_tank_draw(&s.c, i == 2 ? &calm : &tank, middle, value, 700);
        assert_true(is_same() == (i < 3));
    }
}

/* Waves are higher in a tank that is 48 pixels high inside, and there are none below 16. */
static void waves_grow_with_the_tank(void **state)
{
    (void)state;
    static const int swells[][3] = {{15, 0, 0}, {16, 1, 3}, {47, 1, 3}, {48, 4, 6}};
    const pmb_tank tank = {&pmb_theme_color, &plain, false};
    for (size_t i = 0; i < LENGTH(swells); i++) {
        int highest = H, lowest = 0;
        for (uint32_t ms = 0; ms < 2400; ms += 50) {
            again();
            pmb_tank_draw(&s.c, &tank, (pmb_rect){0, 0, 120, (int16_t)(swells[i][0] + 4)}, 50, ms);
            for (int x = 3; x < 117; x++) {
                int y = 2;
                while (y < H && at(&s, x, y) != pmb_theme_color.levels[PMB_NORMAL])
                    y++;
                highest = y < highest ? y : highest;
                lowest = y > lowest ? y : lowest;
            }
        }
        assert_in_range(lowest - highest, swells[i][1], swells[i][2]);
    }
}

/* The scale of a thermometer has all of its ticks, the last one too. */
static void a_thermometer_has_all_of_its_ticks(void **state)
{
    (void)state;
    static const pmb_scale fine = {.least = 0, .most = 100, .minor = 25};
    const pmb_thermometer thermometer = {&pmb_theme_color, &fine};
    int most = 0;
    again();
    pmb_thermometer_draw(&s.c, &thermometer, middle, 0);
    for (int x = middle.x; x < middle.x + middle.w; x++) {
        int ticks = 0;
        for (int y = middle.y; y < middle.y + middle.h; y++)
            ticks +=
                at(&s, x, y) == pmb_theme_color.quiet && at(&s, x, y - 1) == pmb_theme_color.ground;
        most = ticks > most ? ticks : most;
    }
    assert_int_equal(most, 5);
}

/* More numbers than a dial has places for: none is drawn, as if there were no numbers. */
static void a_dial_with_many_numbers_has_none(void **state)
{
    (void)state;
    static const pmb_scale many = {.least = 0, .most = 100, .major = 4};
    static const pmb_scale one_more = {.least = 0, .most = 96, .major = 4};
    static const pmb_scale wide = {.least = 0, .most = 100, .major = 200};
    static const pmb_scale *const scales[] = {&many, &one_more, &wide};
    for (size_t i = 0; i < LENGTH(scales); i++) {
        pmb_dial dial = {&pmb_theme_dark, scales[i], 0, PMB_DEGREES(270), true, NULL, false};
        open_sheet(&s, &pmb_rgb565, all);
        pmb_dial_draw(&s.c, &dial, middle, 30, -1);
        again();
        dial.numbers = false;
        pmb_dial_draw(&s.c, &dial, middle, 30, -1);
        assert_true(is_same());
    }
    /* A full dial whose last tick is not at its first. */
    static const pmb_scale odd = {.least = 0, .most = 60, .major = 25};
    const pmb_dial full = {&pmb_theme_dark, &odd, 0, 65535, true, NULL, false};
    again();
    pmb_dial_draw(&s.c, &full, middle, 30, -1);
    assert_drawn();
}

/* In a round that is 97 pixels wide a label of 43 is whole: each of its letters counts. */
static void labels_of_dials_are_whole(void **state)
{
    (void)state;
    static const char *const labels[] = {"harbourne", "harbourns"};
    for (size_t i = 0; i < LENGTH(labels); i++) {
        const pmb_dial dial = {&pmb_theme_dark, &plain, PMB_DEGREES(-120), PMB_DEGREES(240), true,
                               labels[i],       true};
        const pmb_text_style style = {.font = pmb_theme_dark.label};
        assert_int_equal(pmb_text_width(&style, labels[i]), 43);
        again();
        pmb_dial_draw(&s.c, &dial, middle, 30, -1);
    }
    assert_false(is_same());
}

static void a_field_may_have_no_unit_and_no_label(void **state)
{
    (void)state;
    const pmb_field with = {&pmb_theme_dark, &ticked, "tide", "m"};
    const pmb_field without = {&pmb_theme_dark, NULL, "tide", NULL};
    again();
    pmb_field_draw(&s.c, &with, middle, 40, PMB_NORMAL);
    again();
    pmb_field_draw(&s.c, &without, middle, 40, PMB_NORMAL);
    assert_drawn();
    assert_false(is_same());
    assert_true(pmb_field_size(&without, 3).w < pmb_field_size(&with, 3).w);
    const pmb_field unlabelled = {&pmb_theme_dark, &ticked, NULL, "m"};
    assert_int_equal(pmb_field_size(&with, 3).h - pmb_field_size(&unlabelled, 3).h,
                     pmb_font_measure(pmb_theme_dark.label).ascent);
    const pmb_field bare = {&pmb_theme_dark, NULL, NULL, NULL};
    again();
    pmb_field_draw(&s.c, &bare, middle, 40, PMB_NORMAL);
    assert_drawn();
    assert_false(is_same());
}

static const char *cell(const void *data, uint16_t row, uint8_t column)
{
    static const char *const texts[] = {"Ferry", "12.40", NULL};
    (void)data, (void)row;
    return texts[column];
}

/* Without headings the rows begin at the top, and columns are as wide as their texts. */
static void tables_need_no_headings(void **state)
{
    (void)state;
    static const pmb_column bare[] = {{.heading = NULL}, {.heading = NULL}, {.heading = NULL}};
    static const pmb_column headed[] = {{.heading = "What"}, {.heading = NULL}, {.heading = NULL}};
    static const pmb_column last_headed[] = {
        {.heading = NULL}, {.heading = NULL}, {.heading = "When"}};
    const pmb_table plain_table = {.theme = &pmb_theme_dark,
                                   .columns = bare,
                                   .column_count = 3,
                                   .cell = cell,
                                   .scrolls = true};
    pmb_table other_table = plain_table;
    other_table.columns = headed;
    assert_true(pmb_table_rows(&plain_table, middle) > pmb_table_rows(&other_table, middle));
    assert_true(pmb_table_height(&plain_table, 3) < pmb_table_height(&other_table, 3));
    pmb_table last_table = plain_table;
    last_table.columns = last_headed;
    assert_int_equal(pmb_table_height(&last_table, 3), pmb_table_height(&other_table, 3));
    again();
    assert_int_equal(pmb_table_draw(&s.c, &plain_table, middle, NULL, 2, 0, 1),
                     pmb_table_rows(&plain_table, middle));
    assert_drawn();
    again();
    (void)pmb_table_draw(&s.c, &other_table, middle, NULL, 2, 0, 1);
    assert_drawn();
    assert_false(is_same());
    again();
    (void)pmb_table_draw(&s.c, &plain_table, (pmb_rect){10, 10, 120, 3}, NULL, 9, 0, 1);
#if !PMB_NO_CHECKS
    const pmb_table themeless = {.columns = bare, .column_count = 3, .cell = cell};
    const pmb_table cellless = {.theme = &pmb_theme_dark, .columns = bare, .column_count = 3};
    const pmb_table columnless = {.theme = &pmb_theme_dark, .column_count = 3, .cell = cell};
    const pmb_list none = {.count = 3};
    assert_int_equal(pmb_table_rows(NULL, middle), 0);
    assert_int_equal(pmb_table_rows(&themeless, middle), 0);
    assert_int_equal(pmb_table_rows(&columnless, middle), 0);
    assert_int_equal(pmb_table_height(&columnless, 3), 0);
    assert_int_equal(pmb_table_draw(&s.c, &cellless, middle, NULL, 2, 0, 1), 0);
    assert_int_equal(pmb_list_rows(NULL, middle), 0);
    assert_int_equal(pmb_list_rows(&none, middle), 0);
#endif
}

static const char *digits(const void *data, uint16_t row, uint8_t column)
{
    (void)data, (void)row, (void)column;
    return "11";
}

/* Digits are of one width in a table, also in its headings; no column is asked for behind the last.
 */
static void tables_have_as_many_columns_as_they_may(void **state)
{
    (void)state;
    static const pmb_column narrow[PMB_TABLE_MOST_COLUMNS] = {
        {.heading = "1"}, {.heading = "1"}, {.heading = "1"}, {.heading = "1"},
        {.heading = "1"}, {.heading = "1"}, {.heading = "1"}, {.heading = "1"}};
    static const pmb_column ones[] = {{"1111", {0, 0}, PMB_LEFT}},
                            noughts[] = {{"0000", {0, 0}, PMB_LEFT}};
    pmb_table table = {&pmb_theme_dark, narrow, PMB_TABLE_MOST_COLUMNS, digits, false};
    const pmb_rect wide = {0, 0, W, 60};
    again();
    assert_int_not_equal(pmb_table_draw(&s.c, &table, wide, NULL, 2, 0, -1), 0);
    table.column_count = PMB_TABLE_MOST_COLUMNS + 1; /* as if there were no more */
    again();
    assert_int_not_equal(pmb_table_draw(&s.c, &table, wide, NULL, 2, 0, -1), 0);
    assert_true(is_same());
    pmb_theme theme = pmb_theme_dark;
    theme.label = &pmb_font_slipway; /* its 1 is narrower than its 0 */
    table = (pmb_table){&theme, ones, 1, digits, false};
    int last[2] = {0, 0};
    for (int i = 0; i < 2; i++) {
        table.columns = i ? noughts : ones;
        again();
        (void)pmb_table_draw(&s.c, &table, wide, NULL, 0, 0, -1);
        for (int x = 0; x < W; x++)
            for (int y = 0; y < 10; y++)
                last[i] = at(&s, x, y) == PMB_WHITE ? x : last[i];
    }
    assert_in_range(last[1] - last[0], 0, 2);
}

static const char *row_value(const void *data, uint16_t item)
{
    (void)data;
    return item == 0 ? "3 m" : PMB_LIST_ON;
}

/* The values of the row that is chosen are seen on its mark. */
static void chosen_rows_show_their_values(void **state)
{
    (void)state;
    static const char *const items[] = {"Depth", "Lamp"};
    const pmb_list list = {
        .theme = &pmb_theme_dark, .items = items, .count = 2, .value = row_value};
    for (uint16_t chosen = 0; chosen < 2; chosen++) {
        again();
        pmb_list_draw(&s.c, &list, middle, 0, chosen);
        assert_drawn();
        assert_int_equal(at(&s, 11, 12 + 14 * chosen), pmb_theme_dark.ink);
    }
    assert_int_equal(pmb_signs_size(&pmb_theme_dark, 0, 10).w, 0);
    /* Signs that just have room are all drawn; with a pixel less the first is left out. */
    static const pmb_sign signs[] = {{PMB_ICON_BELL, PMB_NORMAL, false},
                                     {PMB_ICON_MOON, PMB_ALARM, false}};
    const pmb_size size = pmb_signs_size(&pmb_theme_dark, 2, 16);
    for (int16_t less = 0; less < 2; less++) {
        int first = 0;
        open_sheet(&s, &pmb_rgb565, all);
        pmb_signs_draw(&s.c, &pmb_theme_dark,
                       (pmb_rect){(int16_t)(10 + less), 10, (int16_t)(size.w - less), 16}, signs,
                       2);
        for (int y = 10; y < 26; y++)
            for (int x = 10; x < 10 + size.w / 2 - 2; x++)
                first += at(&s, x, y) == pmb_theme_dark.levels[PMB_NORMAL];
        assert_int_equal(first > 0, less == 0);
    }
}

/* More blocks than columns are a solid bar; a progress without an end moves in any width. */
static void bars_may_be_small(void **state)
{
    (void)state;
    const pmb_bar many = {&pmb_theme_dark, &ticked, 200}, solid = {&pmb_theme_dark, &ticked, 0};
    open_sheet(&s, &pmb_rgb565, all);
    pmb_bar_draw(&s.c, &many, middle, 60, -1);
    again();
    pmb_bar_draw(&s.c, &solid, middle, 60, -1);
    assert_true(is_same());
    for (int16_t w = 5; w < 9; w++) {
        int moved = 0;
        for (uint32_t at = 0; at < 2000; at += 100) {
            again();
            pmb_progress_draw(&s.c, &pmb_theme_dark, (pmb_rect){10, 10, w, 8}, at, 0);
            moved += !is_same();
        }
        assert_true(w == 5 || moved > 1);
    }
    const pmb_field field = {&pmb_theme_dark, &ticked, "tide", "m"};
    for (int16_t h = 4; h < 30; h++) { /* where there is no room for the label there is none */
        open_sheet(&s, &pmb_rgb565, all);
        pmb_field_draw(&s.c, &field, (pmb_rect){10, 10, 120, h}, 40, PMB_NORMAL);
        for (int x = 0; x < W; x++)
            assert_int_equal(at(&s, x, 10 + h), GROUND);
    }
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        cmocka_unit_test(scales_need_no_ticks),
        cmocka_unit_test(zones_rise),
        cmocka_unit_test(clocks_go_round),
        cmocka_unit_test(digits_lean_so_far),
        cmocka_unit_test(waves_come_again),
        cmocka_unit_test(tables_have_as_many_columns_as_they_may),
        cmocka_unit_test(one_zone_is_seen),
        cmocka_unit_test(targets_beyond_the_scale_have_no_mark),
        cmocka_unit_test(what_a_segment_cannot_show_is_blank),
        cmocka_unit_test(cells_that_cannot_be_are_not_drawn),
        cmocka_unit_test(charts_need_room_and_values),
        cmocka_unit_test(a_plot_with_an_impossible_scale_is_not_drawn),
        cmocka_unit_test(values_at_the_ends_of_numbers_have_levels),
        cmocka_unit_test(a_tank_that_is_still_does_not_move),
        cmocka_unit_test(waves_grow_with_the_tank),
        cmocka_unit_test(a_thermometer_has_all_of_its_ticks),
        cmocka_unit_test(a_dial_with_many_numbers_has_none),
        cmocka_unit_test(labels_of_dials_are_whole),
        cmocka_unit_test(a_field_may_have_no_unit_and_no_label),
        cmocka_unit_test(tables_need_no_headings),
        cmocka_unit_test(chosen_rows_show_their_values),
        cmocka_unit_test(bars_may_be_small),
    };
    return PMB_ONE_BIT ? 0 : cmocka_run_group_tests(tests, NULL, NULL);
}
