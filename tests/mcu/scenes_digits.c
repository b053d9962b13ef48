/* scenes_digits.c - segment digits and letters, and a bar. */
#include "scale.h"
#include "scenes.h"

static void digits(pmb_canvas *c, void *scene)
{
    static const PMB_FLASH pmb_segments s = {&pmb_theme_dark, 4, 10, true};
    static const PMB_FLASH pmb_bar bar = {&pmb_theme_dark, &scale, 0};
    (void)scene;
    pmb_segments_draw(c, &s, box(2, 2, 92, 30), "-4.12", PMB_NORMAL);
    pmb_segments_letters_draw(c, &s, box(2, 36, 60, 24), "KQ7W", PMB_ALARM);
    pmb_bar_draw(c, &bar, box(66, 40, 28, 20), 333, 120);
}

const struct scene scenes[] = {{"digits", digits}};
const uint8_t scene_count = sizeof scenes / sizeof scenes[0];
