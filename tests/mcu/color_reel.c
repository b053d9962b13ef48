/* color_reel.c - a reel in colour of 96x96 pixels: each frame is decoded, drawn into a whole
 * picture in memory, and sent. */
#include "board.h"

extern const pmb_picture wheel_color; /* made by the Makefile */

static const pmb_panel_config glass = {
    .controller = &pmb_st7735,
    .size = {128, 128},
    .bus = {.kind = &pmb_spi, .select = PMB_PIN(17), .data_command = PMB_PIN(20)},
};

static void paint(pmb_canvas *c, void *scene)
{
    pmb_reel_draw(c, (pmb_reel_player *)scene, (pmb_point){16, 16}, NULL);
}

int main(void)
{
    static uint8_t pixels[128 * 128 * 2], memory[10500];
    static const pmb_panel_config *const panels[] = {&glass, NULL};
    pmb_panel panel;
    pmb_screen screen;
    pmb_reel_player reel;
    pmb_status status = pmb_panel_open(&panel, &glass, board_start(panels));
    if (status == PMB_OK)
        status = pmb_screen_init(&screen, &panel, pixels, sizeof pixels, NULL, 0);
    if (status == PMB_OK)
        status = pmb_reel_open(&reel, &wheel_color, PMB_REEL_LOOP, memory, sizeof memory);
    for (uint32_t now = 0; status == PMB_OK && board_running("color_reel", 60000); now += 50) {
        (void)pmb_reel_advance(&reel, now);
        status = pmb_screen_paint(&screen, paint, &reel);
    }
    return status == PMB_OK ? 0 : 1;
}
