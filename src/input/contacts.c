/* contacts.c - contacts that bounce, and two of them in quadrature. */
#include "pemble/input.h"

/* It has just gone down or up. */
static pmb_push_event changed(pmb_push *k, uint32_t since)
{
    const bool second = k->waiting && since < PMB_PUSH_DOUBLE_MS;
    if (k->down) {
        k->waiting = second;
        k->told_held = false;
        return PMB_PUSH_PRESSED;
    }
    if (k->told_held)
        return PMB_PUSH_RELEASED;
    if (!k->doubles)
        return PMB_PUSH_CLICKED;
    k->waiting = !k->waiting;
    return k->waiting ? PMB_PUSH_NOTHING : PMB_PUSH_DOUBLE_CLICKED;
}

pmb_push_event pmb_push_feed(pmb_push *k, bool down, uint32_t milliseconds)
{
    const uint32_t since = milliseconds - k->changed;
    if (k->started && since < PMB_PUSH_BOUNCE_MS)
        return PMB_PUSH_NOTHING;
    if (!k->down && k->waiting && since >= PMB_PUSH_DOUBLE_MS) {
        k->waiting = false;
        return PMB_PUSH_CLICKED; /* a press that has come meanwhile is told next */
    }
    if (down != k->down) {
        k->started = true;
        k->down = down;
        k->changed = milliseconds;
        return changed(k, since);
    }
    if (!down || since < PMB_PUSH_HOLD_MS)
        return PMB_PUSH_NOTHING;
    if (!k->told_held) {
        k->told_held = true;
        k->waiting = false;
        k->told = milliseconds;
        return PMB_PUSH_HELD;
    }
    if (k->repeat_ms == 0 || milliseconds - k->told < k->repeat_ms)
        return PMB_PUSH_NOTHING;
    k->told = milliseconds;
    return PMB_PUSH_REPEATED;
}

pmb_push_event pmb_push_poll(pmb_push *k, const pmb_port *port, uint32_t milliseconds)
{
    if (!port->pin_read)
        return PMB_PUSH_NOTHING;
    return pmb_push_feed(k, port->pin_read(port->context, k->pin) == k->active_high, milliseconds);
}

/* Its row is low while it is looked at, and then an input again. */
static bool is_down(const pmb_keypad *k, const pmb_port *port, uint8_t key)
{
    const pmb_pin row = k->rows[key / k->column_count];
    port->pin_write(port->context, row, false);
    const bool down = !port->pin_read(port->context, k->columns[key % k->column_count]);
    (void)port->pin_read(port->context, row);
    return down;
}

pmb_push_event pmb_keypad_poll(pmb_keypad *k, const pmb_port *port, uint32_t milliseconds)
{
    if (!port->pin_read || !port->pin_write || k->column_count == 0)
        return PMB_PUSH_NOTHING;
    const uint8_t count = (uint8_t)(k->row_count * k->column_count);
    uint8_t key = k->push.down ? k->key : 0;
    bool down = key < count && is_down(k, port, key);
    while (!k->push.down && !down && ++key < count)
        down = is_down(k, port, key);
    if (down && k->push.waiting && key != k->key)
        down = false; /* first the click of the other key is told */
    if (down)
        k->key = key;
    return pmb_push_feed(&k->push, down, milliseconds);
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
    /* At a detent. A poll that came late has missed two steps: it cannot know which. */
    const int8_t turned = (int8_t)(e->quarters / 4);
    e->quarters = 0;
    return turned;
}

int16_t pmb_encoder_accelerate(pmb_encoder *e, int8_t detents, uint32_t milliseconds)
{
    if (detents == 0)
        return 0;
    const uint8_t count = (uint8_t)(detents < 0 ? -detents : detents);
    const uint32_t each = (milliseconds - e->last) / count;
    const bool same = e->back == (detents < 0);
    e->last = milliseconds;
    e->back = detents < 0;
    return (int16_t)(detents * (!same || each >= 40 ? 1 : each >= 20 ? 2 : each >= 10 ? 5 : 10));
}
