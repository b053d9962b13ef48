/* ili9320.c - the ILI9320: docs/controllers/ili9325.md. */
#include "pemble/controllers.h"
#include "pemble/families.h"

static const PMB_FLASH pmb_register setup[] = {
    {0x00, 0x0001}, /* starts the oscillator */
    {PMB_REGISTER_PAUSE, 10},
    {0x01, 0x0100}, /* columns from the last */
    {0x02, 0x0700},
    {0x04, 0x0000},
    {0x08, 0x0202},
    {0x09, 0x0000},
    {0x0A, 0x0000},
    {0x0C, 0x0000},
    {0x0D, 0x0000},
    {0x0F, 0x0000},
    {0x10, 0x0000}, /* power off */
    {0x11, 0x0007},
    {0x12, 0x0000},
    {0x13, 0x0000},
    {PMB_REGISTER_PAUSE, 200},
    {0x10, 0x17B0}, /* power up, step by step */
    {0x11, 0x0137},
    {PMB_REGISTER_PAUSE, 50},
    {0x12, 0x0139},
    {PMB_REGISTER_PAUSE, 50},
    {0x13, 0x1D00},
    {0x29, 0x0013},
    {PMB_REGISTER_PAUSE, 50},
    {0x60, 0x2700}, /* rows from the first, 320 of them */
    {0x61, 0x0001},
    {0x6A, 0x0000},
    {0x90, 0x0010},
    {0x92, 0x0000},
    {0x93, 0x0003},
    {0x95, 0x0110},
    {0x97, 0x0000},
    {0x98, 0x0000},
    {0, 0},
};

static const PMB_FLASH pmb_indexed detail = {
    .setup = setup,
    .window = {0x50, 0x51, 0x52, 0x53},
    .on = 0x0173,
    .inversion = 0x61,
    .power = 0x17B0,
    .id = 0x9320,
    .bgr = true,
};

static const PMB_FLASH pmb_glass glasses[] = {
    {{240, 320}, {0, 0}, PMB_COM_USUAL, PMB_NO_TABLE, false},
};

const PMB_FLASH pmb_controller pmb_ili9320 = {
    .family = &pmb_family_indexed,
    .detail = &detail,
    .memory = {240, 320},
    .glasses = glasses,
    .glass_count = 1,
    .buses = PMB_HAS_PARALLEL_8080,
    .reset_low_us = 1000,
    .reset_wait_ms = 20,
};
