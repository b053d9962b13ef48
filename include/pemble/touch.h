/*
 * touch.h - touch sensors: resistive films and capacitive controllers, calibration, and what a
 * finger does.
 *
 * Say what the sensor is: a const pmb_touch_config. Open it beside its panel. Poll it from the main
 * loop; a poll does not wait. Positions are pixels of the screen, as the panel is turned now.
 *
 *     pmb_touch_open(&touch, &sensor, port, &panel);
 *     if (pmb_store_load(&storage, NULL, &touch.calibration, sizeof touch.calibration) != PMB_OK)
 *         calibrate();
 *     ...
 *     if (pmb_touch_poll(&touch, now) == PMB_TOUCH_TAPPED)
 *         tapped(touch.finger.at);
 *
 * A resistive film needs a calibration, once. A capacitive sensor knows the pixels of its glass.
 */
#ifndef PEMBLE_TOUCH_H
#define PEMBLE_TOUCH_H

#include "pemble/input.h"
#include "pemble/linkage.h"
#include "pemble/panel.h"
#include "pemble/theme.h"

PMB_BEGIN_C

/* Which sensor it is. A program links only the kinds that it names. */
typedef struct pmb_touch_kind pmb_touch_kind;
/* Resistive: a converter on SPI; ADS7843, ADS7846, TSC2046 and HR2046 are the same. */
extern const PMB_FLASH pmb_touch_kind pmb_xpt2046;
/* Resistive: the film's four electrodes on pins of the board. The port needs analog_read. */
extern const PMB_FLASH pmb_touch_kind pmb_touch_film;
/* Capacitive, on I2C: FT6206, FT6236, FT6336; CST816S, T and D; GT911. */
extern const PMB_FLASH pmb_touch_kind pmb_ft6x36;
extern const PMB_FLASH pmb_touch_kind pmb_cst816;
extern const PMB_FLASH pmb_touch_kind pmb_gt911;

/* What a sensor is and how it is wired: a const PMB_FLASH table. What a kind does not have is left
 * out. */
typedef struct pmb_touch_config {
    const PMB_FLASH pmb_touch_kind *kind;
    /* XPT2046: unit, select, and hertz, which must be given: 1000 to 2500000. The unit may be that
     * of the panel. I2C: unit and hertz; address 0 is the usual one. */
    pmb_bus bus;
    pmb_pin interrupt; /* low while touched: T_IRQ, INT; none: the sensor is asked at each poll */
    pmb_pin reset;     /* I2C: RST, active low */
    pmb_pin x_plus, x_minus, y_plus, y_minus; /* a film: XP, XM, YP, YM */
    uint16_t force; /* resistive: how hard a touch must be, 1 (hardly) to 4095; 0: the usual, 400 */
} pmb_touch_config;

/* What a resistive sensor measures: 0 to 4095 along each axis. Of a capacitive one, its pixels. */
typedef struct pmb_touch_sample {
    uint16_t x, y;
    uint16_t force; /* 0: it is not touched; harder is more. Capacitive: 1 */
} pmb_touch_sample;

/*
 * From samples to pixels of the glass, as it is made:
 *
 *     x = (across[0] * sample.x + across[1] * sample.y + across[2]) / 65536
 *     y = (down[0] * sample.x + down[1] * sample.y + down[2]) / 65536
 *
 * All zero: samples are pixels. It does not depend on how the picture is turned. Keep it with
 * pmb_store_save (store.h).
 */
typedef struct pmb_touch_calibration {
    int32_t across[3], down[3];
} pmb_touch_calibration;

/* What a finger does. A short touch is PRESSED, then TAPPED. A long one is PRESSED, HELD and then
 * RELEASED. One that moves is PRESSED, DRAGGED again and again, and then SWIPED or RELEASED. */
typedef enum pmb_touch_event {
    PMB_TOUCH_NOTHING = 0,
    PMB_TOUCH_PRESSED,
    PMB_TOUCH_TAPPED,  /* it is up again, within PMB_TOUCH_HOLD_MS and PMB_TOUCH_SLACK */
    PMB_TOUCH_HELD,    /* once, when it has been in one place for PMB_TOUCH_HOLD_MS */
    PMB_TOUCH_DRAGGED, /* it has moved on, to `at` */
    PMB_TOUCH_SWIPED,  /* it was lifted while it moved fast: `way`, `speed` */
    PMB_TOUCH_RELEASED
} pmb_touch_event;

#define PMB_TOUCH_HOLD_MS 600
#define PMB_TOUCH_SLACK   6   /* pixels that a finger may move and still stay */
#define PMB_TOUCH_SWIPE   150 /* pixels a second that make a swipe */

/* A finger on the glass. */
typedef struct pmb_finger {
    bool down;
    pmb_point at, from; /* now or last; and where it was pressed */
    pmb_way way;        /* of a swipe */
    pmb_point speed;    /* of a drag or a swipe: pixels a second, right and down */
    /* private */
    bool moved, told_held;
    uint8_t ups;           /* samples without a touch, one after the other */
    pmb_point last;        /* where the speed was measured from */
    uint32_t began, since; /* since: when `last` was */
} pmb_finger;

/* Tells whether a finger is down and where, from a sensor of your own, and returns what it does.
 * Two calls in a row without a touch end it: a film bounces. The time may wrap. */
pmb_touch_event pmb_finger_feed(pmb_finger *finger, bool down, pmb_point at, uint32_t milliseconds);

/* A sensor in use. */
typedef struct pmb_touch {
    const PMB_FLASH pmb_touch_config *config;
    const pmb_port *port;
    pmb_panel *panel;
    pmb_touch_calibration calibration; /* set it after opening */
    pmb_finger finger;                 /* what was polled last */
    pmb_status status;                 /* of the last poll */
    pmb_touch_sample kept;             /* private: the last report of a GT911 */
} pmb_touch;

/*
 * Opens a sensor that lies on a panel, which must be open. It resets the sensor and waits until it
 * can answer, where it has a reset pin.
 *
 * PMB_ERR_ARGUMENT: a null pointer, no kind, a clock that the converter cannot have, or a pin that
 * it needs is missing. PMB_ERR_UNSUPPORTED: the port lacks a callback. PMB_ERR_NO_ANSWER: nothing
 * acknowledges the address; a CST816 that sleeps is no error.
 */
pmb_status pmb_touch_open(pmb_touch *touch, const PMB_FLASH pmb_touch_config *config,
                          const pmb_port *port, pmb_panel *panel);

/* One sample, filtered: of a resistive film the middle of five, if they agree. sample->force is 0
 * when it is not touched. Errors are those of the bus. */
pmb_status pmb_touch_sense(pmb_touch *touch, pmb_touch_sample *sample);

/* Where a sample is on the screen, by the calibration and the panel's rotation: clamped to it. */
pmb_point pmb_touch_place(const pmb_touch *touch, const pmb_touch_sample *sample);

/* Samples once and returns what the finger does; touch->finger says where. Poll it every 5 to 20
 * milliseconds. After an error of the bus it returns PMB_TOUCH_NOTHING, and touch->status has it.
 * Do not poll it from the port's `idle` while its own bus is sending. */
pmb_touch_event pmb_touch_poll(pmb_touch *touch, uint32_t milliseconds);

/*
 * Calibration: the user touches five crosses, one after the other, and each is checked against the
 * others. A cross that was missed is asked for again. Poll it in place of the sensor, and draw it
 * when it has changed.
 */
enum { PMB_CALIBRATION_CROSSES = 5 };

typedef enum pmb_calibration_event {
    PMB_CALIBRATION_NOTHING = 0,
    PMB_CALIBRATION_CHANGED, /* what is drawn has changed */
    PMB_CALIBRATION_DONE     /* touch->calibration is set: save it */
} pmb_calibration_event;

typedef struct pmb_calibrator {
    pmb_touch *touch;
    uint8_t cross;  /* which is asked for, from 0 */
    uint8_t missed; /* how often one was asked for again */
    /* private */
    bool taken[PMB_CALIBRATION_CROSSES];
    pmb_touch_sample samples[PMB_CALIBRATION_CROSSES];
    uint8_t count, ups; /* samples of this cross; those without a touch */
    uint32_t across, down;
} pmb_calibrator;

void pmb_calibrator_begin(pmb_calibrator *calibrator, pmb_touch *touch);

/* Samples once: call it every 5 to 20 milliseconds. A cross counts when the finger is lifted. Where
 * the wires of the film are wrong so that no five samples can be right, it goes on asking:
 * calibrator->missed tells. */
pmb_calibration_event pmb_calibrator_poll(pmb_calibrator *calibrator);

/* Where a cross is, on the screen. */
pmb_point pmb_calibrator_cross(const pmb_calibrator *calibrator, uint8_t cross);

/* Draws the cross that is asked for, and what to do, on the whole screen. `words` is the text, such
 * as "Touch the cross"; NULL: this one. */
void pmb_calibrator_draw(pmb_canvas *c, const pmb_calibrator *calibrator,
                         const PMB_FLASH pmb_theme *theme, const char *words);

/*
 * Which of some areas a finger means: the one that holds the point; else the nearest within `slack`
 * pixels. -1: none. Fingers are 40 to 60 pixels wide on a TFT: small buttons need slack.
 */
int16_t pmb_touch_hit(const pmb_rect *areas, uint8_t count, pmb_point at, uint8_t slack);

PMB_END_C

#endif
