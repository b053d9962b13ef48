/* scenes_pictures.c - a picture and a reel, from flash. */
#include "scenes.h"

extern const pmb_picture gull, sign;

static void picture(pmb_canvas *c, void *scene)
{
    static uint8_t rows[64];
    const pmb_picture_style turned = {.turn = 1, .mirror = true};
    (void)scene;
    (void)pmb_picture_draw(c, &sign, at(2, 2), NULL, rows, sizeof rows);
    (void)pmb_picture_draw(c, &sign, at(50, 20), &turned, rows, sizeof rows);
}

static void reel(pmb_canvas *c, void *scene)
{
    static uint8_t frame[160];
    static pmb_reel_player player;
    (void)scene;
    if (pmb_reel_open(&player, &gull, PMB_REEL_LOOP, frame, sizeof frame) != PMB_OK)
        return;
    for (uint32_t time = 0; time < 400; time += 130) {
        (void)pmb_reel_advance(&player, time);
        pmb_reel_draw(c, &player, at((int16_t)(time / 6), (int16_t)(time / 10)), NULL);
    }
}

const struct scene scenes[] = {{"picture", picture}, {"reel", reel}};
const uint8_t scene_count = sizeof scenes / sizeof scenes[0];
