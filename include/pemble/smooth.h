/*
 * smooth.h - shapes with smooth (anti-aliased) edges.
 *
 * They take the same arguments as the hard-edged shapes of shape.h and lie in the same place. A
 * pixel near the edge is given a share of the colour, by the distance of its middle from the edge:
 * all from half a pixel inside, half on the edge, nothing from half a pixel outside. Edges along
 * rows and columns are sharp. On formats of one bit each function draws the hard-edged shape.
 *
 * Two smooth shapes that share an edge both give a share to its pixels, and the ground shines
 * through a little. To avoid this, draw one shape larger and the other one over it. Rectangles have
 * no smooth form: their edges lie between pixels.
 */
#ifndef PEMBLE_SMOOTH_H
#define PEMBLE_SMOOTH_H

#include "pemble/linkage.h"
#include "pemble/shape.h"

PMB_BEGIN_C

/*
 * A line from a to b, both ends included. At each step along the longer direction, two pixels share
 * the colour, by their distance from the true line. Coordinates are -16384 to 16383; a line with
 * others is not drawn.
 */
void pmb_smooth_line(pmb_canvas *c, pmb_point a, pmb_point b, pmb_color color);

/* A dashed smooth line; `on` and `off` count steps as in pmb_line_dashed. */
void pmb_smooth_line_dashed(pmb_canvas *c, pmb_point a, pmb_point b, uint8_t on, uint8_t off,
                            pmb_color color);

/* A line `width` pixels wide (2 to 255) with round ends. A width of 0 or 1 is pmb_smooth_line.
 * Coordinates as in pmb_smooth_line. */
void pmb_smooth_line_wide(pmb_canvas *c, pmb_point a, pmb_point b, uint8_t width, pmb_color color);

/* Smooth lines from each point to the next and, if closed, from the last to the first. */
void pmb_smooth_polyline(pmb_canvas *c, const pmb_point *points, uint16_t count, bool closed,
                         pmb_color color);

/* Curves (shape.h) as smooth lines whose ends lie on sixteenths of a pixel. */
void pmb_smooth_curve_quadratic(pmb_canvas *c, pmb_point a, pmb_point control, pmb_point d,
                                pmb_color color);
void pmb_smooth_curve_cubic(pmb_canvas *c, pmb_point a, pmb_point first, pmb_point second,
                            pmb_point d, pmb_color color);

/*
 * An ellipse that touches all four sides of r; its outline one pixel wide, inside it; and its
 * outline `width` pixels wide. The distance from an ellipse that is no circle is approximated by f
 * / |grad f|, which is right to a few hundredths of a pixel. An ellipse less than 3 pixels wide or
 * high is hard-edged.
 */
void pmb_smooth_ellipse_fill(pmb_canvas *c, pmb_rect r, pmb_color color);
void pmb_smooth_ellipse_stroke(pmb_canvas *c, pmb_rect r, pmb_color color);
void pmb_smooth_ellipse_ring(pmb_canvas *c, pmb_rect r, int16_t width, pmb_color color);

/* A circle around the middle of a pixel, 2 * radius + 1 pixels wide. */
void pmb_smooth_circle_fill(pmb_canvas *c, pmb_point center, int16_t radius, pmb_color color);
void pmb_smooth_circle_stroke(pmb_canvas *c, pmb_point center, int16_t radius, pmb_color color);

/* A rectangle with round corners, and its outline one pixel wide, inside it. */
void pmb_smooth_round_fill(pmb_canvas *c, pmb_rect r, int16_t radius, pmb_color color);
void pmb_smooth_round_stroke(pmb_canvas *c, pmb_rect r, int16_t radius, pmb_color color);

/*
 * A part of a ring, and its outline; arguments as in pmb_sector_fill. A fill is an arc one pixel
 * wide when `inner` equals `outer - 1`.
 */
void pmb_smooth_sector_fill(pmb_canvas *c, pmb_point center, int16_t outer, int16_t inner,
                            pmb_angle from, pmb_angle sweep, pmb_color color);
void pmb_smooth_sector_stroke(pmb_canvas *c, pmb_point center, int16_t outer, int16_t inner,
                              pmb_angle from, pmb_angle sweep, pmb_color color);

/*
 * A polygon with its corners in the middle of the given pixels. An area that is enclosed an even
 * number of times is outside. Here the share of a pixel is exact: the part of its area that lies
 * inside.
 */
void pmb_smooth_polygon_fill(pmb_canvas *c, const pmb_point *points, uint16_t count,
                             pmb_color color);
void pmb_smooth_triangle_fill(pmb_canvas *c, pmb_point a, pmb_point b, pmb_point d,
                              pmb_color color);

PMB_END_C

#endif
