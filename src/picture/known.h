/* known.h - pixels that have been decoded; private to src/picture and the makers. */
#ifndef PEMBLE_SRC_PICTURE_KNOWN_H
#define PEMBLE_SRC_PICTURE_KNOWN_H

#include <stdbool.h>
#include <stddef.h>
#include <stdint.h>

/* Pixels that are known: two rows of a picture in turn, or the frame of a reel. A pixel that has
 * not been coded yet still is what it was two rows above, or in the frame before. */
struct known {
    uint8_t *memory;
    uint16_t w, rows;
    uint16_t stride; /* bytes a row */
    uint8_t bits;    /* a pixel: 1, 2, 4, 8 or 16 */
};

static inline uint16_t known_stride(uint16_t w, uint8_t bits)
{
    return (uint16_t)(((uint32_t)w * bits + 7) / 8);
}

/* Where a row is: the two rows of a picture come in turn. No division: processors may have none. */
static inline uint8_t *known_row(const struct known *k, int32_t y)
{
    const uint16_t row = k->rows == 2 ? (uint16_t)y & 1 : (uint16_t)y;
    return k->memory + (size_t)row * k->stride;
}

/* A pixel of a row, from column 0 to the last. */
static inline uint16_t known_at(const struct known *k, const uint8_t *row, uint16_t x)
{
    if (k->bits == 1)
        return row[x >> 3] >> (7 - (x & 7)) & 1;
    if (k->bits == 16)
        return (uint16_t)(row[2 * x] << 8 | row[2 * x + 1]);
    switch (k->bits) {
    case 8:
        return row[x];
    case 4:
        return x & 1 ? row[x / 2] & 15 : row[x / 2] >> 4;
    default:
        return row[x / 4] >> (6 - 2 * (x & 3)) & 3;
    }
}

/* The same; 0 beside the row. */
static inline uint16_t known_in(const struct known *k, const uint8_t *row, int32_t column)
{
    return column < 0 || column >= k->w ? 0 : known_at(k, row, (uint16_t)column);
}

static inline uint16_t known_get(const struct known *k, int32_t column, int32_t y)
{
    return known_in(k, known_row(k, y), column);
}

/* Of one bit whole rows are put at once (model.h). */
static inline void known_put(const struct known *k, uint8_t *row, int32_t column, uint16_t value)
{
    const uint16_t x = (uint16_t)column;
    switch (k->bits) {
    case 16:
        row[2 * x] = (uint8_t)(value >> 8);
        row[2 * x + 1] = (uint8_t)value;
        return;
    case 8:
        row[x] = (uint8_t)value;
        return;
    case 4:
        row[x / 2] = (uint8_t)(x & 1 ? (row[x / 2] & 0xF0) | (value & 15)
                                     : (row[x / 2] & 15) | (value & 15) << 4);
        return;
    default: {
        const uint8_t shift = (uint8_t)(6 - 2 * (x & 3));
        row[x / 4] = (uint8_t)((row[x / 4] & ~(3 << shift)) | (value & 3) << shift);
    }
    }
}

enum { EIGHT = 8 }; /* pixels that are often alike, and are looked at together */

/* Whether `count` pixels of a row from a column on have a value. Not for one bit and ink. */
static inline bool known_run(const struct known *k, const uint8_t *row, uint16_t x, uint8_t count,
                             uint16_t value)
{
    if (k->bits == 4) { /* those that share a byte with others, and whole bytes */
        const uint8_t both = (uint8_t)(value * 17);
        const uint8_t *at = row + x / 2;
        if (x & 1) {
            if ((*at++ & 15) != value)
                return false;
            count--;
        }
        for (; count > 1; count = (uint8_t)(count - 2))
            if (*at++ != both)
                return false;
        return count == 0 || *at >> 4 == value;
    }
    const uint8_t *at = row + (k->bits == 16 ? 2 * x : x);
    for (; count > 0; count--) {
        if (k->bits == 16 && *at++ != value >> 8)
            return false;
        if (*at++ != (uint8_t)value)
            return false;
    }
    return true;
}

#endif
