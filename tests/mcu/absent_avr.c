/* absent_avr.c - opening an OLED that is not there, or whose bus is held: the two-wire interface
 * says so. */
#include "avr_port.h"
#include "oled.h"
#include "say.h"

int main(void)
{
    static pmb_panel panel;
    const pmb_status status = pmb_panel_open(&panel, &oled, &avr_i2c_port);
    say_start();
    say(status == PMB_ERR_NO_ANSWER ? "no answer\n"
        : status == PMB_ERR_BUS     ? "the bus\n"
                                    : "something else\n");
    say_end();
}
