/* model.h - what each pixel of a picture is expected to be (docs/formats.md). */
#ifndef PEMBLE_SRC_PICTURE_MODEL_H
#define PEMBLE_SRC_PICTURE_MODEL_H

#include "picture/model_one_bit.h"
#include "picture/model_state.h"

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
    for (uint8_t bit = PMB_LEARNING ? m->index_bits : 0; bit > 0; bit--)
        value = (uint16_t)(value << 1 | code_bit(coder, (uint16_t)(m->others + RECENT + bit - 1),
                                                 wanted >> (bit - 1) & 1));
    if (PMB_LEARNING && m->index_bits)
        return value;
    for (uint8_t i = 0; i < (color ? 3 : 1); i++) {
        const int16_t w = component(west, i, color), n = component(north, i, color),
                      c = component(corner, i, color);
        const int16_t low = w < n ? w : n, high = w < n ? n : w, slope = (int16_t)(w + n - c);
        const int16_t expected = slope < low ? low : slope > high ? high : slope;
        const int16_t activity = (int16_t)(far_apart(w, c) + far_apart(n, c));
        const uint8_t class = activity < 2 ? 0 : activity < 6 ? 1 : 2;
        const uint16_t context =
            (uint16_t)(m->others + RECENT + (i * ACTIVITIES + class) * RESIDUALS);
        const int16_t differs =
            model_residual(coder, context, (int16_t)(component(wanted, i, color) - expected));
        const uint8_t bits = color ? (i == 1 ? 6 : 5) : 5;
        value = (uint16_t)(value << bits | ((expected + differs) & ((1 << bits) - 1)));
    }
    return value;
}

/* What is around a pixel, and what is in its own place: two rows above, or in the frame before. */
struct around {
    uint16_t west, north, east, corner; /* corner: above, to the left */
    uint16_t west_of_west, last, below; /* below: in a reel, in the frame before */
    /* Two to the left and to the right above, three and four to the left, one right of `last`. */
    uint16_t far_corner, far_east, third, fourth, after;
};

/* What is around a pixel, as bits: which of its neighbours are alike. The template's number of them
 * counts. */
static inline uint8_t model_pattern(const struct model *m, const struct around *a)
{
    const uint16_t still = m->reel ? a->last : a->corner;
    const uint16_t behind = m->reel ? a->below : a->last;
    const uint8_t pattern =
        (uint8_t)(m->hit | (a->west == a->north) << 1 | (a->north == a->east) << 2 |
                  (a->west == still) << 3 | (a->north == still) << 4 |
                  (a->west_of_west == a->west) << 5 | (behind == still) << 6);
    return (uint8_t)(pattern & ((1 << m->neighbours) - 1));
}

/* The same where it is learnt: of more neighbours. */
static inline uint16_t model_wide_pattern(const struct model *m, const struct around *a)
{
    const uint16_t still = m->reel ? a->last : a->corner;
    const uint16_t behind = m->reel ? a->below : a->last;
    const uint16_t pattern =
        (uint16_t)((a->west == still) | (behind == a->north) << 1 | (a->west == a->north) << 2 |
                   (a->far_east == a->west) << 3 | m->hit << 4 | (still == a->far_corner) << 5 |
                   (a->after == a->west) << 6 | (a->north == a->east) << 7 |
                   (a->third == a->west) << 8 | (a->fourth == a->west) << 9);
    return (uint16_t)(pattern & ((1u << m->neighbours) - 1));
}

/* A value that no neighbour has: one of the last such, or a new one. */
static inline uint16_t model_recent(struct coder *coder, struct model *m, uint16_t west,
                                    uint16_t north, uint16_t corner, uint16_t wanted)
{
    const uint16_t context = m->others;
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
static inline uint16_t model_value(struct coder *coder, struct model *m, const struct around *a,
                                   uint16_t wanted)
{
    const uint16_t candidates[CANDIDATES] = {
        m->reel ? a->last : a->west, m->reel ? a->west : a->north, m->reel ? a->north : a->east,
        m->reel ? a->east : a->corner};
    const uint16_t pattern = is_learning(m) ? model_wide_pattern(m, a) : model_pattern(m, a);
    uint16_t context = pattern;
    for (uint8_t i = 0; i < CANDIDATES; i++) {
        const uint16_t value = candidates[i];
        const bool seen = (i > 0 && value == candidates[0]) || (i > 1 && value == candidates[1]) ||
                          (i > 2 && value == candidates[2]);
        if (!seen && code_bit(coder, context, wanted == value)) {
            m->hit = i == 0;
            return value;
        }
        if (!is_learning(m))
            context = (uint16_t)(context + (1u << m->neighbours));
        else
            context = (uint16_t)((1u << m->neighbours) + ((unsigned)i << LATER_BITS) +
                                 (pattern & ((1u << LATER_BITS) - 1)));
    }
    m->hit = 0;
    return model_recent(coder, m, a->west, a->north, a->corner, wanted);
}

/* Whether the AGAIN pixels up to a column of a row are as those so many columns to the left. */
static inline bool model_same(const struct known *k, const uint8_t *row, int32_t last, int32_t back)
{
    uint8_t same = 0;
    while (same < AGAIN && known_at(k, row, (uint16_t)(last - same)) ==
                               known_at(k, row, (uint16_t)(last - same - back)))
        same++;
    return same == AGAIN;
}

/* How many columns to the left the last AGAIN pixels of a row were already; 0: it is not known. */
static inline uint8_t model_look_back(const struct model *m, const struct known *k,
                                      const uint8_t *row, int32_t x)
{
    const int32_t most = x - AGAIN < m->far ? x - AGAIN : m->far;
    const uint8_t pixel = k->bits == 16 ? 2 : 0; /* bytes, where a pixel has whole ones */
    const uint8_t *const last = row + pixel * (x - 1), *at = last;
    for (int32_t back = 1; back <= most; back++) {
        at -= pixel;
        if (pixel && (at[1] != last[1] || at[0] != last[0])) /* most often */
            continue;
        if (model_same(k, row, x - 1, back))
            return (uint8_t)back;
    }
    return 0;
}

/* Whether a pixel is what comes again in its row. */
static inline bool model_again(struct coder *coder, struct model *m, const struct known *k,
                               const uint8_t *row, int32_t x, uint16_t wanted, uint16_t *value)
{
    if (m->back == 0) {
        m->back = model_look_back(m, k, row, x);
        m->run = 0;
        if (m->back == 0)
            return false;
    }
    uint8_t class = 0;
    while (class < RUNS - 1 && m->run >> class)
        class ++;
    const uint16_t context = (uint16_t)(m->agains + 2 * class + (m->back == 1));
    *value = known_at(k, row, (uint16_t)(x - m->back));
    if (!code_bit(coder, context, wanted == *value)) {
        m->back = 0;
        return false;
    }
    if (m->run < UINT8_MAX)
        m->run++;
    return true;
}

/* Whether all around eight pixels is alike: the one before, those in the row above and beside it,
 * and what was in their place. */
static inline bool model_is_flat(const struct known *k, const uint8_t *row, const uint8_t *above,
                                 int32_t x, uint16_t west)
{
    return x > 0 && x + EIGHT < k->w && known_run(k, row, (uint16_t)x, EIGHT, west) &&
           known_run(k, above, (uint16_t)(x - 1), EIGHT + 2, west);
}

static inline bool model_are_eight(const uint16_t *wanted, uint16_t value)
{
    uint8_t i = 0;
    while (wanted && i < EIGHT && wanted[i] == value)
        i++;
    return i == EIGHT;
}

/* A row of grey or colour. From one pixel to the next only what is new around it is looked up. */
static inline void model_row_of_values(struct coder *coder, struct model *m, const struct known *k,
                                       int32_t y, int32_t from, int32_t to, const uint16_t *wanted)
{
    const bool rows = y > 0 || !m->reel; /* above a picture there are rows of 0 */
    const bool again = is_learning(m) && m->far > 0;
    uint8_t *const row = known_row(k, y);
    const uint8_t *const above = known_row(k, y > 0 ? y - 1 : m->reel ? 0 : 1);
    const uint8_t *const under = m->reel && y + 1 < m->h ? known_row(k, y + 1) : NULL;
    struct around a = {
        .west = from > 0 ? known_in(k, row, from - 1) : known_in(k, above, 0),
        .north = rows ? known_in(k, above, from) : 0,
        .corner = rows ? known_in(k, above, from - 1) : 0,
        .west_of_west = known_in(k, row, from - 2),
    };
    if (is_learning(m)) {
        a.east = rows ? known_in(k, above, from + 1) : 0;
        a.far_corner = rows ? known_in(k, above, from - 2) : 0;
        a.third = known_in(k, row, from - 3);
        a.fourth = known_in(k, row, from - 4);
        a.after = known_in(k, row, from);
    }
    m->back = 0;
    for (int32_t x = from; x < to; x++) {
        /* Flat ground goes on, most often: eight pixels at once, which are there already. */
        if (is_learning(m) && rows && ((x - from) & (EIGHT - 1)) == 0 && to - x >= EIGHT &&
            model_is_flat(k, row, above, x, a.west) &&
            code_bit(coder, m->alike, model_are_eight(wanted ? wanted + x : NULL, a.west))) {
            x += EIGHT - 1;
            a.west_of_west = a.third = a.fourth = a.west;
            a.far_corner = a.corner = a.north = a.west;
            a.east = known_in(k, above, x + 2);
            a.after = known_in(k, row, x + 1);
            m->hit = 1;
            continue;
        }
        if (is_learning(m)) {
            a.far_east = rows ? known_in(k, above, x + 2) : 0;
            a.last = a.after;
            a.after = known_in(k, row, x + 1);
        } else {
            a.east = rows ? known_in(k, above, x + 1) : 0;
            a.last = known_at(k, row, (uint16_t)x);
        }
        a.below = under ? known_at(k, under, (uint16_t)x) : 0;
        const uint16_t want = wanted ? wanted[x] : 0;
        uint16_t value;
        if (again && model_again(coder, m, k, row, x, want, &value))
            m->hit = value == (m->reel ? a.last : a.west);
        else
            value = model_value(coder, m, &a, want);
        known_put(k, row, x, value);
        a.fourth = a.third;
        a.third = a.west_of_west;
        a.west_of_west = x > 0 ? a.west : 0;
        a.west = value;
        a.far_corner = a.corner;
        a.corner = a.north;
        a.north = a.east;
        a.east = a.far_east;
    }
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
    if (m->pixels != PMB_PIXELS_INK) {
        model_row_of_values(coder, m, k, y, from, to, wanted);
        return;
    }
    for (int32_t x = from; x < to; x++)
        known_put(k, known_row(k, y), x, model_ink(coder, m, k, x, y, wanted ? wanted[x] : 0));
}

/* Bits of an index into a palette. */
static inline uint8_t model_index_bits(pmb_pixels pixels, uint16_t colors)
{
    return !PMB_LEARNING || pixels != PMB_PIXELS_PALETTE ? 0 : colors > 16 ? 8 : 4;
}

/* Bits of a pixel in memory. A grey with transparency has 17 values. */
static inline uint8_t model_bits(pmb_pixels pixels, uint16_t colors, bool transparent)
{
    if (PMB_LEARNING && pixels == PMB_PIXELS_PALETTE)
        return model_index_bits(pixels, colors);
    return pixels == PMB_PIXELS_GREY && transparent ? 8 : (uint8_t)pixels;
}

#endif
