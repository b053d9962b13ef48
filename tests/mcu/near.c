/* near.c - large shapes with PMB_NEAR: coordinates of 16 bits on an AVR, of 32 elsewhere. Says the
 * pixels of each shape in some bands of a screen that an AVR draws band by band. */
#include "say.h"

enum { W = 256, BAND = 8 };

static pmb_canvas canvas;

static void rounds(void)
{
    pmb_ellipse_fill(&canvas, (pmb_rect){4, 0, 248, 240}, PMB_WHITE);
}

static void rings(void)
{
    pmb_ellipse_ring(&canvas, (pmb_rect){-40, -30, 330, 300}, 25, PMB_WHITE);
    pmb_ellipse_stroke(&canvas, (pmb_rect){-3000, 20, 6200, 5000}, PMB_WHITE);
}

static void corners(void)
{
    pmb_round_fill(&canvas, (pmb_rect){10, 3, 236, 234}, 110, PMB_WHITE);
    pmb_circle_fill(&canvas, (pmb_point){128, 4000}, 3900, PMB_BLACK);
}

static void sectors(void)
{
    pmb_sector_fill(&canvas, (pmb_point){128, 120}, 118, 60, PMB_DEGREES(200), PMB_DEGREES(300),
                    PMB_WHITE);
    pmb_sector_fill(&canvas, (pmb_point){-2000, 120}, 2200, 2100, PMB_DEGREES(30), PMB_DEGREES(90),
                    PMB_WHITE);
}

static void edges(void)
{
    const pmb_point far[] = {{-8000, -7000}, {8000, 100}, {-100, 7900}, {60, 120}};
    pmb_polygon_fill(&canvas, far, 4, PMB_WHITE);
    pmb_line_wide(&canvas, (pmb_point){-8000, 8000}, (pmb_point){8000, -7800}, 30, PMB_BLACK);
    pmb_line(&canvas, (pmb_point){-8191, 0}, (pmb_point){8191, 240}, PMB_WHITE);
}

/* How many pixels are set, and a digest of where. */
static void say_band(const uint8_t *pixels, uint16_t bytes)
{
    char text[] = "0000 00000000\n";
    static const char digits[] = "0123456789abcdef";
    uint16_t set = 0;
    uint32_t digest = 2166136261u; /* FNV-1a */
    for (uint16_t i = 0; i < bytes; i++) {
        for (uint8_t bit = 0; bit < 8; bit++)
            set = (uint16_t)(set + (pixels[i] >> bit & 1));
        digest = (digest ^ pixels[i]) * 16777619u;
    }
    for (int8_t i = 3; i >= 0; i--, set >>= 4)
        text[i] = digits[set & 15];
    for (int8_t i = 12; i > 4; i--, digest >>= 4)
        text[i] = digits[digest & 15];
    say(text);
}

int main(void)
{
    static uint8_t pixels[W / 8 * BAND];
    static void (*const scenes[])(void) = {rounds, rings, corners, sectors, edges};
    say_start();
    for (uint8_t i = 0; i < sizeof scenes / sizeof scenes[0]; i++)
        for (int16_t top = 0; top < 240; top = (int16_t)(top + 40)) {
            (void)pmb_canvas_init(&canvas, &pmb_mono_horizontal, (pmb_rect){0, top, W, BAND},
                                  pixels, sizeof pixels);
            pmb_fill(&canvas, PMB_BLACK);
            scenes[i]();
            say_band(pixels, sizeof pixels);
        }
    say_end();
    return 0;
}
