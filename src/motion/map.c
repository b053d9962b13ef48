/* map.c - maps of tiles. */
#include "geometry/limits.h"
#include "pemble/game.h"

/* Division that rounds down. */
static int32_t down(int32_t a, int32_t b)
{
    return a >= 0 ? a / b : -((b - 1 - a) / b);
}

void pmb_map_draw(pmb_canvas *c, const pmb_map *m, pmb_rect r, pmb_point scroll)
{
    if (PMB_MISSING(m->cells) || PMB_MISSING(m->draw) || m->tile.w <= 0 || m->tile.h <= 0)
        return;
    const int32_t left = pmb_greater(0, down(scroll.x, m->tile.w));
    const int32_t top = pmb_greater(0, down(scroll.y, m->tile.h));
    const pmb_rect saved = pmb_canvas_narrow_clip(c, r);
    for (int32_t row = top; row < m->rows && row * m->tile.h < scroll.y + r.h; row++)
        for (int32_t column = left; column < m->columns && column * m->tile.w < scroll.x + r.w;
             column++) {
            const pmb_rect cell = {pmb_coordinate(r.x + column * m->tile.w - scroll.x),
                                   pmb_coordinate(r.y + row * m->tile.h - scroll.y), m->tile.w,
                                   m->tile.h};
            if (pmb_canvas_shows(c, cell))
                m->draw(c, m->user, m->cells[row * m->columns + column], cell);
        }
    pmb_canvas_restore_clip(c, saved);
}

uint8_t pmb_map_cell(const pmb_map *m, pmb_point at, uint8_t outside)
{
    if (m->tile.w <= 0 || m->tile.h <= 0)
        return outside;
    const int32_t column = down(at.x, m->tile.w), row = down(at.y, m->tile.h);
    if (column < 0 || row < 0 || column >= m->columns || row >= m->rows)
        return outside;
    return m->cells[row * m->columns + column];
}

static int16_t follow(int32_t all, int32_t seen, int32_t at)
{
    return pmb_coordinate(pmb_greater(0, pmb_lesser(at - seen / 2, all - seen)));
}

pmb_point pmb_map_follow(const pmb_map *m, pmb_size view, pmb_point at)
{
    return (pmb_point){follow((int32_t)m->columns * m->tile.w, view.w, at.x),
                       follow((int32_t)m->rows * m->tile.h, view.h, at.y)};
}
