/* What says something or asks for it: tables, lists, messages, buttons and switches. */
#include <stdio.h>
#include "test.h"
#include "sheet.h"

static const char *const items[] = {"one", "two", "three", "four", "five", "six", "seven"};

static uint16_t row_of(const pmb_list *l)
{
    return (uint16_t)(pmb_list_size(l).h / l->count);
}

static void lists_follow_the_choice(void **state)
{
    (void)state;
    const pmb_list l = {.theme = &pmb_theme_dark, .items = items, .count = LENGTH(items)};
    const pmb_rect r = {0, 0, 80, (int16_t)(3 * row_of(&l) + 2)}; /* three rows, and a little */
    uint16_t first = 0;
    static const uint16_t want[] = {0, 0, 0, 1, 2, 3, 4};
    for (uint16_t i = 0; i < LENGTH(items); i++) {
        first = pmb_list_follow(&l, r, first, i);
        assert_int_equal(first, want[i]);
    }
    assert_int_equal(pmb_list_follow(&l, r, 4, 5), 4); /* no further than needed */
    assert_int_equal(pmb_list_follow(&l, r, 4, 2), 2);
    assert_int_equal(pmb_list_follow(&l, r, 99, 6), 4);
    assert_int_equal(pmb_list_follow(&l, (pmb_rect){0, 0, 80, 500}, 3, 3), 0);
}

/* The row of the chosen item is light, the others are dark. */
static void the_chosen_item_is_marked(void **state)
{
    (void)state;
    const pmb_list l = {.theme = &pmb_theme_dark, .items = items, .count = LENGTH(items)};
    const int h = row_of(&l);
    for (uint16_t chosen = 2; chosen < 5; chosen++) {
        static struct sheet s;
        open_sheet(&s, &pmb_rgb565, all);
        pmb_list_draw(&s.c, &l, (pmb_rect){0, 0, 100, (int16_t)(3 * h)}, 2, chosen);
        for (int i = 0; i < 3; i++)
            assert_int_equal(at(&s, 0, i * h + 1), i == chosen - 2 ? PMB_WHITE : PMB_BLACK);
    }
}

static const char *known_value(const void *data, uint16_t item)
{
    assert_in_range(item, 0, *(const uint16_t *)data - 1);
    return NULL;
}

/* What is left below the last whole row stays empty, and nothing is asked for behind the last item.
 */
static void lists_end_with_a_whole_row(void **state)
{
    (void)state;
    static struct sheet s;
    const pmb_list l = {.theme = &pmb_theme_dark,
                        .items = items,
                        .count = 4,
                        .value = known_value,
                        .data = &l.count};
    const int h = row_of(&l);
    for (int rows = 2; rows < 6; rows++) {
        open_sheet(&s, &pmb_rgb565, all);
        pmb_list_draw(&s.c, &l, (pmb_rect){0, 0, 100, (int16_t)(rows * h + h - 1)}, 0, 99);
        for (int y = (rows < 4 ? rows : 4) * h; y < rows * h + h - 1; y++)
            for (int x = 0; x < 90; x++)
                assert_int_equal(at(&s, x, y), PMB_BLACK);
    }
}

static const char *cell(const void *data, uint16_t row, uint8_t column)
{
    static char text[8];
    snprintf(text, sizeof text, "%u%c", row + *(const unsigned *)data, 'a' + column);
    return column == 1 && row == 1 ? NULL : text;
}

static void tables_show_the_rows_that_have_room(void **state)
{
    (void)state;
    static struct sheet whole, part;
    const unsigned base = 10, later = 12;
    const pmb_column columns[] = {{"no.", {30, 0}, PMB_RIGHT}, {"name", {0, 1}, PMB_LEFT}};
    const pmb_table t = {&pmb_theme_dark, columns, 2, cell, true};
    const int16_t three = pmb_table_height(&t, 3);
    open_sheet(&whole, &pmb_rgb565, all);
    assert_int_equal(pmb_table_draw(&whole.c, &t, (pmb_rect){0, 0, W, three}, &base, 9, 2, 3), 3);
    assert_int_equal(
        pmb_table_draw(&whole.c, &t, (pmb_rect){0, 0, W, (int16_t)(three - 1)}, &base, 9, 2, 3), 2);
    /* Rows from 2 on of a table are those of one that begins there. */
    open_sheet(&whole, &pmb_rgb565, all);
    open_sheet(&part, &pmb_rgb565, all);
    (void)pmb_table_draw(&whole.c, &t, (pmb_rect){0, 0, W, three}, &base, 9, 2, 3);
    (void)pmb_table_draw(&part.c, &t, (pmb_rect){0, 0, W, three}, &later, 9, 0, 1);
    int same = 0, light = 0;
    for (int i = 0; i < W * three; i++) {
        same += at(&whole, i % W, i / W) == at(&part, i % W, i / W);
        light += at(&whole, i % W, i / W) == PMB_WHITE;
    }
    assert_true(light > 100 && same > W * three - 200); /* but for the empty cell */
    assert_int_equal(pmb_table_draw(&part.c, &t, (pmb_rect){0, 0, W, 3}, &base, 9, 0, -1), 0);
}

static int light_in(const struct sheet *s, pmb_rect r)
{
    int count = 0;
    for (int y = r.y; y < r.y + r.h; y++)
        for (int x = r.x; x < r.x + r.w; x++)
            count += at(s, x, y) == PMB_WHITE;
    return count;
}

static void messages_have_room_for_their_text(void **state)
{
    (void)state;
    static const char text[] = "Gusts of 38 knots from 16:00. The ferry stays in harbour.";
    const pmb_message m = {&pmb_theme_dark, PMB_ICON_WARNING, "Gale", PMB_ALARM};
    for (int16_t w = 70; w < W; w = (int16_t)(w + 23)) {
        static struct sheet s, larger;
        const pmb_size size = pmb_message_size(&m, w, text);
        assert_int_equal(size.w, w);
        assert_true(size.h < H - 9);
        open_sheet(&s, &pmb_rgb565, all);
        open_sheet(&larger, &pmb_rgb565, all);
        pmb_message_draw(&s.c, &m, (pmb_rect){0, 0, w, size.h}, text);
        pmb_message_draw(&larger.c, &m, (pmb_rect){0, 0, w, (int16_t)(size.h + 9)}, text);
        /* Nothing more is shown with more room, but the frame is longer. */
        assert_int_equal(light_in(&larger, all) - light_in(&s, all), 2 * 9);
        open_sheet(&larger, &pmb_rgb565, all);
        pmb_message_draw(&larger.c, &m, (pmb_rect){0, 0, w, (int16_t)(size.h - 9)}, text);
        assert_true(light_in(&larger, all) < light_in(&s, all) - 2 * 9);
    }
}

static void buttons_and_switches_show_their_state(void **state)
{
    (void)state;
    static struct sheet s[6];
    const pmb_size button = pmb_button_size(&pmb_theme_color, "Lamps on");
    const pmb_size sw = pmb_switch_size(&pmb_theme_color, "Lamps");
    for (int i = 0; i < 6; i++) {
        open_sheet(&s[i], &pmb_rgb565, all);
        if (i < 2)
            pmb_button_draw(&s[i].c, &pmb_theme_color, (pmb_rect){0, 0, button.w, button.h},
                            "Lamps on", i == 1);
        else
            pmb_switch_draw(&s[i].c, &pmb_theme_color, (pmb_rect){0, 0, sw.w, sw.h}, "Lamps", i & 1,
                            i > 3);
        for (int k = i < 2 ? 0 : 2; k < i; k++)
            assert_memory_not_equal(s[i].pixels, s[k].pixels, sizeof s[i].pixels);
    }
    /* The knob is at the right when it is on. */
    assert_int_equal(at(&s[2], sw.w - 8, sw.h / 2), pmb_theme_color.faint);
    assert_int_equal(at(&s[3], sw.w - 8, sw.h / 2), pmb_theme_color.ground);
}

/* The larger typeface, as long as the label has room in it: all of its width and its ascent. */
static void labels_are_as_large_as_fits(void **state)
{
    (void)state;
    static struct sheet larger, s;
    const pmb_text_style style = {.font = pmb_theme_dark.text};
    const int16_t w = pmb_text_width(&style, "Open"), h = pmb_font_measure(style.font).ascent;
    for (int less = 0; less < 3; less++) { /* nothing, a column, a row */
        const pmb_rect r = {0, 0, (int16_t)(w + 4 - (less == 1)), (int16_t)(h + 4 - (less == 2))};
        const pmb_rect inside = pmb_rect_inset(r, 2);
        open_sheet(&s, &pmb_rgb565, all);
        open_sheet(&larger, &pmb_rgb565, all);
        pmb_button_draw(&s.c, &pmb_theme_dark, r, "Open", false);
        pmb_fill(&larger.c, pmb_theme_dark.faint);
        pmb_text_style want = {.font = less ? pmb_theme_dark.label : pmb_theme_dark.text,
                               .color = PMB_WHITE};
        (void)pmb_text_box(&larger.c, &want, inside,
                           &(pmb_text_layout){.across = PMB_CENTER, .down = PMB_MIDDLE}, "Open");
        int differ = 0;
        for (int y = 4; y < r.h - 4; y++)
            for (int x = 4; x < r.w - 4; x++)
                differ += at(&s, x, y) != at(&larger, x, y);
        assert_int_equal(differ, 0);
    }
}

static void signs_stand_at_the_right(void **state)
{
    (void)state;
    static struct sheet s;
    const pmb_sign row[] = {{PMB_ICON_BELL, PMB_NORMAL, false}, {PMB_ICON_LAMP, PMB_ALARM, false}};
    const pmb_size size = pmb_signs_size(&pmb_theme_color, 2, 16);
    open_sheet(&s, &pmb_rgb565, all);
    pmb_signs_draw(&s.c, &pmb_theme_color, (pmb_rect){10, 10, 100, 16}, row, 2);
    int alarm = 0;
    for (int y = 10; y < 26; y++)
        for (int x = 10; x < 110; x++) {
            if (x < 110 - size.w)
                assert_int_equal(at(&s, x, y), pmb_theme_color.ground);
            if (at(&s, x, y) == pmb_theme_color.levels[PMB_ALARM]) {
                assert_true(x >= 110 - 16);
                alarm++;
            }
        }
    assert_true(alarm > 20);
    assert_true(pmb_signs_size(&pmb_theme_color, 2, 40).h == 32);
    assert_true(pmb_signs_size(&pmb_theme_color, 2, 9).h == 8);
}

static const char *value_of(const void *data, uint16_t item)
{
    static const char *const values[] = {PMB_LIST_ON, PMB_LIST_OFF, "4.12 m", NULL};
    return values[(item + *(const int *)data) % 4];
}

/* The light pixels of one row's right half. */
static int lit(const struct sheet *s, int top, int high)
{
    int count = 0;
    for (int y = top; y < top + high; y++)
        for (int x = 50; x < 100; x++)
            count += at(s, x, y) == PMB_WHITE;
    return count;
}

static void items_have_values_and_switches(void **state)
{
    (void)state;
    static struct sheet s;
    const int none = 3, gap = 3;
    pmb_list l = {.theme = &pmb_theme_dark, .items = items, .count = 4, .data = &none};
    const pmb_rect r = {0, 0, 100, 80};
    const int h = row_of(&l);
    open_sheet(&s, &pmb_rgb565, all);
    pmb_list_draw(&s.c, &l, r, 0, 99);
    for (int i = 0; i < 4; i++)
        assert_int_equal(lit(&s, i * h, h), 0);
    l.value = value_of; /* nothing, on, off, a text */
    pmb_list_draw(&s.c, &l, r, 0, 99);
    assert_int_equal(lit(&s, 0, h), 0);
    /* A switch is twice as wide as high, with a square knob two pixels inside: filled when it is
     * on, else a frame. */
    const int side = pmb_font_measure(l.theme->text).cap_height | 1, knob = (side - 4) * (side - 4);
    assert_int_equal(lit(&s, h, h), 2 * side * side - knob);
    assert_int_equal(lit(&s, 2 * h, h), 2 * (2 * side + side - 2) + knob);
    assert_true(lit(&s, 2 * h, h) > 20);
    assert_true(lit(&s, 3 * h, h) > 20);
    assert_int_equal(pmb_list_rows(&l, r), 80 / h);
    const pmb_text_style style = {.font = l.theme->text};
    assert_int_equal(pmb_list_size(&l).w, pmb_text_width(&style, "three") + 2 * gap);
}

static void tables_follow_and_show_where_they_are(void **state)
{
    (void)state;
    static struct sheet s;
    const unsigned base = 10;
    const pmb_column columns[] = {{"no.", {0, 0}, PMB_LEFT}, {"name", {0, 1}, PMB_LEFT}};
    const pmb_table t = {&pmb_theme_dark, columns, 2, cell, true};
    const pmb_rect r = {0, 0, 100, (int16_t)(pmb_table_height(&t, 3) + 1)};
    assert_int_equal(pmb_table_rows(&t, r), 3);
    assert_int_equal(pmb_table_follow(&t, r, 9, 0, 4), 2);
    assert_int_equal(pmb_table_follow(&t, r, 9, 5, 1), 1);
    assert_int_equal(pmb_table_follow(&t, r, 9, 80, 8), 6);
    /* The bar at the right edge goes down with the first row. */
    int tops[2];
    for (int i = 0; i < 2; i++) {
        open_sheet(&s, &pmb_rgb565, all);
        (void)pmb_table_draw(&s.c, &t, r, &base, 9, (uint16_t)(6 * i), -1);
        for (tops[i] = 0; at(&s, 99, tops[i]) != PMB_WHITE || at(&s, 99, tops[i] + 1) != PMB_WHITE;)
            tops[i]++;
    }
    assert_true(tops[1] > tops[0] + 10);
    /* With all of it there is none. */
    open_sheet(&s, &pmb_rgb565, all);
    (void)pmb_table_draw(&s.c, &t, r, &base, 3, 0, -1);
    for (int y = pmb_table_height(&t, 0) + 1; y < r.h; y++)
        assert_int_equal(at(&s, 99, y), PMB_BLACK);
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        cmocka_unit_test(lists_follow_the_choice),
        test_without(PMB_ONE_BIT, the_chosen_item_is_marked),
        test_without(PMB_ONE_BIT, lists_end_with_a_whole_row),
        test_without(PMB_ONE_BIT, items_have_values_and_switches),
        test_without(PMB_ONE_BIT, tables_follow_and_show_where_they_are),
        test_without(PMB_ONE_BIT, tables_show_the_rows_that_have_room),
        test_without(PMB_ONE_BIT, messages_have_room_for_their_text),
        test_without(PMB_ONE_BIT, buttons_and_switches_show_their_state),
        test_without(PMB_ONE_BIT, signs_stand_at_the_right),
        test_without(PMB_ONE_BIT, labels_are_as_large_as_fits),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
