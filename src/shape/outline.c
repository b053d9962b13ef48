/* outline.c - what hard and smooth ellipses and round rectangles have in common. */
#include "shape/outline.h"

pmb_outline pmb_outline_ellipse(pmb_rect r)
{
    return (pmb_outline){.r = r, .w = r.w, .h = r.h};
}

pmb_outline pmb_outline_round(pmb_rect r, int16_t radius)
{
    const pmb_reach most = pmb_least(r.w, r.h) / 2;
    const pmb_reach width = 2 * pmb_most(0, pmb_least(radius, most));
    return (pmb_outline){.r = r, .w = width, .h = width};
}

void pmb_outline_half(const pmb_canvas *c, pmb_rect r, pmb_reach *first, pmb_reach *last)
{
    const pmb_reach clip = (pmb_reach)c->clip.y - c->origin.y - r.y;
    const pmb_reach top = pmb_most(clip, 0), bottom = pmb_least(clip + c->clip.h, r.h);
    *first = pmb_least(top, r.h - bottom);
    *last = pmb_least((r.h + 1) / 2, pmb_most(bottom, r.h - top));
    if (pmb_rect_is_empty(r) || bottom <= top) /* unreached: with drafts it is spared before */
        *last = *first;
}

pmb_rect pmb_rect_of_circle(pmb_point center, int16_t radius)
{
    const pmb_reach x = (pmb_reach)center.x - radius, y = (pmb_reach)center.y - radius;
    const pmb_reach size = 2 * (pmb_reach)radius + 1;
#if !PMB_NEAR
    /* What cannot be said in 16 bits is far outside of every screen. */
    if (radius < 0 || size > INT16_MAX || x < INT16_MIN || y < INT16_MIN)
        return (pmb_rect){0, 0, 0, 0};
#endif
    return (pmb_rect){(int16_t)x, (int16_t)y, (int16_t)size, (int16_t)size};
}
