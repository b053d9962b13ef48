/* grey4.c - four bits a pixel, two pixels to a byte: side by side, or one above the other. */
#include "pemble/canvas.h"
#include "canvas/word.h"

static uint8_t level_of(pmb_color color)
{
    return pmb_color_luma(color) >> 4;
}

/* The byte of a pixel, and whether the pixel is its low nibble. */
struct place {
    uint8_t *byte;
    bool low;
};

static struct place place_of(const pmb_canvas *c, int16_t x, int16_t y)
{
    if (c->format->rows_per_line == 2)
        return (struct place){c->pixels + (size_t)(y / 2) * c->stride + x, y & 1};
    return (struct place){c->pixels + (size_t)y * c->stride + x / 2, x & 1};
}

static void put(struct place place, uint8_t level)
{
    *place.byte =
        (uint8_t)(place.low ? (*place.byte & 0xF0) | level : (*place.byte & 0x0F) | level << 4);
}

/* A row of pixels that lie in nibbles of bytes one after the other. */
static void fill_nibbles(pmb_canvas *c, int16_t x, int16_t y, int16_t count, uint8_t level)
{
    if (c->format->rows_per_line == 1) {
        if (x & 1) {
            put(place_of(c, x++, y), level);
            count--;
        }
        pmb_set_bytes(place_of(c, x, y).byte, (uint8_t)(level * 0x11), (size_t)(count / 2));
        if (count & 1)
            put(place_of(c, (int16_t)(x + count - 1), y), level);
        return;
    }
    for (; count > 0; count--)
        put(place_of(c, x++, y), level);
}

static void fill(pmb_canvas *c, int16_t left, int16_t top, int16_t w, int16_t h, pmb_color color)
{
    const uint8_t level = level_of(color);
    const bool vertical = c->format->rows_per_line == 2;
    for (int16_t y = top; y < top + h; y++) {
        if (vertical && !(y & 1) && y + 1 < top + h) {
            pmb_set_bytes(place_of(c, left, y).byte, (uint8_t)(level * 0x11), (size_t)w);
            y++;
        } else {
            fill_nibbles(c, left, y, w, level);
        }
    }
}

static uint8_t level_at(struct place place)
{
    return place.low ? *place.byte & 0x0F : *place.byte >> 4;
}

static void stamp(pmb_canvas *c, const pmb_rect *where, const PMB_FLASH uint8_t *bits,
                  uint16_t first, uint8_t pitch, pmb_color color)
{
    const pmb_rect area = *where;
    const uint8_t level = level_of(color);
    for (int16_t y = area.y; y < area.y + area.h; y++, first = (uint16_t)(first + pitch)) {
        uint16_t bit = first;
        for (int16_t x = area.x; x < area.x + area.w; x++, bit++)
            if (bits[bit / 8] & 0x80 >> (bit & 7))
                put(place_of(c, x, y), level);
    }
}

static void shade(pmb_canvas *c, int16_t x, int16_t y, int16_t count, const uint8_t *shares,
                  pmb_color color)
{
    const int16_t level = level_of(color);
    for (; count > 0; count--, x++) {
        const int16_t share = *shares++;
        const struct place place = place_of(c, x, y);
        const int16_t old = level_at(place);
        /* 255 is the whole of it; the most that is added up is 15 * 255 + 127. */
        put(place, (uint8_t)((old * (255 - share) + level * share + 127) / 255));
    }
}

static pmb_color peek(const pmb_canvas *c, int16_t x, int16_t y)
{
    const uint8_t wide = (uint8_t)(level_at(place_of(c, x, y)) * 0x11);
    return PMB_RGB(wide, wide, wide);
}

const PMB_FLASH pmb_format pmb_grey4 = {
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

const PMB_FLASH pmb_format pmb_grey4_vertical = {
    .rows_per_line = 2,
    .columns_per_byte = 1,
    .bytes_per_pixel = 1,
    .planes = 1,
    .msb_first = true,
    .one_bit = false,
    .fill = fill,
    .stamp = stamp,
    .shade = shade,
    .peek = peek,
};
