/* The scrolling terminal: what it holds, seen on a canvas. */
#include "test.h"

enum { COLUMNS = 10, ROWS = 4 };

static const pmb_text_style style = {.font = &pmb_font_jetty, .color = PMB_WHITE};

struct sheet {
    pmb_canvas c;
    uint8_t pixels[96 / 8 * 64];
};

static void open_sheet(struct sheet *s)
{
    memset(s, 0, sizeof *s);
    assert_int_equal(pmb_canvas_init(&s->c, &pmb_mono_horizontal, (pmb_rect){0, 0, 96, 64},
                                     s->pixels, sizeof s->pixels),
                     PMB_OK);
}

/* Fails unless the terminal shows these lines, each character in its cell. */
static void assert_shows(const pmb_terminal *t, const char *const lines[ROWS])
{
    static struct sheet s, want;
    open_sheet(&s);
    open_sheet(&want);
    pmb_terminal_draw(&s.c, t, (pmb_point){3, 5}, &style);
    const pmb_font_metrics m = pmb_font_measure(style.font);
    const int cell = pmb_text_width(&style, "M");
    for (int row = 0; row < ROWS; row++)
        for (size_t i = 0; i < strlen(lines[row]); i++) {
            const char one[] = {lines[row][i], '\0'};
            pmb_text(
                &want.c, &style,
                (pmb_point){(int16_t)(3 + (int)i * cell), (int16_t)(5 + row * m.line + m.ascent)},
                one);
        }
    if (memcmp(s.pixels, want.pixels, sizeof s.pixels) != 0)
        fail_msg("not '%s' '%s' '%s' '%s'", lines[0], lines[1], lines[2], lines[3]);
}

static void text_goes_on_in_the_next_line_and_scrolls(void **state)
{
    (void)state;
    uint16_t cells[COLUMNS * ROWS];
    pmb_terminal t;
    assert_int_equal(pmb_terminal_init(&t, cells, COLUMNS, ROWS), PMB_OK);
    assert_shows(&t, (const char *[]){"", "", "", ""});
    pmb_terminal_write(&t, "Tide\nin");
    pmb_terminal_write(&t, " port");
    assert_shows(&t, (const char *[]){"Tide", "in port", "", ""});
    pmb_terminal_write(&t, "\n0123456789abc");
    assert_shows(&t, (const char *[]){"Tide", "in port", "0123456789", "abc"});
    pmb_terminal_write(&t, "\nlast");
    assert_shows(&t, (const char *[]){"in port", "0123456789", "abc", "last"});
    for (int i = 0; i < 7; i++)
        pmb_terminal_write(&t, "\n-");
    assert_shows(&t, (const char *[]){"-", "-", "-", "-"});
}

static void a_full_line_waits_for_the_next_character(void **state)
{
    (void)state;
    uint16_t cells[COLUMNS * ROWS];
    pmb_terminal t;
    assert_int_equal(pmb_terminal_init(&t, cells, COLUMNS, ROWS), PMB_OK);
    pmb_terminal_write(&t, "0123456789\nnext");
    assert_shows(&t, (const char *[]){"0123456789", "next", "", ""});
}

static void control_characters_move_the_cursor(void **state)
{
    (void)state;
    uint16_t cells[COLUMNS * ROWS];
    pmb_terminal t;
    assert_int_equal(pmb_terminal_init(&t, cells, COLUMNS, ROWS), PMB_OK);
    pmb_terminal_write(&t, "12 %\r9\na\tb\tcd\nxy\b\b\bz");
    assert_shows(&t, (const char *[]){"92 %", "a       b", "cd", "zy"});
    pmb_terminal_write(&t, "\fnew");
    assert_shows(&t, (const char *[]){"new", "", "", ""});
}

static void any_character_has_one_cell(void **state)
{
    (void)state;
    uint16_t cells[COLUMNS * ROWS];
    pmb_terminal t;
    assert_int_equal(pmb_terminal_init(&t, cells, COLUMNS, ROWS), PMB_OK);
    pmb_terminal_write(&t, "\xC2\xB0\xF0\x9F\x9A\xA2\xFF");
    assert_int_equal(cells[0], 0xB0);
    assert_int_equal(cells[1], 0xFFFD);
    assert_int_equal(cells[2], 0xFFFD);
    assert_int_equal(t.column, 3);
}

static void it_fills_its_ground_and_nothing_else(void **state)
{
    (void)state;
    static struct sheet s;
    uint16_t cells[COLUMNS * ROWS];
    pmb_terminal t;
    pmb_text_style opaque = style;
    opaque.opaque = true;
    opaque.background = PMB_WHITE;
    assert_int_equal(pmb_terminal_init(&t, cells, COLUMNS, ROWS), PMB_OK);
    const pmb_size size = pmb_terminal_size(&t, &opaque);
    open_sheet(&s);
    pmb_terminal_draw(&s.c, &t, (pmb_point){3, 5}, &opaque);
    for (int16_t y = 0; y < 64; y++)
        for (int16_t x = 0; x < 96; x++)
            assert_int_equal(pmb_canvas_peek(&s.c, (pmb_point){x, y}) == PMB_WHITE,
                             x >= 3 && x < 3 + size.w && y >= 5 && y < 5 + size.h);
}

static void a_terminal_without_room_is_refused(void **state)
{
    (void)state;
    uint16_t cells[1];
    pmb_terminal t;
    assert_int_equal(pmb_terminal_init(&t, cells, 0, 1), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_terminal_init(&t, cells, 1, 0), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_terminal_init(&t, NULL, 1, 1), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_terminal_init(&t, cells, 1, 1), PMB_OK);
    pmb_terminal_write(&t, "ab\tc\n\nd");
    assert_int_equal(cells[0], 'd');
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        cmocka_unit_test(text_goes_on_in_the_next_line_and_scrolls),
        cmocka_unit_test(a_full_line_waits_for_the_next_character),
        cmocka_unit_test(control_characters_move_the_cursor),
        test_without(PMB_PLAIN_TEXT, any_character_has_one_cell),
        cmocka_unit_test(it_fills_its_ground_and_nothing_else),
        cmocka_unit_test(a_terminal_without_room_is_refused),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
