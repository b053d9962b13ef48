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

#endif
