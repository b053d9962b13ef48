/* spare.c - shapes that are noted or left out as a whole. */
#include "canvas/spare.h"
#include "canvas/cut.h"

#if PMB_DRAFTS
/* What of a rectangle is in the clip, in the coordinates of the buffer. */
static bool cut(const pmb_canvas *c, pmb_reach x, pmb_reach y, pmb_reach w, pmb_reach h,
                pmb_rect *area)
{
    x += c->origin.x;
    y += c->origin.y;
    if (!pmb_cut_pixels(&y, &h, c->clip.y, c->clip.h) ||
        !pmb_cut_pixels(&x, &w, c->clip.x, c->clip.w))
        return false;
    *area =
        (pmb_rect){(int16_t)(x - c->bounds.x), (int16_t)(y - c->bounds.y), (int16_t)w, (int16_t)h};
    return true;
}

bool pmb_is_spared(pmb_canvas *c, pmb_reach x, pmb_reach y, pmb_reach w, pmb_reach h,
                   const int16_t *words, uint16_t count)
{
    pmb_rect area;
    if (!cut(c, x, y, w, h, &area))
        return true;
    if (!c->format->note)
        return false;
    uint32_t digest = pmb_mix((uint32_t)(x + c->origin.x), (uint32_t)(y + c->origin.y));
    digest = pmb_mix(pmb_mix(digest, (uint32_t)w), (uint32_t)h);
    for (uint16_t i = 0; i < count; i++)
        digest = pmb_mix(digest, (uint16_t)words[i]);
    c->format->note(c, &area, digest);
    return true;
}

bool pmb_is_polygon_spared(pmb_canvas *c, const pmb_point *points, uint16_t count, pmb_color color)
{
    int32_t left = points[0].x, top = points[0].y, right = left, bottom = top;
    uint32_t digest = pmb_mix(PMB_SPARE_POLYGON, color);
    for (uint16_t i = 0; i < count; i++) {
        left = pmb_lesser(left, points[i].x);
        right = pmb_greater(right, points[i].x);
        top = pmb_lesser(top, points[i].y);
        bottom = pmb_greater(bottom, points[i].y);
        digest = pmb_mix(digest, (uint32_t)points[i].x << 16 ^ (uint16_t)points[i].y);
    }
    const int16_t words[] = {(int16_t)digest, (int16_t)(digest >> 16)};
    return pmb_is_spared(c, left, top, right - left + 1, bottom - top + 1, words, 2);
}

bool pmb_is_line_spared(pmb_canvas *c, pmb_point a, pmb_point b, uint8_t reach, uint8_t width,
                        pmb_color color)
{
    enum { PIECE = 16 };
    const int32_t dx = (int32_t)b.x - a.x, dy = (int32_t)b.y - a.y;
    const int32_t across = dx < 0 ? -dx : dx, down = dy < 0 ? -dy : dy;
    const int32_t left = pmb_lesser(a.x, b.x) - reach, top = pmb_lesser(a.y, b.y) - reach;
    pmb_rect area;
    if (!cut(c, left, top, across + 2 * reach + 1, down + 2 * reach + 1, &area))
        return true;
    if (!c->format->note)
        return false;
    const int32_t pieces = pmb_greater(across, down) / PIECE + 1;
    uint32_t digest = pmb_mix((uint32_t)(a.x + c->origin.x), (uint32_t)(a.y + c->origin.y));
    digest = pmb_mix(digest, (uint32_t)(b.x + c->origin.x));
    digest = pmb_mix(digest, (uint32_t)(b.y + c->origin.y));
    digest = pmb_mix(digest, (uint32_t)reach << 24 | (uint32_t)width << 16 | color);
    for (int32_t i = 0; i < pieces; i++) {
        const int32_t x = a.x + dx * i / pieces, y = a.y + dy * i / pieces;
        const int32_t to_x = a.x + dx * (i + 1) / pieces, to_y = a.y + dy * (i + 1) / pieces;
        const int32_t w = to_x < x ? x - to_x : to_x - x, h = to_y < y ? y - to_y : to_y - y;
        /* One more, for what the divisions lose. */
        if (cut(c, pmb_lesser(x, to_x) - reach - 1, pmb_lesser(y, to_y) - reach - 1,
                w + 2 * reach + 3, h + 2 * reach + 3, &area))
            c->format->note(c, &area, digest);
    }
    return true;
}
#endif
