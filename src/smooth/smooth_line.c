/* smooth_line.c - smooth lines, one pixel wide. */
#include "pemble/smooth.h"
#include "canvas/spare.h"
#include "shape/polyline.h"
#include "shape/spans.h"
#include "shape/wide.h"
#include "smooth/thin.h"
#include "geometry/limits.h"
#include "geometry/ratio.h"

enum { ROOM = 16, FINE = 16 };

/* `side` is kept in 2^-20 pixel: a sixteenth times a slope with 16 bits of fraction. */
enum { SIDE_BITS = 20, SLOPE_BITS = 16 };

/* Shares of two neighbouring rows, for lines that are more level than steep. */
struct pair {
    const pmb_brush *brush;
    int32_t x, y; /* of the first share in the upper row */
    int16_t count;
    uint8_t upper[ROOM], lower[ROOM];
};

static void flush(struct pair *p)
{
    pmb_brush_shade(p->brush, p->x, p->y, p->count, p->upper);
    pmb_brush_shade(p->brush, p->x, p->y + 1, p->count, p->lower);
    p->x += p->count;
    p->count = 0;
}

static int32_t floor_of(int32_t fine)
{
    return fine >= 0 ? fine / FINE : -((FINE - 1 - fine) / FINE);
}

static void draw_level(const pmb_brush *brush, int32_t from, int32_t to, int64_t side,
                       int64_t slope)
{
    struct pair p = {.brush = brush, .x = from, .y = (int32_t)(side >> SIDE_BITS)};
    for (int32_t x = from; x <= to; x++, side += slope) {
        const int32_t y = (int32_t)(side >> SIDE_BITS);
        if (y != p.y || p.count == ROOM) {
            flush(&p);
            p.y = y;
        }
        const uint8_t lower = (uint8_t)(side >> (SIDE_BITS - 8));
        p.upper[p.count] = (uint8_t)(255 - lower);
        p.lower[p.count++] = lower;
    }
    flush(&p);
}

static void draw_steep(const pmb_brush *brush, int32_t from, int32_t to, int64_t side,
                       int64_t slope)
{
    for (int32_t y = from; y <= to; y++, side += slope) {
        const uint8_t right = (uint8_t)(side >> (SIDE_BITS - 8));
        const uint8_t shares[] = {(uint8_t)(255 - right), right};
        pmb_brush_shade(brush, (int32_t)(side >> SIDE_BITS), y, 2, shares);
    }
}

static pmb_point pixel_of(pmb_fine p)
{
    return (pmb_point){(int16_t)floor_of(p.x), (int16_t)floor_of(p.y)};
}

void pmb_smooth_thin(pmb_canvas *c, pmb_fine a, pmb_fine b, bool whole, pmb_color color)
{
    const int32_t dx = b.x - a.x, dy = b.y - a.y;
    const bool steep = (dy < 0 ? -dy : dy) > (dx < 0 ? -dx : dx);
    const bool swap = steep ? dy < 0 : dx < 0;
    const pmb_fine start = swap ? b : a, end = swap ? a : b;
    const int32_t along = steep ? start.y : start.x, far = steep ? end.y : end.x;
    const int32_t side = steep ? start.x : start.y, far_side = steep ? end.x : end.y;
    const int64_t rise = (int64_t)(far_side - side) * ((int32_t)1 << SLOPE_BITS);
    const int32_t slope = far == along ? 0 : pmb_quotient(rise, far - along);

    /* The whole pixels from the one end to the other, b only if wanted; those in the clip. */
    const int32_t clip =
        steep ? (int32_t)c->clip.y - c->origin.y : (int32_t)c->clip.x - c->origin.x;
    const int32_t least = !whole && swap ? floor_of(along) + 1 : -floor_of(-along);
    const int32_t most = !whole && !swap ? -floor_of(-far) - 1 : floor_of(far);
    const int32_t from = pmb_greater(least, clip);
    const int32_t to = pmb_lesser(most, clip + (steep ? c->clip.h : c->clip.w) - 1);
    if (from > to)
        return;
    /* Rounded to a share, so that whole numbers give whole pixels. */
    const int64_t there = (int64_t)side * ((int32_t)1 << SLOPE_BITS) +
                          (int64_t)(from * FINE - along) * slope + (1 << (SIDE_BITS - 9));
    const pmb_point ends[] = {pixel_of(a), pixel_of(b)};
    const pmb_brush brush = pmb_brush_of_points(c, ends, 2, 1, color);
    (steep ? draw_steep : draw_level)(&brush, from, to, there, (int64_t)slope * FINE);
}

static pmb_fine fine_of(pmb_point p)
{
    return (pmb_fine){(int32_t)p.x * FINE, (int32_t)p.y * FINE};
}

void pmb_smooth_line(pmb_canvas *c, pmb_point a, pmb_point b, pmb_color color)
{
    if (c->format->one_bit)
        pmb_line(c, a, b, color);
    else if (pmb_wide_is_near(a) && pmb_wide_is_near(b) &&
             !pmb_is_line_spared(c, a, b, 1, 1, color))
        pmb_smooth_thin(c, fine_of(a), fine_of(b), true, color);
}

/* The point at a step of the line along its longer direction, on a sixteenth. */
static pmb_fine at_step(pmb_point a, pmb_point b, int32_t step, int32_t length)
{
    const pmb_fine from = fine_of(a), to = fine_of(b);
    const int64_t dx = (int64_t)(to.x - from.x) * step, dy = (int64_t)(to.y - from.y) * step;
    const int64_t half = length / 2;
    return (pmb_fine){from.x + (int32_t)((dx + (dx < 0 ? -half : half)) / length),
                      from.y + (int32_t)((dy + (dy < 0 ? -half : half)) / length)};
}

void pmb_smooth_line_dashed(pmb_canvas *c, pmb_point a, pmb_point b, uint8_t on, uint8_t off,
                            pmb_color color)
{
    const int32_t dx = (int32_t)b.x - a.x, dy = (int32_t)b.y - a.y;
    const int32_t length = pmb_greater(dx < 0 ? -dx : dx, dy < 0 ? -dy : dy);
    if (c->format->one_bit) {
        pmb_line_dashed(c, a, b, on, off, color);
        return;
    }
    if (off == 0 || length == 0) {
        if (on > 0)
            pmb_smooth_line(c, a, b, color);
        return;
    }
    if (on == 0 || !pmb_wide_is_near(a) || !pmb_wide_is_near(b))
        return;
    for (int32_t step = 0; step <= length; step += (int32_t)on + off)
        pmb_smooth_thin(c, at_step(a, b, step, length),
                        at_step(a, b, pmb_lesser(step + on - 1, length), length), true, color);
}

void pmb_smooth_polyline(pmb_canvas *c, const pmb_point *points, uint16_t count, bool closed,
                         pmb_color color)
{
    pmb_polyline_of(c, pmb_smooth_line, points, count, closed, color);
}
