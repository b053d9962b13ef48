/* polygon.c - polygons and polylines, without memory for all edges. */
#include <string.h>
#include "pemble/shape.h"
#include "canvas/spare.h"
#include "shape/edge.h"
#include "shape/polyline.h"
#include "shape/spans.h"

/* An edge that crosses the middle of a row: it is sorted by the first pixel at or to the right of
 * it, and edges that cross at the same place come one after the other. */
struct crossing {
    int32_t x;
    uint16_t edge;
    pmb_slope slope;
};

static bool comes_after(const struct crossing *a, const struct crossing *b)
{
    return a->x != b->x ? a->x > b->x : a->edge > b->edge;
}

/* Rows belong to an edge from its upper end (included) to its lower one (not). */
static bool crosses(pmb_point a, pmb_point b, int32_t y, struct crossing *crossing)
{
    const pmb_point upper = a.y <= b.y ? a : b, lower = a.y <= b.y ? b : a;
    if (y < upper.y || y >= lower.y)
        return false;
    const int32_t dx = (int32_t)lower.x - upper.x;
    crossing->slope = pmb_slope_at(dx, y - upper.y, dx, (uint32_t)((int32_t)lower.y - upper.y));
    crossing->slope.whole += upper.x;
    crossing->x = pmb_slope_up(&crossing->slope);
    return true;
}

/* Puts a crossing into its place among so many; what is last may fall out. */
static void sort_in(struct crossing *kept, uint8_t at, const struct crossing *crossing)
{
    for (; at > 0 && comes_after(&kept[at - 1], crossing); at--)
        kept[at] = kept[at - 1];
    kept[at] = *crossing;
}

enum { ROOM = 8 };

/* The next crossings of the row after `last`, up to ROOM of them, in their order. */
static uint8_t next_crossings(const pmb_point *points, uint16_t count, int32_t y,
                              const struct crossing *last, struct crossing kept[ROOM])
{
    uint8_t known = 0;
    for (uint16_t i = 0; i < count; i++) {
        struct crossing one = {.edge = i};
        if (!crosses(points[i], points[i + 1u < count ? i + 1 : 0], y, &one) ||
            (last && !comes_after(&one, last)) ||
            (known == ROOM && comes_after(&one, &kept[ROOM - 1])))
            continue;
        sort_in(kept, known < ROOM ? known++ : ROOM - 1, &one);
    }
    return known;
}

static void fill_between(pmb_canvas *c, const struct crossing *kept, uint8_t known, int32_t y,
                         pmb_color color)
{
    for (uint8_t i = 0; i + 1 < known; i += 2)
        pmb_span_fill(c, kept[i].x, y, kept[i + 1].x - kept[i].x, 1, color);
}

static void next_row(struct crossing *kept, uint8_t known)
{
    for (uint8_t i = 0; i < known; i++) {
        struct crossing one = kept[i];
        pmb_slope_next(&one.slope);
        one.x = pmb_slope_up(&one.slope);
        sort_in(kept, i, &one);
    }
}

/* The first crossings are known. */
static void fill_crowded_row(pmb_canvas *c, const pmb_point *points, uint16_t count, int32_t y,
                             struct crossing kept[ROOM], pmb_color color)
{
    uint8_t known = ROOM;
    while (known > 0) {
        const struct crossing last = kept[ROOM - 1];
        fill_between(c, kept, known, y, color);
        known = known < ROOM ? 0 : next_crossings(points, count, y, &last, kept);
    }
}

#if PMB_FAST_SHAPES
/* In their order from left to right in all of so many rows, if none crosses another in them. False:
 * two do. */
static bool order(struct crossing *kept, uint8_t known, int32_t rows)
{
    pmb_slope lasts[ROOM];
    for (uint8_t i = 0; i < known; i++) {
        const struct crossing one = kept[i];
        const pmb_slope last = pmb_slope_after(one.slope, rows - 1);
        uint8_t at = i;
        for (; at > 0; at--) {
            const int32_t side = pmb_slope_compare(&one.slope, &kept[at - 1].slope);
            if (side > 0 || (side == 0 && pmb_slope_compare(&last, &lasts[at - 1]) >= 0))
                break;
            kept[at] = kept[at - 1];
            lasts[at] = lasts[at - 1];
        }
        kept[at] = one;
        lasts[at] = last;
    }
    for (uint8_t i = 1; i < known; i++)
        if (pmb_slope_compare(&lasts[i - 1], &lasts[i]) > 0)
            return false;
    return true;
}

/* All rows at once. False: edges cross. */
static bool fill_slabs(pmb_canvas *c, const struct crossing *kept, uint8_t known, int32_t y,
                       int32_t rows, pmb_color color)
{
    struct crossing ordered[ROOM];
    memcpy(ordered, kept, sizeof ordered);
    if (!order(ordered, known, rows))
        return false;
    for (uint8_t i = 0; i + 1 < known; i += 2)
        pmb_slab_fill(c,
                      &(pmb_slab){.y = (int16_t)y,
                                  .rows = (int16_t)rows,
                                  .left = pmb_incline_of(&ordered[i].slope),
                                  .right = pmb_incline_of(&ordered[i + 1].slope)},
                      color);
    return true;
}
#endif

/* Between one corner and the next, edges that are kept are followed; more than are kept are looked
 * for in every row. What has been filled is taken from the rows. */
static void fill_rows(pmb_canvas *c, const pmb_point *points, uint16_t count, pmb_rows *rows,
                      pmb_color color)
{
    struct crossing kept[ROOM];
    const int32_t y = rows->first++;
    const uint8_t known = next_crossings(points, count, y, NULL, kept);
    if (known == ROOM) {
        fill_crowded_row(c, points, count, y, kept, color);
        return;
    }
    const int32_t end = pmb_next_corner(points, count, y, rows->end);
    rows->first = end;
#if PMB_FAST_SHAPES
    if (fill_slabs(c, kept, known, y, end - y, color))
        return;
#endif
    for (int32_t row = y; row < end; row++) {
        fill_between(c, kept, known, row, color);
        next_row(kept, known);
    }
}

void pmb_polygon_fill(pmb_canvas *c, const pmb_point *points, uint16_t count, pmb_color color)
{
    pmb_rows rows = {0, 0};
    if (points && count > 2 && !pmb_is_polygon_spared(c, points, count, color))
        rows = pmb_polygon_rows(c, points, count, 0);
    while (rows.first < rows.end)
        fill_rows(c, points, count, &rows, color);
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
