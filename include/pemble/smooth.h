/*
 * smooth.h - shapes with smooth (anti-aliased) edges.
 *
 * They take the same arguments as the hard-edged ones of shape.h and stand in the same place. A
 * pixel on the edge is given a share of the colour, by how far its middle is from the edge: all of
 * it from half a pixel inside on, half on the edge, nothing from half a pixel outside on. Edges
 * along rows and columns stay crisp. On formats of one bit (canvas.h) each function draws what its
 * hard-edged namesake does.
 *
 * Two smooth shapes that share an edge both give a share to its pixels, and some of what was there
 * before shines through; draw the one whole and the other over it where that must not be.
 * Rectangles have no smooth form, as nothing of them is between pixels.
 */
#ifndef PEMBLE_SMOOTH_H
#define PEMBLE_SMOOTH_H

#include "pemble/linkage.h"
#include "pemble/shape.h"

PMB_BEGIN_C

/*
 * A line from a to b, both ends included: at each step along its longer direction the colour is
 * divided between the two pixels beside the true line, by their nearness to it. Coordinates from
 * -16384 to 16383; lines that leave that are not drawn.
 */
void pmb_smooth_line(pmb_canvas *c, pmb_point a, pmb_point b, pmb_color color);

/* The same, but only `on` steps of it and then not the next `off`, and so on, as pmb_line_dashed
 * counts them. */
void pmb_smooth_line_dashed(pmb_canvas *c, pmb_point a, pmb_point b, uint8_t on, uint8_t off,
                            pmb_color color);

/* All that is no further than half of the width (2 to 255) from the line between a and b. A width
 * of 0 or 1 is pmb_smooth_line. Coordinates as there. */
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
 * An ellipse that touches all four sides of r; the line along its inside, one pixel wide; and that
 * line `width` pixels wide. The distance from an ellipse that is not a circle is that of its first
 * approximation, f / |grad f|, good to a few hundredths of a pixel. One that is less than 3 pixels
 * wide or high is hard-edged.
 */
void pmb_smooth_ellipse_fill(pmb_canvas *c, pmb_rect r, pmb_color color);
void pmb_smooth_ellipse_stroke(pmb_canvas *c, pmb_rect r, pmb_color color);
void pmb_smooth_ellipse_ring(pmb_canvas *c, pmb_rect r, int16_t width, pmb_color color);

/* The same around the middle of a pixel, 2 * radius + 1 wide. */
void pmb_smooth_circle_fill(pmb_canvas *c, pmb_point center, int16_t radius, pmb_color color);
void pmb_smooth_circle_stroke(pmb_canvas *c, pmb_point center, int16_t radius, pmb_color color);

/* A rectangle with round corners, and the line along its inside, one pixel wide. */
void pmb_smooth_round_fill(pmb_canvas *c, pmb_rect r, int16_t radius, pmb_color color);
void pmb_smooth_round_stroke(pmb_canvas *c, pmb_rect r, int16_t radius, pmb_color color);

/* A part of a ring, and the line along its inside; arguments as for pmb_sector_fill. With inner one
 * less than outer, the fill is an arc one pixel wide. */
void pmb_smooth_sector_fill(pmb_canvas *c, pmb_point center, int16_t outer, int16_t inner,
                            pmb_angle from, pmb_angle sweep, pmb_color color);
void pmb_smooth_sector_stroke(pmb_canvas *c, pmb_point center, int16_t outer, int16_t inner,
                              pmb_angle from, pmb_angle sweep, pmb_color color);

/*
 * A polygon with its corners in the middle of the given pixels; what is enclosed an even number of
 * times is outside. Here the share of a pixel is exact: that part of its area which lies inside.
 */
void pmb_smooth_polygon_fill(pmb_canvas *c, const pmb_point *points, uint16_t count,
                             pmb_color color);
void pmb_smooth_triangle_fill(pmb_canvas *c, pmb_point a, pmb_point b, pmb_point d,
                              pmb_color color);

PMB_END_C

#endif
