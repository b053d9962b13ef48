/* gauges.c - every gauge, with a value as a part of its range. */
#include "gauges.h"

static const pmb_zone zones[] = {{300, PMB_CAUTION}, {450, PMB_ALARM}};
static const pmb_scale scale = {.least = -100,
                                .most = 500,
                                .major = 200,
                                .minor = 100,
                                .decimals = 1,
                                .zones = zones,
                                .zone_count = 2};
static const pmb_scale round_scale = {.least = 0, .most = 60, .major = 20, .minor = 5};

static int32_t value_of(int part)
{
    return -100 + 6 * part;
}

static void segments(pmb_canvas *c, const pmb_theme *theme, pmb_rect r, int part)
{
    const pmb_segments s = {theme, 4, 0, true};
    char text[16];
    (void)pmb_number_text(text, sizeof text, part, &(pmb_number){.decimals = 1});
    pmb_segments_draw(c, &s, r, text, PMB_NORMAL);
}

static void slanted(pmb_canvas *c, const pmb_theme *theme, pmb_rect r, int part)
{
    const pmb_segments s = {theme, 4, 15, false};
    char text[16];
    (void)pmb_time_text(text, sizeof text, (uint32_t)(part > 0 ? part : 0) * 600, false);
    pmb_segments_draw(c, &s, r, text, PMB_ALARM);
}

static void dial(pmb_canvas *c, const pmb_theme *theme, pmb_rect r, int part)
{
    const pmb_dial d = {theme, &scale, PMB_DEGREES(-120), PMB_DEGREES(240), true, "m"};
    pmb_dial_draw(c, &d, r, value_of(part), value_of(part) + 60);
}

static void full_dial(pmb_canvas *c, const pmb_theme *theme, pmb_rect r, int part)
{
    const pmb_dial d = {theme, &round_scale, 0, 65535, true, NULL};
    pmb_dial_draw(c, &d, r, part * 60 / 100, -1);
}

static void bar(pmb_canvas *c, const pmb_theme *theme, pmb_rect r, int part)
{
    const pmb_bar b = {theme, &scale, 0};
    pmb_bar_draw(c, &b, r, value_of(part), 220);
}

static void blocks(pmb_canvas *c, const pmb_theme *theme, pmb_rect r, int part)
{
    const pmb_bar b = {theme, &scale, 8};
    pmb_bar_draw(c, &b, (pmb_rect){r.x, r.y, (int16_t)(r.w / 4), r.h}, value_of(part), -500);
}

static void plot(pmb_canvas *c, const pmb_theme *theme, pmb_rect r, int part)
{
    const pmb_series series[] = {{&scale, theme->quiet, PMB_TRACE_FILLED},
                                 {NULL, theme->levels[1], PMB_TRACE_LINE},
                                 {&scale, theme->levels[2], PMB_TRACE_DOTS}};
    int16_t values[3 * 50];
    pmb_plot p;
    (void)pmb_plot_init(&p, theme, series, 3, values, 50);
    for (int i = 0; i < 70; i++)
        pmb_plot_push(&p, (const int16_t[]){(int16_t)(value_of(part) * i / 70),
                                            (int16_t)(pmb_sine((pmb_angle)(i * 1500)) / 100),
                                            (int16_t)(400 - 7 * i)});
    pmb_plot_draw(c, &p, r);
}

static void field(pmb_canvas *c, const pmb_theme *theme, pmb_rect r, int part)
{
    const pmb_field f = {theme, &scale, "tide", "m"};
    pmb_field_draw(c, &f, r, value_of(part), pmb_scale_level(&scale, value_of(part)));
}

static void progress(pmb_canvas *c, const pmb_theme *theme, pmb_rect r, int part)
{
    pmb_progress_draw(c, theme, r, (uint32_t)(part > 0 ? part : 0), 100);
}

static void wandering(pmb_canvas *c, const pmb_theme *theme, pmb_rect r, int part)
{
    pmb_progress_draw(c, theme, r, (uint32_t)(part > 0 ? part : 0) * 10, 0);
}

static void clock_face(pmb_canvas *c, const pmb_theme *theme, pmb_rect r, int part)
{
    pmb_clock_draw(c, theme, r, (uint32_t)(part > 0 ? part : 0) * 433, true);
}

static void compass(pmb_canvas *c, const pmb_theme *theme, pmb_rect r, int part)
{
    pmb_compass_draw(c, theme, r, (pmb_angle)(part * 655));
}

const struct gauge gauges[] = {
    {"segments", {92, 28}, segments}, {"slanted segments", {92, 28}, slanted},
    {"dial", {92, 92}, dial},         {"full dial", {64, 64}, full_dial},
    {"bar", {92, 14}, bar},           {"blocks", {56, 64}, blocks},
    {"plot", {92, 48}, plot},         {"field", {92, 40}, field},
    {"progress", {92, 10}, progress}, {"wandering progress", {92, 10}, wandering},
    {"clock", {92, 92}, clock_face},  {"compass", {92, 92}, compass},
};

const size_t gauge_count = sizeof gauges / sizeof gauges[0];
