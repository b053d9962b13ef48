/* line.c - hard lines, one pixel wide, drawn as runs. */
#include "pemble/shape.h"
#include "shape/spans.h"

/* A line in the coordinates of its longer direction (`along`) and its shorter one (`side`). */
struct slope {
    int32_t along, side; /* of the end with the smaller `along` */
    uint32_t length;     /* steps to the other end */
    uint32_t rise;       /* how far `side` moves on the way */
    bool falling;        /* `side` gets smaller */
};

/* `side` after `step` steps, rounded to the nearest; a tie goes to the larger. All products fit:
 * 65535 * 65535 + 32767 < 2^32. */
static int32_t side_at(const struct slope *s, uint32_t step)
{
    if (s->length == 0)
        return s->side;
    const uint32_t product = step * s->rise;
    if (!s->falling)
        return s->side + (int32_t)((product + s->length / 2) / s->length);
    /* Going down, "half" has to round the other way for a tie to end at the larger side. */
    return s->side - (int32_t)((product + (s->length - 1) / 2) / s->length);
}

static void draw_run(pmb_canvas *c, bool steep, int32_t along, int32_t side, int32_t count,
                     pmb_color color)
{
    if (steep)
        pmb_span_fill(c, side, along, 1, count, color);
    else
        pmb_span_fill(c, along, side, count, 1, color);
}

void pmb_line(pmb_canvas *c, pmb_point a, pmb_point b, pmb_color color)
{
    const int32_t dx = (int32_t)b.x - a.x, dy = (int32_t)b.y - a.y;
    const bool steep = (dy < 0 ? -dy : dy) > (dx < 0 ? -dx : dx);
    const bool swap = steep ? dy < 0 : dx < 0;
    const pmb_point from = swap ? b : a, to = swap ? a : b;
    const int32_t side_from = steep ? from.x : from.y, side_to = steep ? to.x : to.y;
    struct slope s = {.along = steep ? from.y : from.x, .side = side_from};
    s.length = (uint32_t)((steep ? (int32_t)to.y : (int32_t)to.x) - s.along);
    s.falling = side_to < side_from;
    s.rise = (uint32_t)(s.falling ? side_from - side_to : side_to - side_from);

    /* Only the steps inside the clip; each is computed from the start, so the clip changes none. */
    const int32_t clip_from =
        steep ? (int32_t)c->clip.y - c->origin.y : (int32_t)c->clip.x - c->origin.x;
    const int32_t clip_to = clip_from + (steep ? c->clip.h : c->clip.w);
    int32_t first = s.along < clip_from ? clip_from : s.along;
    int32_t last = s.along + (int32_t)s.length;
    if (last >= clip_to)
        last = clip_to - 1;
    if (first > last)
        return;

    int32_t side = side_at(&s, (uint32_t)(first - s.along));
    for (int32_t at = first + 1; at <= last; at++) {
        const int32_t here = side_at(&s, (uint32_t)(at - s.along));
        if (here == side)
            continue;
        draw_run(c, steep, first, side, at - first, color);
        first = at;
        side = here;
    }
    draw_run(c, steep, first, side, last - first + 1, color);
}
