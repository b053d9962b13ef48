/* mono_vertical.c - one bit a pixel, a byte is eight pixels from top to bottom. */
#include <string.h>
#include "pemble/options.h"
#include "canvas/mono.h"

static uint8_t reversed(uint8_t bits)
{
    bits = (uint8_t)((bits & 0x0F) << 4 | bits >> 4);
    bits = (uint8_t)((bits & 0x33) << 2 | (bits >> 2 & 0x33));
    return (uint8_t)((bits & 0x55) << 1 | (bits >> 1 & 0x55));
}

/* The bits of rows `top` to `bottom` (exclusive), both 0 to 8, lowest bit uppermost. */
static uint8_t rows_mask(int16_t top, int16_t bottom)
{
    return (uint8_t)((0xFFu << top) & (0xFFu >> (8 - bottom)));
}

static void set_bits(uint8_t *bytes, int16_t count, uint8_t mask, bool light)
{
    if (mask == 0xFF) {
        memset(bytes, light ? 0xFF : 0x00, (size_t)count);
        return;
    }
    if (light) {
        for (; count > 0; count--)
            *bytes++ |= mask;
    } else {
        for (; count > 0; count--)
            *bytes++ &= (uint8_t)~mask;
    }
}

static void fill(pmb_canvas *c, pmb_rect area, pmb_color color)
{
    const bool top_is_msb = c->format->msb_first;
    const bool light = pmb_mono_is_light(color);
    const int16_t end = (int16_t)(area.y + area.h);
    if ((uint16_t)area.w == c->stride && (area.y & 7) == 0 && (area.h & 7) == 0) {
        /* Whole lines follow one another. */
        memset(c->pixels + (size_t)(area.y / 8) * c->stride, light ? 0xFF : 0x00,
               (size_t)(area.h / 8) * c->stride);
        return;
    }
    for (int16_t y = area.y; y < end;) {
        const int16_t line = (int16_t)(y / 8), first_row = (int16_t)(line * 8);
        const int16_t stop = end < first_row + 8 ? end : (int16_t)(first_row + 8);
        uint8_t mask = rows_mask((int16_t)(y - first_row), (int16_t)(stop - first_row));
        if (top_is_msb)
            mask = reversed(mask);
        set_bits(c->pixels + (size_t)line * c->stride + area.x, area.w, mask, light);
        y = stop;
    }
}

/* The bit of row y in its byte. */
static uint8_t bit_of(const pmb_canvas *c, int16_t y)
{
    return (uint8_t)(c->format->msb_first ? 0x80 >> (y & 7) : 1 << (y & 7));
}

static void stamp(pmb_canvas *c, pmb_rect area, const PMB_FLASH uint8_t *bits, uint16_t first,
                  uint16_t pitch, pmb_color color)
{
    const bool light = pmb_mono_is_light(color);
    for (int16_t y = area.y; y < area.y + area.h; y++, first = (uint16_t)(first + pitch)) {
        const uint8_t mask = bit_of(c, y);
        uint8_t *byte = c->pixels + (size_t)(y / 8) * c->stride + area.x;
        uint16_t bit = first;
        for (int16_t count = area.w; count > 0; count--, bit++, byte++)
            if (bits[bit / 8] & 0x80 >> (bit & 7))
                *byte = (uint8_t)(light ? *byte | mask : *byte & ~mask);
    }
}

#ifdef PMB_PLAIN_TEXT
#define SHADE NULL
#else
#define SHADE shade
static void shade(pmb_canvas *c, int16_t x, int16_t y, int16_t count, const uint8_t *shares,
                  pmb_color color)
{
    const uint8_t mask = bit_of(c, y);
    const bool light = pmb_mono_is_light(color);
    uint8_t *byte = c->pixels + (size_t)(y / 8) * c->stride + x;
    for (; count > 0; count--, byte++)
        if (*shares++ >= 128)
            *byte = (uint8_t)(light ? *byte | mask : *byte & ~mask);
}
#endif

static pmb_color peek(const pmb_canvas *c, int16_t x, int16_t y)
{
    const uint8_t mask = bit_of(c, y);
    return c->pixels[(size_t)(y / 8) * c->stride + (size_t)x] & mask ? PMB_WHITE : PMB_BLACK;
}

const PMB_FLASH pmb_format pmb_mono_vertical = {
    .rows_per_line = 8,
    .columns_per_byte = 1,
    .bytes_per_pixel = 1,
    .planes = 1,
    .msb_first = false,
    .one_bit = true,
    .fill = fill,
    .stamp = stamp,
    .shade = SHADE,
    .peek = peek,
};

const PMB_FLASH pmb_format pmb_mono_vertical_msb = {
    .rows_per_line = 8,
    .columns_per_byte = 1,
    .bytes_per_pixel = 1,
    .planes = 1,
    .msb_first = true,
    .one_bit = true,
    .fill = fill,
    .stamp = stamp,
    .shade = SHADE,
    .peek = peek,
};
