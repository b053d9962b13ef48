/* glyph_pack.c - pixel by pixel, in runs, or in runs with repeated rows: whatever takes least. */
#include "glyph_pack.h"

#include <string.h>

enum { PACKED = 1, REPEATED = 2, MOST_REPEATS = 16 };

/* Nibbles being written, the high one of a byte first. */
struct nibbles {
    uint8_t *out; /* NULL: they are only counted */
    size_t count;
};

static void put(struct nibbles *n, int value)
{
    if (n->out)
        n->out[n->count / 2] |= (uint8_t)(n->count % 2 ? value : value << 4);
    n->count++;
}

static void put_run(struct nibbles *n, int value, size_t length, int bits)
{
    if (bits < 4) {
        const size_t most = (size_t)1 << (4 - bits);
        for (; length > 0; length -= length < most ? length : most)
            put(n, value << (4 - bits) | (int)((length < most ? length : most) - 1));
        return;
    }
    while (length > 0) {
        const size_t part = value != 0 && value != 15 ? 1 : length < 16 ? length : 16;
        put(n, value);
        if (value == 0 || value == 15)
            put(n, (int)part - 1);
        length -= part;
    }
}

static void put_runs(struct nibbles *n, const uint8_t *values, size_t count, int bits)
{
    for (size_t i = 0; i < count;) {
        size_t length = 1;
        while (i + length < count && values[i + length] == values[i])
            length++;
        put_run(n, values[i], length, bits);
        i += length;
    }
}

static void put_rows(struct nibbles *n, const uint8_t *values, int w, int h, int bits)
{
    for (int y = 0; y < h;) {
        int rows = 1;
        while (y + rows < h && rows < MOST_REPEATS &&
               memcmp(values + y * w, values + (y + rows) * w, (size_t)w) == 0)
            rows++;
        put(n, rows - 1);
        put_runs(n, values + y * w, (size_t)w, bits);
        y += rows;
    }
}

/* The bytes that a way takes; they are written when there is somewhere to. */
static size_t pack(const uint8_t *values, int w, int h, int bits, int way, uint8_t *out)
{
    struct nibbles n = {.out = out};
    const size_t pixels = (size_t)w * (size_t)h;
    if (way == 0) {
        for (size_t i = 0; i < pixels && out; i++) {
            const size_t bit = i * (size_t)bits;
            out[bit / 8] |= (uint8_t)(values[i] << (8 - bits - (int)(bit % 8)));
        }
        return (pixels * (size_t)bits + 7) / 8;
    }
    if (way & REPEATED)
        put_rows(&n, values, w, h, bits);
    else
        put_runs(&n, values, pixels, bits);
    return (n.count + 1) / 2;
}

size_t glyph_pack(const uint8_t *values, int w, int h, int bits, int *way, uint8_t *out)
{
    static const int ways[] = {0, PACKED, PACKED | REPEATED};
    int best = 0;
    for (int i = 1; i < 3 && way; i++)
        if (pack(values, w, h, bits, ways[i], NULL) < pack(values, w, h, bits, best, NULL))
            best = ways[i];
    if (way)
        *way = best;
    return pack(values, w, h, bits, best, out);
}
