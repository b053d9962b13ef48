/* clock_avr.c - the clock and the mode that the SPI unit is set to, as its registers say. */
#include "avr_port.h"
#include "pemble/number.h"
#include "say.h"

#include <avr/io.h>

/* ATmega328P data sheet, table "Relationship Between SCK and the Oscillator Frequency". */
static uint8_t divider(void)
{
    static const uint8_t dividers[2][4] = {{4, 16, 64, 128}, {2, 8, 32, 64}};
    return dividers[SPSR & 1 << SPI2X ? 1 : 0][SPCR & (1 << SPR1 | 1 << SPR0)];
}

static void say_number(int32_t value)
{
    static const pmb_number plain = {.decimals = 0};
    char text[14];
    (void)pmb_number_text(text, sizeof text, &plain, value);
    say(text);
}

static void say_clock(const PMB_FLASH pmb_bus *bus, bool reads)
{
    uint8_t reply;
    (void)avr_spi_port.spi(NULL, bus, NULL, reads ? &reply : NULL, 0);
    say(reads ? "read at " : "write at ");
    say_number((int32_t)bus->hertz);
    say(" Hz: clock / ");
    say_number(divider());
    say((SPCR & (1 << CPOL | 1 << CPHA)) == (1 << CPOL | 1 << CPHA) ? ", mode 3\n" : ", mode 0\n");
}

int main(void)
{
    static const PMB_FLASH pmb_bus buses[] = {
        {.hertz = 10000000}, {.hertz = 8000000, .mode = 3},
        {.hertz = 0},        {.hertz = 2000000},
        {.hertz = 1000000},  {.hertz = 500000},
        {.hertz = 250000},   {.hertz = 125000},
    };
    say_start();
    for (uint8_t i = 0; i < sizeof buses / sizeof buses[0]; i++)
        say_clock(&buses[i], false);
    say_clock(&buses[0], true);
    say_clock(&buses[3], true);
    say_end();
}
