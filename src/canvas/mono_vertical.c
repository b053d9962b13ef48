/* mono_vertical.c - one bit a pixel, a byte is eight pixels from top to bottom. */
#include "pemble/options.h"
#include "canvas/mono.h"
#include "canvas/word.h"

static uint8_t reversed(uint8_t bits)
{
    bits = (uint8_t)((bits & 0x0F) << 4 | bits >> 4);
    bits = (uint8_t)((bits & 0x33) << 2 | (bits >> 2 & 0x33));
    return (uint8_t)((bits & 0x55) << 1 | (bits >> 1 & 0x55));
}

/* Without turns only pages that are upright. */
static bool is_msb_first(const pmb_canvas *c)
{
    return !PMB_NO_TURN && c->format->msb_first;
}

static uint8_t *byte_at(const pmb_canvas *c, int16_t x, int16_t y)
{
#if PMB_ONE_BIT /* a band of a page or a few */
    uint8_t *line = c->pixels;
    for (; y >= 8; y = (int16_t)(y - 8))
        line += c->stride;
    return line + x;
#else
    return c->pixels + (size_t)((uint16_t)y / 8) * c->stride + x;
#endif
}

/* Without a call where all is small: what is kept over it would have to be saved. */
static inline void set_bytes(uint8_t *bytes, uint16_t count, uint8_t value)
{
#if PMB_ONE_BIT
    do
        *bytes++ = value;
    while (--count != 0);
#else
    pmb_set_bytes(bytes, value, count);
#endif
}

static inline void set_bits(uint8_t *bytes, uint16_t count, uint8_t mask, uint8_t all)
{
    const uint8_t keep = (uint8_t)~mask, set = all ? mask : 0;
    if (keep == 0) {
        set_bytes(bytes, count, set);
        return;
    }
    do {
        *bytes = (uint8_t)((*bytes & keep) | set);
        bytes++;
    } while (--count != 0);
}

/* The rows of a byte above row n. */
static const PMB_FLASH uint8_t rows_above[8] = {0x00, 0x01, 0x03, 0x07, 0x0F, 0x1F, 0x3F, 0x7F};

static void fill(pmb_canvas *c, int16_t left, int16_t top, int16_t w, int16_t h, pmb_color color)
{
    const uint8_t all = pmb_mono_byte(color);
    uint8_t *bytes = byte_at(c, left, top);
    uint8_t mask = (uint8_t)~rows_above[top & 7];
    int16_t rows = (int16_t)(h + (top & 7));
#if !PMB_ONE_BIT
    if ((uint16_t)w == c->stride && (rows & 7) == 0 && mask == 0xFF) {
        /* Whole lines follow one another. */
        pmb_set_bytes(bytes, all, (size_t)(rows / 8) * c->stride);
        return;
    }
#endif
    for (;; bytes += c->stride, mask = 0xFF) {
        if (rows < 8)
            mask &= rows_above[rows];
        set_bits(bytes, (uint16_t)w, is_msb_first(c) ? reversed(mask) : mask, all);
        rows = (int16_t)(rows - 8);
        if (rows <= 0)
            return;
    }
}

/* The bit of row y in its byte. */
static uint8_t bit_of(const pmb_canvas *c, int16_t y)
{
    return (uint8_t)(is_msb_first(c) ? 0x80 >> (y & 7) : 1 << (y & 7));
}

static void stamp(pmb_canvas *c, const pmb_rect *area, const PMB_FLASH uint8_t *bits,
                  uint16_t first, uint8_t pitch, pmb_color color)
{
    const uint8_t all = pmb_mono_byte(color), w = (uint8_t)area->w;
    uint8_t mask = bit_of(c, area->y), *line = byte_at(c, area->x, area->y);
    uint8_t into = first & 7, left = 0, ahead = 0;
    bits += first / 8;
    for (uint8_t rows = (uint8_t)area->h; rows > 0; rows--) {
        const uint8_t keep = (uint8_t)~mask, set = all ? mask : 0;
        uint8_t *byte = line;
        for (; into >= left; left = 8) { /* the bits beside the rectangle */
            into = (uint8_t)(into - left);
            ahead = *bits++;
        }
        ahead = (uint8_t)(ahead << into);
        left = (uint8_t)(left - into);
        uint8_t count = w;
        do {
            if (left == 0) {
                ahead = *bits++;
                left = 8;
            }
            if (ahead & 0x80)
                *byte = (uint8_t)((*byte & keep) | set);
            byte++;
            ahead = (uint8_t)(ahead << 1);
            left--;
        } while (--count > 0);
        into = (uint8_t)(pitch - w);
        mask = (uint8_t)(is_msb_first(c) ? mask >> 1 : mask << 1);
        if (mask == 0) {
            mask = is_msb_first(c) ? 0x80 : 0x01;
            line += c->stride;
        }
    }
}

#if PMB_FAST_SHAPES
static void stair(pmb_canvas *c, const pmb_stair *these, pmb_color color)
{
    const pmb_stair line = *these;
    const uint8_t all = pmb_mono_byte(color);
    uint32_t rest = line.rest;
    int16_t x = line.x, y = line.y;
    for (int32_t left = line.count; left > 0; left--) {
        const uint8_t bit = bit_of(c, y);
        uint8_t *const byte = byte_at(c, x, y);
        *byte = (uint8_t)((*byte & ~bit) | (all & bit));
        int8_t aside = 0;
        rest += line.rise;
        if (rest >= line.length) {
            rest -= line.length;
            aside = line.turn;
        }
        x = (int16_t)(x + (line.steep ? aside : 1));
        y = (int16_t)(y + (line.steep ? 1 : aside));
    }
}
#endif

#if PMB_PLAIN_TEXT
#define SHADE NULL
#define COPY  NULL
#else
#define SHADE shade
#define COPY  copy
static void shade(pmb_canvas *c, int16_t x, int16_t y, int16_t count, const uint8_t *shares,
                  pmb_color color)
{
    const uint8_t mask = bit_of(c, y);
    const uint8_t all = pmb_mono_byte(color);
    uint8_t *byte = byte_at(c, x, y);
    for (; count > 0; count--, byte++)
        if (*shares++ >= 128)
            *byte = (uint8_t)((*byte & ~mask) | (all & mask));
}

static void copy(pmb_canvas *c, int16_t x, int16_t y, int16_t count, const uint8_t *bits,
                 uint16_t first, pmb_color ones, pmb_color zeros)
{
    const uint8_t mask = bit_of(c, y), keep = (uint8_t)~mask;
    const uint8_t zero = pmb_mono_byte(zeros) ? mask : 0, one = pmb_mono_byte(ones) ? mask : 0;
    const uint8_t other = zero ^ one;
    uint8_t *byte = byte_at(c, x, y), left = 8 - (first & 7);
    bits += first / 8;
    uint8_t ahead = (uint8_t)(*bits << (first & 7));
    for (;;) {
        if (left > count)
            left = (uint8_t)count;
        count = (int16_t)(count - left);
        do {
            uint8_t pixel = (*byte & keep) | zero;
            if (ahead & 0x80)
                pixel ^= other;
            *byte++ = pixel;
            ahead = (uint8_t)(ahead << 1);
        } while (--left > 0);
        if (count == 0)
            return;
        ahead = *++bits;
        left = 8;
    }
}
#endif

static pmb_color peek(const pmb_canvas *c, int16_t x, int16_t y)
{
    return *byte_at(c, x, y) & bit_of(c, y) ? PMB_WHITE : PMB_BLACK;
}

const PMB_FLASH pmb_format pmb_mono_vertical = {
    .rows_per_line = 8,
    .columns_per_byte = 1,
    .bytes_per_pixel = 1,
    .planes = 1,
    .msb_first = false,
    .one_bit = true,
    .fill = fill,
#if PMB_FAST_SHAPES
    .stair = stair,
#endif
    .stamp = stamp,
    .shade = SHADE,
    .copy = COPY,
    .peek = PMB_PLAIN_PANELS ? NULL : peek,
};

const PMB_FLASH pmb_format pmb_mono_vertical_msb = {
    .rows_per_line = 8,
    .columns_per_byte = 1,
    .bytes_per_pixel = 1,
    .planes = 1,
    .msb_first = true,
    .one_bit = true,
    .fill = fill,
#if PMB_FAST_SHAPES
    .stair = stair,
#endif
    .stamp = stamp,
    .shade = SHADE,
    .copy = COPY,
    .peek = PMB_PLAIN_PANELS ? NULL : peek,
};
