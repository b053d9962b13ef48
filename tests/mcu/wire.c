/*
 * wire.c - a screen on a TFT by a port that writes down what it is asked to do, a line each: "p PIN
 * LEVEL", "s BYTES in hexadecimal", "w MICROSECONDS". replay.c does the same on the bench.
 */
#include "wire.h"

#include "say.h"

static void say_number(char what, uint32_t value)
{
    char text[14] = {what, ' '};
    (void)pmb_number_text(text + 2, sizeof text - 2, &(pmb_number){0}, (int32_t)value);
    say(text);
}

static void pin_write(void *context, pmb_pin pin, bool high)
{
    (void)context;
    say_number('p', pmb_pin_number(pin));
    say(high ? " 1\n" : " 0\n");
}

static void wait_us(void *context, uint32_t microseconds)
{
    (void)context;
    say_number('w', microseconds);
    say("\n");
}

static pmb_status spi(void *context, const pmb_bus *bus, const uint8_t *out, uint8_t *in,
                      size_t count)
{
    (void)context;
    (void)bus;
    (void)in;
    say("s ");
    for (size_t i = 0; i < count; i++) {
        char text[4];
        (void)pmb_hex_text(text, sizeof text, 2, out ? out[i] : 0);
        say(text);
    }
    say("\n");
    return PMB_OK;
}

int main(void)
{
    static const pmb_port port = {.spi = spi, .pin_write = pin_write, .wait_us = wait_us};
    static uint8_t band[128 * 2 * 16];
    static pmb_tile tiles[PMB_TILES(128, 160)];
    pmb_panel panel;
    pmb_screen screen;
    say_start();
    pmb_status status = pmb_panel_open(&panel, &wire_panel, &port);
    if (status == PMB_OK)
        status = pmb_screen_init(&screen, &panel, band, sizeof band, tiles,
                                 sizeof tiles / sizeof tiles[0]);
    for (int16_t step = 0; step < 2 && status == PMB_OK; step++)
        status = pmb_screen_paint(&screen, wire_paint, &step);
    if (status != PMB_OK)
        say(pmb_status_text(status));
    say_end();
}
