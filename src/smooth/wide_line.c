/* wide_line.c - smooth lines of any width, with round ends. */
#include "pemble/smooth.h"
#include "shape/spans.h"
#include "shape/wide.h"
#include "smooth/share.h"

enum { ROOM = 16 };

/* How far the pixel (x, y), counted from a, is inside; in 1/256 pixel. */
static int32_t inside_by(const pmb_wide *w, uint32_t length256, int32_t x, int32_t y)
{
    const int64_t along = (int64_t)x * w->dx + (int64_t)y * w->dy;
    const int32_t half = (int32_t)w->width * PMB_HALF_PIXEL;
    if (along > 0 && along < (int64_t)w->length2) {
        const int64_t aside = (int64_t)x * w->dy - (int64_t)y * w->dx;
        /* Aside is the distance times the length; the length is in 1/256. */
        return half - (int32_t)((aside < 0 ? -aside : aside) * (PMB_PIXEL * 256) / length256);
    }
    if (along > 0) {
        x -= w->dx;
        y -= w->dy;
    }
    return half - (int32_t)pmb_root((uint64_t)((int64_t)x * x + (int64_t)y * y) * 65536);
}

static void draw_row(pmb_canvas *c, const pmb_wide *w, uint32_t length256, pmb_point a, int32_t y,
                     pmb_color color)
{
    /* Every row of the shape holds the point of the line in it, or the middle of its nearer end. */
    int32_t x = pmb_wide_middle(w, y);
    if (pmb_share(inside_by(w, length256, x, y)) == 0)
        return;
    while (pmb_share(inside_by(w, length256, x - 1, y)) > 0)
        x--;
    uint8_t shares[ROOM];
    int32_t count = 0;
    for (;; x++) {
        const uint8_t share = pmb_share(inside_by(w, length256, x, y));
        if (share == 0 || count == ROOM) {
            pmb_span_shade(c, a.x + x - count, a.y + y, count, shares, color);
            count = 0;
        }
        if (share == 0)
            return;
        shares[count++] = share;
    }
}

void pmb_smooth_line_wide(pmb_canvas *c, pmb_point a, pmb_point b, uint8_t width, pmb_color color)
{
    pmb_wide w;
    if (c->format->one_bit) {
        pmb_line_wide(c, a, b, width, color);
    } else if (width < 2) {
        pmb_smooth_line(c, a, b, color);
    } else if (pmb_wide_of(&w, a, b, width)) {
        const uint32_t length256 = pmb_root((uint64_t)w.length2 * 65536);
        int32_t first, last;
        pmb_wide_rows(c, &w, a, (int32_t)w.width / 2 + 1, &first, &last);
        for (int32_t y = first; y <= last; y++)
            draw_row(c, &w, length256, a, y, color);
    }
}
