/* place.h - where the pixels of a picture go on the canvas; private to src/picture. */
#ifndef PEMBLE_SRC_PICTURE_PLACE_H
#define PEMBLE_SRC_PICTURE_PLACE_H

#include "picture/block.h"

typedef struct pmb_place {
    pmb_canvas *c;
    const pmb_block *block;
    pmb_picture_style style;
    pmb_rect part; /* of the picture, inside of it */
    pmb_point p;
    int32_t scale;
} pmb_place;

/* `style` may be NULL. */
pmb_place pmb_place_of(pmb_canvas *c, const pmb_block *block, pmb_point p,
                       const pmb_picture_style *style);

/* Draws row y of the picture; `value` gives its pixels. */
void pmb_place_row(const pmb_place *place, int32_t y,
                   uint16_t (*value)(const void *pixels, int32_t x, int32_t y), const void *pixels);

/* The first row that is needed, and the one behind the last. */
void pmb_place_rows(const pmb_place *place, int32_t *first, int32_t *last);

#endif
