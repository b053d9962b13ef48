/* place.h - a canvas of Pemble, and surfaces of others for the same pixels. */
#ifndef PEMBLE_BENCHMARKS_PLACE_H
#define PEMBLE_BENCHMARKS_PLACE_H

#include <cairo.h>
#include <pixman.h>
#include "pemble/pemble.h"

enum { MONO_W = 128, MONO_H = 64, TFT_W = 320, TFT_H = 240 };

struct place {
    const char *name;
    int w, h, bits; /* of a pixel */
    pmb_color ink;
    pmb_canvas canvas;
    uint8_t ours[TFT_W * TFT_H * 2];
    uint32_t theirs[TFT_W * TFT_H / 2];
    int stride; /* of theirs, in bytes */
    pixman_image_t *pixman;
    cairo_t *cairo;
};

static inline pmb_point at(int x, int y)
{
    return (pmb_point){(int16_t)x, (int16_t)y};
}

static inline pmb_rect rect(int x, int y, int w, int h)
{
    return (pmb_rect){(int16_t)x, (int16_t)y, (int16_t)w, (int16_t)h};
}

#endif
