/* curve.c - Bezier curves as short lines. */
#include "pemble/shape.h"

enum { MOST_LINES = 64, LINE_LENGTH = 8, LIMIT = 8191 };

static int32_t limited(int16_t value)
{
    return value > LIMIT ? LIMIT : value < -LIMIT - 1 ? -LIMIT - 1 : value;
}

static int32_t absolute(int32_t value)
{
    return value < 0 ? -value : value;
}

static int32_t distance(pmb_point a, pmb_point b)
{
    return absolute(limited(a.x) - limited(b.x)) + absolute(limited(a.y) - limited(b.y));
}

/* One coordinate at `i` of `n` steps, rounded: ((1-t)^3 a + 3 (1-t)^2 t b + 3 (1-t) t^2 c + t^3 d)
 * with t = i / n. With n at most 64 and 14-bit coordinates the sum stays below 2^14 * 2^18. */
static int16_t at(int16_t a, int16_t b, int16_t c, int16_t d, int32_t i, int32_t n)
{
    const int32_t j = n - i, all = n * n * n;
    const int64_t sum = (int64_t)(j * j * j) * limited(a) + (int64_t)(3 * j * j * i) * limited(b) +
                        (int64_t)(3 * j * i * i) * limited(c) + (int64_t)(i * i * i) * limited(d);
    const int64_t half = sum < 0 ? -(all / 2) : all / 2;
    return (int16_t)((sum + half) / all);
}

void pmb_curve_cubic(pmb_canvas *c, pmb_point a, pmb_point first, pmb_point second, pmb_point d,
                     pmb_color color)
{
    /* The way along the control points is no shorter than the curve. */
    int32_t lines =
        (distance(a, first) + distance(first, second) + distance(second, d)) / LINE_LENGTH + 1;
    if (lines > MOST_LINES)
        lines = MOST_LINES;
    pmb_point from = {at(a.x, a.x, a.x, a.x, 0, 1), at(a.y, a.y, a.y, a.y, 0, 1)};
    for (int32_t i = 1; i <= lines; i++) {
        const pmb_point to = {at(a.x, first.x, second.x, d.x, i, lines),
                              at(a.y, first.y, second.y, d.y, i, lines)};
        pmb_line(c, from, to, color);
        from = to;
    }
}

/* A point two thirds of the way from a to b. */
static int16_t two_thirds(int16_t a, int16_t b)
{
    return (int16_t)((limited(a) + 2 * limited(b)) / 3);
}

void pmb_curve_quadratic(pmb_canvas *c, pmb_point a, pmb_point control, pmb_point d,
                         pmb_color color)
{
    /* The same curve as a cubic one: its control points are two thirds of the way to this one. */
    const pmb_point first = {two_thirds(a.x, control.x), two_thirds(a.y, control.y)};
    const pmb_point second = {two_thirds(d.x, control.x), two_thirds(d.y, control.y)};
    pmb_curve_cubic(c, a, first, second, d, color);
}
