/* polyline.h - polylines of any kind of line; private to src/. */
#ifndef PEMBLE_SRC_SHAPE_POLYLINE_H
#define PEMBLE_SRC_SHAPE_POLYLINE_H

#include "pemble/canvas.h"

typedef void (*pmb_line_drawer)(pmb_canvas *c, pmb_point a, pmb_point b, pmb_color color);

/* As pmb_polyline (shape.h), of lines that `line` draws. */
void pmb_polyline_of(pmb_canvas *c, pmb_line_drawer line, const pmb_point *points, uint16_t count,
                     bool closed, pmb_color color);

#endif
