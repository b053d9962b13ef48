/* share.h - from distances to shares of a colour; private to src/smooth. */
#ifndef PEMBLE_SRC_SMOOTH_SHARE_H
#define PEMBLE_SRC_SMOOTH_SHARE_H

#include <stdint.h>
#include "geometry/limits.h"
#include "shape/wide.h"

/* Distances are in 1/256 pixel and positive inside; this is the one of the edge's inner side. */
enum { PMB_PIXEL = 256, PMB_HALF_PIXEL = 128 };

/* The share of a pixel whose middle is that far inside the edge (smooth.h). */
static inline uint8_t pmb_share(int32_t distance)
{
    return (uint8_t)pmb_greater(0, pmb_lesser(distance + PMB_HALF_PIXEL, 255));
}

/* A disc, for distances from its edge. */
typedef struct pmb_disc {
    int32_t width;   /* twice the radius, in pixels; at least 1 */
    int32_t inverse; /* 2^22 / width */
} pmb_disc;

static inline pmb_disc pmb_disc_of(int32_t width)
{
    return (pmb_disc){width, ((int32_t)1 << 22) / width};
}

/*
 * How far inside the disc a point is, in 1/256 pixel, from the square of twice its distance from
 * the middle. With R and D as radius and distance, q = (R^2 - D^2) / 2 R is R - D less a small
 * (R - D)^2 / 2 R, so q + q^2 / 2 R is closer. Further than 2 pixels from the edge only the sign
 * is right. The smallest discs are measured with a square root.
 */
static inline int32_t pmb_inside_disc(pmb_disc disc, int32_t square)
{
    enum { SMALL = 16, NEAR = 8 };
    const int32_t most = NEAR * disc.width;
    if (disc.width < SMALL) {
        const uint32_t distance = pmb_root((uint32_t)pmb_lesser(square, 65535) * 65536);
        return (disc.width * PMB_PIXEL - (int32_t)distance) / 2;
    }
    const int32_t squares = disc.width * disc.width - square;
    const int32_t q = pmb_greater(-most, pmb_lesser(squares, most)) * disc.inverse / 65536;
    return q + q * q / PMB_PIXEL * disc.inverse / ((int32_t)1 << 22);
}

#endif
