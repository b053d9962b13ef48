/* ssd1305.c - the SSD1305: docs/controllers/ssd1305.md. */
#include "pemble/controllers.h"
#include "pemble/families.h"

static const PMB_FLASH uint8_t setup[] = {
    1, 0xAE,                         /* display off */
    2, 0xD5, 0xA0,                   /* clock: divide by 1, oscillator 10 */
    2, 0xAD, 0x8E,                   /* external supply of the glass */
    2, 0xD8, 0x05,                   /* one colour, low power */
    5, 0x91, 0x3F, 0x3F, 0x3F, 0x3F, /* pulse widths of the areas, the longest */
    2, 0x20, 0x02,                   /* page addressing */
    1, 0x2E,                         /* no scrolling */
    2, 0xD9, 0xD2,                   /* pre-charge 2, discharge 13 clocks */
    2, 0xDB, 0x34,                   /* VCOMH deselect level 0.77 VCC */
    1, 0xA4,                         /* show the memory */
    0,
};

static const PMB_FLASH pmb_paged detail = {
    .setup = setup,
    .contrast = 0x80,
    .contrast_most = 0xFF,
    .mount = PMB_MOUNT_RIGHT | PMB_MOUNT_BOTTOM,
    .has_window = true,
};

static const PMB_FLASH pmb_glass glasses[] = {
    {{128, 32}, {4, 0}, PMB_COM_ALTERNATIVE, PMB_NO_TABLE, false},
    {{128, 64}, {4, 0}, PMB_COM_ALTERNATIVE, PMB_NO_TABLE, false},
};

const PMB_FLASH pmb_controller pmb_ssd1305 = {
    .family = &pmb_family_oled_pages,
    .detail = &detail,
    .memory = {132, 64},
    .glasses = glasses,
    .glass_count = sizeof glasses / sizeof glasses[0],
    .buses = PMB_HAS_I2C | PMB_HAS_SPI | PMB_HAS_SPI3,
    .addresses = {0x3C, 0x3D},
    .i2c_khz = 400,
    .spi_cycle_ns = 250,
    .reset_low_us = 10, /* data sheet: at least 3 us */
    .reset_wait_ms = 1,
};
