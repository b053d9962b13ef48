/*
 * canvas.h - a pixel buffer being drawn on.
 *
 * A canvas holds the whole screen or one band of it. Drawing code always uses whole-screen
 * coordinates. The canvas keeps the pixels inside its clip and drops the others. Most programs get
 * their canvas from a screen (screen.h) and never call pmb_canvas_init.
 */
#ifndef PEMBLE_CANVAS_H
#define PEMBLE_CANVAS_H

#include <stddef.h>
#include "pemble/color.h"
#include "pemble/flash.h"
#include "pemble/geometry.h"
#include "pemble/linkage.h"
#include "pemble/options.h"
#include "pemble/status.h"

PMB_BEGIN_C

typedef struct pmb_canvas pmb_canvas;

/*
 * A pixel format: how pixels lie in memory, and the few operations that everything is drawn with.
 * The operations take positions in the buffer (column and row, from 0) that are already clipped;
 * they check nothing.
 */
typedef struct pmb_format pmb_format;

/* A line, pixel by pixel: `count` pixels from (x, y) on, each one to the right of the last or, when
 * steep, below it. `rest` grows by `rise` at each step; where it reaches `length`, that is taken
 * off and the pixel is one further aside: `turn` (1 or -1) is down, or to the right when steep. */
typedef struct pmb_stair {
    int16_t x, y;
    int32_t count;
    uint32_t rest, rise, length;
    int8_t turn;
    bool steep;
} pmb_stair;

/* A column that moves with each row: at / 2^32, rounded down; `at` grows by `step`. */
typedef struct pmb_incline {
    int64_t at, step;
} pmb_incline;

/* Rows between two slanted edges: `rows` of them from y on, in each the columns from `left` up to
 * before `right`, of which those from `first` up to before `end` are set. */
typedef struct pmb_slab {
    int16_t y, rows, first, end;
    pmb_incline left, right;
} pmb_slab;

struct pmb_format {
    uint8_t rows_per_line;    /* rows that share a byte: 8 or 2 when it is vertical, else 1 */
    uint8_t columns_per_byte; /* columns that share a byte: 8, 2 or 1 */
    uint8_t bytes_per_pixel;  /* 2 for RGB565, 1 for all that pack pixels into bytes */
    uint8_t planes;           /* 1, or 2 for paper with inks or greys */
    uint8_t kind;             /* of two planes: what their bits mean, PMB_PLANES_... */
    bool msb_first;           /* the highest bit of a byte is its first pixel */
    bool one_bit;             /* a pixel is one thing or the other: nothing is ever mixed */
    const PMB_FLASH pmb_format *base; /* of two planes: the format of each */

    /* Sets all pixels of a rectangle of at least 1 x 1. */
    void (*fill)(pmb_canvas *c, int16_t left, int16_t top, int16_t w, int16_t h, pmb_color color);

    /* Sets the pixels of a rectangle of 1 x 1 to 255 x 255 where a bit is set. The bits lie most
     * significant first; the upper left one is bit number `first` of the bytes (0 is the top bit),
     * and each row of them begins `pitch` bits after the one above, at least its width. */
    void (*stamp)(pmb_canvas *c, const pmb_rect *area, const PMB_FLASH uint8_t *bits,
                  uint16_t first, uint8_t pitch, pmb_color color);

    /* Mixes a colour into `count` pixels of one row, from column x on, each by its own share: 0
     * leaves the pixel alone, 255 sets it. A format of one bit sets it from 128 on. */
    void (*shade)(pmb_canvas *c, int16_t x, int16_t y, int16_t count, const uint8_t *shares,
                  pmb_color color);

    /* Sets `count` pixels of one row, from column x on, from bits that lie most significant first,
     * the first one bit number `first` of the bytes: to the colour `ones` or `zeros`. NULL: has to
     * be done otherwise. */
    void (*copy)(pmb_canvas *c, int16_t x, int16_t y, int16_t count, const uint8_t *bits,
                 uint16_t first, pmb_color ones, pmb_color zeros);

#if !PMB_ONE_BIT
    /* Sets `count` pixels of one row, from column x on, each to its own colour. NULL: pixels of one
     * colour that follow one another are set with `fill`. */
    void (*colors)(pmb_canvas *c, int16_t x, int16_t y, int16_t count, const pmb_color *colors);
#endif

    /* Sets the pixels of a stair. NULL: its runs are set with `fill`. */
    void (*stair)(pmb_canvas *c, const pmb_stair *stair, pmb_color color);

#if PMB_FAST_SHAPES
    /* Sets the pixels of a slab. NULL: its rows are set with `fill`. */
    void (*slab)(pmb_canvas *c, const pmb_slab *slab, pmb_color color);
#endif

    /* What the pixel shows, as a colour. */
    pmb_color (*peek)(const pmb_canvas *c, int16_t x, int16_t y);

#if PMB_DRAFTS
    const struct pmb_drafting *drafting; /* private: of a draft (screen.h); NULL: draws pixels */
#endif
};

/* One bit a pixel, 1 is light; a byte is 8 pixels from top to bottom, lowest bit uppermost, as
 * page-organised controllers keep them. The _msb variant has the highest bit uppermost. */
extern const PMB_FLASH pmb_format pmb_mono_vertical;
extern const PMB_FLASH pmb_format pmb_mono_vertical_msb;

/* One bit a pixel, 1 is light; a byte is 8 pixels from left to right, highest bit leftmost. The
 * _lsb variant has the lowest bit leftmost: vertical bytes seen with the glass turned by 90. */
extern const PMB_FLASH pmb_format pmb_mono_horizontal;
extern const PMB_FLASH pmb_format pmb_mono_horizontal_lsb;

/* Grey in 4 bits a pixel, 15 is white. Two pixels to a byte, the high nibble the left or upper. */
extern const PMB_FLASH pmb_format pmb_grey4;
extern const PMB_FLASH pmb_format pmb_grey4_vertical;

/* The number of a colour of the canvas's palette in 4 or 8 bits, at most 16 or 256 of them; without
 * a palette all is black. A colour that is not in it is drawn as the nearest: the one with the
 * least sum of squares of the differences in red, green and blue. In 4 bits two pixels share a
 * byte, the high nibble the left one. */
extern const PMB_FLASH pmb_format pmb_index4;
extern const PMB_FLASH pmb_format pmb_index8;

typedef struct pmb_palette {
    const PMB_FLASH pmb_color *colors;
    uint16_t count;
} pmb_palette;

/* A pmb_color for each pixel, high byte first, as colour controllers take it. */
extern const PMB_FLASH pmb_format pmb_rgb565;

/* Black, white and one more ink (red or yellow), in two planes of one bit: in the first 1 is not
 * black, in the second 1 is the ink. A colour goes to the ink when its red exceeds its blue by 96
 * or more, else to black or white. The planes are in vertical or horizontal bytes, as above. */
extern const PMB_FLASH pmb_format pmb_ink_vertical;
extern const PMB_FLASH pmb_format pmb_ink_vertical_msb;
extern const PMB_FLASH pmb_format pmb_ink_horizontal;
extern const PMB_FLASH pmb_format pmb_ink_horizontal_lsb;

/* Four greys in two planes: the first has the lower bit of the grey, 3 is white. */
extern const PMB_FLASH pmb_format pmb_grey2_vertical;
extern const PMB_FLASH pmb_format pmb_grey2_vertical_msb;
extern const PMB_FLASH pmb_format pmb_grey2_horizontal;
extern const PMB_FLASH pmb_format pmb_grey2_horizontal_lsb;

/* Black, white, yellow and red, 0 to 3, in two planes: the first has the lower bit. A colour goes
 * to the nearest ink: the one with the least sum of squares of the differences in red, green and
 * blue. */
extern const PMB_FLASH pmb_format pmb_four_inks_vertical;
extern const PMB_FLASH pmb_format pmb_four_inks_vertical_msb;
extern const PMB_FLASH pmb_format pmb_four_inks_horizontal;
extern const PMB_FLASH pmb_format pmb_four_inks_horizontal_lsb;

enum { PMB_PLANES_INK, PMB_PLANES_GREY, PMB_PLANES_FOUR };

/* Where something was drawn since the list was emptied: a few rectangles in the coordinates of the
 * buffer that hold all of it. They may overlap, and may hold more than was drawn. */
#define PMB_DAMAGE_PARTS 4
typedef struct pmb_damage {
    pmb_rect parts[PMB_DAMAGE_PARTS];
    uint8_t count;
} pmb_damage;

struct pmb_canvas {
    const PMB_FLASH pmb_format *format;
    uint8_t *pixels;
    uint16_t stride;            /* bytes from one line (of rows_per_line rows) to the next */
    size_t plane_bytes;         /* bytes of one plane; the second plane follows the first */
    const pmb_palette *palette; /* of pmb_index4 and pmb_index8, to be set after pmb_canvas_init; a
                                   screen sets it itself */
    pmb_rect bounds;            /* the part of the screen that the buffer holds */
    pmb_rect clip;              /* where drawing is kept, in screen coordinates; inside bounds */
    pmb_point origin;           /* added to every coordinate that is drawn at */
#if !PMB_NO_DAMAGE
    pmb_damage *damage; /* NULL: what is drawn is not noted */
#endif
};

/* Bytes that a buffer of that size takes in that format; 0 when the size is not positive or the
 * buffer would need more than 65535 bytes a line. */
size_t pmb_canvas_bytes(const PMB_FLASH pmb_format *format, pmb_size size);

/*
 * Makes a canvas over a buffer of the caller's, which must outlive it. `bounds` is the part of the
 * screen that the buffer stands for; the clip starts as all of it. The pixels are left as they are.
 * PMB_ERR_ARGUMENT: a null pointer, an empty rectangle, or `bytes` less than pmb_canvas_bytes().
 */
pmb_status pmb_canvas_init(pmb_canvas *c, const PMB_FLASH pmb_format *format, pmb_rect bounds,
                           void *pixels, size_t bytes);

/* What the pixel at p shows; PMB_BLACK where the canvas holds none. The drawing origin counts, the
 * clip does not. */
pmb_color pmb_canvas_peek(const pmb_canvas *c, pmb_point p);

/*
 * Whether the clip holds anything of r; the origin is added to r. A scene is asked for every band:
 * it may leave out what a band does not show.
 */
bool pmb_canvas_shows(const pmb_canvas *c, pmb_rect r);

/*
 * Narrows the clip to the part that it shares with r, and returns the old clip for
 * pmb_canvas_restore_clip. The origin is added to r. Calls may be nested to any depth, because the
 * old clip is kept by the caller.
 */
pmb_rect pmb_canvas_narrow_clip(pmb_canvas *c, pmb_rect r);
void pmb_canvas_restore_clip(pmb_canvas *c, pmb_rect saved);

PMB_END_C

#endif
