/*
 * circle.c - with PMB_ONLY_CIRCLES, in place of ellipse.c: discs, rings and round corners, row by
 * row; an ellipse is drawn where it is a circle.
 */
#include "pemble/options.h"
#include "pemble/shape.h"
#include "shape/outline.h"
#include "shape/spans.h"

#if PMB_ONLY_CIRCLES
enum { LONGEST = 180 };         /* its square fits into 16 bits, and so do all the sums here */
enum { NONE = 255, ALL = 255 }; /* of a row's pixels: for the indent, for the count */

/* A circle `w` across, followed from row to row. Distances from its middle are doubled: a pixel is
 * inside when dx^2 + dy^2 <= w^2, and `excess` is the left side less the right one. */
struct edge {
    int16_t excess, dy;
    uint8_t dx, w; /* dx is that of the outermost pixel of the row looked at last */
};

/* At a row; those above and below the circle count, too. */
static struct edge edge_at(uint8_t w, int16_t row)
{
    const uint8_t dx = w & 1 ? 0 : 1;
    const int16_t dy = (int16_t)(2 * row + 1 - w);
    return (struct edge){(int16_t)((int16_t)(dx + dy * dy) - (int16_t)(w * w)), dy, dx, w};
}

static void step(struct edge *e)
{
    e->excess = (int16_t)(e->excess + 4 * e->dy + 4);
    e->dy = (int16_t)(e->dy + 2);
}

/* The pixels beside the first one that is inside; NONE is. Neighbouring rows differ little, so dx
 * is moved from where it was. */
static uint8_t indent(struct edge *e)
{
    int16_t excess = e->excess;
    uint8_t dx = e->dx;
    for (; dx > 1 && excess > 0; dx = (uint8_t)(dx - 2))
        excess = (int16_t)(excess - 4 * dx + 4);
    for (; (uint8_t)(dx + 2) < e->w && excess + 4 * dx + 4 <= 0; dx = (uint8_t)(dx + 2))
        excess = (int16_t)(excess + 4 * dx + 4);
    e->excess = excess;
    e->dx = dx;
    return excess <= 0 ? (uint8_t)(e->w - 1 - dx) >> 1 : NONE;
}

/* The rows of an outline that the clip shows, as first and last (exclusive). */
static pmb_reach visible_rows(const pmb_canvas *c, const pmb_rect *r, pmb_reach *last)
{
    const pmb_reach clip = (pmb_reach)c->clip.y - c->origin.y - r->y;
    *last = r->w > 0 ? pmb_least(clip + c->clip.h, r->h) : 0;
    return pmb_most(clip, 0);
}

/* `count` pixels at the left and at the right end of row i and of those below it that are alike,
 * `from` away from the edges; all of it where they meet. */
static void draw_ends(pmb_canvas *c, const pmb_rect *r, pmb_reach i, pmb_reach height, uint8_t from,
                      uint8_t ends, pmb_color color)
{
    const pmb_reach width = r->w - 2 * from, x = r->x + from, y = r->y + i;
    pmb_reach count = ends;
    if (from == NONE)
        return;
    if (ends == ALL || 2 * count >= width)
        count = width;
    else
        pmb_span_fill(c, x + width - count, y, count, height, color);
    pmb_span_fill(c, x, y, count, height, color);
}

/* A stroke has the pixels of a row that have none above or none below, and its two ends. */
static uint8_t end_of(uint8_t above, uint8_t here, uint8_t below)
{
    const uint8_t most = above > below ? above : below;
    return most == NONE ? ALL : most > here ? (uint8_t)(most - here) : 1;
}

/* A rectangle with round corners `size` across. */
static void draw(pmb_canvas *c, const pmb_rect *r, int16_t size, bool stroke, pmb_color color)
{
    const uint8_t w = (uint8_t)size, half = w / 2;
    const pmb_reach upper = w - half, lower = r->h - half; /* between them all rows are whole */
    uint8_t above = NONE, here = NONE, from = NONE, count = ALL;
    pmb_reach last, i = visible_rows(c, r, &last), height = 0;
    if (size > LONGEST || i >= last)
        return;
    i--;
    struct edge edge = edge_at(w, (int16_t)(i < upper ? i : i < lower ? upper - 1 : i + w - r->h));
    for (pmb_reach left = last - i; left >= 0; left--) {
        const uint8_t below = i >= upper && i < lower ? 0 : indent(&edge);
        /* Of the row above. Rows that are alike are drawn as one. */
        const uint8_t end = stroke ? end_of(above, here, below) : ALL;
        if (here != from || end != count) {
            draw_ends(c, r, i - 1 - height, height, from, count, color);
            from = here;
            count = end;
            height = 0;
        }
        height++;
        above = here;
        here = below;
        i++;
        if (i < upper || i >= lower)
            step(&edge);
    }
    draw_ends(c, r, last - height, height, from, count, color);
}

/* A square; anything else is too large. */
static int16_t diameter(pmb_rect r)
{
    return r.w == r.h ? r.w : INT16_MAX;
}

void pmb_ellipse_fill(pmb_canvas *c, pmb_rect r, pmb_color color)
{
    draw(c, &r, diameter(r), false, color);
}

void pmb_ellipse_stroke(pmb_canvas *c, pmb_rect r, pmb_color color)
{
    draw(c, &r, diameter(r), true, color);
}

void pmb_ellipse_ring(pmb_canvas *c, pmb_rect r, int16_t width, pmb_color color)
{
    pmb_reach last;
    const pmb_reach first = visible_rows(c, &r, &last);
    const int16_t hole = pmb_rect_inset(r, width).w;
    if (diameter(r) > LONGEST || width <= 0)
        return;
    struct edge outer = edge_at((uint8_t)r.w, (int16_t)first);
    struct edge inner = edge_at(hole > 0 ? (uint8_t)hole : 0, (int16_t)pmb_most(first - width, -1));
    for (pmb_reach i = first; i < last; i++) {
        const uint8_t from = indent(&outer), to = indent(&inner);
        draw_ends(c, &r, i, 1, from, to == NONE ? ALL : (uint8_t)(width + to - from), color);
        step(&outer);
        if (i + 1 >= width)
            step(&inner);
    }
}

void pmb_circle_fill(pmb_canvas *c, pmb_point center, int16_t radius, pmb_color color)
{
    const pmb_rect r = pmb_rect_of_circle(center, radius);
    draw(c, &r, r.w, false, color);
}

void pmb_circle_stroke(pmb_canvas *c, pmb_point center, int16_t radius, pmb_color color)
{
    const pmb_rect r = pmb_rect_of_circle(center, radius);
    draw(c, &r, r.w, true, color);
}

void pmb_round_fill(pmb_canvas *c, pmb_rect r, int16_t radius, pmb_color color)
{
    draw(c, &r, (int16_t)pmb_outline_round(r, radius).w, false, color);
}

void pmb_round_stroke(pmb_canvas *c, pmb_rect r, int16_t radius, pmb_color color)
{
    draw(c, &r, (int16_t)pmb_outline_round(r, radius).w, true, color);
}
#endif
