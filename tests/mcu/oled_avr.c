/* oled_avr.c - the OLED scene on the ATmega328P: marks around each paint. */
#include "avr_port.h"
#include "oled.h"
#include "say.h"

int main(void)
{
    static uint8_t band[128];
    static pmb_panel panel;
    static pmb_screen screen;
    pmb_status status = pmb_panel_open(&panel, &oled, &avr_i2c_port);
    if (status == PMB_OK)
        status = pmb_screen_init(&screen, &panel, band, sizeof band, NULL, 0);
    for (int16_t step = 0; step < 3 && status == PMB_OK; step++) {
        say_mark();
        status = pmb_screen_paint(&screen, oled_paint, &step);
        say_mark();
    }
    say_end();
}
