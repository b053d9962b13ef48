/*
 * circle.c - with PMB_ONLY_CIRCLES, in place of ellipse.c: discs, rings and round corners, row by
 * row; an ellipse is drawn where it is a circle.
 */
#include "pemble/options.h"
#include "pemble/shape.h"
#include "shape/outline.h"
#include "shape/spans.h"

#ifdef PMB_ONLY_CIRCLES
enum { LONGEST = 180 }; /* its square fits into 16 bits, and so do all the sums here */

/* The edge of a rectangle with round corners `w` across, as it is followed from row to row: a pixel
 * is inside when dx^2 + dy^2 <= w^2, and `excess` is the left side less the right one. */
struct edge {
    int16_t w, h;           /* of the corners, of the rectangle */
    int16_t excess, dx, dy; /* of the outermost pixel of the row looked at last; see pmb_outline */
};

static struct edge edge_of(int16_t w, int16_t h)
{
    const int16_t dx = w & 1 ? 0 : 1;
    return (struct edge){.w = w, .h = h, .dx = dx, .excess = (int16_t)(dx - (int16_t)(w * w))};
}

/*
 * The pixels between the left edge of the rectangle and the first pixel of its row i; -1 when the
 * row has none. Neighbouring rows differ little, so dx is moved from where it was.
 */
static int16_t indent(struct edge *e, int16_t i)
{
    const int16_t w = e->w, upper = w / 2, lower = (int16_t)(e->h - upper);
    int16_t dx = e->dx, excess = e->excess;
    if (i < 0 || i >= e->h)
        return -1;
    if (i >= upper && i < lower && e->h > w)
        return 0;
    if (i >= upper)
        i = (int16_t)(i + w - e->h);
    const int16_t dy = (int16_t)(2 * i + 1 - w);
    excess = (int16_t)(excess + (int16_t)((dy - e->dy) * (dy + e->dy)));
    for (; dx > 1 && excess > 0; dx = (int16_t)(dx - 2))
        excess = (int16_t)(excess - 4 * dx + 4);
    for (; dx + 2 < w && excess + 4 * dx + 4 <= 0; dx = (int16_t)(dx + 2))
        excess = (int16_t)(excess + 4 * dx + 4);
    e->excess = excess;
    e->dx = dx;
    e->dy = dy;
    return excess <= 0 ? (int16_t)((w - 1 - dx) >> 1) : -1;
}

/* The rows of an outline that the clip shows, as first and last (exclusive). */
static pmb_reach visible_rows(const pmb_canvas *c, const pmb_rect *r, pmb_reach *last)
{
    const pmb_reach clip = (pmb_reach)c->clip.y - c->origin.y - r->y;
    *last = r->w > 0 ? pmb_least(clip + c->clip.h, r->h) : 0;
    return pmb_most(clip, 0);
}

/* `count` pixels at the left and at the right end of row i and of those below it that are alike,
 * `from` away from the edges; all of it where they meet, nothing where the row is empty. */
static void draw_ends(pmb_canvas *c, const pmb_rect *r, pmb_reach i, pmb_reach height,
                      pmb_reach from, pmb_reach count, pmb_color color)
{
    const pmb_reach width = r->w - 2 * from, x = r->x + from, y = r->y + i;
    if (from < 0)
        return;
    if (count >= width - count)
        count = width;
    else
        pmb_span_fill(c, x + width - count, y, count, height, color);
    pmb_span_fill(c, x, y, count, height, color);
}

/* A stroke has the pixels of a row that have none above or none below, and its two ends. */
static pmb_reach end_of(pmb_reach above, pmb_reach here, pmb_reach below)
{
    return above < 0 || below < 0 ? INT16_MAX : pmb_most(1, pmb_most(above, below) - here);
}

static void draw(pmb_canvas *c, const pmb_rect *r, int16_t w, bool stroke, pmb_color color)
{
    pmb_reach last;
    const pmb_reach first = visible_rows(c, r, &last);
    struct edge edge = edge_of(w, r->h);
    pmb_reach above = -1, here = -1, from = -1, count = 0, height = 0;
    if (w > LONGEST || first >= last)
        return;
    for (pmb_reach i = first - 1; i <= last; i++) {
        const pmb_reach below = indent(&edge, (int16_t)i);
        /* Of the row above. Rows that are alike are drawn as one. */
        const pmb_reach end = stroke ? end_of(above, here, below) : INT16_MAX;
        if (here != from || end != count) {
            draw_ends(c, r, i - 1 - height, height, from, count, color);
            from = here;
            count = end;
            height = 0;
        }
        height = i > first ? height + 1 : 0;
        above = here;
        here = below;
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
    const pmb_rect hole = pmb_rect_inset(r, width);
    struct edge outer = edge_of(r.w, r.h), inner = edge_of(hole.w, hole.h);
    if (diameter(r) > LONGEST || width <= 0)
        return;
    for (pmb_reach i = first; i < last; i++) {
        const pmb_reach from = indent(&outer, (int16_t)i);
        const pmb_reach to = indent(&inner, (int16_t)(i - width));
        draw_ends(c, &r, i, 1, from, to < 0 ? r.w : width + to - from, color);
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
