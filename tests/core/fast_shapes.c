/* Quicker ways to draw lines, slanted edges and gradients: the same pixels as without them, in any
 * clip, and all that changes is noted. */
#include "test.h"

#if PMB_FAST_SHAPES
enum { W = 131, H = 60, STRIDE = 2 * W, GUARD = 64 };

struct sheet {
    pmb_canvas c;
    pmb_damage damage;
    uint8_t before[GUARD], pixels[H * STRIDE], after[GUARD];
};

static unsigned seed;

static int below(int limit)
{
    seed = seed * 1664525u + 1013904223u;
    return (int)((seed >> 8) % (unsigned)limit);
}

static pmb_point some_point(void)
{
    const int reach = below(20) == 0 ? 16000 : 100;
    return pmb_point_of((int16_t)(below(2 * reach) - reach), (int16_t)(below(2 * reach) - reach));
}

static void open_sheet(struct sheet *s, const pmb_format *format, pmb_rect clip, pmb_point origin)
{
    memset(s, 0, sizeof *s);
    assert_int_equal(
        pmb_canvas_init(&s->c, format, (pmb_rect){-20, 5, W, H}, s->pixels, sizeof s->pixels),
        PMB_OK);
    s->c.clip = pmb_rect_common(s->c.bounds, clip);
    s->c.origin = origin;
}

struct drawing {
    int kind;
    pmb_point points[12];
    uint16_t count;
    uint8_t width;
    bool down;
};

static void draw(pmb_canvas *c, const struct drawing *d)
{
    const pmb_point p = d->points[0];
    switch (d->kind) {
    case 0:
        pmb_polygon_fill(c, d->points, d->count, PMB_WHITE);
        break;
    case 1:
        pmb_line_wide(c, p, d->points[1], d->width, PMB_WHITE);
        break;
    case 2:
        pmb_smooth_line_wide(c, p, d->points[1], d->width, PMB_WHITE);
        break;
    case 3:
        pmb_line(c, p, d->points[1], PMB_WHITE);
        break;
    default:
        pmb_rect_gradient(c, (pmb_rect){p.x, p.y, (int16_t)(1 + d->width), d->points[1].y},
                          PMB_RGB(40, 80, 0), PMB_WHITE, d->down);
        break;
    }
}

static struct drawing some_drawing(void)
{
    struct drawing d = {.kind = below(5)};
    d.count = (uint16_t)(3 + below(10));
    d.width = (uint8_t)(below(4) == 0 ? below(256) : 2 + below(20));
    d.down = below(2);
    for (uint16_t i = 0; i < d.count; i++)
        d.points[i] = some_point();
    if (below(3) == 0) /* edges that are upright, and that are level */
        d.points[1] = below(2) ? pmb_point_of(d.points[0].x, d.points[1].y)
                               : pmb_point_of(d.points[1].x, d.points[0].y);
    return d;
}

static bool is_noted(const struct sheet *s, int x, int y)
{
    for (uint8_t i = 0; i < s->damage.count; i++)
        if (pmb_rect_holds(s->damage.parts[i], pmb_point_of((int16_t)x, (int16_t)y)))
            return true;
    return false;
}

static void same_pixels(const pmb_format *quick, const pmb_format *plain)
{
    static struct sheet a, b;
    unsigned changed = 0;
    seed = 3;
    for (int i = 0; i < 6000; i++) {
        const struct drawing d = some_drawing();
        const pmb_rect clip = {(int16_t)(below(60) - 30), (int16_t)below(40),
                               (int16_t)(1 + below(80)), (int16_t)(1 + below(60))};
        const pmb_point origin = {(int16_t)(below(30) - 15), (int16_t)(below(30) - 15)};
        open_sheet(&a, quick, clip, origin);
        open_sheet(&b, plain, clip, origin);
#if !PMB_NO_DAMAGE
        a.c.damage = &a.damage; /* what is not noted is drawn with fewer steps */
#endif
        draw(&a.c, &d);
        draw(&b.c, &d);
        if (memcmp(a.pixels, b.pixels, sizeof a.pixels) != 0)
            fail_msg("drawing %d, of kind %d", i, d.kind);
        for (int k = 0; k < GUARD; k++)
            assert_int_equal(a.before[k] | a.after[k], 0);
        a.c.origin = pmb_point_of(0, 0);
        a.c.clip = a.c.bounds;
        for (int y = 0; y < H && !PMB_NO_DAMAGE; y++)
            for (int x = 0; x < W; x++)
                if (pmb_canvas_peek(&a.c, pmb_point_of((int16_t)(x - 20), (int16_t)(y + 5)))) {
                    changed++;
                    if (!is_noted(&a, x, y))
                        fail_msg("drawing %d, of kind %d: (%d, %d) is not noted", i, d.kind, x, y);
                }
    }
    assert_true(changed > 100000 || PMB_NO_DAMAGE);
}

/* Over the whole canvas: in several pieces, up to its last byte. */
static void same_gradients(const pmb_format *quick, const pmb_format *plain)
{
    static struct sheet a, b;
    const pmb_rect all = {-20, 5, W, H};
    for (int16_t w = W - 8; w <= W; w++)
        for (int down = 0; down < 2; down++) {
            const pmb_rect r = {(int16_t)(all.x + W - w), all.y, w, H};
            open_sheet(&a, quick, all, pmb_point_of(0, 0));
            open_sheet(&b, plain, all, pmb_point_of(0, 0));
            pmb_rect_gradient(&a.c, r, PMB_BLACK, PMB_WHITE, down);
            pmb_rect_gradient(&b.c, r, PMB_BLACK, PMB_WHITE, down);
            assert_memory_equal(a.pixels, b.pixels, sizeof a.pixels);
            for (int k = 0; k < GUARD; k++)
                assert_int_equal(a.before[k] | a.after[k], 0);
            for (size_t k = pmb_canvas_bytes(quick, (pmb_size){W, H}); k < sizeof a.pixels; k++)
                assert_int_equal(a.pixels[k], 0);
        }
}

static void sixteen_bits(void **state)
{
    (void)state;
    pmb_format plain = pmb_rgb565;
    plain.slab = NULL;
    plain.stair = NULL;
    plain.colors = NULL;
    same_pixels(&pmb_rgb565, &plain);
    same_gradients(&pmb_rgb565, &plain);
}

static void one_bit(void **state)
{
    (void)state;
    const pmb_format *const formats[] = {&pmb_mono_vertical, &pmb_mono_vertical_msb};
    for (int i = 0; i < (PMB_NO_TURN ? 1 : 2); i++) {
        pmb_format plain = *formats[i];
        plain.stair = NULL;
        same_pixels(formats[i], &plain);
    }
}

/* Every kind of shape, with the columns 40 to 60 and the rows 20 to 40. */
static void draw_small(pmb_canvas *c, int kind)
{
    const pmb_point middle = {50, 30}, left = {40, 22}, right = {60, 37}, top = {46, 20};
    const pmb_point corners[] = {left, {58, 20}, {60, 40}, {44, 38}};
    const pmb_rect box = {40, 20, 21, 21};
    void (*const drawings[])(pmb_canvas *, pmb_point, int16_t, int16_t, pmb_angle, pmb_angle,
                             pmb_color) = {pmb_sector_fill, pmb_sector_stroke,
                                           pmb_smooth_sector_fill, pmb_smooth_sector_stroke};
    switch (kind) {
    case 0:
        pmb_ellipse_fill(c, box, PMB_WHITE);
        break;
    case 1:
        pmb_ellipse_ring(c, box, 4, PMB_WHITE);
        break;
    case 2:
        pmb_smooth_round_fill(c, box, 6, PMB_WHITE);
        break;
    case 3:
        pmb_smooth_ellipse_ring(c, box, 4, PMB_WHITE);
        break;
    case 4:
        pmb_polygon_fill(c, corners, LENGTH(corners), PMB_WHITE);
        break;
    case 5:
        pmb_smooth_polygon_fill(c, corners, LENGTH(corners), PMB_WHITE);
        break;
    case 6:
        pmb_line(c, left, right, PMB_WHITE);
        break;
    case 7:
        pmb_smooth_line(c, top, right, PMB_WHITE);
        break;
    case 8:
        pmb_line_wide(c, pmb_point_of(43, 37), pmb_point_of(57, 23), 7, PMB_WHITE);
        break;
    case 9:
        pmb_smooth_line_wide(c, pmb_point_of(43, 23), pmb_point_of(57, 37), 6, PMB_WHITE);
        break;
    default:
        drawings[(kind - 10) / 3](c, middle, 10, 4, PMB_DEGREES(300),
                                  kind % 3 == 0   ? PMB_DEGREES(100)
                                  : kind % 3 == 1 ? PMB_DEGREES(250)
                                                  : 65536,
                                  PMB_WHITE);
    }
}

/* A side of a clip: near the edge of a shape, or far from it. */
static int16_t side_at(int number, int16_t near, int16_t far)
{
    return number == 5 ? far : (int16_t)(near + number);
}

/* What a clip that ends near the edges of a shape leaves of it, and nothing beside. */
static void every_clip(const pmb_format *format)
{
    enum { KINDS = 22, SIDES = 6 };
    static struct sheet all, cut;
    const pmb_rect bounds = {-20, 5, W, H};
    for (int kind = 0; kind < KINDS; kind++) {
        open_sheet(&all, format, bounds, pmb_point_of(0, 0));
        draw_small(&all.c, kind);
        for (int i = 0; i < SIDES * SIDES * SIDES * SIDES; i++) {
            const int16_t left = side_at(i % SIDES, 38, -20);
            const int16_t top = side_at(i / SIDES % SIDES, 18, 5);
            const int16_t right = side_at(i / (SIDES * SIDES) % SIDES, 59, W - 20);
            const int16_t bottom = side_at(i / (SIDES * SIDES * SIDES), 39, 5 + H);
            const pmb_rect clip = {left, top, (int16_t)(right - left), (int16_t)(bottom - top)};
            open_sheet(&cut, format, clip, pmb_point_of(0, 0));
            draw_small(&cut.c, kind);
            cut.c.clip = cut.c.bounds;
            for (int16_t y = 16; y < 44; y++)
                for (int16_t x = 36; x < 64; x++) {
                    const pmb_point p = {x, y};
                    const pmb_color seen = pmb_canvas_peek(&all.c, p);
                    if (pmb_canvas_peek(&cut.c, p) != (pmb_rect_holds(clip, p) ? seen : PMB_BLACK))
                        fail_msg("kind %d, clip %d,%d %dx%d: (%d, %d)", kind, clip.x, clip.y,
                                 clip.w, clip.h, x, y);
                }
        }
    }
}

static void clips_near_the_edges(void **state)
{
    (void)state;
    every_clip(&pmb_rgb565);
    every_clip(&pmb_mono_vertical);
}
#endif

int main(void)
{
#if PMB_FAST_SHAPES
    const struct CMUnitTest tests[] = {
        cmocka_unit_test(sixteen_bits),
        cmocka_unit_test(one_bit),
        cmocka_unit_test(clips_near_the_edges),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
#else
    return 0;
#endif
}
