/* typefaces.c - all typefaces and icons on a colour TFT, laid out by what they measure. */
#include "board.h"

static const pmb_panel_config kiosk = {
    .controller = &pmb_ili9341,
    .size = {240, 320},
    .bus = {.kind = &pmb_spi, .select = PMB_PIN(17), .data_command = PMB_PIN(20)},
    .reset = PMB_PIN(21),
    .rotate = PMB_ROTATE_90,
};

static const pmb_color ground = PMB_RGB(16, 32, 48), ink = PMB_RGB(240, 236, 220),
                       quiet = PMB_RGB(136, 160, 176), sand = PMB_RGB(240, 192, 96);

enum { MARGIN = 8, GAP = 3 };

/* One line of a sample with its top at y; returns the top of the next. */
static int16_t line(pmb_canvas *c, const pmb_font *font, pmb_color color, int16_t y,
                    const char *text)
{
    const pmb_text_style style = {.font = font, .color = color};
    const pmb_font_metrics m = pmb_font_measure(font);
    pmb_text(c, &style, (pmb_point){MARGIN, (int16_t)(y + m.ascent)}, text);
    return (int16_t)(y + m.ascent + m.descent + GAP);
}

static void paint(pmb_canvas *c, void *scene)
{
    static const char icons[] =
        PMB_ICON_BATTERY_3 PMB_ICON_SIGNAL_4 PMB_ICON_LAMP PMB_ICON_BELL PMB_ICON_LOCK PMB_ICON_DROP
            PMB_ICON_WIND PMB_ICON_WAVE PMB_ICON_ANCHOR PMB_ICON_BOAT PMB_ICON_LIGHTHOUSE
                PMB_ICON_SUN PMB_ICON_CLOUD PMB_ICON_THERMOMETER PMB_ICON_COMPASS PMB_ICON_WARNING;
    static const pmb_font *const with_icons[] = {&pmb_font_pennant12, NULL};
    static const pmb_text_layout right = {.across = PMB_RIGHT, .down = PMB_MIDDLE};
    int16_t y = MARGIN;
    (void)scene;
    pmb_fill(c, ground);
    y = line(c, &pmb_font_jetty, quiet, y,
             "Jetty: wind SW 17 kn, 1013 hPa, 14.2 \xC2\xB0"
             "C \xE2\x86\x91");
    y = line(c, &pmb_font_slipway, ink, y, "Slipway: the ferry leaves berth 3 at 14:05");
    y = line(c, &pmb_font_slipway_bold, sand, y, "Slipway Bold: high water 16:20");
    y = line(c, &pmb_font_smooth12, quiet, y,
             "Smooth 12: AVE, H\xC3\xB6he, caf\xC3\xA9, \xC2\xB1"
             "0.5 \xC2\xB5m");
    y = line(c, &pmb_font_smooth16, ink, y, "Smooth 16: To the quay");
    y = line(c, &pmb_font_smooth24, sand, y, "Smooth 24: 4.12 m");
    y = line(c, &pmb_font_pennant8, quiet, y, icons);
    y = line(c, &pmb_font_pennant12, ink, y, icons);
    y = line(c, &pmb_font_pennant16, sand, y, icons);

    /* The numerals, and beside them a text that takes its icons from a fallback font. */
    const pmb_rect rest = {MARGIN, y, 320 - 2 * MARGIN, (int16_t)(240 - MARGIN - y)};
    const pmb_font_metrics large = pmb_font_measure(&pmb_font_bollard32);
    const int16_t base = (int16_t)(rest.y + (rest.h + large.cap_height) / 2);
    const pmb_text_style big = {.font = &pmb_font_bollard32, .color = ink};
    const pmb_text_style mid = {.font = &pmb_font_bollard20, .color = sand};
    const pmb_text_style note = {
        .font = &pmb_font_slipway, .fallbacks = with_icons, .color = quiet};
    const int16_t x = (int16_t)(MARGIN + pmb_text_width(&big, "4.12 "));
    pmb_text(c, &big, (pmb_point){MARGIN, base}, "4.12 ");
    pmb_text(c, &mid, (pmb_point){x, base}, "14:05");
    pmb_text_box(c, &note, rest, &right, PMB_ICON_LIGHTHOUSE " Pellan Quay");
}

int main(void)
{
    static uint8_t band[320 * 2 * 16];
    pmb_panel panel;
    pmb_screen screen;
    const pmb_panel_config *const panels[] = {&kiosk, NULL};

    pmb_status status = pmb_panel_open(&panel, &kiosk, board_start(panels));
    if (status == PMB_OK)
        status = pmb_screen_init(&screen, &panel, band, sizeof band, NULL, 0);
    if (status == PMB_OK)
        status = pmb_screen_paint(&screen, paint, NULL);
    while (status == PMB_OK && board_running("typefaces", 100))
        panel.port->wait_us(panel.port->context, 20000);
    return status == PMB_OK ? 0 : 1;
}
