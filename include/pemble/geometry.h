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
#include "pemble/linkage.h"

PMB_BEGIN_C

typedef struct pmb_point {
    int16_t x, y;
} pmb_point;

typedef struct pmb_size {
    int16_t w, h;
} pmb_size;

typedef struct pmb_rect {
    int16_t x, y, w, h;
} pmb_rect;

/*
 * The same from whole numbers of any type, so that sums need no casts: pmb_point_of(left + 4, top +
 * 10). A value that an int16_t cannot hold becomes the nearest one that it can.
 */
static inline int16_t pmb_clamped(int32_t value)
{
    return (int16_t)(value < INT16_MIN ? INT16_MIN : value > INT16_MAX ? INT16_MAX : value);
}

static inline pmb_point pmb_point_of(int32_t x, int32_t y)
{
    const pmb_point p = {pmb_clamped(x), pmb_clamped(y)};
    return p;
}

static inline pmb_size pmb_size_of(int32_t w, int32_t h)
{
    const pmb_size size = {pmb_clamped(w), pmb_clamped(h)};
    return size;
}

static inline pmb_rect pmb_rect_of(int32_t x, int32_t y, int32_t w, int32_t h)
{
    const pmb_rect r = {pmb_clamped(x), pmb_clamped(y), pmb_clamped(w), pmb_clamped(h)};
    return r;
}

/* True when the rectangle covers no pixel. */
bool pmb_rect_is_empty(pmb_rect r);

/* True when the pixel p lies in r. */
bool pmb_rect_holds(pmb_rect r, pmb_point p);

/* The part that two rectangles share; {0, 0, 0, 0} when they share nothing. */
pmb_rect pmb_rect_common(pmb_rect a, pmb_rect b);

/* The smallest rectangle that covers both. An empty rectangle does not count. A width or height
 * above 32767 is clamped to 32767. */
pmb_rect pmb_rect_around(pmb_rect a, pmb_rect b);

/* r with each edge moved inwards by `by` pixels, or outwards when `by` is negative. It is empty
 * when nothing is left. */
pmb_rect pmb_rect_inset(pmb_rect r, int16_t by);

PMB_END_C

#endif
