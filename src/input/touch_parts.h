/* touch_parts.h - what a kind of touch sensor is; private to src/input. */
#ifndef PEMBLE_SRC_INPUT_TOUCH_PARTS_H
#define PEMBLE_SRC_INPUT_TOUCH_PARTS_H

#include "pemble/touch.h"

struct pmb_touch_kind {
    /* Checks the configuration, resets the sensor and asks it whether it is there. */
    pmb_status (*open)(pmb_touch *touch);
    /* One sample; `force` is 0 when it is not touched. */
    pmb_status (*sense)(pmb_touch *touch, pmb_touch_sample *sample);
    bool holds; /* the interrupt pin is low all the time while touched */
};

/* A sample as a point of the glass, and such a point as the picture lies on it. */
pmb_point pmb_touch_on_glass(const pmb_touch_calibration *calibration,
                             const pmb_touch_sample *sample);
pmb_point pmb_touch_on_screen(const pmb_panel *panel, pmb_point glass);

/* Pulls the reset pin low for so long, and waits after it; without a pin it does nothing. */
void pmb_touch_reset(const pmb_touch *touch, uint16_t low_ms, uint16_t wait_ms);

/* Writes to the sensor. An address of 0 in the configuration is `usual`. */
pmb_status pmb_touch_write(const pmb_touch *touch, uint8_t usual, const uint8_t *bytes,
                           uint8_t count);

/* Reads registers: `number` has one byte, or two. */
pmb_status pmb_touch_read(const pmb_touch *touch, uint8_t usual, const uint8_t *number,
                          uint8_t number_bytes, uint8_t *reply, uint8_t count);

/*
 * The four measurements of a resistive film, each 0 to 4095: the middle of five where they agree.
 * `measure` is called for X, Y, Z1 and Z2.
 */
enum film_axis { FILM_X = 0, FILM_Y, FILM_Z1, FILM_Z2 };
pmb_status pmb_touch_film_sense(pmb_touch *touch, pmb_touch_sample *sample,
                                pmb_status (*measure)(pmb_touch *touch, enum film_axis axis,
                                                      uint16_t *values, uint8_t count));

#endif
