/*
 * shape.h - fills, lines, and shapes.
 *
 * Everything is clipped to the canvas; nothing here can fail. Each function says which pixels it
 * sets. Shapes are hard-edged: a pixel is either set to the colour or left alone.
 */
#ifndef PEMBLE_SHAPE_H
#define PEMBLE_SHAPE_H

#include "pemble/angle.h"
#include "pemble/canvas.h"
#include "pemble/linkage.h"

PMB_BEGIN_C

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

/* The pixels of pmb_line, but only `on` of them and then not the next `off`, and so on, counted
 * from a along the line's longer direction. The whole line when off is 0, nothing when on is 0. */
void pmb_line_dashed(pmb_canvas *c, pmb_point a, pmb_point b, uint8_t on, uint8_t off,
                     pmb_color color);

/* A line `width` pixels wide (2 to 255) with round ends: the pixels whose middle is no further than
 * half of the width from the line between the middles of a and b. A width of 0 or 1 is pmb_line.
 * Coordinates from -16384 to 16383; lines that leave that are not drawn. */
void pmb_line_wide(pmb_canvas *c, pmb_point a, pmb_point b, uint8_t width, pmb_color color);

/* Every pixel of r. */
void pmb_rect_fill(pmb_canvas *c, pmb_rect r, pmb_color color);

/* The outermost pixels of r, each once: a frame one pixel wide that lies inside r. */
void pmb_rect_stroke(pmb_canvas *c, pmb_rect r, pmb_color color);

/*
 * The pixels of r whose bit in a pattern is set. The pattern is eight rows of eight pixels, the
 * highest bit of a byte leftmost. It is fixed to the screen, not to r: neighbouring rectangles
 * match.
 */
void pmb_rect_pattern(pmb_canvas *c, pmb_rect r, const PMB_FLASH uint8_t pattern[8],
                      pmb_color color);

/*
 * A mixture of two colours: of every 16 pixels in a square of 4 x 4, level / 16 (0 to 16) have
 * `color` and the others are left alone: the grey of a one-bit screen. Ordered dither with the
 * matrix of Bayer ("An optimum method for two-level rendition of continuous-tone pictures", 1973).
 */
void pmb_rect_dither(pmb_canvas *c, pmb_rect r, uint8_t level, pmb_color color);

/*
 * Every pixel of r in a colour between two: `from` in the first column and `to` in the last, or,
 * with `down`, in the first and the last row. A one-bit format dithers its brightness as above.
 */
void pmb_rect_gradient(pmb_canvas *c, pmb_rect r, pmb_color from, pmb_color to, bool down);

/*
 * An ellipse that touches all four sides of r: the pixels whose middle lies inside it or on it. It
 * is symmetric both ways; an r of equal sides gives a disc.
 */
void pmb_ellipse_fill(pmb_canvas *c, pmb_rect r, pmb_color color);

/* The outermost pixels of that: those of which the neighbour to the left, to the right, above or
 * below is not in it. Each is set once. */
void pmb_ellipse_stroke(pmb_canvas *c, pmb_rect r, pmb_color color);

/* The ellipse in r without the ellipse in r made smaller by `width` on every side. */
void pmb_ellipse_ring(pmb_canvas *c, pmb_rect r, int16_t width, pmb_color color);

/* The same around a pixel: radius 0 is the pixel alone, radius n is 2 n + 1 pixels wide. */
void pmb_circle_fill(pmb_canvas *c, pmb_point center, int16_t radius, pmb_color color);
void pmb_circle_stroke(pmb_canvas *c, pmb_point center, int16_t radius, pmb_color color);

/*
 * A rectangle whose corners are quarters of a disc 2 * radius wide; a radius too large for r is
 * made as large as fits. The stroke is the outermost pixels of the fill, as for an ellipse.
 */
void pmb_round_fill(pmb_canvas *c, pmb_rect r, int16_t radius, pmb_color color);
void pmb_round_stroke(pmb_canvas *c, pmb_rect r, int16_t radius, pmb_color color);

/*
 * The part of a ring from angle `from` on, clockwise over `sweep` (PMB_DEGREES(360) or more is all
 * of it): the pixels of the discs of radius `outer` but not of
 * `inner` (less than 0: none is left out) whose middle lies in that direction from the centre. Two
 * sectors that meet at an angle share no pixel but, where inner is less than 0, the centre.
 * PMB_DEGREES(0) is up.
 */
void pmb_sector_fill(pmb_canvas *c, pmb_point center, int16_t outer, int16_t inner, pmb_angle from,
                     pmb_angle sweep, pmb_color color);

/* The outermost pixels of that, as for an ellipse. An arc alone, one pixel wide, is the fill with
 * an inner radius of one less than the outer. */
void pmb_sector_stroke(pmb_canvas *c, pmb_point center, int16_t outer, int16_t inner,
                       pmb_angle from, pmb_angle sweep, pmb_color color);

/*
 * A polygon with its corners in the middle of the given pixels; convex or not, in any direction;
 * where it crosses itself, what is enclosed an even number of times is outside. Pixels whose middle
 * lies inside are set, and of those on an edge the ones with the inside to the right or, on a level
 * edge, below: so that of two polygons that share an edge every pixel is set by exactly one. Fewer
 * than three points fill nothing. pmb_polyline with `closed` draws its outline.
 */
void pmb_polygon_fill(pmb_canvas *c, const pmb_point *points, uint16_t count, pmb_color color);
void pmb_triangle_fill(pmb_canvas *c, pmb_point a, pmb_point b, pmb_point d, pmb_color color);

/* Lines (pmb_line) from each point to the next and, if closed, from the last to the first. One
 * point is a pixel. */
void pmb_polyline(pmb_canvas *c, const pmb_point *points, uint16_t count, bool closed,
                  pmb_color color);

/*
 * Curves from a to d, with the control points in between (Bezier curves), as lines between points
 * on them: at most 64, no further apart than 8 pixels where the curve is shorter than 512.
 * Coordinates from -8192 to 8191; others are cut to that.
 */
void pmb_curve_quadratic(pmb_canvas *c, pmb_point a, pmb_point control, pmb_point d,
                         pmb_color color);
void pmb_curve_cubic(pmb_canvas *c, pmb_point a, pmb_point first, pmb_point second, pmb_point d,
                     pmb_color color);

PMB_END_C

#endif
