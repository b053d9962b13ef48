/* Text in rectangles, and numbers as text. */
#include "test.h"

#include <stdio.h>

enum { W = 160, H = 80 };

struct sheet {
    pmb_canvas c;
    uint8_t pixels[W / 8 * H];
};

static const pmb_text_style plain = {.font = &pmb_font_jetty, .color = PMB_WHITE};
static const char tide[] = "High water at sixteen forty, low water after ten in the evening.";

static void open_sheet(struct sheet *s)
{
    memset(s, 0, sizeof *s);
    assert_int_equal(pmb_canvas_init(&s->c, &pmb_mono_horizontal, (pmb_rect){0, 0, W, H}, s->pixels,
                                     sizeof s->pixels),
                     PMB_OK);
}

/* The smallest rectangle around all set pixels. */
static pmb_rect extent(const struct sheet *s)
{
    pmb_rect all = {0, 0, 0, 0};
    for (int16_t y = 0; y < H; y++)
        for (int16_t x = 0; x < W; x++)
            if (pmb_canvas_peek(&s->c, (pmb_point){x, y}) != PMB_BLACK)
                all = pmb_rect_around(all, (pmb_rect){x, y, 1, 1});
    return all;
}

static void one_line_stands_where_it_is_aligned(void **state)
{
    (void)state;
    const pmb_rect r = {11, 9, 97, 41};
    /* H fills its box from the top of the capitals to the baseline, but for the last column. */
    const int width = pmb_text_width(&plain, "HHH") - 1;
    for (int across = 0; across < 3; across++)
        for (int down = 0; down < 3; down++) {
            static struct sheet s;
            pmb_text_layout layout = {.wrap = down == 1};
            layout.across = (pmb_across)across;
            layout.down = (pmb_down)down;
            open_sheet(&s);
            assert_int_equal(pmb_text_box(&s.c, &plain, r, &layout, "HHH"), 1);
            const pmb_rect e = extent(&s);
            const pmb_font_metrics m = pmb_font_measure(plain.font);
            assert_int_equal(e.w, width);
            assert_int_equal(e.h, m.cap_height);
            const int left = e.x - r.x, right = r.x + r.w - e.x - e.w;
            assert_true(across == PMB_LEFT    ? left == 0
                        : across == PMB_RIGHT ? right == 1
                                              : abs(left - right) <= 2);
            const int above = e.y - r.y, below = r.y + r.h - e.y - e.h;
            assert_true(down == PMB_TOP      ? above == m.ascent - m.cap_height
                        : down == PMB_BOTTOM ? below == m.descent
                                             : abs(above - below) <= 1);
        }
}

/* Where nothing but the points has room, they are drawn alone. */
static void points_may_stand_alone(void **state)
{
    (void)state;
    static struct sheet box, alone;
    static const pmb_text_layout lines = {.wrap = false};
    const int16_t w = pmb_text_width(&plain, "...");
    open_sheet(&box);
    open_sheet(&alone);
    (void)pmb_text_box(&box.c, &plain, (pmb_rect){7, 9, w, 20}, &lines, tide);
    (void)pmb_text_box(&alone.c, &plain, (pmb_rect){7, 9, w, 20}, &lines, "...");
    assert_memory_equal(box.pixels, alone.pixels, sizeof box.pixels);
    assert_int_equal(extent(&box).w > 0, true);
}

static void wrapped_lines_fit_and_lose_nothing(void **state)
{
    (void)state;
    for (int16_t width = 8; width < 150; width++) {
        const pmb_text_layout layout = {.wrap = true};
        const pmb_size size = pmb_text_box_size(&plain, width, &layout, tide);
        assert_true(size.w <= width);
        /* In a box of that height all lines are shown, in one a pixel lower the last is not. */
        static struct sheet s;
        open_sheet(&s);
        const pmb_font_metrics m = pmb_font_measure(plain.font);
        const int lines = (size.h - m.ascent - m.descent) / m.line + 1;
        const pmb_rect all = {0, 0, width, size.h}, lower = {0, 0, width, (int16_t)(size.h - 1)};
        assert_int_equal(pmb_text_box(&s.c, &plain, all, &layout, tide), lines);
        if (lines > 1)
            assert_int_equal(pmb_text_box(&s.c, &plain, lower, &layout, tide), lines - 1);
    }
}

/* The pixels of a box are those of its lines drawn one by one. */
static void assert_lines(const char *text, int16_t width, const char *const *lines, int count)
{
    static struct sheet s, t;
    const pmb_text_layout layout = {.wrap = true};
    open_sheet(&s);
    open_sheet(&t);
    assert_int_equal(pmb_text_box(&s.c, &plain, (pmb_rect){3, 2, width, 70}, &layout, text), count);
    for (int i = 0; i < count; i++)
        pmb_text(&t.c, &plain, (pmb_point){3, (int16_t)(2 + 9 + 11 * i)}, lines[i]);
    assert_memory_equal(s.pixels, t.pixels, sizeof s.pixels);
}

static void lines_are_broken_between_words(void **state)
{
    (void)state;
    const int16_t width = (int16_t)pmb_text_width(&plain, "wind and");
    static const char *const two[] = {"wind and", "tide"};
    assert_lines("wind and tide", width, two, 2);
    assert_lines("wind and  tide ", width, two, 2);
    static const char *const begun[] = {"  wind", "tide"};
    assert_lines("  wind   tide", (int16_t)pmb_text_width(&plain, "  wind "), begun, 2);
    assert_lines("  wind  \ntide", (int16_t)pmb_text_width(&plain, "  wind"), begun, 2);
    static const char *const led[] = {"  WWW", "WWW"};
    assert_lines("  WWWWWW", (int16_t)pmb_text_width(&plain, "  WWW"), led, 2);
    static const char *const alone[] = {"", "W"};
    assert_lines("     W", (int16_t)pmb_text_width(&plain, "     "), alone, 2);
    static const char *const blanks[] = {"", "wind"};
    assert_lines("          wind", (int16_t)pmb_text_width(&plain, "wind "), blanks, 2);
    static const char *const feeds[] = {"wind", "", "tide"};
    assert_lines("wind\n\ntide", width, feeds, 3);
    static const char *const exact[] = {"wind and", "wind and"};
    assert_lines("wind and\nwind and", width, exact, 2);
    /* A word that is too long is broken, and no character is lost. */
    const int16_t narrow = (int16_t)pmb_text_width(&plain, "WWW");
    static const char *const parts[] = {"WWW", "WWW", "WW"};
    assert_lines("WWWWWWWW", narrow, parts, 3);
    static const char *const wide[] = {"\xC2\xB0", "\xC2\xB5"};
    assert_lines("\xC2\xB0\xC2\xB5", 6, wide, 2);
}

static void what_does_not_fit_ends_in_points(void **state)
{
    (void)state;
    static struct sheet s, t;
    const pmb_text_layout layout = {.wrap = false};
    const int16_t width = (int16_t)pmb_text_width(&plain, "Gangw...");
    open_sheet(&s);
    open_sheet(&t);
    pmb_text_box(&s.c, &plain, (pmb_rect){5, 5, width, 12}, &layout, "Gangway display");
    pmb_text(&t.c, &plain, (pmb_point){5, 14}, "Gangw...");
    assert_memory_equal(s.pixels, t.pixels, sizeof s.pixels);
    /* Never outside of the rectangle, however small. */
    for (int16_t w = 0; w < 30; w++)
        for (int16_t h = 0; h < 24; h++) {
            const pmb_rect r = {20, 20, w, h};
            open_sheet(&s);
            const pmb_text_layout all = {.wrap = w % 2};
            pmb_text_box(&s.c, &plain, r, &all, tide);
            const pmb_rect e = extent(&s), common = pmb_rect_common(e, r);
            assert_true(pmb_rect_is_empty(e) || (common.w == e.w && common.h == e.h));
        }
}

static void an_opaque_box_covers_what_was_there(void **state)
{
    (void)state;
    static struct sheet s, t;
    pmb_text_style style = plain;
    const pmb_rect r = {10, 10, 60, 14};
    const pmb_text_layout layout = {.across = PMB_RIGHT};
    style.opaque = true;
    open_sheet(&s);
    open_sheet(&t);
    pmb_text_box(&s.c, &style, r, &layout, "1013.2");
    pmb_text_box(&s.c, &style, r, &layout, "998.7");
    pmb_text_box(&t.c, &plain, r, &layout, "998.7");
    assert_memory_equal(s.pixels, t.pixels, sizeof s.pixels);
}

static void assert_number(int32_t value, pmb_number how, const char *want)
{
    char text[40];
    const size_t length = pmb_number_text(text, sizeof text, &how, value);
    assert_string_equal(text, want);
    assert_int_equal(length, strlen(want));
}

static void numbers_are_written_as_asked(void **state)
{
    (void)state;
    assert_number(0, (pmb_number){0}, "0");
    assert_number(INT32_MIN, (pmb_number){0}, "-2147483648");
    assert_number(412, (pmb_number){.decimals = 2}, "4.12");
    assert_number(-5, (pmb_number){.decimals = 2}, "-0.05");
    assert_number(7, (pmb_number){.decimals = 9}, "0.000000007");
    assert_number(42, (pmb_number){.width = 6}, "    42");
    assert_number(-42, (pmb_number){.width = 6, .zeros = true}, "-00042");
    assert_number(42, (pmb_number){.plus = true}, "+42");
    assert_number(0, (pmb_number){.plus = true}, "0");
    assert_number(1234567, (pmb_number){.group = ' '}, "1 234 567");
    assert_number(123456789, (pmb_number){.group = '.', .point = ',', .decimals = 2},
                  "1.234.567,89");
}

static void numbers_agree_with_the_library(void **state)
{
    (void)state;
    unsigned seed = 1;
    for (int i = 0; i < 20000; i++) {
        char want[40];
        seed = seed * 1664525u + 1013904223u;
        const int32_t value = (int32_t)seed >> (i % 31);
        const int width = i % 14;
        const bool zeros = i % 3 == 0, plus = i % 5 == 0 && value > 0;
        snprintf(want, sizeof want, zeros ? (plus ? "%+0*d" : "%0*d") : (plus ? "%+*d" : "%*d"),
                 width, value);
        assert_number(value, (pmb_number){.width = (uint8_t)width, .zeros = zeros, .plus = plus},
                      want);
    }
}

static void a_small_buffer_shows_that_it_is_small(void **state)
{
    (void)state;
    char text[6] = "?????";
    const pmb_number how = {.decimals = 1};
    assert_int_equal(pmb_number_text(text, 5, &how, 10132), 6);
    assert_string_equal(text, "####");
    assert_int_equal(text[5], '\0');
    /* Nothing is written in front of the text or behind it, however small it is. */
    for (size_t size = 0; size < 9; size++) {
        char guarded[12];
        memset(guarded, '~', sizeof guarded);
        assert_int_equal(pmb_number_text(guarded + 2, size, &how, 10132), 6);
        for (size_t i = 0; i < sizeof guarded; i++)
            assert_true((i >= 2 && i < 2 + size) || guarded[i] == '~');
        assert_int_equal(pmb_time_text(guarded + 2, size, true, 45296), 8);
        for (size_t i = 0; i < sizeof guarded; i++)
            assert_true((i >= 2 && i < 2 + size) || guarded[i] == '~');
    }
    assert_int_equal(pmb_number_text(NULL, 0, &how, 10132), 6);
    assert_int_equal(pmb_number_text(text, 6, &how, 1013), 5);
    assert_string_equal(text, "101.3");
}

static void times_and_hexadecimal(void **state)
{
    (void)state;
    char text[16];
    assert_int_equal(pmb_time_text(text, sizeof text, false, 14 * 3600 + 5 * 60 + 9), 5);
    assert_string_equal(text, "14:05");
    pmb_time_text(text, sizeof text, true, 86400 + 59);
    assert_string_equal(text, "00:00:59");
    assert_int_equal(pmb_hex_text(text, sizeof text, 2, 0x3C), 2);
    assert_string_equal(text, "3C");
    pmb_hex_text(text, sizeof text, 9, 0xDEADBEEF);
    assert_string_equal(text, "DEADBEEF");
    pmb_hex_text(text, sizeof text, 0, 0xAB);
    assert_string_equal(text, "B");
}

/* More lines than can be counted: as high as a text can be. */
static void lines_are_counted_to_an_end(void **state)
{
    enum { LINES = 70000 };
    (void)state;
    char *feeds = malloc(LINES + 1);
    memset(feeds, '\n', LINES);
    feeds[LINES] = '\0';
    assert_int_equal(pmb_text_box_size(&plain, 50, &(pmb_text_layout){.wrap = false}, feeds).h,
                     INT16_MAX);
    free(feeds);
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        cmocka_unit_test(one_line_stands_where_it_is_aligned),
        cmocka_unit_test(wrapped_lines_fit_and_lose_nothing),
        cmocka_unit_test(points_may_stand_alone),
        cmocka_unit_test(lines_are_broken_between_words),
        cmocka_unit_test(what_does_not_fit_ends_in_points),
        cmocka_unit_test(an_opaque_box_covers_what_was_there),
        cmocka_unit_test(numbers_are_written_as_asked),
        cmocka_unit_test(numbers_agree_with_the_library),
        cmocka_unit_test(a_small_buffer_shows_that_it_is_small),
        cmocka_unit_test(times_and_hexadecimal),
        cmocka_unit_test(lines_are_counted_to_an_end),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
