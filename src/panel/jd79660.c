/* jd79660.c - what sets the JD79660 and its kin apart: docs/controllers/jd79660.md. */
#include "pemble/controllers.h"
#include "pemble/families.h"

static const PMB_FLASH pmb_glass small = {{200, 200}, {0, 0}, PMB_COM_USUAL, PMB_NO_TABLE, false};
static const PMB_FLASH pmb_glass middle[] = {
    {{122, 250}, {0, 0}, PMB_COM_USUAL, PMB_NO_TABLE, false},
    {{128, 296}, {0, 0}, PMB_COM_USUAL, PMB_NO_TABLE, false},
    {{184, 360}, {0, 0}, PMB_COM_USUAL, PMB_NO_TABLE, false},
};
static const PMB_FLASH pmb_glass tall[] = {
    {{168, 384}, {0, 0}, PMB_COM_USUAL, PMB_NO_TABLE, false},
    {{168, 400}, {0, 0}, PMB_COM_USUAL, PMB_NO_TABLE, false},
};
static const PMB_FLASH pmb_glass large = {{400, 300}, {0, 0}, PMB_COM_USUAL, PMB_NO_TABLE, false};

/* As the data sheets have it, without saying what each does. */
static const PMB_FLASH uint8_t setup[] = {
    2, 0x4D, 0x78,                                     /* */
    3, 0x00, 0x0F, 0x29,                               /* panel setting */
    3, 0x01, 0x07, 0x00,                               /* power */
    4, 0x03, 0x10, 0x54, 0x44,                         /* order of power off */
    8, 0x06, 0x05, 0x00, 0x3F, 0x0A, 0x25, 0x12, 0x1A, /* soft start of the booster */
    2, 0x50, 0x37,                                     /* border white */
    3, 0x60, 0x02, 0x02,                               /* distance of the outputs */
    2, 0xE7, 0x1C,                                     /* */
    2, 0xE3, 0x22,                                     /* */
    2, 0xB4, 0xD0,                                     /* */
    2, 0xB5, 0x03,                                     /* */
    2, 0xE9, 0x01,                                     /* */
    2, 0x30, 0x08,                                     /* frame rate */
    0,
};

static const PMB_FLASH pmb_paper four = {
    .full_ms = 30000, .inks = 2, .variant = PMB_JD7966X, .setup = setup};

const PMB_FLASH pmb_controller pmb_jd79660 = {
    .family = &pmb_family_uc81xx,
    .detail = &four,
    .memory = {200, 200},
    .glasses = &small,
    .glass_count = 1,
    .buses = PMB_HAS_SPI | PMB_HAS_SPI3,
    .spi_cycle_ns = 100,
    .reset_low_us = 10000,
    .reset_wait_ms = 10,
};

const PMB_FLASH pmb_controller pmb_jd79661 = {
    .family = &pmb_family_uc81xx,
    .detail = &four,
    .memory = {184, 360},
    .glasses = middle,
    .glass_count = 3,
    .buses = PMB_HAS_SPI | PMB_HAS_SPI3,
    .spi_cycle_ns = 100,
    .reset_low_us = 10000,
    .reset_wait_ms = 10,
};

const PMB_FLASH pmb_controller pmb_jd79667 = {
    .family = &pmb_family_uc81xx,
    .detail = &four,
    .memory = {168, 400},
    .glasses = tall,
    .glass_count = 2,
    .buses = PMB_HAS_SPI | PMB_HAS_SPI3,
    .spi_cycle_ns = 100,
    .reset_low_us = 10000,
    .reset_wait_ms = 10,
};

const PMB_FLASH pmb_controller pmb_jd79668 = {
    .family = &pmb_family_uc81xx,
    .detail = &four,
    .memory = {400, 300},
    .glasses = &large,
    .glass_count = 1,
    .buses = PMB_HAS_SPI | PMB_HAS_SPI3,
    .spi_cycle_ns = 100,
    .reset_low_us = 10000,
    .reset_wait_ms = 10,
};
