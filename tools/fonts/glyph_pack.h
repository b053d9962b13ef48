/* glyph_pack.h - the pixels of a glyph as bytes, in the smallest of three ways (docs/formats.md).
 */
#ifndef PEMBLE_FONTS_GLYPH_PACK_H
#define PEMBLE_FONTS_GLYPH_PACK_H

#include <stddef.h>
#include <stdint.h>

/*
 * Writes the values of w * h pixels, `bits` each, to `out`, which is empty and has room for a byte
 * a pixel and one more; returns the bytes. *way becomes 0 (pixel by pixel), 1 (packed) or 3 (packed
 * with repeated rows); with way NULL the pixels are not packed.
 */
size_t glyph_pack(const uint8_t *values, int w, int h, int bits, int *way, uint8_t *out);

#endif
