/* color.c - components and brightness of a 5-6-5 colour. */
#include "pemble/color.h"

#if PMB_ONE_BIT
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
uint8_t pmb_color_red(pmb_color color)
{
    return (uint8_t)PMB_TOP_FIVE(color >> 8);
}

uint8_t pmb_color_green(pmb_color color)
{
    return (uint8_t)PMB_TOP_SIX(color >> 3);
}

uint8_t pmb_color_blue(pmb_color color)
{
    return (uint8_t)PMB_TOP_FIVE((unsigned)color << 3);
}

uint8_t pmb_color_luma(pmb_color color)
{
    return (uint8_t)PMB_LUMA(color >> 8, color >> 3, (unsigned)color << 3);
}
#endif
