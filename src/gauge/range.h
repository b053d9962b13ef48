/* range.h - places between two values; private to src/gauge. */
#ifndef PEMBLE_SRC_GAUGE_RANGE_H
#define PEMBLE_SRC_GAUGE_RANGE_H

#include <stdint.h>

/* As pmb_scale_place (gauge.h), of a range that is no scale. */
int32_t pmb_range_place(int32_t least, int32_t most, int32_t value, int32_t length);

#endif
