/* ssd1327.c - the SSD1327: docs/controllers/ssd1327.md. */
#include "pemble/controllers.h"
#include "pemble/families.h"

static const PMB_FLASH uint8_t setup[] = {
    2, 0xFD, 0x12, /* commands unlocked */
    1, 0xAE,       /* display off */
    2, 0xAB, 0x01, /* internal regulator on */
    2, 0xB1, 0xF1, /* phases: 1 and 15 clocks */
    2, 0xB3, 0x00, /* clock not divided */
    2, 0xBC, 0x08, /* pre-charge voltage VCOMH */
    2, 0xBE, 0x07, /* VCOMH 0.86 VCC */
    1, 0xB9,       /* linear grey levels */
    0,
};

static const PMB_FLASH pmb_windowed detail = {
    .setup = setup,
    .format = &pmb_grey4,
    .pixels_per_column = 2,
    .normal = 0xA4,
    .inverse = 0xA7,
    .multiplex = 0xA8,
    .contrast = 0x81,
    .usual = {0x7F},
    .contrast_count = 1,
    .remap = 0x51,
    .flip_right = 0x03, /* columns, and the nibbles in their bytes */
    .flip_bottom = 0x10,
};

static const PMB_FLASH pmb_glass glasses[] = {
    {{128, 128}, {0, 0}, PMB_COM_USUAL, PMB_NO_TABLE, false},
    {{96, 96}, {16, 0}, PMB_COM_USUAL, PMB_NO_TABLE, false},
};

const PMB_FLASH pmb_controller pmb_ssd1327 = {
    .family = &pmb_family_windowed,
    .detail = &detail,
    .memory = {128, 128},
    .glasses = glasses,
    .glass_count = sizeof glasses / sizeof glasses[0],
    .buses = PMB_HAS_I2C | PMB_HAS_SPI | PMB_HAS_SPI3,
    .addresses = {0x3C, 0x3D},
    .i2c_khz = 400,
    .spi_cycle_ns = 100,
    .reset_low_us = 200, /* data sheet: at least 100 us */
    .reset_wait_ms = 1,
};
