/* patches.h - what changed, gathered into few rectangles that are sent; private to src/screen. */
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

/* No more changes come that begin above a line: sends what cannot grow any more. */
pmb_status pmb_patches_close(pmb_patches *p, uint16_t line);

#endif
