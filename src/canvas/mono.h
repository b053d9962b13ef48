/* mono.h - the rule of the one-bit formats; private to src/canvas. */
#ifndef PEMBLE_SRC_CANVAS_MONO_H
#define PEMBLE_SRC_CANVAS_MONO_H

#include "pemble/canvas.h"

/* What all pixels of a byte have in a colour: 255 when it is shown as light (color.h), else 0. */
static inline uint8_t pmb_mono_byte(pmb_color color)
{
#if PMB_ONE_BIT
    return color;
#else
    if (color == PMB_WHITE || color == PMB_BLACK) /* most are */
        return (uint8_t)color;
    return pmb_color_luma(color) < 128 ? 0x00 : 0xFF;
#endif
}

/* The bit of a byte that is its n-th pixel; n counts modulo 8. */
static inline uint8_t pmb_mono_bit(int n, bool first_is_lsb)
{
    return (uint8_t)(first_is_lsb ? 1 << (n & 7) : 0x80 >> (n & 7));
}

/* Those of the pixels `from` to `to` (exclusive), both 0 to 8. */
static inline uint8_t pmb_mono_pixels(int from, int to, bool first_is_lsb)
{
    if (first_is_lsb)
        return (uint8_t)((0xFFu << from) & (0xFFu >> (8 - to)));
    return (uint8_t)((0xFFu >> from) & (0xFFu << (8 - to)));
}

#endif
