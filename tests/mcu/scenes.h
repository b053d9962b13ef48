/* scenes.h - one of everything that is drawn, in programs small enough for every processor: each
 * file scenes_*.c is one, with digests.c. */
#ifndef PEMBLE_MCU_SCENES_H
#define PEMBLE_MCU_SCENES_H

#include "pemble/pemble.h"

enum { SCENE_W = 96, SCENE_H = 64 };

struct scene {
    const char *name;
    pmb_paint paint;
};

extern const struct scene scenes[];
extern const uint8_t scene_count;

static inline pmb_point at(int16_t x, int16_t y)
{
    return (pmb_point){x, y};
}

static inline pmb_rect box(int16_t x, int16_t y, int16_t w, int16_t h)
{
    return (pmb_rect){x, y, w, h};
}

#define SEA PMB_RGB(24, 72, 136)

#endif
