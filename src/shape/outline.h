/* outline.h - ellipses and rectangles with round corners, as one shape; private to src/. */
#ifndef PEMBLE_SRC_SHAPE_OUTLINE_H
#define PEMBLE_SRC_SHAPE_OUTLINE_H

#include "pemble/canvas.h"
#include "geometry/limits.h"

/*
 * A rectangle whose corners are quarters of an ellipse w pixels wide and h high; of the size of the
 * rectangle, it is the ellipse. Distances from the middle of the ellipse are doubled, so that the
 * middles of pixels are whole numbers: dx and dy are odd where w and h are even.
 */
typedef struct pmb_outline {
    pmb_rect r;
    pmb_reach w, h;
} pmb_outline;

pmb_outline pmb_outline_ellipse(pmb_rect r);

/* Limits a radius to what fits. A radius of 0 or less makes square corners. */
pmb_outline pmb_outline_round(pmb_rect r, int16_t radius);

/* Row i of the rectangle: the dy of its middle, or false when it has no corner and so is whole. */
static inline bool pmb_outline_row(const pmb_outline *o, pmb_reach i, pmb_reach *dy)
{
    const pmb_reach upper = o->h >> 1, lower = o->r.h - upper; /* a shift: it is not negative */
    if (i >= upper && i < lower && o->r.h > o->h)
        return false;
    const pmb_reach row = i < upper ? i : o->h - (o->r.h - i);
    *dy = 2 * row + 1 - o->h;
    return true;
}

/* The rows of the upper half of a rectangle, its middle included, that the clip shows or that
 * mirror some that it shows, as first and last (exclusive); none of an empty one. */
void pmb_outline_half(const pmb_canvas *c, pmb_rect r, pmb_reach *first, pmb_reach *last);

/* The square around a circle; empty when there is none on any screen. */
pmb_rect pmb_rect_of_circle(pmb_point center, int16_t radius);

#endif
