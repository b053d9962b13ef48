/* ink.c - black, white and one more ink: two planes, each in a one-bit format. */
#include "pemble/canvas.h"

enum { INK_MARGIN = 96 };

static bool is_ink(pmb_color color)
{
    return pmb_color_red(color) >= pmb_color_blue(color) + INK_MARGIN;
}

/* What the two planes hold for a colour, as colours of a one-bit format. */
static pmb_color first_plane(pmb_color color)
{
    return is_ink(color) ? PMB_WHITE : color;
}

static pmb_color second_plane(pmb_color color)
{
    return is_ink(color) ? PMB_WHITE : PMB_BLACK;
}

/* One plane as a canvas of its own. */
static pmb_canvas plane_of(const pmb_canvas *c, uint8_t plane)
{
    pmb_canvas one = *c;
    one.format = c->format->base;
    one.pixels += plane * c->plane_bytes;
    return one;
}

static void fill(pmb_canvas *c, int16_t left, int16_t top, int16_t w, int16_t h, pmb_color color)
{
    pmb_canvas a = plane_of(c, 0), b = plane_of(c, 1);
    a.format->fill(&a, left, top, w, h, first_plane(color));
    b.format->fill(&b, left, top, w, h, second_plane(color));
}

static void stamp(pmb_canvas *c, const pmb_rect *area, const PMB_FLASH uint8_t *bits,
                  uint16_t first, uint8_t pitch, pmb_color color)
{
    pmb_canvas a = plane_of(c, 0), b = plane_of(c, 1);
    a.format->stamp(&a, area, bits, first, pitch, first_plane(color));
    b.format->stamp(&b, area, bits, first, pitch, second_plane(color));
}

static void shade(pmb_canvas *c, int16_t x, int16_t y, int16_t count, const uint8_t *shares,
                  pmb_color color)
{
    pmb_canvas a = plane_of(c, 0), b = plane_of(c, 1);
    a.format->shade(&a, x, y, count, shares, first_plane(color));
    b.format->shade(&b, x, y, count, shares, second_plane(color));
}

static pmb_color peek(const pmb_canvas *c, int16_t x, int16_t y)
{
    const pmb_canvas a = plane_of(c, 0), b = plane_of(c, 1);
    if (b.format->peek(&b, x, y) != PMB_BLACK)
        return PMB_RED;
    return a.format->peek(&a, x, y);
}

const PMB_FLASH pmb_format pmb_ink_vertical = {
    .rows_per_line = 8,
    .columns_per_byte = 1,
    .bytes_per_pixel = 1,
    .planes = 2,
    .msb_first = false,
    .one_bit = true,
    .base = &pmb_mono_vertical,
    .fill = fill,
    .stamp = stamp,
    .shade = shade,
    .peek = peek,
};

const PMB_FLASH pmb_format pmb_ink_vertical_msb = {
    .rows_per_line = 8,
    .columns_per_byte = 1,
    .bytes_per_pixel = 1,
    .planes = 2,
    .msb_first = true,
    .one_bit = true,
    .base = &pmb_mono_vertical_msb,
    .fill = fill,
    .stamp = stamp,
    .shade = shade,
    .peek = peek,
};

const PMB_FLASH pmb_format pmb_ink_horizontal = {
    .rows_per_line = 1,
    .columns_per_byte = 8,
    .bytes_per_pixel = 1,
    .planes = 2,
    .msb_first = true,
    .one_bit = true,
    .base = &pmb_mono_horizontal,
    .fill = fill,
    .stamp = stamp,
    .shade = shade,
    .peek = peek,
};

const PMB_FLASH pmb_format pmb_ink_horizontal_lsb = {
    .rows_per_line = 1,
    .columns_per_byte = 8,
    .bytes_per_pixel = 1,
    .planes = 2,
    .msb_first = false,
    .one_bit = true,
    .base = &pmb_mono_horizontal_lsb,
    .fill = fill,
    .stamp = stamp,
    .shade = shade,
    .peek = peek,
};
