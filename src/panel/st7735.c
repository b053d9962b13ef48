/* st7735.c - the ST7735: docs/controllers/st7735.md. */
#include "pemble/controllers.h"
#include "pemble/families.h"

static const PMB_FLASH pmb_dcs detail = {
    .mount = PMB_MOUNT_RIGHT | PMB_MOUNT_BOTTOM,
    .bgr = true,
    .id = 0x7C89F0,
    .other_id = 0x5C89F0,
};

/* The chip's straps choose 132x162, 128x160 or 132x132. */
static const PMB_FLASH pmb_dcs_glass rgb_128x160 = {.memory = {128, 160}};
static const PMB_FLASH pmb_dcs_glass ips = {.bgr = true, .inverted = true};
static const PMB_FLASH pmb_dcs_glass ips_128x160 = {
    .memory = {128, 160}, .bgr = true, .inverted = true};
static const PMB_FLASH pmb_dcs_glass square = {.memory = {132, 132}, .bgr = true};

static const PMB_FLASH pmb_glass glasses[] = {
    {{128, 160}, {2, 1}, PMB_COM_USUAL, PMB_NO_TABLE, false},
    {{128, 160}, {0, 0}, PMB_COM_USUAL, &rgb_128x160, false},
    {{80, 160}, {26, 1}, PMB_COM_USUAL, &ips, false},
    {{80, 160}, {24, 0}, PMB_COM_USUAL, &ips_128x160, false},
    {{128, 128}, {2, 3}, PMB_COM_USUAL, &square, false},
    {{128, 128}, {2, 1}, PMB_COM_USUAL, &square, false},
};

const PMB_FLASH pmb_controller pmb_st7735 = {
    .family = &pmb_family_dcs,
    .detail = &detail,
    .memory = {132, 162},
    .glasses = glasses,
    .glass_count = sizeof glasses / sizeof glasses[0],
    .buses = PMB_HAS_SPI | PMB_HAS_SPI3 | PMB_HAS_PARALLEL_8080,
    .spi_cycle_ns = 66,
    .reset_low_us = 20,   /* data sheet: at least 10 us */
    .reset_wait_ms = 120, /* 5 ms, or 120 ms when it was not asleep */
};
