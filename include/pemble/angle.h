/*
 * angle.h - angles and their sines, in whole numbers.
 *
 * An angle counts 1/65536 of a turn: 16384 is a quarter turn. 0 points up, as on a clock and a
 * compass, and angles grow clockwise. Angles wrap: adding and subtracting never overflows, and an
 * angle points the same way as itself plus 65536.
 *
 * A sweep is an angle, too: from a direction on, clockwise. 65536 is the full circle, and so is
 * more than that. A difference of two angles that is negative is taken modulo a turn: from 300 to
 * 30 degrees it is 90 degrees.
 */
#ifndef PEMBLE_ANGLE_H
#define PEMBLE_ANGLE_H

#include "pemble/geometry.h"
#include "pemble/linkage.h"

PMB_BEGIN_C

typedef uint32_t pmb_angle;

/* An angle from whole degrees, any int. PMB_DEGREES(360) is the full circle. */
#define PMB_DEGREES(degrees)                                                                       \
    ((pmb_angle)((degrees) / 360) * 65536u + (pmb_angle)((int32_t)((degrees) % 360) * 65536 / 360))

/* A sweep as it is drawn: 0 to 65536. */
static inline pmb_angle pmb_sweep_drawn(pmb_angle sweep)
{
    if (sweep > INT32_MAX) /* the difference of two angles */
        return sweep & 0xFFFF;
    return sweep > 65536 ? 65536 : sweep;
}

/* Sine and cosine, -32767 to 32767 for -1 to 1; within 2 of the true value (linear interpolation
 * in a table of 64 steps a quarter turn). */
int16_t pmb_sine(pmb_angle angle);
int16_t pmb_cosine(pmb_angle angle);

/* The pixel at that distance from the centre in that direction, rounded to the nearest. */
pmb_point pmb_polar(pmb_point center, pmb_angle angle, int16_t distance);

PMB_END_C

#endif
