/*
 * scale.h - what the values of gauges mean: ranges, ticks, zones, and values that settle.
 */
#ifndef PEMBLE_SCALE_H
#define PEMBLE_SCALE_H

#include "pemble/linkage.h"
#include "pemble/theme.h"

PMB_BEGIN_C

/* A zone: values from `from` up to the next zone have this level. */
typedef struct pmb_zone {
    int32_t from;
    pmb_level level;
} pmb_zone;

/* A range of values and how it is divided. */
typedef struct pmb_scale {
    int32_t least, most;             /* least < most */
    int32_t major, minor;            /* distances between ticks, counted from `least`; 0: none */
    uint8_t decimals;                /* of numbers: with 1, a value of 125 is written as 12.5 */
    const PMB_FLASH pmb_zone *zones; /* in rising order; values below the first are normal */
    uint8_t zone_count;
} pmb_scale;

/* PMB_ERR_ARGUMENT: the range has no width, a distance is negative, there would be more than 200
 * ticks, or the zones do not rise. Gauges with such a scale draw nothing. */
pmb_status pmb_scale_check(const PMB_FLASH pmb_scale *scale);

/* The position of a value on a line of `length` steps: 0 to length. Values beyond the scale are
 * clamped to its ends. */
int32_t pmb_scale_place(const PMB_FLASH pmb_scale *scale, int32_t value, int32_t length);

pmb_level pmb_scale_level(const PMB_FLASH pmb_scale *scale, int32_t value);

/* The level with hysteresis: from the level `before` it falls only when the value is `margin` below
 * the beginning of that level's zone. */
pmb_level pmb_scale_level_held(const PMB_FLASH pmb_scale *scale, int32_t value, pmb_level before,
                               int32_t margin);

/*
 * A value that follows another value without jumps: what a needle shows of a sensor. It starts at
 * the first value. In each half-life it covers half of the remaining difference.
 */
typedef struct pmb_damper {
    int32_t value;    /* what to show */
    int32_t fraction; /* 1/65536 of it; private */
    uint32_t time;    /* of the last step */
    bool started;
} pmb_damper;

/*
 * Takes a new value and the time in milliseconds, which may wrap. Returns the value to show. Values
 * are -1073741824 to 1073741823. With a half-life of 0 the result is the new value.
 *
 * Between whole half-lives 2^-f is computed by the first terms of its Taylor series; the last term
 * is adjusted so that f = 1 gives 1/2. The error is at most 0.0001.
 */
int32_t pmb_damper_step(pmb_damper *damper, int32_t value, uint32_t milliseconds,
                        uint16_t half_life);

PMB_END_C

#endif
