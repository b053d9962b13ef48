/* smooth_wide_line.c - smooth lines of any width, with round ends. */
#include "pemble/smooth.h"
#include "canvas/spare.h"
#include "shape/spans.h"
#include "shape/wide.h"
#include "smooth/share.h"

enum { ROOM = 16 };

/* A line with what the distance from it needs. */
struct line {
    pmb_wide w;
    uint32_t inverse; /* 2^32 / length in 1/256 pixel */
};

/* The share of a pixel of row y. */
static uint8_t share_at(const struct line *line, const pmb_wide_spot *spot, int32_t y)
{
    const int32_t half = (int32_t)line->w.width * PMB_HALF_PIXEL;
    if (spot->along > 0 && spot->along < (int64_t)line->w.length2) {
        const uint64_t aside = (uint64_t)(spot->aside < 0 ? -spot->aside : spot->aside);
        /* Aside is the distance times the length: below 2^31, as rows are left near the edge. */
        return pmb_share(half - (int32_t)(aside * line->inverse / 65536));
    }
    const bool at_b = spot->along > 0;
    const int64_t x = spot->x - (at_b ? line->w.dx : 0), from_end = y - (at_b ? line->w.dy : 0);
    return pmb_share(half - (int32_t)pmb_root((uint64_t)(x * x + from_end * from_end) * 65536));
}

static void draw_row(pmb_canvas *c, const struct line *line, pmb_point a, int32_t y,
                     pmb_color color)
{
    /* Every row of the shape holds the point of the line in it, or the middle of its nearer end. */
    pmb_wide_spot spot = pmb_wide_at(&line->w, pmb_wide_middle(&line->w, y), y);
    while (share_at(line, &spot, y) > 0)
        pmb_wide_step(&line->w, &spot, -1);
    pmb_wide_step(&line->w, &spot, 1);
    uint8_t shares[ROOM], share;
    int32_t count = 0;
    do {
        share = share_at(line, &spot, y);
        shares[count++] = share;
        pmb_wide_step(&line->w, &spot, 1);
        if (share > 0 && count < ROOM)
            continue;
        pmb_span_shade(c, a.x + spot.x - count, a.y + y, count, shares, color);
        count = 0;
    } while (share > 0);
}

void pmb_smooth_line_wide(pmb_canvas *c, pmb_point a, pmb_point b, uint8_t width, pmb_color color)
{
    struct line line;
    if (c->format->one_bit) {
        pmb_line_wide(c, a, b, width, color);
    } else if (width < 2) {
        pmb_smooth_line(c, a, b, color);
    } else if (pmb_wide_of(&line.w, a, b, width) &&
               !pmb_is_line_spared(c, a, b, (uint8_t)(width / 2 + 1), width, color)) {
        const uint32_t length256 = pmb_root((uint64_t)line.w.length2 * 65536);
        int32_t first, last;
        line.inverse = length256 ? UINT32_MAX / length256 : 0;
        pmb_wide_rows(c, &line.w, a, width / 2 + 1, &first, &last);
        for (int32_t y = first; y <= last; y++)
            draw_row(c, &line, a, y, color);
    }
}
