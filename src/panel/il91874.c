/* il91874.c - what sets the IL91874 apart: docs/controllers/uc8151.md. */
#include "pemble/controllers.h"
#include "pemble/families.h"

static const PMB_FLASH pmb_glass glass = {{176, 264}, {0, 0}, PMB_COM_USUAL, PMB_NO_TABLE, false};

static const PMB_FLASH pmb_paper red = {.full_ms = 25000, .inks = true, .variant = PMB_IL91874};

const PMB_FLASH pmb_controller pmb_il91874 = {
    .family = &pmb_family_uc81xx,
    .detail = &red,
    .memory = {176, 264},
    .glasses = &glass,
    .glass_count = 1,
    .buses = PMB_HAS_SPI | PMB_HAS_SPI3,
    .spi_cycle_ns = 100,
    .reset_low_us = 1000, /* data sheet: at least 50 us */
    .reset_wait_ms = 10,
};
