/* ssd1677.c - what sets the SSD1677 apart: docs/controllers/ssd1680.md. */
#include "pemble/controllers.h"
#include "pemble/families.h"

static const PMB_FLASH pmb_glass glass = {{280, 480}, {0, 0}, PMB_COM_USUAL, PMB_NO_TABLE, false};

/* Soft start of the booster. */
static const PMB_FLASH uint8_t setup[] = {6, 0x0C, 0xAE, 0xC7, 0xC3, 0xC0, 0x40, 0};

/* Gates 20 V, sources 15 V and -15 V, common electrode -1.7 V. */
static const PMB_FLASH uint8_t own[] = {
    2, 0x03, 0x17, 4, 0x04, 0x41, 0xA8, 0x32, 2, 0x2C, 0x44, 0,
};

static const PMB_FLASH pmb_paper black = {.full_ms = 4000,
                                          .fast_ms = 1200,
                                          .partial_ms = 1000,
                                          .grey_ms = 3000,
                                          .variant = PMB_SSD1677,
                                          .flags = PMB_OWN_FULL | PMB_OWN_FAST,
                                          .setup = setup,
                                          .own = own};

const PMB_FLASH pmb_controller pmb_ssd1677 = {
    .family = &pmb_family_ssd168x,
    .detail = &black,
    .memory = {280, 480},
    .glasses = &glass,
    .glass_count = 1,
    .buses = PMB_HAS_SPI | PMB_HAS_SPI3,
    .spi_cycle_ns = 50,
    .reset_low_us = 10000,
    .reset_wait_ms = 10,
};
