/*
 * model_state.h - what the model of a picture keeps, and its neighbours (docs/formats.md).
 *
 * The decoder and the maker's encoder both include the model. Each has a coder of its own, and one
 * function for it: code_bit returns the decoded bit, or takes the wanted one.
 */
#ifndef PEMBLE_SRC_PICTURE_MODEL_STATE_H
#define PEMBLE_SRC_PICTURE_MODEL_STATE_H

#include "pemble/picture.h"
#include "picture/known.h"

struct coder;
static inline uint8_t code_bit(struct coder *coder, uint16_t context, uint8_t wanted);

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
    uint8_t index_bits; /* of a palette: 4 or 8; 0: there is none */
    uint8_t neighbours; /* of the template */
    uint8_t far;        /* one bit: columns to a pixel far to the left; values that are learnt:
                           columns in which it is looked for what comes again; 0: none */
    bool reel;
    bool learning; /* version 3: a wider pattern, and values that come again */
    uint16_t h;
    struct window windows[WINDOW_ROWS];
    uint8_t hit;        /* the pixel before was as the likeliest neighbour */
    uint16_t recent[8]; /* values that no neighbour had, the last first */
    uint16_t others;    /* the first context behind those of the candidates */
    uint16_t alike;     /* that of eight pixels which are alike */
    uint16_t agains;    /* and the first of what comes again in a row */
    uint8_t back;       /* columns to what comes again in this row; 0: nothing is known to */
    uint8_t run;        /* pixels that did */
};

enum { MOST_INK = 4, MOST_VALUE = 7, MOST_LEARNT_VALUE = 10, CANDIDATES = 4 };
/* Bits of the pattern that count for a candidate but the first, when it is learnt; pixels that must
 * have come again before the next one is expected to; contexts for whether it does. */
enum { LATER_BITS = 5, AGAIN = 4, RUNS = 8 };
enum { INDEX_BITS = 8, RECENT = 8, MAGNITUDES = 8, RESIDUALS = MAGNITUDES + 2, ACTIVITIES = 3 };

struct offset {
    int8_t x, y;
};

/* Neighbours of ink, the best predictor first. In a reel, pixels that are not coded yet are those
 * of the frame before. */
static const PMB_FLASH struct offset still_template[MOST_INK] = {
    {-1, 0}, {0, -1}, {1, -1}, {-1, -1}};
static const PMB_FLASH struct offset reel_template[MOST_INK] = {{0, 0}, {-1, 0}, {0, -1}, {1, 0}};

/* A neighbour; 0 outside of the picture. */
static inline uint16_t neighbour(const struct model *m, const struct known *k, int32_t x, int32_t y,
                                 uint8_t number)
{
    const PMB_FLASH struct offset *o = (m->reel ? reel_template : still_template) + number;
    const int32_t row = y + o->y;
    /* Before the first rows of a picture its memory is empty. */
    if (row < 0 && m->reel)
        return 0;
    return known_get(k, x + o->x, row < 0 ? row + 2 : row);
}

static inline bool is_learning(const struct model *m)
{
    return PMB_LEARNING && m->learning;
}

/* Contexts of the candidates of grey and colour. */
static inline uint16_t model_candidates(const struct model *m)
{
    if (is_learning(m))
        return (uint16_t)((1u << m->neighbours) + ((CANDIDATES - 1) << LATER_BITS));
    return (uint16_t)(CANDIDATES << m->neighbours);
}

/* Contexts that a model has. */
static inline uint16_t model_contexts(const struct model *m)
{
    const uint8_t components = m->pixels == PMB_PIXELS_COLOR ? 3 : 1;
    switch (m->pixels) {
    case PMB_PIXELS_ONE_BIT:
        return (uint16_t)((1u << (m->neighbours + (m->far > 0))) + 2);
    case PMB_PIXELS_INK:
        return (uint16_t)(3u << (2 * m->neighbours));
    default:
        return (uint16_t)(model_candidates(m) + RECENT +
                          (PMB_LEARNING && m->index_bits ? INDEX_BITS
                                                         : components * ACTIVITIES * RESIDUALS) +
                          (is_learning(m) ? 1 : 0) + (is_learning(m) && m->far ? 2 * RUNS : 0));
    }
}

#endif
