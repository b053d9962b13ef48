/* NumberFields - the voltage at A0 and the seconds since the start, on an OLED on SDA and SCL. */
#include <pemble_arduino.h>

extern "C" const PMB_FLASH pmb_panel_config board; /* panel.c */

static pmb_panel panel;
static pmb_screen screen;
static uint8_t band[128];
static pmb_status status;

struct values {
    int32_t millivolts, seconds;
};

static void field(pmb_canvas *c, int16_t top, const char *name, int32_t value, uint8_t decimals)
{
    pmb_text_style small = {}, large = {};
    pmb_number how = {};
    char text[12];
    small.font = &pmb_font_jetty;
    large.font = &pmb_font_bollard20;
    small.color = large.color = PMB_WHITE;
    how.decimals = decimals;
    pmb_number_text(text, sizeof text, &how, value);
    pmb_text(c, &small, pmb_point_of(2, top + 10), name);
    pmb_text(c, &large, pmb_point_of(126 - pmb_text_width(&large, text), top + 26), text);
}

static void paint(pmb_canvas *c, void *scene)
{
    const values *v = (const values *)scene;
    field(c, 0, "volt", v->millivolts, 3);
    pmb_line_across(c, pmb_point_of(0, 31), 128, PMB_WHITE);
    field(c, 34, "seconds", v->seconds, 0);
}

void setup()
{
    status = pmb_panel_open(&panel, &board, &pmb_arduino_i2c);
    if (status == PMB_OK)
        status = pmb_screen_init(&screen, &panel, band, sizeof band, NULL, 0);
}

void loop()
{
    values now = {(int32_t)(analogRead(A0) * 5000L / 1023), (int32_t)(millis() / 1000)};
    if (status == PMB_OK)
        status = pmb_screen_paint(&screen, paint, &now);
    delay(100);
}
