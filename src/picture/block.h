/* block.h - picture blocks: their header, and the decoder of their pixels; private to src/picture.
 */
#ifndef PEMBLE_SRC_PICTURE_BLOCK_H
#define PEMBLE_SRC_PICTURE_BLOCK_H

#include "pemble/reel.h"

/* Of the two versions, one has tables of probabilities, and those of the other are learnt. */
enum {
    PMB_PICTURE_TABLES = 2,
    PMB_PICTURE_LEARNING = 3,
    PMB_PICTURE_HEADER = 32,
    PMB_PICTURE_CRC_AT = 16
};

/* The numbers of a header that pmb_picture_info does not show. */
typedef struct pmb_block {
    pmb_picture_info info;
    bool reel, learning;
    uint16_t key; /* the transparent value */
    uint8_t neighbours, far;
    uint32_t checksum;
    uint32_t tables; /* bytes of them */
    uint32_t memory; /* bytes beyond the pixels: tables of a reader, or what is learnt, and then the
                        palette of a reader */
    uint16_t colors; /* of the palette, which follows the header; 0: there is none */
    const PMB_FLASH uint8_t *flash_palette; /* two bytes a colour; or, when it is NULL, */
    const uint8_t *palette;
} pmb_block;

/* Without PMB_LEARNING there are no palettes. */
static inline uint32_t pmb_block_palette_bytes(uint16_t colors)
{
    return PMB_LEARNING ? 2u * colors : 0;
}

/* Where the palette is when a reader has the bytes: the end of the memory behind the pixels. */
static inline uint8_t *pmb_block_palette(const pmb_block *block, uint8_t *behind)
{
    return behind + block->memory - pmb_block_palette_bytes(block->colors);
}

/* Where the tables are, or the coded bits. */
static inline uint32_t pmb_block_start(const pmb_block *block)
{
    return PMB_PICTURE_HEADER + pmb_block_palette_bytes(block->colors);
}

/* The header. PMB_ERR_UNSUPPORTED: probabilities that are learnt, without PMB_LEARNING. */
pmb_status pmb_block_read(pmb_block *block, const pmb_source *source);

/* A stream at an offset of a source. */
pmb_stream pmb_stream_at(const pmb_source *source, uint32_t offset);

/* PMB_ERR_BUS when its reader failed, or ended before so many bytes of its file. */
pmb_status pmb_stream_status(const pmb_stream *stream, uint32_t bytes);

/* The next byte; 0 behind the end, and when the reader fails. */
uint8_t pmb_stream_next(pmb_stream *stream);

/* Values of pixels as colours. */
pmb_color pmb_pixel_color(const pmb_block *block, const pmb_picture_style *style, uint16_t value);

/* Whether a value is not drawn. */
bool pmb_pixel_hidden(const pmb_block *block, const pmb_picture_style *style, uint16_t value);

#endif
