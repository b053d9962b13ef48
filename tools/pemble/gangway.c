/* gangway.c - the gangway screen. */
#include "gangway.h"

#include <stdio.h>

static const pmb_text_style small = {.font = &pmb_font_jetty, .color = PMB_WHITE};
static const pmb_text_style large = {.font = &pmb_font_bollard20, .color = PMB_WHITE};

static pmb_point at(int x, int y)
{
    return (pmb_point){(int16_t)x, (int16_t)y};
}

static void draw_right(pmb_canvas *c, int right, int baseline, const char *text)
{
    pmb_text(c, &small, at(right - pmb_text_width(&small, text), baseline), text);
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
    const int height = tide_height(g->tide, g->minute);
    const bool rising = tide_height(g->tide, g->minute + 10) > height;
    const int high = tide_next_high(g->tide, g->minute), right = g->size.w - 1;
    char text[24];
    snprintf(text, sizeof text, "%d.%02d", height / 100, height % 100);
    const int end = pmb_text(c, &large, at(0, top + 21), text);
    pmb_text(c, &small, at(end, top + 21), "m");
    draw_right(c, right - 10, top + 8, rising ? "rising" : "falling");
    draw_trend(c, right - 7, top + 3, rising);
    if (high >= 0)
        snprintf(text, sizeof text, "HW %02d:%02d", high / 60, high % 60);
    draw_right(c, right, top + 21, high >= 0 ? text : "");
}

/* The day from left to right between the rows top and bottom; the hour now as a dotted line. */
static void draw_day(pmb_canvas *c, const struct gangway *g, int top, int bottom)
{
    const int most = 500, width = g->size.w, now = g->minute * (width - 1) / 1440;
    pmb_point before = {0, 0};
    for (int x = 0; x < width; x++) {
        const int height = tide_height(g->tide, x * 1440 / (width - 1));
        const pmb_point here = at(x, bottom - height * (bottom - top) / most);
        pmb_line(c, x ? before : here, here, PMB_WHITE);
        before = here;
    }
    for (int x = 0; x < width; x += 16)
        pmb_line_down(c, at(x, bottom - 1), 2, PMB_WHITE);
    pmb_line_across(c, at(0, bottom), (int16_t)width, PMB_WHITE);
    for (int y = top; y < bottom; y += 2)
        pmb_pixel(c, at(now, y), PMB_WHITE);
    const int level = bottom - tide_height(g->tide, g->minute) * (bottom - top) / most;
    pmb_rect_fill(c, (pmb_rect){(int16_t)(now - 1), (int16_t)(level - 1), 3, 3}, PMB_WHITE);
}

void gangway_paint(pmb_canvas *c, void *scene)
{
    const struct gangway *g = scene;
    char time[8];
    pmb_fill(c, PMB_BLACK);
    if (g->size.h < 64) {
        draw_now(c, g, (g->size.h - 21) / 2 - 1);
        return;
    }
    snprintf(time, sizeof time, "%02d:%02d", g->minute / 60 % 24, g->minute % 60);
    pmb_text(c, &small, at(0, 7), "PELLAN QUAY");
    draw_right(c, g->size.w, 7, time);
    pmb_line_across(c, at(0, 9), g->size.w, PMB_WHITE);
    draw_now(c, g, 12);
    draw_day(c, g, 37, 63);
}
