/* Dial - a needle that follows the voltage at A0, on a round TFT with a GC9A01: SCL and SDA on SCK
 * and MOSI, CS on 10, DC on 9, RST on 8. It needs a board with 32 KB of RAM for smooth motion; with
 * less it draws in narrower bands. */
#include <pemble_arduino.h>

extern "C" const PMB_FLASH pmb_panel_config board; /* panel.c */

#if defined(__AVR__)
enum { ROWS = 1 };
#else
enum { ROWS = 24 };
#endif

static pmb_panel panel;
static pmb_screen screen;
static uint8_t band[240 * 2 * ROWS];
static pmb_status status;

/* A needle over a ring with ticks. */
static void paint(pmb_canvas *c, void *scene)
{
    const pmb_point middle = pmb_point_of(120, 120);
    const pmb_angle angle = *(const pmb_angle *)scene;
    pmb_circle_stroke(c, middle, 112, PMB_GREY);
    for (int i = 0; i <= 10; i++) {
        const pmb_angle at = (pmb_angle)(PMB_DEGREES(225) + (uint32_t)PMB_DEGREES(270) * i / 10);
        pmb_line(c, pmb_polar(middle, at, 96), pmb_polar(middle, at, 108), PMB_WHITE);
    }
    pmb_line(c, pmb_polar(middle, (pmb_angle)(angle + PMB_DEGREES(180)), 14),
             pmb_polar(middle, angle, 88), PMB_YELLOW);
    pmb_circle_fill(c, middle, 6, PMB_YELLOW);
}

void setup()
{
    status = pmb_panel_open(&panel, &board, &pmb_arduino_spi);
    if (status == PMB_OK)
        status = pmb_screen_init(&screen, &panel, band, sizeof band, NULL, 0);
}

void loop()
{
    pmb_angle angle =
        (pmb_angle)(PMB_DEGREES(225) + (uint32_t)PMB_DEGREES(270) * analogRead(A0) / 1023);
    if (status == PMB_OK)
        status = pmb_screen_paint(&screen, paint, &angle);
}
