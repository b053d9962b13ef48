/* oled.c - text and shapes on a 128x64 OLED by I2C, with a band of one page and a font of
 * just the glyphs that are used: on the ATmega328P, and on the bench (oled_bench.c). */
#include "oled.h"

extern const PMB_FLASH pmb_font oled_font;

const PMB_FLASH pmb_panel_config oled = {
    .controller = &pmb_ssd1306,
    .size = {128, 64},
    .bus = {.kind = &pmb_i2c, .address = 0x3C},
};

static const pmb_text_style style = {.font = &oled_font, .color = PMB_WHITE};

void oled_paint(pmb_canvas *c, void *scene)
{
    const int16_t step = *(const int16_t *)scene;
    pmb_rect_stroke(c, (pmb_rect){0, 0, 128, 64}, PMB_WHITE);
    pmb_text(c, &style, (pmb_point){6, 13}, "Pellan Quay");
    pmb_line(c, (pmb_point){4, 18}, (pmb_point){123, (int16_t)(18 + step)}, PMB_WHITE);
    pmb_circle_fill(c, (pmb_point){(int16_t)(24 + step), 42}, 15, PMB_WHITE);
    pmb_circle_stroke(c, (pmb_point){100, 42}, 17, PMB_WHITE);
    pmb_text(c, &style, (pmb_point){54, 46}, "4.12 m");
}
