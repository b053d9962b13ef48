/* rect.c - rectangles: edges are computed in 32 bits, so that no int16_t value overflows. */
#include "pemble/geometry.h"
#include "geometry/limits.h"

static int32_t right_of(pmb_rect r)
{
    return (int32_t)r.x + r.w;
}

static int32_t bottom_of(pmb_rect r)
{
    return (int32_t)r.y + r.h;
}

/* From edges; a span longer than an int16_t can hold is cut. */
static pmb_rect from_edges(int32_t left, int32_t top, int32_t right, int32_t bottom)
{
    if (right <= left || bottom <= top)
        return (pmb_rect){0, 0, 0, 0};
    return (pmb_rect){(int16_t)left, (int16_t)top, (int16_t)pmb_lesser(right - left, INT16_MAX),
                      (int16_t)pmb_lesser(bottom - top, INT16_MAX)};
}

bool pmb_rect_is_empty(pmb_rect r)
{
    return r.w <= 0 || r.h <= 0;
}

bool pmb_rect_holds(pmb_rect r, pmb_point p)
{
    return p.x >= r.x && p.y >= r.y && p.x < right_of(r) && p.y < bottom_of(r);
}

pmb_rect pmb_rect_common(pmb_rect a, pmb_rect b)
{
    return from_edges(pmb_greater(a.x, b.x), pmb_greater(a.y, b.y),
                      pmb_lesser(right_of(a), right_of(b)), pmb_lesser(bottom_of(a), bottom_of(b)));
}

pmb_rect pmb_rect_around(pmb_rect a, pmb_rect b)
{
    if (pmb_rect_is_empty(a))
        return b;
    if (pmb_rect_is_empty(b))
        return a;
    return from_edges(pmb_lesser(a.x, b.x), pmb_lesser(a.y, b.y),
                      pmb_greater(right_of(a), right_of(b)),
                      pmb_greater(bottom_of(a), bottom_of(b)));
}

pmb_rect pmb_rect_inset(pmb_rect r, int16_t by)
{
    const int32_t left = pmb_greater((int32_t)r.x + by, INT16_MIN);
    const int32_t top = pmb_greater((int32_t)r.y + by, INT16_MIN);
    return from_edges(pmb_lesser(left, INT16_MAX), pmb_lesser(top, INT16_MAX), right_of(r) - by,
                      bottom_of(r) - by);
}
