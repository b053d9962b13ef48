/* touch_film.c - a bare four-wire film on pins of the board, from docs/controllers/film.md. */
#include "input/touch_parts.h"

enum { SETTLE_US = 30 };

static pmb_status open(pmb_touch *t)
{
    const PMB_FLASH pmb_touch_config *c = t->config;
    if (c->x_plus == PMB_PIN_NONE || c->x_minus == PMB_PIN_NONE || c->y_plus == PMB_PIN_NONE ||
        c->y_minus == PMB_PIN_NONE)
        return PMB_ERR_ARGUMENT;
    if (!t->port->analog_read || !t->port->pin_write || !t->port->pin_read || !t->port->wait_us)
        return PMB_ERR_UNSUPPORTED;
    return PMB_OK;
}

static pmb_status measure(pmb_touch *t, enum film_axis axis, uint16_t *values, uint8_t count)
{
    const PMB_FLASH pmb_touch_config *c = t->config;
    const pmb_port *port = t->port;
    pmb_pin high = c->y_plus, low = c->x_minus, read = c->x_plus, open_pin = c->y_minus;
    if (axis == FILM_X) {
        high = c->x_plus;
        read = c->y_plus;
    } else if (axis == FILM_Y) {
        low = c->y_minus;
        open_pin = c->x_minus;
    } else if (axis == FILM_Z2) {
        read = c->y_minus;
        open_pin = c->x_plus;
    }
    (void)port->pin_read(port->context, open_pin); /* floats */
    (void)port->pin_read(port->context, read);
    port->pin_write(port->context, high, true);
    port->pin_write(port->context, low, false);
    port->wait_us(port->context, SETTLE_US);
    for (uint8_t i = 0; i < count; i++)
        values[i] = port->analog_read(port->context, read) >> 4;
    return PMB_OK;
}

/* A shield shares the pins with the panel: they are outputs again. */
static void give_back(const pmb_touch *t)
{
    const PMB_FLASH pmb_touch_config *c = t->config;
    const pmb_pin pins[] = {c->x_plus, c->x_minus, c->y_plus, c->y_minus};
    for (uint8_t i = 0; i < 4; i++)
        t->port->pin_write(t->port->context, pins[i], true);
}

static pmb_status sense(pmb_touch *t, pmb_touch_sample *sample)
{
    pmb_status status = pmb_panel_settle(t->panel);
    if (status == PMB_OK)
        status = pmb_touch_film_sense(t, sample, measure);
    give_back(t);
    return status;
}

const PMB_FLASH pmb_touch_kind pmb_touch_film = {.open = open, .sense = sense};
