/* smooth_wide_line.c - smooth lines of any width, with round ends. */
#include "pemble/smooth.h"
#include "canvas/spare.h"
#include "shape/spans.h"
#include "canvas/slope.h"
#include "shape/wide.h"
#include "smooth/share.h"

enum { ROOM = 16 };

/* A line with what the distance from it needs. */
struct line {
    pmb_brush brush;
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

/* The share of a pixel between the ends. */
static uint8_t share_aside(const struct line *line, int32_t aside)
{
    /* The distance times the length times 2^24 / length: below 2^32, as it is near. */
    const uint32_t product = (uint32_t)pmb_absolute(aside) * line->inverse;
    return pmb_share(line->width * PMB_HALF_PIXEL - (int32_t)(product >> 16));
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
    default:
        return share_aside(line, spot->aside);
    }
}

/* Shades pixels from one on, in one direction, up to `end` or the first that has a full share;
 * returns it. */
static int32_t shade_edge(const struct line *line, pmb_wide_spot spot, int32_t by, int32_t end)
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
        pmb_brush_shade(&line->brush, upper.x + (by > 0 ? spot.x - count : spot.x + 1),
                        upper.y + line->outer.y, count, by > 0 ? shares : shares + ROOM - count);
        if (share == 255)
            break;
    }
    return spot.x;
}

static void draw_row(const struct line *line)
{
    const pmb_capsule *row = &line->outer;
    const int32_t first = shade_edge(line, row->left, 1, row->right.x + 1);
    const int32_t last = shade_edge(line, row->right, -1, first - 1);
    pmb_brush_fill(&line->brush, row->w.upper.x + first, row->w.upper.y + row->y, last - first + 1,
                   1);
}

/* Rows up to before `end`. */
static void draw_rows(struct line *line, int32_t end)
{
    pmb_capsule *row = &line->outer;
    for (; row->y < end; pmb_capsule_next(row))
        if (pmb_capsule_row(row)) /* unreached: no row without a pixel is known */
            draw_row(line);
}

#if PMB_FAST_SHAPES
/* A row between straight edges: all that is shaded at once, if it has room. */
static void draw_between(struct line *line, int32_t first, int32_t end)
{
    pmb_capsule *row = &line->outer;
    uint8_t shares[ROOM];
    row->left = pmb_wide_spot_at(&row->w, first, row->y);
    if (end - first > ROOM) {
        row->right = pmb_wide_spot_at(&row->w, end - 1, row->y);
        draw_row(line);
        return;
    }
    int32_t aside = row->left.aside;
    for (int32_t i = 0; i < end - first; i++, aside += row->w.dy)
        shares[i] = share_aside(line, aside);
    pmb_brush_shade(&line->brush, row->w.upper.x + first, row->w.upper.y + row->y, end - first,
                    shares);
}

static void draw_slab(struct line *line, pmb_slab slab)
{
    for (; slab.rows > 0; slab.rows--, slab.y++) {
        line->outer.y = slab.y;
        draw_between(line, pmb_incline_column(&slab.left), pmb_incline_column(&slab.right));
        pmb_slab_next(&slab);
    }
}
#endif

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
        line.brush =
            pmb_brush_of_points(c, (pmb_point[]){a, b}, 2, (uint8_t)(width / 2 + 1), color);
        line.inverse = length256 ? UINT32_MAX / length256 : 0;
        pmb_capsule_begin(row, c, &w, width + 1);
#if PMB_FAST_SHAPES
        pmb_slab slab;
        if (pmb_capsule_slab(row, &slab)) {
            draw_rows(&line, slab.y);
            draw_slab(&line, slab);
            pmb_capsule_go(row, slab.y + slab.rows);
        }
#endif
        draw_rows(&line, row->bottom + 1);
    }
}
