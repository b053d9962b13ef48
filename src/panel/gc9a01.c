/* gc9a01.c - the GC9A01: docs/controllers/gc9a01.md. */
#include "pemble/controllers.h"
#include "pemble/families.h"

/* Inter-register enables, then the levels of the drive voltages. */
static const PMB_FLASH uint8_t setup[] = {
    1, 0xFE,       /* inter register enable 1 */
    1, 0xEF,       /* inter register enable 2 */
    2, 0xC3, 0x13, /* voltage regulator 1a */
    2, 0xC4, 0x13, /* voltage regulator 1b */
    2, 0xC9, 0x22, /* voltage regulator 2a */
    0,
};

/* The round glasses it is sold with are IPS ones and need inversion. */
static const PMB_FLASH pmb_dcs detail = {
    .setup = setup,
    .mount = PMB_MOUNT_RIGHT,
    .bgr = true,
    .inverted = true,
    .id = 0x009A01,
};

static const PMB_FLASH pmb_glass glasses[] = {
    {{240, 240}, {0, 0}, PMB_COM_USUAL, PMB_NO_TABLE, true},
};

const PMB_FLASH pmb_controller pmb_gc9a01 = {
    .family = &pmb_family_dcs,
    .detail = &detail,
    .memory = {240, 240},
    .glasses = glasses,
    .glass_count = sizeof glasses / sizeof glasses[0],
    .buses = PMB_HAS_SPI | PMB_HAS_SPI3,
    .spi_cycle_ns = 10,
    .reset_low_us = 20,   /* data sheet: at least 10 us */
    .reset_wait_ms = 120, /* 5 ms, or 120 ms when it was not asleep */
};
