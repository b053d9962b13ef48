/*
 * picture.h - still pictures, made by 'pemble picture make' and drawn straight from flash or a
 * card.
 *
 * A picture is one block of bytes; docs/formats.md describes it. It is decoded row by row while it
 * is drawn, with memory of yours for two of its rows.
 */
#ifndef PEMBLE_PICTURE_H
#define PEMBLE_PICTURE_H

#include "pemble/canvas.h"
#include "pemble/linkage.h"
#include "pemble/source.h"

PMB_BEGIN_C

typedef struct pmb_picture {
    pmb_source source;
} pmb_picture;

/* What the pixels of a picture are. */
typedef enum pmb_pixels {
    PMB_PIXELS_ONE_BIT = 1, /* dark or light */
    PMB_PIXELS_INK = 2,     /* black, white or ink */
    PMB_PIXELS_GREY = 4,    /* 16 levels */
    PMB_PIXELS_PALETTE = 8, /* one of up to 256 colours, which the picture brings along */
    PMB_PIXELS_COLOR = 16   /* a pmb_color */
} pmb_pixels;

typedef struct pmb_picture_info {
    pmb_size size;
    pmb_pixels pixels;
    bool transparent;      /* some pixels may be */
    uint16_t frames;       /* 1, but for reels (reel.h) */
    uint32_t milliseconds; /* of all frames of a reel */
    uint32_t bytes;        /* of the block */
    size_t memory;         /* bytes that drawing it takes: two rows, what is learnt, and with a
                              reader the tables */
} pmb_picture_info;

/* PMB_ERR_DATA when the source does not begin as a picture or a reel of these versions.
 * PMB_ERR_UNSUPPORTED: on an AVR, a picture that was not made with --lean. */
pmb_status pmb_picture_measure(const pmb_picture *picture, pmb_picture_info *info);

/* Reads the whole picture and compares its checksum. PMB_ERR_DATA: damaged or cut short. Pictures
 * that are compiled into the program need no check. Drawing a damaged picture is safe and looks
 * wrong. */
pmb_status pmb_picture_check(const pmb_picture *picture);

/* How a picture is drawn. Zero values: the whole picture, unchanged. */
typedef struct pmb_picture_style {
    pmb_rect part;   /* of the picture, for a sheet of several; empty: all of it */
    uint8_t scale;   /* each pixel is drawn scale x scale large; 0 is 1 */
    uint8_t turn;    /* quarter turns clockwise, 0 to 3 */
    bool mirror;     /* left and right exchanged, before it is turned */
    bool invert;     /* dark and light exchanged; colours become their complements */
    bool mask;       /* one-bit pictures: only light pixels are drawn */
    bool recolor;    /* one-bit pictures: in these colours, not in white and black */
    pmb_color light; /* with recolor */
    pmb_color dark;
} pmb_picture_style;

/* The size that a picture takes on the canvas in a style. */
pmb_size pmb_picture_extent(const pmb_picture_info *info, const pmb_picture_style *style);

/* Bytes beyond pmb_picture_info.memory with which a picture is decoded once for all bands. */
enum { PMB_PICTURE_BOOKMARK = 40 };

/*
 * Draws a picture with the upper left corner of what is drawn at p, clipped. `style` may be NULL.
 * `memory` are at least pmb_picture_info.memory bytes for the time of the call.
 *
 * A picture is decoded from its top. A screen in bands (screen.h) draws it once a band, and each
 * time it is decoded from the top to the end of the band: twelve bands take six times as long as
 * one. With PMB_PICTURE_BOOKMARK bytes more, zero before the first call, the memory keeps how far
 * the picture was decoded, and the next band goes on there. For that the memory is the picture's
 * alone while a screen is painted; when something else has used it, the picture begins at its top
 * again. Turned pictures have no use for it.
 *
 * PMB_ERR_ARGUMENT: too little memory. PMB_ERR_DATA: not a picture.
 */
pmb_status pmb_picture_draw(pmb_canvas *c, const pmb_picture *picture, pmb_point p,
                            const pmb_picture_style *style, void *memory, size_t bytes);

PMB_END_C

#endif
