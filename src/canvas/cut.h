/* cut.h - what the clip leaves of a rectangle, and how a buffer is divided; private to src/. */
#ifndef PEMBLE_SRC_CANVAS_CUT_H
#define PEMBLE_SRC_CANVAS_CUT_H

#include "pemble/canvas.h"
#include "geometry/limits.h"

/* Clips `size` pixels in one direction. Returns false when none is left. */
static inline bool pmb_cut_pixels(pmb_reach *from, pmb_reach *size, pmb_reach clip,
                                  pmb_reach clip_size)
{
    const pmb_reach end = pmb_least(*from + *size, clip + clip_size);
    *from = pmb_most(*from, clip);
    *size = end - *from;
    return *size > 0;
}

/* Sets the pixels of a rectangle where a bit is set, moved by the origin and clipped. */
void pmb_canvas_stamp(pmb_canvas *c, pmb_reach x, pmb_reach y, uint8_t w, uint8_t h,
                      const PMB_FLASH uint8_t *bits, pmb_color color);

/* Bytes for so many rows or columns when `per_byte` of them (1, 2 or 8) share a byte. Formats of
 * one bit have 1 and 8 only, which needs no division. */
static inline uint16_t pmb_whole_bytes(uint16_t count, uint8_t per_byte)
{
    if (per_byte == 1)
        return count;
    return (uint16_t)(count / (!PMB_ONE_BIT ? per_byte : 8u));
}

/* Sets the stride and the bytes of a plane, from format and bounds. */
void pmb_canvas_measure(pmb_canvas *c);

#endif
