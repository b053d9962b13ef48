/* FirstLight - a line of text on a 128x64 OLED with an SSD1306, on SDA and SCL. */
#include <pemble_arduino.h>

extern "C" const PMB_FLASH pmb_panel_config board; /* panel.c */

static pmb_panel panel;
static pmb_screen screen;
static uint8_t band[128]; /* one of eight: the scene is drawn once for each */

static void paint(pmb_canvas *c, void *scene)
{
    pmb_text_style style = {};
    style.font = &pmb_font_jetty;
    style.color = PMB_WHITE;
    (void)scene;
    pmb_rect_stroke(c, pmb_rect_of(0, 0, 128, 64), PMB_WHITE);
    pmb_text(c, &style, pmb_point_of(29, 30), "Pellan Quay");
    pmb_circle_fill(c, pmb_point_of(64, 46), 8, PMB_WHITE);
}

void setup()
{
    pmb_status status = pmb_panel_open(&panel, &board, &pmb_arduino_i2c);
    if (status == PMB_OK)
        status = pmb_screen_init(&screen, &panel, band, sizeof band, NULL, 0);
    if (status == PMB_OK)
        status = pmb_screen_paint(&screen, paint, NULL);
    if (status != PMB_OK) { /* the LED of the board: nobody answers */
        pinMode(LED_BUILTIN, OUTPUT);
        digitalWrite(LED_BUILTIN, HIGH);
    }
}

void loop()
{
}
