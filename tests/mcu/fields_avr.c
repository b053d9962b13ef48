/* fields_avr.c - the fields on the ATmega328P: a band of one row of bytes, marks around each paint.
 */
#include "avr_port.h"
#include "say.h"
#include "wire.h"

int main(void)
{
    static uint8_t band[84];
    static pmb_panel panel;
    static pmb_screen screen;
    pmb_status status = pmb_panel_open(&panel, &wire_panel, &avr_spi_port);
    if (status == PMB_OK)
        status = pmb_screen_init(&screen, &panel, band, sizeof band, NULL, 0);
    for (int16_t step = 0; step < 2 && status == PMB_OK; step++) {
        say_mark();
        status = pmb_screen_paint(&screen, wire_paint, &step);
    }
    say_mark();
    say_end();
}
