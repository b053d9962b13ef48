/* outline.c - what hard and smooth ellipses and round rectangles have in common. */
#include "shape/outline.h"
#include "geometry/limits.h"

pmb_outline pmb_outline_ellipse(pmb_rect r)
{
    return (pmb_outline){.r = r, .w = r.w, .h = r.h};
}

pmb_outline pmb_outline_round(pmb_rect r, int16_t radius)
{
    const int32_t most = pmb_lesser(r.w, r.h) / 2;
    const int32_t width = 2 * pmb_greater(0, pmb_lesser(radius, most));
    return (pmb_outline){.r = r, .w = width, .h = width};
}

void pmb_outline_half(const pmb_canvas *c, pmb_rect r, int32_t *first, int32_t *last)
{
    const int32_t clip = (int32_t)c->clip.y - c->origin.y - r.y;
    const int32_t top = pmb_greater(clip, 0), bottom = pmb_lesser(clip + c->clip.h, r.h);
    *first = pmb_lesser(top, r.h - bottom);
    *last = pmb_lesser((r.h + 1) / 2, pmb_greater(bottom, r.h - top));
    if (pmb_rect_is_empty(r) || bottom <= top)
        *last = *first;
}

pmb_rect pmb_rect_of_circle(pmb_point center, int16_t radius)
{
    const int32_t x = (int32_t)center.x - radius, y = (int32_t)center.y - radius;
    const int32_t size = 2 * (int32_t)radius + 1;
    /* What cannot be said in 16 bits is far outside of every screen. */
    if (radius < 0 || size > INT16_MAX || x < INT16_MIN || y < INT16_MIN)
        return (pmb_rect){0, 0, 0, 0};
    return (pmb_rect){(int16_t)x, (int16_t)y, (int16_t)size, (int16_t)size};
}
