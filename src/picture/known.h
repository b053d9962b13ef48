/* known.h - pixels that have been decoded; private to src/picture and the makers. */
#ifndef PEMBLE_SRC_PICTURE_KNOWN_H
#define PEMBLE_SRC_PICTURE_KNOWN_H

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

/* Of one bit whole rows are put at once (model.h). */
static inline void known_put(const struct known *k, int32_t x, int32_t y, uint16_t value)
{
    uint8_t *row = known_row(k, y);
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

#endif
