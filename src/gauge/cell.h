/* cell.h - cells of segment digits, row by row; private to src/gauge. */
#ifndef PEMBLE_SRC_GAUGE_CELL_H
#define PEMBLE_SRC_GAUGE_CELL_H

#include "pemble/gauge.h"

/* The segments around a cell: A top, then clockwise. */
enum { SEGMENT_A = 1, SEGMENT_B = 2, SEGMENT_C = 4, SEGMENT_D = 8, SEGMENT_E = 16, SEGMENT_F = 32 };

/* A cell's measures. */
struct cell {
    int32_t w, h, thick, slant;
    int32_t pitch, narrow; /* to the next cell, and what a point or colon takes */
};

/* The proportions of a cell: its width in sixteenths of its height, and strokes of height / thin.
 */
struct cell_kind {
    uint8_t sixteenths, thin;
};

/* The cells of one text as they are drawn. */
struct cells {
    pmb_canvas *c;
    struct cell cell;
    int32_t top;
    int32_t first, end; /* the rows that the clip shows; end is not included */
    pmb_color on, off;
    bool unlit;
};

/* Draws the inside of one cell, from column x on; a blank for an empty one. */
typedef void (*cell_draw)(const struct cells *cells, int32_t x, char character);

/* The text in the largest cells that fit, in the middle of r. */
void pmb_cells_draw(pmb_canvas *c, const PMB_FLASH pmb_segments *s, pmb_rect r, const char *text,
                    pmb_level level, struct cell_kind kind, cell_draw draw);

pmb_size pmb_cells_size(const PMB_FLASH pmb_segments *s, int16_t height, const char *text,
                        struct cell_kind kind);

/* Pixels next to each other in one row of a cell. */
void pmb_cell_span(const struct cells *cells, int32_t x, int32_t row, int32_t count, bool on);

/*
 * The parts of one row that belong to the segments around the cell. The ends of segments are cut at
 * 45 degrees, with a pixel between two of them: in row j from the end of an upright one it is
 * min(thick, j) wide, and a level one begins j + 1 further in.
 */
void pmb_cell_frame_row(const struct cells *cells, int32_t x, int32_t row, unsigned on);

#endif
