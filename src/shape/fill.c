/* fill.c - rectangles and everything that is one. */
#include "pemble/shape.h"
#include "shape/edge.h"
#include "shape/spans.h"
#include "canvas/cut.h"
#include "canvas/damage.h"
#include "geometry/extent.h"
#include "geometry/limits.h"

void pmb_span_fill(pmb_canvas *c, pmb_reach x, pmb_reach y, pmb_reach w, pmb_reach h,
                   pmb_color color)
{
    x += c->origin.x;
    y += c->origin.y;
    if (!pmb_cut_pixels(&y, &h, c->clip.y, c->clip.h) ||
        !pmb_cut_pixels(&x, &w, c->clip.x, c->clip.w))
        return;
    const pmb_rect area = {(int16_t)(x - c->bounds.x), (int16_t)(y - c->bounds.y), (int16_t)w,
                           (int16_t)h};
    pmb_canvas_touch(c, &area);
    c->format->fill(c, area.x, area.y, area.w, area.h, color);
}

static bool is_inside(const pmb_canvas *c, pmb_reach x, pmb_reach y, pmb_reach w, pmb_reach h)
{
    x += c->origin.x - c->clip.x;
    y += c->origin.y - c->clip.y;
    return x >= 0 && y >= 0 && x + w <= c->clip.w && y + h <= c->clip.h;
}

pmb_brush pmb_brush_of(pmb_canvas *c, pmb_reach x, pmb_reach y, pmb_reach w, pmb_reach h,
                       pmb_color color)
{
    const pmb_brush brush = {c, color, w > 0 && h > 0 && is_inside(c, x, y, w, h)};
    if (brush.inside)
        pmb_canvas_touch(c, &(pmb_rect){(int16_t)(x + c->origin.x - c->bounds.x),
                                        (int16_t)(y + c->origin.y - c->bounds.y), (int16_t)w,
                                        (int16_t)h});
    return brush;
}

void pmb_brush_fill(const pmb_brush *b, pmb_reach x, pmb_reach y, pmb_reach w, pmb_reach h)
{
    pmb_canvas *c = b->c;
    if (!b->inside)
        pmb_span_fill(c, x, y, w, h, b->color);
    else if (w > 0)
        c->format->fill(c, (int16_t)(x + c->origin.x - c->bounds.x),
                        (int16_t)(y + c->origin.y - c->bounds.y), (int16_t)w, (int16_t)h, b->color);
}

#if PMB_FAST_SHAPES
pmb_brush pmb_brush_of_points(pmb_canvas *c, const pmb_point *points, uint16_t count,
                              uint8_t beyond, pmb_color color)
{
    const pmb_extent e = pmb_extent_of(points, count);
    return (pmb_brush){c, color,
                       !pmb_canvas_notes(c) && is_inside(c, e.left - beyond, e.top - beyond,
                                                         e.right - e.left + 2 * beyond + 1,
                                                         e.bottom - e.top + 2 * beyond + 1)};
}

void pmb_brush_shade(const pmb_brush *b, pmb_reach x, pmb_reach y, pmb_reach count,
                     const uint8_t *shares)
{
    pmb_canvas *c = b->c;
    if (!b->inside)
        pmb_span_shade(c, x, y, count, shares, b->color);
    else if (count > 0)
        c->format->shade(c, (int16_t)(x + c->origin.x - c->bounds.x),
                         (int16_t)(y + c->origin.y - c->bounds.y), (int16_t)count, shares,
                         b->color);
}

static void fill_slab(pmb_canvas *c, const pmb_slab *slab, pmb_color color)
{
    pmb_slab s = *slab;
    int32_t from, to;
    for (; s.rows > 0; s.rows--, s.y++)
        if (pmb_slab_row(&s, &from, &to))
            c->format->fill(c, (int16_t)from, s.y, (int16_t)(to - from), 1, color);
}

/* Notes what a slab sets, some rows at a time: its edges are straight, so that they reach furthest
 * in the first or the last of them. */
static void touch_slab(const pmb_canvas *c, pmb_slab s)
{
    enum { PIECE = 16 };
    while (s.rows > 0) {
        const int16_t y = s.y, rows = (int16_t)pmb_lesser(s.rows, PIECE);
        pmb_slab last = s;
        int32_t from, to, last_from, last_to;
        last.left.at += s.left.step * (rows - 1);
        last.right.at += s.right.step * (rows - 1);
        (void)pmb_slab_row(&s, &from, &to);
        (void)pmb_slab_row(&last, &last_from, &last_to);
        from = pmb_lesser(from, last_from);
        to = pmb_greater(to, last_to);
        const pmb_rect held = {(int16_t)from, y, (int16_t)(to - from), rows};
        if (from < to)
            pmb_canvas_touch(c, &held);
        s.left.at = last.left.at;
        s.right.at = last.right.at;
        s.y = (int16_t)(y + rows);
        s.rows = (int16_t)(s.rows - rows);
    }
}

void pmb_slab_fill(pmb_canvas *c, const pmb_slab *slab, pmb_color color)
{
    pmb_slab s = *slab;
    s.y = (int16_t)(s.y + c->origin.y - c->bounds.y);
    s.first = (int16_t)(c->clip.x - c->bounds.x);
    s.end = (int16_t)(s.first + c->clip.w);
    pmb_slab_move(&s, (int32_t)c->origin.x - c->bounds.x);
    if (pmb_canvas_notes(c))
        touch_slab(c, s);
    (c->format->slab ? c->format->slab : fill_slab)(c, &s, color);
}
#endif

void pmb_span_shade(pmb_canvas *c, pmb_reach x, pmb_reach y, pmb_reach count, const uint8_t *shares,
                    pmb_color color)
{
    const pmb_reach left = x + c->origin.x, row = y + c->origin.y;
    const pmb_reach from = pmb_most(left, c->clip.x);
    const pmb_reach to = pmb_least(left + count, (pmb_reach)c->clip.x + c->clip.w);
    if (row < c->clip.y || row >= (pmb_reach)c->clip.y + c->clip.h || from >= to)
        return;
    const pmb_rect area = {(int16_t)(from - c->bounds.x), (int16_t)(row - c->bounds.y),
                           (int16_t)(to - from), 1};
    pmb_canvas_touch(c, &area);
    c->format->shade(c, area.x, area.y, area.w, shares + (from - left), color);
}

void pmb_span_copy(pmb_canvas *c, pmb_reach x, pmb_reach y, pmb_reach count, const uint8_t *bits,
                   uint16_t first, pmb_color ones, pmb_color zeros)
{
    const pmb_reach left = x + c->origin.x;
    pmb_reach from = left, row = y + c->origin.y, height = 1;
    if (!pmb_cut_pixels(&row, &height, c->clip.y, c->clip.h) || /* unreached: rows are those seen */
        !pmb_cut_pixels(&from, &count, c->clip.x, c->clip.w))
        return;
    const pmb_rect area = {(int16_t)(from - c->bounds.x), (int16_t)(row - c->bounds.y),
                           (int16_t)count, 1};
    pmb_canvas_touch(c, &area);
    c->format->copy(c, area.x, area.y, area.w, bits, (uint16_t)(first + (from - left)), ones,
                    zeros);
}

void pmb_span_colors(pmb_canvas *c, pmb_reach x, pmb_reach y, pmb_reach count,
                     const pmb_color *colors)
{
    const pmb_reach left = x + c->origin.x;
    pmb_reach from = left, row = y + c->origin.y, height = 1;
    if (!pmb_cut_pixels(&row, &height, c->clip.y, c->clip.h) ||
        !pmb_cut_pixels(&from, &count, c->clip.x, c->clip.w))
        return;
    const pmb_rect area = {(int16_t)(from - c->bounds.x), (int16_t)(row - c->bounds.y),
                           (int16_t)count, 1};
    pmb_canvas_touch(c, &area);
    colors += from - left;
#if !PMB_ONE_BIT
    if (c->format->colors) {
        c->format->colors(c, area.x, area.y, area.w, colors);
        return;
    }
#endif
    for (int16_t i = 0, run; i < area.w; i = (int16_t)(i + run)) {
        for (run = 1; i + run < area.w && colors[i + run] == colors[i];)
            run++;
        c->format->fill(c, (int16_t)(area.x + i), area.y, run, 1, colors[i]);
    }
}

void pmb_fill(pmb_canvas *c, pmb_color color)
{
    pmb_span_fill(c, (pmb_reach)c->clip.x - c->origin.x, (pmb_reach)c->clip.y - c->origin.y,
                  c->clip.w, c->clip.h, color);
}

void pmb_pixel(pmb_canvas *c, pmb_point p, pmb_color color)
{
    pmb_span_fill(c, p.x, p.y, 1, 1, color);
}

void pmb_line_across(pmb_canvas *c, pmb_point p, int16_t length, pmb_color color)
{
    pmb_span_fill(c, p.x, p.y, length, 1, color);
}

void pmb_line_down(pmb_canvas *c, pmb_point p, int16_t length, pmb_color color)
{
    pmb_span_fill(c, p.x, p.y, 1, length, color);
}

void pmb_rect_fill(pmb_canvas *c, pmb_rect r, pmb_color color)
{
    pmb_span_fill(c, r.x, r.y, r.w, r.h, color);
}

void pmb_rect_stroke(pmb_canvas *c, pmb_rect r, pmb_color color)
{
    if (pmb_rect_is_empty(r))
        return;
    const pmb_reach right = (pmb_reach)r.x + r.w - 1, bottom = (pmb_reach)r.y + r.h - 1;
    pmb_span_fill(c, r.x, r.y, r.w, 1, color);
    if (r.h > 1)
        pmb_span_fill(c, r.x, bottom, r.w, 1, color);
    pmb_span_fill(c, r.x, (pmb_reach)r.y + 1, 1, (pmb_reach)r.h - 2, color);
    if (r.w > 1)
        pmb_span_fill(c, right, (pmb_reach)r.y + 1, 1, (pmb_reach)r.h - 2, color);
}
