/* edge.h - straight edges, exactly and row by row; private to src/. */
#ifndef PEMBLE_SRC_SHAPE_EDGE_H
#define PEMBLE_SRC_SHAPE_EDGE_H

#include "canvas/slope.h"

/* A slope that begins at factor * by / denominator, and grows by each / denominator. The
 * denominator is below 2^16, the quotients are below 2^31 in amount. */
pmb_slope pmb_slope_at(int32_t factor, int32_t by, int32_t each, uint32_t denominator);

/* Where it is so many rows further down, 0 to 32767. */
pmb_slope pmb_slope_after(pmb_slope s, int32_t rows);

#if PMB_FAST_SHAPES
/* The columns of a slope in up to 32767 rows, rounded up. */
pmb_incline pmb_incline_of(const pmb_slope *s);
#endif

/* Below 0 when a lies to the left of b in this row, 0 when they meet there, else above 0. */
int32_t pmb_slope_compare(const pmb_slope *a, const pmb_slope *b);

/* The rows of a polygon that the clip shows: from that of the uppermost corner on up to before that
 * of the lowest, and so many more. */
typedef struct pmb_rows {
    int32_t first, end;
} pmb_rows;

pmb_rows pmb_polygon_rows(const pmb_canvas *c, const pmb_point *points, uint16_t count,
                          uint8_t more);

/* From where on edges of a polygon begin or end: the next row of a corner below y, or `last`. */
int32_t pmb_next_corner(const pmb_point *points, uint16_t count, int32_t y, int32_t last);

#endif
