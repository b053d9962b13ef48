/*
 * model.h - what each bit of a picture is expected to be (docs/formats.md).
 *
 * The decoder and the maker's encoder both include this, after defining
 *
 *     struct coder;
 *     static uint8_t code_bit(struct coder *coder, uint16_t context, uint8_t wanted);
 *
 * which returns the decoded bit, or takes the wanted one.
 */
#ifndef PEMBLE_SRC_PICTURE_MODEL_H
#define PEMBLE_SRC_PICTURE_MODEL_H

#include "pemble/picture.h"

/* Pixels that are known: two rows of a picture in turn, or the frame of a reel. A pixel that has
 * not been coded yet still is what it was two rows above, or in the frame before. */
struct known {
    uint8_t *memory;
    uint16_t w, rows;
    uint16_t stride; /* bytes a row */
    uint8_t bits;    /* a pixel: 1, 2, 4, 8 or 16 */
};

/*
 * What is around a pixel of one bit: three rows (from two above to its own, or, in a reel, from the
 * one above to the one below), each of seven columns, the pixel's own in bit 3. It goes along with
 * the pixels, so that only one column is looked up for each.
 */
enum { WINDOW_ROWS = 3, MOST_ONE_BIT = 11 };
struct window {
    bool moved;
    int16_t x, y;
    const uint8_t *rows[WINDOW_ROWS]; /* NULL: all 0 */
    uint8_t bits[WINDOW_ROWS];
    uint8_t row[MOST_ONE_BIT], mask[MOST_ONE_BIT]; /* where each neighbour is in it */
};

/* How the pixels of a picture are modelled. */
struct model {
    pmb_pixels pixels;
    uint8_t neighbours; /* of the template */
    uint8_t far;        /* columns to a pixel far to the left; 0: none */
    bool reel;
    uint16_t h;
    uint8_t hit;        /* the pixel before was as the likeliest neighbour */
    uint16_t recent[8]; /* values that no neighbour had, the last first */
    struct window window;
};

enum { MOST_INK = 4, MOST_VALUE = 7, CANDIDATES = 4 };
enum { RECENT = 8, MAGNITUDES = 8, RESIDUALS = MAGNITUDES + 2, ACTIVITIES = 3 };

static inline uint16_t known_stride(uint16_t w, uint8_t bits)
{
    return (uint16_t)(((uint32_t)w * bits + 7) / 8);
}

/* Where a row is: the two rows of a picture come in turn. No division: processors may have none. */
static inline uint8_t *known_row(const struct known *k, int32_t y)
{
    const uint16_t row = k->rows == 2 ? (uint16_t)y & 1 : (uint16_t)y;
    return k->memory + (uint32_t)row * k->stride;
}

static inline uint16_t known_get(const struct known *k, int32_t column, int32_t y)
{
    if (column < 0 || column >= k->w)
        return 0;
    const uint8_t *row = known_row(k, y);
    const uint16_t x = (uint16_t)column;
    if (k->bits == 1)
        return row[x >> 3] >> (7 - (x & 7)) & 1;
    switch (k->bits) {
    case 16:
        return (uint16_t)(row[2 * x] << 8 | row[2 * x + 1]);
    case 8:
        return row[x];
    case 4:
        return x & 1 ? row[x / 2] & 15 : row[x / 2] >> 4;
    default:
        return row[x / 4] >> (6 - 2 * (x & 3)) & 3;
    }
}

static inline void known_put(const struct known *k, int32_t x, int32_t y, uint16_t value)
{
    uint8_t *row = known_row(k, y);
    if (k->bits == 1) {
        const uint8_t bit = (uint8_t)(0x80 >> (x & 7));
        row += x >> 3;
        *row = (uint8_t)(value ? *row | bit : *row & ~bit);
        return;
    }
    const uint8_t per_byte = (uint8_t)(8 / (k->bits > 8 ? 8 : k->bits));
    const uint8_t shift = (uint8_t)(8 - k->bits * (x % per_byte + 1));
    if (k->bits == 16) {
        row[2 * x] = (uint8_t)(value >> 8);
        row[2 * x + 1] = (uint8_t)value;
        return;
    }
    uint8_t *byte = row + x / per_byte;
    const uint8_t mask = (uint8_t)(((1 << k->bits) - 1) << shift);
    *byte = (uint8_t)((*byte & ~mask) | (value << shift & mask));
}

struct offset {
    int8_t x, y;
};

/* Neighbours from the most to the least telling. In a picture two rows above is where the pixel
 * itself was; in a reel what is not coded yet is the frame before. */
static const PMB_FLASH struct offset still_template[MOST_ONE_BIT] = {
    {-1, 0}, {0, -1},  {1, -1}, {-1, -1}, {-2, 0}, {0, -2},
    {2, -1}, {-2, -1}, {-3, 0}, {1, -2},  {3, -1}};
static const PMB_FLASH struct offset reel_template[MOST_ONE_BIT] = {
    {0, 0}, {-1, 0}, {0, -1}, {1, 0}, {0, 1}, {1, -1}, {-1, -1}, {1, 1}, {-1, 1}, {-2, 0}, {2, -1}};

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
        return (uint16_t)(1u << (neighbours + (far > 0)));
    case PMB_PIXELS_INK:
        return (uint16_t)(3u << (2 * neighbours));
    case PMB_PIXELS_GREY:
        return (uint16_t)((CANDIDATES << neighbours) + RECENT + ACTIVITIES * RESIDUALS);
    default:
        return (uint16_t)((CANDIDATES << neighbours) + RECENT + 3 * ACTIVITIES * RESIDUALS);
    }
}

/* A pixel of a row; 0 outside of it. */
static inline uint8_t window_bit(const struct known *k, const uint8_t *row, int16_t x)
{
    static const uint8_t masks[8] = {128, 64, 32, 16, 8, 4, 2, 1};
    return row && (uint16_t)x < k->w && (row[x >> 3] & masks[x & 7]) ? 1 : 0;
}

/* Moves the window to a pixel: by a column, or anywhere. */
static inline void window_move(struct window *v, const struct model *m, const struct known *k,
                               int16_t x, int16_t y)
{
    if (v->moved && y == v->y && x == v->x + 1) {
        for (uint8_t i = 0; i < WINDOW_ROWS; i++)
            v->bits[i] = (uint8_t)(v->bits[i] << 1 | window_bit(k, v->rows[i], (int16_t)(x + 3)));
        v->x = x;
        return;
    }
    *v = (struct window){.moved = true, .x = x, .y = y};
    for (uint8_t i = 0; i < WINDOW_ROWS; i++) {
        const int16_t row = (int16_t)(y - 2 + i + m->reel);
        const bool empty = row >= (int16_t)m->h || (row < 0 && m->reel);
        v->rows[i] = empty ? NULL : known_row(k, row < 0 ? row + 2 : row);
        for (int16_t column = -3; column <= 3; column++)
            v->bits[i] =
                (uint8_t)(v->bits[i] << 1 | window_bit(k, v->rows[i], (int16_t)(x + column)));
    }
    const PMB_FLASH struct offset *o = m->reel ? reel_template : still_template;
    for (uint8_t i = 0; i < m->neighbours; i++, o++) {
        v->row[i] = (uint8_t)(o->y + 2 - m->reel);
        v->mask[i] = (uint8_t)(1 << (3 - o->x));
    }
}

static inline uint16_t model_one_bit(struct coder *coder, struct model *m, const struct known *k,
                                     int32_t x, int32_t y, uint16_t wanted)
{
    struct window *v = &m->window;
    uint16_t context = 0;
    window_move(v, m, k, (int16_t)x, (int16_t)y);
    for (uint8_t i = 0; i < m->neighbours; i++) {
        context = (uint16_t)(context << 1);
        if (v->bits[v->row[i]] & v->mask[i])
            context |= 1;
    }
    if (m->far > 0)
        context = (uint16_t)(context << 1 | known_get(k, x - m->far, y));
    const uint8_t bit = code_bit(coder, context, (uint8_t)wanted);
    uint8_t *own = &v->bits[m->reel ? 1 : 2]; /* the row of the pixel itself */
    *own = (uint8_t)(bit ? *own | 8 : *own & ~8);
    return bit;
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

static inline uint16_t model_pixel(struct coder *coder, struct model *m, const struct known *k,
                                   int32_t x, int32_t y, uint16_t wanted)
{
    if (m->pixels == PMB_PIXELS_ONE_BIT)
        return model_one_bit(coder, m, k, x, y, wanted);
    if (m->pixels == PMB_PIXELS_INK)
        return model_ink(coder, m, k, x, y, wanted);
    return model_value(coder, m, k, x, y, wanted);
}

/* Bits of a pixel in memory. A grey with transparency has 17 values. */
static inline uint8_t model_bits(pmb_pixels pixels, bool transparent)
{
    return pixels == PMB_PIXELS_GREY && transparent ? 8 : (uint8_t)pixels;
}

#endif
