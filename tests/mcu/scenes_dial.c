/* scenes_dial.c - a dial, and a needle that settles. */
#include "scale.h"
#include "scenes.h"

static void dial(pmb_canvas *c, void *scene)
{
    static const PMB_FLASH pmb_dial d = {
        &pmb_theme_dark, &scale, PMB_DEGREES(-120), PMB_DEGREES(240), true, NULL, false};
    pmb_damper damper = {0};
    (void)scene;
    (void)pmb_damper_step(&damper, 0, 5, 100);
    pmb_dial_draw(c, &d, box(2, 0, 64, 64), pmb_damper_step(&damper, 400, 177, 100), 450);
}

const struct scene scenes[] = {{"dial", dial}};
const uint8_t scene_count = sizeof scenes / sizeof scenes[0];
