/* uc8179.c - what sets the UC8179 apart: docs/controllers/uc8151.md. */
#include "pemble/controllers.h"
#include "pemble/families.h"

static const PMB_FLASH pmb_glass glasses[] = {
    {{800, 480}, {0, 0}, PMB_COM_USUAL, PMB_NO_TABLE, false},
    {{648, 480}, {0, 0}, PMB_COM_USUAL, PMB_NO_TABLE, false},
};

/* Gates 20 V, sources 15 V and -15 V; soft start of four stages; one SPI; distance of the outputs.
 */
static const PMB_FLASH uint8_t setup[] = {
    6, 0x01, 0x07, 0x07, 0x3F, 0x3F, 0x09, /* */
    5, 0x06, 0x17, 0x17, 0x28, 0x17,       /* */
    2, 0x15, 0x00, 2,    0x60, 0x22, 0,
};

/* For waveforms of Pemble's own: the same voltages, 50 frames a second, common electrode -1.0 V. */
static const PMB_FLASH uint8_t own[] = {
    6, 0x01, 0x07, 0x07, 0x3F, 0x3F, 0x09, 2, 0x30, 0x06, 2, 0x82, 0x12, 0,
};

static const PMB_FLASH pmb_paper black = {.full_ms = 6000,
                                          .fast_ms = 2000,
                                          .partial_ms = 1000,
                                          .grey_ms = 3000,
                                          .variant = PMB_UC8179,
                                          .flags = PMB_OWN_FAST,
                                          .setup = setup,
                                          .own = own};
static const PMB_FLASH pmb_paper red = {
    .full_ms = 30000, .inks = 1, .variant = PMB_UC8179, .setup = setup};

const PMB_FLASH pmb_controller pmb_uc8179 = {
    .family = &pmb_family_uc81xx,
    .detail = &black,
    .memory = {800, 480},
    .glasses = glasses,
    .glass_count = 2,
    .buses = PMB_HAS_SPI | PMB_HAS_SPI3,
    .spi_cycle_ns = 100,
    .reset_low_us = 1000, /* data sheet: at least 50 us */
    .reset_wait_ms = 10,
};

const PMB_FLASH pmb_controller pmb_uc8179_red = {
    .family = &pmb_family_uc81xx,
    .detail = &red,
    .memory = {800, 480},
    .glasses = glasses,
    .glass_count = 2,
    .buses = PMB_HAS_SPI | PMB_HAS_SPI3,
    .spi_cycle_ns = 100,
    .reset_low_us = 1000, /* data sheet: at least 50 us */
    .reset_wait_ms = 10,
};
