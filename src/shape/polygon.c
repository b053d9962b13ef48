/* polygon.c - polygons and polylines, without memory for edges: each row looks for its crossings.
 */
#include "pemble/shape.h"
#include "canvas/spare.h"
#include "shape/polyline.h"
#include "shape/spans.h"

/* Where an edge crosses the middle of a row: the first pixel at or to the right of it. Rows belong
 * to an edge from its upper end (included) to its lower one (not). */
static bool crossing(pmb_point a, pmb_point b, int32_t y, int32_t *x)
{
    if (a.y > b.y) {
        const pmb_point keep = a;
        a = b;
        b = keep;
    }
    if (y < a.y || y >= b.y)
        return false;
    const uint32_t height = (uint32_t)((int32_t)b.y - a.y), down = (uint32_t)(y - a.y);
    const int32_t dx = (int32_t)b.x - a.x;
    /* down * |dx| + height < 2^32, as both are below 2^16. */
    if (dx >= 0)
        *x = a.x + (int32_t)((down * (uint32_t)dx + height - 1) / height);
    else
        *x = a.x - (int32_t)(down * (uint32_t)-dx / height);
    return true;
}

/* A crossing found, in the order from left to right; edges that cross at the same place come one
 * after the other. */
struct found {
    int32_t x;
    uint16_t edge;
};

static bool comes_after(struct found a, struct found b)
{
    return a.x != b.x ? a.x > b.x : a.edge > b.edge;
}

enum { ROOM = 8 };

/* The next crossings of the row after `last`, up to ROOM of them, in their order. */
static uint8_t next_crossings(const pmb_point *points, uint16_t count, int32_t y,
                              const struct found *last, struct found next[ROOM])
{
    uint8_t known = 0;
    for (uint16_t i = 0; i < count; i++) {
        struct found f = {0, i};
        if (!crossing(points[i], points[i + 1u < count ? i + 1 : 0], y, &f.x) ||
            (last && !comes_after(f, *last)) || (known == ROOM && comes_after(f, next[ROOM - 1])))
            continue;
        uint8_t at = known < ROOM ? known++ : ROOM - 1;
        for (; at > 0 && comes_after(next[at - 1], f); at--)
            next[at] = next[at - 1];
        next[at] = f;
    }
    return known;
}

static void fill_row(pmb_canvas *c, const pmb_point *points, uint16_t count, int32_t y,
                     pmb_color color)
{
    struct found next[ROOM], last;
    const struct found *after = NULL;
    uint8_t known;
    do {
        known = next_crossings(points, count, y, after, next);
        for (uint8_t i = 0; i + 1 < known; i += 2)
            pmb_span_fill(c, next[i].x, y, next[i + 1].x - next[i].x, 1, color);
        last = next[ROOM - 1];
        after = &last;
    } while (known == ROOM);
}

void pmb_polygon_fill(pmb_canvas *c, const pmb_point *points, uint16_t count, pmb_color color)
{
    if (!points || count < 3 || pmb_is_polygon_spared(c, points, count, color))
        return;
    int32_t first = points[0].y, last = first;
    for (uint16_t i = 1; i < count; i++) {
        if (points[i].y < first)
            first = points[i].y;
        if (points[i].y > last)
            last = points[i].y;
    }
    const int32_t top = (int32_t)c->clip.y - c->origin.y, bottom = top + c->clip.h;
    if (first < top)
        first = top;
    if (last > bottom)
        last = bottom;
    for (int32_t y = first; y < last; y++)
        fill_row(c, points, count, y, color);
}

void pmb_triangle_fill(pmb_canvas *c, pmb_point a, pmb_point b, pmb_point d, pmb_color color)
{
    const pmb_point corners[] = {a, b, d};
    pmb_polygon_fill(c, corners, 3, color);
}

void pmb_polyline_of(pmb_canvas *c, pmb_line_drawer line, const pmb_point *points, uint16_t count,
                     bool closed, pmb_color color)
{
    if (!points || count == 0)
        return;
    if (count == 1)
        pmb_pixel(c, points[0], color);
    for (uint16_t i = 0; i + 1u < count; i++)
        line(c, points[i], points[i + 1], color);
    if (closed && count > 2)
        line(c, points[count - 1], points[0], color);
}

void pmb_polyline(pmb_canvas *c, const pmb_point *points, uint16_t count, bool closed,
                  pmb_color color)
{
    pmb_polyline_of(c, pmb_line, points, count, closed, color);
}
