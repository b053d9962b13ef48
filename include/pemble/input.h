/*
 * input.h - what people do: push buttons, a rotary encoder, a stick, a tilt sensor.
 *
 * Each is a struct of yours: set its pins and leave the rest zero. Poll it from the main loop; a
 * poll does not wait. A port needs pin_read for buttons and encoders, and analog_read for sticks
 * and tilt sensors. Without these, nothing ever happens.
 */
#ifndef PEMBLE_INPUT_H
#define PEMBLE_INPUT_H

#include "pemble/geometry.h"
#include "pemble/linkage.h"
#include "pemble/port.h"

PMB_BEGIN_C

typedef enum pmb_push_event {
    PMB_PUSH_NOTHING = 0,
    PMB_PUSH_PRESSED,
    PMB_PUSH_HELD, /* once, when it has been down for PMB_PUSH_HOLD_MS */
    PMB_PUSH_RELEASED
} pmb_push_event;

#define PMB_PUSH_BOUNCE_MS 20
#define PMB_PUSH_HOLD_MS   600

/* A push button or any other contact. */
typedef struct pmb_push {
    pmb_pin pin;
    bool active_high;        /* pressed, the pin is high; else low, with a pull-up resistor */
    bool down;               /* what it is now */
    bool told_held, started; /* private */
    uint32_t changed;        /* private */
} pmb_push;

/* A change counts at once. Changes in the next PMB_PUSH_BOUNCE_MS are bouncing and do not count.
 * The time is in milliseconds and may wrap. Poll at least every PMB_PUSH_BOUNCE_MS. */
pmb_push_event pmb_push_poll(pmb_push *button, const pmb_port *port, uint32_t milliseconds);

/* A rotary encoder: two contacts in quadrature, four steps from detent to detent. */
typedef struct pmb_encoder {
    pmb_pin a, b;
    uint8_t state, rest; /* private: the levels last seen, and those at a detent */
    int8_t quarters;     /* private: steps since the last detent */
    bool started;
} pmb_encoder;

/* Detents turned since the last call, clockwise (A changes before B) positive. The first poll must
 * find the encoder at a detent. Poll at least every millisecond, or from an interrupt of both pins.
 * Single steps that bounce cancel each other. Steps that a late poll misses are lost, and the count
 * is right again from the next detent on. */
int8_t pmb_encoder_poll(pmb_encoder *encoder, const pmb_port *port);

/* A stick of two potentiometers. */
typedef struct pmb_stick {
    pmb_pin across, up;
    uint16_t middle[2]; /* what it gives at rest; 0: what the first poll finds */
} pmb_stick;

/* How far it is pushed, -100 to 100 to the right (x) and down (y, as on a screen); 0 within 6 of
 * the middle. */
pmb_point pmb_stick_poll(pmb_stick *stick, const pmb_port *port);

/* An acceleration sensor with an analogue output for each of two axes: half of the supply when
 * level, and `per_g` more or less for each g (of 65535; 0: 6554, a tenth of the supply, as usual).
 */
typedef struct pmb_tilt {
    pmb_pin across, down;
    uint16_t per_g;
} pmb_tilt;

/* Thousandths of g towards the right edge and the lower edge, -2000 to 2000: held still, a thousand
 * times the sine of the angle by which that edge is lowered. */
pmb_point pmb_tilt_poll(const pmb_tilt *tilt, const pmb_port *port);

PMB_END_C

#endif
