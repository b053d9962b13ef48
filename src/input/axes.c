/* axes.c - inputs that are voltages: sticks and tilt sensors. */
#include "geometry/limits.h"
#include "pemble/input.h"

enum { DEAD = 6 };

/* One direction of a stick: as a part of the way from the middle to the end. */
static int16_t pushed(uint16_t value, uint16_t middle)
{
    const int32_t off = (int32_t)value - middle;
    const int32_t way = off < 0 ? middle : 65535 - middle;
    const int32_t part = way > 0 ? off * 100 / way : 0;
    return (int16_t)(part > -DEAD && part < DEAD ? 0 : part);
}

pmb_point pmb_stick_poll(pmb_stick *s, const pmb_port *port)
{
    if (!port->analog_read)
        return (pmb_point){0, 0};
    const uint16_t across = port->analog_read(port->context, s->across);
    const uint16_t up = port->analog_read(port->context, s->up);
    if (s->middle[0] == 0 && s->middle[1] == 0) {
        s->middle[0] = across;
        s->middle[1] = up;
    }
    return (pmb_point){pushed(across, s->middle[0]), (int16_t)-pushed(up, s->middle[1])};
}

static int16_t size_of(int16_t value)
{
    return (int16_t)(value < 0 ? -value : value);
}

pmb_way pmb_stick_way(pmb_stick *s, const pmb_port *port)
{
    enum { ON = 60, OFF = 40 };
    const pmb_point p = pmb_stick_poll(s, port);
    const bool along = size_of(p.x) >= size_of(p.y);
    const int16_t most = along ? size_of(p.x) : size_of(p.y);
    const pmb_way way =
        along ? (p.x < 0 ? PMB_WAY_LEFT : PMB_WAY_RIGHT) : (p.y < 0 ? PMB_WAY_UP : PMB_WAY_DOWN);
    if (most < (s->way == (uint8_t)way ? OFF : ON))
        s->way = PMB_WAY_NONE;
    else
        s->way = (uint8_t)way;
    return (pmb_way)s->way;
}

static int16_t leaning(const pmb_tilt *t, const pmb_port *port, pmb_pin pin)
{
    const int32_t per_g = t->per_g ? t->per_g : 6554;
    const int32_t off = (int32_t)port->analog_read(port->context, pin) - 32768;
    return (int16_t)pmb_greater(-2000, pmb_lesser(off * 1000 / per_g, 2000));
}

pmb_point pmb_tilt_poll(const pmb_tilt *t, const pmb_port *port)
{
    if (!port->analog_read)
        return (pmb_point){0, 0};
    return (pmb_point){leaning(t, port, t->across), leaning(t, port, t->down)};
}
