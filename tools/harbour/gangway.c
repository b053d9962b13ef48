/* gangway.c - the gangway: the tide now, and over the day. */
#include "stations.h"

static const pmb_text_style small = {.font = &pmb_font_jetty, .color = PMB_WHITE};
static const pmb_text_style large = {.font = &pmb_font_bollard20, .color = PMB_WHITE};

struct gangway {
    const struct day *day;
    uint32_t now; /* ms of the day */
    pmb_size size;
};

static pmb_point at(int x, int y)
{
    return (pmb_point){(int16_t)x, (int16_t)y};
}

static void draw_right(pmb_canvas *c, int right, int baseline, const char *text)
{
    pmb_text(c, &small, at(right - pmb_text_width(&small, text), baseline), text);
}

static int height_at(const struct gangway *g, int minute)
{
    return day_value(g->day, TIDE, (uint32_t)minute * MINUTE);
}

/* A triangle that points up or down, seven pixels wide and four high. */
static void draw_trend(pmb_canvas *c, int x, int y, bool rising)
{
    for (int i = 0; i < 4; i++)
        pmb_line_across(c, at(x + 3 - i, rising ? y + i : y + 3 - i), (int16_t)(2 * i + 1),
                        PMB_WHITE);
}

/* The height in large figures, the trend and the next high water beside it; 21 rows from `top`. */
static void draw_now(pmb_canvas *c, const struct gangway *g, int top)
{
    const int minute = (int)(g->now / MINUTE), height = height_at(g, minute);
    const bool rising = height_at(g, minute + 10) > height;
    const int high = day_next_turn(g->day, minute, true), right = g->size.w - 1;
    char text[12] = "HW ";
    if (high >= 0)
        draw_right(c, right, top + 21, (clock_text(text + 3, high), text));
    (void)pmb_number_text(text, sizeof text, &(pmb_number){.decimals = 2}, height);
    pmb_text(c, &large, at(0, top + 21), text);
    pmb_text(c, &small, at(pmb_text_width(&large, text), top + 21), "m");
    draw_right(c, right - 10, top + 8, rising ? "rising" : "falling");
    draw_trend(c, right - 7, top + 3, rising);
}

/* The day from left to right between the rows top and bottom; the hour now as a dotted line. */
static void draw_day(pmb_canvas *c, const struct gangway *g, int top, int bottom)
{
    const int most = 500, width = g->size.w, now = (int)(g->now / MINUTE) * (width - 1) / 1440;
    pmb_point before = {0, 0};
    for (int x = 0; x < width; x++) {
        const int height = height_at(g, x * 1440 / (width - 1));
        const pmb_point here = at(x, bottom - height * (bottom - top) / most);
        pmb_line(c, x ? before : here, here, PMB_WHITE);
        before = here;
    }
    for (int x = 0; x < width; x += 16)
        pmb_line_down(c, at(x, bottom - 1), 2, PMB_WHITE);
    pmb_line_across(c, at(0, bottom), (int16_t)width, PMB_WHITE);
    for (int y = top; y < bottom; y += 2)
        pmb_pixel(c, at(now, y), PMB_WHITE);
    const int level = bottom - height_at(g, (int)(g->now / MINUTE)) * (bottom - top) / most;
    pmb_rect_fill(c, (pmb_rect){(int16_t)(now - 1), (int16_t)(level - 1), 3, 3}, PMB_WHITE);
}

static void paint(pmb_canvas *c, void *scene)
{
    const struct gangway *g = scene;
    char time[6];
    pmb_fill(c, PMB_BLACK);
    clock_text(time, (int)(g->now / MINUTE));
    if (g->now / 1000 % 2)
        time[2] = ' ';
    pmb_text(c, &small, at(0, 7), "PELLAN QUAY");
    draw_right(c, g->size.w, 7, time);
    pmb_line_across(c, at(0, 9), g->size.w, PMB_WHITE);
    draw_now(c, g, 12);
    draw_day(c, g, 37, 63);
}

static void step(void *state, const struct harbour *h, pmb_size screen)
{
    *(struct gangway *)state = (struct gangway){h->day, h->now, screen};
}

const struct station station_gangway = {
    .name = "gangway",
    .caption = "tide at the gangway",
    .by_day = 10 * MINUTE,
    .by_minute = 1000,
    .state_size = sizeof(struct gangway),
    .step = step,
    .paint = paint,
};
