/* ellipse.c - ellipses, discs, rings and rectangles with round corners, row by row. */
#include "pemble/shape.h"
#include "shape/spans.h"

/*
 * A rectangle whose corners are quarters of an ellipse w pixels wide and h high; of the size of the
 * rectangle, it is the ellipse. Distances from the middle of the ellipse are doubled, so that the
 * middles of pixels are whole numbers: dx and dy are odd where w and h are even.
 */
struct outline {
    pmb_rect r;
    int32_t w, h;
    int32_t dx; /* of the outermost pixel of the row looked at last */
};

static struct outline outline_of(pmb_rect r, int16_t w, int16_t h)
{
    return (struct outline){.r = r, .w = w, .h = h, .dx = w % 2 ? 0 : 1};
}

/* (dx / w)^2 + (dy / h)^2 <= 1, without fractions; everything is below 2^15, so the sum fits. */
static bool is_inside(const struct outline *o, int32_t dx, int32_t dy)
{
    const uint64_t ww = (uint64_t)o->w * (uint64_t)o->w, hh = (uint64_t)o->h * (uint64_t)o->h;
    return (uint64_t)(dx * dx) * hh + (uint64_t)(dy * dy) * ww <= ww * hh;
}

/*
 * The pixels between the left edge of the rectangle and the first pixel of its row i; -1 when the
 * row has none. Neighbouring rows differ little, so dx is moved from where it was.
 */
static int32_t indent(struct outline *o, int32_t i)
{
    const int32_t upper = o->h / 2, lower = o->r.h - upper;
    if (i < 0 || i >= o->r.h)
        return -1;
    if (i >= upper && i < lower && o->r.h > o->h)
        return 0;
    const int32_t row = i < upper ? i : o->h - (o->r.h - i);
    const int32_t dy = 2 * row + 1 - o->h, least = o->w % 2 ? 0 : 1;
    while (o->dx > least && !is_inside(o, o->dx, dy))
        o->dx -= 2;
    while (o->dx + 2 < o->w && is_inside(o, o->dx + 2, dy))
        o->dx += 2;
    return is_inside(o, o->dx, dy) ? (o->w - 1 - o->dx) / 2 : -1;
}

/* The rows of the shape that the clip can show, as first and last (exclusive). */
static void visible_rows(const pmb_canvas *c, pmb_rect r, int32_t *first, int32_t *last)
{
    const int32_t top = (int32_t)c->clip.y - c->origin.y - r.y;
    *first = top > 0 ? top : 0;
    *last = top + c->clip.h < r.h ? top + c->clip.h : r.h;
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

static void fill(pmb_canvas *c, struct outline o, pmb_color color)
{
    int32_t first, last;
    visible_rows(c, o.r, &first, &last);
    for (int32_t i = first; i < last; i++) {
        const int32_t from = indent(&o, i);
        if (from >= 0)
            pmb_span_fill(c, o.r.x + from, (int32_t)o.r.y + i, o.r.w - 2 * from, 1, color);
    }
}

/* The pixels of a row that have none above or none below, and its two ends. */
static void stroke(pmb_canvas *c, struct outline o, pmb_color color)
{
    int32_t first, last;
    visible_rows(c, o.r, &first, &last);
    int32_t above = indent(&o, first - 1), here = indent(&o, first);
    for (int32_t i = first; i < last; i++) {
        const int32_t below = indent(&o, i + 1);
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
    if (!pmb_rect_is_empty(r))
        fill(c, outline_of(r, r.w, r.h), color);
}

void pmb_ellipse_stroke(pmb_canvas *c, pmb_rect r, pmb_color color)
{
    if (!pmb_rect_is_empty(r))
        stroke(c, outline_of(r, r.w, r.h), color);
}

void pmb_ellipse_ring(pmb_canvas *c, pmb_rect r, int16_t width, pmb_color color)
{
    const pmb_rect hole = pmb_rect_inset(r, width);
    if (pmb_rect_is_empty(r) || width <= 0)
        return;
    if (pmb_rect_is_empty(hole)) {
        pmb_ellipse_fill(c, r, color);
        return;
    }
    struct outline o = outline_of(r, r.w, r.h), inner = outline_of(hole, hole.w, hole.h);
    int32_t first, last;
    visible_rows(c, r, &first, &last);
    for (int32_t i = first; i < last; i++) {
        const int32_t from = indent(&o, i), to = indent(&inner, i - width);
        if (from < 0)
            continue;
        const int32_t count = to < 0 ? r.w : width + to - from;
        both_ends(c, r, (int32_t)r.y + i, from, count, color);
    }
}

static pmb_rect around(pmb_point center, int16_t radius)
{
    const int32_t x = (int32_t)center.x - radius, y = (int32_t)center.y - radius;
    const int32_t size = 2 * (int32_t)radius + 1;
    /* What cannot be said in 16 bits is far outside of every screen. */
    if (radius < 0 || size > INT16_MAX || x < INT16_MIN || y < INT16_MIN)
        return (pmb_rect){0, 0, 0, 0};
    return (pmb_rect){(int16_t)x, (int16_t)y, (int16_t)size, (int16_t)size};
}

void pmb_circle_fill(pmb_canvas *c, pmb_point center, int16_t radius, pmb_color color)
{
    pmb_ellipse_fill(c, around(center, radius), color);
}

void pmb_circle_stroke(pmb_canvas *c, pmb_point center, int16_t radius, pmb_color color)
{
    pmb_ellipse_stroke(c, around(center, radius), color);
}

static struct outline rounded(pmb_rect r, int16_t radius)
{
    const int16_t most = (int16_t)((r.w < r.h ? r.w : r.h) / 2);
    if (radius > most)
        radius = most;
    if (radius < 0)
        radius = 0;
    /* A radius of 0 has no corners: every row begins at the edge. */
    return outline_of(r, (int16_t)(2 * radius), (int16_t)(2 * radius));
}

void pmb_round_fill(pmb_canvas *c, pmb_rect r, int16_t radius, pmb_color color)
{
    if (!pmb_rect_is_empty(r))
        fill(c, rounded(r, radius), color);
}

void pmb_round_stroke(pmb_canvas *c, pmb_rect r, int16_t radius, pmb_color color)
{
    if (!pmb_rect_is_empty(r))
        stroke(c, rounded(r, radius), color);
}
