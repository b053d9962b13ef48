/*
 * model.h - what each bit of a picture is expected to be (docs/formats.md).
 *
 * The decoder and the maker's encoder both include this. Each has a coder of its own, and one
 * function for it: code_bit returns the decoded bit, or takes the wanted one.
 */
#ifndef PEMBLE_SRC_PICTURE_MODEL_H
#define PEMBLE_SRC_PICTURE_MODEL_H

#include "pemble/picture.h"
#include "picture/known.h"

struct coder;
static inline uint8_t code_bit(struct coder *coder, uint16_t context, uint8_t wanted);

/* A function whose numbers fill the registers of an AVR: not inlined there. */
#ifdef __AVR__
#define APART static __attribute__((noinline, unused))
#else
#define APART static inline
#endif

enum { MOST_ONE_BIT = 11, WINDOW_ROWS = 3 };

/* Of a row above, here or below, the columns that are in a context of one bit. */
struct window {
    uint16_t one; /* the last column, as a bit of the context; 0: the row is not in it */
    uint16_t all; /* all of them */
    int8_t ahead; /* from the pixel to the last column */
};

/* How the pixels of a picture are modelled. */
struct model {
    pmb_pixels pixels;
    uint8_t neighbours; /* of the template */
    uint8_t far;        /* columns to a pixel far to the left; 0: none */
    bool reel;
    uint16_t h;
    struct window windows[WINDOW_ROWS];
    uint8_t hit;        /* the pixel before was as the likeliest neighbour */
    uint16_t recent[8]; /* values that no neighbour had, the last first */
};

enum { MOST_INK = 4, MOST_VALUE = 7, CANDIDATES = 4 };
enum { RECENT = 8, MAGNITUDES = 8, RESIDUALS = MAGNITUDES + 2, ACTIVITIES = 3 };

struct offset {
    int8_t x, y;
};

/* Neighbours from the most to the least telling. In a picture two rows above is where the pixel
 * itself was; in a reel what is not coded yet is the frame before. */
static const PMB_FLASH struct offset still_template[6] = {{-1, 0},  {0, -1}, {1, -1},
                                                          {-1, -1}, {-2, 0}, {0, -2}};
static const PMB_FLASH struct offset reel_template[6] = {{0, 0}, {-1, 0}, {0, -1},
                                                         {1, 0}, {0, 1},  {1, -1}};

/* A neighbour; 0 outside of the picture. */
static inline uint16_t neighbour(const struct model *m, const struct known *k, int32_t x, int32_t y,
                                 uint8_t number)
{
    const PMB_FLASH struct offset *o = (m->reel ? reel_template : still_template) + number;
    const int32_t row = y + o->y;
    /* Before the first rows of a picture its memory is empty. */
    if (row >= m->h || (row < 0 && m->reel))
        return 0;
    return known_get(k, x + o->x, row < 0 ? row + 2 : row);
}

/* Contexts that a model has. */
static inline uint16_t model_contexts(pmb_pixels pixels, uint8_t neighbours, uint8_t far)
{
    switch (pixels) {
    case PMB_PIXELS_ONE_BIT:
        return (uint16_t)((1u << (neighbours + (far > 0))) + 2);
    case PMB_PIXELS_INK:
        return (uint16_t)(3u << (2 * neighbours));
    case PMB_PIXELS_GREY:
        return (uint16_t)((CANDIDATES << neighbours) + RECENT + ACTIVITIES * RESIDUALS);
    default:
        return (uint16_t)((CANDIDATES << neighbours) + RECENT + 3 * ACTIVITIES * RESIDUALS);
    }
}

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

/* Before the first row: the windows of a context of one bit. */
static inline void model_plan(struct model *m)
{
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

/* The pixels of row y from column `x` to `end`: eight at once where all around them is alike and
 * they are, too; else one by one. `reel` is the model's: so an AVR keeps it in a register. */
APART void model_row_one_bit(struct coder *coder, const struct model *m, bool reel,
                             const struct known *k, int16_t y, int16_t x, int16_t end,
                             const uint16_t *wanted)
{
    if (x >= end)
        return;
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
            all = (uint16_t)(all << 1 | known_get(k, x - m->far, y));
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

static inline uint16_t model_ink(struct coder *coder, const struct model *m, const struct known *k,
                                 int32_t x, int32_t y, uint16_t wanted)
{
    uint16_t context = 0;
    for (uint8_t i = 0; i < m->neighbours; i++)
        context = (uint16_t)(context << 2 | neighbour(m, k, x, y, i));
    context = (uint16_t)(context * 3);
    const uint8_t high = code_bit(coder, context, wanted >> 1 & 1);
    return (uint16_t)(high << 1 | code_bit(coder, (uint16_t)(context + 1 + high), wanted & 1));
}

static inline int16_t component(uint16_t value, uint8_t number, bool color)
{
    if (!color)
        return (int16_t)value;
    return (int16_t)(number == 0 ? value >> 11 : number == 1 ? value >> 5 & 63 : value & 31);
}

static inline int16_t far_apart(int16_t a, int16_t b)
{
    return (int16_t)(a < b ? b - a : a - b);
}

/* What differs from the expected value: whether it does, its sign, and its size in ones. */
static inline int16_t model_residual(struct coder *coder, uint16_t context, int16_t wanted)
{
    int16_t size = (int16_t)(wanted < 0 ? -wanted : wanted);
    if (!code_bit(coder, context, size > 0))
        return 0;
    const uint8_t negative = code_bit(coder, (uint16_t)(context + 1), wanted < 0);
    int16_t coded = 1;
    for (; coded < 64; coded++) {
        const uint8_t place = (uint8_t)(coded < MAGNITUDES ? coded - 1 : MAGNITUDES - 1);
        if (!code_bit(coder, (uint16_t)(context + 2 + place), size > coded))
            break;
    }
    return (int16_t)(negative ? -coded : coded);
}

/* A value that none of the neighbours has: its components, from those to the left and above. */
static inline uint16_t model_other(struct coder *coder, const struct model *m, uint16_t west,
                                   uint16_t north, uint16_t corner, uint16_t wanted)
{
    const bool color = m->pixels == PMB_PIXELS_COLOR;
    uint16_t value = 0;
    for (uint8_t i = 0; i < (color ? 3 : 1); i++) {
        const int16_t w = component(west, i, color), n = component(north, i, color),
                      c = component(corner, i, color);
        const int16_t low = w < n ? w : n, high = w < n ? n : w, slope = (int16_t)(w + n - c);
        const int16_t expected = slope < low ? low : slope > high ? high : slope;
        const int16_t activity = (int16_t)(far_apart(w, c) + far_apart(n, c));
        const uint8_t class = activity < 2 ? 0 : activity < 6 ? 1 : 2;
        const uint16_t context = (uint16_t)((CANDIDATES << m->neighbours) + RECENT +
                                            (i * ACTIVITIES + class) * RESIDUALS);
        const int16_t differs =
            model_residual(coder, context, (int16_t)(component(wanted, i, color) - expected));
        const uint8_t bits = color ? (i == 1 ? 6 : 5) : 5;
        value = (uint16_t)(value << bits | ((expected + differs) & ((1 << bits) - 1)));
    }
    return value;
}

/* What is around a pixel, as bits: which of its neighbours are alike. The template's number of them
 * counts. */
static inline uint8_t model_pattern(const struct model *m, const struct known *k, int32_t x,
                                    int32_t y, const uint16_t c[CANDIDATES], uint16_t west,
                                    uint16_t north)
{
    const uint16_t east = c[m->reel ? 3 : 2];
    const uint16_t still = m->reel ? c[0] : c[3];
    uint8_t pattern = (uint8_t)(m->hit | (west == north) << 1 | (north == east) << 2 |
                                (west == still) << 3 | (north == still) << 4);
    if (m->neighbours > 5) /* to the left of the left one, and in a reel what was below */
        pattern = (uint8_t)(pattern | (known_get(k, x - 2, y) == west) << 5);
    if (m->neighbours > 6)
        pattern = (uint8_t)(pattern | (neighbour(m, k, x, y, m->reel ? 4 : 5) == still) << 6);
    return (uint8_t)(pattern & ((1 << m->neighbours) - 1));
}

/* A value that no neighbour has: one of the last such, or a new one. */
static inline uint16_t model_recent(struct coder *coder, struct model *m, uint16_t west,
                                    uint16_t north, uint16_t corner, uint16_t wanted)
{
    const uint16_t context = (uint16_t)(CANDIDATES << m->neighbours);
    uint8_t at = 0;
    while (at < RECENT && m->recent[at] != wanted)
        at++;
    uint16_t value;
    if (code_bit(coder, context, at < RECENT)) {
        uint8_t i = 0;
        while (i < RECENT - 1 && code_bit(coder, (uint16_t)(context + 1 + i), i != at))
            i++;
        at = i;
        value = m->recent[at];
    } else {
        at = RECENT - 1;
        value = model_other(coder, m, west, north, corner, wanted);
    }
    for (; at > 0; at--)
        m->recent[at] = m->recent[at - 1];
    m->recent[0] = value;
    return value;
}

/* Grey and colour: as one of the neighbours, or another value. */
static inline uint16_t model_value(struct coder *coder, struct model *m, const struct known *k,
                                   int32_t x, int32_t y, uint16_t wanted)
{
    const bool rows = y > 0 || !m->reel; /* above a picture there are rows of 0 */
    const int32_t above = y > 0 ? y - 1 : m->reel ? 0 : 1;
    const uint16_t west = known_get(k, x > 0 ? x - 1 : x, x > 0 ? y : above);
    const uint16_t north = rows ? known_get(k, x, above) : 0;
    const uint16_t east = rows ? known_get(k, x + 1, above) : 0;
    const uint16_t corner = rows ? known_get(k, x - 1, above) : 0;
    const uint16_t last = known_get(k, x, y);
    const uint16_t candidates[CANDIDATES] = {m->reel ? last : west, m->reel ? west : north,
                                             m->reel ? north : east, m->reel ? east : corner};
    const uint8_t pattern = model_pattern(m, k, x, y, candidates, west, north);
    for (uint8_t i = 0; i < CANDIDATES; i++) {
        bool seen = false;
        for (uint8_t earlier = 0; earlier < i; earlier++)
            seen = seen || candidates[earlier] == candidates[i];
        const uint16_t context = (uint16_t)((i << m->neighbours) + pattern);
        if (!seen && code_bit(coder, context, wanted == candidates[i])) {
            m->hit = i == 0;
            return candidates[i];
        }
    }
    m->hit = 0;
    return model_recent(coder, m, west, north, corner, wanted);
}

/* Codes the pixels of row y from column `from` to `to`, and keeps them; `wanted` are those of the
 * whole row, NULL in the decoder. */
static inline void model_row(struct coder *coder, struct model *m, const struct known *k, int32_t y,
                             int32_t from, int32_t to, const uint16_t *wanted)
{
    if (m->pixels == PMB_PIXELS_ONE_BIT) {
        model_row_one_bit(coder, m, m->reel, k, (int16_t)y, (int16_t)from, (int16_t)to, wanted);
        return;
    }
    for (int32_t x = from; x < to; x++) {
        const uint16_t value = wanted ? wanted[x] : 0;
        known_put(k, x, y,
                  m->pixels == PMB_PIXELS_INK ? model_ink(coder, m, k, x, y, value)
                                              : model_value(coder, m, k, x, y, value));
    }
}

/* Bits of a pixel in memory. A grey with transparency has 17 values. */
static inline uint8_t model_bits(pmb_pixels pixels, bool transparent)
{
    return pixels == PMB_PIXELS_GREY && transparent ? 8 : (uint8_t)pixels;
}

#endif
