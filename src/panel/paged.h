/* paged.h - what one-bit controllers with pages of eight rows have in common; private to src/panel.
 */
#ifndef PEMBLE_SRC_PANEL_PAGED_H
#define PEMBLE_SRC_PANEL_PAGED_H

#include "pemble/driver.h"
#include "pemble/turn.h"

/* Their common commands. */
enum {
    PAGED_COLUMN_LOW = 0x00,
    PAGED_COLUMN_HIGH = 0x10,
    PAGED_START_LINE = 0x40,
    PAGED_CONTRAST = 0x81,
    PAGED_SEGMENT_REMAP = 0xA0, /* + 1: column 0 is the last segment */
    PAGED_ALL_ON = 0xA4,        /* + 1 */
    PAGED_INVERSION = 0xA6,     /* + 1 */
    PAGED_DISPLAY = 0xAE,       /* + 1: on */
    PAGED_PAGE = 0xB0,
    PAGED_COM_SCAN = 0xC0 /* + 8: from the last COM to the first */
};

const PMB_FLASH pmb_paged *pmb_paged_of(const pmb_panel *panel);

/* Format, frame and offset. */
void pmb_paged_plan(pmb_panel *panel);

/* The setup list, some commands more, the list of the glass; then the memory is filled with a byte.
 */
pmb_status pmb_paged_start(pmb_panel *panel, const uint8_t *more, uint8_t count, uint8_t rest);

/* The directions in which columns and rows run, and the memory row that the first output shows. */
enum { PAGED_DIRECTIONS = 3 };
void pmb_paged_directions(const pmb_panel *panel, uint8_t *commands, uint8_t start_line);

pmb_status pmb_paged_write(pmb_panel *panel, const pmb_canvas *held, const pmb_rect *area);
pmb_status pmb_paged_contrast(pmb_panel *panel, uint8_t value);

#endif
