/* ili9342c.c - the ILI9342C: docs/controllers/ili9342c.md. */
#include "pemble/controllers.h"
#include "pemble/families.h"

/* Made to lie: 320 columns. The glasses it is sold with are IPS ones. */
static const PMB_FLASH pmb_dcs detail = {
    .bgr = true,
    .inverted = true,
    .id = 0x009342,
};

static const PMB_FLASH pmb_glass glasses[] = {
    {{320, 240}, {0, 0}, PMB_COM_USUAL, PMB_NO_TABLE, false},
};

const PMB_FLASH pmb_controller pmb_ili9342c = {
    .family = &pmb_family_dcs,
    .detail = &detail,
    .memory = {320, 240},
    .glasses = glasses,
    .glass_count = sizeof glasses / sizeof glasses[0],
    .buses = PMB_HAS_SPI | PMB_HAS_SPI3 | PMB_HAS_PARALLEL_8080,
    .spi_cycle_ns = 100,
    .reset_low_us = 20,   /* data sheet: at least 10 us */
    .reset_wait_ms = 120, /* 5 ms, or 120 ms when it was not asleep */
};
