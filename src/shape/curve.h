/* curve.h - points of Bezier curves; private to src/. */
#ifndef PEMBLE_SRC_SHAPE_CURVE_H
#define PEMBLE_SRC_SHAPE_CURVE_H

#include "pemble/canvas.h"

/* Its coordinates are limited as shape.h says. */
typedef struct pmb_bezier {
    pmb_point a, first, second, d;
} pmb_bezier;

pmb_bezier pmb_bezier_of(pmb_point a, pmb_point first, pmb_point second, pmb_point d);

/* The cubic curve that is the same as a quadratic one. */
pmb_bezier pmb_bezier_of_quadratic(pmb_point a, pmb_point control, pmb_point d);

/* A coordinate of a curve, in equal steps: its value and the differences to the next ones. They
 * are exact where the value is, as all is counted modulo 2^32. */
typedef struct pmb_cubic {
    uint32_t value, by, more, most;
} pmb_cubic;

/* A curve from point to point, as the ends of the lines that it is drawn as (shape.h). */
typedef struct pmb_bezier_walk {
    pmb_cubic steps[2]; /* across, down */
    int32_t lines;      /* 1 to 64 */
} pmb_bezier_walk;

/* Begins with the first of `lines` + 1 points. False: the clip shows nothing of the curve. */
bool pmb_bezier_begin(pmb_bezier_walk *walk, const pmb_canvas *c, const pmb_bezier *b);

/* The next point, rounded to 1 / scale pixel (scale 1 to 16). */
void pmb_bezier_next(pmb_bezier_walk *walk, int32_t scale, int32_t *x, int32_t *y);

#endif
