/* scenes_smooth_lines.c - lines, curves and polygons with smooth edges. */
#include "scenes.h"

static const pmb_point kite[] = {{10, 10}, {60, 4}, {88, 58}, {30, 40}};

static void lines(pmb_canvas *c, void *scene)
{
    (void)scene;
    for (int16_t i = 0; i < 8; i++)
        pmb_smooth_line(c, at((int16_t)(i * 13 - 4), 66), at(92, (int16_t)(i * 9)), PMB_WHITE);
    pmb_smooth_line_wide(c, at(12, 12), at(70, 50), 6, PMB_RED);
    pmb_smooth_curve_cubic(c, at(0, 0), at(120, 10), at(-30, 50), at(95, 63), PMB_WHITE);
}

static void polygons(pmb_canvas *c, void *scene)
{
    (void)scene;
    pmb_smooth_polygon_fill(c, kite, 4, PMB_WHITE);
}

const struct scene scenes[] = {{"smooth-lines", lines}, {"smooth-polygons", polygons}};
const uint8_t scene_count = sizeof scenes / sizeof scenes[0];
