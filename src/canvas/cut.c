/* cut.c - the way from screen to buffer coordinates. */
#include "canvas/cut.h"

pmb_rect pmb_canvas_cut(const pmb_canvas *c, pmb_reach x, pmb_reach y, pmb_reach w, pmb_reach h)
{
    const pmb_reach x0 = x + c->origin.x, y0 = y + c->origin.y;
    const pmb_reach left = pmb_most(x0, c->clip.x), top = pmb_most(y0, c->clip.y);
    const pmb_reach right = pmb_least(x0 + w, (pmb_reach)c->clip.x + c->clip.w);
    const pmb_reach bottom = pmb_least(y0 + h, (pmb_reach)c->clip.y + c->clip.h);
    if (right <= left || bottom <= top)
        return (pmb_rect){0, 0, 0, 0};
    return (pmb_rect){(int16_t)(left - c->bounds.x), (int16_t)(top - c->bounds.y),
                      (int16_t)(right - left), (int16_t)(bottom - top)};
}
