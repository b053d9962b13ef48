/* gc9107.c - the GC9107: docs/controllers/gc9107.md. */
#include "pemble/controllers.h"
#include "pemble/families.h"

static const PMB_FLASH pmb_dcs detail = {
    .bgr = true,
    .id = 0x009107,
};

static const PMB_FLASH pmb_glass glasses[] = {
    {{128, 128}, {0, 32}, PMB_COM_USUAL, PMB_NO_TABLE, false},
    {{128, 160}, {0, 0}, PMB_COM_USUAL, PMB_NO_TABLE, false},
};

const PMB_FLASH pmb_controller pmb_gc9107 = {
    .family = &pmb_family_dcs,
    .detail = &detail,
    .memory = {128, 160},
    .glasses = glasses,
    .glass_count = sizeof glasses / sizeof glasses[0],
    .buses = PMB_HAS_SPI | PMB_HAS_SPI3,
    .spi_cycle_ns = 16,
    .reset_low_us = 20,   /* data sheet: at least 10 us */
    .reset_wait_ms = 120, /* 5 ms, or 120 ms when it was not asleep */
};
