/* line.c - hard lines, one pixel wide, drawn as runs. */
#include "pemble/shape.h"
#include "shape/line.h"

pmb_walker pmb_walk_line(const pmb_canvas *c, pmb_point a, pmb_point b)
{
    const pmb_rect clip = c->clip;
    pmb_walker w = {.along = (pmb_reach)a.x + c->origin.x, .side = (pmb_reach)a.y + c->origin.y};
    pmb_reach length = (pmb_reach)b.x - a.x, rise = (pmb_reach)b.y - a.y;
    pmb_reach from = clip.x, room = clip.w;
    w.steep = (rise < 0 ? -rise : rise) > (length < 0 ? -length : length);
    if (w.steep) {
        const pmb_reach along = w.along, across = length;
        w.along = w.side;
        w.side = along;
        length = rise;
        rise = across;
        from = clip.y;
        room = clip.h;
    }
    w.swapped = length < 0;
    if (w.swapped) {
        w.along += length;
        w.side += rise;
        length = -length;
        rise = -rise;
    }
    w.turn = rise < 0 ? -1 : 1;
    w.length = length > 0 ? length : 1;
    w.rise = rise < 0 ? -rise : rise;
    /* Getting smaller, "half" has to round the other way for a tie to end at the larger side. */
    w.rest = (rise < 0 ? w.length - 1 : w.length) / 2;
    w.first = pmb_most(from - w.along, 0);
    w.last = pmb_least(from + room - 1 - w.along, length);
    /* Most bands have nothing of most lines. */
    const pmb_reach least = w.steep ? clip.x : clip.y, size = w.steep ? clip.w : clip.h;
    const pmb_reach end = w.side + rise;
    if (pmb_most(w.side, end) < least || pmb_least(w.side, end) - least >= size)
        w.last = w.first - 1;
    return w;
}

/* Walks on by so many steps, or until the side changes; returns how many it were. */
static pmb_reach walk(pmb_walker *w, pmb_reach most, bool until_aside)
{
    const pmb_reach rise = w->rise, left = w->length - w->rise;
    pmb_reach rest = w->rest, steps = 0;
    while (steps < most) {
        steps++;
        /* rest + rise < length, without a sum that may be too large. */
        if (rest < left) {
            rest += rise;
            continue;
        }
        rest -= left;
        w->side += w->turn;
        if (until_aside)
            break;
    }
    w->rest = rest;
    w->along += steps;
    return steps;
}

void pmb_walk_past(pmb_walker *w, pmb_reach steps)
{
    (void)walk(w, steps, false);
}

/* Whether a row, or a column when steep, can be seen. */
static bool is_visible(const pmb_canvas *c, const pmb_walker *w, pmb_reach side)
{
    const pmb_reach least = w->steep ? c->clip.x : c->clip.y;
    return side >= least && side - least < (w->steep ? c->clip.w : c->clip.h);
}

/* The pixels that all lie at the same side; only that can be outside of the clip. */
static void draw_run(pmb_canvas *c, bool steep, pmb_reach along, pmb_reach side, pmb_reach count,
                     pmb_color color)
{
    pmb_rect run = {(int16_t)along, (int16_t)side, (int16_t)count, 1};
    if (steep)
        run = (pmb_rect){(int16_t)side, (int16_t)along, 1, (int16_t)count};
    run.x = (int16_t)(run.x - c->bounds.x);
    run.y = (int16_t)(run.y - c->bounds.y);
    c->format->fill(c, run, color);
}

#ifndef PMB_ONE_BIT
/* In one go, where the format can; false: it cannot, or not all of it can be seen. */
static bool draw_stair(pmb_walker *w, pmb_canvas *c, pmb_reach count, pmb_color color)
{
    if (!c->format->stair || !is_visible(c, w, w->side))
        return false;
    pmb_walker end = *w;
    pmb_walk_past(&end, count - 1);
    if (!is_visible(c, w, end.side))
        return false;
    const pmb_stair stair = {
        .x = (int16_t)((w->steep ? w->side : w->along) - c->bounds.x),
        .y = (int16_t)((w->steep ? w->along : w->side) - c->bounds.y),
        .count = count,
        .rest = (uint32_t)w->rest,
        .rise = (uint32_t)w->rise,
        .length = (uint32_t)w->length,
        .turn = w->turn,
        .steep = w->steep,
    };
    c->format->stair(c, &stair, color);
    *w = end;
    pmb_walk_past(w, 1);
    return true;
}
#endif

void pmb_walk_draw(pmb_walker *w, pmb_canvas *c, pmb_reach count, pmb_color color)
{
#ifndef PMB_ONE_BIT
    if (draw_stair(w, c, count, color))
        return;
#endif
    while (count > 0) {
        const pmb_reach side = w->side, along = w->along, steps = walk(w, count, true);
        if (is_visible(c, w, side))
            draw_run(c, w->steep, along, side, steps, color);
        count -= steps;
    }
}

void pmb_line(pmb_canvas *c, pmb_point a, pmb_point b, pmb_color color)
{
    pmb_walker w = pmb_walk_line(c, a, b);
    if (w.first > w.last)
        return;
    pmb_walk_past(&w, w.first);
    pmb_walk_draw(&w, c, w.last - w.first + 1, color);
}
