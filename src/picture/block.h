/* block.h - picture blocks: their header, and the decoder of their pixels; private to src/picture.
 */
#ifndef PEMBLE_SRC_PICTURE_BLOCK_H
#define PEMBLE_SRC_PICTURE_BLOCK_H

#include "pemble/reel.h"

enum { PMB_PICTURE_VERSION = 2, PMB_PICTURE_HEADER = 32, PMB_PICTURE_CRC_AT = 16 };

/* The numbers of a header that pmb_picture_info does not show. */
typedef struct pmb_block {
    pmb_picture_info info;
    bool reel;
    uint16_t key; /* the transparent value */
    uint8_t neighbours, far;
    uint32_t checksum;
    uint32_t tables; /* bytes of them */
} pmb_block;

pmb_status pmb_block_read(pmb_block *block, const pmb_source *source);

/* A stream at an offset of a source. */
pmb_stream pmb_stream_at(const pmb_source *source, uint32_t offset);

/* The next byte; 0 behind the end, and when the reader fails. */
uint8_t pmb_stream_next(pmb_stream *stream);

/* Values of pixels as colours. */
pmb_color pmb_pixel_color(const pmb_block *block, const pmb_picture_style *style, uint16_t value);

/* Whether a value is not drawn. */
bool pmb_pixel_hidden(const pmb_block *block, const pmb_picture_style *style, uint16_t value);

#endif
