/* berth.c - the label of berth 2: which ferry leaves next, and how soon. */
#include "stations.h"

#include <string.h>

enum { BERTH = 2, SOON = 60 };

struct berth {
    int minute;
    bool has_ferry, lamp, colon;
    struct ferry next;
};

static void step(void *state, const struct harbour *h, pmb_size screen)
{
    struct berth *b = state;
    (void)screen;
    b->minute = (int)(h->now / MINUTE);
    b->colon = h->now / 1000 % 2 == 0;
    const struct ferry *next = day_next_ferry(h->day, b->minute, BERTH);
    b->has_ferry = next != NULL;
    b->lamp = h->lamps[BERTH - 1];
    if (next)
        b->next = *next;
}

static void paint(pmb_canvas *c, void *scene)
{
    const struct berth *b = scene;
    const pmb_theme *theme = &pmb_theme_light;
    char time[6];
    pmb_fill(c, theme->ground);
    pmb_rect_fill(c, box(0, 0, 84, 13), theme->ink);
    text_in(c, &pmb_font_jetty, theme->ground, box(3, 1, 60, 11), PMB_LEFT, "BERTH 2");
    clock_text(time, b->minute);
    if (!b->colon)
        time[2] = ' ';
    text_in(c, &pmb_font_jetty, theme->ground, box(48, 1, 34, 11), PMB_RIGHT, time);
    if (!b->has_ferry) {
        text_in(c, &pmb_font_slipway, theme->ink, box(0, 14, 84, 32), PMB_CENTER, "no ferry");
        return;
    }
    text_in(c, &pmb_font_slipway_bold, theme->ink, box(3, 14, 78, 15), PMB_LEFT, b->next.to);
    text_in(c, &pmb_font_jetty, theme->ink, box(3, 29, 30, 11), PMB_LEFT,
            clock_text(time, b->next.minute));
    if (b->lamp)
        text_in(c, &pmb_font_pennant8, theme->ink, box(36, 30, 10, 8), PMB_LEFT, PMB_ICON_LAMP_ON);
    /* The last hour before it leaves. */
    const int left = b->next.minute - b->minute;
    char text[12] = "";
    if (left < SOON) {
        const size_t n = pmb_number_text(text, sizeof text, &(pmb_number){0}, left);
        memcpy(text + n, " min", 5);
        pmb_progress_draw(c, theme, box(3, 41, 78, 6), (uint32_t)(SOON - left), SOON);
    }
    text_in(c, &pmb_font_jetty, theme->ink, box(46, 29, 35, 11), PMB_RIGHT, text);
}

const struct station station_berth = {
    .name = "berth",
    .caption = "label of berth 2",
    .by_day = 10 * MINUTE,
    .by_minute = 1000,
    .state_size = sizeof(struct berth),
    .step = step,
    .paint = paint,
};
