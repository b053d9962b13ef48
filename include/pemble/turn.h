/*
 * turn.h - for those who write a family of controllers: how the picture lies on the glass.
 *
 * A rotation with a mirroring is three yes-or-no answers. Are x and y exchanged? Is the glass then
 * counted from the right, and from the bottom? The family's `plan` leaves to the controller what
 * the controller can do. What remains in panel->turn is done by the choice of the format and by the
 * order in which bytes are sent.
 */
#ifndef PEMBLE_TURN_H
#define PEMBLE_TURN_H

#include "pemble/families.h"
#include "pemble/linkage.h"
#include "pemble/options.h"

PMB_BEGIN_C

enum {
    PMB_TURN_SWAP = 1,                  /* screen x runs down the glass, screen y across it */
    PMB_TURN_RIGHT = PMB_MOUNT_RIGHT,   /* columns of the glass count from the right */
    PMB_TURN_BOTTOM = PMB_MOUNT_BOTTOM, /* rows of the glass count from the bottom */
};

/*
 * Plans a panel from its config, family and rotate, without a byte on the bus. Sets panel->offset
 * to what is configured, or to that of the known glass of this size; then turn and size; then what
 * the family decides. PMB_ERR_UNSUPPORTED for what is left out of this build (options.h), and for a
 * format that the family does not have; otherwise the family's errors.
 */
pmb_status pmb_plan(pmb_panel *panel);

/* Its part in turn.c: panel->size and panel->turn from the configured rotation and mirroring. */
void pmb_plan_turn(pmb_panel *panel);

/* The same pixels in columns and rows of the glass: `area` is in screen coordinates. */
pmb_rect pmb_on_glass(const pmb_panel *panel, pmb_rect area);

/*
 * Sets panel->columns, and panel->frame to the screen, widened so that on the glass, moved by
 * panel->offset, its edges fall on multiples of `columns` and `rows`: whole bytes of the
 * controller's memory.
 */
void pmb_plan_frame(pmb_panel *panel, uint8_t columns, uint8_t rows);

/*
 * Leaves the mirrorings in `can` (PMB_TURN_RIGHT, PMB_TURN_BOTTOM) to the controller: moves them
 * from panel->turn to panel->remap. Where the controller then counts its memory from the other end,
 * the family moves the offset as well (pmb_mirror_offset).
 */
void pmb_leave_to_controller(pmb_panel *panel, uint8_t can);
void pmb_mirror_offset(pmb_panel *panel, uint8_t axes);

/* The one-bit format for pages of eight rows, with what is left of the turn. */
const PMB_FLASH pmb_format *pmb_page_format(const pmb_panel *panel);

/* The columns and rows of the controller's memory that a part of the screen has. */
pmb_rect pmb_in_memory(const pmb_panel *panel, pmb_rect area);

/* A part of a canvas as the controller's memory takes it: line by line, byte by byte. */
typedef struct pmb_walk {
    const uint8_t *first;  /* the byte that goes to the lowest memory column and row */
    ptrdiff_t column_step; /* from a byte to the next one of its line */
    ptrdiff_t line_step;   /* from a line to the next */
    uint16_t bytes, lines; /* bytes in a line, lines */
    uint16_t column, row;  /* where in the controller's memory the first byte goes */
} pmb_walk;

/* Sends such a part as data, with the bits of `flip` inverted. The controller's window has to be
 * open at it, and go on from line to line. pmb_begin_walk: as pmb_begin_data, in the background if
 * all of it lies together. */
pmb_status pmb_send_walk(const pmb_panel *panel, const pmb_walk *walk, uint8_t flip);
pmb_status pmb_begin_walk(pmb_panel *panel, const pmb_walk *walk);

/*
 * For controllers that write on in a window, line after line, until there is another command.
 * True: a part of the screen goes where the last one ended, in the same columns; it needs no
 * address. False: open a window; `part` is then made longer, to the end of the frame, so that what
 * follows goes on in it. The panel's functions and an error forget the window. Without PMB_WINDOWS
 * (options.h) it is always false.
 */
bool pmb_window_goes_on(pmb_panel *panel, pmb_rect *part);

pmb_walk pmb_plan_walk(const pmb_panel *panel, const pmb_canvas *held, pmb_rect area);

/* The known glass of the configured size, or NULL. */
const PMB_FLASH pmb_glass *pmb_known_glass(const PMB_FLASH pmb_panel_config *config);

PMB_END_C

#endif
