/*
 * layout.h - rows and columns: rectangles computed from a larger one, so that one screen serves
 * panels of any size.
 */
#ifndef PEMBLE_LAYOUT_H
#define PEMBLE_LAYOUT_H

#include "pemble/geometry.h"
#include "pemble/linkage.h"

PMB_BEGIN_C

/* Where something stands in a rectangle that is wider or higher. */
typedef enum pmb_across { PMB_LEFT = 0, PMB_CENTER, PMB_RIGHT } pmb_across;
typedef enum pmb_down { PMB_TOP = 0, PMB_MIDDLE, PMB_BOTTOM } pmb_down;

/* A part of a row or column: `size` pixels of it, and `stretch` shares of what is left over. */
typedef struct pmb_part {
    int16_t size;
    uint8_t stretch;
} pmb_part;

/* A part with a fixed number of pixels, and a part that takes a share of the remaining pixels. */
#define PMB_FIXED(pixels)                                                                          \
    {                                                                                              \
        (pixels), 0                                                                                \
    }
#define PMB_STRETCHED                                                                              \
    {                                                                                              \
        0, 1                                                                                       \
    }

/*
 * Divides r into parts: from left to right, or from top to bottom, with `gap` pixels between them.
 * The remaining pixels are given to the stretched parts, to the last pixel. Without a stretched
 * part they stay empty at the end. When there is too little room, the last parts become smaller or
 * empty. Sizes may come from the size functions of gauges (pmb_field_size and others).
 */
void pmb_layout_row(pmb_rect r, int16_t gap, const pmb_part *parts, uint8_t count, pmb_rect *out);
void pmb_layout_column(pmb_rect r, int16_t gap, const pmb_part *parts, uint8_t count,
                       pmb_rect *out);

/* The rectangle of a size that stands in r like that. A size that is larger than r is clamped to
 * it. */
pmb_rect pmb_layout_place(pmb_rect r, pmb_size size, pmb_across across, pmb_down down);

PMB_END_C

#endif
