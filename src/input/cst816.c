/* cst816.c - capacitive touch that sleeps, from docs/controllers/cst816.md. */
#include "input/touch_parts.h"

enum { ADDRESS = 0x15, FINGERS = 0x02 };

/* It may sleep from the beginning, and then answers to nobody. */
static pmb_status open(pmb_touch *t)
{
    if (!t->port->i2c_write || !t->port->i2c_read)
        return PMB_ERR_UNSUPPORTED;
    pmb_touch_reset(t, 10, 50);
    return PMB_OK;
}

static pmb_status sense(pmb_touch *t, pmb_touch_sample *sample)
{
    static const uint8_t fingers = FINGERS;
    uint8_t r[5];
    const pmb_status status = pmb_touch_read(t, ADDRESS, &fingers, 1, r, sizeof r);
    if (status == PMB_ERR_NO_ANSWER)
        return PMB_OK; /* it sleeps: nothing touches */
    if (status == PMB_OK && r[0] == 1)
        *sample = (pmb_touch_sample){(uint16_t)((r[1] & 0x0F) << 8 | r[2]),
                                     (uint16_t)((r[3] & 0x0F) << 8 | r[4]), 1};
    return status;
}

const PMB_FLASH pmb_touch_kind pmb_cst816 = {.open = open, .sense = sense};
