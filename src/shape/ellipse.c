/* ellipse.c - ellipses, discs, rings and rectangles with round corners, row by row. */
#include "pemble/options.h"
#include "pemble/shape.h"
#include "canvas/spare.h"
#include "shape/outline.h"
#include "shape/spans.h"
#include "canvas/damage.h"
#include "geometry/limits.h"

#if !PMB_ONLY_CIRCLES
/*
 * The edge of an outline as it is followed from row to row. A pixel is inside when
 * (dx / w)^2 + (dy / h)^2 <= 1, or, without fractions, dx^2 h^2 + dy^2 w^2 <= w^2 h^2; dx and dy
 * are below 2^15, so all of it fits. `excess` is the left side less the right one, kept up to date
 * with differences. A circle has the smaller numbers that it gets for w = h = 1 in the squares.
 */
struct edge {
    pmb_outline o;
    int64_t ww, hh, excess;
    int32_t dx, dy; /* of the outermost pixel of the row looked at last; see pmb_outline */
};

static struct edge edge_of(pmb_outline o)
{
    struct edge e = {.o = o, .ww = 1, .hh = 1, .dx = o.w % 2 ? 0 : 1};
    if (o.w != o.h) {
        e.ww = (int64_t)o.w * o.w;
        e.hh = (int64_t)o.h * o.h;
    }
    e.excess = e.dx * e.hh - (int64_t)o.w * o.w * e.hh;
    return e;
}

/*
 * The pixels between the left edge of the rectangle and the first pixel of its row i; -1 when the
 * row has none, as those above the top. Rows are asked for from the top to the middle, so dx only
 * grows. The row below the middle, which a stroke asks for, has none then: it is as the one above
 * it.
 */
static int32_t indent(struct edge *e, int32_t i)
{
    const pmb_outline *o = &e->o;
    pmb_reach dy;
    if (!pmb_outline_row(o, i, &dy))
        return 0;
    e->excess += (int64_t)((int32_t)dy * dy - e->dy * e->dy) * e->ww;
    e->dy = dy;
    for (; e->dx + 2 < o->w; e->dx += 2) {
        const int64_t further = e->excess + (4 * e->dx + 4) * e->hh;
        if (further > 0)
            break;
        e->excess = further;
    }
    /* A shift, as the difference is not negative: small processors divide in many steps. */
    return e->excess <= 0 ? (o->w - 1 - e->dx) >> 1 : -1;
}

/*
 * Rows that are alike, held back to be drawn at once, with those of the lower half that mirror
 * them: `count` pixels at the left and at the right end of each, `from` away from the edges; where
 * they meet, the whole row.
 */
struct rows {
    pmb_brush brush;
    pmb_rect r;
    int32_t first, height, from, count;
};

static struct rows rows_of(pmb_canvas *c, pmb_rect r, pmb_color color)
{
    return (struct rows){.brush = pmb_brush_of(c, r.x, r.y, r.w, r.h, color), .r = r};
}

static void draw_block(const struct rows *rows, int32_t first, int32_t height)
{
    const int32_t x = rows->r.x + rows->from, y = rows->r.y + first;
    const int32_t width = rows->r.w - 2 * rows->from;
    if (2 * rows->count >= width) {
        pmb_brush_fill(&rows->brush, x, y, width, height);
        return;
    }
    pmb_brush_fill(&rows->brush, x, y, rows->count, height);
    pmb_brush_fill(&rows->brush, x + width - rows->count, y, rows->count, height);
}

static void draw_rows(const struct rows *rows)
{
    const int32_t end = rows->r.h - rows->first; /* of the mirrored rows */
    if (rows->height == 0 || rows->from < 0)
        return;
    if (rows->first + rows->height >= end - rows->height) {
        draw_block(rows, rows->first, end - rows->first);
        return;
    }
    draw_block(rows, rows->first, rows->height);
    draw_block(rows, end - rows->height, rows->height);
}

/* Row i; the ends of a row that is empty are `from` = -1. */
static void add_row(struct rows *rows, int32_t i, int32_t from, int32_t count)
{
    if (rows->height > 0 && from == rows->from && count == rows->count) {
        rows->height++;
        return;
    }
    draw_rows(rows);
    rows->first = i;
    rows->height = 1;
    rows->from = from;
    rows->count = count;
}

/* `ring`: how wide a ring is, 0 when it is filled. */
static bool is_spared(pmb_canvas *c, const pmb_outline *o, int16_t ring, pmb_color color)
{
    const int16_t words[] = {ring, (int16_t)o->w, (int16_t)o->h};
    return pmb_is_spared(c, o->r.x, o->r.y, o->r.w, o->r.h, PMB_SPARE_OUTLINE, color, words,
                         sizeof words / sizeof words[0]);
}

static void fill(pmb_canvas *c, pmb_outline o, pmb_color color)
{
    if (is_spared(c, &o, 0, color))
        return;
    struct edge edge = edge_of(o);
    struct rows rows = rows_of(c, o.r, color);
    pmb_reach first, last;
    pmb_outline_half(c, o.r, &first, &last);
    for (int32_t i = first; i < last; i++)
        add_row(&rows, i, indent(&edge, i), o.r.w);
    draw_rows(&rows);
}

/* The pixels of a row that have none above or none below, and its two ends. */
static void stroke(pmb_canvas *c, pmb_outline o, pmb_color color)
{
    if (is_spared(c, &o, 1, color))
        return;
    struct edge edge = edge_of(o);
    struct rows rows = rows_of(c, o.r, color);
    pmb_reach first, last;
    pmb_outline_half(c, o.r, &first, &last);
    int32_t above = indent(&edge, first - 1), here = indent(&edge, first);
    for (int32_t i = first; i < last; i++) {
        const int32_t below = indent(&edge, i + 1);
        /* With pixels above there are some below. */
        add_row(&rows, i, here,
                above >= 0 ? pmb_greater(1, pmb_greater(above, below) - here) : o.r.w);
        above = here;
        here = below;
    }
    draw_rows(&rows);
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
    struct rows rows = rows_of(c, r, color);
    pmb_reach first, last;
    pmb_outline_half(c, r, &first, &last);
    for (int32_t i = first; i < last; i++) {
        const int32_t from = indent(&outer, i), to = indent(&inner, i - width);
        add_row(&rows, i, from, to < 0 ? r.w : width + to - from);
    }
    draw_rows(&rows);
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
#endif
