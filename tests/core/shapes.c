/* Lines and rectangles: which pixels they set. */
#include "test.h"

enum { W = 48, H = 40 };

struct sheet {
    pmb_canvas c;
    uint8_t pixels[1024];
};

static void open_sheet(struct sheet *s)
{
    memset(s, 0, sizeof *s);
    assert_int_equal(pmb_canvas_init(&s->c, &pmb_mono_horizontal, (pmb_rect){0, 0, W, H}, s->pixels,
                                     sizeof s->pixels),
                     PMB_OK);
}

static bool is_set(const struct sheet *s, int x, int y)
{
    return pmb_canvas_peek(&s->c, (pmb_point){(int16_t)x, (int16_t)y}) == PMB_WHITE;
}

static int set_count(const struct sheet *s)
{
    int count = 0;
    for (int y = 0; y < H; y++)
        for (int x = 0; x < W; x++)
            count += is_set(s, x, y);
    return count;
}

static pmb_point random_point(unsigned *seed)
{
    *seed = *seed * 1664525u + 1013904223u;
    const int x = (int)(*seed >> 8 & 127) - 40, y = (int)(*seed >> 16 & 127) - 40;
    return (pmb_point){(int16_t)x, (int16_t)y};
}

static void lines_are_nearest_to_the_true_line(void **state)
{
    (void)state;
    unsigned seed = 11;
    for (int i = 0; i < 2000; i++) {
        static struct sheet s;
        open_sheet(&s);
        const pmb_point a = random_point(&seed), b = random_point(&seed);
        pmb_line(&s.c, a, b, PMB_WHITE);
        const int dx = b.x - a.x, dy = b.y - a.y;
        const bool steep = abs(dy) > abs(dx);
        for (int y = 0; y < H; y++)
            for (int x = 0; x < W; x++) {
                /* Twice the distance from the line along the shorter direction, times the length:
                 * from -length (excluded, a tie goes up) to +length. */
                const int length = steep ? abs(dy) : abs(dx);
                int off = steep ? (x - a.x) * dy - (y - a.y) * dx : (y - a.y) * dx - (x - a.x) * dy;
                if ((steep ? dy : dx) < 0)
                    off = -off;
                const int along = steep ? y : x, from = steep ? a.y : a.x, to = steep ? b.y : b.x;
                const bool inside =
                    along >= (from < to ? from : to) && along <= (from < to ? to : from);
                const bool near =
                    length == 0 ? x == a.x && y == a.y : 2 * off > -length && 2 * off <= length;
                assert_int_equal(is_set(&s, x, y), inside && near);
            }
    }
}

static void lines_are_the_same_backwards(void **state)
{
    (void)state;
    unsigned seed = 5;
    for (int i = 0; i < 500; i++) {
        static struct sheet s, t;
        open_sheet(&s);
        open_sheet(&t);
        const pmb_point a = random_point(&seed), b = random_point(&seed);
        pmb_line(&s.c, a, b, PMB_WHITE);
        pmb_line(&t.c, b, a, PMB_WHITE);
        assert_memory_equal(s.pixels, t.pixels, sizeof s.pixels);
    }
}

static void a_clip_changes_no_pixel_inside(void **state)
{
    (void)state;
    const pmb_rect clip = {13, 9, 17, 21};
    unsigned seed = 9;
    for (int i = 0; i < 500; i++) {
        static struct sheet s, t;
        open_sheet(&s);
        open_sheet(&t);
        const pmb_point a = random_point(&seed), b = random_point(&seed);
        pmb_line(&s.c, a, b, PMB_WHITE);
        (void)pmb_canvas_narrow_clip(&t.c, clip);
        pmb_line(&t.c, a, b, PMB_WHITE);
        for (int y = 0; y < H; y++)
            for (int x = 0; x < W; x++)
                assert_int_equal(is_set(&t, x, y),
                                 is_set(&s, x, y) &&
                                     pmb_rect_holds(clip, (pmb_point){(int16_t)x, (int16_t)y}));
    }
}

static void extreme_coordinates_stay_in_the_buffer(void **state)
{
    (void)state;
    static const int16_t extremes[] = {INT16_MIN, INT16_MIN + 1, -1, 0, 7, 32766, INT16_MAX};
    const size_t n = LENGTH(extremes);
    const pmb_text_style style = {.font = &pmb_font_jetty, .color = PMB_WHITE};
    const pmb_text_style big = {.font = &pmb_font_jetty, .color = PMB_WHITE, .scale = 255};
    static struct sheet s;
    open_sheet(&s);
    for (size_t i = 0; i < n * n * n * n; i++) {
        const int16_t a = extremes[i % n], b = extremes[i / n % n], c = extremes[i / n / n % n],
                      d = extremes[i / n / n / n];
        s.c.origin = (pmb_point){d, a};
        pmb_line(&s.c, (pmb_point){a, b}, (pmb_point){c, d}, PMB_WHITE);
        pmb_rect_fill(&s.c, (pmb_rect){a, b, c, d}, PMB_BLACK);
        pmb_rect_stroke(&s.c, (pmb_rect){a, b, c, d}, PMB_WHITE);
        pmb_line_across(&s.c, (pmb_point){a, b}, c, PMB_WHITE);
        pmb_line_dashed(&s.c, (pmb_point){a, b}, (pmb_point){c, d}, 255, 1, PMB_WHITE);
        pmb_line_wide(&s.c, (pmb_point){a, b}, (pmb_point){c, d}, 255, PMB_BLACK);
        pmb_rect_dither(&s.c, (pmb_rect){a, b, c, d}, 7, PMB_WHITE);
        pmb_rect_gradient(&s.c, (pmb_rect){a, b, c, d}, PMB_RED, PMB_WHITE, i % 2);
        pmb_line_down(&s.c, (pmb_point){a, b}, d, PMB_WHITE);
        pmb_text(&s.c, &style, (pmb_point){a, b}, "Wj");
        pmb_text(&s.c, &big, (pmb_point){a, b}, "Wj");
        (void)pmb_canvas_peek(&s.c, (pmb_point){a, b});
    }
    /* Behind the 240 bytes of pixels nothing was touched. */
    for (size_t i = pmb_canvas_bytes(s.c.format, (pmb_size){W, H}); i < sizeof s.pixels; i++)
        assert_int_equal(s.pixels[i], 0);
}

static void dashes_are_pixels_of_the_line(void **state)
{
    (void)state;
    unsigned seed = 31;
    for (int i = 0; i < 600; i++) {
        static struct sheet line, dashes, gaps;
        const pmb_point a = random_point(&seed), b = random_point(&seed);
        const int on = 1 + i % 7, off = i % 5;
        open_sheet(&line);
        open_sheet(&dashes);
        pmb_line(&line.c, a, b, PMB_WHITE);
        pmb_line_dashed(&dashes.c, a, b, (uint8_t)on, (uint8_t)off, PMB_WHITE);
        const bool steep = abs(b.y - a.y) > abs(b.x - a.x);
        for (int y = 0; y < H; y++)
            for (int x = 0; x < W; x++) {
                const int step = steep ? abs(y - a.y) : abs(x - a.x);
                const bool want = is_set(&line, x, y) && (off == 0 || step % (on + off) < on);
                assert_int_equal(is_set(&dashes, x, y), want);
            }
        open_sheet(&gaps);
        pmb_line_dashed(&gaps.c, a, b, 0, 3, PMB_WHITE);
        assert_int_equal(set_count(&gaps), 0);
    }
}

/* The middle of a pixel is within half the width of the line; everything squared, in long double.
 */
static bool near_line(pmb_point a, pmb_point b, int width, int x, int y)
{
    const long double dx = b.x - a.x, dy = b.y - a.y, px = x - a.x, py = y - a.y;
    const long double length2 = dx * dx + dy * dy, along = px * dx + py * dy;
    long double distance2;
    if (along <= 0)
        distance2 = px * px + py * py;
    else if (along >= length2)
        distance2 = (px - dx) * (px - dx) + (py - dy) * (py - dy);
    else
        distance2 = (px * dy - py * dx) * (px * dy - py * dx) / length2;
    return 4 * distance2 <= (long double)width * width;
}

static void wide_lines_are_as_defined(void **state)
{
    (void)state;
    unsigned seed = 17;
    for (int i = 0; i < 1500; i++) {
        static struct sheet s;
        const pmb_point a = random_point(&seed), b = i % 9 ? random_point(&seed) : a;
        const int width = 2 + i % 19;
        open_sheet(&s);
        if (i % 2)
            (void)pmb_canvas_narrow_clip(&s.c, (pmb_rect){0, 7, W, 20});
        pmb_line_wide(&s.c, a, b, (uint8_t)width, PMB_WHITE);
        for (int y = 0; y < H; y++)
            for (int x = 0; x < W; x++) {
                const bool clipped = i % 2 && (y < 7 || y >= 27);
                if (is_set(&s, x, y) != (!clipped && near_line(a, b, width, x, y)))
                    fail_msg("width %d from %d,%d to %d,%d: pixel %d,%d", width, a.x, a.y, b.x, b.y,
                             x, y);
            }
    }
    static struct sheet thin, line;
    open_sheet(&thin);
    open_sheet(&line);
    pmb_line_wide(&thin.c, (pmb_point){3, 5}, (pmb_point){40, 30}, 1, PMB_WHITE);
    pmb_line(&line.c, (pmb_point){3, 5}, (pmb_point){40, 30}, PMB_WHITE);
    assert_memory_equal(thin.pixels, line.pixels, sizeof thin.pixels);
    pmb_line_wide(&line.c, (pmb_point){INT16_MIN, 5}, (pmb_point){40, 30}, 5, PMB_WHITE);
    assert_memory_equal(thin.pixels, line.pixels, sizeof thin.pixels);
}

static void dither_sets_its_share_and_is_fixed_to_the_screen(void **state)
{
    (void)state;
    for (uint8_t level = 0; level <= 17; level++) {
        static struct sheet s, t;
        open_sheet(&s);
        open_sheet(&t);
        pmb_rect_dither(&s.c, (pmb_rect){0, 0, W, H}, level, PMB_WHITE);
        assert_int_equal(set_count(&s), W * H * (level > 16 ? 16 : level) / 16);
        /* In two parts, and drawn with a moved origin: the same pixels. */
        pmb_rect_dither(&t.c, (pmb_rect){0, 0, 13, H}, level, PMB_WHITE);
        t.c.origin = (pmb_point){13, 0};
        pmb_rect_dither(&t.c, (pmb_rect){0, 0, W, H}, level, PMB_WHITE);
        assert_memory_equal(s.pixels, t.pixels, sizeof s.pixels);
    }
}

static void patterns_repeat_every_eight_pixels(void **state)
{
    (void)state;
    static const uint8_t pattern[8] = {0x80, 0x40, 0x20, 0x10, 0x0F, 0, 0xFF, 0x01};
    static struct sheet s;
    open_sheet(&s);
    pmb_rect_pattern(&s.c, (pmb_rect){3, 5, 30, 20}, pattern, PMB_WHITE);
    pmb_rect_pattern(&s.c, (pmb_rect){3, 5, 30, 20}, NULL, PMB_WHITE);
    pmb_rect_pattern(&s.c, (pmb_rect){INT16_MAX, 5, 30, 20}, pattern, PMB_WHITE);
    static const pmb_point beyond[] = {{20, 0}, {0, 20}, {-20, 0}, {0, -20}};
    for (size_t i = 0; i < LENGTH(beyond); i++) { /* it does not come back at the other end */
        const pmb_point o = s.c.origin = beyond[i];
        const pmb_point p = {o.x > 0   ? INT16_MAX - 5
                             : o.x < 0 ? INT16_MIN + 5
                                       : 0,
                             o.y > 0   ? INT16_MAX - 5
                             : o.y < 0 ? INT16_MIN + 5
                                       : 0};
        pmb_rect_pattern(&s.c, (pmb_rect){p.x, p.y, INT16_MAX, INT16_MAX}, pattern, PMB_WHITE);
    }
    s.c.origin = (pmb_point){0, 0};
    for (int y = 0; y < H; y++)
        for (int x = 0; x < W; x++)
            assert_int_equal(is_set(&s, x, y), x >= 3 && x < 33 && y >= 5 && y < 25 &&
                                                   (pattern[y % 8] >> (7 - x % 8) & 1));
}

static void gradients_go_from_one_colour_to_the_other(void **state)
{
    (void)state;
    static uint8_t pixels[40 * 30 * 2];
    pmb_canvas c;
    for (int down = 0; down < 2; down++) {
        assert_int_equal(
            pmb_canvas_init(&c, &pmb_rgb565, (pmb_rect){0, 0, 40, 30}, pixels, sizeof pixels),
            PMB_OK);
        pmb_rect_gradient(&c, (pmb_rect){0, 0, 40, 30}, PMB_BLACK, PMB_ORANGE, down);
        assert_int_equal(pmb_canvas_peek(&c, (pmb_point){0, 0}), PMB_BLACK);
        assert_int_equal(pmb_canvas_peek(&c, (pmb_point){39, 29}), PMB_ORANGE);
        int before = -1;
        for (int16_t i = 0; i < (down ? 30 : 40); i++) {
            const pmb_point p = {down ? 5 : i, down ? i : 5};
            const int red = pmb_color_red(pmb_canvas_peek(&c, p));
            assert_true(red >= before && red - before <= 17);
            before = red;
        }
        /* A clip changes no colour inside it. */
        const pmb_color there = pmb_canvas_peek(&c, (pmb_point){20, 14});
        pmb_fill(&c, PMB_BLACK);
        (void)pmb_canvas_narrow_clip(&c, (pmb_rect){20, 14, 3, 3});
        pmb_rect_gradient(&c, (pmb_rect){0, 0, 40, 30}, PMB_BLACK, PMB_ORANGE, down);
        assert_int_equal(pmb_canvas_peek(&c, (pmb_point){20, 14}), there);
    }
    /* One column has the first colour. */
    pmb_canvas_restore_clip(&c, c.bounds);
    pmb_rect_gradient(&c, (pmb_rect){4, 4, 1, 3}, PMB_RED, PMB_BLUE, false);
    assert_int_equal(pmb_canvas_peek(&c, (pmb_point){4, 5}), PMB_RED);
    /* On one bit it gets denser from left to right. */
    static struct sheet s;
    open_sheet(&s);
    pmb_rect_gradient(&s.c, (pmb_rect){0, 0, W, H}, PMB_BLACK, PMB_WHITE, false);
    int counts[3] = {0, 0, 0};
    for (int y = 0; y < H; y++)
        for (int x = 0; x < W; x++)
            counts[x * 3 / W] += is_set(&s, x, y);
    assert_true(counts[0] * 2 < counts[1] && counts[1] < counts[2]);
    assert_true(!is_set(&s, 0, 0) && is_set(&s, W - 1, 3));
    /* It ends where the rectangle does, however wide that is. */
    enum { WIDE = 200 };
    static uint8_t bits[WIDE / 8 * 3];
    for (int16_t w = 1; w < WIDE - 4; w++)
        for (int down = 0; down < 2; down++) {
            assert_int_equal(pmb_canvas_init(&c, &pmb_mono_horizontal, (pmb_rect){0, 0, WIDE, 3},
                                             bits, sizeof bits),
                             PMB_OK);
            pmb_fill(&c, PMB_BLACK);
            pmb_rect_gradient(&c, (pmb_rect){2, 1, w, 1}, PMB_WHITE, PMB_WHITE, down);
            for (int16_t y = 0; y < 3; y++)
                for (int16_t x = 0; x < WIDE; x++)
                    assert_int_equal(pmb_canvas_peek(&c, (pmb_point){x, y}) == PMB_WHITE,
                                     x >= 2 && x < 2 + w && y == 1);
        }
}

static void a_diagonal_across_everything_hits_its_pixels(void **state)
{
    (void)state;
    static struct sheet s;
    open_sheet(&s);
    pmb_line(&s.c, (pmb_point){INT16_MIN, INT16_MIN}, (pmb_point){INT16_MAX, INT16_MAX}, PMB_WHITE);
    for (int i = 0; i < H; i++)
        assert_true(is_set(&s, i, i));
    assert_int_equal(set_count(&s), H);
}

static void a_stroke_frames_its_rectangle(void **state)
{
    (void)state;
    static const pmb_size sizes[] = {{1, 1}, {1, 6}, {6, 1}, {2, 2}, {2, 5},
                                     {5, 2}, {3, 3}, {9, 7}, {0, 4}, {4, -1}};
    for (size_t i = 0; i < LENGTH(sizes); i++) {
        static struct sheet s;
        open_sheet(&s);
        const pmb_rect r = {5, 6, sizes[i].w, sizes[i].h};
        pmb_rect_stroke(&s.c, r, PMB_WHITE);
        for (int y = 0; y < H; y++)
            for (int x = 0; x < W; x++) {
                const pmb_point p = {(int16_t)x, (int16_t)y};
                const bool want = pmb_rect_holds(r, p) && !pmb_rect_holds(pmb_rect_inset(r, 1), p);
                assert_int_equal(is_set(&s, x, y), want);
            }
    }
}

static void straight_lines_have_their_length(void **state)
{
    (void)state;
    static struct sheet s;
    open_sheet(&s);
    pmb_line_across(&s.c, (pmb_point){3, 4}, 5, PMB_WHITE);
    pmb_line_down(&s.c, (pmb_point){3, 6}, 7, PMB_WHITE);
    pmb_line_across(&s.c, (pmb_point){30, 4}, -5, PMB_WHITE);
    pmb_line_down(&s.c, (pmb_point){30, 6}, 0, PMB_WHITE);
    assert_int_equal(set_count(&s), 12);
    assert_true(is_set(&s, 7, 4) && !is_set(&s, 8, 4) && is_set(&s, 3, 12) && !is_set(&s, 3, 13));
}

/* As wide as lines can be and nearly level: rows lie far from the ends, too. */
static void the_widest_lines_are_as_defined(void **state)
{
    (void)state;
    static const pmb_point ends[][2] = {{{-500, 7}, {524, 7}}, /* a length of 2^10 */
                                        {{-20, -100}, {1000, -90}},
                                        {{1000, 130}, {-20, 142}},
                                        {{20, -95}, {-900, -104}},
                                        {{30, 140}, {900, 120}}};
    static const uint8_t widths[] = {64, 250, 251, 252, 253, 254, 255};
    for (size_t i = 0; i < LENGTH(ends); i++)
        for (size_t k = 0; k < LENGTH(widths); k++) {
            static struct sheet s;
            const int width = widths[k];
            open_sheet(&s);
            pmb_line_wide(&s.c, ends[i][0], ends[i][1], widths[k], PMB_WHITE);
            for (int y = 0; y < H; y++)
                for (int x = 0; x < W; x++)
                    if (is_set(&s, x, y) != near_line(ends[i][0], ends[i][1], width, x, y))
                        fail_msg("line %zu, width %d: pixel %d,%d", i, width, x, y);
        }
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        cmocka_unit_test(lines_are_nearest_to_the_true_line),
        cmocka_unit_test(lines_are_the_same_backwards),
        cmocka_unit_test(a_clip_changes_no_pixel_inside),
        cmocka_unit_test(extreme_coordinates_stay_in_the_buffer),
        cmocka_unit_test(dashes_are_pixels_of_the_line),
        cmocka_unit_test(wide_lines_are_as_defined),
        cmocka_unit_test(dither_sets_its_share_and_is_fixed_to_the_screen),
        cmocka_unit_test(patterns_repeat_every_eight_pixels),
        test_without(PMB_ONE_BIT, gradients_go_from_one_colour_to_the_other),
        cmocka_unit_test(a_diagonal_across_everything_hits_its_pixels),
        cmocka_unit_test(a_stroke_frames_its_rectangle),
        cmocka_unit_test(straight_lines_have_their_length),
        cmocka_unit_test(the_widest_lines_are_as_defined),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
