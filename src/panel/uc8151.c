/* uc8151.c - what sets the UC8151 apart: docs/controllers/uc8151.md. */
#include "pemble/controllers.h"
#include "pemble/families.h"

static const PMB_FLASH pmb_glass glasses[] = {
    {{128, 296}, {0, 0}, PMB_COM_USUAL, PMB_NO_TABLE, false},
    {{104, 212}, {0, 0}, PMB_COM_USUAL, PMB_NO_TABLE, false},
    {{152, 296}, {0, 0}, PMB_COM_USUAL, PMB_NO_TABLE, false},
};

static const PMB_FLASH uint8_t setup[] = {4, 0x06, 0x17, 0x17, 0x17, 0}; /* soft start 10 ms each */

/* For waveforms of Pemble's own: 11 V and -11 V, 4.2 V, 50 frames a second, common electrode -1.0
 * V. */
static const PMB_FLASH uint8_t own[] = {
    6, 0x01, 0x03, 0x00, 0x2B, 0x2B, 0x09, 2, 0x30, 0x3C, 2, 0x82, 0x12, 0,
};

static const PMB_FLASH pmb_paper black = {.full_ms = 6000,
                                          .fast_ms = 2000,
                                          .partial_ms = 1000,
                                          .grey_ms = 3000,
                                          .variant = PMB_UC8151,
                                          .flags = PMB_OWN_FAST,
                                          .setup = setup,
                                          .own = own};

static const PMB_FLASH pmb_paper bare = {.full_ms = 6000,
                                         .fast_ms = 2000,
                                         .partial_ms = 1000,
                                         .grey_ms = 3000,
                                         .variant = PMB_UC8151,
                                         .flags = PMB_OWN_FULL | PMB_OWN_FAST,
                                         .setup = setup,
                                         .own = own};
static const PMB_FLASH pmb_paper red = {
    .full_ms = 25000, .inks = 1, .variant = PMB_UC8151, .setup = setup};

const PMB_FLASH pmb_controller pmb_uc8151 = {
    .family = &pmb_family_uc81xx,
    .detail = &black,
    .memory = {160, 296},
    .glasses = glasses,
    .glass_count = 3,
    .buses = PMB_HAS_SPI | PMB_HAS_SPI3,
    .spi_cycle_ns = 100,
    .reset_low_us = 1000, /* data sheet: at least 50 us */
    .reset_wait_ms = 10,
};

const PMB_FLASH pmb_controller pmb_uc8151_bare = {
    .family = &pmb_family_uc81xx,
    .detail = &bare,
    .memory = {160, 296},
    .glasses = glasses,
    .glass_count = 3,
    .buses = PMB_HAS_SPI | PMB_HAS_SPI3,
    .spi_cycle_ns = 100,
    .reset_low_us = 1000, /* data sheet: at least 50 us */
    .reset_wait_ms = 10,
};

const PMB_FLASH pmb_controller pmb_uc8151_red = {
    .family = &pmb_family_uc81xx,
    .detail = &red,
    .memory = {160, 296},
    .glasses = glasses,
    .glass_count = 3,
    .buses = PMB_HAS_SPI | PMB_HAS_SPI3,
    .spi_cycle_ns = 100,
    .reset_low_us = 1000, /* data sheet: at least 50 us */
    .reset_wait_ms = 10,
};
