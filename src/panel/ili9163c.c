/* ili9163c.c - the ILI9163C: docs/controllers/ili9163c.md. */
#include "pemble/controllers.h"
#include "pemble/families.h"

static const PMB_FLASH pmb_dcs detail = {
    .bgr = true,
    .id = 0x548066,
};

/* The chip's straps choose 132x162, 128x160, 132x132 or 128x128. */
static const PMB_FLASH pmb_dcs_glass tall = {.memory = {128, 160}, .bgr = true};
static const PMB_FLASH pmb_dcs_glass square = {.memory = {128, 128}, .bgr = true};

static const PMB_FLASH pmb_glass glasses[] = {
    {{128, 128}, {0, 32}, PMB_COM_USUAL, &tall, false},
    {{128, 128}, {0, 0}, PMB_COM_USUAL, &square, false},
    {{128, 160}, {0, 0}, PMB_COM_USUAL, &tall, false},
};

const PMB_FLASH pmb_controller pmb_ili9163c = {
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
