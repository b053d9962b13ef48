/* spans.h - what shapes are made of; private to src/. */
#ifndef PEMBLE_SRC_SHAPE_SPANS_H
#define PEMBLE_SRC_SHAPE_SPANS_H

#include "pemble/canvas.h"
#include "geometry/limits.h"

/* Fills a rectangle, moved by the origin and cut (canvas/cut.h). */
void pmb_span_fill(pmb_canvas *c, pmb_reach x, pmb_reach y, pmb_reach w, pmb_reach h,
                   pmb_color color);

#if PMB_FAST_SHAPES
/* Fills a slab, whose place counts from the origin; its rows are among those that the clip shows.
 * `first` and `end` need not be set. */
void pmb_slab_fill(pmb_canvas *c, const pmb_slab *slab, pmb_color color);
#endif

/* Mixes a colour into `count` pixels of a row, each by its share (0 to 255); moved and clipped as
 * above. */
void pmb_span_shade(pmb_canvas *c, pmb_reach x, pmb_reach y, pmb_reach count, const uint8_t *shares,
                    pmb_color color);

/* Sets `count` pixels of a row from bits, as the format's `copy` does, which must be there; moved
 * and clipped as above. */
void pmb_span_copy(pmb_canvas *c, pmb_reach x, pmb_reach y, pmb_reach count, const uint8_t *bits,
                   uint16_t first, pmb_color ones, pmb_color zeros);

/* Sets `count` pixels of a row, each to its own colour; moved and clipped as above. */
void pmb_span_colors(pmb_canvas *c, pmb_reach x, pmb_reach y, pmb_reach count,
                     const pmb_color *colors);

/* What a shape is drawn with. Nothing of a shape that lies in the clip has to be cut. */
typedef struct pmb_brush {
    pmb_canvas *c;
    pmb_color color;
    bool inside; /* all of it lies in the clip, and nothing more has to be noted */
} pmb_brush;

/* For a shape that fills most of a rectangle; when that lies in the clip it is noted at once. */
pmb_brush pmb_brush_of(pmb_canvas *c, pmb_reach x, pmb_reach y, pmb_reach w, pmb_reach h,
                       pmb_color color);

/* As pmb_span_fill. */
void pmb_brush_fill(const pmb_brush *b, pmb_reach x, pmb_reach y, pmb_reach w, pmb_reach h);

#if PMB_FAST_SHAPES
/* For lines and edges between points, which reach so many pixels beyond them; they are noted row by
 * row. */
pmb_brush pmb_brush_of_points(pmb_canvas *c, const pmb_point *points, uint16_t count,
                              uint8_t beyond, pmb_color color);

/* As pmb_span_shade. */
void pmb_brush_shade(const pmb_brush *b, pmb_reach x, pmb_reach y, pmb_reach count,
                     const uint8_t *shares);
#else
static inline pmb_brush pmb_brush_of_points(pmb_canvas *c, const pmb_point *points, uint16_t count,
                                            uint8_t beyond, pmb_color color)
{
    (void)points, (void)count, (void)beyond;
    return (pmb_brush){c, color, false};
}

static inline void pmb_brush_shade(const pmb_brush *b, pmb_reach x, pmb_reach y, pmb_reach count,
                                   const uint8_t *shares)
{
    pmb_span_shade(b->c, x, y, count, shares, b->color);
}
#endif

#endif
