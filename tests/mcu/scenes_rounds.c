/* scenes_rounds.c - ellipses, round rectangles, sectors, with hard edges; a clip and an origin. */
#include "scenes.h"

static void ellipses(pmb_canvas *c, void *scene)
{
    (void)scene;
    pmb_ellipse_fill(c, box(3, 3, 50, 30), PMB_WHITE);
    pmb_ellipse_stroke(c, box(40, 10, 51, 50), PMB_RED);
    pmb_ellipse_ring(c, box(5, 30, 40, 33), 5, PMB_BLACK);
    pmb_circle_fill(c, at(70, 20), 11, PMB_BLACK);
    pmb_circle_stroke(c, at(70, 20), 15, PMB_WHITE);
}

static void rounds(pmb_canvas *c, void *scene)
{
    (void)scene;
    pmb_round_fill(c, box(4, 4, 60, 30), 9, PMB_WHITE);
    pmb_round_stroke(c, box(20, 20, 70, 40), 12, PMB_RED);
}

static void sectors(pmb_canvas *c, void *scene)
{
    (void)scene;
    pmb_sector_fill(c, at(30, 30), 28, 10, PMB_DEGREES(-40), PMB_DEGREES(250), PMB_WHITE);
    pmb_sector_stroke(c, at(66, 34), 26, -1, PMB_DEGREES(30), PMB_DEGREES(77), PMB_RED);
}

static void clipped(pmb_canvas *c, void *scene)
{
    (void)scene;
    const pmb_rect saved = pmb_canvas_narrow_clip(c, box(10, 10, 33, 40));
    c->origin = at(-8, 5);
    pmb_ellipse_fill(c, box(0, 0, 60, 60), PMB_WHITE);
    c->origin = at(0, 0);
    pmb_canvas_restore_clip(c, saved);
}

const struct scene scenes[] = {
    {"ellipses", ellipses}, {"rounds", rounds}, {"sectors", sectors}, {"clipped", clipped}};
const uint8_t scene_count = sizeof scenes / sizeof scenes[0];
