/* film_sense.c - from the voltages of a resistive film to a sample (SBAA155, SBAS265). */
#include "geometry/limits.h"
#include "input/touch_parts.h"

enum { READINGS = 5, AGREE = 48, USUAL_FORCE = 400, LEAST_Z1 = 60 };

/* Sorts, and tells whether the middle three agree. */
static bool settle(uint16_t values[READINGS])
{
    for (uint8_t i = 1; i < READINGS; i++)
        for (uint8_t k = i; k > 0 && values[k] < values[k - 1]; k--) {
            const uint16_t swapped = values[k];
            values[k] = values[k - 1];
            values[k - 1] = swapped;
        }
    return values[READINGS / 2 + 1] - values[READINGS / 2 - 1] <= AGREE;
}

/* 4095 less the resistance of the touch, in units of the X film's resistance / 1024: harder is
 * more. 0: it is not touched. */
static uint16_t force_of(uint16_t x, uint16_t z1, uint16_t z2)
{
    if (z1 < LEAST_Z1 || z2 <= z1)
        return z1 < LEAST_Z1 ? 0 : 4095;
    const uint32_t resistance = (uint32_t)(z2 - z1) * x / z1 / 4;
    return (uint16_t)pmb_greater(0, 4095 - (int32_t)resistance);
}

pmb_status pmb_touch_film_sense(pmb_touch *t, pmb_touch_sample *sample,
                                pmb_status (*measure)(pmb_touch *t, enum film_axis axis,
                                                      uint16_t *values, uint8_t count))
{
    const uint16_t least = t->config->force ? t->config->force : USUAL_FORCE;
    uint16_t x[READINGS], y[READINGS], z1[1], z2[1], again[1];
    pmb_status status = measure(t, FILM_Z1, z1, 1);
    if (status == PMB_OK && z1[0] < LEAST_Z1)
        return PMB_OK; /* not touched: no more is measured */
    if (status == PMB_OK)
        status = measure(t, FILM_X, x, READINGS);
    if (status == PMB_OK)
        status = measure(t, FILM_Y, y, READINGS);
    if (status == PMB_OK)
        status = measure(t, FILM_Z2, z2, 1);
    if (status == PMB_OK)
        status = measure(t, FILM_Z1, again, 1);
    if (status != PMB_OK)
        return status;
    /* It must have been pressed all the time. */
    const bool settled = settle(x), agreed = settle(y);
    const uint16_t force = force_of(x[READINGS / 2], again[0], z2[0]);
    if (!settled || !agreed || force < least)
        return PMB_OK;
    *sample = (pmb_touch_sample){x[READINGS / 2], y[READINGS / 2], force};
    return PMB_OK;
}
