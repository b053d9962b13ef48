/* decode.h - the binary arithmetic decoder (docs/formats.md); private to src/picture. */
#ifndef PEMBLE_SRC_PICTURE_DECODE_H
#define PEMBLE_SRC_PICTURE_DECODE_H

#include "picture/block.h"
#include "picture/learn.h"
#include "picture/levels.h"

/*
 * The decoder keeps an interval of 16 bits. Each bit divides the interval by the bit's probability.
 * The part that is left is doubled until it is at least 2^15. Probabilities are learnt, or do not
 * change: then the block's table has a nibble for each context. A multiplication of 16 bits is
 * enough.
 */
struct coder {
    pmb_stream *stream;
    const PMB_FLASH uint8_t *flash_tables; /* or, when it is NULL, */
    const uint8_t *tables;
#if PMB_LEARNING
    pmb_learnt *learnt; /* for each context; NULL: by the tables */
#endif
    uint16_t range, code;
    uint8_t ahead, left; /* bits of the stream that have been read: the next one on top */
};

/* Takes in one more bit. */
static inline void decode_more(struct coder *c)
{
    if (c->left == 0) {
        c->ahead = pmb_stream_next(c->stream);
        c->left = 8;
    }
    c->code = (uint16_t)(c->code << 1 | c->ahead >> 7);
    c->ahead = (uint8_t)(c->ahead << 1);
    c->left--;
}

static inline uint8_t decode_bit(struct coder *c, uint16_t of_zero)
{
    uint16_t range = (uint16_t)(((uint32_t)c->range * of_zero) >> 16);
    uint8_t bit = 0;
    if (c->code >= range) {
        c->code = (uint16_t)(c->code - range);
        range = (uint16_t)(c->range - range);
        bit = 1;
    }
    for (; !(range & 0x8000); range = (uint16_t)(range << 1))
        decode_more(c);
    c->range = range;
    return bit;
}

static inline uint8_t code_bit(struct coder *c, uint16_t context, uint8_t wanted)
{
    (void)wanted;
#if PMB_LEARNING
    if (c->learnt) {
        const pmb_learnt kept = c->learnt[context];
        const uint8_t bit = decode_bit(c, learnt_chance(kept));
        c->learnt[context] = learnt_from(kept, bit);
        return bit;
    }
#endif
    const uint8_t pair = c->flash_tables ? c->flash_tables[context / 2] : c->tables[context / 2];
    return decode_bit(c, pmb_levels[context & 1 ? pair & 15 : pair >> 4]);
}

/* A number of `bits` bits, each as likely as the other. */
static inline uint16_t decode_number(struct coder *c, uint8_t bits)
{
    uint16_t number = 0;
    for (; bits > 0; bits--)
        number = (uint16_t)(number << 1 | decode_bit(c, 32768));
    return number;
}

static inline void decode_start(struct coder *c)
{
    c->range = 0xFFFF;
    c->left = 0;
    for (uint8_t i = 0; i < 16; i++)
        decode_more(c);
}

struct model;
struct known;

/* Decodes the pixels of row y from column `from` to `to` (exclusive), and keeps them. */
void pmb_decode_row(struct coder *coder, struct model *model, const struct known *known, int32_t y,
                    int32_t from, int32_t to);

#endif
