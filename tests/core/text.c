/* UTF-8, measuring, drawing, and fonts that are damaged. */
#include <stdio.h>
#include "crc.h"
#include "test.h"

static void decode(const char *text, const uint32_t *want, size_t count)
{
    for (size_t i = 0; i < count; i++)
        assert_int_equal(pmb_text_next(&text), want[i]);
    assert_int_equal(*text, 0);
    assert_int_equal(pmb_text_next(&text), 0);
}

static void well_formed_text_is_decoded(void **state)
{
    (void)state;
    const uint32_t want[] = {'A', 0xB0, 0x20AC, 0x1F6A2, 0x7FF, 0x800, 0xFFFF, 0x10FFFF};
    decode("A\xC2\xB0\xE2\x82\xAC\xF0\x9F\x9A\xA2\xDF\xBF\xE0\xA0\x80\xEF\xBF\xBF\xF4\x8F\xBF\xBF",
           want, LENGTH(want));
}

static void ill_formed_text_is_replaced(void **state)
{
    (void)state;
    /* The Unicode Standard, table 3-8: C0 AF E0 80 BF F0 81 82 41 is eight replacements and an A.
     */
    const uint32_t nonshort[] = {0xFFFD, 0xFFFD, 0xFFFD, 0xFFFD, 0xFFFD,
                                 0xFFFD, 0xFFFD, 0xFFFD, 'A'};
    decode("\xC0\xAF\xE0\x80\xBF\xF0\x81\x82\x41", nonshort, LENGTH(nonshort));
    /* Table 3-11: truncated sequences are one replacement each. */
    const uint32_t cut[] = {0xFFFD, 0xFFFD, 0xFFFD, 0xFFFD, 'A'};
    decode("\xE1\x80\xE2\xF0\x91\x92\xF1\xBF\x41", cut, LENGTH(cut));
    const uint32_t surrogate[] = {0xFFFD, 0xFFFD, 0xFFFD};
    decode("\xED\xA0\x80", surrogate, LENGTH(surrogate));
    decode("\xED\xA1\x80", surrogate, LENGTH(surrogate));
    decode("\xED\xBF\xBF", surrogate, LENGTH(surrogate));
    const uint32_t beyond[] = {0xFFFD, 0xFFFD, 0xFFFD, 0xFFFD, 0x40000};
    decode("\xF4\x90\x80\x80\xF1\x80\x80\x80", beyond, LENGTH(beyond));
    const uint32_t none[] = {0xFFFD, 'A', 0xFFFD, 0xFFFD};
    decode("\xF5"
           "A\xFF\x80",
           none, LENGTH(none));
}

static void a_cut_sequence_never_reads_past_the_end(void **state)
{
    (void)state;
    static const char *const cuts[] = {"\xC3", "\xE2\x82", "\xF0\x9F\x9A", "\xF4"};
    for (size_t i = 0; i < LENGTH(cuts); i++) {
        char *exact = malloc(strlen(cuts[i]) + 1); /* the sanitizer watches its end */
        strcpy(exact, cuts[i]);
        const char *at = exact;
        assert_int_equal(pmb_text_next(&at), 0xFFFD);
        assert_int_equal(pmb_text_next(&at), 0);
        free(exact);
    }
}

static const pmb_text_style plain = {.font = &pmb_font_jetty, .color = PMB_WHITE};

static void drawing_ends_where_measuring_says(void **state)
{
    (void)state;
    static const char *const texts[] = {"", "i", "Tide 4.12 m", "q\xC2\xB5\xC2\xB0", "\xFF?"};
    pmb_canvas c;
    for (size_t i = 0; i < LENGTH(texts); i++)
        for (uint8_t scale = 0; scale < 4; scale++) {
            uint8_t once[128 * 40 / 8] = {0}, twice[128 * 40 / 8] = {0};
            char longer[32];
            pmb_text_style style = plain;
            style.scale = scale;
            (void)snprintf(longer, sizeof longer, "%s4", texts[i]);
            (void)pmb_canvas_init(&c, &pmb_mono_vertical, (pmb_rect){0, 0, 128, 40}, once,
                                  sizeof once);
            pmb_text(&c, &style, (pmb_point){-7, 20}, longer);
            c.pixels = twice;
            pmb_text(&c, &style, (pmb_point){-7, 20}, texts[i]);
            const int end = pmb_text_width(&style, texts[i]) - 7;
            pmb_text(&c, &style, (pmb_point){(int16_t)end, 20}, "4");
            assert_memory_equal(once, twice, sizeof once);
        }
}

static void digits_are_equally_wide(void **state)
{
    (void)state;
    const int width = pmb_text_width(&plain, "0");
    for (char digit[2] = "1"; digit[0] <= '9'; digit[0]++)
        assert_int_equal(pmb_text_width(&plain, digit), width);
}

static void glyphs_stay_between_ascent_and_descent(void **state)
{
    (void)state;
    const pmb_font_metrics m = pmb_font_measure(plain.font);
    assert_int_equal(m.cap_height, 7);
    assert_int_equal(m.x_height, 5);
    assert_true(m.line >= m.ascent + m.descent);
    uint8_t pixels[256 * 5];
    pmb_canvas c;
    for (char text[2] = "!"; text[0] <= '~'; text[0]++) {
        memset(pixels, 0, sizeof pixels);
        assert_int_equal(pmb_canvas_init(&c, &pmb_mono_vertical, (pmb_rect){0, 0, 256, 40}, pixels,
                                         sizeof pixels),
                         PMB_OK);
        pmb_text(&c, &plain, (pmb_point){20, 20}, text);
        int set = 0;
        for (int16_t y = 0; y < 40; y++)
            for (int16_t x = 0; x < 40; x++) {
                const bool on = pmb_canvas_peek(&c, (pmb_point){x, y}) != PMB_BLACK;
                set += on;
                assert_false(on && (y < 20 - m.ascent || y >= 20 + m.descent));
            }
        assert_true(set > 0);
    }
}

static void large_numerals_have_their_height_and_one_advance(void **state)
{
    (void)state;
    static const struct {
        const pmb_font *font;
        int height;
    } fonts[] = {{&pmb_font_bollard20, 20}, {&pmb_font_bollard32, 32}};
    for (size_t i = 0; i < LENGTH(fonts); i++) {
        const pmb_text_style style = {.font = fonts[i].font, .color = PMB_WHITE};
        const int advance = pmb_text_width(&style, "0");
        assert_int_equal(pmb_font_check(fonts[i].font), PMB_OK);
        assert_int_equal(pmb_font_measure(fonts[i].font).cap_height, fonts[i].height);
        for (char digit[2] = "0"; digit[0] <= '9'; digit[0]++) {
            uint8_t pixels[8 * 40] = {0};
            pmb_canvas c;
            (void)pmb_canvas_init(&c, &pmb_mono_horizontal, (pmb_rect){0, 0, 64, 40}, pixels,
                                  sizeof pixels);
            pmb_text(&c, &style, (pmb_point){4, 36}, digit);
            /* It stands on the baseline, and reaches up to its height, and no further. */
            bool foot = false, head = false, outside = false;
            for (int16_t x = 0; x < 64; x++)
                for (int16_t y = 0; y < 40; y++) {
                    const bool set = pmb_canvas_peek(&c, (pmb_point){x, y}) != PMB_BLACK;
                    foot = foot || (set && y == 35);
                    head = head || (set && y == 36 - fonts[i].height);
                    outside = outside || (set && (y > 35 || y < 36 - fonts[i].height));
                }
            assert_true(foot && head && !outside);
            assert_int_equal(pmb_text_width(&style, digit), advance);
        }
    }
}

static void a_scaled_glyph_is_the_glyph_in_squares(void **state)
{
    (void)state;
    uint8_t small[40 * 5], large[120 * 15];
    pmb_canvas a, b;
    pmb_text_style tripled = plain;
    tripled.scale = 3;
    memset(small, 0, sizeof small);
    memset(large, 0, sizeof large);
    (void)pmb_canvas_init(&a, &pmb_mono_vertical, (pmb_rect){0, 0, 40, 40}, small, sizeof small);
    (void)pmb_canvas_init(&b, &pmb_mono_vertical, (pmb_rect){0, 0, 120, 120}, large, sizeof large);
    pmb_text(&a, &plain, (pmb_point){4, 20}, "g@R");
    pmb_text(&b, &tripled, (pmb_point){12, 60}, "g@R");
    for (int16_t y = 0; y < 120; y++)
        for (int16_t x = 0; x < 120; x++)
            assert_int_equal(pmb_canvas_peek(&b, (pmb_point){x, y}),
                             pmb_canvas_peek(&a, (pmb_point){(int16_t)(x / 3), (int16_t)(y / 3)}));
}

static void fallbacks_lend_what_a_font_does_not_have(void **state)
{
    (void)state;
    static const pmb_font *const fallbacks[] = {&pmb_font_bollard32, &pmb_font_jetty, NULL};
    const pmb_text_style large = {.font = &pmb_font_bollard20, .color = PMB_WHITE};
    pmb_text_style mixed = large;
    mixed.fallbacks = fallbacks;
    uint8_t a[128 * 4] = {0}, b[128 * 4] = {0};
    pmb_canvas c, d;
    (void)pmb_canvas_init(&c, &pmb_mono_vertical, (pmb_rect){0, 0, 128, 32}, a, sizeof a);
    (void)pmb_canvas_init(&d, &pmb_mono_vertical, (pmb_rect){0, 0, 128, 32}, b, sizeof b);
    pmb_text(&c, &mixed, (pmb_point){2, 26}, "4.12 m");
    const int16_t x = (int16_t)(2 + pmb_text_width(&large, "4.12 "));
    pmb_text(&d, &large, (pmb_point){2, 26}, "4.12 ");
    pmb_text(&d, &plain, (pmb_point){x, 26}, "m");
    assert_memory_equal(a, b, sizeof a);
    assert_int_equal(pmb_text_width(&mixed, "m"), pmb_text_width(&plain, "m"));
    /* What nobody has is the first font's replacement. */
    assert_int_equal(pmb_text_width(&mixed, "\xE4\xB8\xAD"),
                     pmb_text_width(&large, "\xEF\xBF\xBD"));
}

static void turned_text_is_the_text_turned(void **state)
{
    (void)state;
    enum { SIDE = 96, MIDDLE = 48 };
    for (uint8_t turn = 0; turn < 4; turn++)
        for (uint8_t scale = 1; scale < 3; scale++) {
            uint8_t flat[SIDE * SIDE / 8] = {0}, turned[SIDE * SIDE / 8] = {0};
            pmb_canvas a, b;
            pmb_text_style style = plain;
            style.scale = scale;
            (void)pmb_canvas_init(&a, &pmb_mono_horizontal, (pmb_rect){0, 0, SIDE, SIDE}, flat,
                                  sizeof flat);
            (void)pmb_canvas_init(&b, &pmb_mono_horizontal, (pmb_rect){0, 0, SIDE, SIDE}, turned,
                                  sizeof turned);
            pmb_text(&a, &style, (pmb_point){MIDDLE, MIDDLE}, "gF4");
            style.turn = turn;
            pmb_text(&b, &style, (pmb_point){MIDDLE, MIDDLE}, "gF4");
            for (int16_t y = -40; y < 40; y++)
                for (int16_t x = -40; x < 40; x++) {
                    int16_t tx = x, ty = y;
                    for (int i = 0; i < turn; i++) {
                        const int16_t keep = tx;
                        tx = (int16_t)-ty;
                        ty = keep;
                    }
                    assert_int_equal(pmb_canvas_peek(&a, (pmb_point){(int16_t)(MIDDLE + x),
                                                                     (int16_t)(MIDDLE + y)}),
                                     pmb_canvas_peek(&b, (pmb_point){(int16_t)(MIDDLE + tx),
                                                                     (int16_t)(MIDDLE + ty)}));
                }
        }
}

static void all_of_latin_1_and_the_symbols_are_there(void **state)
{
    (void)state;
    static const uint32_t symbols[] = {0x2126, 0x3A9,  0x3BC,  0x2190, 0x2191, 0x2192, 0x2193,
                                       0x2212, 0x2264, 0x2265, 0x20AC, 0x2026, 0x207B};
    static const pmb_font *const fonts[] = {&pmb_font_jetty, &pmb_font_slipway,
                                            &pmb_font_slipway_bold};
    for (size_t f = 0; f < LENGTH(fonts); f++) {
        const pmb_text_style style = {.font = fonts[f], .color = PMB_WHITE};
        uint8_t replacement[64 * 4] = {0};
        pmb_canvas c;
        (void)pmb_canvas_init(&c, &pmb_mono_vertical, (pmb_rect){0, 0, 64, 32}, replacement,
                              sizeof replacement);
        pmb_text(&c, &style, (pmb_point){4, 20}, "\xEF\xBF\xBD");
        for (uint32_t i = 0; i < 256 + LENGTH(symbols); i++) {
            const uint32_t code = i < 256 ? i : symbols[i - 256];
            if (code < 0x20 || (code >= 0x7F && code < 0xA0))
                continue;
            const char text[4] = {code < 0x80    ? (char)code
                                  : code < 0x800 ? (char)(0xC0 | code >> 6)
                                                 : (char)(0xE0 | code >> 12),
                                  code < 0x80    ? '\0'
                                  : code < 0x800 ? (char)(0x80 | (code & 63))
                                                 : (char)(0x80 | (code >> 6 & 63)),
                                  code < 0x800 ? '\0' : (char)(0x80 | (code & 63))};
            uint8_t pixels[64 * 4] = {0};
            (void)pmb_canvas_init(&c, &pmb_mono_vertical, (pmb_rect){0, 0, 64, 32}, pixels,
                                  sizeof pixels);
            pmb_text(&c, &style, (pmb_point){4, 20}, text);
            if (memcmp(pixels, replacement, sizeof pixels) == 0)
                fail_msg("font %zu: U+%04lX is missing", f, (unsigned long)code);
        }
    }
}

/* Each is a square of its size, none looks like another, and the steps rise. */
static void icons_are_there_in_three_sizes(void **state)
{
    (void)state;
    enum { ICONS = 48 };
    static const struct {
        const pmb_font *font;
        int size;
    } sizes[] = {{&pmb_font_pennant8, 8}, {&pmb_font_pennant12, 12}, {&pmb_font_pennant16, 16}};
    assert_string_equal(PMB_ICON_BATTERY_0, "\xEE\x80\x80");
    assert_string_equal(PMB_ICON_LETTER, "\xEE\x80\xAF"); /* the last: U+E000 + ICONS - 1 */
    for (size_t f = 0; f < LENGTH(sizes); f++) {
        static uint8_t seen[ICONS + 1][32 * 4];
        int set[ICONS + 1];
        const pmb_text_style style = {.font = sizes[f].font, .color = PMB_WHITE};
        for (int i = 0; i <= ICONS; i++) {
            const char text[4] = {'\xEE', '\x80', (char)(0x80 + i), '\0'};
            pmb_canvas c;
            memset(seen[i], 0, sizeof seen[i]);
            (void)pmb_canvas_init(&c, &pmb_mono_horizontal, (pmb_rect){0, 0, 32, 32}, seen[i],
                                  sizeof seen[i]);
            pmb_text(&c, &style, (pmb_point){3, 20}, text);
            assert_int_equal(pmb_text_width(&style, text), sizes[f].size + sizes[f].size / 8);
            set[i] = 0;
            for (int16_t y = 0; y < 32; y++)
                for (int16_t x = 0; x < 32; x++)
                    set[i] += pmb_canvas_peek(&c, (pmb_point){x, y}) == PMB_WHITE;
            for (int k = 0; k < i; k++)
                if (memcmp(seen[i], seen[k], sizeof seen[i]) == 0)
                    fail_msg("size %d: icon %d is icon %d", sizes[f].size, i, k);
        }
        for (int step = 0; step < 4; step++) {
            assert_true(set[step] < set[step + 1]);         /* battery */
            assert_true(set[6 + step] < set[6 + step + 1]); /* signal */
        }
    }
}

static void a_missing_character_shows_the_replacement(void **state)
{
    (void)state;
    uint8_t a[128 * 2] = {0}, b[128 * 2] = {0};
    pmb_canvas c, d;
    (void)pmb_canvas_init(&c, &pmb_mono_vertical, (pmb_rect){0, 0, 128, 16}, a, sizeof a);
    (void)pmb_canvas_init(&d, &pmb_mono_vertical, (pmb_rect){0, 0, 128, 16}, b, sizeof b);
    pmb_text(&c, &plain, (pmb_point){0, 10}, "\xE4\xB8\xAD");
    pmb_text(&d, &plain, (pmb_point){0, 10}, "\xEF\xBF\xBD");
    assert_memory_equal(a, b, sizeof a);
    assert_int_not_equal(b[1], 0);
}

/* Every single byte of the font changed, and every shorter length: refused, or still safe to use.
 */
static void damaged_fonts_are_refused(void **state)
{
    (void)state;
    const size_t size = pmb_font_jetty.size;
    uint8_t *bytes = malloc(size);
    pmb_font font = {bytes, size};
    memcpy(bytes, pmb_font_jetty.bytes, size);
    assert_int_equal(pmb_font_check(&font), PMB_OK);
    for (uint32_t i = 0; i < size; i++) {
        const bool unused = i >= 6 && i < 12; /* metrics */
        bytes[i] ^= 0x41;
        if (!unused && i != 16 && i != 17)
            assert_int_equal(pmb_font_check(&font), PMB_ERR_DATA);
        bytes[i] ^= 0x41;
    }
    bytes[8] = 0; /* lines one upon the other */
    assert_int_equal(pmb_font_check(&font), PMB_ERR_DATA);
    bytes[8] = pmb_font_jetty.bytes[8];
    assert_int_equal(pmb_font_check(&font), PMB_OK);
    for (font.size = 0; font.size < size; font.size++)
        assert_int_equal(pmb_font_check(&font), PMB_ERR_DATA);
    assert_int_equal(pmb_font_check(NULL), PMB_ERR_ARGUMENT);
    free(bytes);
}

static void texts_are_translated_where_there_is_a_word(void **state)
{
    (void)state;
    static const char *const words[] = {"Tide", "Gezeit", NULL,   NULL,   "y",   "z",
                                        "Wind", NULL,     "Vent", "Wind", "bad", "bad"};
    const pmb_dictionary d = {.words = words, .languages = 3, .rows = 4}, empty = {.languages = 3};
    assert_string_equal(pmb_translate(&d, 1, "Tide"), "Gezeit");
    assert_string_equal(pmb_translate(&d, 2, "Tide"), "Tide"); /* it has no word there */
    assert_string_equal(pmb_translate(&d, 1, "Wind"), "Wind");
    assert_string_equal(pmb_translate(&d, 2, "Wind"), "Vent");
    assert_string_equal(pmb_translate(&d, 1, "Win"), "Win");
    assert_string_equal(pmb_translate(&d, 1, "Winds"), "Winds");
    assert_string_equal(pmb_translate(&d, 0, "Tide"), "Tide");
    assert_string_equal(pmb_translate(&d, 3, "Tide"), "Tide");
    assert_string_equal(pmb_translate(&empty, 1, "Tide"), "Tide");
    assert_string_equal(pmb_translate(NULL, 1, "Tide"), "Tide");
    assert_null(pmb_translate(&d, 1, NULL));
}

static void put_two(uint8_t *at, unsigned value)
{
    at[0] = (uint8_t)value;
    at[1] = (uint8_t)(value >> 8);
}

static void seal(uint8_t *bytes, size_t size)
{
    const uint32_t crc = crc_of(bytes + 28, size - 28);
    put_two(bytes + 20, size & 0xFFFF);
    put_two(bytes + 22, (unsigned)(size >> 16));
    put_two(bytes + 24, crc & 0xFFFF);
    put_two(bytes + 26, crc >> 16);
}

/* Tables that do not fit together, with a checksum that is right. */
static void fonts_whose_tables_disagree_are_refused(void **state)
{
    (void)state;
    const size_t size = pmb_font_jetty.size;
    const unsigned ranges = (unsigned)pmb_font_jetty.bytes[12];
    const size_t record = 28 + 5 * ranges;
    static const struct {
        size_t at; /* from the beginning; from 1000 on, from the first glyph's record */
        unsigned value;
    } changes[] = {{12, 0},
                   {14, 0},
                   {14, 60000},
                   {16, 60000},
                   {16, 65535},
                   {18, 60000},
                   {31, 7},
                   {1001, 0xFD},
                   {1002, 0x80},
                   {1000 + 8 * 209 + 3, 255},
                   {1000 + 8 * 209 + 4, 255}};
    uint8_t *bytes = malloc(size);
    const pmb_font font = {bytes, size};
    memcpy(bytes, pmb_font_jetty.bytes, size);
    seal(bytes, size);
    assert_memory_equal(bytes, pmb_font_jetty.bytes, size); /* sealed as it was */
    for (size_t i = 0; i < LENGTH(changes); i++) {
        const size_t at = changes[i].at >= 1000 ? record + changes[i].at - 1000 : changes[i].at;
        memcpy(bytes, pmb_font_jetty.bytes, size);
        if (changes[i].at >= 1000)
            bytes[at] = (uint8_t)changes[i].value;
        else
            put_two(bytes + at, changes[i].value);
        seal(bytes, size);
        if (pmb_font_check(&font) != PMB_ERR_DATA)
            fail_msg("change %zu was not found", i);
    }
    memcpy(bytes, pmb_font_jetty.bytes, size);
    bytes[5] = 2; /* twice the bits are not there */
    assert_int_equal(pmb_font_check(&font), PMB_ERR_DATA);
    const pmb_font nothing = {NULL, size};
    assert_int_equal(pmb_font_check(&nothing), PMB_ERR_ARGUMENT);
    free(bytes);
}

/* Beside their digits, only blanks get the room of the widest. */
static unsigned two_at(const uint8_t *at)
{
    return at[0] | (unsigned)at[1] << 8;
}

/* The character of a glyph below U+0800, in UTF-8, from the ranges of a font (docs/formats.md). */
static void character_of(const pmb_font *font, unsigned glyph, char text[3])
{
    const uint8_t *range = font->bytes + 28;
    while (glyph >= two_at(range + 3)) {
        glyph -= two_at(range + 3);
        range += 5;
    }
    const unsigned code = two_at(range) + glyph;
    assert_true(range[2] == 0 && code < 0x800);
    if (code < 0x80)
        snprintf(text, 3, "%c", (char)code);
    else
        snprintf(text, 3, "%c%c", (char)(0xC0 | code >> 6), (char)(0x80 | (code & 63)));
}

/* Each pair that a typeface has moves the pen by what it says. */
static void every_pair_is_kerned(void **state)
{
    (void)state;
    const pmb_font *const fonts[] = {&pmb_font_smooth12, &pmb_font_smooth24};
    for (size_t f = 0; f < LENGTH(fonts); f++) {
        const pmb_text_style style = {.font = fonts[f], .color = PMB_WHITE};
        const uint8_t *bytes = fonts[f]->bytes;
        const uint8_t *pair = bytes + 28 + 5 * two_at(bytes + 12) + 8 * two_at(bytes + 14);
        const unsigned count = two_at(bytes + 18);
        assert_true(count > 100);
        for (unsigned i = 0; i < count; i++, pair += 5) {
            char first[3], second[3], both[5];
            character_of(fonts[f], two_at(pair), first);
            character_of(fonts[f], two_at(pair + 2), second);
            snprintf(both, sizeof both, "%s%s", first, second);
            const int moved = pmb_text_width(&style, both) - pmb_text_width(&style, first) -
                              pmb_text_width(&style, second);
            if (moved != (int8_t)pair[4])
                fail_msg("%s moves by %d, not by %d", both, moved, (int8_t)pair[4]);
        }
    }
}

/* A character of the last range is found: here, where another glyph replaces what is missing. */
static void the_last_range_is_looked_at(void **state)
{
    (void)state;
    const size_t size = pmb_font_slipway.size;
    uint8_t *bytes = malloc(size);
    const pmb_font font = {bytes, size};
    const pmb_text_style own = {.font = &pmb_font_slipway}, changed = {.font = &font};
    memcpy(bytes, pmb_font_slipway.bytes, size);
    put_two(bytes + 16, 0); /* the blank */
    const int16_t wide = pmb_text_width(&own, "\xEF\xBF\xBD");
    assert_int_equal(pmb_text_width(&changed, "\xEF\xBF\xBD"), wide);
    assert_int_equal(pmb_text_width(&changed, "\xEF\xBF\xBC"), pmb_text_width(&own, " "));
    assert_int_not_equal(pmb_text_width(&own, " "), wide);
    free(bytes);
}

static void tabular_text_changes_digits_and_blanks_only(void **state)
{
    (void)state;
    pmb_text_style style = plain;
    static const char others[] = "/:!A~";
    for (const char *c = others; *c; c++) {
        const char text[] = {*c, '\0'};
        style.tabular = false;
        const int16_t usual = pmb_text_width(&style, text);
        style.tabular = true;
        assert_int_equal(pmb_text_width(&style, text), usual);
    }
    assert_int_equal(pmb_text_width(&style, " "), pmb_text_width(&style, "0"));
    static const pmb_font *const two[] = {&pmb_font_slipway, &pmb_font_jetty_europe, NULL};
    pmb_text_style lending = {.font = &pmb_font_bollard20, .color = PMB_WHITE, .fallbacks = two};
    assert_int_not_equal(pmb_text_width(&lending, "\xC5\x91"), 0); /* from the second */
    assert_int_equal(pmb_text_width(&lending, "A"),
                     pmb_text_width(&(pmb_text_style){.font = &pmb_font_slipway}, "A"));
    uint8_t *bytes = malloc(pmb_font_jetty.size); /* a font whose digits have no common width */
    const pmb_font own = {bytes, pmb_font_jetty.size};
    memcpy(bytes, pmb_font_jetty.bytes, own.size);
    bytes[11] = 0;
    assert_int_equal(pmb_text_width(&(pmb_text_style){.font = &own, .tabular = true}, "1 1"),
                     pmb_text_width(&(pmb_text_style){.font = &own}, "1 1"));
    free(bytes);
}

/* Beyond the last range of a font, and longer than coordinates reach. */
static void texts_have_no_end_that_hurts(void **state)
{
    enum { LENGTH_OF_IT = 9000 };
    (void)state;
    char *text = malloc(LENGTH_OF_IT + 1);
    memset(text, 'W', LENGTH_OF_IT);
    text[LENGTH_OF_IT] = '\0';
    assert_int_equal(pmb_text_width(&plain, text), INT16_MAX);
    free(text);
    assert_int_equal(pmb_text_width(&plain, "\xF0\x9F\x9A\xA2"),
                     pmb_text_width(&plain, "\xEF\xBF\xBD"));
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_PLAIN_TEXT, well_formed_text_is_decoded),
        test_without(PMB_PLAIN_TEXT, ill_formed_text_is_replaced),
        test_without(PMB_PLAIN_TEXT, a_cut_sequence_never_reads_past_the_end),
        cmocka_unit_test(drawing_ends_where_measuring_says),
        cmocka_unit_test(digits_are_equally_wide),
        cmocka_unit_test(glyphs_stay_between_ascent_and_descent),
        test_without(PMB_PLAIN_TEXT, large_numerals_have_their_height_and_one_advance),
        test_without(PMB_PLAIN_TEXT, a_scaled_glyph_is_the_glyph_in_squares),
        test_without(PMB_PLAIN_TEXT, fallbacks_lend_what_a_font_does_not_have),
        test_without(PMB_PLAIN_TEXT, turned_text_is_the_text_turned),
        cmocka_unit_test(all_of_latin_1_and_the_symbols_are_there),
        test_without(PMB_PLAIN_TEXT, icons_are_there_in_three_sizes),
        cmocka_unit_test(a_missing_character_shows_the_replacement),
        cmocka_unit_test(damaged_fonts_are_refused),
        cmocka_unit_test(texts_are_translated_where_there_is_a_word),
        test_without(PMB_PLAIN_TEXT, fonts_whose_tables_disagree_are_refused),
        test_without(PMB_PLAIN_TEXT, every_pair_is_kerned),
        cmocka_unit_test(the_last_range_is_looked_at),
        test_without(PMB_PLAIN_TEXT, tabular_text_changes_digits_and_blanks_only),
        test_without(PMB_PLAIN_TEXT, texts_have_no_end_that_hurts),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
