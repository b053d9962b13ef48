/* line.c - hard lines, one pixel wide, drawn as runs. */
#include "pemble/shape.h"

/* A line in the coordinates of its longer direction (`along`) and its shorter one (`side`). */
struct slope {
    int32_t along, side; /* of the end with the smaller `along`; screen coordinates */
    uint32_t length;     /* steps to the other end, at least 1 */
    uint32_t rise;       /* how far `side` moves on the way */
    int8_t turn;         /* -1 when `side` gets smaller, else 1 */
    bool steep;          /* `along` is downwards */
};

/* Whether a row, or a column when steep, can be seen. */
static bool is_visible(const pmb_canvas *c, const struct slope *s, int32_t side)
{
    const int32_t least = s->steep ? c->clip.x : c->clip.y;
    return side >= least && side < least + (s->steep ? c->clip.w : c->clip.h);
}

/* A run of pixels along the line; only `side` can still be outside of the clip. */
static void draw_run(pmb_canvas *c, const struct slope *s, int32_t along, int32_t side,
                     int32_t count, pmb_color color)
{
    if (!is_visible(c, s, side))
        return;
    pmb_rect run = {(int16_t)(along - c->bounds.x), (int16_t)(side - c->bounds.y), (int16_t)count,
                    1};
    if (s->steep)
        run = (pmb_rect){(int16_t)(side - c->bounds.x), (int16_t)(along - c->bounds.y), 1,
                         (int16_t)count};
    c->format->fill(c, run, color);
}

/*
 * Steps `from` to `to`, both included, as runs. After `step` steps the line has moved aside by
 * step * rise / length, rounded to the nearest; a tie goes to the larger `side`. The division is
 * done once, from the start of the line, and carried on with its remainder: all products fit, as
 * 65535 * 65535 + 32767 < 2^32.
 */
static void draw_steps(pmb_canvas *c, const struct slope *s, int32_t from, int32_t to,
                       pmb_color color)
{
    /* Getting smaller, "half" has to round the other way for a tie to end at the larger side. */
    const uint32_t half = (s->turn < 0 ? s->length - 1 : s->length) / 2;
    const uint32_t product = (uint32_t)from * s->rise + half;
    const uint32_t last = ((uint32_t)to * s->rise + half) / s->length;
    uint32_t rest = product % s->length;
    int32_t side = s->side + s->turn * (int32_t)(product / s->length), first = from;
    if (c->format->stair && is_visible(c, s, side) &&
        is_visible(c, s, s->side + s->turn * (int32_t)last)) {
        const int32_t along = s->along + from;
        const pmb_stair stair = {
            .x = (int16_t)((s->steep ? side : along) - c->bounds.x),
            .y = (int16_t)((s->steep ? along : side) - c->bounds.y),
            .count = to - from + 1,
            .rest = rest,
            .rise = s->rise,
            .length = s->length,
            .turn = s->turn,
            .steep = s->steep,
        };
        c->format->stair(c, &stair, color);
        return;
    }
    for (int32_t step = from + 1; step <= to; step++) {
        rest += s->rise;
        if (rest < s->length)
            continue;
        rest -= s->length;
        draw_run(c, s, s->along + first, side, step - first, color);
        first = step;
        side += s->turn;
    }
    draw_run(c, s, s->along + first, side, to - first + 1, color);
}

/* A line with dashes; with off = 0 it has none. */
static void draw(pmb_canvas *c, pmb_point a, pmb_point b, int32_t on, int32_t off, pmb_color color)
{
    const int32_t dx = (int32_t)b.x - a.x, dy = (int32_t)b.y - a.y;
    const bool steep = (dy < 0 ? -dy : dy) > (dx < 0 ? -dx : dx);
    const bool swap = steep ? dy < 0 : dx < 0;
    const pmb_point from = swap ? b : a, to = swap ? a : b;
    const int32_t side_from = steep ? from.x : from.y, side_to = steep ? to.x : to.y;
    const int32_t length = steep ? (int32_t)to.y - from.y : (int32_t)to.x - from.x;
    const struct slope s = {
        .along = steep ? (int32_t)from.y + c->origin.y : (int32_t)from.x + c->origin.x,
        .side = side_from + (steep ? c->origin.x : c->origin.y),
        .length = length > 0 ? (uint32_t)length : 1,
        .rise = (uint32_t)(side_to < side_from ? side_from - side_to : side_to - side_from),
        .turn = side_to < side_from ? -1 : 1,
        .steep = steep,
    };

    /* Only the steps inside the clip; each is computed from the start, so the clip changes none. */
    const int32_t clip_from = (steep ? c->clip.y : c->clip.x) - s.along;
    const int32_t clip_to = clip_from + (steep ? c->clip.h : c->clip.w) - 1;
    const int32_t first = clip_from > 0 ? clip_from : 0;
    const int32_t last = clip_to < length ? clip_to : length;
    if (first > last)
        return;
    if (off == 0) {
        draw_steps(c, &s, first, last, color);
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
            draw_steps(c, &s, step, end, color);
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
