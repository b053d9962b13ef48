/* spare.h - shapes that need no pixels; private to src/. */
#ifndef PEMBLE_SRC_CANVAS_SPARE_H
#define PEMBLE_SRC_CANVAS_SPARE_H

#include "pemble/canvas.h"
#include "geometry/limits.h"

/* What a shape is. */
enum {
    PMB_SPARE_SECTOR = 1,
    PMB_SPARE_SECTOR_STROKE,
    PMB_SPARE_SMOOTH_SECTOR,
    PMB_SPARE_SMOOTH_SECTOR_STROKE,
    PMB_SPARE_OUTLINE,
    PMB_SPARE_SMOOTH_OUTLINE,
    PMB_SPARE_POLYGON,
    PMB_SPARE_GRADIENT,
    PMB_SPARE_GLYPH,
    PMB_SPARE_PICTURE
};

#if PMB_DRAFTS
/* A rectangle that holds a shape, before it is cut; the origin is added. */
typedef struct pmb_box {
    pmb_reach x, y, w, h;
} pmb_box;

/* How a draft notes a shape as a whole. */
typedef struct pmb_drafting {
    void (*shape)(pmb_canvas *c, const pmb_box *box, uint32_t what, const int16_t *words,
                  uint16_t count);
    void (*line)(pmb_canvas *c, pmb_point a, pmb_point b, uint8_t reach, uint32_t what);
} pmb_drafting;

/* What of a box is in the clip, in the coordinates of the buffer; false: nothing. */
bool pmb_box_cut(const pmb_canvas *c, const pmb_box *box, pmb_rect *area);

/*
 * Whether a shape need not be drawn pixel by pixel: nothing of the rectangle that holds it is in
 * the clip; or the canvas is a draft, which notes it. What its pixels depend on, but for the
 * rectangle, is in `kind` (PMB_SPARE_), the colour and the words.
 */
bool pmb_is_spared(pmb_canvas *c, pmb_reach x, pmb_reach y, pmb_reach w, pmb_reach h, uint8_t kind,
                   pmb_color color, const int16_t *words, uint16_t count);

/* The same for a line from a to b that reaches so far to either side. `width` is what else its
 * pixels depend on. */
bool pmb_is_line_spared(pmb_canvas *c, pmb_point a, pmb_point b, uint8_t reach, uint8_t width,
                        pmb_color color);

/* The same for a polygon of at least one corner. */
bool pmb_is_polygon_spared(pmb_canvas *c, const pmb_point *points, uint16_t count, pmb_color color);
#else
/* Without drafts every shape is drawn. */
#define pmb_is_spared(c, x, y, w, h, kind, color, words, count)                                    \
    ((void)(c), (void)(x), (void)(y), (void)(w), (void)(h), (void)(kind), (void)(color),           \
     (void)(words), (void)(count), false)
#define pmb_is_line_spared(c, a, b, reach, width, color)                                           \
    ((void)(reach), (void)(width), (void)(color), false)
#define pmb_is_polygon_spared(c, points, count, color) ((void)(color), false)
#endif

#endif
