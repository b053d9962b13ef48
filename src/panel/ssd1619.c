/* ssd1619.c - what sets the SSD1619 apart: docs/controllers/ssd1680.md. */
#include "pemble/controllers.h"
#include "pemble/families.h"

static const PMB_FLASH pmb_glass glass = {{400, 300}, {0, 0}, PMB_COM_USUAL, PMB_NO_TABLE, false};

/* Before anything else, the analogue and the digital block. */
static const PMB_FLASH uint8_t setup[] = {2, 0x74, 0x54, 2, 0x7E, 0x3B, 0};

/* Gates 19 V, sources 15 V and -15 V, common electrode -0.95 V, 50 frames a second. */
static const PMB_FLASH uint8_t own[] = {
    2, 0x03, 0x15, 4, 0x04, 0x41, 0xA8, 0x32, 2, 0x3A, 0x30, 2, 0x3B, 0x0A, 2, 0x2C, 0x26, 0,
};

static const PMB_FLASH pmb_paper black = {.full_ms = 5000,
                                          .fast_ms = 1200,
                                          .partial_ms = 1000,
                                          .grey_ms = 3000,
                                          .variant = PMB_SSD1675,
                                          .flags = PMB_OWN_FAST,
                                          .setup = setup,
                                          .own = own};
static const PMB_FLASH pmb_paper red = {
    .full_ms = 25000, .inks = 1, .variant = PMB_SSD1675, .setup = setup};

const PMB_FLASH pmb_controller pmb_ssd1619 = {
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

const PMB_FLASH pmb_controller pmb_ssd1619_red = {
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
