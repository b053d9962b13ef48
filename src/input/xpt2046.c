/* xpt2046.c - a resistive film's converter on SPI, from docs/controllers/xpt2046.md. */
#include "input/touch_parts.h"

/* Start, differential, 12 bits, and on between conversions (PD0); the last of a series switches it
 * off, so that the pen interrupt works again. */
enum { START = 0x80, KEEP_ON = 0x01, LEAST_HERTZ = 1000, MOST_HERTZ = 2500000, MOST_READINGS = 5 };

static pmb_status open(pmb_touch *t)
{
    const PMB_FLASH pmb_bus *bus = &t->config->bus;
    if (bus->hertz < LEAST_HERTZ || (bus->hertz > MOST_HERTZ && !bus->overclock) ||
        bus->select == PMB_PIN_NONE || bus->mode != 0)
        return PMB_ERR_ARGUMENT;
    if (!t->port->spi || !t->port->pin_write)
        return PMB_ERR_UNSUPPORTED;
    t->port->pin_write(t->port->context, bus->select, true);
    return PMB_OK;
}

/* Conversions of one axis: the first is dropped, because the film moves. The next control byte goes
 * out while the second byte of an answer comes in. */
static pmb_status measure(pmb_touch *t, enum film_axis axis, uint16_t *values, uint8_t count)
{
    static const PMB_FLASH uint8_t channels[] = {
        [FILM_X] = 0x50, [FILM_Y] = 0x10, [FILM_Z1] = 0x30, [FILM_Z2] = 0x40};
    uint8_t out[1 + 2 * (MOST_READINGS + 1)] = {0}, in[sizeof out];
    const uint8_t all = (uint8_t)(count + 1);
    for (uint8_t i = 0; i < all; i++)
        out[2 * i] = (uint8_t)(START | channels[axis] | (i + 1 < all ? KEEP_ON : 0));
    const pmb_port *port = t->port;
    const PMB_FLASH pmb_bus *bus = &t->config->bus;
    port->pin_write(port->context, bus->select, false);
    const pmb_status status = port->spi(port->context, bus, out, in, 1u + 2u * all);
    port->pin_write(port->context, bus->select, true);
    for (uint8_t i = 0; i < count; i++)
        values[i] = (uint16_t)((in[2 * i + 3] << 8 | in[2 * i + 4]) >> 3 & 0x0FFF);
    return status;
}

static pmb_status sense(pmb_touch *t, pmb_touch_sample *sample)
{
    const pmb_status status = pmb_panel_settle(t->panel); /* the bus may be the panel's */
    return status == PMB_OK ? pmb_touch_film_sense(t, sample, measure) : status;
}

const PMB_FLASH pmb_touch_kind pmb_xpt2046 = {.open = open, .sense = sense, .holds = true};
