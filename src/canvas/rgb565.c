/* rgb565.c - sixteen bits a pixel, high byte first. */
#include <string.h>
#include "pemble/canvas.h"

static uint8_t *pixel_at(const pmb_canvas *c, int16_t x, int16_t y)
{
    return c->pixels + (size_t)y * c->stride + (size_t)x * 2;
}

static void fill(pmb_canvas *c, pmb_rect area, pmb_color color)
{
    const uint8_t high = (uint8_t)(color >> 8), low = (uint8_t)color;
    uint8_t *const first = pixel_at(c, area.x, area.y);
    const size_t bytes = (size_t)area.w * 2;
    if (high == low) {
        memset(first, high, bytes);
    } else {
        for (size_t i = 0; i < bytes; i += 2) {
            first[i] = high;
            first[i + 1] = low;
        }
    }
    for (int16_t row = 1; row < area.h; row++)
        memcpy(first + (size_t)row * c->stride, first, bytes);
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

static void stamp(pmb_canvas *c, pmb_rect area, const PMB_FLASH uint8_t *bits, uint16_t first,
                  uint16_t pitch, pmb_color color)
{
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
            put(pixel, gathered((old * (32 - part) + wanted * part + HALVES) >> 5 & SPREAD));
        }
    }
}

static pmb_color peek(const pmb_canvas *c, int16_t x, int16_t y)
{
    return color_at(pixel_at(c, x, y));
}

const PMB_FLASH pmb_format pmb_rgb565 = {
    .rows_per_line = 1,
    .columns_per_byte = 1,
    .bytes_per_pixel = 2,
    .planes = 1,
    .msb_first = true,
    .one_bit = false,
    .fill = fill,
    .stamp = stamp,
    .shade = shade,
    .peek = peek,
};
