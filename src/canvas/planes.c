/* planes.c - two bits a pixel in two planes, each in a one-bit format: inks and greys of paper. */
#include "pemble/canvas.h"

enum { INK_MARGIN = 96 };

static bool is_ink(pmb_color color)
{
    return pmb_color_red(color) >= pmb_color_blue(color) + INK_MARGIN;
}

/* What each number of a pixel shows; its bit 0 is in the first plane. */
static pmb_color color_of(const PMB_FLASH pmb_format *format, uint8_t number)
{
    static const PMB_FLASH pmb_color shown[][4] = {
        [PMB_PLANES_INK] = {PMB_BLACK, PMB_WHITE, PMB_RED, PMB_RED},
        [PMB_PLANES_GREY] = {PMB_BLACK, PMB_RGB(85, 85, 85), PMB_RGB(170, 170, 170), PMB_WHITE},
        [PMB_PLANES_FOUR] = {PMB_BLACK, PMB_WHITE, PMB_YELLOW, PMB_RED},
    };
    return shown[format->kind][number];
}

static uint32_t square(int16_t a, int16_t b)
{
    return (uint32_t)((int32_t)(a - b) * (a - b));
}

/* The nearest of the four inks: least sum of squares of the differences in red, green and blue. */
static uint8_t nearest(const PMB_FLASH pmb_format *format, pmb_color color)
{
    uint8_t best = 0;
    uint32_t least = UINT32_MAX;
    for (uint8_t i = 0; i < 4; i++) {
        const pmb_color ink = color_of(format, i);
        const uint32_t distance = square(pmb_color_red(color), pmb_color_red(ink)) +
                                  square(pmb_color_green(color), pmb_color_green(ink)) +
                                  square(pmb_color_blue(color), pmb_color_blue(ink));
        if (distance < least) {
            least = distance;
            best = i;
        }
    }
    return best;
}

static uint8_t number_of(const PMB_FLASH pmb_format *format, pmb_color color)
{
    if (format->kind == PMB_PLANES_FOUR)
        return nearest(format, color);
    if (format->kind == PMB_PLANES_GREY)
        return pmb_color_luma(color) >> 6;
    return is_ink(color) ? 3 : pmb_color_luma(color) >> 7;
}

/* One plane as a canvas of its own. */
static pmb_canvas plane_of(const pmb_canvas *c, uint8_t plane)
{
    pmb_canvas one = *c;
    one.format = c->format->base;
    one.pixels += plane * c->plane_bytes;
    return one;
}

/* What a plane holds for a number, as a colour of a one-bit format. */
static pmb_color bit_of(uint8_t number, uint8_t plane)
{
    return number >> plane & 1 ? PMB_WHITE : PMB_BLACK;
}

static void fill(pmb_canvas *c, int16_t left, int16_t top, int16_t w, int16_t h, pmb_color color)
{
    const uint8_t number = number_of(c->format, color);
    for (uint8_t i = 0; i < 2; i++) {
        pmb_canvas one = plane_of(c, i);
        one.format->fill(&one, left, top, w, h, bit_of(number, i));
    }
}

static void stamp(pmb_canvas *c, const pmb_rect *area, const PMB_FLASH uint8_t *bits,
                  uint16_t first, uint8_t pitch, pmb_color color)
{
    const uint8_t number = number_of(c->format, color);
    for (uint8_t i = 0; i < 2; i++) {
        pmb_canvas one = plane_of(c, i);
        one.format->stamp(&one, area, bits, first, pitch, bit_of(number, i));
    }
}

static uint8_t number_at(const pmb_canvas *c, int16_t x, int16_t y)
{
    uint8_t number = 0;
    for (uint8_t i = 0; i < 2; i++) {
        const pmb_canvas one = plane_of(c, i);
        if (one.format->peek(&one, x, y) != PMB_BLACK)
            number |= (uint8_t)(1u << i);
    }
    return number;
}

/* Greys are mixed; an ink is there or not. */
static void shade(pmb_canvas *c, int16_t x, int16_t y, int16_t count, const uint8_t *shares,
                  pmb_color color)
{
    if (c->format->one_bit) {
        const uint8_t number = number_of(c->format, color);
        for (uint8_t i = 0; i < 2; i++) {
            pmb_canvas one = plane_of(c, i);
            one.format->shade(&one, x, y, count, shares, bit_of(number, i));
        }
        return;
    }
    const int16_t level = number_of(c->format, color);
    for (; count > 0; count--, x++) {
        const int16_t share = *shares++, old = number_at(c, x, y);
        const int16_t mixed = (int16_t)((old * (255 - share) + level * share + 127) / 255);
        if (mixed != old)
            fill(c, x, y, 1, 1, color_of(c->format, (uint8_t)mixed));
    }
}

static pmb_color peek(const pmb_canvas *c, int16_t x, int16_t y)
{
    return color_of(c->format, number_at(c, x, y));
}

#define FORMAT(symbol, what, mixes, plane, rows, columns, msb)                                     \
    const PMB_FLASH pmb_format symbol = {                                                          \
        .rows_per_line = (rows),                                                                   \
        .columns_per_byte = (columns),                                                             \
        .bytes_per_pixel = 1,                                                                      \
        .planes = 2,                                                                               \
        .kind = (what),                                                                            \
        .msb_first = (msb),                                                                        \
        .one_bit = !(mixes),                                                                       \
        .base = &(plane),                                                                          \
        .fill = fill,                                                                              \
        .stamp = stamp,                                                                            \
        .shade = shade,                                                                            \
        .peek = peek,                                                                              \
    }

/* A kind in the four orders of bytes. */
#define FORMATS(name, what, mixes)                                                                 \
    FORMAT(name##_vertical, what, mixes, pmb_mono_vertical, 8, 1, false);                          \
    FORMAT(name##_vertical_msb, what, mixes, pmb_mono_vertical_msb, 8, 1, true);                   \
    FORMAT(name##_horizontal, what, mixes, pmb_mono_horizontal, 1, 8, true);                       \
    FORMAT(name##_horizontal_lsb, what, mixes, pmb_mono_horizontal_lsb, 1, 8, false)

FORMATS(pmb_ink, PMB_PLANES_INK, false);
FORMATS(pmb_grey2, PMB_PLANES_GREY, true);
FORMATS(pmb_four_inks, PMB_PLANES_FOUR, false);
