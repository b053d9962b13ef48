/* dock.c - the long display in the dock house: the water in the dock, the air, the last hours of
 * wind. */
#include "stations.h"

enum { HOURS = 36 };

static const pmb_scale depth = {.least = 0, .most = 500, .major = 100};
static const pmb_scale warmth = {.least = 0, .most = 200, .major = 50, .minor = 10, .decimals = 1};
static const pmb_scale whole = {.least = 0, .most = 20, .major = 10, .minor = 5};
static const pmb_scale knots = {.least = 0, .most = 400, .decimals = 1};

struct dock {
    uint32_t now;
    int32_t tide, temperature, wind;
    int16_t winds[HOURS]; /* every ten minutes, the newest last */
};

static void step(void *state, const struct harbour *h, pmb_size screen)
{
    struct dock *d = state;
    (void)screen;
    d->now = h->now;
    d->tide = day_value(h->day, TIDE, h->now);
    d->temperature = day_value(h->day, TEMPERATURE, h->now);
    d->wind = day_value(h->day, WIND, h->now);
    for (uint32_t i = 0; i < HOURS; i++) {
        const uint32_t ago = (HOURS - 1 - i) * 10 * MINUTE;
        d->winds[i] = (int16_t)day_value(h->day, WIND, h->now > ago ? h->now - ago : 0);
    }
}

static void paint(pmb_canvas *c, void *scene)
{
    static const pmb_theme theme = {
        .ground = PMB_BLACK,
        .ink = PMB_WHITE,
        .quiet = PMB_RGB(136, 136, 136),
        .faint = PMB_RGB(51, 51, 51),
        .levels = {PMB_RGB(187, 187, 187), PMB_WHITE, PMB_WHITE},
        .label = &pmb_font_jetty,
        .text = &pmb_font_slipway,
        .numerals = &pmb_font_bollard20,
        .icons = {&pmb_font_pennant8, &pmb_font_pennant12},
    };
    static const pmb_tank tank = {&theme, &depth, false};
    static const pmb_thermometer glass = {&theme, &whole};
    static const pmb_field air = {&theme, &warmth, "air", "°C"};
    static const pmb_field wind = {&theme, &knots, "wind", "kn"};
    static const pmb_sign signs[] = {{PMB_ICON_ANCHOR, PMB_NORMAL, false},
                                     {PMB_ICON_WAVE, PMB_NORMAL, false}};
    static const pmb_segments clock = {&theme, 6, 6, true};
    const struct dock *d = scene;
    pmb_fill(c, theme.ground);
    pmb_tank_draw(c, &tank, box(0, 2, 64, 60), d->tide, d->now);
    pmb_thermometer_draw(c, &glass, box(67, 1, 44, 62), d->temperature / 10);
    pmb_field_draw(c, &air, box(114, 0, 70, 31), d->temperature, PMB_NORMAL);
    pmb_field_draw(c, &wind, box(114, 33, 70, 31), d->wind, PMB_NORMAL);
    pmb_segments_clock_draw(c, &clock, box(188, 2, 68, 16), d->now / 1000);
    pmb_signs_draw(c, &theme, box(224, 22, 32, 12), signs, 2);
    text_in(c, theme.label, theme.quiet, box(190, 22, 36, 12), PMB_LEFT, "6 h");
    pmb_sparkline_draw(c, &theme, box(190, 37, 66, 26), d->winds, HOURS);
}

const struct station station_dock = {
    .name = "dock",
    .caption = "dock house, 16 greys",
    .by_day = 10 * MINUTE,
    .by_minute = 100,
    .state_size = sizeof(struct dock),
    .step = step,
    .paint = paint,
};
