/* cells.c - every shape, hard and smooth, in 32 by 32 pixels. */
#include "cells.h"

#define RED  PMB_RGB(255, 80, 64)
#define SEA  PMB_RGB(64, 160, 255)
#define SAND PMB_RGB(255, 208, 96)

static pmb_point at(int x, int y)
{
    return (pmb_point){(int16_t)x, (int16_t)y};
}

static const pmb_rect all = {1, 1, 30, 30}, wide = {1, 7, 30, 17}, tall = {8, 1, 15, 30};
static const pmb_point star[] = {{16, 1}, {25, 30}, {1, 12}, {30, 12}, {6, 30}};
static const pmb_point arrow[] = {{2, 20},  {15, 2},  {29, 20}, {20, 17},
                                  {20, 29}, {11, 29}, {11, 17}};
static const uint8_t waves[8] = {0x18, 0x24, 0x42, 0x81, 0x18, 0x24, 0x42, 0x81};

typedef void (*line_drawer)(pmb_canvas *c, pmb_point a, pmb_point b, pmb_color color);

static void fan(pmb_canvas *c, line_drawer draw)
{
    for (int i = 0; i <= 29; i += 6)
        draw(c, at(1, 1), at(30, 1 + i), i % 4 ? SEA : PMB_WHITE);
    for (int i = 0; i <= 29; i += 6)
        draw(c, at(30, 30), at(i + 1, 1), i % 4 ? SAND : RED);
}

static void pixels(pmb_canvas *c)
{
    for (int i = 0; i < 30; i += 3)
        pmb_pixel(c, at(1 + i, 1 + i * i % 29), i % 2 ? SAND : PMB_WHITE);
    pmb_line_across(c, at(4, 10), 20, SEA);
    pmb_line_down(c, at(25, 14), 15, RED);
}

static void lines(pmb_canvas *c)
{
    fan(c, pmb_line);
}

static void smooth_lines(pmb_canvas *c)
{
    fan(c, pmb_smooth_line);
}

static void dashes(pmb_canvas *c)
{
    pmb_line_dashed(c, at(1, 3), at(30, 3), 3, 2, PMB_WHITE);
    pmb_line_dashed(c, at(30, 28), at(1, 9), 5, 3, SEA);
    pmb_line_dashed(c, at(3, 30), at(12, 8), 1, 1, SAND);
}

static void wide_lines(pmb_canvas *c)
{
    pmb_line_wide(c, at(3, 27), at(9, 4), 2, SEA);
    pmb_line_wide(c, at(10, 27), at(16, 5), 5, SAND);
    pmb_line_wide(c, at(21, 24), at(26, 7), 8, RED);
}

static void smooth_wide_lines(pmb_canvas *c)
{
    pmb_smooth_line_wide(c, at(3, 27), at(9, 4), 2, SEA);
    pmb_smooth_line_wide(c, at(10, 27), at(16, 5), 5, SAND);
    pmb_smooth_line_wide(c, at(21, 24), at(26, 7), 8, RED);
}

static void polylines(pmb_canvas *c)
{
    pmb_polyline(c, star, 5, true, SEA);
    pmb_polyline(c, arrow, 4, false, PMB_WHITE);
}

static void smooth_polylines(pmb_canvas *c)
{
    pmb_smooth_polyline(c, star, 5, true, SEA);
    pmb_smooth_polyline(c, arrow, 4, false, PMB_WHITE);
}

static void curves(pmb_canvas *c)
{
    pmb_curve_quadratic(c, at(1, 30), at(16, -20), at(30, 30), SEA);
    pmb_curve_cubic(c, at(1, 10), at(40, -10), at(-9, 40), at(30, 20), SAND);
}

static void smooth_curves(pmb_canvas *c)
{
    pmb_smooth_curve_quadratic(c, at(1, 30), at(16, -20), at(30, 30), SEA);
    pmb_smooth_curve_cubic(c, at(1, 10), at(40, -10), at(-9, 40), at(30, 20), SAND);
}

static void rectangles(pmb_canvas *c)
{
    pmb_rect_fill(c, pmb_rect_inset(all, 5), SEA);
    pmb_rect_stroke(c, all, PMB_WHITE);
    pmb_rect_stroke(c, pmb_rect_inset(all, 5), SAND);
}

static void patterns(pmb_canvas *c)
{
    pmb_rect_pattern(c, (pmb_rect){1, 1, 14, 30}, waves, SEA);
    for (int i = 0; i < 5; i++)
        pmb_rect_dither(c, (pmb_rect){17, (int16_t)(1 + 6 * i), 14, 6}, (uint8_t)(1 + 3 * i), SAND);
}

static void gradients(pmb_canvas *c)
{
    pmb_rect_gradient(c, (pmb_rect){1, 1, 30, 14}, PMB_BLACK, PMB_WHITE, false);
    pmb_rect_gradient(c, (pmb_rect){1, 17, 30, 14}, SEA, RED, true);
}

static void ellipses(pmb_canvas *c)
{
    pmb_ellipse_fill(c, wide, SEA);
    pmb_ellipse_stroke(c, wide, PMB_WHITE);
    pmb_ellipse_stroke(c, tall, SAND);
}

static void smooth_ellipses(pmb_canvas *c)
{
    pmb_smooth_ellipse_fill(c, wide, SEA);
    pmb_smooth_ellipse_stroke(c, tall, SAND);
}

static void circles(pmb_canvas *c)
{
    pmb_circle_fill(c, at(16, 16), 11, SEA);
    pmb_circle_stroke(c, at(16, 16), 15, PMB_WHITE);
    pmb_circle_fill(c, at(16, 16), 3, RED);
}

static void smooth_circles(pmb_canvas *c)
{
    pmb_smooth_circle_fill(c, at(16, 16), 11, SEA);
    pmb_smooth_circle_stroke(c, at(16, 16), 15, PMB_WHITE);
    pmb_smooth_circle_fill(c, at(16, 16), 3, RED);
}

static void rings(pmb_canvas *c)
{
    pmb_ellipse_ring(c, all, 4, SAND);
    pmb_ellipse_ring(c, (pmb_rect){7, 11, 18, 10}, 2, SEA);
}

static void smooth_rings(pmb_canvas *c)
{
    pmb_smooth_ellipse_ring(c, all, 4, SAND);
    pmb_smooth_ellipse_ring(c, (pmb_rect){7, 11, 18, 10}, 2, SEA);
}

static void rounds(pmb_canvas *c)
{
    pmb_round_stroke(c, all, 9, PMB_WHITE);
    pmb_round_fill(c, pmb_rect_inset(all, 3), 6, SEA);
    pmb_round_fill(c, (pmb_rect){9, 13, 14, 6}, 99, SAND);
}

static void smooth_rounds(pmb_canvas *c)
{
    pmb_smooth_round_stroke(c, all, 9, PMB_WHITE);
    pmb_smooth_round_fill(c, pmb_rect_inset(all, 3), 6, SEA);
    pmb_smooth_round_fill(c, (pmb_rect){9, 13, 14, 6}, 99, SAND);
}

static void sectors(pmb_canvas *c)
{
    pmb_sector_fill(c, at(16, 16), 15, 9, PMB_DEGREES(-120), PMB_DEGREES(200), SAND);
    pmb_sector_fill(c, at(16, 16), 15, 14, PMB_DEGREES(95), PMB_DEGREES(120), PMB_WHITE);
    pmb_sector_fill(c, at(16, 16), 8, -1, PMB_DEGREES(20), PMB_DEGREES(70), RED);
}

static void smooth_sectors(pmb_canvas *c)
{
    pmb_smooth_sector_fill(c, at(16, 16), 15, 9, PMB_DEGREES(-120), PMB_DEGREES(200), SAND);
    pmb_smooth_sector_fill(c, at(16, 16), 15, 14, PMB_DEGREES(95), PMB_DEGREES(120), PMB_WHITE);
    pmb_smooth_sector_fill(c, at(16, 16), 8, -1, PMB_DEGREES(20), PMB_DEGREES(70), RED);
}

static void sector_strokes(pmb_canvas *c)
{
    pmb_sector_stroke(c, at(16, 16), 15, 7, PMB_DEGREES(-120), PMB_DEGREES(230), SAND);
    pmb_sector_stroke(c, at(14, 20), 11, -1, PMB_DEGREES(115), PMB_DEGREES(100), SEA);
}

static void smooth_sector_strokes(pmb_canvas *c)
{
    pmb_smooth_sector_stroke(c, at(16, 16), 15, 7, PMB_DEGREES(-120), PMB_DEGREES(230), SAND);
    pmb_smooth_sector_stroke(c, at(14, 20), 11, -1, PMB_DEGREES(115), PMB_DEGREES(100), SEA);
}

static void triangles(pmb_canvas *c)
{
    pmb_triangle_fill(c, at(1, 30), at(18, 1), at(15, 30), SEA);
    pmb_triangle_fill(c, at(18, 1), at(15, 30), at(30, 22), SAND);
}

static void smooth_triangles(pmb_canvas *c)
{
    pmb_smooth_triangle_fill(c, at(1, 30), at(18, 1), at(15, 30), SEA);
    pmb_smooth_triangle_fill(c, at(18, 1), at(15, 30), at(30, 22), SAND);
}

static void polygons(pmb_canvas *c)
{
    pmb_polygon_fill(c, arrow, 7, SEA);
    pmb_polygon_fill(c, star, 5, SAND);
}

static void smooth_polygons(pmb_canvas *c)
{
    pmb_smooth_polygon_fill(c, arrow, 7, SEA);
    pmb_smooth_polygon_fill(c, star, 5, SAND);
}

static void clip_and_origin(pmb_canvas *c)
{
    const pmb_rect saved = pmb_canvas_narrow_clip(c, (pmb_rect){3, 6, 22, 20});
    pmb_circle_fill(c, at(4, 8), 13, SEA);
    c->origin.x = (int16_t)(c->origin.x + 14);
    (void)pmb_canvas_narrow_clip(c, (pmb_rect){-4, 10, 40, 30});
    pmb_fill(c, SAND);
    pmb_circle_fill(c, at(4, 18), 6, RED);
    c->origin.x = (int16_t)(c->origin.x - 14);
    pmb_canvas_restore_clip(c, saved);
}

const struct cell cells[] = {
    {"pixels", pixels},
    {"lines", lines},
    {"smooth lines", smooth_lines},
    {"dashes", dashes},
    {"wide lines", wide_lines},
    {"smooth wide lines", smooth_wide_lines},
    {"polylines", polylines},
    {"smooth polylines", smooth_polylines},
    {"curves", curves},
    {"smooth curves", smooth_curves},
    {"rectangles", rectangles},
    {"patterns", patterns},
    {"gradients", gradients},
    {"ellipses", ellipses},
    {"smooth ellipses", smooth_ellipses},
    {"circles", circles},
    {"smooth circles", smooth_circles},
    {"rings", rings},
    {"smooth rings", smooth_rings},
    {"round rectangles", rounds},
    {"smooth round rectangles", smooth_rounds},
    {"sectors", sectors},
    {"smooth sectors", smooth_sectors},
    {"sector strokes", sector_strokes},
    {"smooth sector strokes", smooth_sector_strokes},
    {"triangles", triangles},
    {"smooth triangles", smooth_triangles},
    {"polygons", polygons},
    {"smooth polygons", smooth_polygons},
    {"clip and origin", clip_and_origin},
};

const size_t cell_count = sizeof cells / sizeof cells[0];

void cell_draw(pmb_canvas *c, size_t cell, pmb_point p)
{
    const pmb_point origin = c->origin;
    c->origin = (pmb_point){(int16_t)(origin.x + p.x), (int16_t)(origin.y + p.y)};
    const pmb_rect saved = pmb_canvas_narrow_clip(c, (pmb_rect){0, 0, CELL, CELL});
    pmb_fill(c, PMB_BLACK);
    cells[cell].draw(c);
    pmb_canvas_restore_clip(c, saved);
    c->origin = origin;
}
