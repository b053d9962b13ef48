/* mono_horizontal.c - one bit a pixel, a byte is eight pixels from left to right. */
#include "pemble/options.h"
#include "canvas/mono.h"
#include "canvas/word.h"

static void put(uint8_t *byte, uint8_t mask, uint8_t all)
{
    *byte = (uint8_t)((*byte & ~mask) | (all & mask));
}

static void fill(pmb_canvas *c, int16_t left, int16_t top, int16_t w, int16_t h, pmb_color color)
{
    const bool left_is_lsb = !c->format->msb_first;
    const uint8_t all = pmb_mono_byte(color);
    const int16_t end = (int16_t)(left + w);
    const int16_t first = (int16_t)(left / 8), last = (int16_t)((end - 1) / 8);
    const int16_t into = (int16_t)(left & 7), tail = (int16_t)(end - last * 8);
    const uint8_t head_mask = pmb_mono_pixels(into, first == last ? tail : 8, left_is_lsb);
    const uint8_t tail_mask = pmb_mono_pixels(0, tail, left_is_lsb);
    for (int16_t y = top; y < top + h; y++) {
        uint8_t *row = c->pixels + (size_t)y * c->stride;
        put(row + first, head_mask, all);
        if (last > first) {
            pmb_set_bytes(row + first + 1, all, (size_t)(last - first - 1));
            put(row + last, tail_mask, all);
        }
    }
}

static void stamp(pmb_canvas *c, const pmb_rect *where, const PMB_FLASH uint8_t *bits,
                  uint16_t first, uint8_t pitch, pmb_color color)
{
    const pmb_rect area = *where;
    const bool left_is_lsb = !c->format->msb_first;
    const uint8_t all = pmb_mono_byte(color);
    for (int16_t y = area.y; y < area.y + area.h; y++, first = (uint16_t)(first + pitch)) {
        uint8_t *row = c->pixels + (size_t)y * c->stride;
        uint16_t bit = first;
        for (int16_t x = area.x; x < area.x + area.w; x++, bit++)
            if (bits[bit / 8] & 0x80 >> (bit & 7))
                put(row + x / 8, pmb_mono_bit(x, left_is_lsb), all);
    }
}

#if PMB_PLAIN_TEXT
#define SHADE NULL
#define COPY  NULL
#else
#define SHADE shade
#define COPY  copy
static void shade(pmb_canvas *c, int16_t x, int16_t y, int16_t count, const uint8_t *shares,
                  pmb_color color)
{
    const bool left_is_lsb = !c->format->msb_first;
    const uint8_t all = pmb_mono_byte(color);
    uint8_t *row = c->pixels + (size_t)y * c->stride;
    for (; count > 0; count--, x++)
        if (*shares++ >= 128)
            put(row + x / 8, pmb_mono_bit(x, left_is_lsb), all);
}

static void copy(pmb_canvas *c, int16_t x, int16_t y, int16_t count, const uint8_t *bits,
                 uint16_t first, pmb_color ones, pmb_color zeros)
{
    const bool left_is_lsb = !c->format->msb_first;
    const uint8_t set = pmb_mono_byte(ones), unset = pmb_mono_byte(zeros);
    uint8_t *row = c->pixels + (size_t)y * c->stride;
    for (; count > 0; count--, x++, first++)
        put(row + x / 8, pmb_mono_bit(x, left_is_lsb),
            bits[first / 8] & 0x80 >> (first & 7) ? set : unset);
}
#endif

static pmb_color peek(const pmb_canvas *c, int16_t x, int16_t y)
{
    const bool left_is_lsb = !c->format->msb_first;
    const uint8_t byte = c->pixels[(size_t)y * c->stride + (size_t)(x / 8)];
    return byte & pmb_mono_bit(x, left_is_lsb) ? PMB_WHITE : PMB_BLACK;
}

const PMB_FLASH pmb_format pmb_mono_horizontal = {
    .rows_per_line = 1,
    .columns_per_byte = 8,
    .bytes_per_pixel = 1,
    .planes = 1,
    .msb_first = true,
    .one_bit = true,
    .fill = fill,
    .stamp = stamp,
    .shade = SHADE,
    .copy = COPY,
    .peek = PMB_PLAIN_PANELS ? NULL : peek,
};

const PMB_FLASH pmb_format pmb_mono_horizontal_lsb = {
    .rows_per_line = 1,
    .columns_per_byte = 8,
    .bytes_per_pixel = 1,
    .planes = 1,
    .msb_first = false,
    .one_bit = true,
    .fill = fill,
    .stamp = stamp,
    .shade = SHADE,
    .copy = COPY,
    .peek = PMB_PLAIN_PANELS ? NULL : peek,
};
