/* ssd1331.c - the SSD1331: docs/controllers/ssd1331.md. */
#include "pemble/controllers.h"
#include "pemble/families.h"

static const PMB_FLASH uint8_t setup[] = {
    2, 0xFD, 0x12,                               /* commands unlocked */
    1, 0xAE,                                     /* display off */
    2, 0xAD, 0x8E,                               /* external VCC */
    2, 0xB0, 0x0B,                               /* no power save */
    2, 0xB1, 0x31,                               /* phases: 1 and 3 clocks */
    2, 0xB3, 0xF0,                               /* clock not divided, oscillator 15 */
    2, 0x8A, 0x64,                               /* second pre-charge speeds */
    2, 0x8B, 0x78, 2, 0x8C, 0x64, 2, 0xBB, 0x3A, /* pre-charge level 0.5 VCC */
    2, 0xBE, 0x3E,                               /* VCOMH 0.83 VCC */
    2, 0x87, 0x06,                               /* master current 7/16 */
    0,
};

static const PMB_FLASH pmb_windowed detail = {
    .setup = setup,
    .format = &pmb_rgb565,
    .pixels_per_column = 1,
    .normal = 0xA4,
    .inverse = 0xA7,
    .multiplex = 0xA8,
    .contrast = 0x81,
    .usual = {0x91, 0x50, 0x7D},
    .contrast_count = 3,
    .contrast_each = true,
    .remap = 0x72,
    .flip_right = 0x02,
    .flip_bottom = 0x10,
    .exchange = 0x01,
    .bgr = 0x04,
};

static const PMB_FLASH pmb_glass glasses[] = {
    {{96, 64}, {0, 0}, PMB_COM_USUAL, PMB_NO_TABLE, false},
};

const PMB_FLASH pmb_controller pmb_ssd1331 = {
    .family = &pmb_family_windowed,
    .detail = &detail,
    .memory = {96, 64},
    .glasses = glasses,
    .glass_count = sizeof glasses / sizeof glasses[0],
    .buses = PMB_HAS_SPI | PMB_HAS_SPI3,
    .spi_cycle_ns = 150,
    .reset_low_us = 10, /* data sheet: at least 3 us */
    .reset_wait_ms = 1,
};
