/* reel_avr.c - a reel of 28 frames of 50x50 on an OLED by I2C: only its part of the screen is
 * painted. */
#include "avr_port.h"
#include "oled.h"
#include "say.h"

extern const pmb_picture wheel;

static void paint(pmb_canvas *c, void *scene)
{
    pmb_reel_draw(c, scene, (pmb_point){39, 7}, NULL);
}

int main(void)
{
    static uint8_t band[128], frame[400];
    static pmb_reel_player player;
    static pmb_panel panel;
    static pmb_screen screen;
    pmb_status status = pmb_panel_open(&panel, &oled, &avr_i2c_port);
    if (status == PMB_OK)
        status = pmb_screen_init(&screen, &panel, band, sizeof band, NULL, 0);
    if (status == PMB_OK)
        status = pmb_reel_open(&player, &wheel, PMB_REEL_LOOP, frame, sizeof frame);
    if (status == PMB_OK)
        status = pmb_screen_paint(&screen, paint, &player);
    say_mark();
    for (uint32_t time = 0; time < player.info.milliseconds && status == PMB_OK;) {
        status = pmb_reel_advance(&player, time);
        time = player.end;
        if (status == PMB_OK)
            status = pmb_screen_paint_area(&screen, paint, &player, (pmb_rect){39, 7, 50, 50});
        say_mark();
    }
    if (status != PMB_OK) {
        say_start();
        say("failed\n");
    }
    say_end();
}
