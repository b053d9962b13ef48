/* line.c - hard lines, one pixel wide, drawn as runs. */
#include "pemble/shape.h"
#include "canvas/spare.h"
#include "shape/line.h"
#include "shape/spans.h"
#include "canvas/damage.h"

/* Walks on by so many steps, or until the side changes; returns how many it were. */
static pmb_reach walk(pmb_walker *w, pmb_reach most, bool until_aside)
{
    const pmb_reach rise = w->rise, left = w->length - rise;
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

static inline void swap(pmb_reach *a, pmb_reach *b)
{
    const pmb_reach keep = *a;
    *a = *b;
    *b = keep;
}

/* Where the clip begins, across or down, and how much of it there is. */
static pmb_reach clip_from(const pmb_canvas *c, bool down, pmb_reach *room)
{
    *room = down ? c->clip.h : c->clip.w;
    return down ? (pmb_reach)c->clip.y - c->origin.y : (pmb_reach)c->clip.x - c->origin.x;
}

bool pmb_walk_start(pmb_walker *w, const pmb_canvas *c, pmb_point a, pmb_point b)
{
    pmb_reach along = a.x, side = a.y, end = b.x, aside = b.y, room;
    const pmb_reach dx = end - along, dy = aside - side;
    w->steep = (dy < 0 ? -dy : dy) > (dx < 0 ? -dx : dx);
    if (w->steep) {
        swap(&along, &side);
        swap(&end, &aside);
    }
    w->swapped = end < along;
    if (w->swapped) {
        swap(&along, &end);
        swap(&side, &aside);
    }
    w->along = along;
    w->side = side;
    w->end = aside;
    w->length = pmb_most(end - along, 1);
    w->rise = aside - side;
    w->turn = 1;
    w->rest = w->length / 2;
    if (aside < side) {
        w->rise = -w->rise;
        w->turn = -1;
        /* "Half" has to round the other way for a tie to end at the larger side. */
        w->rest = (w->length - 1) / 2;
        swap(&side, &aside);
    }
    /* Most bands have nothing of most lines. */
    pmb_reach low = clip_from(c, !w->steep, &room);
    if (aside < low || side - low >= room)
        return false;
    low = clip_from(c, w->steep, &room);
    w->first = pmb_most(low - along, 0);
    w->count = pmb_least(low + room, end + 1) - along - w->first;
    if (w->count <= 0)
        return false;
    pmb_walk_past(w, w->first);
    return true;
}

#if !PMB_ONE_BIT
/* In one go, where the format can; false: it cannot, or not all up to the line's end can be seen.
 */
static bool draw_stair(const pmb_walker *w, pmb_canvas *c, pmb_reach count, pmb_color color)
{
    pmb_reach room;
    const pmb_reach low = clip_from(c, !w->steep, &room);
    const pmb_reach top = pmb_least(w->side, w->end), bottom = pmb_most(w->side, w->end);
    if (!c->format->stair || top < low || bottom - low >= room)
        return false;
    const int16_t wide = (int16_t)(bottom - top + 1);
    pmb_rect held = {(int16_t)w->along, (int16_t)top, (int16_t)count, wide};
    if (w->steep)
        held = (pmb_rect){(int16_t)top, (int16_t)w->along, wide, (int16_t)count};
    held.x = (int16_t)(held.x + c->origin.x - c->bounds.x);
    held.y = (int16_t)(held.y + c->origin.y - c->bounds.y);
    pmb_canvas_touch(c, &held);
    const pmb_stair stair = {
        .x = (int16_t)((w->steep ? w->side : w->along) + c->origin.x - c->bounds.x),
        .y = (int16_t)((w->steep ? w->along : w->side) + c->origin.y - c->bounds.y),
        .count = count,
        .rest = (uint32_t)w->rest,
        .rise = (uint32_t)w->rise,
        .length = (uint32_t)w->length,
        .turn = w->turn,
        .steep = w->steep,
    };
    c->format->stair(c, &stair, color);
    return true;
}
#endif

static void draw_runs(pmb_walker *w, pmb_canvas *c, pmb_reach count, pmb_color color)
{
    while (count > 0) {
        const pmb_reach along = w->along, side = w->side, steps = walk(w, count, true);
        if (w->steep)
            pmb_span_fill(c, side, along, 1, steps, color);
        else
            pmb_span_fill(c, along, side, steps, 1, color);
        count -= steps;
    }
}

void pmb_walk_draw(pmb_walker *w, pmb_canvas *c, pmb_reach count, pmb_color color)
{
#if !PMB_ONE_BIT
    if (draw_stair(w, c, count, color)) {
        pmb_walk_past(w, count);
        return;
    }
#endif
    draw_runs(w, c, count, color);
}

void pmb_line(pmb_canvas *c, pmb_point a, pmb_point b, pmb_color color)
{
    pmb_walker w;
    if (pmb_is_line_spared(c, a, b, 0, 1, color) ||
        !pmb_walk_start(&w, c, a, b)) /* unreached: with drafts it is spared, if not seen */
        return;
#if !PMB_ONE_BIT
    if (draw_stair(&w, c, w.count, color))
        return;
#endif
    draw_runs(&w, c, w.count, color);
}
