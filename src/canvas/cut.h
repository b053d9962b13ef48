/* cut.h - what the clip leaves of a rectangle, and how a buffer is divided; private to src/. */
#ifndef PEMBLE_SRC_CANVAS_CUT_H
#define PEMBLE_SRC_CANVAS_CUT_H

#include "pemble/canvas.h"
#include "geometry/limits.h"

/* A rectangle, moved by the origin and clipped, as the format takes it: in the coordinates of the
 * buffer. False: nothing is left of it. Takes coordinates from -65536 to 65535 and sizes up to
 * 65536, which may be negative. */
bool pmb_canvas_cut(const pmb_canvas *c, pmb_rect *part, pmb_reach x, pmb_reach y, pmb_reach w,
                    pmb_reach h);

/* Sets the stride and the bytes of a plane, from format and bounds. */
void pmb_canvas_measure(pmb_canvas *c);

#endif
