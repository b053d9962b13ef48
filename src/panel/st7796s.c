/* st7796s.c - the ST7796S: docs/controllers/st7796s.md. */
#include "pemble/controllers.h"
#include "pemble/families.h"

static const PMB_FLASH pmb_dcs detail = {
    .mount = PMB_MOUNT_RIGHT,
    .bgr = true,
    .id = 0x007796,
};

static const PMB_FLASH pmb_glass glasses[] = {
    {{320, 480}, {0, 0}, PMB_COM_USUAL, PMB_NO_TABLE, false},
};

const PMB_FLASH pmb_controller pmb_st7796s = {
    .family = &pmb_family_dcs,
    .detail = &detail,
    .memory = {320, 480},
    .glasses = glasses,
    .glass_count = sizeof glasses / sizeof glasses[0],
    .buses = PMB_HAS_SPI | PMB_HAS_SPI3 | PMB_HAS_PARALLEL_8080,
    .spi_cycle_ns = 16,
    .reset_low_us = 20,   /* data sheet: at least 10 us */
    .reset_wait_ms = 120, /* 5 ms, or 120 ms when it was not asleep */
};
