/* arduino_pins.h - what both ports for the Arduino interface share. */
#ifndef PEMBLE_ARDUINO_PINS_H
#define PEMBLE_ARDUINO_PINS_H

#include <Arduino.h>
#include <string.h>
#include "pemble_arduino.h"

/* A panel's bus: on AVR it lies in flash, where C++ has to fetch it from. */
static inline pmb_bus arduino_bus(const pmb_bus *bus)
{
    pmb_bus copy;
#ifdef __AVR__
    memcpy_P(&copy, bus, sizeof copy);
#else
    copy = *bus;
#endif
    return copy;
}

static inline void arduino_pin_write(void *context, pmb_pin pin, bool high)
{
    (void)context;
    /* The level first: an output then begins with it. */
    digitalWrite(pmb_pin_number(pin), high ? HIGH : LOW);
    pinMode(pmb_pin_number(pin), OUTPUT);
    digitalWrite(pmb_pin_number(pin), high ? HIGH : LOW);
}

static inline bool arduino_pin_read(void *context, pmb_pin pin)
{
    (void)context;
    pinMode(pmb_pin_number(pin), INPUT);
    return digitalRead(pmb_pin_number(pin)) == HIGH;
}

static inline void arduino_wait_us(void *context, uint32_t microseconds)
{
    (void)context;
    if (microseconds >= 10000)
        delay(microseconds / 1000); /* others may run meanwhile */
    delayMicroseconds((unsigned)(microseconds >= 10000 ? microseconds % 1000 : microseconds));
}

#endif
