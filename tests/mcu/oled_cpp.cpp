/* oled_cpp.cpp - the OLED scene from a program in C++, with a configuration of its own in flash. */
extern "C" {
#include "avr_port.h"
#include "oled.h"
#include "say.h"
}

static const PMB_TABLE pmb_panel_config gangway = {&pmb_ssd1306, {128, 64}, {&pmb_i2c, 0, 0x3C}};

int main()
{
    static uint8_t band[128];
    static pmb_panel panel;
    static pmb_screen screen;
    pmb_status status = pmb_panel_open(&panel, &gangway, &avr_i2c_port);
    if (status == PMB_OK)
        status = pmb_screen_init(&screen, &panel, band, sizeof band, NULL, 0);
    for (int16_t step = 0; step < 3 && status == PMB_OK; step++)
        status = pmb_screen_paint(&screen, oled_paint, &step);
    say_end();
}
