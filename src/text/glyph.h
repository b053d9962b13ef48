/* glyph.h - one glyph of a font; private to src/text. */
#ifndef PEMBLE_SRC_TEXT_GLYPH_H
#define PEMBLE_SRC_TEXT_GLYPH_H

#include "pemble/text.h"

typedef struct pmb_glyph {
    const PMB_FLASH uint8_t *bits; /* rows from the top, no padding between them, high bit first */
    uint8_t w, h;                  /* of the bitmap */
    int8_t left;                   /* from the pen to the bitmap's first column */
    int8_t top;                    /* rows of the bitmap above the baseline */
    uint8_t advance;
} pmb_glyph;

/* The glyph of a character in the first font of a style that has it, or the first font's
 * replacement glyph. */
pmb_glyph pmb_style_glyph(const pmb_text_style *style, uint32_t code);

/* Draws the part of a text before `end` (NULL: all of it) when there is a canvas; returns how far
 * the pen moves. */
int32_t pmb_text_run(pmb_canvas *c, const pmb_text_style *style, pmb_point p, const char *text,
                     const char *end);

#endif
