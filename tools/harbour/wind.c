/* wind.c - the round wind dial: where it blows from, how much, and the strongest gust. */
#include "stations.h"

#include <string.h>

struct wind {
    pmb_damper speed, direction;
    int32_t knots, gust, from; /* tenths, tenths, degrees */
};

/* A few gusts a minute around the reading. */
static int32_t fluctuation(uint32_t ms, int32_t most)
{
    const int32_t slow = pmb_sine((pmb_angle)((uint64_t)ms * 65536 / 23000));
    const int32_t quick = pmb_sine((pmb_angle)((uint64_t)ms * 65536 / 7100));
    return (slow * 2 + quick) * most / (3 * 32767);
}

static void step(void *state, const struct harbour *h, pmb_size screen)
{
    struct wind *w = state;
    const int32_t wind = day_value(h->day, WIND, h->now), gust = day_value(h->day, GUST, h->now);
    const int32_t from = day_value(h->day, DIRECTION, h->now);
    (void)screen;
    w->knots = pmb_damper_step(&w->speed, wind + fluctuation(h->now, gust - wind), h->now, 800);
    w->from = pmb_damper_step(&w->direction, from + fluctuation(h->now + 9000, 14), h->now, 1500);
    w->gust = gust;
}

static void draw_letters(pmb_canvas *c, const pmb_theme *theme, pmb_point middle)
{
    static const char *const letters[] = {"N", "E", "S", "W"};
    for (int i = 0; i < 4; i++) {
        const pmb_point p = pmb_polar(middle, (pmb_angle)(i * 0x4000), 84);
        text_in(c, &pmb_font_smooth16, i == 0 ? theme->levels[PMB_ALARM] : theme->ink,
                box(p.x - 12, p.y - 12, 25, 25), PMB_CENTER, letters[i]);
    }
}

static void paint(pmb_canvas *c, void *scene)
{
    static const pmb_scale rose = {.least = 0, .most = 360, .major = 30, .minor = 10};
    static const pmb_zone zones[] = {{220, PMB_CAUTION}, {340, PMB_ALARM}};
    static const pmb_scale knots = {
        .least = 0, .most = 400, .major = 100, .decimals = 1, .zones = zones, .zone_count = 2};
    static const pmb_dial direction = {
        .theme = &pmb_theme_color, .scale = &rose, .sweep = PMB_DEGREES(360), .pointer = true};
    static const pmb_bar speed = {&pmb_theme_color, &knots, 0};
    static const pmb_segments digits = {&pmb_theme_color, 3, 6, true};
    static const pmb_font *const small = &pmb_font_smooth12;
    const struct wind *w = scene;
    const pmb_theme *theme = &pmb_theme_color;
    char text[16], line[24] = "gust ";
    pmb_fill(c, theme->ground);
    pmb_dial_draw(c, &direction, box(2, 2, 237, 237), (w->from % 360 + 360) % 360, -1);
    draw_letters(c, theme, (pmb_point){120, 120});
    pmb_bar_curved_draw(c, &speed, box(48, 48, 145, 145), PMB_DEGREES(-130), PMB_DEGREES(260),
                        w->knots, w->gust);
    (void)pmb_number_text(text, sizeof text, &(pmb_number){.decimals = 1}, w->knots);
    pmb_segments_draw(c, &digits, box(76, 98, 88, 40), text, pmb_scale_level(&knots, w->knots));
    text_in(c, small, theme->quiet, box(80, 78, 80, 16), PMB_CENTER, "knots");
    (void)pmb_number_text(text, sizeof text, &(pmb_number){0}, w->gust / 10);
    size_t end = 5;
    for (size_t i = 0; text[i]; i++)
        line[end++] = text[i];
    line[end] = '\0';
    text_in(c, small, pmb_level_color(theme, pmb_scale_level(&knots, w->gust)),
            box(80, 142, 80, 16), PMB_CENTER, line);
    const size_t n = pmb_number_text(line, sizeof line, &(pmb_number){.width = 3, .zeros = true},
                                     (w->from % 360 + 360) % 360);
    memcpy(line + n, "°", sizeof "°");
    text_in(c, &pmb_font_smooth16, theme->ink, box(84, 166, 72, 20), PMB_CENTER, line);
}

const struct station station_wind = {
    .name = "wind",
    .caption = "wind dial on the mast",
    .by_day = 10 * MINUTE,
    .by_minute = 100,
    .state_size = sizeof(struct wind),
    .step = step,
    .paint = paint,
};
