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

/* Steps `from` to `to`, both included, as runs. */
static void draw_steps(pmb_canvas *c, const struct slope *s, bool steep, int32_t from, int32_t to,
                       pmb_color color)
{
    int32_t first = s->along + from;
    int32_t side = side_at(s, (uint32_t)from);
    for (int32_t step = from + 1; step <= to; step++) {
        const int32_t here = side_at(s, (uint32_t)step);
        if (here == side)
            continue;
        draw_run(c, steep, first, side, s->along + step - first, color);
        first = s->along + step;
        side = here;
    }
    draw_run(c, steep, first, side, s->along + to - first + 1, color);
}

/* A line with dashes; with off = 0 it has none. */
static void draw(pmb_canvas *c, pmb_point a, pmb_point b, int32_t on, int32_t off, pmb_color color)
{
    const int32_t dx = (int32_t)b.x - a.x, dy = (int32_t)b.y - a.y;
    const bool steep = (dy < 0 ? -dy : dy) > (dx < 0 ? -dx : dx);
    const bool swap = steep ? dy < 0 : dx < 0;
    const pmb_point from = swap ? b : a, to = swap ? a : b;
    const int32_t side_from = steep ? from.x : from.y, side_to = steep ? to.x : to.y;
    struct slope s = {.along = steep ? from.y : from.x, .side = side_from};
    const int32_t length = (steep ? (int32_t)to.y : (int32_t)to.x) - s.along;
    s.length = (uint32_t)length;
    s.falling = side_to < side_from;
    s.rise = (uint32_t)(s.falling ? side_from - side_to : side_to - side_from);

    /* Only the steps inside the clip; each is computed from the start, so the clip changes none. */
    const int32_t clip_from =
        (steep ? (int32_t)c->clip.y - c->origin.y : (int32_t)c->clip.x - c->origin.x) - s.along;
    const int32_t clip_to = clip_from + (steep ? c->clip.h : c->clip.w) - 1;
    const int32_t first = clip_from > 0 ? clip_from : 0;
    const int32_t last = clip_to < length ? clip_to : length;
    if (first > last)
        return;
    if (off == 0) {
        draw_steps(c, &s, steep, first, last, color);
        return;
    }
    /* Dashes count from a, which may be the far end. */
    for (int32_t step = first; step <= last;) {
        const int32_t phase = (swap ? length - step : step) % (on + off);
        int32_t left; /* steps until the phase changes, this one included */
        if (phase < on)
            left = swap ? phase + 1 : on - phase;
        else
            left = swap ? phase - on + 1 : on + off - phase;
        const int32_t end = step + left - 1 < last ? step + left - 1 : last;
        if (phase < on)
            draw_steps(c, &s, steep, step, end, color);
        step = end + 1;
    }
}

void pmb_line(pmb_canvas *c, pmb_point a, pmb_point b, pmb_color color)
{
    draw(c, a, b, 1, 0, color);
}

void pmb_line_dashed(pmb_canvas *c, pmb_point a, pmb_point b, uint8_t on, uint8_t off,
                     pmb_color color)
{
    if (on > 0)
        draw(c, a, b, on, off, color);
}
