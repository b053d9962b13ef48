/* slope.h - slanted edges, row by row; private to src/. */
#ifndef PEMBLE_SRC_CANVAS_SLOPE_H
#define PEMBLE_SRC_CANVAS_SLOPE_H

#include "pemble/canvas.h"
#include "geometry/limits.h"

static inline void pmb_slope_next(pmb_slope *s)
{
    const uint32_t rest = s->rest + s->more, less = rest - s->denominator;
    const bool over = rest >= s->denominator;
    s->whole += s->step + over;
    s->rest = over ? less : rest;
}

/* Rounded up. */
static inline int32_t pmb_slope_up(const pmb_slope *s)
{
    return s->whole + (s->rest > 0);
}

#if PMB_FAST_SHAPES
/* The columns of the first row of a slab, from *from up to before *to, and on to the next row.
 * False: it has none. */
static inline bool pmb_slab_row(pmb_slab *s, int32_t *from, int32_t *to)
{
    *from = pmb_greater(pmb_slope_up(&s->left), s->first);
    *to = pmb_lesser(pmb_slope_up(&s->right), s->end);
    pmb_slope_next(&s->left);
    pmb_slope_next(&s->right);
    return *from < *to;
}
#endif

#endif
