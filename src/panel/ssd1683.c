/* ssd1683.c - what sets the SSD1683 apart: docs/controllers/ssd1680.md. */
#include "pemble/controllers.h"
#include "pemble/families.h"

static const PMB_FLASH pmb_glass glass = {{400, 300}, {0, 0}, PMB_COM_USUAL, PMB_NO_TABLE, false};

/* Its waveforms are those of its memory: how long its own would be is not known. */
static const PMB_FLASH pmb_paper black = {
    .full_ms = 4000, .fast_ms = 2000, .partial_ms = 1000, .variant = PMB_SSD1681};
static const PMB_FLASH pmb_paper red = {.full_ms = 25000, .inks = 1, .variant = PMB_SSD1681};

const PMB_FLASH pmb_controller pmb_ssd1683 = {
    .family = &pmb_family_ssd168x,
    .detail = &black,
    .memory = {400, 300},
    .glasses = &glass,
    .glass_count = 1,
    .buses = PMB_HAS_SPI | PMB_HAS_SPI3,
    .spi_cycle_ns = 50,
    .reset_low_us = 10000,
    .reset_wait_ms = 10,
};

const PMB_FLASH pmb_controller pmb_ssd1683_red = {
    .family = &pmb_family_ssd168x,
    .detail = &red,
    .memory = {400, 300},
    .glasses = &glass,
    .glass_count = 1,
    .buses = PMB_HAS_SPI | PMB_HAS_SPI3,
    .spi_cycle_ns = 50,
    .reset_low_us = 10000,
    .reset_wait_ms = 10,
};
