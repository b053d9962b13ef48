/*
 * angle.h - angles and their sines, in whole numbers.
 *
 * An angle is a part of a turn in 1/65536: 16384 is a quarter turn. It wraps by itself, so that
 * adding never overflows. 0 points up, as on a clock and a compass, and angles grow clockwise.
 */
#ifndef PEMBLE_ANGLE_H
#define PEMBLE_ANGLE_H

#include "pemble/geometry.h"
#include "pemble/linkage.h"

PMB_BEGIN_C

typedef uint16_t pmb_angle;

/* An angle from whole degrees, any int. */
#define PMB_DEGREES(degrees) ((pmb_angle)((int32_t)(degrees)*65536 / 360))

/* Sine and cosine, -32767 to 32767 for -1 to 1; within 2 of the true value (linear interpolation
 * in a table of 64 steps a quarter turn). */
int16_t pmb_sine(pmb_angle angle);
int16_t pmb_cosine(pmb_angle angle);

/* The pixel at that distance from the centre in that direction, rounded to the nearest. */
pmb_point pmb_polar(pmb_point center, pmb_angle angle, int16_t distance);

PMB_END_C

#endif
