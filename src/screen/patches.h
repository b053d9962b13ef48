/* patches.h - gathers what changed into few rectangles and sends them; private to src/screen. */
#ifndef PEMBLE_SRC_SCREEN_PATCHES_H
#define PEMBLE_SRC_SCREEN_PATCHES_H

#include "pemble/screen.h"

/* Changes that will be sent together. Columns and lines are those that the controller can address,
 * counted from the band: units of panel->column_unit by panel->row_unit pixels. */
typedef struct pmb_patch {
    uint16_t first, end;  /* columns; end is the one behind */
    uint16_t top, bottom; /* lines; bottom is the one below */
    uint32_t changed;     /* units in it that changed */
} pmb_patch;

enum { PMB_OPEN_PATCHES = 8 };

typedef struct pmb_patches {
    pmb_screen *screen;
    uint16_t unit_bytes; /* of a unit, in one plane */
    pmb_patch run;       /* of the line that is looked at; not `changed`: none */
    pmb_patch open[PMB_OPEN_PATCHES];
    uint8_t count;
} pmb_patches;

pmb_patches pmb_patches_of(pmb_screen *screen);

/* Adds a change to the right of the last one, or in a line further down. */
pmb_status pmb_patches_add(pmb_patches *p, pmb_patch one);

/* Says that all later changes begin at or below a line. Sends the patches that cannot grow then. */
pmb_status pmb_patches_close(pmb_patches *p, uint16_t line);

/* Sends what changed in a part of the frame (NULL: all of it): of what is painted, band after band,
 * or (no paint) of the whole buffer. */
pmb_status pmb_send_all(pmb_screen *screen, pmb_paint paint, void *scene, const pmb_rect *part);

/* The part of the frame that has the area, in whole tiles, which are whole units of the panel, too:
 * screen.c. */
pmb_rect pmb_whole_tiles(const pmb_screen *screen, pmb_rect area);

/* Sends a part of the band, and notes that it was sent: screen.c. */
pmb_status pmb_send_part_of_band(pmb_screen *screen, const pmb_rect *part);

#endif
