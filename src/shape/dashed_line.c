/* dashed_line.c - hard lines with gaps. */
#include "pemble/shape.h"
#include "shape/line.h"

void pmb_line_dashed(pmb_canvas *c, pmb_point a, pmb_point b, uint8_t on, uint8_t off,
                     pmb_color color)
{
    const pmb_reach period = (pmb_reach)on + off;
    pmb_walker w;
    if (on == 0 || !pmb_walk_start(&w, c, a, b))
        return;
    pmb_reach step = w.first;
    while (w.count > 0) {
        /* Dashes count from a, which may be the far end. */
        const pmb_reach phase = (w.swapped ? w.length - step : step) % period;
        pmb_reach left; /* steps until the phase changes, this one included */
        if (phase < on)
            left = w.swapped ? phase + 1 : on - phase;
        else
            left = w.swapped ? phase - on + 1 : period - phase;
        left = pmb_least(left, w.count);
        if (phase < on)
            pmb_walk_draw(&w, c, left, color);
        else
            pmb_walk_past(&w, left);
        step += left;
        w.count -= left;
    }
}
