/* indexed.c - numbers of a palette, in four or eight bits a pixel. */
#include "pemble/canvas.h"
#include "canvas/word.h"

static pmb_color color_of(const pmb_canvas *c, uint8_t index)
{
    return c->palette && index < c->palette->count ? c->palette->colors[index] : PMB_BLACK;
}

static int32_t square(int16_t value)
{
    return (int32_t)value * value;
}

static uint8_t index_of(const pmb_canvas *c, pmb_color color)
{
    const uint16_t most = c->format->columns_per_byte == 2 ? 16 : 256;
    const int16_t red = pmb_color_red(color), green = pmb_color_green(color);
    const int16_t blue = pmb_color_blue(color);
    int32_t least = INT32_MAX;
    uint8_t best = 0;
    for (uint16_t i = 0; c->palette && i < c->palette->count && i < most && least > 0; i++) {
        const pmb_color other = c->palette->colors[i];
        const int32_t distance = square((int16_t)(pmb_color_red(other) - red)) +
                                 square((int16_t)(pmb_color_green(other) - green)) +
                                 square((int16_t)(pmb_color_blue(other) - blue));
        if (distance < least) {
            least = distance;
            best = (uint8_t)i;
        }
    }
    return best;
}

static uint8_t *byte_of(const pmb_canvas *c, int16_t x, int16_t y)
{
    return c->pixels + (size_t)y * c->stride + x / c->format->columns_per_byte;
}

static uint8_t index_at(const pmb_canvas *c, int16_t x, int16_t y)
{
    const uint8_t byte = *byte_of(c, x, y);
    if (c->format->columns_per_byte == 1)
        return byte;
    return x & 1 ? byte & 0x0F : byte >> 4;
}

static void put(pmb_canvas *c, int16_t x, int16_t y, uint8_t index)
{
    uint8_t *byte = byte_of(c, x, y);
    if (c->format->columns_per_byte == 1)
        *byte = index;
    else
        *byte = (uint8_t)(x & 1 ? (*byte & 0xF0) | index : (*byte & 0x0F) | index << 4);
}

static void fill(pmb_canvas *c, int16_t left, int16_t top, int16_t w, int16_t h, pmb_color color)
{
    const uint8_t index = index_of(c, color);
    const bool nibbles = c->format->columns_per_byte == 2;
    for (int16_t y = top; y < top + h; y++) {
        int16_t x = left, count = w;
        if (nibbles && x & 1) {
            put(c, x++, y, index);
            count--;
        }
        pmb_set_bytes(byte_of(c, x, y), (uint8_t)(nibbles ? index * 0x11 : index),
                      (size_t)(nibbles ? count / 2 : count));
        if (nibbles && count & 1)
            put(c, (int16_t)(x + count - 1), y, index);
    }
}

static void stamp(pmb_canvas *c, const pmb_rect *where, const PMB_FLASH uint8_t *bits,
                  uint16_t first, uint8_t pitch, pmb_color color)
{
    const pmb_rect area = *where;
    const uint8_t index = index_of(c, color);
    for (int16_t y = area.y; y < area.y + area.h; y++, first = (uint16_t)(first + pitch)) {
        uint16_t bit = first;
        for (int16_t x = area.x; x < area.x + area.w; x++, bit++)
            if (bits[bit / 8] & 0x80 >> (bit & 7))
                put(c, x, y, index);
    }
}

static uint8_t mixed(uint8_t old, uint8_t wanted, int32_t share)
{
    return (uint8_t)((old * (255 - share) + wanted * share + 127) / 255);
}

static void shade(pmb_canvas *c, int16_t x, int16_t y, int16_t count, const uint8_t *shares,
                  pmb_color color)
{
    const uint8_t index = index_of(c, color);
    const uint8_t red = pmb_color_red(color), green = pmb_color_green(color);
    const uint8_t blue = pmb_color_blue(color);
    for (; count > 0; count--, x++, shares++) {
        if (*shares == 0)
            continue;
        const pmb_color old = color_of(c, index_at(c, x, y));
        put(c, x, y,
            *shares == 255 ? index
                           : index_of(c, PMB_RGB(mixed(pmb_color_red(old), red, *shares),
                                                 mixed(pmb_color_green(old), green, *shares),
                                                 mixed(pmb_color_blue(old), blue, *shares))));
    }
}

static pmb_color peek(const pmb_canvas *c, int16_t x, int16_t y)
{
    return color_of(c, index_at(c, x, y));
}

const PMB_FLASH pmb_format pmb_index4 = {
    .rows_per_line = 1,
    .columns_per_byte = 2,
    .bytes_per_pixel = 1,
    .planes = 1,
    .msb_first = true,
    .one_bit = false,
    .fill = fill,
    .stamp = stamp,
    .shade = shade,
    .peek = peek,
};

const PMB_FLASH pmb_format pmb_index8 = {
    .rows_per_line = 1,
    .columns_per_byte = 1,
    .bytes_per_pixel = 1,
    .planes = 1,
    .one_bit = false,
    .fill = fill,
    .stamp = stamp,
    .shade = shade,
    .peek = peek,
};
