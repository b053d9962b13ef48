/* sector.c - parts of rings. */
#include "pemble/shape.h"
#include "shape/sector.h"
#include "shape/spans.h"
#include "geometry/limits.h"

static pmb_direction direction_of(pmb_angle angle)
{
    return (pmb_direction){pmb_sine(angle), -pmb_cosine(angle)};
}

bool pmb_sector_of(pmb_sector *s, pmb_point center, int16_t outer, int16_t inner, pmb_angle from,
                   pmb_angle sweep)
{
    sweep = pmb_sweep_drawn(sweep);
    if (outer < 0 || outer > 8191 || inner >= outer || sweep == 0)
        return false;
    *s = (pmb_sector){
        .center = center,
        .outer = outer,
        .inner = pmb_greater(inner, -1),
        .from = direction_of(from),
        .to = direction_of(from + sweep),
        .wide = sweep > 0x8000,
        .full = sweep == 65536,
    };
    return true;
}

pmb_extent pmb_sector_extent(const pmb_canvas *c, const pmb_sector *s)
{
    const int32_t left = (int32_t)c->clip.x - c->origin.x - s->center.x;
    const int32_t top = (int32_t)c->clip.y - c->origin.y - s->center.y;
    return (pmb_extent){
        .left = pmb_greater(left, -s->outer),
        .right = pmb_lesser(left + c->clip.w - 1, s->outer),
        .top = pmb_greater(top, -s->outer),
        .bottom = pmb_lesser(top + c->clip.h - 1, s->outer),
    };
}

/* True from the direction on, through less than half a turn clockwise. */
static bool is_after(pmb_direction d, int32_t x, int32_t y)
{
    const int32_t side = pmb_side(d, x, y);
    if (side != 0)
        return side > 0;
    /* On the line itself: in the direction, not behind. */
    return pmb_ahead(d, x, y) > 0;
}

/* (x, y) is in the disc of that radius: the same rule as that of pmb_circle_fill, an ellipse 2 r +
 * 1 pixels wide. */
static bool in_disc(int32_t radius, int32_t x, int32_t y)
{
    const int32_t width = 2 * radius + 1;
    return 4 * (x * x + y * y) <= width * width;
}

static bool is_inside(const pmb_sector *s, int32_t x, int32_t y)
{
    if (!in_disc(s->outer, x, y) || (s->inner >= 0 && in_disc(s->inner, x, y)))
        return false;
    if (s->full || (x == 0 && y == 0))
        return true;
    const bool from = is_after(s->from, x, y), to = is_after(s->to, x, y);
    return s->wide ? from || !to : from && !to;
}

static bool is_outermost(const pmb_sector *s, int32_t x, int32_t y)
{
    return is_inside(s, x, y) && !(is_inside(s, x - 1, y) && is_inside(s, x + 1, y) &&
                                   is_inside(s, x, y - 1) && is_inside(s, x, y + 1));
}

/* Only what the clip can show is looked at, pixel by pixel, and drawn in runs. */
static void draw(pmb_canvas *c, const pmb_sector *s,
                 bool (*has)(const pmb_sector *s, int32_t x, int32_t y), pmb_color color)
{
    const pmb_extent e = pmb_sector_extent(c, s);
    for (int32_t y = e.top; y <= e.bottom; y++) {
        int32_t run = 0;
        for (int32_t x = e.left; x <= e.right + 1; x++) {
            if (x <= e.right && has(s, x, y)) {
                run++;
                continue;
            }
            pmb_span_fill(c, s->center.x + x - run, s->center.y + y, run, 1, color);
            run = 0;
        }
    }
}

void pmb_sector_fill(pmb_canvas *c, pmb_point center, int16_t outer, int16_t inner, pmb_angle from,
                     pmb_angle sweep, pmb_color color)
{
    pmb_sector s;
    if (pmb_sector_of(&s, center, outer, inner, from, sweep))
        draw(c, &s, is_inside, color);
}

void pmb_sector_stroke(pmb_canvas *c, pmb_point center, int16_t outer, int16_t inner,
                       pmb_angle from, pmb_angle sweep, pmb_color color)
{
    pmb_sector s;
    if (pmb_sector_of(&s, center, outer, inner, from, sweep))
        draw(c, &s, is_outermost, color);
}
