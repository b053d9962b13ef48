/* tiles.h - digests of what is on the glass; private to src/screen. */
#ifndef PEMBLE_SRC_SCREEN_TILES_H
#define PEMBLE_SRC_SCREEN_TILES_H

#include "pemble/families.h"
#include "pemble/screen.h"

static inline bool pmb_has_tiles(const pmb_screen *screen)
{
#if PMB_NO_TILES
    (void)screen;
    return false;
#else
    return screen->tiles != NULL;
#endif
}

/* Whether each line of the panel has to be addressed for itself. */
static inline bool pmb_rows_are_pages(const pmb_panel *panel)
{
    return panel->family->pages && panel->row_unit == 8;
}

static inline bool pmb_bands_are_columns(const pmb_panel *panel)
{
    return !PMB_NO_TURN && panel->columns;
}

/* How many tiles of a size the frame has. */
size_t pmb_tiles_in(const pmb_panel *panel, int16_t columns, int16_t rows);

enum { PMB_TILE_LEAST = 8 }; /* rows and columns of the smallest tile, where a unit has no more */

/* A tile's part of a band that has so many rows, or columns: a tile never spans two bands. */
int16_t pmb_tile_depth(const pmb_panel *panel, int16_t band);

/* The smallest size of tiles of which the frame has at most that many, in bands of so many rows, or
 * columns. False, with the largest size, when there is none. */
bool pmb_choose_tiles(const pmb_panel *panel, int16_t band, size_t count, pmb_size *tile);

/* The fewest tiles that a screen can do with. */
size_t pmb_screen_least_tiles(const pmb_panel *panel, size_t buffer_bytes);

/* Sends the tiles of the band whose digest has changed since they were last sent. Neighbours are
 * sent together. */
pmb_status pmb_send_changed_tiles(pmb_screen *screen);

#endif
