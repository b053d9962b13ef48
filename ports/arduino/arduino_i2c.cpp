/* arduino_i2c.cpp - I2C by Wire. */
#ifdef ARDUINO
#include "arduino_pins.h"

#include <Wire.h>

/* What a transaction can carry: each board's core has a name of its own for it. */
#if defined(I2C_BUFFER_LENGTH)
enum { MOST = I2C_BUFFER_LENGTH };
#elif defined(WIRE_BUFFER_SIZE)
enum { MOST = WIRE_BUFFER_SIZE };
#elif defined(BUFFER_LENGTH)
enum { MOST = BUFFER_LENGTH };
#else
enum { MOST = 32 };
#endif

static uint32_t clock_now[2]; /* 0: not begun */

/* The unit, begun and at its clock; NULL when the board does not have it. */
static TwoWire *unit_of(const pmb_bus &bus)
{
    const uint32_t hertz = bus.hertz ? bus.hertz : 400000;
    TwoWire *wire = bus.unit == 0 ? &Wire : NULL;
#if defined(WIRE_INTERFACES_COUNT) && WIRE_INTERFACES_COUNT > 1
    if (bus.unit == 1)
        wire = &Wire1;
#endif
    if (!wire || clock_now[bus.unit] == hertz)
        return wire;
    if (clock_now[bus.unit] == 0)
        wire->begin();
    wire->setClock(hertz);
#ifdef WIRE_HAS_TIMEOUT
    wire->setWireTimeout(25000, true); /* a line that is held low is an error, not the end */
#endif
    clock_now[bus.unit] = hertz;
    return wire;
}

static pmb_status write(void *context, const pmb_bus *configured, uint8_t address,
                        const uint8_t *head, size_t head_count, const uint8_t *body,
                        size_t body_count)
{
    (void)context;
    TwoWire *wire = unit_of(arduino_bus(configured));
    if (!wire)
        return PMB_ERR_UNSUPPORTED;
    wire->beginTransmission(address);
    size_t taken = head_count ? wire->write(head, head_count) : 0;
    taken += body_count ? wire->write(body, body_count) : 0;
    const uint8_t result = wire->endTransmission();
    if (result == 2)
        return PMB_ERR_NO_ANSWER;
    return result == 0 && taken == head_count + body_count ? PMB_OK : PMB_ERR_BUS;
}

static pmb_status read(void *context, const pmb_bus *configured, uint8_t address, uint8_t *reply,
                       size_t count)
{
    (void)context;
    TwoWire *wire = unit_of(arduino_bus(configured));
    if (!wire || count > MOST)
        return PMB_ERR_UNSUPPORTED;
    if (wire->requestFrom(address, (uint8_t)count) != count)
        return PMB_ERR_NO_ANSWER;
    for (size_t i = 0; i < count; i++)
        reply[i] = (uint8_t)wire->read();
    return PMB_OK;
}

/* In the order of port.h: C++ before 2020 has no names here. */
const pmb_port pmb_arduino_i2c = {NULL,
                                  MOST,
                                  write,
                                  read,
                                  NULL,
                                  NULL,
                                  NULL,
                                  NULL,
                                  arduino_pin_write,
                                  arduino_pin_read,
                                  NULL,
                                  arduino_wait_us,
                                  NULL};
#endif
