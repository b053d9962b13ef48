/*
 * shape.h - fills, lines and rectangles.
 *
 * Everything is clipped to the canvas; nothing here can fail. Each function says which pixels it
 * sets. Shapes are hard-edged: a pixel is either set to the colour or left alone.
 */
#ifndef PEMBLE_SHAPE_H
#define PEMBLE_SHAPE_H

#include "pemble/canvas.h"

/* The whole clip, wherever the origin is. */
void pmb_fill(pmb_canvas *c, pmb_color color);

/* The one pixel p. */
void pmb_pixel(pmb_canvas *c, pmb_point p, pmb_color color);

/* `length` pixels from p to the right, p the first; none when length is not positive. */
void pmb_line_across(pmb_canvas *c, pmb_point p, int16_t length, pmb_color color);

/* `length` pixels from p downwards, p the first; none when length is not positive. */
void pmb_line_down(pmb_canvas *c, pmb_point p, int16_t length, pmb_color color);

/*
 * A line from a to b, both ends included. Along its longer direction it has one pixel for each
 * step, the one nearest to the true line; a tie goes downwards (or to the right). The same pixels
 * are set from a to b as from b to a, and whatever the clip.
 */
void pmb_line(pmb_canvas *c, pmb_point a, pmb_point b, pmb_color color);

/* Every pixel of r. */
void pmb_rect_fill(pmb_canvas *c, pmb_rect r, pmb_color color);

/* The outermost pixels of r, each once: a frame one pixel wide that lies inside r. */
void pmb_rect_stroke(pmb_canvas *c, pmb_rect r, pmb_color color);

#endif
