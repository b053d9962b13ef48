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
 * step: the pixel nearest to the true line. A tie goes downwards, or to the right. The line from b
 * to a has the same pixels, and so has a clipped line.
 */
void pmb_line(pmb_canvas *c, pmb_point a, pmb_point b, pmb_color color);

/* A dashed line: `on` pixels of pmb_line are set, the next `off` pixels are not, and so on from a.
 * It is solid when `off` is 0. It is empty when `on` is 0. */
void pmb_line_dashed(pmb_canvas *c, pmb_point a, pmb_point b, uint8_t on, uint8_t off,
                     pmb_color color);

/* A line `width` pixels wide (2 to 255) with round ends. It has the pixels whose middle is at most
 * half of the width away from the line between the middles of a and b. A width of 0 or 1 is
 * pmb_line. Coordinates are -16384 to 16383; a line with others is not drawn. */
void pmb_line_wide(pmb_canvas *c, pmb_point a, pmb_point b, uint8_t width, pmb_color color);

/* Every pixel of r. */
void pmb_rect_fill(pmb_canvas *c, pmb_rect r, pmb_color color);

/* A frame one pixel wide, inside r. Each pixel is set once. */
void pmb_rect_stroke(pmb_canvas *c, pmb_rect r, pmb_color color);

/*
 * The pixels of r whose bit in a pattern is set. The pattern is eight rows of eight pixels; the
 * highest bit of a byte is the leftmost pixel. The pattern is fixed to the screen, so that
 * neighbouring rectangles match.
 */
void pmb_rect_pattern(pmb_canvas *c, pmb_rect r, const PMB_FLASH uint8_t pattern[8],
                      pmb_color color);

/*
 * Dither, the grey of a one-bit screen: in each square of 4 x 4 pixels, `level` pixels (0 to 16)
 * are set to `color`; the others do not change. The order is the matrix of Bayer ("An optimum
 * method for two-level rendition of continuous-tone pictures", 1973).
 */
void pmb_rect_dither(pmb_canvas *c, pmb_rect r, uint8_t level, pmb_color color);

/*
 * A gradient: the first column of r has the colour `from` and the last one `to`. With `down`, the
 * first and the last row have them. A one-bit format dithers the brightness.
 */
void pmb_rect_gradient(pmb_canvas *c, pmb_rect r, pmb_color from, pmb_color to, bool down);

/*
 * An ellipse that touches all four sides of r. It has the pixels whose middle lies inside or on the
 * edge. It is symmetric both ways. An r of equal sides gives a disc.
 */
void pmb_ellipse_fill(pmb_canvas *c, pmb_rect r, pmb_color color);

/* The outline of that ellipse: its pixels that have a neighbour outside, to the left, to the right,
 * above or below. Each pixel is set once. */
void pmb_ellipse_stroke(pmb_canvas *c, pmb_rect r, pmb_color color);

/* The ellipse in r without the ellipse in r made smaller by `width` on every side. */
void pmb_ellipse_ring(pmb_canvas *c, pmb_rect r, int16_t width, pmb_color color);

/* A circle around a pixel. A radius of 0 is the pixel alone; a radius of n is 2 n + 1 pixels wide.
 */
void pmb_circle_fill(pmb_canvas *c, pmb_point center, int16_t radius, pmb_color color);
void pmb_circle_stroke(pmb_canvas *c, pmb_point center, int16_t radius, pmb_color color);

/*
 * A rectangle with round corners. Each corner is a quarter of a disc 2 * radius wide. A radius that
 * is too large for r becomes the largest one that fits. The stroke is the outline of the fill.
 */
void pmb_round_fill(pmb_canvas *c, pmb_rect r, int16_t radius, pmb_color color);
void pmb_round_stroke(pmb_canvas *c, pmb_rect r, int16_t radius, pmb_color color);

/*
 * A part of a ring, from angle `from` clockwise over `sweep`. PMB_DEGREES(0) is up.
 * PMB_DEGREES(360) or more is the whole ring.
 *
 * It has the pixels of the disc of radius `outer` that are not in the disc of radius `inner`, and
 * whose middle lies in that direction from the centre. With an `inner` below 0 the whole disc is
 * divided. Two sectors that meet at an angle share no pixel, except the centre when `inner` is
 * below 0.
 */
void pmb_sector_fill(pmb_canvas *c, pmb_point center, int16_t outer, int16_t inner, pmb_angle from,
                     pmb_angle sweep, pmb_color color);

/* The outline of that sector. An arc one pixel wide is the fill with `inner` equal to `outer - 1`.
 */
void pmb_sector_stroke(pmb_canvas *c, pmb_point center, int16_t outer, int16_t inner,
                       pmb_angle from, pmb_angle sweep, pmb_color color);

/*
 * A polygon. Its corners are the middles of the given pixels, in any direction, convex or not.
 * Where it crosses itself, an area that is enclosed an even number of times is outside. Fewer than
 * three points fill nothing.
 *
 * Pixels whose middle lies inside are set. A middle on an edge counts when the inside is to its
 * right, or on a level edge below it. So two polygons that share an edge set each pixel once.
 * pmb_polyline with `closed` draws the outline.
 */
void pmb_polygon_fill(pmb_canvas *c, const pmb_point *points, uint16_t count, pmb_color color);
void pmb_triangle_fill(pmb_canvas *c, pmb_point a, pmb_point b, pmb_point d, pmb_color color);

/* Lines (pmb_line) from each point to the next and, if closed, from the last to the first. One
 * point is a pixel. */
void pmb_polyline(pmb_canvas *c, const pmb_point *points, uint16_t count, bool closed,
                  pmb_color color);

/*
 * Bezier curves from a to d, with control points in between. They are drawn as lines between points
 * on the curve: at most 64 points, at most 8 pixels apart when the curve is shorter than 512
 * pixels. Coordinates are -8192 to 8191; others are clamped to that range.
 */
void pmb_curve_quadratic(pmb_canvas *c, pmb_point a, pmb_point control, pmb_point d,
                         pmb_color color);
void pmb_curve_cubic(pmb_canvas *c, pmb_point a, pmb_point first, pmb_point second, pmb_point d,
                     pmb_color color);

PMB_END_C

#endif
