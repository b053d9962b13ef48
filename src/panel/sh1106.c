/* sh1106.c - the SH1106: docs/controllers/sh1106.md. */
#include "pemble/controllers.h"
#include "pemble/families.h"

static const PMB_FLASH uint8_t setup[] = {
    1, 0xAE,       /* display off */
    2, 0xD5, 0x50, /* clock: divide by 1, oscillator at its usual frequency */
    2, 0xAD, 0x8B, /* DC-DC converter on with the display */
    1, 0x32,       /* pump voltage 8.0 V */
    2, 0xD9, 0x22, /* pre-charge and discharge 2 clocks */
    2, 0xDB, 0x35, /* VCOM deselect level 0.770 Vref */
    1, 0xA4,       /* show the memory */
    0,
};

static const PMB_FLASH pmb_paged detail = {
    .setup = setup,
    .contrast = 0x80,
    .contrast_most = 0xFF,
    .mount = PMB_MOUNT_RIGHT | PMB_MOUNT_BOTTOM,
};

static const PMB_FLASH pmb_glass glasses[] = {
    {{128, 64}, {2, 0}, PMB_COM_ALTERNATIVE, PMB_NO_TABLE, false},
};

const PMB_FLASH pmb_controller pmb_sh1106 = {
    .family = &pmb_family_oled_pages,
    .detail = &detail,
    .memory = {132, 64},
    .glasses = glasses,
    .glass_count = sizeof glasses / sizeof glasses[0],
    .buses = PMB_HAS_I2C | PMB_HAS_SPI | PMB_HAS_SPI3,
    .addresses = {0x3C, 0x3D},
    .i2c_khz = 400,
    .spi_cycle_ns = 250,
    .reset_low_us = 20, /* data sheet: at least 10 us */
    .reset_wait_ms = 1,
};
