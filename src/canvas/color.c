/* color.c - components and brightness of a 5-6-5 colour. */
#include "pemble/color.h"

/* Repeating the top bits below maps 31 and 63 to 255, and 0 to 0. */
uint8_t pmb_color_red(pmb_color color)
{
    return (uint8_t)((color >> 8 & 0xF8) | color >> 13);
}

uint8_t pmb_color_green(pmb_color color)
{
    return (uint8_t)((color >> 3 & 0xFC) | (color >> 9 & 0x03));
}

uint8_t pmb_color_blue(pmb_color color)
{
    return (uint8_t)((color << 3 & 0xF8) | (color >> 2 & 0x07));
}

uint8_t pmb_color_luma(pmb_color color)
{
    /* 77 + 150 + 29 = 256: the BT.601 weights in 1/256. */
    return (uint8_t)((77u * pmb_color_red(color) + 150u * pmb_color_green(color) +
                      29u * pmb_color_blue(color)) >>
                     8);
}
