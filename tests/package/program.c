/* program.c - draws one picture with what is in the archive; each way of building it must end in
 * the same digest. It is C and C++. */
#ifdef SINGLE
#include "pemble.h"
#else
#include <pemble/pemble.h>
#endif
#ifdef SAY
#include "say.h"
#else
#include <stdio.h>
#define say_start()
#define say(text) fputs(text, stdout)
#define say_end()
#endif

/* An OLED's picture. */
static void paint(pmb_canvas *c)
{
    static const pmb_number two = {2, 0, false, false, 0, 0};
    pmb_text_style style = {&pmb_font_jetty, 0, PMB_WHITE, 0, 0, false, false, PMB_BLACK};
    char number[8];
    pmb_fill(c, PMB_BLACK);
    pmb_rect_stroke(c, pmb_rect_of(0, 0, 128, 64), PMB_WHITE);
    pmb_circle_fill(c, pmb_point_of(100, 32), 20, PMB_WHITE);
    pmb_line(c, pmb_point_of(4, 60), pmb_point_of(90, 20), PMB_WHITE);
    pmb_text(c, &style, pmb_point_of(6, 14), "PELLAN QUAY");
    (void)pmb_number_text(number, sizeof number, &two, 412);
    style.font = &pmb_font_bollard20;
    pmb_text(c, &style, pmb_point_of(6, 50), number);
}

int main(void)
{
    static uint8_t band[128];
    uint32_t digest = 2166136261u; /* FNV-1a */
    char text[10];
    say_start();
    for (int16_t y = 0; y < 64; y = (int16_t)(y + 8)) {
        pmb_canvas canvas;
        if (pmb_canvas_init(&canvas, &pmb_mono_vertical, pmb_rect_of(0, y, 128, 8), band,
                            sizeof band) != PMB_OK)
            return 1;
        paint(&canvas);
        for (uint8_t i = 0; i < 128; i++)
            digest = (digest ^ band[i]) * 16777619u;
    }
    (void)pmb_hex_text(text, sizeof text, 8, digest);
    say("digest ");
    say(text);
    say("\n");
    say_end();
    return 0;
}
