/* slope.h - slanted edges, row by row; private to src/. */
#ifndef PEMBLE_SRC_CANVAS_SLOPE_H
#define PEMBLE_SRC_CANVAS_SLOPE_H

#include "pemble/canvas.h"

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

#endif
