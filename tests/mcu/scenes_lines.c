/* scenes_lines.c - fills, lines, polygons, curves, patterns, with hard edges. */
#include "scenes.h"

static const pmb_point star[] = {{48, 2}, {62, 60}, {6, 22}, {90, 22}, {34, 60}};

static void lines(pmb_canvas *c, void *scene)
{
    (void)scene;
    for (int16_t i = 0; i < 12; i++)
        pmb_line(c, at((int16_t)(i * 9 - 4), 70), at(90, (int16_t)(i * 6)), PMB_WHITE);
    pmb_line_across(c, at(3, 5), 40, PMB_RED);
    pmb_line_down(c, at(7, -3), 30, PMB_RED);
    pmb_line_dashed(c, at(0, 60), at(95, 10), 5, 3, PMB_BLACK);
    pmb_line_wide(c, at(20, 12), at(70, 50), 7, PMB_WHITE);
}

static void shapes(pmb_canvas *c, void *scene)
{
    (void)scene;
    pmb_polygon_fill(c, star, 5, PMB_WHITE);
    pmb_triangle_fill(c, at(0, 0), at(30, 3), at(4, 40), PMB_RED);
    pmb_polyline(c, star, 5, true, PMB_BLACK);
    pmb_rect_stroke(c, box(70, 40, 24, 20), PMB_WHITE);
}

static void curves(pmb_canvas *c, void *scene)
{
    (void)scene;
    pmb_curve_quadratic(c, at(0, 63), at(40, -60), at(95, 50), PMB_WHITE);
    pmb_curve_cubic(c, at(0, 0), at(120, 10), at(-30, 50), at(95, 63), PMB_RED);
}

static void greys(pmb_canvas *c, void *scene)
{
    static const PMB_FLASH uint8_t brick[8] = {0xFF, 0x80, 0x80, 0x80, 0xFF, 0x08, 0x08, 0x08};
    (void)scene;
    pmb_rect_pattern(c, box(3, 3, 40, 27), brick, PMB_WHITE);
    pmb_rect_dither(c, box(50, 3, 40, 27), 6, PMB_WHITE);
    pmb_rect_gradient(c, box(3, 34, 88, 26), PMB_BLACK, PMB_RGB(255, 200, 120), false);
}

const struct scene scenes[] = {
    {"lines", lines}, {"shapes", shapes}, {"curves", curves}, {"greys", greys}};
const uint8_t scene_count = sizeof scenes / sizeof scenes[0];
