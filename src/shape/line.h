/* line.h - walking along a hard line, one pixel wide; private to src/shape. */
#ifndef PEMBLE_SRC_SHAPE_LINE_H
#define PEMBLE_SRC_SHAPE_LINE_H

#include "pemble/canvas.h"
#include "geometry/limits.h"

/*
 * A line, and a place on it, in the coordinates of its longer direction (`along`) and its shorter
 * one (`side`). It is walked from the end with the smaller `along`. After n steps it has moved
 * aside by n * rise / length, rounded to the nearest; a tie goes to the larger `side`.
 */
typedef struct pmb_walker {
    pmb_reach along, side; /* where the walk has come to */
    pmb_reach end;         /* the side where the walk ends */
    pmb_reach length;      /* steps from one end to the other, at least 1 */
    pmb_reach rise;        /* how far it moves aside on the way */
    pmb_reach rest;        /* grows by `rise` with each step; less than `length` */
    int8_t turn;           /* -1 when `side` gets smaller, else 1 */
    bool steep;            /* `along` is downwards */
    bool swapped;          /* the walk begins at the second point */
    pmb_reach first;       /* the steps before the clip, which are done */
    pmb_reach count;       /* pixels from there to the end, or to that of the clip */
} pmb_walker;

/* Goes to the first step that the clip can show. False: it shows none. */
bool pmb_walk_start(pmb_walker *w, const pmb_canvas *c, pmb_point a, pmb_point b);

/* Walks on by so many steps, without drawing. */
void pmb_walk_past(pmb_walker *w, pmb_reach steps);

/* Draws the pixel where the walk is and those of the steps after it, `count` pixels in all, and
 * goes one step further. */
void pmb_walk_draw(pmb_walker *w, pmb_canvas *c, pmb_reach count, pmb_color color);

#endif
