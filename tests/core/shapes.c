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
        pmb_line_down(&s.c, (pmb_point){a, b}, d, PMB_WHITE);
        pmb_text(&s.c, &style, (pmb_point){a, b}, "Wj");
        pmb_text(&s.c, &big, (pmb_point){a, b}, "Wj");
        (void)pmb_canvas_peek(&s.c, (pmb_point){a, b});
    }
    /* Behind the 240 bytes of pixels nothing was touched. */
    for (size_t i = pmb_canvas_bytes(s.c.format, (pmb_size){W, H}); i < sizeof s.pixels; i++)
        assert_int_equal(s.pixels[i], 0);
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
    static const pmb_size sizes[] = {{1, 1}, {1, 6}, {6, 1}, {2, 2},
                                     {3, 3}, {9, 7}, {0, 4}, {4, -1}};
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

int main(void)
{
    const struct CMUnitTest tests[] = {
        cmocka_unit_test(lines_are_nearest_to_the_true_line),
        cmocka_unit_test(lines_are_the_same_backwards),
        cmocka_unit_test(a_clip_changes_no_pixel_inside),
        cmocka_unit_test(extreme_coordinates_stay_in_the_buffer),
        cmocka_unit_test(a_diagonal_across_everything_hits_its_pixels),
        cmocka_unit_test(a_stroke_frames_its_rectangle),
        cmocka_unit_test(straight_lines_have_their_length),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
