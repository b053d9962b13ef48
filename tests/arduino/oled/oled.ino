/* oled - the scene of tests/mcu/oled.c through Wire. */
#include <avr/sleep.h>
#include <pemble_arduino.h>

PMB_BEGIN_C
#include "oled.h"
PMB_END_C

static pmb_panel panel;
static pmb_screen screen;
static uint8_t band[128];

void setup()
{
    pmb_status status = pmb_panel_open(&panel, &oled, &pmb_arduino_i2c);
    if (status == PMB_OK)
        status = pmb_screen_init(&screen, &panel, band, sizeof band, NULL, 0);
    for (int16_t step = 0; step < 3 && status == PMB_OK; step++)
        status = pmb_screen_paint(&screen, oled_paint, &step);
    cli();
    sleep_mode(); /* the end, for the simulator */
}

void loop()
{
}
