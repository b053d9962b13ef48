/* dashed_line.c - hard lines with gaps. */
#include "pemble/shape.h"
#include "shape/line.h"

void pmb_line_dashed(pmb_canvas *c, pmb_point a, pmb_point b, uint8_t on, uint8_t off,
                     pmb_color color)
{
    const pmb_reach period = (pmb_reach)on + off;
    pmb_walker w = pmb_walk_line(c, a, b);
    if (on == 0 || w.first > w.last)
        return;
    pmb_walk_past(&w, w.first);
    for (pmb_reach step = w.first; step <= w.last;) {
        /* Dashes count from a, which may be the far end. */
        const pmb_reach phase = (w.swapped ? w.length - step : step) % period;
        pmb_reach left; /* steps until the phase changes, this one included */
        if (phase < on)
            left = w.swapped ? phase + 1 : on - phase;
        else
            left = w.swapped ? phase - on + 1 : period - phase;
        left = pmb_least(left, w.last - step + 1);
        if (phase < on)
            pmb_walk_draw(&w, c, left, color);
        else
            pmb_walk_past(&w, left);
        step += left;
    }
}
