/* tides.c - the tide table on paper: the turns of the tide, its hours, and the ferries. */
#include "stations.h"

#include <string.h>

enum { TURNS = 5, HOURS_OF_DAY = 24 };

struct tides {
    uint32_t hour;
    struct {
        int minute;
        int32_t height;
        bool high;
    } turns[TURNS];
    uint16_t turn_count;
    int16_t heights[HOURS_OF_DAY];
    const struct day *day;
};

static void step(void *state, const struct harbour *h, pmb_size screen)
{
    struct tides *t = state;
    int minute = -1;
    (void)screen;
    t->day = h->day;
    t->hour = h->now / HOUR % HOURS_OF_DAY;
    t->turn_count = 0;
    for (uint32_t i = 0; i < HOURS_OF_DAY; i++)
        t->heights[i] = (int16_t)day_value(h->day, TIDE, i * HOUR);
    while (t->turn_count < TURNS) {
        const int high = day_next_turn(h->day, minute, true);
        const int low = day_next_turn(h->day, minute, false);
        if (high < 0 && low < 0)
            return;
        const bool is_high = low < 0 || (high >= 0 && high < low);
        minute = is_high ? high : low;
        t->turns[t->turn_count].minute = minute;
        t->turns[t->turn_count].high = is_high;
        t->turns[t->turn_count++].height = day_value(h->day, TIDE, (uint32_t)minute * MINUTE);
    }
}

static const char *turn_cell(const void *data, uint16_t row, uint8_t column)
{
    const struct tides *t = data;
    static char text[12];
    if (column == 0)
        return t->turns[row].high ? "high" : "low";
    if (column == 1)
        return clock_text(text, t->turns[row].minute);
    (void)pmb_number_text(text, sizeof text, &(pmb_number){.decimals = 2}, t->turns[row].height);
    return text;
}

static const char *ferry_cell(const void *data, uint16_t row, uint8_t column)
{
    const struct tides *t = data;
    static char text[12];
    const struct ferry *f = &t->day->ferries[row];
    if (column == 0)
        return clock_text(text, f->minute);
    if (column == 1)
        return f->to;
    (void)pmb_number_text(text, sizeof text, &(pmb_number){0}, f->berth);
    return text;
}

static void paint(pmb_canvas *c, void *scene)
{
    static const pmb_theme *const theme = &pmb_theme_light;
    static const pmb_column turn_columns[] = {
        {"water", {40, 1}, PMB_LEFT}, {"time", {42, 0}, PMB_RIGHT}, {"metres", {46, 0}, PMB_RIGHT}};
    static const pmb_column ferry_columns[] = {
        {"ferry", {42, 0}, PMB_LEFT}, {"to", {60, 1}, PMB_LEFT}, {"berth", {34, 0}, PMB_CENTER}};
    static const pmb_table turns = {&pmb_theme_light, turn_columns, 3, turn_cell, false};
    static const pmb_table ferries = {&pmb_theme_light, ferry_columns, 3, ferry_cell, false};
    static const pmb_scale heights = {.least = 0, .most = 500, .major = 100, .decimals = 2};
    static const pmb_scale metres = {.least = 0, .most = 5, .major = 1};
    static const pmb_scale hours = {.least = 0, .most = 24, .major = 6};
    static const pmb_chart chart = {&pmb_theme_light, &heights, NULL};
    static const pmb_ruler left = {&pmb_theme_light, &metres, PMB_BLACK, true};
    static const pmb_ruler below = {&pmb_theme_light, &hours, PMB_BLACK, false};
    const struct tides *t = scene;
    pmb_fill(c, theme->ground);
    text_in(c, &pmb_font_slipway_bold, theme->ink, box(12, 8, 240, 18), PMB_LEFT,
            "Tides at Pellan Quay");
    text_in(c, theme->label, theme->ink, box(208, 8, 180, 18), PMB_RIGHT,
            "heights above chart datum");
    pmb_rect_fill(c, box(12, 28, 376, 2), theme->ink);
    const int rows = t->day->ferry_count < 7 ? t->day->ferry_count : 7;
    int first = 0; /* what has left makes room */
    while (first + rows < t->day->ferry_count && t->day->ferries[first].minute < (int)t->hour * 60)
        first++;
    (void)pmb_table_draw(c, &turns, box(12, 36, 168, 130), t, t->turn_count, 0, -1);
    (void)pmb_table_draw(c, &ferries, box(204, 36, 184, 130), t, (uint16_t)t->day->ferry_count,
                         (uint16_t)first, -1);
    pmb_line_down(c, (pmb_point){192, 36}, 128, theme->ink);
    pmb_ruler_draw(c, &left, box(12, 178, 14, 96));
    pmb_chart_draw(c, &chart, box(28, 178, 360, 96), t->heights, HOURS_OF_DAY, (int16_t)t->hour);
    pmb_ruler_draw(c, &below, box(28, 277, 360, 16));
}

const struct station station_tides = {
    .name = "tides",
    .caption = "tide table, paper",
    .by_day = HOUR,
    .state_size = sizeof(struct tides),
    .step = step,
    .paint = paint,
};
