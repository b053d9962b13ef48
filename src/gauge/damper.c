/* damper.c - values that settle. */
#include "pemble/scale.h"

enum { ONE_BITS = 24 };
static const int32_t ONE = (int32_t)1 << ONE_BITS;

/* 2 to the power of -part / whole, of less than one half-life, in 1 / ONE. */
static int64_t share_left(uint32_t part, uint32_t whole)
{
    static const PMB_FLASH int32_t factors[] = {138123, -927990, 4030340, -11629081};
    const int64_t f = (int64_t)(((uint64_t)part << ONE_BITS) / whole);
    int64_t sum = 0;
    for (uint8_t i = 0; i < 4; i++)
        sum = (sum + factors[i]) * f / ONE;
    return ONE + sum;
}

int32_t pmb_damper_step(pmb_damper *d, int32_t value, uint32_t milliseconds, uint16_t half_life)
{
    const uint32_t passed = milliseconds - d->time;
    d->time = milliseconds;
    if (!d->started || half_life == 0 || passed / half_life > 47) {
        d->started = true;
        d->fraction = 0;
        return d->value = value;
    }
    /* What is left of the way, in 1/65536: its whole half-lives, then the rest of one. */
    const int64_t shown = (int64_t)d->value * 65536 + d->fraction, goal = (int64_t)value * 65536;
    int64_t left = (goal - shown) / ((int64_t)1 << (passed / half_life));
    const int64_t share = share_left(passed % half_life, half_life);
    left = left / ONE * share + left % ONE * share / ONE;
    const int64_t next = goal - left + 32768; /* rounded */
    const int64_t whole = next >= 0 ? next / 65536 : -((-next + 65535) / 65536);
    d->value = (int32_t)whole;
    d->fraction = (int32_t)(next - whole * 65536) - 32768;
    return d->value;
}
