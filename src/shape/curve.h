/* curve.h - points of Bezier curves; private to src/. */
#ifndef PEMBLE_SRC_SHAPE_CURVE_H
#define PEMBLE_SRC_SHAPE_CURVE_H

#include "pemble/geometry.h"

typedef struct pmb_bezier {
    pmb_point a, first, second, d;
} pmb_bezier;

/* The cubic curve that is the same as a quadratic one. */
pmb_bezier pmb_bezier_of_quadratic(pmb_point a, pmb_point control, pmb_point d);

/* How many lines it is drawn as (shape.h): 1 to 64. */
int32_t pmb_bezier_lines(const pmb_bezier *b);

/* The point at `i` of `n` parts, rounded to 1 / scale pixel (scale 1 to 16). */
void pmb_bezier_at(const pmb_bezier *b, int32_t i, int32_t n, int32_t scale, int32_t *x,
                   int32_t *y);

#endif
