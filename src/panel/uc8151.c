/* uc8151.c - what sets the UC8151 apart: docs/controllers/uc8151.md. */
#include "pemble/controllers.h"
#include "pemble/families.h"

static const PMB_FLASH pmb_glass glass = {{128, 296}, {0, 0}, PMB_COM_USUAL, PMB_NO_TABLE, false};

static const PMB_FLASH pmb_paper black = {
    .full_ms = 6000, .fast_ms = 2000, .partial_ms = 1000, .variant = PMB_UC8151};
static const PMB_FLASH pmb_paper red = {.full_ms = 25000, .inks = true, .variant = PMB_UC8151};

const PMB_FLASH pmb_controller pmb_uc8151 = {
    .family = &pmb_family_uc81xx,
    .detail = &black,
    .memory = {160, 296},
    .glasses = &glass,
    .glass_count = 1,
    .buses = PMB_HAS_SPI | PMB_HAS_SPI3,
    .spi_cycle_ns = 100,
    .reset_low_us = 1000, /* data sheet: at least 50 us */
    .reset_wait_ms = 10,
};

const PMB_FLASH pmb_controller pmb_uc8151_red = {
    .family = &pmb_family_uc81xx,
    .detail = &red,
    .memory = {160, 296},
    .glasses = &glass,
    .glass_count = 1,
    .buses = PMB_HAS_SPI | PMB_HAS_SPI3,
    .spi_cycle_ns = 100,
    .reset_low_us = 1000, /* data sheet: at least 50 us */
    .reset_wait_ms = 10,
};
