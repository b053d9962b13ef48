/* ssd1351.c - the SSD1351: docs/controllers/ssd1351.md. */
#include "pemble/controllers.h"
#include "pemble/families.h"

static const PMB_FLASH uint8_t setup[] = {
    2, 0xFD, 0x12,             /* commands unlocked */
    2, 0xFD, 0xB1,             /* the protected ones as well */
    1, 0xAE,                   /* display off */
    2, 0xB3, 0xF1,             /* clock divided by 2, oscillator 15 */
    2, 0xAB, 0x01,             /* internal regulator on */
    2, 0xB1, 0x32,             /* phases: 5 and 3 clocks */
    2, 0xBE, 0x05,             /* VCOMH 0.82 VCC */
    4, 0xB4, 0xA0, 0xB5, 0x55, /* external VSL */
    2, 0xC7, 0x0F,             /* master contrast not reduced */
    2, 0xB6, 0x01,             /* second pre-charge 1 clock */
    1, 0xB9,                   /* linear grey levels */
    0,
};

static const PMB_FLASH pmb_windowed detail = {
    .setup = setup,
    .format = &pmb_rgb565,
    .pixels_per_column = 1,
    .parameters_as_data = true,
    .write_command = 0x5C,
    .normal = 0xA6,
    .inverse = 0xA7,
    .multiplex = 0xCA,
    .contrast = 0xC1,
    .usual = {0x8A, 0x51, 0x8A},
    .contrast_count = 3,
    .remap = 0x74,
    .flip_right = 0x02,
    .flip_bottom = 0x10,
    .exchange = 0x01,
    .bgr = 0x04,
};

static const PMB_FLASH pmb_glass glasses[] = {
    {{128, 128}, {0, 0}, PMB_COM_USUAL, PMB_NO_TABLE, false},
    {{128, 96}, {0, 0}, PMB_COM_USUAL, PMB_NO_TABLE, false},
};

const PMB_FLASH pmb_controller pmb_ssd1351 = {
    .family = &pmb_family_windowed,
    .detail = &detail,
    .memory = {128, 128},
    .glasses = glasses,
    .glass_count = sizeof glasses / sizeof glasses[0],
    .buses = PMB_HAS_SPI | PMB_HAS_SPI3,
    .spi_cycle_ns = 50,
    .reset_low_us = 10, /* data sheet: at least 2 us */
    .reset_wait_ms = 1,
};
