/* touch.c - a touch sensor on a panel: opened, asked, and turned with the picture. */
#include "pemble/touch.h"
#include "geometry/limits.h"
#include "input/touch_parts.h"

pmb_status pmb_touch_open(pmb_touch *t, const PMB_FLASH pmb_touch_config *config,
                          const pmb_port *port, pmb_panel *panel)
{
    if (!t || !config || !port || !panel || !config->kind)
        return PMB_ERR_ARGUMENT;
    *t = (pmb_touch){.config = config, .port = port, .panel = panel};
    return config->kind->open(t);
}

void pmb_touch_reset(const pmb_touch *t, uint16_t low_ms, uint16_t wait_ms)
{
    const pmb_port *port = t->port;
    if (t->config->reset == PMB_PIN_NONE || !port->pin_write || !port->wait_us)
        return;
    port->pin_write(port->context, t->config->reset, false);
    port->wait_us(port->context, low_ms * 1000ul);
    port->pin_write(port->context, t->config->reset, true);
    port->wait_us(port->context, wait_ms * 1000ul);
}

static uint8_t address_of(const pmb_touch *t, uint8_t usual)
{
    return t->config->bus.address ? t->config->bus.address : usual;
}

pmb_status pmb_touch_write(const pmb_touch *t, uint8_t usual, const uint8_t *bytes, uint8_t count)
{
    const pmb_port *port = t->port;
    return port->i2c_write(port->context, &t->config->bus, address_of(t, usual), bytes, count, NULL,
                           0);
}

pmb_status pmb_touch_read(const pmb_touch *t, uint8_t usual, const uint8_t *number,
                          uint8_t number_bytes, uint8_t *reply, uint8_t count)
{
    const pmb_port *port = t->port;
    const pmb_status status = pmb_touch_write(t, usual, number, number_bytes);
    if (status != PMB_OK)
        return status;
    return port->i2c_read(port->context, &t->config->bus, address_of(t, usual), reply, count);
}

pmb_status pmb_touch_sense(pmb_touch *t, pmb_touch_sample *sample)
{
    const pmb_port *port = t->port;
    *sample = (pmb_touch_sample){0, 0, 0};
    if (t->config->kind->holds && t->config->interrupt != PMB_PIN_NONE && port->pin_read &&
        !t->finger.down && port->pin_read(port->context, t->config->interrupt))
        return PMB_OK;
    return t->config->kind->sense(t, sample);
}

/* Without overflow, whatever was stored: then it is nowhere. */
static int16_t along(const int32_t factors[3], const pmb_touch_sample *s)
{
    const uint32_t sum =
        (uint32_t)factors[0] * s->x + (uint32_t)factors[1] * s->y + (uint32_t)factors[2];
    return pmb_coordinate((int32_t)sum / 65536);
}

pmb_point pmb_touch_on_glass(const pmb_touch_calibration *c, const pmb_touch_sample *s)
{
    if (c->across[0] == 0 && c->across[1] == 0)
        return (pmb_point){pmb_coordinate(s->x), pmb_coordinate(s->y)};
    return (pmb_point){along(c->across, s), along(c->down, s)};
}

static int16_t within(int16_t value, int16_t size)
{
    return (int16_t)pmb_greater(0, pmb_lesser(value, size - 1));
}

/* A point of the glass as the picture lies on it: turned back, and then mirrored back. */
pmb_point pmb_touch_on_screen(const pmb_panel *panel, pmb_point glass)
{
    const pmb_size size = panel->config->size;
    const int16_t right = (int16_t)(size.w - 1 - glass.x), up = (int16_t)(size.h - 1 - glass.y);
    pmb_point p = glass;
    if (panel->rotate == PMB_ROTATE_90)
        p = (pmb_point){glass.y, right};
    else if (panel->rotate == PMB_ROTATE_180)
        p = (pmb_point){right, up};
    else if (panel->rotate == PMB_ROTATE_270)
        p = (pmb_point){up, glass.x};
    if (panel->config->mirror)
        p.x = (int16_t)(panel->size.w - 1 - p.x);
    return p;
}

pmb_point pmb_touch_place(const pmb_touch *t, const pmb_touch_sample *s)
{
    const pmb_size size = t->panel->config->size;
    const pmb_point at = pmb_touch_on_glass(&t->calibration, s);
    const pmb_point glass = {within(at.x, size.w), within(at.y, size.h)};
    return pmb_touch_on_screen(t->panel, glass);
}

pmb_touch_event pmb_touch_poll(pmb_touch *t, uint32_t milliseconds)
{
    pmb_touch_sample sample;
    t->status = pmb_touch_sense(t, &sample);
    if (t->status != PMB_OK)
        return PMB_TOUCH_NOTHING;
    const bool down = sample.force > 0;
    return pmb_finger_feed(&t->finger, down, down ? pmb_touch_place(t, &sample) : t->finger.at,
                           milliseconds);
}
