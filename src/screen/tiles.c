/* tiles.c - which tiles changed. */
#include "screen/tiles.h"
#include "canvas/word.h"
#include "geometry/limits.h"
#include "screen/mix.h"
#include "screen/patches.h"

static uint16_t across(const pmb_panel *panel, int16_t columns)
{
    return (uint16_t)((panel->frame.w + columns - 1) / columns);
}

size_t pmb_tiles_in(const pmb_panel *panel, int16_t columns, int16_t rows)
{
    return (size_t)across(panel, columns) * (size_t)((panel->frame.h + rows - 1) / rows);
}

int16_t pmb_tile_depth(const pmb_panel *panel, int16_t band)
{
    const uint8_t unit = pmb_bands_are_columns(panel) ? panel->column_unit : panel->row_unit;
    return (int16_t)pmb_greater(unit, pmb_lesser(band, PMB_TILE_LEAST));
}

#if !PMB_NO_TILES
/* A tile must not span bands, nor, where pages of eight rows are addressed one by one, pages. */
bool pmb_choose_tiles(const pmb_panel *panel, int16_t band, size_t count, pmb_size *tile)
{
    const bool columns = pmb_bands_are_columns(panel);
    const bool whole = band == (columns ? panel->frame.w : panel->frame.h);
    int16_t *const deep = columns ? &tile->w : &tile->h;
    tile->w = (int16_t)pmb_greater(PMB_TILE_LEAST, panel->column_unit);
    tile->h = (int16_t)pmb_greater(PMB_TILE_LEAST, panel->row_unit);
    *deep = pmb_tile_depth(panel, band);
    while (pmb_tiles_in(panel, tile->w, tile->h) > count) {
        const bool fits = whole || band % (2 * *deep) == 0;
        const bool higher =
            tile->h < panel->frame.h && !pmb_rows_are_pages(panel) && (columns || fits);
        const bool wider = tile->w < panel->frame.w && (!columns || fits);
        if (higher && (tile->h < tile->w || !wider))
            tile->h = (int16_t)(2 * tile->h);
        else if (wider)
            tile->w = (int16_t)(2 * tile->w);
        else
            return false;
    }
    return true;
}

#ifdef __GNUC__
typedef uint32_t __attribute__((may_alias)) four_bytes;
#else
typedef uint32_t four_bytes;
#endif

/* Adds the bytes of a line, as 32-bit FNV-1a does (draft-eastlake-fnv, section 2). Where four may
 * be read at once, they are mixed first: each of their bits then counts for many. */
static uint32_t mix_line(uint32_t hash, const uint8_t *at, const uint8_t *end)
{
    const uint32_t prime = 16777619u;
    if (PMB_HAS_WORDS && sizeof(size_t) >= sizeof(four_bytes) &&
        (uintptr_t)at % sizeof(four_bytes) == 0)
        for (; end - at >= (ptrdiff_t)sizeof(four_bytes); at += sizeof(four_bytes))
            hash = (hash ^ pmb_mix(*(const four_bytes *)(const void *)at, 0)) * prime;
    while (at < end)
        hash = (hash ^ *at++) * prime;
    return hash;
}

/* The digest of a tile's bytes in all planes; 0 is kept for "not known". */
static uint32_t digest(const pmb_canvas *c, pmb_rect tile)
{
    const PMB_FLASH pmb_format *f = c->format;
    const uint8_t *plane =
        c->pixels + (size_t)((tile.y - c->bounds.y) / f->rows_per_line) * c->stride +
        (size_t)((tile.x - c->bounds.x) / f->columns_per_byte) * f->bytes_per_pixel;
    const int32_t bytes =
        (tile.w + f->columns_per_byte - 1) / f->columns_per_byte * f->bytes_per_pixel;
    const int32_t lines = (tile.h + f->rows_per_line - 1) / f->rows_per_line;
    uint32_t hash = 2166136261u;
    for (uint8_t p = 0; p < f->planes; p++, plane += c->plane_bytes) {
        const uint8_t *line = plane;
        for (int32_t left = lines; left > 0; left--, line += c->stride)
            hash = mix_line(hash, line, line + bytes);
    }
    return hash ? hash : 1; /* unreached: one of 2^32 is 0 */
}

/* A tile, in the units of its panel. */
static pmb_patch patch_of(const pmb_screen *screen, pmb_rect tile)
{
    const pmb_panel *panel = screen->panel;
    const pmb_rect band = screen->canvas.bounds;
    pmb_patch p = {.first = (uint16_t)((tile.x - band.x) / panel->column_unit),
                   .top = (uint16_t)((tile.y - band.y) / panel->row_unit)};
    p.end = (uint16_t)(p.first + tile.w / panel->column_unit);
    p.bottom = (uint16_t)(p.top + tile.h / panel->row_unit);
    p.changed = (uint32_t)(p.end - p.first) * (uint32_t)(p.bottom - p.top);
    return p;
}

/* Those of one row of tiles; `known` is the first of them. */
static pmb_status add_row(pmb_patches *patches, pmb_rect row, pmb_tile *known)
{
    pmb_screen *screen = patches->screen;
    const pmb_rect area = screen->area;
    const int16_t columns = screen->tile_columns;
    const int32_t end = pmb_lesser((int32_t)area.x + area.w, (int32_t)row.x + row.w);
    const int32_t first = (area.x - row.x) / columns;
    pmb_status status = PMB_OK;
    known += first;
    for (int32_t x = row.x + first * columns; x < end && status == PMB_OK; x += columns, known++) {
        const pmb_rect tile = {(int16_t)x, row.y,
                               (int16_t)pmb_lesser(columns, (int32_t)row.x + row.w - x), row.h};
        const pmb_tile now = digest(&screen->canvas, tile);
        if (now != *known)
            status = pmb_patches_add(patches, patch_of(screen, tile));
        if (screen->keep_known)
            *known = now;
    }
    return status;
}

pmb_status pmb_send_changed_tiles(pmb_screen *screen)
{
    const pmb_rect band = screen->canvas.bounds, area = screen->area;
    const pmb_panel *panel = screen->panel;
    const int16_t rows = screen->tile_rows, end = (int16_t)(band.y + band.h);
    pmb_tile *known =
        screen->tiles +
        (size_t)((band.y - panel->frame.y) / rows) * across(panel, screen->tile_columns) +
        (band.x - panel->frame.x) / screen->tile_columns;
    pmb_patches patches = pmb_patches_of(screen);
    pmb_status status = PMB_OK;
    for (int16_t y = band.y; y < end && status == PMB_OK; y = (int16_t)(y + rows)) {
        const pmb_rect row = {band.x, y, band.w, (int16_t)pmb_lesser(rows, end - y)};
        if (y >= area.y && y < area.y + area.h)
            status = add_row(&patches, row, known);
        if (status == PMB_OK)
            status =
                pmb_patches_close(&patches, (uint16_t)((y - band.y + row.h) / panel->row_unit));
        known += across(panel, screen->tile_columns);
    }
    return status == PMB_OK ? pmb_patches_close(&patches, UINT16_MAX) : status;
}
#endif
