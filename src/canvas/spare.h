/* spare.h - shapes that need no pixels; private to src/. */
#ifndef PEMBLE_SRC_CANVAS_SPARE_H
#define PEMBLE_SRC_CANVAS_SPARE_H

#include "pemble/canvas.h"
#include "geometry/limits.h"

#if PMB_DRAFTS
/* What a shape is, as the first of its words. */
enum {
    PMB_SPARE_SECTOR = 1,
    PMB_SPARE_SECTOR_STROKE,
    PMB_SPARE_SMOOTH_SECTOR,
    PMB_SPARE_SMOOTH_SECTOR_STROKE,
    PMB_SPARE_OUTLINE,
    PMB_SPARE_SMOOTH_OUTLINE,
    PMB_SPARE_POLYGON,
    PMB_SPARE_GLYPH,
    PMB_SPARE_PICTURE
};

/* Adds a word to a digest: a multiplication (Knuth, "The Art of Computer Programming", section 6.4)
 * and a shift that brings the upper bits down. */
static inline uint32_t pmb_mix(uint32_t digest, uint32_t word)
{
    digest = (digest ^ word) * 2654435761u;
    return digest ^ digest >> 15;
}

/*
 * Whether a shape need not be drawn pixel by pixel: nothing of the rectangle that holds it is in
 * the clip; or the canvas is a draft, which notes it. What its pixels depend on, but for the
 * rectangle, is in the words.
 */
bool pmb_is_spared(pmb_canvas *c, pmb_reach x, pmb_reach y, pmb_reach w, pmb_reach h,
                   const int16_t *words, uint16_t count);

/* The same for a line from a to b that reaches so far to either side: piece by piece, so that
 * little else than the line is in the rectangles. `width` and `color` are what else its pixels
 * depend on. */
bool pmb_is_line_spared(pmb_canvas *c, pmb_point a, pmb_point b, uint8_t reach, uint8_t width,
                        pmb_color color);

/* The same for a polygon of at least one corner. */
bool pmb_is_polygon_spared(pmb_canvas *c, const pmb_point *points, uint16_t count, pmb_color color);
#else
#define pmb_is_polygon_spared(c, points, count, color)   false
#define pmb_is_spared(c, x, y, w, h, words, count)       ((void)(words), false)
#define pmb_is_line_spared(c, a, b, reach, width, color) false
#endif

#endif
