/* ratio.h - divisions that are seldom long; private to src/. */
#ifndef PEMBLE_SRC_GEOMETRY_RATIO_H
#define PEMBLE_SRC_GEOMETRY_RATIO_H

#include <stdint.h>

/*
 * a / b, as C divides; b is not 0, and the result fits into 32 bits. Where both fit into 32 bits
 * the division is short: a processor without a divider takes ten times as long for a long one.
 */
int32_t pmb_quotient(int64_t a, int64_t b);

#endif
