/* reduce.h - from millions of colours to what a panel can show. */
#ifndef PEMBLE_PICTURES_REDUCE_H
#define PEMBLE_PICTURES_REDUCE_H

#include "pemble/picture.h"
#include "raster.h"

enum dithering {
    DITHER_DIFFUSION, /* the error of each pixel goes to its neighbours */
    DITHER_ORDERED,   /* against an 8 by 8 matrix */
    DITHER_NONE       /* the nearest that there is; one bit: light from one half on */
};

/* Paper that shows fewer than its pixels could hold: those of grey have four greys, those of colour
 * black, white, yellow and red. */
enum few { FEW_NONE, FEW_GREYS, FEW_INKS };

/* Pixels as a picture block has them. */
struct pixels {
    int w, h;
    pmb_pixels kind; /* with a palette: of the first of them */
    bool transparent;
    uint16_t key;     /* the transparent value */
    uint16_t *values; /* from malloc */
    uint16_t *colors; /* from malloc: the palette of all frames, of the first of them; or NULL */
    int color_count;
};

/*
 * Reduces an image. Pixels that are less than half opaque become transparent, where the kind can
 * have that; one bit becomes black, white and nothing, in the pixels of ink. Error diffusion as in
 * Floyd and Steinberg, "An adaptive algorithm for spatial grey scale" (1976); the matrix is Bayer's
 * (1973). False when there is no memory.
 */
bool pixels_reduce(struct pixels *pixels, const struct raster *image, pmb_pixels kind, enum few few,
                   enum dithering dithering);
void pixels_free(struct pixels *pixels);

/* Makes frames of one kind alike where only some have transparent pixels. False when their colours
 * leave no value for these. */
bool pixels_agree(struct pixels *frames, int count);

/* Frames in colour as indices of one palette: `to` are new pixels. False when there are more than
 * 256 colours, or there is no memory. */
bool pixels_index(struct pixels *to, const struct pixels *frames, int count);

/* Makes grey and colour smaller when packed: a pixel becomes as one beside it, or as it is in
 * `before` (NULL: none), where no component is then further than `loss` of 255 from what it was. */
void pixels_lose(struct pixels *pixels, const struct pixels *before, int loss);

#endif
