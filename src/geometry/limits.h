/* limits.h - comparing and cutting numbers; private to src/. */
#ifndef PEMBLE_SRC_GEOMETRY_LIMITS_H
#define PEMBLE_SRC_GEOMETRY_LIMITS_H

#include <stdint.h>
#include "pemble/options.h"

/* For computing with coordinates, sizes, and sums of a few of them. */
#if PMB_NEAR
typedef int pmb_reach; /* 16 bits on 8-bit processors */
#else
typedef int32_t pmb_reach;
#endif

/* The lesser and the greater of coordinates. On an AVR with PMB_NEAR these compare 16 bits: with
 * the 32 bits of the next pair a small program takes 330 bytes more. */
static inline pmb_reach pmb_least(pmb_reach a, pmb_reach b)
{
    return a < b ? a : b;
}

static inline pmb_reach pmb_most(pmb_reach a, pmb_reach b)
{
    return a > b ? a : b;
}

/* The lesser and the greater of values, which need 32 bits on every processor. */
static inline int32_t pmb_lesser(int32_t a, int32_t b)
{
    return a < b ? a : b;
}

static inline int32_t pmb_greater(int32_t a, int32_t b)
{
    return a > b ? a : b;
}

static inline int32_t pmb_absolute(int32_t value)
{
    return value < 0 ? -value : value;
}

/* The coordinate that is nearest to a value. */
static inline int16_t pmb_coordinate(int32_t value)
{
    return (int16_t)pmb_greater(INT16_MIN, pmb_lesser(value, INT16_MAX));
}

/* True when a pointer is NULL that must not be. With PMB_NO_CHECKS it is always false. */
#define PMB_MISSING(pointer) (!PMB_NO_CHECKS && !(pointer))

#endif
