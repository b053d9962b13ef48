/* il91874.c - what sets the IL91874 apart: docs/controllers/uc8151.md. */
#include "pemble/controllers.h"
#include "pemble/families.h"

static const PMB_FLASH pmb_glass glass = {{176, 264}, {0, 0}, PMB_COM_USUAL, PMB_NO_TABLE, false};

/* Soft start of the booster; values for its power supply, as the data sheet has them. */
static const PMB_FLASH uint8_t setup[] = {
    4, 0x06, 0x07, 0x07, 0x04,                   /* */
    3, 0xF8, 0x60, 0xA5, 3,    0xF8, 0x89, 0xA5, /* */
    3, 0xF8, 0x90, 0x00, 3,    0xF8, 0x93, 0x2A, /* */
    3, 0xF8, 0xA0, 0xA5, 3,    0xF8, 0xA1, 0x00, /* */
    3, 0xF8, 0x73, 0x41, 0,
};

/* For waveforms of Pemble's own: 11 V and -11 V, 4.2 V, 50 frames a second, common electrode -1.0
 * V. */
static const PMB_FLASH uint8_t own[] = {
    6, 0x01, 0x03, 0x00, 0x2B, 0x2B, 0x09, 2, 0x30, 0x3C, 2, 0x82, 0x12, 0,
};

static const PMB_FLASH pmb_paper bare = {.full_ms = 6000,
                                         .fast_ms = 2000,
                                         .partial_ms = 1000,
                                         .grey_ms = 3000,
                                         .variant = PMB_IL91874,
                                         .flags = PMB_OWN_FULL | PMB_OWN_FAST,
                                         .setup = setup,
                                         .own = own};
static const PMB_FLASH pmb_paper red = {
    .full_ms = 25000, .inks = 1, .variant = PMB_IL91874, .setup = setup};
static const PMB_FLASH pmb_paper red_bare = {.full_ms = 5000,
                                             .inks = 1,
                                             .variant = PMB_IL91874,
                                             .flags = PMB_OWN_FULL,
                                             .setup = setup,
                                             .own = own};

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

const PMB_FLASH pmb_controller pmb_il91874_bare = {
    .family = &pmb_family_uc81xx,
    .detail = &bare,
    .memory = {176, 264},
    .glasses = &glass,
    .glass_count = 1,
    .buses = PMB_HAS_SPI | PMB_HAS_SPI3,
    .spi_cycle_ns = 100,
    .reset_low_us = 1000, /* data sheet: at least 50 us */
    .reset_wait_ms = 10,
};

const PMB_FLASH pmb_controller pmb_il91874_red_bare = {
    .family = &pmb_family_uc81xx,
    .detail = &red_bare,
    .memory = {176, 264},
    .glasses = &glass,
    .glass_count = 1,
    .buses = PMB_HAS_SPI | PMB_HAS_SPI3,
    .spi_cycle_ns = 100,
    .reset_low_us = 1000, /* data sheet: at least 50 us */
    .reset_wait_ms = 10,
};
