/* glyph.h - one glyph of a font, and its pixels; private to src/text. */
#ifndef PEMBLE_SRC_TEXT_GLYPH_H
#define PEMBLE_SRC_TEXT_GLYPH_H

#include "pemble/text.h"
#include "geometry/limits.h"

/* How many pixels wide and high each pixel of a glyph is drawn. */
static inline uint8_t pmb_style_scale(const pmb_text_style *style)
{
    return !PMB_PLAIN_TEXT && style->scale ? style->scale : 1;
}

/* A character. */
#if PMB_PLAIN_TEXT
typedef uint16_t pmb_code;
#else
typedef uint32_t pmb_code;
#endif

/* How a bitmap is kept (docs/formats.md). */
enum { PMB_PACKED = 1, PMB_REPEATED = 2 };

typedef struct pmb_glyph {
    const PMB_FLASH pmb_font *font;
    const PMB_FLASH uint8_t *bits;
    uint16_t number; /* in its font */
    uint8_t w, h;    /* of the bitmap */
    int8_t left;     /* from the pen to the bitmap's first column */
    int8_t top;      /* rows of the bitmap above the baseline */
    uint8_t advance;
    uint8_t depth; /* bits a pixel: 1, 2 or 4 */
    uint8_t kept;  /* 0, PMB_PACKED, or that with PMB_REPEATED */
} pmb_glyph;

/* The glyph of a character in the first font of a style that has it, or the first font's
 * replacement glyph. */
pmb_glyph pmb_style_glyph(const pmb_text_style *style, pmb_code code);

/* Glyph number `number` of a font. */
pmb_glyph pmb_font_glyph(const PMB_FLASH pmb_font *font, uint16_t number);

/* The kerning of two glyphs of one font, in pixels; negative: the second comes nearer. */
int8_t pmb_font_kerning(const PMB_FLASH pmb_font *font, uint16_t first, uint16_t second);

enum { PMB_PIECE = 16 };

/* Up to PMB_PIECE pixels of a row: `w` pixels from column x on. They are the same in `h` rows from
 * y on. */
typedef struct pmb_glyph_piece {
    uint8_t x, y, w, h;
    uint8_t shares[PMB_PIECE]; /* 0 to 255 each */
} pmb_glyph_piece;

/* Reads a glyph piece by piece, from left to right and from the top down. */
typedef struct pmb_glyph_reader {
    const PMB_FLASH uint8_t *at, *end; /* of the font: nothing is read there or behind it */
    uint8_t w, h, depth, kept;
    uint8_t x, y, rows;  /* where the next piece begins, and how many rows its row stands for */
    uint8_t bit;         /* of *at, from the top */
    uint8_t share, left; /* pixels of a run that are still to come */
    bool broken;         /* the bytes ended too early */
} pmb_glyph_reader;

pmb_glyph_reader pmb_glyph_read(const pmb_glyph *glyph);

/* False when the glyph is complete. */
bool pmb_glyph_next(pmb_glyph_reader *reader, pmb_glyph_piece *piece);

/* Draws one character, upright, with the pen at p. */
void pmb_text_character(pmb_canvas *c, const pmb_text_style *style, pmb_point p, uint32_t code);

/* Draws the part of a text before `end` (NULL: all of it) when there is a canvas; returns how far
 * the pen moves. */
pmb_reach pmb_text_run(pmb_canvas *c, const pmb_text_style *style, pmb_point p, const char *text,
                       const char *end);

/* The longest part of the text before `end` that is at most `width` wide, at least one character.
 */
const char *pmb_text_cut(const pmb_text_style *style, const char *text, const char *end,
                         int32_t width);

#endif
