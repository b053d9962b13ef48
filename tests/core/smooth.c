/* Smooth shapes against their definitions, which are computed here in floating point. */
#include "test.h"
#include <math.h>
#include "cells.h"

#define PI 3.14159265358979

enum { W = 64, H = 56 };

struct sheet {
    pmb_canvas c;
    uint8_t pixels[W * H * 2];
};

static void open_sheet(struct sheet *s, const pmb_format *format)
{
    memset(s->pixels, 0, sizeof s->pixels);
    assert_int_equal(
        pmb_canvas_init(&s->c, format, (pmb_rect){0, 0, W, H}, s->pixels, sizeof s->pixels),
        PMB_OK);
}

/* The share of white that a pixel of a black canvas got; RGB565 keeps it to 1/32. */
static double share_at(const struct sheet *s, int x, int y)
{
    const pmb_color color = pmb_canvas_peek(&s->c, (pmb_point){(int16_t)x, (int16_t)y});
    return (color >> 5 & 63) / 63.0;
}

static unsigned random_below(unsigned *seed, unsigned limit)
{
    *seed = *seed * 1664525u + 1013904223u;
    return (*seed >> 8) % limit;
}

static pmb_point random_point(unsigned *seed)
{
    const int16_t x = (int16_t)(5 + random_below(seed, W - 10));
    return (pmb_point){x, (int16_t)(5 + random_below(seed, H - 10))};
}

/* From the distance that the middle of a pixel is inside. */
static double share_of(double inside)
{
    return fmax(0, fmin(1, inside + 0.5));
}

typedef double (*definition)(const void *shape, int x, int y);

static void compare(const struct sheet *s, definition share, const void *shape, double tolerance,
                    const char *what)
{
    for (int y = 0; y < H; y++)
        for (int x = 0; x < W; x++)
            if (fabs(share(shape, x, y) - share_at(s, x, y)) > tolerance)
                fail_msg("%s: pixel %d,%d has %.3f, not %.3f", what, x, y, share_at(s, x, y),
                         share(shape, x, y));
}

struct shape {
    pmb_point a, b, corners[5];
    pmb_rect r;
    int width, inner;
    double from, sweep;
};

/* In pixels, from the middle of pixel 0. */
static double circle_inside(const struct shape *s, int x, int y, double smaller)
{
    return s->width + 0.5 - smaller - hypot(x - s->a.x, y - s->a.y);
}

static double disc_share(const void *shape, int x, int y)
{
    return share_of(circle_inside(shape, x, y, 0));
}

static double circle_share(const void *shape, int x, int y)
{
    return disc_share(shape, x, y) - share_of(circle_inside(shape, x, y, 1));
}

static void discs_and_circles_are_as_defined(void **state)
{
    (void)state;
    for (int radius = 1; radius < 30; radius++) {
        static struct sheet s;
        const struct shape shape = {.a = {(int16_t)(30 + radius % 3), 28}, .width = radius};
        const double tolerance = 0.035; /* RGB565 mixes by 1/32 */
        open_sheet(&s, &pmb_rgb565);
        pmb_smooth_circle_fill(&s.c, shape.a, (int16_t)radius, PMB_WHITE);
        compare(&s, disc_share, &shape, tolerance, "disc");
        open_sheet(&s, &pmb_rgb565);
        pmb_smooth_circle_stroke(&s.c, shape.a, (int16_t)radius, PMB_WHITE);
        compare(&s, circle_share, &shape, tolerance, "circle");
    }
}

/* The part of a pixel's area in the ellipse of r. */
static double ellipse_share(const void *shape, int x, int y)
{
    const pmb_rect r = ((const struct shape *)shape)->r;
    int inside = 0;
    for (int i = 0; i < 256; i++) {
        const double px = 2 * (x + (i % 16 + 0.5) / 16 - r.x) - r.w;
        const double py = 2 * (y + (i / 16 + 0.5) / 16 - r.y) - r.h;
        inside += px * px / r.w / r.w + py * py / r.h / r.h <= 1;
    }
    return inside / 256.0;
}

static void ellipses_take_their_part_of_the_area(void **state)
{
    (void)state;
    for (int16_t w = 5; w < 60; w += 6)
        for (int16_t h = 5; h < 52; h += 5) {
            static struct sheet s;
            const struct shape shape = {.r = {2, 2, w, h}};
            open_sheet(&s, &pmb_rgb565);
            pmb_smooth_ellipse_fill(&s.c, shape.r, PMB_WHITE);
            /* The distance stands for the area; at the tip of a flat one it is furthest from it. */
            compare(&s, ellipse_share, &shape, w < 3 * h && h < 3 * w ? 0.12 : 0.2, "ellipse");
        }
}

/* Of large ones, the lower right and the upper left corner. */
static void large_ellipses_are_as_defined(void **state)
{
    (void)state;
    static const pmb_rect large[] = {
        {-100, -90, 150, 130}, {20, 10, 150, 130}, {-120, -70, 170, 111}, {-300, 10, 340, 400}};
    for (size_t i = 0; i < LENGTH(large); i++) {
        static struct sheet s;
        const struct shape shape = {.r = large[i]};
        open_sheet(&s, &pmb_rgb565);
        pmb_smooth_ellipse_fill(&s.c, shape.r, PMB_WHITE);
        compare(&s, ellipse_share, &shape, 0.08, "large ellipse");
    }
}

static double round_inside(pmb_rect r, double radius, int x, int y)
{
    const double px = fabs(x + 0.5 - r.x - r.w / 2.0), py = fabs(y + 0.5 - r.y - r.h / 2.0);
    const double cx = px - (r.w / 2.0 - radius), cy = py - (r.h / 2.0 - radius);
    if (cx > 0 && cy > 0)
        return radius - hypot(cx, cy);
    return fmin(r.w / 2.0 - px, r.h / 2.0 - py);
}

static double round_share(const void *shape, int x, int y)
{
    const struct shape *s = shape;
    return share_of(round_inside(s->r, s->width, x, y));
}

static double round_line_share(const void *shape, int x, int y)
{
    const struct shape *s = shape;
    return round_share(s, x, y) -
           share_of(round_inside(pmb_rect_inset(s->r, 1), s->width - 1, x, y));
}

static void round_rectangles_are_as_defined(void **state)
{
    (void)state;
    for (int radius = 2; radius < 18; radius++) {
        static struct sheet s;
        const struct shape shape = {.r = {3, 4, (int16_t)(36 + radius), 41}, .width = radius};
        open_sheet(&s, &pmb_rgb565);
        pmb_smooth_round_fill(&s.c, shape.r, (int16_t)radius, PMB_WHITE);
        compare(&s, round_share, &shape, 0.035, "round fill");
        open_sheet(&s, &pmb_rgb565);
        pmb_smooth_round_stroke(&s.c, shape.r, (int16_t)radius, PMB_WHITE);
        compare(&s, round_line_share, &shape, 0.035, "round stroke");
    }
}

static double wide_share(const void *shape, int x, int y)
{
    const struct shape *s = shape;
    const double dx = s->b.x - s->a.x, dy = s->b.y - s->a.y, px = x - s->a.x, py = y - s->a.y;
    const double square = dx * dx + dy * dy;
    const double along = square > 0 ? fmax(0, fmin(1, (px * dx + py * dy) / square)) : 0;
    return share_of(s->width / 2.0 - hypot(px - along * dx, py - along * dy));
}

static void wide_lines_are_as_defined(void **state)
{
    (void)state;
    unsigned seed = 4;
    for (int i = 0; i < 400; i++) {
        static struct sheet s;
        const struct shape shape = {.a = random_point(&seed),
                                    .b = random_point(&seed),
                                    .width = 2 + (int)random_below(&seed, 12)};
        open_sheet(&s, &pmb_rgb565);
        pmb_smooth_line_wide(&s.c, shape.a, shape.b, (uint8_t)shape.width, PMB_WHITE);
        compare(&s, wide_share, &shape, 0.035, "wide line");
    }
}

static double line_share(const void *shape, int x, int y)
{
    const struct shape *s = shape;
    const bool steep = abs(s->b.y - s->a.y) > abs(s->b.x - s->a.x);
    const double from = steep ? s->a.y : s->a.x, to = steep ? s->b.y : s->b.x;
    const double side = steep ? s->a.x : s->a.y, far_side = steep ? s->b.x : s->b.y;
    const double along = steep ? y : x, aside = steep ? x : y;
    if (along < fmin(from, to) || along > fmax(from, to))
        return 0;
    const double there =
        from == to ? side : side + (far_side - side) * (along - from) / (to - from);
    return fmax(0, 1 - fabs(aside - there));
}

static void lines_divide_the_colour_between_two_pixels(void **state)
{
    (void)state;
    unsigned seed = 12;
    for (int i = 0; i < 600; i++) {
        static struct sheet s;
        const struct shape shape = {.a = random_point(&seed), .b = random_point(&seed)};
        open_sheet(&s, &pmb_rgb565);
        pmb_smooth_line(&s.c, shape.a, shape.b, PMB_WHITE);
        compare(&s, line_share, &shape, 0.035, "line");
    }
}

/* Of every five steps three are the line, to a sixteenth of a pixel aside. */
static double dashed_share(const void *shape, int x, int y)
{
    const struct shape *s = shape;
    const bool steep = abs(s->b.y - s->a.y) > abs(s->b.x - s->a.x);
    const int step = steep ? abs(y - s->a.y) : abs(x - s->a.x);
    return step % 5 < 3 ? line_share(shape, x, y) : 0;
}

static void dashes_are_parts_of_the_line(void **state)
{
    (void)state;
    unsigned seed = 19;
    for (int i = 0; i < 400; i++) {
        static struct sheet s;
        const struct shape shape = {.a = random_point(&seed), .b = random_point(&seed)};
        open_sheet(&s, &pmb_rgb565);
        pmb_smooth_line_dashed(&s.c, shape.a, shape.b, 3, 2, PMB_WHITE);
        compare(&s, dashed_share, &shape, 0.035 + 1.0 / 16, "dashed line");
        open_sheet(&s, &pmb_rgb565);
        pmb_smooth_line_dashed(&s.c, shape.a, shape.b, 3, 0, PMB_WHITE);
        compare(&s, line_share, &shape, 0.035, "dashes without gaps");
    }
}

static double sector_inside(const struct shape *s, int x, int y)
{
    const double px = x - s->a.x, py = y - s->a.y, d = hypot(px, py);
    double inside = fmin(s->width + 0.5 - d, s->inner < 0 ? 1000 : d - s->inner - 0.5);
    const double from = s->from * PI / 180, to = (s->from + s->sweep) * PI / 180;
    const double after = sin(from) * py + cos(from) * px, before = -sin(to) * py - cos(to) * px;
    /* Behind both edges of a sector of more than half a turn, neither is near. */
    if (s->sweep > 180 && sin(from) * px - cos(from) * py < 0 && sin(to) * px - cos(to) * py < 0)
        return inside;
    return fmin(inside, s->sweep > 180 ? fmax(after, before) : fmin(after, before));
}

static double sector_share(const void *shape, int x, int y)
{
    return share_of(sector_inside(shape, x, y));
}

static double sector_line_share(const void *shape, int x, int y)
{
    return sector_share(shape, x, y) - share_of(sector_inside(shape, x, y) - 1);
}

/* Where the ends of a ring that is almost closed are far, nothing shows. */
static void an_almost_closed_ring_has_no_seam_opposite(void **state)
{
    (void)state;
    static struct sheet s;
    open_sheet(&s, &pmb_rgb565);
    pmb_smooth_sector_fill(&s.c, (pmb_point){30, 28}, 20, 10, 0, 65535, PMB_WHITE);
    for (int16_t y = 28 + 12; y < 28 + 20; y++)
        assert_int_equal(pmb_canvas_peek(&s.c, (pmb_point){30, y}), PMB_WHITE);
}

static void sectors_are_as_defined(void **state)
{
    (void)state;
    unsigned seed = 8;
    for (int i = 0; i < 100; i++) {
        static struct sheet s;
        const int outer = 6 + (int)random_below(&seed, 20);
        const struct shape shape = {.a = {30, 28},
                                    .width = outer,
                                    .inner = (int)random_below(&seed, (unsigned)outer - 2) - 1,
                                    .from = random_below(&seed, 360),
                                    .sweep = 5 + random_below(&seed, 350)};
        const double tolerance = 0.035;
        const pmb_angle from = (pmb_angle)lround(shape.from * 65536 / 360);
        const pmb_angle sweep = (pmb_angle)lround(shape.sweep * 65536 / 360);
        open_sheet(&s, &pmb_rgb565);
        pmb_smooth_sector_fill(&s.c, shape.a, (int16_t)outer, (int16_t)shape.inner, from, sweep,
                               PMB_WHITE);
        compare(&s, sector_share, &shape, tolerance, "sector");
        open_sheet(&s, &pmb_rgb565);
        pmb_smooth_sector_stroke(&s.c, shape.a, (int16_t)outer, (int16_t)shape.inner, from, sweep,
                                 PMB_WHITE);
        compare(&s, sector_line_share, &shape, tolerance + 0.01, /* two edges */
                "sector stroke");
    }
}

/* The part of a pixel's area that is enclosed an odd number of times. */
static double polygon_share(const void *shape, int x, int y)
{
    const pmb_point *p = ((const struct shape *)shape)->corners;
    int inside = 0;
    for (int i = 0; i < 32 * 32; i++) {
        const double px = x - 0.5 + (i % 32 + 0.5) / 32, py = y - 0.5 + (i / 32 + 0.5) / 32;
        bool odd = false;
        for (int k = 0; k < 5; k++) {
            const pmb_point a = p[k], b = p[(k + 1) % 5];
            if ((a.y > py) != (b.y > py) && px < a.x + (py - a.y) * (b.x - a.x) / (b.y - a.y))
                odd = !odd;
        }
        inside += odd;
    }
    return inside / 1024.0;
}

static void polygons_take_their_part_of_the_area(void **state)
{
    (void)state;
    unsigned seed = 2;
    for (int i = 0; i < 12; i++) {
        static struct sheet s;
        struct shape shape = {.width = 0};
        /* Around a middle, so that it does not cross itself: there the parts of both sides would
         * be folded together. Every second corner may lie further in. */
        for (int k = 0; k < 5; k++)
            shape.corners[k] = pmb_polar((pmb_point){31, 27},
                                         (pmb_angle)(k * 13107 + (int)random_below(&seed, 9000)),
                                         (int16_t)(6 + random_below(&seed, 20)));
        open_sheet(&s, &pmb_rgb565);
        pmb_smooth_polygon_fill(&s.c, shape.corners, 5, PMB_WHITE);
        compare(&s, polygon_share, &shape, 0.04, "polygon");
    }
}

static void draw_smooth(pmb_canvas *c, unsigned kind, unsigned seed, bool hard)
{
    unsigned *s = &seed;
    const pmb_point a = random_point(s), b = random_point(s), d = random_point(s);
    const pmb_point corners[] = {a, b, d, random_point(s)};
    const pmb_rect r = {(int16_t)(a.x - 8), (int16_t)(a.y - 8), (int16_t)random_below(s, 50),
                        (int16_t)random_below(s, 50)};
    const int16_t radius = (int16_t)random_below(s, 24), inner = (int16_t)(radius / 2);
    const pmb_angle from = (pmb_angle)random_below(s, 65536), sweep = from * 3 & 0xFFFF;
    const uint8_t width = (uint8_t)random_below(s, 12);
    switch (kind) {
    case 0:
        (hard ? pmb_line : pmb_smooth_line)(c, a, b, PMB_WHITE);
        break;
    case 1:
        (hard ? pmb_line_wide : pmb_smooth_line_wide)(c, a, b, width, PMB_WHITE);
        break;
    case 2:
        (hard ? pmb_polyline : pmb_smooth_polyline)(c, corners, 4, true, PMB_WHITE);
        break;
    case 3:
        (hard ? pmb_curve_quadratic : pmb_smooth_curve_quadratic)(c, a, b, d, PMB_WHITE);
        break;
    case 4:
        (hard ? pmb_curve_cubic : pmb_smooth_curve_cubic)(c, a, b, d, corners[3], PMB_WHITE);
        break;
    case 5:
        (hard ? pmb_ellipse_fill : pmb_smooth_ellipse_fill)(c, r, PMB_WHITE);
        break;
    case 6:
        (hard ? pmb_ellipse_stroke : pmb_smooth_ellipse_stroke)(c, r, PMB_WHITE);
        break;
    case 7:
        (hard ? pmb_ellipse_ring : pmb_smooth_ellipse_ring)(c, r, width, PMB_WHITE);
        break;
    case 8:
        (hard ? pmb_circle_fill : pmb_smooth_circle_fill)(c, a, radius, PMB_WHITE);
        break;
    case 9:
        (hard ? pmb_circle_stroke : pmb_smooth_circle_stroke)(c, a, radius, PMB_WHITE);
        break;
    case 10:
        (hard ? pmb_round_fill : pmb_smooth_round_fill)(c, r, radius, PMB_WHITE);
        break;
    case 11:
        (hard ? pmb_round_stroke : pmb_smooth_round_stroke)(c, r, radius, PMB_WHITE);
        break;
    case 12:
        (hard ? pmb_sector_fill : pmb_smooth_sector_fill)(c, a, radius, inner, from, sweep,
                                                          PMB_WHITE);
        break;
    case 13:
        (hard ? pmb_sector_stroke : pmb_smooth_sector_stroke)(c, a, radius, inner, from, sweep,
                                                              PMB_WHITE);
        break;
    case 14:
        (hard ? pmb_polygon_fill : pmb_smooth_polygon_fill)(c, corners, 4, PMB_WHITE);
        break;
    case 15:
        (hard ? pmb_line_dashed : pmb_smooth_line_dashed)(c, a, b, width, (uint8_t)(width / 2),
                                                          PMB_WHITE);
        break;
    default:
        (hard ? pmb_triangle_fill : pmb_smooth_triangle_fill)(c, a, b, d, PMB_WHITE);
        break;
    }
}

enum { KINDS = 17 };

static void formats_of_one_bit_get_the_hard_shapes(void **state)
{
    (void)state;
    static const pmb_format *const formats[] = {&pmb_mono_vertical, &pmb_mono_horizontal,
                                                &pmb_ink_vertical};
    for (unsigned i = 0; i < KINDS * 60; i++) {
        static struct sheet s, t;
        open_sheet(&s, formats[i % 3]);
        open_sheet(&t, formats[i % 3]);
        draw_smooth(&s.c, i % KINDS, i * 31 + 7, false);
        draw_smooth(&t.c, i % KINDS, i * 31 + 7, true);
        assert_memory_equal(s.pixels, t.pixels, sizeof s.pixels);
    }
}

static void a_clip_changes_nothing_inside_it(void **state)
{
    (void)state;
    static const pmb_format *const formats[] = {&pmb_rgb565, &pmb_grey4, &pmb_grey4_vertical};
    const pmb_rect clip = {11, 9, 23, 19};
    for (unsigned i = 0; i < KINDS * 90; i++) {
        static struct sheet s, t;
        open_sheet(&s, formats[i % 3]);
        open_sheet(&t, formats[i % 3]);
        draw_smooth(&s.c, i % KINDS, i * 77 + 5, false);
        (void)pmb_canvas_narrow_clip(&t.c, clip);
        draw_smooth(&t.c, i % KINDS, i * 77 + 5, false);
        for (int16_t y = 0; y < H; y++)
            for (int16_t x = 0; x < W; x++) {
                const pmb_point p = {x, y};
                const pmb_color want =
                    pmb_rect_holds(clip, p) ? pmb_canvas_peek(&s.c, p) : PMB_BLACK;
                if (pmb_canvas_peek(&t.c, p) != want)
                    fail_msg("shape %u at %d,%d", i % KINDS, x, y);
            }
    }
}

static void bands_show_what_a_whole_buffer_shows(void **state)
{
    (void)state;
    static const pmb_format *const formats[] = {&pmb_mono_vertical, &pmb_mono_horizontal_lsb,
                                                &pmb_grey4,         &pmb_grey4_vertical,
                                                &pmb_rgb565,        &pmb_ink_horizontal};
    for (size_t f = 0; f < LENGTH(formats); f++)
        for (size_t i = 0; i < cell_count; i++) {
            static struct sheet whole, band;
            open_sheet(&whole, formats[f]);
            cell_draw(&whole.c, i, (pmb_point){9, 5});
            for (int16_t top = 0; top < H; top = (int16_t)(top + 8)) {
                assert_int_equal(pmb_canvas_init(&band.c, formats[f], (pmb_rect){0, top, W, 8},
                                                 band.pixels, sizeof band.pixels),
                                 PMB_OK);
                pmb_fill(&band.c, PMB_BLACK);
                cell_draw(&band.c, i, (pmb_point){9, 5});
                for (int16_t y = top; y < top + 8; y++)
                    for (int16_t x = 0; x < W; x++)
                        if (pmb_canvas_peek(&band.c, (pmb_point){x, y}) !=
                            pmb_canvas_peek(&whole.c, (pmb_point){x, y}))
                            fail_msg("%s: pixel %d,%d", cells[i].name, x, y);
            }
        }
}

static void extremes_stay_in_the_buffer(void **state)
{
    (void)state;
    static const int16_t extremes[] = {INT16_MIN, -1, 0, 3, 16383, INT16_MAX};
    static struct sheet s;
    open_sheet(&s, &pmb_rgb565);
    for (size_t i = 0; i < 6 * 6 * 6 * 6; i++) {
        const int16_t a = extremes[i % 6], b = extremes[i / 6 % 6], d = extremes[i / 36 % 6],
                      e = extremes[i / 216];
        const pmb_rect r = {a, b, d, e};
        const pmb_point p = {a, b}, q = {d, e}, t = {b, d};
        s.c.origin = i % 2 ? (pmb_point){e, a} : (pmb_point){0, 0};
        pmb_smooth_line(&s.c, p, q, PMB_WHITE);
        pmb_smooth_line_dashed(&s.c, p, q, 3, 200, PMB_BLACK);
        pmb_smooth_line_wide(&s.c, p, q, 255, PMB_BLACK);
        pmb_smooth_curve_cubic(&s.c, p, q, t, p, PMB_WHITE);
        pmb_smooth_ellipse_fill(&s.c, r, PMB_WHITE);
        pmb_smooth_ellipse_stroke(&s.c, r, PMB_BLACK);
        pmb_smooth_ellipse_ring(&s.c, r, a, PMB_WHITE);
        pmb_smooth_round_fill(&s.c, r, a, PMB_BLACK);
        pmb_smooth_round_stroke(&s.c, r, e, PMB_WHITE);
        pmb_smooth_circle_stroke(&s.c, p, d, PMB_WHITE);
        pmb_smooth_sector_fill(&s.c, p, d, e, (pmb_angle)a, (pmb_angle)b, PMB_WHITE);
        pmb_smooth_sector_stroke(&s.c, p, 8191, -1, (pmb_angle)a, (pmb_angle)b, PMB_WHITE);
        pmb_smooth_triangle_fill(&s.c, p, q, t, PMB_WHITE);
    }
}

/* More crossings in a row than are followed: each tooth is there, whole in its middle. */
static void combs_have_all_their_teeth(void **state)
{
    enum { TEETH = 11 };
    (void)state;
    static struct sheet s;
    pmb_point points[4 * TEETH];
    uint16_t count = 0;
    points[count++] = (pmb_point){2, 40};
    for (int i = 0; i < TEETH; i++) {
        const int16_t x = (int16_t)(2 + 5 * i);
        points[count++] = (pmb_point){x, 4};
        points[count++] = (pmb_point){(int16_t)(x + 3), 4};
        if (i + 1 < TEETH) {
            points[count++] = (pmb_point){(int16_t)(x + 3), 24};
            points[count++] = (pmb_point){(int16_t)(x + 5), 24};
        }
    }
    points[count++] = (pmb_point){2 + 5 * TEETH - 2, 40};
    open_sheet(&s, &pmb_rgb565);
    pmb_smooth_polygon_fill(&s.c, points, count, PMB_WHITE);
    for (int y = 6; y < 22; y++)
        for (int i = 0; i < TEETH; i++) {
            assert_true(share_at(&s, 2 + 5 * i + 1, y) > 0.95);
            if (i + 1 < TEETH)
                assert_true(share_at(&s, 2 + 5 * i + 4, y) < 0.55);
        }
    for (int x = 4; x < 2 + 5 * TEETH - 4; x++)
        assert_true(share_at(&s, x, 32) > 0.95);
}

/* Four greys on two planes: an edge gets greys between ground and colour. */
static void planes_of_greys_get_edges(void **state)
{
    (void)state;
    static struct sheet s, t;
    static const pmb_color levels[] = {PMB_BLACK, PMB_RGB(85, 85, 85), PMB_RGB(170, 170, 170),
                                       PMB_WHITE};
    int seen[4] = {0};
    open_sheet(&s, &pmb_grey2_horizontal);
    open_sheet(&t, &pmb_rgb565);
    pmb_smooth_circle_fill(&s.c, (pmb_point){30, 27}, 20, PMB_WHITE);
    pmb_smooth_circle_fill(&t.c, (pmb_point){30, 27}, 20, PMB_WHITE);
    for (int16_t y = 0; y < H; y++)
        for (int16_t x = 0; x < W; x++) {
            const pmb_color got = pmb_canvas_peek(&s.c, (pmb_point){x, y});
            int level = 0;
            while (level < 3 && levels[level] != got)
                level++;
            assert_int_equal(levels[level], got);
            assert_true(fabs(level / 3.0 - share_at(&t, x, y)) < 0.2);
            seen[level]++;
        }
    assert_true(seen[1] > 5 && seen[2] > 5);
}

/* At the steps of the table sines are those of the library, rounded. */
static void sines_are_rounded_at_their_steps(void **state)
{
    (void)state;
    for (int step = 0; step < 256; step++)
        assert_int_equal(pmb_sine((pmb_angle)(256 * step)),
                         lround(sin(2 * PI * step / 256) * 32767));
}

/* Dashes of no length, and those that are nothing but dash. */
static void dashes_may_be_all_or_nothing(void **state)
{
    (void)state;
    static struct sheet s, t;
    const pmb_point a = {5, 5}, b = {50, 30};
    open_sheet(&s, &pmb_rgb565);
    open_sheet(&t, &pmb_rgb565);
    pmb_smooth_line_dashed(&s.c, a, b, 0, 5, PMB_WHITE);
    pmb_smooth_line_dashed(&s.c, a, b, 0, 0, PMB_WHITE);
    pmb_smooth_polygon_fill(&s.c, NULL, 3, PMB_WHITE);
    pmb_smooth_polygon_fill(&s.c, (const pmb_point[]){a, b}, 2, PMB_WHITE);
    assert_memory_equal(s.pixels, t.pixels, sizeof s.pixels);
    pmb_smooth_line_dashed(&s.c, a, b, 5, 0, PMB_WHITE);
    pmb_smooth_line(&t.c, a, b, PMB_WHITE);
    assert_memory_equal(s.pixels, t.pixels, sizeof s.pixels);
}

/* A sector all the way round is the ring. */
static void a_full_sector_is_the_ring(void **state)
{
    (void)state;
    static struct sheet s, t;
    open_sheet(&s, &pmb_rgb565);
    open_sheet(&t, &pmb_rgb565);
    pmb_smooth_sector_fill(&s.c, (pmb_point){30, 27}, 20, 11, PMB_DEGREES(70), PMB_DEGREES(360),
                           PMB_WHITE);
    pmb_smooth_ellipse_ring(&t.c, (pmb_rect){10, 7, 41, 41}, 9, PMB_WHITE);
    for (int y = 0; y < H; y++)
        for (int x = 0; x < W; x++)
            if (fabs(share_at(&s, x, y) - share_at(&t, x, y)) >= 0.1)
                fail_msg("pixel %d,%d has %.2f, and the ring %.2f", x, y, share_at(&s, x, y),
                         share_at(&t, x, y));
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_ONE_BIT, discs_and_circles_are_as_defined),
        test_without(PMB_ONE_BIT, ellipses_take_their_part_of_the_area),
        test_without(PMB_ONE_BIT, large_ellipses_are_as_defined),
        test_without(PMB_ONE_BIT, round_rectangles_are_as_defined),
        test_without(PMB_ONE_BIT, wide_lines_are_as_defined),
        test_without(PMB_ONE_BIT, lines_divide_the_colour_between_two_pixels),
        test_without(PMB_ONE_BIT, dashes_are_parts_of_the_line),
        test_without(PMB_ONE_BIT, sectors_are_as_defined),
        test_without(PMB_ONE_BIT, an_almost_closed_ring_has_no_seam_opposite),
        test_without(PMB_ONE_BIT, polygons_take_their_part_of_the_area),
        test_without(PMB_ONE_BIT, formats_of_one_bit_get_the_hard_shapes),
        test_without(PMB_ONE_BIT, a_clip_changes_nothing_inside_it),
        test_without(PMB_PLAIN_PANELS | PMB_ONE_BIT, bands_show_what_a_whole_buffer_shows),
        test_without(PMB_ONE_BIT, extremes_stay_in_the_buffer),
        test_without(PMB_ONE_BIT, combs_have_all_their_teeth),
        test_without(PMB_ONE_BIT | PMB_PLAIN_PANELS, planes_of_greys_get_edges),
        cmocka_unit_test(sines_are_rounded_at_their_steps),
        test_without(PMB_ONE_BIT, dashes_may_be_all_or_nothing),
        test_without(PMB_ONE_BIT, a_full_sector_is_the_ring),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
