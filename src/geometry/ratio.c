/* ratio.c - divisions that are seldom long. */
#include "geometry/ratio.h"

int32_t pmb_quotient(int64_t a, int64_t b)
{
    const int32_t short_a = (int32_t)a, short_b = (int32_t)b;
    /* The least number divided by -1 would not fit. */
    if (short_a == a && short_b == b && short_a != INT32_MIN)
        return short_a / short_b;
    return (int32_t)(a / b);
}
