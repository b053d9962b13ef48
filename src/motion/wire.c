/* wire.c - wire frames: turned, and seen in perspective. */
#include "geometry/limits.h"
#include "pemble/motion.h"
#include "pemble/shape.h"

enum { NEAREST = 16, UNIT = 256 };

/* a cos - b sin and so on, to the nearest: sines are times 32767. */
static int16_t mixed(int16_t a, int16_t by_a, int16_t b, int16_t by_b)
{
    const int32_t sum = (int32_t)a * by_a + (int32_t)b * by_b;
    return pmb_coordinate((sum + (sum < 0 ? -16383 : 16383)) / 32767);
}

pmb_space pmb_space_turn(pmb_space p, pmb_angle x, pmb_angle y, pmb_angle z)
{
    int16_t sine = pmb_sine(x), cosine = pmb_cosine(x);
    p = (pmb_space){p.x, mixed(p.y, cosine, p.z, (int16_t)-sine), mixed(p.y, sine, p.z, cosine)};
    sine = pmb_sine(y);
    cosine = pmb_cosine(y);
    p = (pmb_space){mixed(p.x, cosine, p.z, sine), p.y, mixed(p.x, (int16_t)-sine, p.z, cosine)};
    sine = pmb_sine(z);
    cosine = pmb_cosine(z);
    return (pmb_space){mixed(p.x, cosine, p.y, (int16_t)-sine), mixed(p.x, sine, p.y, cosine), p.z};
}

/* How far from the middle a coordinate is seen: by the ratio of distances. */
static int16_t seen_at(const pmb_view *view, int16_t middle, int16_t offset, int32_t away)
{
    const int64_t scaled = (int64_t)offset * view->zoom * view->distance;
    const int64_t by = (int64_t)UNIT * away;
    const int64_t pixels = (scaled + (scaled < 0 ? -by / 2 : by / 2)) / by;
    return pmb_coordinate(middle + (int32_t)(pixels < -65536  ? -65536
                                             : pixels > 65536 ? 65536
                                                              : pixels));
}

bool pmb_space_seen(const pmb_view *view, pmb_space p, pmb_point *seen)
{
    const pmb_space turned = pmb_space_turn(p, view->x, view->y, view->z);
    const int32_t away = (int32_t)turned.z + view->distance;
    if (away < NEAREST)
        return false;
    *seen = (pmb_point){seen_at(view, view->middle.x, turned.x, away),
                        seen_at(view, view->middle.y, turned.y, away)};
    return true;
}

void pmb_wire_draw(pmb_canvas *c, const pmb_view *view, const PMB_FLASH pmb_space *points,
                   const PMB_FLASH uint8_t (*lines)[2], uint8_t count, pmb_color color)
{
    for (uint8_t i = 0; i < count; i++) {
        pmb_point a, b;
        if (pmb_space_seen(view, points[lines[i][0]], &a) &&
            pmb_space_seen(view, points[lines[i][1]], &b))
            pmb_line(c, a, b, color);
    }
}
