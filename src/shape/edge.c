/* edge.c - straight edges, row by row. */
#include "shape/edge.h"
#include "geometry/extent.h"

/* Rounded down; `rest` is what is left. Most numbers fit into 32 bits, which saves small processors
 * a long division. */
static int32_t divided(int64_t value, uint32_t by, uint32_t *rest)
{
    const bool below = value < 0;
    const uint64_t amount = (uint64_t)(below ? -value : value);
    uint32_t whole, left;
    if (amount <= UINT32_MAX) {
        whole = (uint32_t)amount / by;
        left = (uint32_t)amount - whole * by;
    } else {
        whole = (uint32_t)(amount / by);
        left = (uint32_t)(amount - (uint64_t)whole * by);
    }
    *rest = below && left ? by - left : left;
    return below ? -(int32_t)whole - (left > 0) : (int32_t)whole;
}

pmb_slope pmb_slope_at(int32_t factor, int32_t by, int32_t each, uint32_t denominator)
{
    pmb_slope s = {.denominator = denominator};
    s.whole = divided((int64_t)factor * by, denominator, &s.rest);
    s.step = divided(each, denominator, &s.more);
    return s;
}

#if PMB_FAST_SHAPES
pmb_slope pmb_slope_after(pmb_slope s, int32_t rows)
{
    const uint32_t rest = s.rest + (uint32_t)rows * s.more;
    s.whole += rows * s.step + (int32_t)(rest / s.denominator);
    s.rest = rest % s.denominator;
    return s;
}

/* rest / denominator in 2^-32, rounded down; both are below 2^16. */
static uint32_t fraction_of(uint32_t rest, uint32_t denominator)
{
    const uint32_t upper = (rest << 16) / denominator;
    return upper << 16 | (((rest << 16) - upper * denominator) << 16) / denominator;
}

static int64_t fixed(int32_t whole, uint32_t fraction)
{
    return whole * ((int64_t)1 << 32) + fraction;
}

/* What is rounded down at the beginning and in each row adds up to less than 2^-17, and a place
 * that is no whole column is 2^-16 or more beyond one: so adding a little less than 1 rounds up. */
pmb_incline pmb_incline_of(const pmb_slope *s)
{
    return (pmb_incline){fixed(s->whole, fraction_of(s->rest, s->denominator)) + UINT32_MAX,
                         fixed(s->step, fraction_of(s->more, s->denominator))};
}

int32_t pmb_slope_compare(const pmb_slope *a, const pmb_slope *b)
{
    const uint32_t left = a->rest * b->denominator, right = b->rest * a->denominator;
    if (a->whole != b->whole)
        return a->whole < b->whole ? -1 : 1;
    return left < right ? -1 : left > right;
}
#endif

pmb_rows pmb_polygon_rows(const pmb_canvas *c, const pmb_point *points, uint16_t count,
                          uint8_t more)
{
    const pmb_extent extent = pmb_extent_of(points, count);
    const int32_t top = (int32_t)c->clip.y - c->origin.y;
    return (pmb_rows){pmb_greater(extent.top, top),
                      pmb_lesser(extent.bottom + more, top + c->clip.h)};
}

int32_t pmb_next_corner(const pmb_point *points, uint16_t count, int32_t y, int32_t last)
{
    for (uint16_t i = 0; i < count; i++)
        if (points[i].y > y && points[i].y < last)
            last = points[i].y;
    return last;
}
