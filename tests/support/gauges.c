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
    (void)pmb_number_text(text, sizeof text, &(pmb_number){.decimals = 1}, part);
    pmb_segments_draw(c, &s, r, text, PMB_NORMAL);
}

static void slanted(pmb_canvas *c, const pmb_theme *theme, pmb_rect r, int part)
{
    const pmb_segments s = {theme, 4, 15, false};
    char text[16];
    (void)pmb_time_text(text, sizeof text, false, (uint32_t)(part > 0 ? part : 0) * 600);
    pmb_segments_draw(c, &s, r, text, PMB_ALARM);
}

static void dial(pmb_canvas *c, const pmb_theme *theme, pmb_rect r, int part)
{
    const pmb_dial d = {theme, &scale, PMB_DEGREES(-120), PMB_DEGREES(240), true, "m", false};
    pmb_dial_draw(c, &d, r, value_of(part), value_of(part) + 60);
}

static void full_dial(pmb_canvas *c, const pmb_theme *theme, pmb_rect r, int part)
{
    const pmb_dial d = {theme, &round_scale, 0, 65535, true, NULL, false};
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
    const pmb_series series[] = {
        {.scale = &scale, .color = theme->quiet, .trace = PMB_TRACE_FILLED},
        {.color = theme->levels[1], .marked = true, .mark = 0},
        {.scale = &scale, .color = theme->levels[2], .trace = PMB_TRACE_DOTS}};
    pmb_spread values[3 * 50];
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
    pmb_clock_draw(c, theme, r, true, (uint32_t)(part > 0 ? part : 0) * 433);
}

static void compass(pmb_canvas *c, const pmb_theme *theme, pmb_rect r, int part)
{
    pmb_compass_draw(c, theme, r, (pmb_angle)(part * 655));
}

static void letters(pmb_canvas *c, const pmb_theme *theme, pmb_rect r, int part)
{
    static const char *const words[] = {"BERTH 7", "KQRMNVWX", "SLACK+2", "GYZ*=/<"};
    const pmb_segments s = {theme, 7, 0, true};
    pmb_segments_letters_draw(c, &s, r, words[(part > 0 ? part / 20 : 0) % 4], PMB_CAUTION);
}

/* Every sign that fourteen segments have, in rows; the last row has seven segments. */
static void alphabet(pmb_canvas *c, const pmb_theme *theme, pmb_rect r, int part)
{
    static const char *const rows[] = {"()*+-/0123456", "789<=>ABCDEFG", "HIJKLMNOPQRST",
                                       "UVWXYZ\\_abcde"};
    const pmb_segments s = {theme, 13, 0, part > 50};
    pmb_rect row = {r.x, r.y, r.w, (int16_t)(r.h / 5 - 2)};
    for (int i = 0; i < 4; i++, row.y = (int16_t)(r.y + r.h * i / 5))
        pmb_segments_letters_draw(c, &s, row, rows[(i + (part > 50)) % 4], PMB_NORMAL);
    pmb_segments_draw(c, &s, row, "1.23:456ABCDEF-", PMB_NORMAL);
}

static void pointer_dial(pmb_canvas *c, const pmb_theme *theme, pmb_rect r, int part)
{
    const pmb_dial d = {theme, &scale, PMB_DEGREES(-90), PMB_DEGREES(180), true, "m", true};
    pmb_dial_draw(c, &d, r, value_of(part), -1000);
}

static void curved(pmb_canvas *c, const pmb_theme *theme, pmb_rect r, int part)
{
    const pmb_bar b = {theme, &scale, 0};
    pmb_bar_curved_draw(c, &b, r, PMB_DEGREES(-130), PMB_DEGREES(260), value_of(part), 220);
}

static void curved_blocks(pmb_canvas *c, const pmb_theme *theme, pmb_rect r, int part)
{
    const pmb_bar b = {theme, &scale, 12};
    pmb_bar_curved_draw(c, &b, r, PMB_DEGREES(-90), PMB_DEGREES(180), value_of(part), -500);
}

static void tank(pmb_canvas *c, const pmb_theme *theme, pmb_rect r, int part)
{
    const pmb_tank t = {theme, &scale, false};
    pmb_tank_draw(c, &t, r, value_of(part), 700);
}

static void thermometer(pmb_canvas *c, const pmb_theme *theme, pmb_rect r, int part)
{
    const pmb_thermometer t = {theme, &scale};
    pmb_thermometer_draw(c, &t, r, value_of(part));
}

static void battery(pmb_canvas *c, const pmb_theme *theme, pmb_rect r, int part)
{
    const int percent = part < 0 ? 0 : part > 100 ? 100 : part;
    pmb_battery_draw(c, theme, r, (uint8_t)percent, percent > 90);
}

static void bars_of_signal(pmb_canvas *c, const pmb_theme *theme, pmb_rect r, int part)
{
    pmb_signal_draw(c, theme, r, (uint8_t)(part < 0 ? 0 : part > 100 ? 4 : part / 25));
}

static void ruled_plot(pmb_canvas *c, const pmb_theme *theme, pmb_rect r, int part)
{
    const pmb_series series[] = {{.scale = &scale, .color = theme->levels[0]}};
    const pmb_ruler ruler = {theme, &scale, theme->quiet, true};
    const int16_t w = pmb_ruler_width(&ruler);
    pmb_spread values[120];
    pmb_plot p;
    (void)pmb_plot_init(&p, theme, series, 1, values, 120);
    for (int i = 0; i < 120; i++) {
        pmb_plot_push(&p, (const int16_t[]){(int16_t)(200 + pmb_sine((pmb_angle)(i * 900)) / 150)});
        pmb_plot_widen(&p, (const int16_t[]){(int16_t)(160 - part + i * 37 % 91)});
    }
    if (r.w <= w)
        return;
    pmb_ruler_draw(c, &ruler, (pmb_rect){r.x, r.y, w, r.h});
    pmb_plot_draw(c, &p, (pmb_rect){(int16_t)(r.x + w), r.y, (int16_t)(r.w - w), r.h});
}

static void level_ruler(pmb_canvas *c, const pmb_theme *theme, pmb_rect r, int part)
{
    const pmb_ruler ruler = {theme, &scale, theme->ink, part > 50};
    pmb_ruler_draw(c, &ruler, r);
}

static void chart(pmb_canvas *c, const pmb_theme *theme, pmb_rect r, int part)
{
    static const char *const days[] = {"Mo", "Tu", "We", "Th", "Fr"};
    const pmb_chart k = {theme, &scale, days};
    pmb_chart_draw(c, &k, r, (const int16_t[]){120, -60, 340, (int16_t)(part * 5), 480}, 5, 3);
}

static void sparkline(pmb_canvas *c, const pmb_theme *theme, pmb_rect r, int part)
{
    int16_t values[24];
    for (int i = 0; i < 24; i++)
        values[i] = (int16_t)(i * i * 31 % 97 + i * part / 50);
    pmb_sparkline_draw(c, theme, r, values, 24);
}

static void scope(pmb_canvas *c, const pmb_theme *theme, pmb_rect r, int part)
{
    static const pmb_scale unit = {.least = -100, .most = 100};
    const pmb_scope s = {theme, &unit, &unit, true};
    int16_t points[65][2];
    for (int i = 0; i < 65; i++) {
        points[i][0] = (int16_t)(pmb_sine((pmb_angle)(i * 3 * 1024)) / 350);
        points[i][1] = (int16_t)(pmb_sine((pmb_angle)(i * 2 * 1024 + part * 100)) / 350);
    }
    pmb_scope_draw(c, &s, r, (const int16_t(*)[2])points, 65);
}

static void signs(pmb_canvas *c, const pmb_theme *theme, pmb_rect r, int part)
{
    const pmb_sign row[] = {{PMB_ICON_ANCHOR, PMB_NORMAL, part < 30},
                            {PMB_ICON_WIND, PMB_CAUTION, false},
                            {PMB_ICON_BELL, PMB_ALARM, part > 80}};
    pmb_signs_draw(c, theme, r, row, 3);
}

static void message(pmb_canvas *c, const pmb_theme *theme, pmb_rect r, int part)
{
    const pmb_message m = {theme, PMB_ICON_WARNING, "Gale", part > 50 ? PMB_ALARM : PMB_NORMAL};
    pmb_message_draw(c, &m, r, "Gusts of 38 knots from 16:00. The ferry stays in harbour.");
}

static const char *const ferries[][3] = {{"06:40", "Ansel", "2"},
                                         {"09:15", "Orra", "1"},
                                         {"12:05", "Ansel", "2"},
                                         {"17:50", "Tern", "3"}};

static const char *ferry(const void *data, uint16_t row, uint8_t column)
{
    (void)data;
    return ferries[row][column];
}

static void table(pmb_canvas *c, const pmb_theme *theme, pmb_rect r, int part)
{
    const pmb_column columns[] = {
        {"dep.", {50, 0}, PMB_RIGHT}, {"to", {0, 1}, PMB_LEFT}, {NULL, {10, 0}, PMB_CENTER}};
    const pmb_table t = {theme, columns, 3, ferry, true};
    (void)pmb_table_draw(c, &t, r, NULL, 4, part > 90, 1);
}

static void list(pmb_canvas *c, const pmb_theme *theme, pmb_rect r, int part)
{
    static const char *const items[] = {"Lamps", "Contrast", "Alarm at", "Units", "About", "Off"};
    const pmb_list l = {.theme = theme, .items = items, .count = 6};
    const uint16_t chosen = (uint16_t)(part < 0 ? 0 : part > 100 ? 5 : part / 20);
    pmb_list_draw(c, &l, r, pmb_list_follow(&l, r, 0, chosen), chosen);
}

static void button(pmb_canvas *c, const pmb_theme *theme, pmb_rect r, int part)
{
    pmb_button_draw(c, theme, r, "Lamps on", part > 50);
}

static void toggle(pmb_canvas *c, const pmb_theme *theme, pmb_rect r, int part)
{
    pmb_switch_draw(c, theme, r, "Berth 2", part > 50, part > 80);
}

const struct gauge gauges[] = {
    {"segments", {92, 28}, segments},
    {"slanted segments", {92, 28}, slanted},
    {"letters", {116, 24}, letters},
    {"dial", {92, 92}, dial},
    {"full dial", {64, 64}, full_dial},
    {"pointer dial", {92, 92}, pointer_dial},
    {"bar", {92, 14}, bar},
    {"blocks", {56, 64}, blocks},
    {"curved bar", {72, 72}, curved},
    {"curved blocks", {92, 92}, curved_blocks},
    {"tank", {50, 60}, tank},
    {"thermometer", {44, 92}, thermometer},
    {"plot", {92, 48}, plot},
    {"ruled plot", {112, 56}, ruled_plot},
    {"level ruler", {112, 16}, level_ruler},
    {"chart", {92, 56}, chart},
    {"sparkline", {44, 12}, sparkline},
    {"scope", {64, 64}, scope},
    {"field", {92, 40}, field},
    {"progress", {92, 10}, progress},
    {"wandering progress", {92, 10}, wandering},
    {"battery", {32, 16}, battery},
    {"signal", {22, 16}, bars_of_signal},
    {"signs", {64, 16}, signs},
    {"message", {116, 76}, message},
    {"table", {116, 64}, table},
    {"list", {80, 52}, list},
    {"button", {84, 24}, button},
    {"switch", {96, 20}, toggle},
    {"clock", {92, 92}, clock_face},
    {"compass", {92, 92}, compass},
    {"alphabet", {120, 100}, alphabet},
};

const size_t gauge_count = sizeof gauges / sizeof gauges[0];
