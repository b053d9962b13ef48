/* rect.c - rectangles: edges are computed in 32 bits, so that no int16_t value overflows (but see
 * PMB_NEAR). */
#include "pemble/geometry.h"
#include "geometry/limits.h"

static pmb_reach right_of(pmb_rect r)
{
    return (pmb_reach)r.x + r.w;
}

static pmb_reach bottom_of(pmb_rect r)
{
    return (pmb_reach)r.y + r.h;
}

/* From edges; a span longer than an int16_t can hold is cut. */
static pmb_rect from_edges(pmb_reach left, pmb_reach top, pmb_reach right, pmb_reach bottom)
{
    if (right <= left || bottom <= top)
        return (pmb_rect){0, 0, 0, 0};
    return (pmb_rect){(int16_t)left, (int16_t)top, (int16_t)pmb_least(right - left, INT16_MAX),
                      (int16_t)pmb_least(bottom - top, INT16_MAX)};
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
    return from_edges(pmb_most(a.x, b.x), pmb_most(a.y, b.y), pmb_least(right_of(a), right_of(b)),
                      pmb_least(bottom_of(a), bottom_of(b)));
}

pmb_rect pmb_rect_around(pmb_rect a, pmb_rect b)
{
    if (pmb_rect_is_empty(a))
        return b;
    if (pmb_rect_is_empty(b))
        return a;
    return from_edges(pmb_least(a.x, b.x), pmb_least(a.y, b.y), pmb_most(right_of(a), right_of(b)),
                      pmb_most(bottom_of(a), bottom_of(b)));
}

pmb_rect pmb_rect_inset(pmb_rect r, int16_t by)
{
    const pmb_reach left = pmb_most((pmb_reach)r.x + by, INT16_MIN);
    const pmb_reach top = pmb_most((pmb_reach)r.y + by, INT16_MIN);
    return from_edges(pmb_least(left, INT16_MAX), pmb_least(top, INT16_MAX), right_of(r) - by,
                      bottom_of(r) - by);
}
