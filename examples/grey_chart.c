/* grey_chart.c - a day of wind and air on paper, in four greys. */
#include "board.h"

static const pmb_panel_config board = {
    .controller = &pmb_ssd1677,
    .size = {280, 480},
    .bus = {.kind = &pmb_spi, .select = PMB_PIN(17), .data_command = PMB_PIN(20)},
    .reset = PMB_PIN(21),
    .busy = PMB_PIN(22),
    .rotate = PMB_ROTATE_90,
    .refresh = PMB_REFRESH_GREYS,
};

#define LIGHT PMB_RGB(170, 170, 170)
#define DARK  PMB_RGB(85, 85, 85)

static const pmb_theme greys = {
    .ground = PMB_WHITE,
    .ink = PMB_BLACK,
    .quiet = DARK,
    .faint = LIGHT,
    .levels = {DARK, DARK, PMB_BLACK},
    .label = &pmb_font_smooth12,
    .text = &pmb_font_smooth16,
    .numerals = &pmb_font_smooth24,
    .icons = {&pmb_font_pennant8, &pmb_font_pennant16},
};

/* Tenths of a hectopascal, knots. */
static const pmb_scale air_scale = {.least = 9900, .most = 10300, .major = 100, .decimals = 1};
static const pmb_scale wind_scale = {.least = 0, .most = 40, .major = 10};
static const pmb_series series[] = {{&wind_scale, LIGHT, PMB_TRACE_FILLED, false, 0},
                                    {&air_scale, PMB_BLACK, PMB_TRACE_LINE, false, 0}};

enum { COLUMNS = 366, LEFT = 64, TOP = 66, HEIGHT = 182 };

struct day {
    pmb_plot plot;
    pmb_spread values[2 * COLUMNS];
};

/* Made-up weather, four minutes a column: a front goes through in the afternoon. */
static void fill_in(struct day *d)
{
    for (int i = 0; i < COLUMNS; i++) {
        const int front = i > 150 && i < 270 ? pmb_sine((pmb_angle)((i - 150) * 273)) : 0;
        const int16_t wind =
            (int16_t)(12 + 4 * pmb_sine((pmb_angle)(i * 500)) / 32767 + 16 * front / 32767);
        const int16_t air =
            (int16_t)(10140 + 40 * pmb_cosine((pmb_angle)(i * 180)) / 32767 - 150 * front / 32767);
        const int16_t now[] = {wind, air};
        pmb_plot_push(&d->plot, now);
    }
}

static void draw_legend(pmb_canvas *c, int16_t x, pmb_color color, const char *text)
{
    static const pmb_text_style style = {.font = &pmb_font_smooth12, .color = PMB_BLACK};
    pmb_rect_fill(c, pmb_rect_of(x, 40, 18, 10), color);
    pmb_rect_stroke(c, pmb_rect_of(x, 40, 18, 10), PMB_BLACK);
    pmb_text(c, &style, pmb_point_of(x + 24, 50), text);
}

static void paint(pmb_canvas *c, void *scene)
{
    static const pmb_text_style title = {.font = &pmb_font_smooth24, .color = PMB_BLACK};
    static const pmb_text_style small = {.font = &pmb_font_smooth12, .color = DARK};
    static const pmb_ruler air = {&greys, &air_scale, PMB_BLACK, true};
    static const pmb_ruler wind = {&greys, &wind_scale, DARK, false};
    static const pmb_text_layout middle = {.across = PMB_CENTER};
    static const char *const hours[] = {"0", "6", "12", "18", "24"};
    const struct day *d = (const struct day *)scene;
    pmb_fill(c, PMB_WHITE);
    pmb_text(c, &title, pmb_point_of(18, 28), "Pellan Quay, yesterday");
    draw_legend(c, LEFT, LIGHT, "wind, kn");
    draw_legend(c, LEFT + 120, PMB_BLACK, "air, hPa");
    pmb_plot_draw(c, &d->plot, pmb_rect_of(LEFT, TOP, COLUMNS, HEIGHT));
    pmb_rect_stroke(c, pmb_rect_of(LEFT - 1, TOP - 1, COLUMNS + 2, HEIGHT + 2), DARK);
    pmb_ruler_draw(c, &air, pmb_rect_of(0, TOP, LEFT - 1, HEIGHT));
    pmb_ruler_draw(c, &wind, pmb_rect_of(LEFT + COLUMNS + 1, TOP, 40, HEIGHT));
    for (int i = 0; i < 5; i++)
        pmb_text_box(c, &small, pmb_rect_of(LEFT - 20 + i * COLUMNS / 4, TOP + HEIGHT + 6, 40, 16),
                     &middle, hours[i]);
}

int main(void)
{
    static struct day day;
    static uint8_t band[480 / 8 * 2 * 16];
    pmb_panel panel;
    pmb_screen screen;
    const pmb_panel_config *const panels[] = {&board, NULL};
    const pmb_port *port = board_start(panels);
    (void)pmb_plot_init(&day.plot, &greys, series, 2, day.values, COLUMNS);
    fill_in(&day);
    pmb_status status = pmb_panel_open(&panel, &board, port);
    if (status == PMB_OK)
        status = pmb_screen_init(&screen, &panel, band, sizeof band, NULL, 0);
    if (status == PMB_OK)
        status = pmb_screen_paint_then_sleep(&screen, paint, &day);
    while (status == PMB_OK && board_running("grey_chart", 8000))
        port->wait_us(port->context, 1000000);
    return status == PMB_OK ? 0 : 1;
}
