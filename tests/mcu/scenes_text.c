/* scenes_text.c - text and numbers. */
#include "scenes.h"

static void lines(pmb_canvas *c, void *scene)
{
    const pmb_text_style small = {.font = &pmb_font_jetty, .color = PMB_WHITE};
    const pmb_text_style large = {.font = &pmb_font_bollard20, .color = PMB_RED};
    char text[16];
    (void)scene;
    pmb_text(c, &small, at(2, 9), "Tide \xC2\xB1 9\xC2\xB0 \xFF");
    (void)pmb_number_text(text, sizeof text, &(pmb_number){.decimals = 3, .group = ' '}, -1234567);
    pmb_text(c, &small, at(2, 20), text);
    (void)pmb_time_text(text, sizeof text, true, 51609);
    pmb_text(c, &large, at(2, 44), text);
    (void)pmb_hex_text(text, sizeof text, 6, 0xC0FFEE);
    pmb_text(c, &small, at(2, 60), text);
}

static void boxes(pmb_canvas *c, void *scene)
{
    const pmb_text_style style = {
        .font = &pmb_font_jetty, .color = PMB_BLACK, .opaque = true, .background = PMB_WHITE};
    const pmb_text_layout wrapped = {.across = PMB_CENTER, .down = PMB_MIDDLE, .wrap = true};
    (void)scene;
    pmb_text_box(c, &style, box(4, 4, 70, 40), &wrapped,
                 "The ferry leaves at 14:45 from berth two");
    pmb_text_style turned = {.font = &pmb_font_jetty, .color = PMB_WHITE, .turn = 1, .scale = 2};
    pmb_text(c, &turned, at(80, 2), "quay");
}

const struct scene scenes[] = {{"text", lines}, {"boxes", boxes}};
const uint8_t scene_count = sizeof scenes / sizeof scenes[0];
