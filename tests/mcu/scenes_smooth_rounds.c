/* scenes_smooth_rounds.c - ellipses and sectors with smooth edges. */
#include "scenes.h"

static void rounds(pmb_canvas *c, void *scene)
{
    (void)scene;
    pmb_smooth_ellipse_fill(c, box(3, 3, 50, 30), PMB_WHITE);
    pmb_smooth_round_stroke(c, box(30, 20, 62, 40), 11, PMB_RED);
    pmb_smooth_sector_fill(c, at(30, 36), 26, 12, PMB_DEGREES(-40), PMB_DEGREES(250), PMB_BLACK);
}

const struct scene scenes[] = {{"smooth-rounds", rounds}};
const uint8_t scene_count = sizeof scenes / sizeof scenes[0];
