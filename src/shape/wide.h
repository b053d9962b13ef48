/* wide.h - a line with a width and round ends; private to src/. */
#ifndef PEMBLE_SRC_SHAPE_WIDE_H
#define PEMBLE_SRC_SHAPE_WIDE_H

#include "pemble/canvas.h"

/* True when wide and smooth lines can be drawn to a point (shape.h, smooth.h). */
bool pmb_wide_is_near(pmb_point p);

/* Positions count from the end a. */
typedef struct pmb_wide {
    int32_t dx, dy; /* from a to b */
    uint32_t length2;
    uint32_t width;
} pmb_wide;

/* False when a coordinate is beyond what is drawn (shape.h). */
bool pmb_wide_of(pmb_wide *w, pmb_point a, pmb_point b, uint8_t width);

/* The x of the line in row y, or of the end that is nearer to the row. */
int32_t pmb_wide_middle(const pmb_wide *w, int32_t y);

/* A pixel of a row, with its distances along the line and aside of it, times the length. */
typedef struct pmb_wide_spot {
    int32_t x;
    int64_t along, aside;
} pmb_wide_spot;

pmb_wide_spot pmb_wide_at(const pmb_wide *w, int32_t x, int32_t y);

/* Moves it by 1 or -1 columns. */
void pmb_wide_step(const pmb_wide *w, pmb_wide_spot *spot, int8_t by);

/* The rows from `reach` above the line to `reach` below it that the clip can show, both included.
 */
void pmb_wide_rows(const pmb_canvas *c, const pmb_wide *w, pmb_point a, int32_t reach,
                   int32_t *first, int32_t *last);

/* The largest whole number whose square is not above `square`. */
uint32_t pmb_root(uint64_t square);

#endif
