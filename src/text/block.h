/* block.h - where things are in the block of a font (docs/formats.md); private to src/text. */
#ifndef PEMBLE_SRC_TEXT_BLOCK_H
#define PEMBLE_SRC_TEXT_BLOCK_H

#include "pemble/text.h"

enum {
    FONT_VERSION = 2,
    HEADER_BYTES = 28,
    RANGE_BYTES = 5, /* three of the first character, two of how many there are */
    GLYPH_BYTES = 8,
    PAIR_BYTES = 5,
    AT_VERSION = 4,
    AT_DEPTH = 5,
    AT_METRICS = 6, /* ascent, descent, line, cap height, x height */
    AT_LINE = 8,
    AT_DIGIT = 11,
    AT_RANGES = 12,
    AT_GLYPHS = 14,
    AT_REPLACEMENT = 16,
    AT_PAIRS = 18,
    AT_SIZE = 20,
    AT_CHECKSUM = 24
};

/* In the record of a glyph. */
enum { AT_BITS = 0, AT_W = 3, AT_H, AT_LEFT, AT_TOP, AT_ADVANCE };

/* Two bytes, the lower first. On AVR they are one load: of two, avr-gcc (5.4 at least) makes one
 * itself, but from RAM. */
static inline uint16_t pmb_pair_of(const PMB_FLASH uint8_t *bytes)
{
#ifdef __AVR__
    return *(const PMB_FLASH uint16_t *)bytes;
#else
    return (uint16_t)(bytes[0] | bytes[1] << 8);
#endif
}

#endif
