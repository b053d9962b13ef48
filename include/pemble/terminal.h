/*
 * terminal.h - lines of text that scroll: logs, and whatever else is written at the end.
 *
 * A terminal keeps its characters in memory of yours, in columns and rows. It is drawn from that
 * memory, and so also band by band. Each character has a cell as wide as the font's "M".
 */
#ifndef PEMBLE_TERMINAL_H
#define PEMBLE_TERMINAL_H

#include "pemble/linkage.h"
#include "pemble/text.h"

PMB_BEGIN_C

typedef struct pmb_terminal {
    uint16_t *cells; /* code points, row by row; 0 is empty */
    uint8_t columns, rows;
    uint8_t first;       /* the row of cells that is uppermost on the screen */
    uint8_t column, row; /* where the next character goes; column may be just behind the last */
} pmb_terminal;

/*
 * Makes an empty terminal over columns * rows cells of the caller's, which must outlive it.
 * PMB_ERR_ARGUMENT: a null pointer, or no column or row.
 */
pmb_status pmb_terminal_init(pmb_terminal *t, uint16_t *cells, uint8_t columns, uint8_t rows);

/*
 * Writes UTF-8 text. A line feed begins the next line, a carriage return goes back to the start of
 * this one, a tab goes on to the next multiple of 8 columns, a backspace one column back, and a
 * form feed empties the terminal. Text that reaches the last column goes on in the next line; at
 * the last line everything scrolls up. Characters above U+FFFF are kept as U+FFFD.
 */
void pmb_terminal_write(pmb_terminal *t, const char *text);

/* The size in pixels of all cells in a style. */
pmb_size pmb_terminal_size(const pmb_terminal *t, const pmb_text_style *style);

/* Draws the terminal with its upper left corner at p, clipped to its size. With style->opaque the
 * background is filled first. */
void pmb_terminal_draw(pmb_canvas *c, const pmb_terminal *t, pmb_point p,
                       const pmb_text_style *style);

PMB_END_C

#endif
