/* font_block.h - makes a font block (docs/formats.md) from a font file. */
#ifndef PEMBLE_BAKE_FONT_BLOCK_H
#define PEMBLE_BAKE_FONT_BLOCK_H

#include <stddef.h>
#include <stdint.h>

struct font_block {
    uint8_t *bytes; /* from malloc */
    size_t size;
    unsigned glyphs;
};

/* Reads a bitmap font (BDF or PCF) with FreeType. Returns 0, or -1 with the reason in `why`. */
int font_block_read(struct font_block *block, const char *path, char *why, size_t why_size);

#endif
