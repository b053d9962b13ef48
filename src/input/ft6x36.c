/* ft6x36.c - capacitive touch, from docs/controllers/ft6x36.md. */
#include "input/touch_parts.h"

enum { ADDRESS = 0x38, POINTS = 0x02, INTERRUPT = 0xA4, MOST_POINTS = 2 };

static pmb_status open(pmb_touch *t)
{
    if (!t->port->i2c_write || !t->port->i2c_read)
        return PMB_ERR_UNSUPPORTED;
    pmb_touch_reset(t, 5, 300);
    static const uint8_t level[] = {INTERRUPT, 0}; /* INT stays low while touched */
    return pmb_touch_write(t, ADDRESS, level, sizeof level);
}

static pmb_status sense(pmb_touch *t, pmb_touch_sample *sample)
{
    static const uint8_t points = POINTS;
    uint8_t r[5];
    const pmb_status status = pmb_touch_read(t, ADDRESS, &points, 1, r, sizeof r);
    const uint8_t count = status == PMB_OK ? r[0] & 0x0F : 0;
    if (count > 0 && count <= MOST_POINTS)
        *sample = (pmb_touch_sample){(uint16_t)((r[1] & 0x0F) << 8 | r[2]),
                                     (uint16_t)((r[3] & 0x0F) << 8 | r[4]), 1};
    return status;
}

const PMB_FLASH pmb_touch_kind pmb_ft6x36 = {.open = open, .sense = sense, .holds = true};
