/* damage.c - a few rectangles that hold all that was drawn. */
#include "canvas/damage.h"

/* Pixels that may be looked at for nothing rather than begin another rectangle. */
enum { SLACK = 256 };

static int32_t area_of(pmb_rect r)
{
    return (int32_t)r.w * r.h;
}

static bool holds(const pmb_rect *outer, const pmb_rect *inner)
{
    return inner->x >= outer->x && inner->y >= outer->y &&
           inner->x + inner->w <= outer->x + outer->w && inner->y + inner->h <= outer->y + outer->h;
}

/* By how much a rectangle that holds both has more than they have. */
static int32_t growth(pmb_rect a, pmb_rect b)
{
    return area_of(pmb_rect_around(a, b)) - area_of(a) - area_of(b);
}

uint8_t pmb_rects_add(pmb_rect *parts, uint8_t count, uint8_t most, int32_t slack,
                      const pmb_rect *part)
{
    uint8_t best = 0;
    int32_t least = INT32_MAX;
    for (uint8_t i = 0; i < count; i++)
        if (holds(&parts[i], part))
            return count;
    for (uint8_t i = 0; i < count; i++) {
        const int32_t more = growth(parts[i], *part);
        if (more < least) {
            least = more;
            best = i;
        }
    }
    if (count < most && least > slack)
        parts[count++] = *part;
    else
        parts[best] = pmb_rect_around(parts[best], *part);
    return count;
}

void pmb_damage_add(pmb_damage *d, const pmb_rect *part)
{
    d->count = pmb_rects_add(d->parts, d->count, PMB_DAMAGE_PARTS, SLACK, part);
}
