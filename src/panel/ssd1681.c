/* ssd1681.c - what sets the SSD1681 apart: docs/controllers/ssd1680.md. */
#include "pemble/controllers.h"
#include "pemble/families.h"

static const PMB_FLASH pmb_glass glasses[] = {
    {{200, 200}, {0, 0}, PMB_COM_USUAL, PMB_NO_TABLE, false},
};

static const PMB_FLASH pmb_paper black = {.full_ms = 4000, .fast_ms = 2000, .partial_ms = 1000};
static const PMB_FLASH pmb_paper red = {.full_ms = 25000, .inks = true};

const PMB_FLASH pmb_controller pmb_ssd1681 = {
    .family = &pmb_family_ssd168x,
    .detail = &black,
    .memory = {200, 200},
    .glasses = glasses,
    .glass_count = 1,
    .buses = PMB_HAS_SPI | PMB_HAS_SPI3,
    .spi_cycle_ns = 50,
    .reset_low_us = 10000,
    .reset_wait_ms = 10,
};

const PMB_FLASH pmb_controller pmb_ssd1681_red = {
    .family = &pmb_family_ssd168x,
    .detail = &red,
    .memory = {200, 200},
    .glasses = glasses,
    .glass_count = 1,
    .buses = PMB_HAS_SPI | PMB_HAS_SPI3,
    .spi_cycle_ns = 50,
    .reset_low_us = 10000,
    .reset_wait_ms = 10,
};
