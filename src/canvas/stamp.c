/* stamp.c - bits that lie in a table row after row, moved by the origin and clipped. */
#include "canvas/cut.h"
#include "canvas/damage.h"

void pmb_canvas_stamp(pmb_canvas *c, pmb_reach x, pmb_reach y, uint8_t w, uint8_t h,
                      const PMB_FLASH uint8_t *bits, pmb_color color)
{
    const pmb_reach x0 = x + c->origin.x, y0 = y + c->origin.y;
    pmb_reach left = x0, top = y0, across = w, down = h;
    if (!pmb_cut_pixels(&top, &down, c->clip.y, c->clip.h) ||  /* unreached: drafts look first */
        !pmb_cut_pixels(&left, &across, c->clip.x, c->clip.w)) /* unreached: as above */
        return;                                                /* unreached: as above */
    const pmb_rect area = {(int16_t)(left - c->bounds.x), (int16_t)(top - c->bounds.y),
                           (int16_t)across, (int16_t)down};
    const uint16_t first = (uint16_t)((uint8_t)(top - y0) * w + (uint8_t)(left - x0));
    pmb_canvas_touch(c, &area);
    c->format->stamp(c, &area, bits, first, w, color);
}
