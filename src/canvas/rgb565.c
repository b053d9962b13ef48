/* rgb565.c - sixteen bits a pixel, high byte first. */
#include <string.h>
#include "pemble/canvas.h"
#include "canvas/slope.h"
#include "canvas/word.h"

static uint8_t *pixel_at(const pmb_canvas *c, int16_t x, int16_t y)
{
    return c->pixels + (size_t)y * c->stride + (size_t)x * 2;
}

static pmb_color color_at(const uint8_t *pixel)
{
    return (pmb_color)(pixel[0] << 8 | pixel[1]);
}

static void put(uint8_t *pixel, pmb_color color)
{
    pixel[0] = (uint8_t)(color >> 8);
    pixel[1] = (uint8_t)color;
}

#if PMB_UNALIGNED
enum { BLOCK = 32 };

/* Bytes from an address on to the next multiple of 16, or next to it when it is odd: stores there
 * are the fastest. */
static size_t to_aligned(const uint8_t *at)
{
    return 16 - ((uintptr_t)at & 14);
}

/* Four pixels as they lie in memory. */
static inline uint64_t four_of(pmb_color color)
{
    uint8_t pixel[2];
    uint16_t one;
    put(pixel, color);
    memcpy(&one, pixel, sizeof one);
    return one * UINT64_C(0x0001000100010001);
}

static inline void put_half(uint8_t *at, uint64_t four)
{
    memcpy(at, &four, sizeof four);
    memcpy(at + 8, &four, sizeof four);
}

static inline void put_block(uint8_t *at, uint64_t four)
{
    put_half(at, four);
    put_half(at + 16, four);
}

/* Fewer than a block. */
static void fill_short(uint8_t *at, uint8_t *end, uint64_t four)
{
    if (end - at >= BLOCK / 2) {
        put_half(at, four);
        put_half(end - BLOCK / 2, four);
    } else if (end - at >= (ptrdiff_t)sizeof four) {
        memcpy(at, &four, sizeof four);
        memcpy(end - sizeof four, &four, sizeof four);
    } else {
        for (; at < end; at += 2)
            memcpy(at, &four, 2);
    }
}

/* Pixels up to `end`. The first and the last block may lie over others. */
static inline void fill_row(uint8_t *at, uint8_t *end, pmb_color color)
{
    uint8_t *const last = end - BLOCK;
    const uint64_t four = four_of(color);
    if (end - at < BLOCK) {
        fill_short(at, end, four);
        return;
    }
    put_block(at, four);
    for (at += to_aligned(at); at + BLOCK < last; at += 2 * BLOCK) {
        put_block(at, four);
        put_block(at + BLOCK, four);
    }
    if (at < last)
        put_block(at, four);
    put_block(last, four);
}

#else
/* Pixels up to `end`, as many as can be by words. Those of an odd address never are. */
static void fill_row(uint8_t *at, uint8_t *end, pmb_color color)
{
    enum { WORD = sizeof(pmb_word), BLOCK = 8 * WORD };
    if (PMB_HAS_WORDS && end - at >= BLOCK) {
        uint8_t pixel[WORD];
        pmb_word pixels;
        for (uint8_t i = 0; i < WORD; i += 2)
            put(pixel + i, color);
        memcpy(&pixels, pixel, sizeof pixels);
        for (; at < end && (uintptr_t)at % WORD; at += 2)
            put(at, color);
        for (; end - at >= BLOCK; at += BLOCK)
            for (uint8_t i = 0; i < BLOCK / WORD; i++)
                ((pmb_word *)(void *)at)[i] = pixels;
        for (; end - at >= WORD; at += WORD)
            *(pmb_word *)(void *)at = pixels;
    }
    for (; at < end; at += 2)
        put(at, color);
}
#endif

static void fill(pmb_canvas *c, int16_t left, int16_t top, int16_t w, int16_t h, pmb_color color)
{
    uint8_t *at = pixel_at(c, left, top);
    size_t bytes = (size_t)w * 2;
#if PMB_FAST_SHAPES /* most have one row: then few registers are saved */
    if (h == 1) {
        fill_row(at, at + bytes, color);
        return;
    }
#endif
    if (bytes == c->stride) { /* whole rows follow one another */
        bytes *= (size_t)h;
        h = 1;
    }
    for (; h > 0; h--, at += c->stride)
        if (w == 1)
            put(at, color);
        else
            fill_row(at, at + bytes, color);
}

static void stamp(pmb_canvas *c, const pmb_rect *where, const PMB_FLASH uint8_t *bits,
                  uint16_t first, uint8_t pitch, pmb_color color)
{
    const pmb_rect area = *where;
    for (int16_t y = area.y; y < area.y + area.h; y++, first = (uint16_t)(first + pitch)) {
        uint8_t *pixel = pixel_at(c, area.x, y);
        uint16_t bit = first;
        for (int16_t count = area.w; count > 0; count--, bit++, pixel += 2)
            if (bits[bit / 8] & 0x80 >> (bit & 7))
                put(pixel, color);
    }
}

#define SPREAD 0x07E0F81Fu
#define HALVES 0x02008010u /* 16 in each component, so that shares of 32 are rounded */

/* A colour with room between its components, so that all three are multiplied at once: green in
 * the upper half, red and blue in the lower, and five free bits above each. */
static uint32_t spread(pmb_color color)
{
    return (color | (uint32_t)color << 16) & SPREAD;
}

static pmb_color gathered(uint32_t spread_color)
{
    return (pmb_color)(spread_color | spread_color >> 16);
}

static void shade(pmb_canvas *c, int16_t x, int16_t y, int16_t count, const uint8_t *shares,
                  pmb_color color)
{
    const uint32_t wanted = spread(color);
    uint8_t *pixel = pixel_at(c, x, y);
    for (; count > 0; count--, pixel += 2) {
        const uint32_t part = (*shares++ + 4u) >> 3; /* of 32 */
        if (part == 32) {
            put(pixel, color);
        } else if (part > 0) {
            const uint32_t old = spread(color_at(pixel));
            put(pixel, gathered(((old << 5) + (wanted - old) * part + HALVES) >> 5 & SPREAD));
        }
    }
}

#if !PMB_ONE_BIT
static void colors(pmb_canvas *c, int16_t x, int16_t y, int16_t count, const pmb_color *these)
{
    uint8_t *pixel = pixel_at(c, x, y);
    for (; count > 0; count--, pixel += 2)
        put(pixel, *these++);
}
#endif

static void stair(pmb_canvas *c, const pmb_stair *line, pmb_color color)
{
    const ptrdiff_t stride = c->stride, aside = line->turn * (line->steep ? 2 : stride);
    const ptrdiff_t along = line->steep ? stride : 2;
    const uint32_t rise = line->rise, length = line->length;
    uint32_t rest = line->rest;
    ptrdiff_t at = line->y * stride + line->x * 2;
    for (int32_t left = line->count; left > 0; left--) {
        put(c->pixels + at, color);
        rest += rise;
        at += along;
        if (rest >= length) {
            rest -= length;
            at += aside;
        }
    }
}

#if PMB_FAST_SHAPES
static void slab(pmb_canvas *c, const pmb_slab *these, pmb_color color)
{
    pmb_slab s = *these; /* a copy that the compiler can keep in registers */
    uint8_t *line = pixel_at(c, 0, s.y);
    int32_t from, to;
    for (; s.rows > 0; s.rows--, line += c->stride)
        if (pmb_slab_row(&s, &from, &to))
            fill_row(line + 2 * from, line + 2 * to, color);
}
#endif

static pmb_color peek(const pmb_canvas *c, int16_t x, int16_t y)
{
    return color_at(pixel_at(c, x, y));
}

const PMB_FLASH pmb_format pmb_rgb565 = {
    .rows_per_line = 1,
    .columns_per_byte = 1,
    .bytes_per_pixel = 2,
    .planes = 1,
    .one_bit = false,
    .fill = fill,
    .stamp = stamp,
    .shade = shade,
#if !PMB_ONE_BIT
    .colors = colors,
#endif
    .stair = stair,
#if PMB_FAST_SHAPES
    .slab = slab,
#endif
    .peek = peek,
};
