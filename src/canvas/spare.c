/* spare.c - shapes that are noted or left out as a whole. */
#include "canvas/spare.h"
#include "canvas/cut.h"
#include "geometry/extent.h"

#if PMB_DRAFTS
bool pmb_box_cut(const pmb_canvas *c, const pmb_box *box, pmb_rect *area)
{
    pmb_box b = *box;
    if (!pmb_cut_pixels(&b.y, &b.h, c->clip.y, c->clip.h) ||
        !pmb_cut_pixels(&b.x, &b.w, c->clip.x, c->clip.w))
        return false;
    *area = (pmb_rect){(int16_t)(b.x - c->bounds.x), (int16_t)(b.y - c->bounds.y), (int16_t)b.w,
                       (int16_t)b.h};
    return true;
}

bool pmb_is_spared(pmb_canvas *c, pmb_reach x, pmb_reach y, pmb_reach w, pmb_reach h, uint8_t kind,
                   pmb_color color, const int16_t *words, uint16_t count)
{
    const pmb_box box = {x + c->origin.x, y + c->origin.y, w, h};
    pmb_rect area;
    if (!pmb_box_cut(c, &box, &area))
        return true;
    if (!c->format->drafting)
        return false;
    c->format->drafting->shape(c, &box, (uint32_t)kind << 16 | color, words, count);
    return true;
}

bool pmb_is_line_spared(pmb_canvas *c, pmb_point a, pmb_point b, uint8_t reach, uint8_t width,
                        pmb_color color)
{
    const pmb_extent e = pmb_extent_of((pmb_point[]){a, b}, 2);
    const pmb_box box = {e.left - reach + c->origin.x, e.top - reach + c->origin.y,
                         e.right - e.left + 2 * reach + 1, e.bottom - e.top + 2 * reach + 1};
    pmb_rect area;
    if (!pmb_box_cut(c, &box, &area))
        return true;
    if (!c->format->drafting)
        return false;
    c->format->drafting->line(c, a, b, reach, (uint32_t)width << 16 | color);
    return true;
}

bool pmb_is_polygon_spared(pmb_canvas *c, const pmb_point *points, uint16_t count, pmb_color color)
{
    const pmb_extent e = pmb_extent_of(points, count);
    return pmb_is_spared(c, e.left, e.top, e.right - e.left + 1, e.bottom - e.top + 1,
                         PMB_SPARE_POLYGON, color, &points[0].x, (uint16_t)(2 * count));
}
#endif
