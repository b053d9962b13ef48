/* ssd1680.c - what sets the SSD1680 apart: docs/controllers/ssd1680.md. */
#include "pemble/controllers.h"
#include "pemble/families.h"

static const PMB_FLASH pmb_glass glasses[] = {
    {{122, 250}, {0, 0}, PMB_COM_USUAL, PMB_NO_TABLE, false},
    {{128, 296}, {0, 0}, PMB_COM_USUAL, PMB_NO_TABLE, false},
    {{152, 296}, {0, 0}, PMB_COM_USUAL, PMB_NO_TABLE, false},
    {{176, 264}, {0, 0}, PMB_COM_USUAL, PMB_NO_TABLE, false},
};

/* Gates 20 V, sources 15 V and -15 V, common electrode -1.35 V; the last level of a pixel is kept.
 */
static const PMB_FLASH uint8_t own[] = {
    2, 0x3F, 0x22, 2, 0x03, 0x17, 4, 0x04, 0x41, 0x00, 0x32, 2, 0x2C, 0x36, 0,
};

static const PMB_FLASH pmb_paper black = {.full_ms = 4000,
                                          .fast_ms = 2000,
                                          .partial_ms = 1000,
                                          .grey_ms = 3000,
                                          .variant = PMB_SSD1680,
                                          .own = own};
static const PMB_FLASH pmb_paper red = {.full_ms = 25000, .inks = 1, .variant = PMB_SSD1680};

const PMB_FLASH pmb_controller pmb_ssd1680 = {
    .family = &pmb_family_ssd168x,
    .detail = &black,
    .memory = {176, 296},
    .glasses = glasses,
    .glass_count = 4,
    .buses = PMB_HAS_SPI | PMB_HAS_SPI3,
    .spi_cycle_ns = 50,
    .reset_low_us = 10000,
    .reset_wait_ms = 10,
};

const PMB_FLASH pmb_controller pmb_ssd1680_red = {
    .family = &pmb_family_ssd168x,
    .detail = &red,
    .memory = {176, 296},
    .glasses = glasses,
    .glass_count = 4,
    .buses = PMB_HAS_SPI | PMB_HAS_SPI3,
    .spi_cycle_ns = 50,
    .reset_low_us = 10000,
    .reset_wait_ms = 10,
};
