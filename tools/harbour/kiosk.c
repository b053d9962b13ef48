/* kiosk.c - the kiosk: the day as a plot, the readings now, and the switches of the berth lamps. */
#include "stations.h"

#include <string.h>

enum { COLUMNS = 144, COLUMN_MS = 10 * MINUTE };

static const pmb_zone high[] = {{420, PMB_CAUTION}, {450, PMB_ALARM}};
static const pmb_scale tide_scale = {
    .least = 0, .most = 500, .major = 100, .decimals = 2, .zones = high, .zone_count = 2};
static const pmb_scale metres = {.least = 0, .most = 5, .major = 1};
static const pmb_scale air_scale = {.least = 10000, .most = 10150, .major = 50, .decimals = 1};
static const pmb_scale hectopascal = {.least = 1000, .most = 1015, .major = 5};
static const pmb_scale degrees = {.least = 0, .most = 200, .decimals = 1};
static const pmb_series series[] = {
    {.scale = &tide_scale, .color = PMB_RGB(48, 112, 152), .trace = PMB_TRACE_FILLED},
    {.scale = &air_scale, .color = PMB_RGB(240, 192, 88)},
};

struct kiosk {
    pmb_plot plot;
    pmb_spread values[2 * COLUMNS];
    uint32_t pushed; /* columns so far */
    int32_t tide, air, temperature;
    uint32_t now;
    bool lamps[BERTHS];
    pmb_push button;
    pmb_encoder knob;
    uint8_t chosen;
    bool gale;
};

static void step(void *state, const struct harbour *h, pmb_size screen)
{
    struct kiosk *k = state;
    (void)screen;
    if (k->plot.columns == 0)
        (void)pmb_plot_init(&k->plot, &pmb_theme_color, series, 2, k->values, COLUMNS);
    k->now = h->now;
    k->tide = day_value(h->day, TIDE, h->now);
    k->air = day_value(h->day, PRESSURE, h->now);
    k->temperature = day_value(h->day, TEMPERATURE, h->now);
    k->gale = day_value(h->day, GUST, h->now) >= 270;
    const int16_t values[] = {(int16_t)k->tide, (int16_t)k->air};
    for (; k->pushed <= h->now / COLUMN_MS; k->pushed++)
        pmb_plot_push(&k->plot, values);
    pmb_plot_widen(&k->plot, values);
    memcpy(k->lamps, h->lamps, sizeof k->lamps);
}

/* The knob chooses a berth, its button switches the lamp there. */
static void poll(void *state, struct harbour *h, const pmb_port *port)
{
    struct kiosk *k = state;
    k->button.pin = KIOSK_BUTTON;
    k->knob.a = KIOSK_KNOB_A;
    k->knob.b = KIOSK_KNOB_B;
    const int turned = k->chosen + pmb_encoder_poll(&k->knob, port);
    k->chosen = (uint8_t)(turned < 0 ? 0 : turned >= BERTHS ? BERTHS - 1 : turned);
    if (pmb_push_poll(&k->button, port, h->now) == PMB_PUSH_PRESSED)
        h->lamps[k->chosen] = !h->lamps[k->chosen];
}

static void draw_head(pmb_canvas *c, const struct kiosk *k)
{
    const pmb_theme *theme = &pmb_theme_color;
    const pmb_sign signs[] = {
        {PMB_ICON_WIND, PMB_CAUTION, !k->gale},
        {PMB_ICON_LAMP_ON, PMB_NORMAL, !(k->lamps[0] || k->lamps[1] || k->lamps[2])}};
    char text[12];
    text_in(c, theme->text, theme->ink, box(8, 4, 160, 20), PMB_LEFT, "Pellan Quay");
    (void)pmb_time_text(text, sizeof text, true, k->now / 1000);
    text_in(c, theme->text, theme->ink, box(240, 4, 72, 20), PMB_RIGHT, text);
    pmb_signs_draw(c, theme, box(180, 6, 56, 16), signs, 2);
    pmb_line_across(c, (pmb_point){8, 26}, 304, theme->faint);
}

static void draw_plot(pmb_canvas *c, const struct kiosk *k)
{
    const pmb_theme *theme = &pmb_theme_color;
    const pmb_ruler left = {theme, &metres, PMB_RGB(112, 172, 208), true};
    const pmb_ruler right = {theme, &hectopascal, series[1].color, false};
    const pmb_rect plot = box(22, 48, COLUMNS, 140);
    text_in(c, theme->label, PMB_RGB(112, 172, 208), box(8, 30, 80, 14), PMB_LEFT, "tide, m");
    text_in(c, theme->label, series[1].color, box(104, 30, 100, 14), PMB_RIGHT, "air, hPa");
    pmb_ruler_draw(c, &left, box(6, plot.y, 16, plot.h));
    pmb_plot_draw(c, &k->plot, plot);
    pmb_ruler_draw(c, &right, box(plot.x + plot.w, plot.y, 40, plot.h));
}

static void draw_switches(pmb_canvas *c, const struct kiosk *k)
{
    static const char *const names[BERTHS] = {"Berth 1", "Berth 2", "Berth 3"};
    static const pmb_part thirds[BERTHS] = {PMB_STRETCHED, PMB_STRETCHED, PMB_STRETCHED};
    const pmb_theme *theme = &pmb_theme_color;
    pmb_rect cells[BERTHS];
    pmb_layout_row(box(8, 200, 304, 32), 8, thirds, BERTHS, cells);
    for (int i = 0; i < BERTHS; i++) {
        const bool chosen = i == k->chosen;
        const pmb_rect inside = pmb_rect_inset(cells[i], 6);
        pmb_switch_draw(c, theme, inside, names[i], k->lamps[i], chosen && k->button.down);
        pmb_smooth_round_stroke(c, cells[i], 5, chosen ? theme->ink : theme->faint);
    }
}

static void paint(pmb_canvas *c, void *scene)
{
    static const pmb_theme *const theme = &pmb_theme_color;
    static const pmb_field tide = {&pmb_theme_color, &tide_scale, "tide", "m"};
    static const pmb_field air = {&pmb_theme_color, &air_scale, "air", "hPa"};
    static const pmb_field warmth = {&pmb_theme_color, &degrees, NULL, "°C"};
    static const pmb_part fields[] = {PMB_STRETCHED, PMB_STRETCHED, PMB_STRETCHED};
    const struct kiosk *k = scene;
    pmb_rect cells[3];
    pmb_fill(c, theme->ground);
    draw_head(c, k);
    draw_plot(c, k);
    pmb_layout_column(box(212, 32, 100, 158), 6, fields, 3, cells);
    pmb_field_draw(c, &tide, cells[0], k->tide, pmb_scale_level(&tide_scale, k->tide));
    pmb_field_draw(c, &air, cells[1], k->air, PMB_NORMAL);
    pmb_field_draw(c, &warmth, cells[2], k->temperature, PMB_NORMAL);
    draw_switches(c, k);
}

const struct station station_kiosk = {
    .name = "kiosk",
    .caption = "kiosk, with knob and button",
    .by_day = 10 * MINUTE,
    .by_minute = 100,
    .state_size = sizeof(struct kiosk),
    .step = step,
    .paint = paint,
    .poll = poll,
};
