/* peek.c - reads the pixels of canvases of one bit where the library leaves reading out. */
#include "test.h"

#if PMB_PLAIN_PANELS
#undef pmb_canvas_peek

pmb_color test_peek(const pmb_canvas *c, pmb_point p)
{
    const pmb_format *f = c->format;
    const int x = p.x + c->origin.x - c->bounds.x, y = p.y + c->origin.y - c->bounds.y;
    if (!f->one_bit || f->planes > 1)
        return pmb_canvas_peek(c, p);
    if (x < 0 || y < 0 || x >= c->bounds.w || y >= c->bounds.h)
        return PMB_BLACK;
    const int bit = f->rows_per_line == 8 ? y % 8 : x % 8;
    const uint8_t byte =
        f->rows_per_line == 8 ? c->pixels[y / 8 * c->stride + x] : c->pixels[y * c->stride + x / 8];
    return byte >> (f->msb_first ? 7 - bit : bit) & 1 ? PMB_WHITE : PMB_BLACK;
}
#endif
