/* extent.c - what lies in a rectangle, by its ends. */
#include "geometry/extent.h"
#include "geometry/limits.h"

pmb_extent pmb_extent_of(const pmb_point *points, uint16_t count)
{
    pmb_extent e = {points->x, points->x, points->y, points->y};
    for (; count > 1; count--) {
        points++;
        e.left = pmb_lesser(e.left, points->x);
        e.right = pmb_greater(e.right, points->x);
        e.top = pmb_lesser(e.top, points->y);
        e.bottom = pmb_greater(e.bottom, points->y);
    }
    return e;
}
