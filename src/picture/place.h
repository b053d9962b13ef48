/* place.h - where the pixels of a picture go on the canvas; private to src/picture. */
#ifndef PEMBLE_SRC_PICTURE_PLACE_H
#define PEMBLE_SRC_PICTURE_PLACE_H

#include "geometry/limits.h"
#include "picture/block.h"

typedef struct pmb_place {
    pmb_canvas *c;
    const pmb_block *block;
    pmb_picture_style style;
    pmb_rect part; /* of the picture, inside of it */
    pmb_point p;
    pmb_reach scale;
} pmb_place;

/* `style` may be NULL. */
pmb_place pmb_place_of(pmb_canvas *c, const pmb_block *block, pmb_point p,
                       const pmb_picture_style *style);

struct known;

/* Draws row y of the picture, which is among the known pixels. */
void pmb_place_row(const pmb_place *place, const struct known *known, pmb_reach y);

/* The first row that is needed, and the one behind the last. */
void pmb_place_rows(const pmb_place *place, pmb_reach *first, pmb_reach *last);

#endif
