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

static void stamp(pmb_canvas *c, int16_t x, int16_t y, int16_t count, const PMB_FLASH uint8_t *bits,
                  uint16_t first, pmb_color color)
{
    uint8_t *pixel = pixel_at(c, x, y);
    for (uint16_t bit = first; count > 0; count--, bit++, pixel += 2)
        if (bits[bit / 8] & 0x80 >> (bit & 7)) {
            pixel[0] = (uint8_t)(color >> 8);
            pixel[1] = (uint8_t)color;
        }
}

static pmb_color peek(const pmb_canvas *c, int16_t x, int16_t y)
{
    const uint8_t *pixel = pixel_at(c, x, y);
    return (pmb_color)(pixel[0] << 8 | pixel[1]);
}

const PMB_FLASH pmb_format pmb_rgb565 = {
    .rows_per_line = 1,
    .columns_per_byte = 1,
    .bytes_per_pixel = 2,
    .planes = 1,
    .msb_first = true,
    .fill = fill,
    .stamp = stamp,
    .peek = peek,
};
