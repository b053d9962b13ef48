/* ssd1608.c - what sets the SSD1608 apart: docs/controllers/ssd1680.md. */
#include "pemble/controllers.h"
#include "pemble/families.h"

static const PMB_FLASH pmb_glass glass = {{200, 200}, {0, 0}, PMB_COM_USUAL, PMB_NO_TABLE, false};

/* Soft start of the booster; 26 dummy lines and 78 us a gate: 50 frames a second. */
static const PMB_FLASH uint8_t setup[] = {
    4, 0x0C, 0xD7, 0xD6, 0x9D, 2, 0x3A, 0x1A, 2, 0x3B, 0x08, 0,
};

static const PMB_FLASH uint8_t own[] = {2, 0x2C, 0xA8, 0}; /* common electrode -3.3 V */

static const PMB_FLASH pmb_paper black = {.full_ms = 4000,
                                          .fast_ms = 1200,
                                          .partial_ms = 1000,
                                          .variant = PMB_SSD1608,
                                          .flags = PMB_OWN_FULL | PMB_OWN_FAST | PMB_FULL_COMPARES,
                                          .setup = setup,
                                          .own = own};

const PMB_FLASH pmb_controller pmb_ssd1608 = {
    .family = &pmb_family_ssd168x,
    .detail = &black,
    .memory = {240, 320},
    .glasses = &glass,
    .glass_count = 1,
    .buses = PMB_HAS_SPI | PMB_HAS_SPI3,
    .spi_cycle_ns = 50,
    .reset_low_us = 10000,
    .reset_wait_ms = 10,
};
