/* decode.h - the binary arithmetic decoder (docs/formats.md); private to src/picture. */
#ifndef PEMBLE_SRC_PICTURE_DECODE_H
#define PEMBLE_SRC_PICTURE_DECODE_H

#include "picture/block.h"
#include "picture/levels.h"

/*
 * The decoder keeps an interval of a 32-bit number. Each bit divides it by its probability; what is
 * left is widened by whole bytes. Probabilities do not adapt: a nibble a context, from the block's
 * table.
 */
struct coder {
    pmb_stream *stream;
    const PMB_FLASH uint8_t *flash_tables; /* or, when it is NULL, */
    const uint8_t *tables;
    uint32_t range, code;
};

static inline uint8_t decode_bit(struct coder *c, uint16_t of_zero)
{
    const uint32_t bound = (c->range >> 12) * of_zero;
    uint8_t bit = 0;
    if (c->code < bound) {
        c->range = bound;
    } else {
        c->code -= bound;
        c->range -= bound;
        bit = 1;
    }
    while (!(c->range >> 24)) {
        c->range <<= 8;
        c->code = c->code << 8 | pmb_stream_next(c->stream);
    }
    return bit;
}

static inline uint8_t code_bit(struct coder *c, uint16_t context, uint8_t wanted)
{
    (void)wanted;
    const uint8_t pair = c->flash_tables ? c->flash_tables[context / 2] : c->tables[context / 2];
    return decode_bit(c, pmb_levels[context & 1 ? pair & 15 : pair >> 4]);
}

/* A number of `bits` bits, each as likely as the other. */
static inline uint16_t decode_number(struct coder *c, uint8_t bits)
{
    uint16_t number = 0;
    for (; bits > 0; bits--)
        number = (uint16_t)(number << 1 | decode_bit(c, 2048));
    return number;
}

static inline void decode_start(struct coder *c)
{
    c->range = 0xFFFFFFFFu;
    c->code = 0;
    for (uint8_t i = 0; i < 4; i++)
        c->code = c->code << 8 | pmb_stream_next(c->stream);
}

#endif
