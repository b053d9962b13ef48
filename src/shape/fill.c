/* fill.c - rectangles and everything that is one: the way from screen to buffer coordinates. */
#include "pemble/shape.h"
#include "shape/spans.h"
#include "geometry/limits.h"

void pmb_span_fill(pmb_canvas *c, int32_t x, int32_t y, int32_t w, int32_t h, pmb_color color)
{
    const int32_t x0 = x + c->origin.x, y0 = y + c->origin.y;
    const int32_t left = pmb_greater(x0, c->clip.x), top = pmb_greater(y0, c->clip.y);
    const int32_t right = pmb_lesser(x0 + w, (int32_t)c->clip.x + c->clip.w);
    const int32_t bottom = pmb_lesser(y0 + h, (int32_t)c->clip.y + c->clip.h);
    if (right <= left || bottom <= top)
        return;
    const pmb_rect area = {(int16_t)(left - c->bounds.x), (int16_t)(top - c->bounds.y),
                           (int16_t)(right - left), (int16_t)(bottom - top)};
    c->format->fill(c, area, color);
}

void pmb_span_shade(pmb_canvas *c, int32_t x, int32_t y, int32_t count, const uint8_t *shares,
                    pmb_color color)
{
    const int32_t left = x + c->origin.x, row = y + c->origin.y;
    const int32_t from = pmb_greater(left, c->clip.x);
    const int32_t to = pmb_lesser(left + count, (int32_t)c->clip.x + c->clip.w);
    if (row < c->clip.y || row >= (int32_t)c->clip.y + c->clip.h || from >= to)
        return;
    c->format->shade(c, (int16_t)(from - c->bounds.x), (int16_t)(row - c->bounds.y),
                     (int16_t)(to - from), shares + (from - left), color);
}

void pmb_fill(pmb_canvas *c, pmb_color color)
{
    pmb_span_fill(c, (int32_t)c->clip.x - c->origin.x, (int32_t)c->clip.y - c->origin.y, c->clip.w,
                  c->clip.h, color);
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
    const int32_t right = (int32_t)r.x + r.w - 1, bottom = (int32_t)r.y + r.h - 1;
    pmb_span_fill(c, r.x, r.y, r.w, 1, color);
    if (r.h > 1)
        pmb_span_fill(c, r.x, bottom, r.w, 1, color);
    pmb_span_fill(c, r.x, (int32_t)r.y + 1, 1, (int32_t)r.h - 2, color);
    if (r.w > 1)
        pmb_span_fill(c, right, (int32_t)r.y + 1, 1, (int32_t)r.h - 2, color);
}
