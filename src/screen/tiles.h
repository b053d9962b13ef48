/* tiles.h - digests of what is on the glass; private to src/screen. */
#ifndef PEMBLE_SRC_SCREEN_TILES_H
#define PEMBLE_SRC_SCREEN_TILES_H

#include "pemble/screen.h"

uint16_t pmb_tiles_across(const pmb_panel *panel);

/* Rows of tiles when the buffer holds `band_rows` rows: a tile never spans two bands. */
uint16_t pmb_tiles_down(const pmb_panel *panel, int16_t band_rows);

/* Sends the tiles of the band in the buffer whose digest is not that of what was last sent,
 * neighbours in one go. */
pmb_status pmb_send_changed_tiles(pmb_screen *screen);

#endif
