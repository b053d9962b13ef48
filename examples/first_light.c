/* first_light.c - a small OLED, a band of 128 bytes, and the tide in the middle of the screen. */
#include "board.h"

/* What the display is. Pins and addresses are those printed on the module or its board. */
static const pmb_panel_config gangway = {
    .controller = &pmb_ssd1306,
    .size = {128, 64},
    .bus = {.kind = &pmb_i2c, .address = 0x3C},
};

static const pmb_text_style label = {.font = &pmb_font_jetty, .color = PMB_WHITE};
static const pmb_text_style figures = {.font = &pmb_font_bollard32, .color = PMB_WHITE};

/* Draws text around the middle of the screen. */
static void centred(pmb_canvas *c, const pmb_text_style *style, int16_t baseline, const char *text)
{
    const int16_t left = (int16_t)((128 - pmb_text_width(style, text)) / 2);
    pmb_text(c, style, (pmb_point){left, baseline}, text);
}

/* Draws the whole screen; called once for each band of it. */
static void paint(pmb_canvas *c, void *scene)
{
    pmb_fill(c, PMB_BLACK);
    pmb_rect_stroke(c, (pmb_rect){0, 0, 128, 64}, PMB_WHITE);
    centred(c, &label, 13, "TIDE AT PELLAN QUAY");
    centred(c, &figures, 50, (const char *)scene);
    centred(c, &label, 60, "metres");
}

int main(void)
{
    static uint8_t band[128];                  /* an eighth of the screen is enough */
    static pmb_tile tiles[PMB_TILES(128, 64)]; /* what is on the glass: only changes are sent */
    pmb_panel panel;
    pmb_screen screen;
    char height[] = "4.12";
    const pmb_panel_config *const panels[] = {&gangway, NULL};

    pmb_status status = pmb_panel_open(&panel, &gangway, board_start(panels));
    if (status == PMB_OK)
        status = pmb_screen_init(&screen, &panel, band, sizeof band, tiles,
                                 sizeof tiles / sizeof tiles[0]);
    while (status == PMB_OK && board_running("first_light", 300)) {
        status = pmb_screen_paint(&screen, paint, height);
        panel.port->wait_us(panel.port->context, 20000);
    }
    return status == PMB_OK ? 0 : 1;
}
