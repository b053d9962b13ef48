/* sector.c - parts of rings. */
#include "pemble/shape.h"
#include "shape/spans.h"
#include "geometry/limits.h"

/* Which side of the direction of an angle a point lies on: positive is clockwise of it. */
static int32_t side_of(pmb_angle angle, int32_t x, int32_t y)
{
    /* The direction is (sin, -cos) on a screen whose y grows downwards. */
    return pmb_sine(angle) * y + pmb_cosine(angle) * x;
}

/* True from the angle's direction on, through less than half a turn clockwise. */
static bool is_after(pmb_angle angle, int32_t x, int32_t y)
{
    const int32_t side = side_of(angle, x, y);
    if (side != 0)
        return side > 0;
    /* On the line itself: in the direction, not behind. */
    return pmb_sine(angle) * x - pmb_cosine(angle) * y > 0;
}

static bool in_sector(pmb_angle from, pmb_angle sweep, int32_t x, int32_t y)
{
    const pmb_angle to = (pmb_angle)(from + sweep);
    if (sweep <= 0x8000)
        return is_after(from, x, y) && !is_after(to, x, y);
    return is_after(from, x, y) || !is_after(to, x, y);
}

/* (x, y) is in the disc of that radius: the same rule as that of pmb_circle_fill, an ellipse 2 r +
 * 1 pixels wide. */
static bool in_disc(int32_t radius, int32_t x, int32_t y)
{
    const int32_t width = 2 * radius + 1;
    return 4 * (x * x + y * y) <= width * width;
}

void pmb_sector_fill(pmb_canvas *c, pmb_point center, int16_t outer, int16_t inner, pmb_angle from,
                     pmb_angle sweep, pmb_color color)
{
    if (outer < 0 || outer > 8191 || inner >= outer || sweep == 0)
        return;
    /* Only what the clip can show is looked at, pixel by pixel, and drawn in runs. */
    const int32_t left = (int32_t)c->clip.x - c->origin.x, top = (int32_t)c->clip.y - c->origin.y;
    const int32_t first_x = pmb_greater(left - center.x, -outer);
    const int32_t last_x = pmb_lesser(left + c->clip.w - 1 - center.x, outer);
    const int32_t first_y = pmb_greater(top - center.y, -outer);
    const int32_t last_y = pmb_lesser(top + c->clip.h - 1 - center.y, outer);
    for (int32_t y = first_y; y <= last_y; y++) {
        int32_t run = 0;
        for (int32_t x = first_x; x <= last_x + 1; x++) {
            const bool set = x <= last_x && in_disc(outer, x, y) &&
                             (inner < 0 || !in_disc(inner, x, y)) &&
                             (in_sector(from, sweep, x, y) || (x == 0 && y == 0));
            if (set) {
                run++;
                continue;
            }
            pmb_span_fill(c, center.x + x - run, center.y + y, run, 1, color);
            run = 0;
        }
    }
}
