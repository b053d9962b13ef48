/* model_one_bit.h - what each bit of a picture of one bit is expected to be (docs/formats.md). */
#ifndef PEMBLE_SRC_PICTURE_MODEL_ONE_BIT_H
#define PEMBLE_SRC_PICTURE_MODEL_ONE_BIT_H

#include "picture/model_state.h"

/* A function whose numbers fill the registers of an AVR: not inlined there. */
#ifdef __AVR__
#define APART static __attribute__((noinline, unused))
#else
#define APART static inline
#endif

/*
 * What is around a pixel of one bit: of each of three rows (of a picture two above, above, its own;
 * of a reel above, its own, below) some columns that follow one another, the first row highest in
 * the context. `width` columns, the last of which is `ahead` of the pixel's.
 */
struct extent {
    uint8_t width;
    int8_t ahead;
};
static const PMB_FLASH struct extent still_extents[MOST_ONE_BIT + 1][WINDOW_ROWS] = {
    {{0, 0}, {0, 0}, {0, -1}}, {{0, 0}, {0, 0}, {1, -1}}, {{0, 0}, {1, 0}, {1, -1}},
    {{0, 0}, {2, 1}, {1, -1}}, {{0, 0}, {3, 1}, {1, -1}}, {{0, 0}, {3, 1}, {2, -1}},
    {{1, 0}, {3, 1}, {2, -1}}, {{1, 0}, {4, 2}, {2, -1}}, {{1, 0}, {5, 2}, {2, -1}},
    {{1, 0}, {5, 2}, {3, -1}}, {{2, 1}, {5, 2}, {3, -1}}, {{2, 1}, {6, 3}, {3, -1}}};
static const PMB_FLASH struct extent reel_extents[MOST_ONE_BIT + 1][WINDOW_ROWS] = {
    {{0, 0}, {0, 0}, {0, 0}}, {{0, 0}, {1, 0}, {0, 0}}, {{0, 0}, {2, 0}, {0, 0}},
    {{1, 0}, {2, 0}, {0, 0}}, {{1, 0}, {3, 1}, {0, 0}}, {{1, 0}, {3, 1}, {1, 0}},
    {{2, 1}, {3, 1}, {1, 0}}, {{3, 1}, {3, 1}, {1, 0}}, {{3, 1}, {3, 1}, {2, 1}},
    {{3, 1}, {3, 1}, {3, 1}}, {{3, 1}, {4, 1}, {3, 1}}, {{4, 2}, {4, 1}, {3, 1}}};

/* Before the first row: the windows of a context of one bit, and where contexts begin. */
static inline void model_plan(struct model *m)
{
    if (m->pixels != PMB_PIXELS_ONE_BIT) {
        m->others = model_candidates(m);
        m->agains = (uint16_t)(model_contexts(m) - 2 * RUNS);
        m->alike = (uint16_t)(m->far ? m->agains - 1 : m->agains + 2 * RUNS - 1);
        return;
    }
    uint16_t one = 1;
    for (uint8_t i = WINDOW_ROWS; i-- > 0;) {
        const PMB_FLASH struct extent *e =
            (m->reel ? reel_extents[m->neighbours] : still_extents[m->neighbours]) + i;
        const uint16_t above = (uint16_t)(one << e->width);
        m->windows[i] = (struct window){
            .one = e->width ? one : 0, .all = (uint16_t)(above - one), .ahead = e->ahead};
        one = above;
    }
}

/* A row, from the byte on where the next eight of its pixels that come into sight begin; they do
 * with bit n of that. A product shifts in one go where a processor shifts bit by bit. */
struct seen {
    const uint8_t *at;
    int16_t room; /* bytes from there to the row's end; a row that is not there has none */
    uint8_t by;   /* 2^n */
};

static inline uint8_t joined(uint8_t here, uint8_t next, uint8_t by)
{
    return (uint8_t)((uint8_t)(here * by) | (uint16_t)(next * by) >> 8);
}

/* The next eight; 0 behind the row's end. */
static inline uint8_t see_next(struct seen *s)
{
    if (s->room <= 0)
        return 0;
    const uint8_t here = *s->at++;
    s->room--;
    return joined(here, s->room > 0 ? *s->at : 0, s->by);
}

/* Begins with a row (NULL: it is not there) at a column, and adds to the context what is in sight
 * of the column before. */
static inline struct seen see_from(const struct known *k, const uint8_t *row, int16_t column,
                                   const struct window *window, uint16_t *context)
{
    static const PMB_FLASH uint8_t powers[] = {1, 2, 4, 8, 16, 32, 64, 128};
    struct seen seen = {.by = powers[column & 7]};
    if (!row)
        return seen;
    const uint16_t byte = (uint16_t)column >> 3;
    seen.at = row + byte;
    seen.room = (int16_t)(k->stride - byte);
    const uint8_t before = byte > 0 ? seen.at[-1] : 0, here = seen.room > 0 ? seen.at[0] : 0;
    *context |= (uint16_t)(joined(before, here, seen.by) * window->one) & window->all;
    return seen;
}

/* What comes into sight with eight columns: a byte for each row, the first column on top. */
struct bytes {
    uint8_t first, second, third;
};

/* Whether all that comes into sight with eight columns, and all that was in sight of the column
 * before (`ones` where all of it is 1), is 0 or all is 1. */
static inline bool is_uniform(bool reel, uint16_t context, uint16_t ones, struct bytes next,
                              bool *value)
{
    *value = next.first & 1;
    const uint8_t all = *value ? 0xFF : 0x00;
    return next.first == all && next.second == all && context == (*value ? ones : 0) &&
           next.third == (reel ? all : all & 0x80);
}

/* Sets eight pixels, of which the first is where `mask` is. */
static inline void put_eight(uint8_t *byte, uint8_t mask, bool value)
{
    const uint8_t here = (uint8_t)(2 * mask - 1), behind = (uint8_t)~here; /* in two bytes */
    byte[0] = (uint8_t)(value ? byte[0] | here : byte[0] & behind);
    if (behind)
        byte[1] = (uint8_t)(value ? byte[1] | behind : byte[1] & here);
}

static inline bool are_eight(const uint16_t *wanted, bool value)
{
    uint8_t i = 0;
    while (wanted && i < 8 && (wanted[i] != 0) == value)
        i++;
    return i == 8;
}

static inline bool bit_at(const uint8_t *row, uint16_t x)
{
    return row[x >> 3] >> (7 - (x & 7)) & 1;
}

/* The pixels of row y from column `x` to `end`: eight at once where all around them is alike and
 * they are, too; else one by one. `reel` is the model's: so an AVR keeps it in a register. */
APART void model_row_one_bit(struct coder *coder, const struct model *m, bool reel,
                             const struct known *k, int16_t y, int16_t x, int16_t end,
                             const uint16_t *wanted)
{
    if (x >= end) /* unreached: no part of ours is empty */
        return;   /* unreached: as above */
    const struct window *const w = m->windows;
    const uint16_t one0 = w[0].one, one1 = w[1].one, one2 = w[2].one;
    const uint16_t ones = w[0].all | w[1].all | w[2].all;
    const uint16_t keep = ones & (uint16_t) ~(one0 | one1 | one2);
    const uint16_t same = (uint16_t)(one1 << w[1].ahead); /* in a reel: the pixel as it was */
    uint8_t *const row = known_row(k, y), *byte = row + (x >> 3);
    const uint8_t *const above = !reel ? row : y > 0 ? row - k->stride : NULL;
    const uint8_t *const below = reel && y + 1 < (int16_t)m->h ? row + k->stride : NULL;
    /* A picture keeps two rows: two above is where the row itself comes to be. */
    const uint8_t *const middle = reel ? row : known_row(k, y + 1);
    uint16_t context = 0;
    struct seen first = see_from(k, above, (int16_t)(x + w[0].ahead), &w[0], &context);
    struct seen second = see_from(k, middle, (int16_t)(x + w[1].ahead), &w[1], &context);
    struct seen third = see_from(k, below, (int16_t)(x + w[2].ahead), &w[2], &context);
    struct bytes next = {0, 0, 0};
    uint8_t mask = (uint8_t)(0x80 >> (x & 7)), left = 0;
    for (; x < end; x++, left--) {
        if (left == 0) {
            bool value;
            next.first = see_next(&first);
            next.second = see_next(&second);
            if (reel)
                next.third = see_next(&third);
            left = 8;
            if (m->far == 0 && end - x >= 8 && is_uniform(reel, context, ones, next, &value) &&
                !code_bit(coder, (uint16_t)((1u << m->neighbours) + value),
                          !are_eight(wanted ? wanted + x : NULL, value))) {
                put_eight(byte++, mask, value);
                context = value ? ones : 0;
                x = (int16_t)(x + 7);
                left = 1;
                continue;
            }
        }
        /* The context of this column, from that of the one before. */
        context = (uint16_t)(context << 1) & keep;
        if (next.first & 0x80)
            context |= one0;
        if (next.second & 0x80)
            context |= one1;
        if (next.third & 0x80)
            context |= one2;
        next.first = (uint8_t)(next.first << 1);
        next.second = (uint8_t)(next.second << 1);
        next.third = (uint8_t)(next.third << 1);
        uint16_t all = context;
        if (m->far > 0)
            all = (uint16_t)(all << 1 | (x >= m->far && bit_at(row, (uint16_t)(x - m->far))));
        const uint8_t bit = code_bit(coder, all, wanted && wanted[x]);
        if (!reel) { /* it comes into sight */
            next.third = bit ? 0x80 : 0;
            *byte = (uint8_t)(bit ? *byte | mask : *byte & ~mask);
        } else if (bit != ((*byte & mask) != 0)) { /* it is not what it was */
            context ^= same;
            *byte ^= mask;
        }
        mask >>= 1;
        if (mask == 0) {
            mask = 0x80;
            byte++;
        }
    }
}

#endif
