/* curve.c - Bezier curves as short lines. */
#include "pemble/shape.h"
#include "shape/curve.h"
#include "geometry/limits.h"
#include "geometry/ratio.h"

enum { MOST_LINES = 64, LINE_LENGTH = 8, LIMIT = 8191 };

static int32_t limited(int16_t value)
{
    return pmb_greater(-LIMIT - 1, pmb_lesser(value, LIMIT));
}

static int32_t distance(pmb_point a, pmb_point b)
{
    return pmb_absolute(limited(a.x) - limited(b.x)) + pmb_absolute(limited(a.y) - limited(b.y));
}

int32_t pmb_bezier_lines(const pmb_bezier *b)
{
    /* The way along the control points is no shorter than the curve. */
    const int32_t way =
        distance(b->a, b->first) + distance(b->first, b->second) + distance(b->second, b->d);
    return pmb_lesser(way / LINE_LENGTH + 1, MOST_LINES);
}

/* One coordinate at `i` of `n` steps, rounded: ((1-t)^3 a + 3 (1-t)^2 t b + 3 (1-t) t^2 c + t^3 d)
 * with t = i / n, times scale. With n at most 64 and coordinates from -8192 to 8191 the sum fits
 * into 32 bits. */
static int32_t at(int16_t a, int16_t b, int16_t c, int16_t d, int32_t i, int32_t n, int32_t scale)
{
    const int32_t j = n - i, all = n * n * n;
    const int32_t sum = j * j * j * limited(a) + 3 * j * j * i * limited(b) +
                        3 * j * i * i * limited(c) + i * i * i * limited(d);
    return pmb_quotient((int64_t)sum * scale + (sum < 0 ? -(all / 2) : all / 2), all);
}

void pmb_bezier_at(const pmb_bezier *b, int32_t i, int32_t n, int32_t scale, int32_t *x, int32_t *y)
{
    *x = at(b->a.x, b->first.x, b->second.x, b->d.x, i, n, scale);
    *y = at(b->a.y, b->first.y, b->second.y, b->d.y, i, n, scale);
}

/* A coordinate two thirds of the way from a to b. */
static int16_t two_thirds(int16_t a, int16_t b)
{
    return (int16_t)((limited(a) + 2 * limited(b)) / 3);
}

pmb_bezier pmb_bezier_of_quadratic(pmb_point a, pmb_point control, pmb_point d)
{
    return (pmb_bezier){
        .a = a,
        .first = {two_thirds(a.x, control.x), two_thirds(a.y, control.y)},
        .second = {two_thirds(d.x, control.x), two_thirds(d.y, control.y)},
        .d = d,
    };
}

static void draw(pmb_canvas *c, const pmb_bezier *b, pmb_color color)
{
    const int32_t lines = pmb_bezier_lines(b);
    pmb_point from = {0, 0};
    for (int32_t i = 0; i <= lines; i++) {
        int32_t x, y;
        pmb_bezier_at(b, i, lines, 1, &x, &y);
        const pmb_point to = {(int16_t)x, (int16_t)y};
        if (i > 0)
            pmb_line(c, from, to, color);
        from = to;
    }
}

void pmb_curve_cubic(pmb_canvas *c, pmb_point a, pmb_point first, pmb_point second, pmb_point d,
                     pmb_color color)
{
    draw(c, &(pmb_bezier){a, first, second, d}, color);
}

void pmb_curve_quadratic(pmb_canvas *c, pmb_point a, pmb_point control, pmb_point d,
                         pmb_color color)
{
    const pmb_bezier b = pmb_bezier_of_quadratic(a, control, d);
    draw(c, &b, color);
}
