/* mono.h - the rule of the one-bit formats; private to src/canvas. */
#ifndef PEMBLE_SRC_CANVAS_MONO_H
#define PEMBLE_SRC_CANVAS_MONO_H

#include "pemble/canvas.h"

/* Whether a colour is shown as light (color.h). */
static inline bool pmb_mono_is_light(pmb_color color)
{
    if (color == PMB_WHITE || color == PMB_BLACK) /* most are */
        return color == PMB_WHITE;
    return pmb_color_luma(color) >= 128;
}

#endif
