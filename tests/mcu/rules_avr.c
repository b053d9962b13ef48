/* rules_avr.c - the check of ports on the port for the ATmega328P: the simulated SSD1306 answers at
 * 0x3C and 0x3D. */
#include "avr_port.h"
#include "port_check.h"
#include "say.h"

static void line(void *context, const char *text)
{
    (void)context;
    say(text);
    say("\n");
}

static const PMB_FLASH pmb_bus i2c = {.kind = &pmb_i2c}, spi = {.kind = &pmb_spi};

int main(void)
{
    /* A port for each bus, and one for the pins. */
    const pmb_port_wires wires[] = {
        {.port = &avr_i2c_pins_port, .say = line, .i2c = &i2c, .answers = 0x3C, .silent = 0x20},
        {.port = &avr_spi_port, .say = line, .spi = &spi}};
    say_start();
    for (unsigned char i = 0; i < 2; i++)
        (void)pmb_port_check(&wires[i]);
    say_end();
}
