/* slope.h - slanted edges, row by row; private to src/. */
#ifndef PEMBLE_SRC_CANVAS_SLOPE_H
#define PEMBLE_SRC_CANVAS_SLOPE_H

#include "pemble/canvas.h"
#include "geometry/limits.h"

/* A place that moves with each row: whole + rest / denominator, which grows by step + more /
 * denominator. `rest` and `more` are below the denominator, which is below 2^16. */
typedef struct pmb_slope {
    int32_t whole, step;
    uint32_t rest, more, denominator;
} pmb_slope;

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
static inline int32_t pmb_incline_column(const pmb_incline *i)
{
    return (int32_t)((uint64_t)i->at >> 32);
}

/* Moves both edges by whole columns. */
static inline void pmb_slab_move(pmb_slab *s, int32_t columns)
{
    s->left.at += columns * ((int64_t)1 << 32);
    s->right.at += columns * ((int64_t)1 << 32);
}

/* Both edges, on to the next row. */
static inline void pmb_slab_next(pmb_slab *s)
{
    s->left.at += s->left.step;
    s->right.at += s->right.step;
}

/* The columns of the first row of a slab, from *from up to before *to, and on to the next row.
 * False: it has none. */
static inline bool pmb_slab_row(pmb_slab *s, int32_t *from, int32_t *to)
{
    *from = pmb_greater(pmb_incline_column(&s->left), s->first);
    *to = pmb_lesser(pmb_incline_column(&s->right), s->end);
    pmb_slab_next(s);
    return *from < *to;
}
#endif

#endif
