/* fields_scene.c - two labelled number fields in round frames, with fonts of just the glyphs that
 * are used, on an 84x48 LCD: for fields_avr.c and replay.c. */
#include "wire.h"

extern const PMB_FLASH pmb_font fields_small, fields_large;

const PMB_FLASH pmb_panel_config wire_panel = {
    .controller = &pmb_pcd8544,
    .size = {84, 48},
    .bus = {.kind = &pmb_spi, .select = PMB_PIN(10), .data_command = PMB_PIN(9)},
    .reset = PMB_PIN(8),
};

static const pmb_text_style small = {.font = &fields_small, .color = PMB_BLACK};
static const pmb_text_style large = {.font = &fields_large, .color = PMB_BLACK};

static void draw_field(pmb_canvas *c, int16_t top, const char *name, const char *unit,
                       int16_t value, uint8_t decimals)
{
    if (c->clip.y >= top + 24 || c->clip.y + c->clip.h <= top)
        return; /* not in this band */
    const int16_t unit_x = (int16_t)(78 - pmb_text_width(&small, unit));
    char text[6];
    pmb_round_stroke(c, (pmb_rect){0, top, 84, 24}, 5, PMB_BLACK);
    pmb_text(c, &small, (pmb_point){5, (int16_t)(top + 16)}, name);
    pmb_text(c, &small, (pmb_point){unit_x, (int16_t)(top + 16)}, unit);
    (void)pmb_number_text(text, sizeof text, &(pmb_number){.decimals = decimals}, value);
    pmb_text(c, &large,
             (pmb_point){(int16_t)(unit_x - 1 - pmb_text_width(&large, text)), (int16_t)(top + 22)},
             text);
}

/* The scene is an int16_t: how far the tide has risen. */
void wire_paint(pmb_canvas *c, void *scene)
{
    pmb_fill(c, PMB_WHITE);
    draw_field(c, 0, "Tide", "m", (int16_t)(412 + *(const int16_t *)scene), 2);
    draw_field(c, 24, "Wind", "kn", 17, 0);
}
