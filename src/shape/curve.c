/* curve.c - Bezier curves as short lines. */
#include "pemble/shape.h"
#include "shape/curve.h"
#include "geometry/limits.h"
#include "geometry/ratio.h"

enum { MOST_LINES = 64, LINE_LENGTH = 8, LIMIT = 8191 };

static int16_t limited(int16_t value)
{
    return (int16_t)pmb_greater(-LIMIT - 1, pmb_lesser(value, LIMIT));
}

static pmb_point limit_point(pmb_point p)
{
    return (pmb_point){limited(p.x), limited(p.y)};
}

pmb_bezier pmb_bezier_of(pmb_point a, pmb_point first, pmb_point second, pmb_point d)
{
    return (pmb_bezier){limit_point(a), limit_point(first), limit_point(second), limit_point(d)};
}

/* Two thirds of the way from a to b. */
static pmb_point two_thirds(pmb_point a, pmb_point b)
{
    return (pmb_point){(int16_t)((a.x + 2 * (int32_t)b.x) / 3),
                       (int16_t)((a.y + 2 * (int32_t)b.y) / 3)};
}

pmb_bezier pmb_bezier_of_quadratic(pmb_point a, pmb_point control, pmb_point d)
{
    a = limit_point(a);
    control = limit_point(control);
    d = limit_point(d);
    return (pmb_bezier){a, two_thirds(a, control), two_thirds(d, control), d};
}

static int32_t distance(pmb_point a, pmb_point b)
{
    return pmb_absolute(a.x - b.x) + pmb_absolute(a.y - b.y);
}

static int32_t lines_of(const pmb_bezier *b)
{
    /* The way along the control points is no shorter than the curve. */
    const int32_t way =
        distance(b->a, b->first) + distance(b->first, b->second) + distance(b->second, b->d);
    return pmb_lesser(way / LINE_LENGTH + 1, MOST_LINES);
}

/*
 * ((1-t)^3 a + 3 (1-t)^2 t b + 3 (1-t) t^2 c + t^3 d) with t = i / n, times n^3, for i from 0 on:
 * A i^3 + B n i^2 + C n^2 i + a n^3. With n at most 64 and coordinates from -8192 to 8191 it fits
 * into 32 bits.
 */
static pmb_cubic steps_of(int32_t a, int32_t b, int32_t c, int32_t d, int32_t n)
{
    const uint32_t cubic = (uint32_t)(d - a + 3 * (b - c));
    const uint32_t square = (uint32_t)(3 * n * (a - 2 * b + c));
    const uint32_t linear = (uint32_t)(3 * n * n * (b - a));
    return (pmb_cubic){.value = (uint32_t)(n * n * n * a),
                       .by = cubic + square + linear,
                       .more = 6 * cubic + 2 * square,
                       .most = 6 * cubic};
}

static int32_t next_of(pmb_cubic *s, int32_t n, int32_t scale)
{
    const int32_t all = n * n * n, value = (int32_t)s->value;
    s->value += s->by;
    s->by += s->more;
    s->more += s->most;
    return pmb_quotient((int64_t)value * scale + (value < 0 ? -(all / 2) : all / 2), all);
}

/* Whether the clip has rows of the curve, which lies between its points: most bands have none. */
static bool is_seen(const pmb_canvas *c, const pmb_bezier *b)
{
    enum { EDGE = 1 }; /* a smooth line may reach beyond */
    const int16_t ends[] = {b->a.y, b->first.y, b->second.y, b->d.y};
    const int32_t top = (int32_t)c->clip.y - c->origin.y;
    int32_t least = ends[0], most = ends[0];
    for (uint8_t i = 1; i < sizeof ends / sizeof ends[0]; i++) {
        least = pmb_lesser(least, ends[i]);
        most = pmb_greater(most, ends[i]);
    }
    return most >= top - EDGE && least < top + c->clip.h + EDGE;
}

/* Across, or down. */
static int32_t part_of(pmb_point p, bool down)
{
    return down ? p.y : p.x;
}

bool pmb_bezier_begin(pmb_bezier_walk *walk, const pmb_canvas *c, const pmb_bezier *b)
{
    if (!is_seen(c, b))
        return false;
    walk->lines = lines_of(b);
    for (uint8_t i = 0; i < 2; i++)
        walk->steps[i] = steps_of(part_of(b->a, i), part_of(b->first, i), part_of(b->second, i),
                                  part_of(b->d, i), walk->lines);
    return true;
}

void pmb_bezier_next(pmb_bezier_walk *walk, int32_t scale, int32_t *x, int32_t *y)
{
    *x = next_of(&walk->steps[0], walk->lines, scale);
    *y = next_of(&walk->steps[1], walk->lines, scale);
}

static pmb_point next_point(pmb_bezier_walk *walk)
{
    int32_t x, y;
    pmb_bezier_next(walk, 1, &x, &y);
    return (pmb_point){(int16_t)x, (int16_t)y};
}

static void draw(pmb_canvas *c, const pmb_bezier *b, pmb_color color)
{
    pmb_bezier_walk walk;
    if (!pmb_bezier_begin(&walk, c, b))
        return;
    pmb_point from = next_point(&walk);
    for (int32_t left = walk.lines; left > 0; left--) {
        const pmb_point to = next_point(&walk);
        pmb_line(c, from, to, color);
        from = to;
    }
}

void pmb_curve_cubic(pmb_canvas *c, pmb_point a, pmb_point first, pmb_point second, pmb_point d,
                     pmb_color color)
{
    const pmb_bezier b = pmb_bezier_of(a, first, second, d);
    draw(c, &b, color);
}

void pmb_curve_quadratic(pmb_canvas *c, pmb_point a, pmb_point control, pmb_point d,
                         pmb_color color)
{
    const pmb_bezier b = pmb_bezier_of_quadratic(a, control, d);
    draw(c, &b, color);
}
