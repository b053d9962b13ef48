/* st7789.c - the ST7789: docs/controllers/st7789.md. */
#include "pemble/controllers.h"
#include "pemble/families.h"

/* The glasses it is sold with are IPS ones and need inversion. */
static const PMB_FLASH pmb_dcs detail = {
    .inverted = true,
    .id = 0x858552,
};

static const PMB_FLASH pmb_glass glasses[] = {
    {{240, 240}, {0, 0}, PMB_COM_USUAL, PMB_NO_TABLE, false},
    {{240, 280}, {0, 20}, PMB_COM_USUAL, PMB_NO_TABLE, false},
    {{135, 240}, {52, 40}, PMB_COM_USUAL, PMB_NO_TABLE, false},
    {{240, 320}, {0, 0}, PMB_COM_USUAL, PMB_NO_TABLE, false},
    {{170, 320}, {35, 0}, PMB_COM_USUAL, PMB_NO_TABLE, false},
    {{172, 320}, {34, 0}, PMB_COM_USUAL, PMB_NO_TABLE, false},
    {{76, 284}, {82, 18}, PMB_COM_USUAL, PMB_NO_TABLE, false},
};

const PMB_FLASH pmb_controller pmb_st7789 = {
    .family = &pmb_family_dcs,
    .detail = &detail,
    .memory = {240, 320},
    .glasses = glasses,
    .glass_count = sizeof glasses / sizeof glasses[0],
    .buses = PMB_HAS_SPI | PMB_HAS_SPI3 | PMB_HAS_PARALLEL_8080,
    .spi_cycle_ns = 16,
    .reset_low_us = 20,   /* data sheet: at least 10 us */
    .reset_wait_ms = 120, /* 5 ms, or 120 ms when it was not asleep */
};
