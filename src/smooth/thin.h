/* thin.h - smooth lines between sixteenths of a pixel; private to src/smooth. */
#ifndef PEMBLE_SRC_SMOOTH_THIN_H
#define PEMBLE_SRC_SMOOTH_THIN_H

#include "pemble/canvas.h"

typedef struct pmb_fine {
    int32_t x, y; /* sixteenths; 0 is the middle of pixel 0 */
} pmb_fine;

/* A smooth line (pmb_smooth_line) from a to b; without `whole`, the step that lies on b is left to
 * the line that begins there. Takes coordinates from -16384 to 16383 pixels. */
void pmb_smooth_thin(pmb_canvas *c, pmb_fine a, pmb_fine b, bool whole, pmb_color color);

#endif
