/* font_block.h - makes a font block (docs/formats.md) from a font file. */
#ifndef PEMBLE_FONTS_FONT_BLOCK_H
#define PEMBLE_FONTS_FONT_BLOCK_H

#include <stdbool.h>
#include <stddef.h>
#include <stdint.h>
#include <stdio.h>

enum { MOST_CODES = 4096 };

/* A set of characters, by code point. */
struct code_set {
    uint32_t codes[MOST_CODES];
    size_t count;
};

/* What to make of a file. */
struct font_request {
    const char *path;
    int size;                    /* pixels from ascent to descent; 0: that of a bitmap font */
    int bits;                    /* a pixel: 1, 2 or 4; 0 is 1 */
    bool plain;                  /* no glyph is packed */
    bool unkerned;               /* without the pairs that are kerned */
    const struct code_set *only; /* NULL: every character of the font */
};

struct font_block {
    uint8_t *bytes; /* from malloc */
    size_t size;
    unsigned glyphs;
    size_t bitmap_bytes;
    unsigned packed;         /* glyphs that are */
    unsigned pairs;          /* that are kerned */
    struct code_set missing; /* asked for, and not in the font */
};

/* Reads a font (BDF, PCF, TTF, OTF) with FreeType. False with the reason in `why`. */
bool font_block_read(struct font_block *block, const struct font_request *request, char *why,
                     size_t why_size);
void font_block_free(struct font_block *block);

/* Writes the block as C: a const pmb_font of that name. False when it cannot be written. */
bool font_block_write_c(const struct font_block *block, const char *name, FILE *f);

/* Writes a header that declares it. */
bool font_block_write_header(const char *name, FILE *f);

/* Adds a code point; true unless the set is full. A set is kept sorted, with each once. */
bool code_set_add(struct code_set *set, uint32_t code);

#endif
