/*
 * input.h - what people do: push buttons, a keypad, a rotary encoder, a stick, a tilt sensor.
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

/*
 * What happens to a push button. A short press is PRESSED and then CLICKED, a long one PRESSED,
 * HELD, REPEATED if it is asked for, and then RELEASED. With `doubles`, a click is told when no
 * second one has begun for PMB_PUSH_DOUBLE_MS; else it is DOUBLE_CLICKED.
 */
typedef enum pmb_push_event {
    PMB_PUSH_NOTHING = 0,
    PMB_PUSH_PRESSED,
    PMB_PUSH_CLICKED,        /* it was down for less than PMB_PUSH_HOLD_MS, and is up again */
    PMB_PUSH_DOUBLE_CLICKED, /* for the second time */
    PMB_PUSH_HELD,           /* once, when it has been down for PMB_PUSH_HOLD_MS */
    PMB_PUSH_REPEATED,       /* then every repeat_ms */
    PMB_PUSH_RELEASED        /* after it was held */
} pmb_push_event;

#define PMB_PUSH_BOUNCE_MS 20
#define PMB_PUSH_HOLD_MS   600
#define PMB_PUSH_DOUBLE_MS 250

/* A push button or any other contact. */
typedef struct pmb_push {
    pmb_pin pin;
    bool active_high;  /* pressed, the pin is high; else low, with a pull-up resistor */
    bool doubles;      /* clicks wait for a second one */
    uint8_t repeat_ms; /* while it is held; 0: it does not repeat */
    bool down;         /* what it is now */
    bool told_held, started, waiting; /* private; waiting: a click has not been told yet */
    uint32_t changed, told;           /* private */
} pmb_push;

/* A change counts at once. Changes in the next PMB_PUSH_BOUNCE_MS are bouncing and do not count.
 * The time is in milliseconds and may wrap. Poll at least every PMB_PUSH_BOUNCE_MS. */
pmb_push_event pmb_push_poll(pmb_push *button, const pmb_port *port, uint32_t milliseconds);

/* The same of something that is no pin: whether it is down now. */
pmb_push_event pmb_push_feed(pmb_push *button, bool down, uint32_t milliseconds);

/*
 * A keypad: keys where rows and columns of wires cross. Columns have pull-up resistors. A row is
 * low while its keys are looked at, and else an input. One key counts at a time; others that are
 * down with it do not.
 */
typedef struct pmb_keypad {
    const pmb_pin *rows, *columns;
    uint8_t row_count, column_count;
    uint8_t key;   /* whose events they are: row * column_count + column */
    pmb_push push; /* doubles and repeat_ms may be set; the rest is private */
} pmb_keypad;

/* As pmb_push_poll, for keypad->key. The port needs pin_write as well. */
pmb_push_event pmb_keypad_poll(pmb_keypad *keypad, const pmb_port *port, uint32_t milliseconds);

/* A rotary encoder: two contacts in quadrature, four steps from detent to detent. */
typedef struct pmb_encoder {
    pmb_pin a, b;
    uint8_t state, rest; /* private: the levels last seen, and those at a detent */
    int8_t quarters;     /* private: steps since the last detent */
    bool started;
    bool back;     /* private: it was turned counter-clockwise */
    uint32_t last; /* private: when it was turned */
} pmb_encoder;

/* Detents turned since the last call, clockwise (A changes before B) positive. The first poll must
 * find the encoder at a detent. Poll at least every millisecond, or from an interrupt of both pins.
 * Single steps that bounce cancel each other. Steps that a late poll misses are lost, and the count
 * is right again from the next detent on. */
int8_t pmb_encoder_poll(pmb_encoder *encoder, const pmb_port *port);

/* Detents that were polled, more of them the faster the knob is turned: 2 for each at less than 40
 * milliseconds from one to the next, 5 at less than 20, 10 at less than 10. The first detent the
 * other way is one. */
int16_t pmb_encoder_accelerate(pmb_encoder *encoder, int8_t detents, uint32_t milliseconds);

/*
 * What inputs have done, from where they are polled to where the program takes it: from an
 * interrupt, or from the port's `idle`, to the main loop. No lock is needed as long as one side
 * puts and one side takes. All zero: nothing yet.
 */
enum { PMB_GATHERED_EVENTS = 8 };
typedef struct pmb_gathered {
    volatile uint8_t turned; /* private, as all of these */
    uint8_t turned_taken;
    volatile uint8_t put;
    volatile uint8_t taken;
    volatile uint8_t events[PMB_GATHERED_EVENTS];
} pmb_gathered;

/* Puts detents that were polled, or the event of a button. Of events that are not taken the first
 * seven are kept; of detents up to 127 either way. */
void pmb_gather_detents(pmb_gathered *gathered, int8_t detents);
void pmb_gather_event(pmb_gathered *gathered, pmb_push_event event);

/* Takes the detents since the last call, and the next event; PMB_PUSH_NOTHING: none. */
int8_t pmb_gathered_detents(pmb_gathered *gathered);
pmb_push_event pmb_gathered_event(pmb_gathered *gathered);

typedef enum pmb_way {
    PMB_WAY_NONE = 0,
    PMB_WAY_LEFT,
    PMB_WAY_RIGHT,
    PMB_WAY_UP,
    PMB_WAY_DOWN
} pmb_way;

/* A stick of two potentiometers. */
typedef struct pmb_stick {
    pmb_pin across, up;
    uint16_t middle[2]; /* what it gives at rest; 0: what the first poll finds */
    uint8_t way;        /* private: the pmb_way that it was pushed */
} pmb_stick;

/* How far it is pushed, -100 to 100 to the right (x) and down (y, as on a screen); 0 within 6 of
 * the middle. */
pmb_point pmb_stick_poll(pmb_stick *stick, const pmb_port *port);

/* The way in which it is pushed furthest: from 60 of 100 on, and until it is below 40. With
 * pmb_push_feed each way is a key, which repeats. */
pmb_way pmb_stick_way(pmb_stick *stick, const pmb_port *port);

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
