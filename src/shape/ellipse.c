/* ellipse.c - ellipses, discs, rings and rectangles with round corners, row by row. */
#include "pemble/shape.h"
#include "shape/outline.h"
#include "shape/spans.h"

/* An outline, and where its edge was last. */
struct edge {
    pmb_outline o;
    int32_t dx; /* of the outermost pixel of the row looked at last; see pmb_outline */
};

static struct edge edge_of(pmb_outline o)
{
    return (struct edge){.o = o, .dx = o.w % 2 ? 0 : 1};
}

/* (dx / w)^2 + (dy / h)^2 <= 1, without fractions; everything is below 2^15, so the sum fits. */
static bool is_inside(const pmb_outline *o, int32_t dx, int32_t dy)
{
    const uint64_t ww = (uint64_t)o->w * (uint64_t)o->w, hh = (uint64_t)o->h * (uint64_t)o->h;
    return (uint64_t)(dx * dx) * hh + (uint64_t)(dy * dy) * ww <= ww * hh;
}

/*
 * The pixels between the left edge of the rectangle and the first pixel of its row i; -1 when the
 * row has none. Neighbouring rows differ little, so dx is moved from where it was.
 */
static int32_t indent(struct edge *e, int32_t i)
{
    const pmb_outline *o = &e->o;
    int32_t dy;
    if (i < 0 || i >= o->r.h)
        return -1;
    if (!pmb_outline_row(o, i, &dy))
        return 0;
    const int32_t least = o->w % 2 ? 0 : 1;
    while (e->dx > least && !is_inside(o, e->dx, dy))
        e->dx -= 2;
    while (e->dx + 2 < o->w && is_inside(o, e->dx + 2, dy))
        e->dx += 2;
    return is_inside(o, e->dx, dy) ? (o->w - 1 - e->dx) / 2 : -1;
}

/* `count` pixels at the left and at the right end of a row whose first pixel is `from` away from
 * the edges; where they meet, the whole row once. */
static void both_ends(pmb_canvas *c, pmb_rect r, int32_t y, int32_t from, int32_t count,
                      pmb_color color)
{
    const int32_t width = r.w - 2 * from;
    if (2 * count >= width) {
        pmb_span_fill(c, r.x + from, y, width, 1, color);
        return;
    }
    pmb_span_fill(c, r.x + from, y, count, 1, color);
    pmb_span_fill(c, (int32_t)r.x + r.w - from - count, y, count, 1, color);
}

static void fill(pmb_canvas *c, pmb_outline o, pmb_color color)
{
    struct edge edge = edge_of(o);
    int32_t first, last;
    pmb_outline_visible(c, o.r, &first, &last);
    for (int32_t i = first; i < last; i++) {
        const int32_t from = indent(&edge, i);
        if (from >= 0)
            pmb_span_fill(c, o.r.x + from, (int32_t)o.r.y + i, o.r.w - 2 * from, 1, color);
    }
}

/* The pixels of a row that have none above or none below, and its two ends. */
static void stroke(pmb_canvas *c, pmb_outline o, pmb_color color)
{
    struct edge edge = edge_of(o);
    int32_t first, last;
    pmb_outline_visible(c, o.r, &first, &last);
    int32_t above = indent(&edge, first - 1), here = indent(&edge, first);
    for (int32_t i = first; i < last; i++) {
        const int32_t below = indent(&edge, i + 1);
        if (here >= 0) {
            int32_t count = 1;
            if (above - here > count)
                count = above - here;
            if (below - here > count)
                count = below - here;
            if (above < 0 || below < 0)
                count = o.r.w;
            both_ends(c, o.r, (int32_t)o.r.y + i, here, count, color);
        }
        above = here;
        here = below;
    }
}

void pmb_ellipse_fill(pmb_canvas *c, pmb_rect r, pmb_color color)
{
    fill(c, pmb_outline_ellipse(r), color);
}

void pmb_ellipse_stroke(pmb_canvas *c, pmb_rect r, pmb_color color)
{
    stroke(c, pmb_outline_ellipse(r), color);
}

void pmb_ellipse_ring(pmb_canvas *c, pmb_rect r, int16_t width, pmb_color color)
{
    const pmb_rect hole = pmb_rect_inset(r, width);
    if (width <= 0)
        return;
    if (pmb_rect_is_empty(hole)) {
        pmb_ellipse_fill(c, r, color);
        return;
    }
    struct edge outer = edge_of(pmb_outline_ellipse(r)), inner = edge_of(pmb_outline_ellipse(hole));
    int32_t first, last;
    pmb_outline_visible(c, r, &first, &last);
    for (int32_t i = first; i < last; i++) {
        const int32_t from = indent(&outer, i), to = indent(&inner, i - width);
        if (from < 0)
            continue;
        const int32_t count = to < 0 ? r.w : width + to - from;
        both_ends(c, r, (int32_t)r.y + i, from, count, color);
    }
}

void pmb_circle_fill(pmb_canvas *c, pmb_point center, int16_t radius, pmb_color color)
{
    fill(c, pmb_outline_ellipse(pmb_rect_of_circle(center, radius)), color);
}

void pmb_circle_stroke(pmb_canvas *c, pmb_point center, int16_t radius, pmb_color color)
{
    stroke(c, pmb_outline_ellipse(pmb_rect_of_circle(center, radius)), color);
}

void pmb_round_fill(pmb_canvas *c, pmb_rect r, int16_t radius, pmb_color color)
{
    fill(c, pmb_outline_round(r, radius), color);
}

void pmb_round_stroke(pmb_canvas *c, pmb_rect r, int16_t radius, pmb_color color)
{
    stroke(c, pmb_outline_round(r, radius), color);
}
