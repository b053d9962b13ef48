/* Each pixel format against a plain array of pixels. */
#include "test.h"

enum { W = 37, H = 29, LEFT = -2, TOP = 11 };

static const struct {
    const char *name;
    const pmb_format *format;
} formats[] = {
    {"vertical", &pmb_mono_vertical},
    {"vertical msb", &pmb_mono_vertical_msb},
    {"horizontal", &pmb_mono_horizontal},
    {"horizontal lsb", &pmb_mono_horizontal_lsb},
    {"grey", &pmb_grey4},
    {"grey vertical", &pmb_grey4_vertical},
    {"rgb565", &pmb_rgb565},
    {"ink vertical", &pmb_ink_vertical},
    {"ink vertical msb", &pmb_ink_vertical_msb},
    {"ink horizontal", &pmb_ink_horizontal},
    {"ink horizontal lsb", &pmb_ink_horizontal_lsb},
};

struct sheet {
    pmb_canvas c;
    uint8_t *pixels; /* not a byte too many: a sanitizer sees what lies beyond */
    pmb_color model[H][W];
};

static void open_sheet(struct sheet *s, const pmb_format *format)
{
    const size_t bytes = pmb_canvas_bytes(format, (pmb_size){W, H});
    free(s->pixels);
    memset(s, 0, sizeof *s);
    s->pixels = calloc(bytes, 1);
    assert_non_null(s->pixels);
    assert_int_equal(pmb_canvas_init(&s->c, format, (pmb_rect){LEFT, TOP, W, H}, s->pixels, bytes),
                     PMB_OK);
}

static void compare(const struct sheet *s, const char *name)
{
    for (int y = 0; y < H; y++)
        for (int x = 0; x < W; x++) {
            const pmb_point p = {(int16_t)(x + LEFT), (int16_t)(y + TOP)};
            if (pmb_canvas_peek(&s->c, p) != s->model[y][x])
                fail_msg("%s: pixel %d,%d differs", name, x, y);
        }
}

static unsigned random_below(unsigned *seed, unsigned limit)
{
    *seed = *seed * 1664525u + 1013904223u;
    return (*seed >> 8) % limit;
}

static void fill_model(struct sheet *s, pmb_rect r, pmb_color color)
{
    for (int y = 0; y < H; y++)
        for (int x = 0; x < W; x++)
            if (pmb_rect_holds(r, (pmb_point){(int16_t)(x + LEFT), (int16_t)(y + TOP)}))
                s->model[y][x] = color;
}

static pmb_rect random_rect(unsigned *seed)
{
    return (pmb_rect){(int16_t)((int)random_below(seed, 50) - 10),
                      (int16_t)((int)random_below(seed, 40) + 5), (int16_t)random_below(seed, 40),
                      (int16_t)random_below(seed, 30)};
}

static void rectangles_cover_exactly_their_pixels(void **state)
{
    (void)state;
    for (size_t f = 0; f < LENGTH(formats); f++) {
        static struct sheet s;
        unsigned seed = 7;
        open_sheet(&s, formats[f].format);
        for (int i = 0; i < 500; i++) {
            const pmb_rect r = random_rect(&seed);
            const pmb_color color = random_below(&seed, 2) ? PMB_WHITE : PMB_BLACK;
            pmb_rect_fill(&s.c, r, color);
            fill_model(&s, r, color);
            compare(&s, formats[f].name);
        }
    }
}

static void patterns_set_only_their_bits(void **state)
{
    (void)state;
    for (size_t f = 0; f < LENGTH(formats); f++) {
        static struct sheet s;
        unsigned seed = 11;
        open_sheet(&s, formats[f].format);
        for (int i = 0; i < 500; i++) {
            const pmb_rect r = random_rect(&seed);
            const pmb_color color = random_below(&seed, 2) ? PMB_WHITE : PMB_BLACK;
            uint8_t pattern[8];
            for (size_t k = 0; k < LENGTH(pattern); k++)
                pattern[k] = (uint8_t)random_below(&seed, 256);
            pmb_rect_pattern(&s.c, r, pattern, color);
            for (int y = 0; y < H; y++)
                for (int x = 0; x < W; x++)
                    if (pmb_rect_holds(r, (pmb_point){(int16_t)(x + LEFT), (int16_t)(y + TOP)}) &&
                        pattern[(y + TOP) & 7] & 0x80 >> ((x + LEFT) & 7))
                        s.model[y][x] = color;
            compare(&s, formats[f].name);
        }
    }
}

#if !PMB_NO_DAMAGE
/* Nothing is set, and nothing noted to be sent. */
static void a_pattern_beyond_the_clip_is_not_noted(void **state)
{
    (void)state;
    static const uint8_t pattern[8] = {255, 255, 255, 255, 255, 255, 255, 255};
    static struct sheet s;
    pmb_damage damage = {.count = 0};
    open_sheet(&s, &pmb_mono_vertical);
    s.c.damage = &damage;
    pmb_rect_pattern(&s.c, (pmb_rect){LEFT + W, TOP, 5, 5}, pattern, PMB_WHITE);
    pmb_rect_dither(&s.c, (pmb_rect){LEFT, TOP + H, 5, 5}, 16, PMB_WHITE);
    pmb_rect_gradient(&s.c, (pmb_rect){LEFT - 5, TOP, 5, 5}, PMB_WHITE, PMB_BLACK, true);
    assert_int_equal(damage.count, 0);
    compare(&s, "beyond");
}
#endif

/* From black to white, as levels of pmb_rect_dither line by line. */
static void gradients_in_one_bit_are_dithered(void **state)
{
    (void)state;
    for (size_t f = 0; f < LENGTH(formats); f++) {
        static struct sheet s, lines;
        unsigned seed = 13;
        if (!formats[f].format->one_bit)
            continue;
        open_sheet(&s, formats[f].format);
        open_sheet(&lines, formats[f].format);
        for (int i = 0; i < 200; i++) {
            const pmb_rect r = random_rect(&seed);
            const bool down = i % 2, rises = i % 4 < 2;
            const int count = down ? r.h : r.w;
            pmb_rect_gradient(&s.c, r, rises ? PMB_BLACK : PMB_WHITE, rises ? PMB_WHITE : PMB_BLACK,
                              down);
            pmb_rect_fill(&lines.c, r, PMB_BLACK);
            for (int k = 0; k < count; k++) {
                const int steps = count > 1 ? count - 1 : 1;
                const int way = (255 * k * 2 + steps) / (2 * steps); /* rounded */
                const int light = rises ? way : 255 - way;
                const pmb_rect line = {(int16_t)(r.x + (down ? 0 : k)),
                                       (int16_t)(r.y + (down ? k : 0)), down ? r.w : 1,
                                       down ? 1 : r.h};
                pmb_rect_dither(&lines.c, line, (uint8_t)((light * 16 + 127) / 255), PMB_WHITE);
            }
            assert_memory_equal(s.pixels, lines.pixels,
                                pmb_canvas_bytes(formats[f].format, (pmb_size){W, H}));
        }
    }
}

/* Whole rows may be set in one go. */
static void whole_rows_are_those_that_were_meant(void **state)
{
    (void)state;
    for (size_t i = 0; i < LENGTH(formats); i++)
        for (int16_t y = 0; y < H; y++)
            for (int16_t h = 1; y + h <= H; h++) {
                static struct sheet s;
                const pmb_rect r = {LEFT, (int16_t)(y + TOP), W, h};
                open_sheet(&s, formats[i].format);
                fill_model(&s, (pmb_rect){LEFT, TOP, W, H}, PMB_BLACK);
                pmb_fill(&s.c, PMB_BLACK);
                pmb_rect_fill(&s.c, r, PMB_WHITE);
                fill_model(&s, r, PMB_WHITE);
                compare(&s, formats[i].name);
            }
}

static void stamps_set_only_their_bits(void **state)
{
    (void)state;
    static const uint8_t bits[] = {0xA5, 0x3C, 0xF0, 0x0F, 0x81, 0x5A, 0xC3, 0x69};
    for (size_t f = 0; f < LENGTH(formats); f++) {
        static struct sheet s;
        unsigned seed = 3;
        open_sheet(&s, formats[f].format);
        for (int i = 0; i < 300; i++) {
            const unsigned first = random_below(&seed, 8), x = random_below(&seed, W - 12),
                           w = 1 + random_below(&seed, 12), h = 1 + random_below(&seed, 3),
                           y = random_below(&seed, H - 3), pitch = w + random_below(&seed, 10);
            const pmb_color color = random_below(&seed, 2) ? PMB_WHITE : PMB_BLACK;
            const pmb_rect area = {(int16_t)x, (int16_t)y, (int16_t)w, (int16_t)h};
            s.c.format->stamp(&s.c, &area, bits, (uint16_t)first, (uint8_t)pitch, color);
            for (unsigned k = 0; k < w * h; k++) {
                const unsigned bit = first + k / w * pitch + k % w;
                if (bits[bit / 8] & 0x80 >> bit % 8)
                    s.model[y + k / w][x + k % w] = color;
            }
        }
        compare(&s, formats[f].name);
    }
}

static void rows_of_bits_are_copied_in_two_colours(void **state)
{
    (void)state;
    static const uint8_t bits[] = {0xA5, 0x3C, 0xF0, 0x0F, 0x81, 0x5A};
    int copied = 0;
    for (size_t f = 0; f < LENGTH(formats); f++) {
        static struct sheet s;
        unsigned seed = 9;
        open_sheet(&s, formats[f].format);
        if (!s.c.format->copy)
            continue;
        for (int i = 0; i < 300; i++) {
            const unsigned x = random_below(&seed, W), y = random_below(&seed, H),
                           count = 1 + random_below(&seed, W - x), first = random_below(&seed, 11);
            const pmb_color ones = random_below(&seed, 3) ? PMB_WHITE : PMB_BLACK;
            const pmb_color zeros = random_below(&seed, 3) ? PMB_BLACK : PMB_WHITE;
            s.c.format->copy(&s.c, (int16_t)x, (int16_t)y, (int16_t)count, bits, (uint16_t)first,
                             ones, zeros);
            for (unsigned k = 0; k < count; k++)
                s.model[y][x + k] = bits[(first + k) / 8] & 0x80 >> (first + k) % 8 ? ones : zeros;
            compare(&s, formats[f].name);
        }
        copied++;
    }
    assert_int_equal(copied, 4); /* the formats of one bit */
}

#if !PMB_ONE_BIT
static void rows_of_colours_are_set_pixel_by_pixel(void **state)
{
    (void)state;
    int tried = 0;
    for (size_t f = 0; f < LENGTH(formats); f++) {
        static struct sheet s;
        unsigned seed = 21;
        if (!formats[f].format->colors)
            continue;
        open_sheet(&s, formats[f].format);
        for (int i = 0; i < 300; i++) {
            const unsigned x = random_below(&seed, W), y = random_below(&seed, H),
                           count = 1 + random_below(&seed, W - x);
            pmb_color colors[W];
            for (unsigned k = 0; k < count; k++)
                s.model[y][x + k] = colors[k] = (pmb_color)random_below(&seed, 65536);
            s.c.format->colors(&s.c, (int16_t)x, (int16_t)y, (int16_t)count, colors);
            compare(&s, formats[f].name);
        }
        tried++;
    }
    assert_int_equal(tried, 1); /* RGB565 */
}
#endif

static void bytes_lie_as_documented(void **state)
{
    (void)state;
    for (size_t f = 0; f < 4; f++) {
        static const uint8_t want[] = {0x08, 0x10, 0x20, 0x04};
        static struct sheet s;
        open_sheet(&s, formats[f].format);
        /* Column 2 and row 3 of the buffer. */
        pmb_pixel(&s.c, (pmb_point){LEFT + 2, TOP + 3}, PMB_WHITE);
        const size_t at = f < 2 ? 2 : 3u * s.c.stride;
        assert_int_equal(s.pixels[at], want[f]);
    }
}

static void colours_become_what_a_format_can_show(void **state)
{
    (void)state;
    static const struct {
        const pmb_format *format;
        pmb_color drawn, shown;
    } cases[] = {
        {&pmb_mono_vertical, PMB_YELLOW, PMB_WHITE},
        {&pmb_mono_vertical, PMB_BLUE, PMB_BLACK},
        {&pmb_grey4, PMB_GREY, PMB_RGB(0x88, 0x88, 0x88)},
        {&pmb_grey4_vertical, PMB_RGB(16, 16, 16), PMB_RGB(0x11, 0x11, 0x11)},
        {&pmb_rgb565, PMB_ORANGE, PMB_ORANGE},
        {&pmb_ink_horizontal, PMB_YELLOW, PMB_RED},
        {&pmb_ink_vertical, PMB_ORANGE, PMB_RED},
        {&pmb_ink_horizontal, PMB_CYAN, PMB_WHITE},
        {&pmb_ink_horizontal, PMB_MAGENTA, PMB_BLACK},
        {&pmb_four_inks_horizontal, PMB_RGB(240, 60, 30), PMB_RED},
        {&pmb_four_inks_horizontal, PMB_RGB(250, 240, 90), PMB_YELLOW},
        {&pmb_four_inks_horizontal, PMB_RGB(40, 10, 60), PMB_BLACK},
        {&pmb_four_inks_horizontal, PMB_CYAN, PMB_WHITE},
    };
    for (size_t i = 0; i < LENGTH(cases); i++) {
        static struct sheet s;
        open_sheet(&s, cases[i].format);
        pmb_pixel(&s.c, (pmb_point){4, 16}, cases[i].drawn);
        assert_int_equal(pmb_canvas_peek(&s.c, (pmb_point){4, 16}), cases[i].shown);
        /* And back: nothing of it stays in another plane or nibble. */
        pmb_pixel(&s.c, (pmb_point){4, 16}, PMB_BLACK);
        assert_int_equal(pmb_canvas_peek(&s.c, (pmb_point){4, 16}), PMB_BLACK);
    }
}

static void a_canvas_needs_its_bytes(void **state)
{
    (void)state;
    uint8_t pixels[128];
    pmb_canvas c;
    const pmb_rect r = {0, 0, 128, 8};
    assert_int_equal(pmb_canvas_bytes(&pmb_mono_vertical, (pmb_size){128, 9}), 256);
    assert_int_equal(pmb_canvas_bytes(&pmb_mono_horizontal, (pmb_size){9, 5}), 10);
    assert_int_equal(pmb_canvas_bytes(&pmb_mono_vertical, (pmb_size){0, 9}), 0);
    assert_int_equal(pmb_canvas_init(&c, &pmb_mono_vertical, r, pixels, 127), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_canvas_init(&c, &pmb_mono_vertical, r, pixels, 128), PMB_OK);
    assert_int_equal(pmb_canvas_init(&c, NULL, r, pixels, 128), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_canvas_init(&c, &pmb_mono_vertical, r, NULL, 128), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_canvas_init(NULL, &pmb_mono_vertical, r, pixels, 128), PMB_ERR_ARGUMENT);
}

static void a_clip_keeps_drawing_inside(void **state)
{
    (void)state;
    static struct sheet s;
    open_sheet(&s, &pmb_mono_vertical);
    const pmb_rect clip = {2, 15, 9, 7};
    const pmb_rect saved = pmb_canvas_narrow_clip(&s.c, clip);
    pmb_fill(&s.c, PMB_WHITE);
    fill_model(&s, clip, PMB_WHITE);
    compare(&s, "clipped");
    pmb_canvas_restore_clip(&s.c, saved);
    pmb_pixel(&s.c, (pmb_point){LEFT, TOP}, PMB_WHITE);
    s.model[0][0] = PMB_WHITE;
    compare(&s, "restored");
}

static void what_a_clip_shows_is_said(void **state)
{
    (void)state;
    static struct sheet s;
    open_sheet(&s, &pmb_mono_vertical);
    const pmb_rect saved = pmb_canvas_narrow_clip(&s.c, (pmb_rect){2, 15, 9, 7});
    assert_true(pmb_canvas_shows(&s.c, (pmb_rect){10, 21, 30, 30}));
    assert_false(pmb_canvas_shows(&s.c, (pmb_rect){11, 15, 30, 30}));
    assert_false(pmb_canvas_shows(&s.c, (pmb_rect){2, 5, 9, 10}));
    assert_false(pmb_canvas_shows(&s.c, (pmb_rect){3, 16, 0, 4}));
    s.c.origin = (pmb_point){-1, 0};
    assert_true(pmb_canvas_shows(&s.c, (pmb_rect){11, 15, 30, 30}));
    assert_false(pmb_canvas_shows(&s.c, (pmb_rect){-7, 15, 10, 1}));
    s.c.origin = (pmb_point){0, 0};
    pmb_canvas_restore_clip(&s.c, saved);
    assert_true(pmb_canvas_shows(&s.c, (pmb_rect){11, 15, 30, 30}));
}

static void an_origin_moves_drawing_and_clip(void **state)
{
    (void)state;
    static struct sheet s;
    open_sheet(&s, &pmb_mono_horizontal);
    s.c.origin = (pmb_point){3, -2};
    (void)pmb_canvas_narrow_clip(&s.c, (pmb_rect){0, 14, 5, 5});
    pmb_rect_fill(&s.c, (pmb_rect){-20, 14, 60, 3}, PMB_WHITE);
    s.c.origin = (pmb_point){0, 0};
    fill_model(&s, (pmb_rect){3, 12, 5, 3}, PMB_WHITE);
    compare(&s, "moved");
}

/* A palette that is missing is black, and one that is short has no more colours than it says. */
static void a_palette_may_be_missing_or_short(void **state)
{
    (void)state;
    static const pmb_color colors[20] = {PMB_RED, PMB_GREEN, [16] = PMB_BLUE};
    static const pmb_palette two = {colors, 2}, twenty = {colors, 20};
    uint8_t pixels[8];
    pmb_canvas c;
    assert_int_equal(
        pmb_canvas_init(&c, &pmb_index4, (pmb_rect){0, 0, 4, 2}, pixels, sizeof pixels), PMB_OK);
    memset(pixels, 0x12, sizeof pixels);
    assert_int_equal(pmb_canvas_peek(&c, (pmb_point){0, 0}), PMB_BLACK);
    pmb_pixel(&c, (pmb_point){0, 0}, PMB_GREEN);
    assert_int_equal(pixels[0], 0x02);
    c.palette = &two;
    assert_int_equal(pmb_canvas_peek(&c, (pmb_point){1, 0}), PMB_BLACK);
    pmb_pixel(&c, (pmb_point){1, 0}, PMB_GREEN);
    assert_int_equal(pixels[0], 0x01);
    assert_int_equal(pmb_canvas_peek(&c, (pmb_point){1, 0}), PMB_GREEN);
    c.palette = &twenty; /* four bits name sixteen colours */
    pmb_pixel(&c, (pmb_point){0, 0}, PMB_BLUE);
    assert_in_range(pixels[0] >> 4, 2, 15);
}

/* A line of more than 65,535 bytes cannot be counted. */
static void a_canvas_may_be_too_wide(void **state)
{
    (void)state;
    static uint8_t pixels[4];
    pmb_canvas c;
    pmb_format wide = pmb_rgb565; /* as an own format of three bytes a pixel */
    wide.bytes_per_pixel = 3;
    assert_int_equal(pmb_canvas_bytes(&wide, (pmb_size){21845, 1}), 65535);
    assert_int_equal(pmb_canvas_bytes(&wide, (pmb_size){21846, 1}), 0);
    assert_int_equal(pmb_canvas_bytes(&pmb_rgb565, (pmb_size){32767, 1}), 65534);
    assert_int_equal(pmb_canvas_bytes(&pmb_rgb565, (pmb_size){1, -1}), 0);
    assert_int_equal(
        pmb_canvas_init(&c, &pmb_rgb565, (pmb_rect){0, 0, 32767, 1}, pixels, sizeof pixels),
        PMB_ERR_ARGUMENT);
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_NO_TURN | PMB_PLAIN_PANELS | PMB_ONE_BIT,
                     rectangles_cover_exactly_their_pixels),
        test_without(PMB_NO_TURN | PMB_PLAIN_PANELS | PMB_ONE_BIT, patterns_set_only_their_bits),
#if !PMB_NO_DAMAGE
        cmocka_unit_test(a_pattern_beyond_the_clip_is_not_noted),
#endif
        test_without(PMB_NO_TURN | PMB_ONE_BIT, gradients_in_one_bit_are_dithered),
        test_without(PMB_NO_TURN | PMB_PLAIN_PANELS | PMB_ONE_BIT,
                     whole_rows_are_those_that_were_meant),
        test_without(PMB_NO_TURN | PMB_PLAIN_PANELS | PMB_ONE_BIT, stamps_set_only_their_bits),
        test_without(PMB_NO_TURN | PMB_ONE_BIT | PMB_PLAIN_TEXT,
                     rows_of_bits_are_copied_in_two_colours),
#if !PMB_ONE_BIT
        cmocka_unit_test(rows_of_colours_are_set_pixel_by_pixel),
#endif
        test_without(PMB_NO_TURN, bytes_lie_as_documented),
        test_without(PMB_PLAIN_PANELS | PMB_ONE_BIT, colours_become_what_a_format_can_show),
        test_without(PMB_NO_CHECKS, a_canvas_needs_its_bytes),
        cmocka_unit_test(a_clip_keeps_drawing_inside),
        cmocka_unit_test(what_a_clip_shows_is_said),
        cmocka_unit_test(an_origin_moves_drawing_and_clip),
        test_without(PMB_ONE_BIT, a_palette_may_be_missing_or_short),
        test_without(PMB_ONE_BIT | PMB_NO_CHECKS, a_canvas_may_be_too_wide),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
