/* ssd1680.c - what sets the SSD1680 apart: docs/controllers/ssd1680.md. */
#include "pemble/controllers.h"
#include "pemble/families.h"

static const PMB_FLASH pmb_glass glasses[] = {
    {{122, 250}, {0, 0}, PMB_COM_USUAL, PMB_NO_TABLE, false},
    {{128, 296}, {0, 0}, PMB_COM_USUAL, PMB_NO_TABLE, false},
};

/* Update control 1 of the SSD1680, second byte: sources S8 to S167 are in use. */
static const PMB_FLASH pmb_paper black = {
    .full_ms = 4000, .fast_ms = 2000, .partial_ms = 1000, .variant = 0x80};
static const PMB_FLASH pmb_paper red = {.full_ms = 25000, .inks = true, .variant = 0x80};

const PMB_FLASH pmb_controller pmb_ssd1680 = {
    .family = &pmb_family_ssd168x,
    .detail = &black,
    .memory = {160, 296},
    .glasses = glasses,
    .glass_count = 2,
    .buses = PMB_HAS_SPI | PMB_HAS_SPI3,
    .spi_cycle_ns = 50,
    .reset_low_us = 10000,
    .reset_wait_ms = 10,
};

const PMB_FLASH pmb_controller pmb_ssd1680_red = {
    .family = &pmb_family_ssd168x,
    .detail = &red,
    .memory = {160, 296},
    .glasses = glasses,
    .glass_count = 2,
    .buses = PMB_HAS_SPI | PMB_HAS_SPI3,
    .spi_cycle_ns = 50,
    .reset_low_us = 10000,
    .reset_wait_ms = 10,
};
