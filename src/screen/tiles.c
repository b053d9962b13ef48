/* tiles.c - which tiles changed. */
#include "screen/tiles.h"
#include "geometry/limits.h"

uint16_t pmb_tiles_across(const pmb_panel *panel)
{
    return (uint16_t)((panel->frame.w + PMB_TILE_COLUMNS - 1) / PMB_TILE_COLUMNS);
}

static int16_t tile_rows(int16_t band_rows)
{
    return band_rows < PMB_TILE_ROWS ? band_rows : PMB_TILE_ROWS;
}

uint16_t pmb_tiles_down(const pmb_panel *panel, int16_t band_rows)
{
    const int16_t rows = tile_rows(band_rows);
    return (uint16_t)((panel->frame.h + rows - 1) / rows);
}

/* The digest is 32-bit FNV-1a (draft-eastlake-fnv, section 2) over the tile's bytes in all planes;
 * 0 is kept for "not known". */
static uint32_t digest(const pmb_canvas *c, pmb_rect tile)
{
    const PMB_FLASH pmb_format *f = c->format;
    const uint8_t *plane =
        c->pixels + (size_t)((tile.y - c->bounds.y) / f->rows_per_line) * c->stride +
        (size_t)((tile.x - c->bounds.x) / f->columns_per_byte) * f->bytes_per_pixel;
    const uint16_t bytes =
        (uint16_t)((tile.w + f->columns_per_byte - 1) / f->columns_per_byte * f->bytes_per_pixel);
    const int16_t lines = (int16_t)((tile.h + f->rows_per_line - 1) / f->rows_per_line);
    uint32_t hash = 2166136261u;
    for (uint8_t p = 0; p < f->planes; p++, plane += c->plane_bytes) {
        const uint8_t *line = plane;
        for (int16_t i = 0; i < lines; i++, line += c->stride)
            for (uint16_t k = 0; k < bytes; k++)
                hash = (hash ^ line[k]) * 16777619u;
    }
    return hash ? hash : 1;
}

/* Sends the tiles from column `from` to `to` (exclusive) of one row of tiles. */
static pmb_status send_run(pmb_screen *screen, pmb_rect row, uint16_t from, uint16_t to)
{
    if (from == to)
        return PMB_OK;
    screen->sent = true;
    const int16_t left = (int16_t)(from * PMB_TILE_COLUMNS);
    const int16_t right = (int16_t)pmb_lesser(to * PMB_TILE_COLUMNS, row.w);
    const pmb_rect run = {(int16_t)(row.x + left), row.y, (int16_t)(right - left), row.h};
    return pmb_panel_write(screen->panel, &screen->canvas, run);
}

static pmb_status send_row(pmb_screen *screen, pmb_rect row, pmb_tile *known)
{
    const uint16_t across = pmb_tiles_across(screen->panel);
    pmb_status status = PMB_OK;
    const pmb_rect area = screen->area;
    const uint16_t first = (uint16_t)((area.x - row.x) / PMB_TILE_COLUMNS);
    const uint16_t end = (uint16_t)pmb_lesser(
        across, (area.x - row.x + area.w + PMB_TILE_COLUMNS - 1) / PMB_TILE_COLUMNS);
    uint16_t changed_from = first;
    for (uint16_t i = first; i < end && status == PMB_OK; i++) {
        const int16_t left = (int16_t)(i * PMB_TILE_COLUMNS);
        const pmb_rect tile = {(int16_t)(row.x + left), row.y,
                               (int16_t)pmb_lesser(PMB_TILE_COLUMNS, row.w - left), row.h};
        const pmb_tile now = digest(&screen->canvas, tile);
        if (now == known[i]) {
            status = send_run(screen, row, changed_from, i);
            changed_from = (uint16_t)(i + 1);
        }
        if (screen->keep_known)
            known[i] = now;
    }
    return status == PMB_OK ? send_run(screen, row, changed_from, end) : status;
}

pmb_status pmb_send_changed_tiles(pmb_screen *screen)
{
    const pmb_rect band = screen->canvas.bounds;
    const int16_t rows = tile_rows(screen->band_rows), end = (int16_t)(band.y + band.h);
    const uint16_t across = pmb_tiles_across(screen->panel);
    uint16_t index = (uint16_t)((band.y - screen->panel->frame.y) / rows);
    pmb_status status = PMB_OK;
    for (int16_t y = band.y; y < end && status == PMB_OK; y = (int16_t)(y + rows), index++) {
        const pmb_rect row = {band.x, y, band.w, (int16_t)pmb_lesser(rows, end - y)};
        if (y < screen->area.y || y >= screen->area.y + screen->area.h)
            continue;
        status = send_row(screen, row, screen->tiles + (size_t)index * across);
    }
    return status;
}
