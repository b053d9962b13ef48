/* smooth_wide_line.c - smooth lines of any width, with round ends. */
#include "pemble/smooth.h"
#include "canvas/spare.h"
#include "shape/spans.h"
#include "shape/wide.h"
#include "smooth/share.h"

enum { ROOM = 16 };

/* A line with what the distance from it needs. */
struct line {
    pmb_capsule outer; /* all pixels that have a share */
    int32_t width;
    uint32_t inverse; /* 2^32 / length in 1/256 pixel */
};

/* The share of a pixel around an end. */
static uint8_t end_share(int32_t width, int32_t x, int32_t y)
{
    const uint32_t square = (uint32_t)(x * x) + (uint32_t)(y * y);
    const uint32_t solid = (uint32_t)width - 1;
    if (4 * square <= solid * solid)
        return 255;
    return pmb_share(width * PMB_HALF_PIXEL - (int32_t)pmb_root(square * 65536));
}

/* The share of a pixel of the row, near the line. */
static uint8_t share_at(const struct line *line, const pmb_wide_spot *spot)
{
    const pmb_wide *w = &line->outer.w;
    switch (pmb_wide_nearest(w, spot)) {
    case PMB_UPPER_END:
        return end_share(line->width, spot->x, line->outer.y);
    case PMB_LOWER_END:
        return end_share(line->width, spot->x - w->dx, line->outer.y - w->dy);
    default: {
        /* The distance times the length times 2^24 / length: below 2^32, as it is near. */
        const uint32_t aside = (uint32_t)(spot->aside < 0 ? -spot->aside : spot->aside);
        return pmb_share(line->width * PMB_HALF_PIXEL - (int32_t)(aside * line->inverse >> 16));
    }
    }
}

/* Shades pixels from one on, in one direction, up to `end` or the first that has a full share;
 * returns it. */
static int32_t shade_edge(pmb_canvas *c, const struct line *line, pmb_wide_spot spot, int32_t by,
                          int32_t end, pmb_color color)
{
    const pmb_point upper = line->outer.w.upper;
    while (spot.x != end) {
        uint8_t shares[ROOM], share = 0, count = 0;
        for (; count < ROOM && spot.x != end && share < 255;
             pmb_wide_step(&line->outer.w, &spot, by)) {
            share = share_at(line, &spot);
            shares[by > 0 ? count : ROOM - 1 - count] = share;
            count++;
        }
        /* One too many is drawn. */
        pmb_span_shade(c, upper.x + (by > 0 ? spot.x - count : spot.x + 1), upper.y + line->outer.y,
                       count, by > 0 ? shares : shares + ROOM - count, color);
        if (share == 255)
            break;
    }
    return spot.x;
}

static void draw_row(pmb_canvas *c, const struct line *line, pmb_color color)
{
    const pmb_capsule *row = &line->outer;
    const int32_t first = shade_edge(c, line, row->left, 1, row->right.x + 1, color);
    const int32_t last = shade_edge(c, line, row->right, -1, first - 1, color);
    pmb_span_fill(c, row->w.upper.x + first, row->w.upper.y + row->y, last - first + 1, 1, color);
}

void pmb_smooth_line_wide(pmb_canvas *c, pmb_point a, pmb_point b, uint8_t width, pmb_color color)
{
    struct line line = {.width = width};
    pmb_wide w;
    if (c->format->one_bit) {
        pmb_line_wide(c, a, b, width, color);
    } else if (width < 2) {
        pmb_smooth_line(c, a, b, color);
    } else if (pmb_wide_of(&w, a, b) &&
               !pmb_is_line_spared(c, a, b, (uint8_t)(width / 2 + 1), width, color)) {
        const uint32_t length256 = pmb_root((uint64_t)w.length2 * 65536);
        pmb_capsule *row = &line.outer;
        line.inverse = length256 ? UINT32_MAX / length256 : 0;
        for (pmb_capsule_begin(row, c, &w, width + 1); row->y <= row->bottom; pmb_capsule_next(row))
            if (pmb_capsule_row(row)) /* unreached: no row without a pixel is known */
                draw_row(c, &line, color);
    }
}
