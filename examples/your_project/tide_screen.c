/* tide_screen.c - the gangway's display: the height of the tide, in a band of 128 bytes. */
#include "tide_screen.h"

const PMB_FLASH pmb_panel_config gangway = {
    .controller = &pmb_ssd1306,
    .size = {128, 64},
    .bus = {.kind = &pmb_i2c, .address = 0x3C},
};

static uint8_t band[128];
static pmb_panel panel;
static pmb_screen screen;

pmb_status tide_open(const pmb_port *port)
{
    const pmb_status status = pmb_panel_open(&panel, &gangway, port);
    return status == PMB_OK ? pmb_screen_init(&screen, &panel, band, sizeof band, NULL, 0) : status;
}

static void paint(pmb_canvas *c, void *scene)
{
    static const pmb_text_style label = {.font = &pmb_font_jetty, .color = PMB_WHITE};
    static const pmb_text_style figures = {.font = &pmb_font_bollard32, .color = PMB_WHITE};
    static const pmb_text_layout centred = {.across = PMB_CENTER, .down = PMB_MIDDLE};
    static const pmb_number metres = {.decimals = 2};
    char height[8];
    (void)pmb_number_text(height, sizeof height, &metres, *(const int32_t *)scene);
    (void)pmb_text_box(c, &label, (pmb_rect){0, 0, 128, 16}, &centred, "TIDE, METRES");
    (void)pmb_text_box(c, &figures, (pmb_rect){0, 16, 128, 48}, &centred, height);
}

pmb_status tide_show(int32_t centimetres)
{
    return pmb_screen_paint(&screen, paint, &centimetres);
}
