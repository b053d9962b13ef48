/*
 * geometry.h - points, sizes and rectangles.
 *
 * Coordinates are 16-bit pixels; the origin is the top left corner of the screen, y grows
 * downwards. A rectangle is half open: it covers the columns x .. x + w - 1 and the rows
 * y .. y + h - 1. A rectangle whose w or h is zero or negative is empty. Every function takes every
 * value that an int16_t can hold, even rectangles whose far edge lies beyond 32767.
 */
#ifndef PEMBLE_GEOMETRY_H
#define PEMBLE_GEOMETRY_H

#include <stdbool.h>
#include <stdint.h>

typedef struct pmb_point {
    int16_t x, y;
} pmb_point;

typedef struct pmb_size {
    int16_t w, h;
} pmb_size;

typedef struct pmb_rect {
    int16_t x, y, w, h;
} pmb_rect;

/* True when the rectangle covers no pixel. */
bool pmb_rect_is_empty(pmb_rect r);

/* True when the pixel p lies in r. */
bool pmb_rect_holds(pmb_rect r, pmb_point p);

/* The pixels that are in both; {0, 0, 0, 0} when there is none. */
pmb_rect pmb_rect_common(pmb_rect a, pmb_rect b);

/* The smallest rectangle that covers both; an empty one does not count.
 * Its w and h are cut to 32767 when they would be larger. */
pmb_rect pmb_rect_around(pmb_rect a, pmb_rect b);

/* r with its edges moved inwards by `by` pixels on every side (outwards when negative).
 * Empty when nothing is left. */
pmb_rect pmb_rect_inset(pmb_rect r, int16_t by);

#endif
