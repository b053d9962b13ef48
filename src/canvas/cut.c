/* cut.c - the way from screen to buffer coordinates. */
#include "canvas/cut.h"

bool pmb_canvas_cut(const pmb_canvas *c, pmb_rect *part, pmb_reach x, pmb_reach y, pmb_reach w,
                    pmb_reach h)
{
    const pmb_reach x0 = x + c->origin.x, y0 = y + c->origin.y;
    const pmb_reach top = pmb_most(y0, c->clip.y);
    const pmb_reach bottom = pmb_least(y0 + h, (pmb_reach)c->clip.y + c->clip.h);
    if (bottom <= top)
        return false;
    part->y = (int16_t)(top - c->bounds.y);
    part->h = (int16_t)(bottom - top);
    const pmb_reach left = pmb_most(x0, c->clip.x);
    const pmb_reach right = pmb_least(x0 + w, (pmb_reach)c->clip.x + c->clip.w);
    part->x = (int16_t)(left - c->bounds.x);
    part->w = (int16_t)(right - left);
    return right > left;
}
