/* edge.h - straight edges, exactly and row by row; private to src/. */
#ifndef PEMBLE_SRC_SHAPE_EDGE_H
#define PEMBLE_SRC_SHAPE_EDGE_H

#include "pemble/geometry.h"

/* numerator / denominator, rounded down, and what is left of it: it grows by `step` and `more` with
 * every row. */
typedef struct pmb_slope {
    int32_t whole, step;
    uint32_t rest, more, denominator;
} pmb_slope;

/* Begins at factor * by / denominator, and grows by each / denominator. The denominator is below
 * 2^16, the quotients are below 2^31 in amount. */
pmb_slope pmb_slope_at(int32_t factor, int32_t by, int32_t each, uint32_t denominator);

static inline void pmb_slope_next(pmb_slope *s)
{
    s->whole += s->step;
    s->rest += s->more;
    if (s->rest >= s->denominator) {
        s->rest -= s->denominator;
        s->whole++;
    }
}

/* Rounded up. */
static inline int32_t pmb_slope_up(const pmb_slope *s)
{
    return s->whole + (s->rest > 0);
}

/* From where on edges of a polygon begin or end: the next row of a corner below y, or `last`. */
int32_t pmb_next_corner(const pmb_point *points, uint16_t count, int32_t y, int32_t last);

#endif
