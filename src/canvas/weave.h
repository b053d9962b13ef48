/* weave.h - a pattern over an area; private to src/. */
#ifndef PEMBLE_SRC_CANVAS_WEAVE_H
#define PEMBLE_SRC_CANVAS_WEAVE_H

#include "pemble/canvas.h"

/* Sets the pixels of an area where the pattern of 8 x 8 has a bit, which keeps to the screen as
 * that of pmb_rect_pattern (shape.h) does. The area is in the coordinates of the buffer, and lies
 * in it. */
void pmb_weave(pmb_canvas *c, pmb_rect area, const uint8_t rows[8], pmb_color color);

#endif
