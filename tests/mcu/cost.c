/*
 * cost.c - a program of which only the library's part is measured, by costs.sh: a panel with a
 * CONTROLLER on a BUS, a screen, and what the number DRAW stands for. It is never run; what it does
 * not define stays open.
 */
#include "pemble/pemble.h"

extern const PMB_FLASH pmb_panel_config config;
extern const pmb_port port;
extern pmb_picture picture;
extern uint8_t memory[];
extern const PMB_FLASH pmb_font font;
extern const PMB_FLASH pmb_dial dial;

pmb_panel panel;
pmb_screen screen;

const PMB_FLASH pmb_panel_config config = {
    .controller = &CONTROLLER, .size = {128, 64}, .bus = {.kind = &BUS}};

static void paint(pmb_canvas *c, void *scene)
{
    const pmb_point p = {1, 2};
    const pmb_rect r = {1, 2, 30, 40};
    (void)scene;
    (void)r;
    pmb_fill(c, PMB_WHITE);
#if DRAW == 1 || DRAW == 2
    const pmb_text_style style = {.font = &font, .color = PMB_BLACK};
    char text[8] = "1";
#if DRAW == 2
    (void)pmb_number_text(text, sizeof text, &(pmb_number){.decimals = 1}, 123);
#endif
    pmb_text(c, &style, p, text);
#elif DRAW == 3
    pmb_line(c, p, (pmb_point){30, 9}, PMB_BLACK);
    pmb_circle_fill(c, p, 9, PMB_BLACK);
    pmb_round_fill(c, r, 3, PMB_BLACK);
#elif DRAW == 4
    pmb_smooth_line(c, p, (pmb_point){30, 9}, PMB_BLACK);
    pmb_smooth_circle_fill(c, p, 9, PMB_BLACK);
#elif DRAW == 5
    (void)pmb_picture_draw(c, &picture, p, NULL, memory, 999);
#elif DRAW == 6
    static pmb_reel_player player;
    (void)pmb_reel_open(&player, &picture, PMB_REEL_LOOP, memory, 999);
    (void)pmb_reel_advance(&player, 9);
    pmb_reel_draw(c, &player, p, NULL);
#elif DRAW == 7
    pmb_dial_draw(c, &dial, r, 5, 9);
#endif
    (void)p;
}

int main(void)
{
    (void)pmb_panel_open(&panel, &config, &port);
    (void)pmb_screen_init(&screen, &panel, memory, 999, NULL, 0);
#if DRAW == 8
    (void)pmb_screen_mirror(&screen, memory, 999);
#elif DRAW == 9
    (void)pmb_screen_draft(&screen, (pmb_square *)(void *)memory, 99);
#endif
    (void)pmb_screen_paint(&screen, paint, NULL);
    return 0;
}
