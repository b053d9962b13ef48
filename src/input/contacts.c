/* contacts.c - contacts that bounce, and two of them in quadrature. */
#include "pemble/input.h"

pmb_push_event pmb_push_poll(pmb_push *k, const pmb_port *port, uint32_t milliseconds)
{
    if (!port->pin_read)
        return PMB_PUSH_NOTHING;
    const bool down = port->pin_read(port->context, k->pin) == k->active_high;
    const uint32_t since = milliseconds - k->changed;
    if (k->started && since < PMB_PUSH_BOUNCE_MS)
        return PMB_PUSH_NOTHING;
    if (down != k->down) {
        k->started = true;
        k->down = down;
        k->changed = milliseconds;
        k->told_held = false;
        return down ? PMB_PUSH_PRESSED : PMB_PUSH_RELEASED;
    }
    if (down && !k->told_held && since >= PMB_PUSH_HOLD_MS) {
        k->told_held = true;
        return PMB_PUSH_HELD;
    }
    return PMB_PUSH_NOTHING;
}

int8_t pmb_encoder_poll(pmb_encoder *e, const pmb_port *port)
{
    /* From the old levels (AB, the upper two bits) to the new: a step on, back, or none. */
    static const PMB_FLASH int8_t steps[16] = {0, -1, 1, 0, 1, 0, 0, -1, -1, 0, 0, 1, 0, 1, -1, 0};
    if (!port->pin_read)
        return 0;
    const uint8_t a = port->pin_read(port->context, e->a), b = port->pin_read(port->context, e->b);
    const uint8_t now = (uint8_t)(a << 1 | b);
    if (!e->started) {
        e->started = true;
        e->state = e->rest = now;
    }
    e->quarters = (int8_t)(e->quarters + steps[e->state << 2 | now]);
    e->state = now;
    if (now != e->rest)
        return 0;
    /* At a detent. With three steps of four seen it was turned all the same. */
    const int8_t turned = e->quarters;
    e->quarters = 0;
    return turned > 2 ? (int8_t)((turned + 1) / 4) : turned < -2 ? (int8_t)((turned - 1) / 4) : 0;
}
