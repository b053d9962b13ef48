/* gt911.c - capacitive touch for larger panels, from docs/controllers/gt911.md. */
#include "input/touch_parts.h"

enum { ADDRESS = 0x5D, OTHER_ADDRESS = 0x14, STATUS_HIGH = 0x81, STATUS_LOW = 0x4E, READY = 0x80 };

/* The level of INT while reset ends chooses the address. */
static void reset(const pmb_touch *t)
{
    const pmb_port *port = t->port;
    const PMB_FLASH pmb_touch_config *c = t->config;
    if (c->reset == PMB_PIN_NONE || !port->pin_write || !port->wait_us)
        return;
    const bool has_interrupt = c->interrupt != PMB_PIN_NONE && port->pin_read;
    if (has_interrupt)
        port->pin_write(port->context, c->interrupt, false);
    port->pin_write(port->context, c->reset, false);
    port->wait_us(port->context, 1000);
    if (has_interrupt)
        port->pin_write(port->context, c->interrupt, c->bus.address == OTHER_ADDRESS);
    port->wait_us(port->context, 200);
    port->pin_write(port->context, c->reset, true);
    port->wait_us(port->context, 6000);
    if (has_interrupt)
        (void)port->pin_read(port->context, c->interrupt);
    port->wait_us(port->context, 50000);
}

static pmb_status read_status(const pmb_touch *t, uint8_t *r, uint8_t count)
{
    static const uint8_t number[] = {STATUS_HIGH, STATUS_LOW};
    return pmb_touch_read(t, ADDRESS, number, sizeof number, r, count);
}

static pmb_status open(pmb_touch *t)
{
    uint8_t r[1];
    if (!t->port->i2c_write || !t->port->i2c_read)
        return PMB_ERR_UNSUPPORTED;
    reset(t);
    return read_status(t, r, sizeof r);
}

/* Between two reports the finger is where it was. */
static pmb_status sense(pmb_touch *t, pmb_touch_sample *sample)
{
    static const uint8_t taken[] = {STATUS_HIGH, STATUS_LOW, 0};
    uint8_t r[6];
    const pmb_status status = read_status(t, r, sizeof r);
    if (status != PMB_OK)
        return status;
    if (r[0] & READY)
        t->kept = (r[0] & 0x0F) == 0 ? (pmb_touch_sample){0, 0, 0}
                                     : (pmb_touch_sample){(uint16_t)(r[2] | r[3] << 8),
                                                          (uint16_t)(r[4] | r[5] << 8), 1};
    *sample = t->kept;
    return r[0] & READY ? pmb_touch_write(t, ADDRESS, taken, sizeof taken) : PMB_OK;
}

const PMB_FLASH pmb_touch_kind pmb_gt911 = {.open = open, .sense = sense};
