/* barometer.c - the air pressure of the last hours on an OLED, with a scale beside the plot. */
#include "board.h"

static const pmb_panel_config gangway = {
    .controller = &pmb_ssd1306,
    .size = {128, 64},
    .bus = {.kind = &pmb_i2c, .address = 0x3C},
};

enum { COLUMNS = 100, READINGS_PER_COLUMN = 6 };

/* Tenths of a hectopascal, since a plot keeps 16 bits; the scale is in whole ones. */
static const pmb_scale pressure = {.least = 9900, .most = 10300, .major = 200, .decimals = 1};
static const pmb_scale numbers = {.least = 990, .most = 1030, .major = 20};
static const pmb_series series[] = {
    {.scale = &pressure, .color = PMB_WHITE, .marked = true, .mark = 10132}};

struct barometer {
    pmb_plot plot;
    pmb_spread columns[COLUMNS];
    int32_t now, before; /* the reading, and that of three hours ago */
};

static void paint(pmb_canvas *c, void *scene)
{
    static const pmb_ruler ruler = {&pmb_theme_dark, &numbers, PMB_WHITE, true};
    static const pmb_text_style large = {.font = &pmb_font_slipway_bold, .color = PMB_WHITE};
    static const pmb_text_style small = {.font = &pmb_font_jetty, .color = PMB_WHITE};
    static const pmb_number tenths = {.decimals = 1};
    const struct barometer *b = (const struct barometer *)scene;
    const int16_t w = pmb_ruler_width(&ruler);
    char text[12];
    pmb_fill(c, PMB_BLACK);
    (void)pmb_number_text(text, sizeof text, &tenths, b->now);
    pmb_text(c, &large, (pmb_point){0, 12}, text);
    pmb_text(c, &small, (pmb_point){(int16_t)(pmb_text_width(&large, text) + 3), 12}, "hPa");
    const char *trend = b->now > b->before + 5   ? "rising ↑"
                        : b->now < b->before - 5 ? "falling ↓"
                                                 : "steady";
    pmb_text(c, &small, (pmb_point){(int16_t)(128 - pmb_text_width(&small, trend)), 12}, trend);
    pmb_ruler_draw(c, &ruler, (pmb_rect){0, 18, w, 46});
    pmb_plot_draw(c, &b->plot, (pmb_rect){w, 18, (int16_t)(128 - w), 46});
}

int main(void)
{
    static uint8_t band[128];
    static pmb_tile tiles[PMB_TILES(128, 64)];
    static struct barometer barometer;
    pmb_panel panel;
    pmb_screen screen;
    const pmb_panel_config *const panels[] = {&gangway, NULL};
    const pmb_port *port = board_start(panels);
    pmb_status status = pmb_panel_open(&panel, &gangway, port);
    if (status == PMB_OK)
        status = pmb_screen_init(&screen, &panel, band, sizeof band, tiles,
                                 sizeof tiles / sizeof tiles[0]);
    if (status == PMB_OK)
        status =
            pmb_plot_init(&barometer.plot, &pmb_theme_dark, series, 1, barometer.columns, COLUMNS);
    for (uint32_t n = 0; status == PMB_OK && board_running("barometer", 30000); n++) {
        /* A made-up low that passes, with a little noise; the first reading of a column moves the
         * plot, the others widen it. */
        const int32_t low = pmb_cosine((pmb_angle)(n * 110)) / 220, noise = (int32_t)(n * 37 % 11);
        barometer.before = barometer.now;
        barometer.now = 10090 + low + noise;
        const int16_t reading = (int16_t)barometer.now;
        if (n % READINGS_PER_COLUMN == 0)
            pmb_plot_push(&barometer.plot, &reading);
        else
            pmb_plot_widen(&barometer.plot, &reading);
        status = pmb_screen_paint(&screen, paint, &barometer);
        port->wait_us(port->context, 20000);
    }
    return status == PMB_OK ? 0 : 1;
}
