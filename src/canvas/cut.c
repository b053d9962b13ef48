/* cut.c - the way from screen to buffer coordinates. */
#include "canvas/cut.h"

bool pmb_canvas_cut(const pmb_canvas *c, pmb_rect *part, pmb_reach x, pmb_reach y, pmb_reach w,
                    pmb_reach h)
{
    x += c->origin.x;
    y += c->origin.y;
    if (!pmb_cut_pixels(&y, &h, c->clip.y, c->clip.h) ||
        !pmb_cut_pixels(&x, &w, c->clip.x, c->clip.w))
        return false;
    *part = (pmb_rect){(int16_t)(x - c->bounds.x), (int16_t)(y - c->bounds.y), (int16_t)w,
                       (int16_t)h};
    return true;
}
