/* color.c - components and brightness of a 5-6-5 colour. */
#include "pemble/color.h"

#ifdef PMB_ONE_BIT
uint8_t pmb_color_red(pmb_color color)
{
    return color;
}

uint8_t pmb_color_green(pmb_color color)
{
    return color;
}

uint8_t pmb_color_blue(pmb_color color)
{
    return color;
}

uint8_t pmb_color_luma(pmb_color color)
{
    return color;
}
#else
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
    return (uint8_t)PMB_LUMA(color >> 8, color >> 3, (unsigned)color << 3);
}
#endif
