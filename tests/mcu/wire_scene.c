/* wire_scene.c - what wire.c shows, and replay.c expects. */
#include "wire.h"

const PMB_FLASH pmb_panel_config wire_panel = {
    .controller = &pmb_st7735,
    .size = {128, 160},
    .bus = {.kind = &pmb_spi, .select = PMB_PIN(2), .data_command = PMB_PIN(3)},
    .reset = PMB_PIN(1),
};

void wire_paint(pmb_canvas *c, void *scene)
{
    const pmb_text_style style = {.font = &pmb_font_jetty, .color = PMB_YELLOW};
    const int16_t step = *(const int16_t *)scene;
    pmb_fill(c, PMB_RGB(24, 72, 136));
    pmb_text(c, &style, (pmb_point){8, 14}, "Pellan Quay");
    pmb_smooth_circle_fill(c, (pmb_point){(int16_t)(50 + 20 * step), 70}, 31, PMB_WHITE);
    pmb_smooth_line_wide(c, (pmb_point){10, 140}, (pmb_point){110, 100}, 7, PMB_RED);
    pmb_round_stroke(c, (pmb_rect){4, 20, 120, 134}, 12, PMB_GREEN);
}
