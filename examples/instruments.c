/* instruments.c - the weather of the quay as gauges: on the kiosk's TFT, and on the gangway's OLED.
 */
#include "board.h"

static const pmb_panel_config kiosk = {
    .controller = &pmb_ili9341,
    .size = {240, 320},
    .bus = {.kind = &pmb_spi, .select = PMB_PIN(17), .data_command = PMB_PIN(20)},
    .reset = PMB_PIN(21),
    .rotate = PMB_ROTATE_90,
};

static const pmb_panel_config gangway = {
    .controller = &pmb_ssd1306,
    .size = {128, 64},
    .bus = {.kind = &pmb_i2c, .address = 0x3C},
};

static const pmb_panel_config *const panels[] = {&kiosk, &gangway, NULL};

/* Tenths of a knot, centimetres, tenths of a hectopascal. */
static const pmb_zone strong[] = {{220, PMB_CAUTION}, {340, PMB_ALARM}};
static const pmb_zone high[] = {{420, PMB_CAUTION}, {470, PMB_ALARM}};
static const pmb_scale wind_scale = {.least = 0,
                                     .most = 400,
                                     .major = 100,
                                     .minor = 50,
                                     .decimals = 1,
                                     .zones = strong,
                                     .zone_count = 2};
static const pmb_scale dial_scale = {.least = 0,
                                     .most = 40,
                                     .major = 10,
                                     .minor = 5,
                                     .zones =
                                         (const pmb_zone[]){{22, PMB_CAUTION}, {34, PMB_ALARM}},
                                     .zone_count = 2};
static const pmb_scale tide_scale = {
    .least = 0, .most = 500, .major = 100, .decimals = 2, .zones = high, .zone_count = 2};
static const pmb_scale air_scale = {.least = 9800, .most = 10400, .major = 200, .decimals = 1};

enum { COLUMNS = 200 };

struct weather {
    pmb_size size;
    pmb_plot plot;
    pmb_spread values[2 * COLUMNS];
    int32_t wind, gust, tide, air; /* now */
};

/* An hour of made-up weather, a minute a column. */
static void live(struct weather *w)
{
    for (int i = 0; i < COLUMNS; i++) {
        w->tide = 255 + 180 * pmb_sine((pmb_angle)(i * 210)) / 32767;
        w->air = 10080 + 120 * pmb_cosine((pmb_angle)(i * 150)) / 32767;
        w->wind = 170 + 70 * pmb_sine((pmb_angle)(i * 900)) / 32767 + i * 37 % 23;
        w->gust = w->wind > w->gust ? w->wind : w->gust;
        const int16_t now[] = {(int16_t)w->tide, (int16_t)w->air};
        pmb_plot_push(&w->plot, now);
    }
}

static pmb_rect at(int x, int y, int w, int h)
{
    return (pmb_rect){(int16_t)x, (int16_t)y, (int16_t)w, (int16_t)h};
}

static void paint_kiosk(pmb_canvas *c, void *scene)
{
    static const pmb_dial wind = {
        &pmb_theme_color, &dial_scale, PMB_DEGREES(-135), PMB_DEGREES(270), true,
        "wind, kn",       false};
    static const pmb_segments clock = {&pmb_theme_color, 4, 8, true};
    static const pmb_bar tide = {&pmb_theme_color, &tide_scale, 0};
    static const pmb_bar gusts = {&pmb_theme_color, &wind_scale, 20};
    static const pmb_field air = {&pmb_theme_color, &air_scale, "air", "hPa"};
    static const pmb_field height = {&pmb_theme_color, &tide_scale, "tide", "m"};
    const struct weather *w = (const struct weather *)scene;
    pmb_fill(c, pmb_theme_color.ground);
    pmb_dial_draw(c, &wind, at(6, 6, 132, 132), w->wind / 10, w->gust / 10);
    pmb_segments_draw(c, &clock, at(168, 8, 144, 40), "14:05", PMB_NORMAL);
    pmb_field_draw(c, &height, at(168, 56, 144, 38), w->tide,
                   pmb_scale_level(&tide_scale, w->tide));
    pmb_field_draw(c, &air, at(168, 100, 144, 38), w->air, PMB_NORMAL);
    pmb_bar_draw(c, &tide, at(146, 8, 14, 130), w->tide, 380);
    pmb_bar_draw(c, &gusts, at(8, 146, 304, 14), w->gust, -1);
    pmb_plot_draw(c, &w->plot, at(8, 168, 304, 64));
}

static void paint_gangway(pmb_canvas *c, void *scene)
{
    static const pmb_dial wind = {
        &pmb_theme_dark, &dial_scale, PMB_DEGREES(-135), PMB_DEGREES(270), true, "kn", false};
    static const pmb_segments tide = {&pmb_theme_dark, 3, 0, false};
    static const pmb_bar bar = {&pmb_theme_dark, &wind_scale, 10};
    const struct weather *w = (const struct weather *)scene;
    static const pmb_number hundredths = {.decimals = 2};
    char text[12];
    (void)pmb_number_text(text, sizeof text, &hundredths, w->tide);
    pmb_fill(c, PMB_BLACK);
    pmb_dial_draw(c, &wind, at(0, 0, 64, 64), w->wind / 10, -1);
    pmb_segments_draw(c, &tide, at(68, 2, 60, 28), text, PMB_NORMAL);
    pmb_bar_draw(c, &bar, at(68, 36, 60, 9), w->gust, -1);
    pmb_progress_draw(c, &pmb_theme_dark, at(68, 52, 60, 9), 40, 60);
}

static pmb_status show(const pmb_panel_config *config, const pmb_port *port, pmb_paint paint,
                       struct weather *weather)
{
    static uint8_t buffer[320 * 2 * 16];
    pmb_panel panel;
    pmb_screen screen;
    pmb_status status = pmb_panel_open(&panel, config, port);
    if (status == PMB_OK)
        status = pmb_screen_init(&screen, &panel, buffer, sizeof buffer, NULL, 0);
    weather->size = panel.size;
    return status == PMB_OK ? pmb_screen_paint(&screen, paint, weather) : status;
}

int main(void)
{
    static const pmb_series series[] = {
        {.scale = &tide_scale, .color = PMB_RGB(48, 112, 152), .trace = PMB_TRACE_FILLED},
        {.color = PMB_RGB(240, 192, 88)},
    };
    static struct weather weather;
    const pmb_port *port = board_start(panels);
    pmb_status status =
        pmb_plot_init(&weather.plot, &pmb_theme_color, series, 2, weather.values, COLUMNS);
    live(&weather);
    if (status == PMB_OK)
        status = show(&kiosk, port, paint_kiosk, &weather);
    if (status == PMB_OK)
        status = show(&gangway, port, paint_gangway, &weather);
    while (status == PMB_OK && board_running("instruments", 100))
        port->wait_us(port->context, 20000);
    return status == PMB_OK ? 0 : 1;
}
