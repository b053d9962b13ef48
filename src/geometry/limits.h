/* limits.h - comparing and cutting numbers; private to src/. */
#ifndef PEMBLE_SRC_GEOMETRY_LIMITS_H
#define PEMBLE_SRC_GEOMETRY_LIMITS_H

#include <stdint.h>

static inline int32_t pmb_lesser(int32_t a, int32_t b)
{
    return a < b ? a : b;
}

static inline int32_t pmb_greater(int32_t a, int32_t b)
{
    return a > b ? a : b;
}

/* The coordinate that is nearest to a value. */
static inline int16_t pmb_coordinate(int32_t value)
{
    return (int16_t)pmb_greater(INT16_MIN, pmb_lesser(value, INT16_MAX));
}

#endif
