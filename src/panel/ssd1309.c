/* ssd1309.c - the SSD1309: docs/controllers/ssd1309.md. */
#include "pemble/controllers.h"
#include "pemble/families.h"

static const PMB_FLASH uint8_t setup[] = {
    2, 0xFD, 0x12, /* commands unlocked */
    1, 0xAE,       /* display off */
    2, 0xD5, 0xA0, /* clock: divide by 1, oscillator 10 */
    1, 0x2E,       /* no scrolling: a board that starts again may find it on */
    2, 0x20, 0x02, /* page addressing */
    2, 0xD9, 0x25, /* pre-charge 5, discharge 2 clocks */
    2, 0xDB, 0x34, /* VCOMH deselect level 0.78 VCC */
    1, 0xA4,       /* show the memory */
    0,
};

static const PMB_FLASH pmb_paged detail = {
    .setup = setup,
    .contrast = 0x7F,
    .contrast_most = 0xFF,
    .mount = PMB_MOUNT_RIGHT | PMB_MOUNT_BOTTOM,
    .has_window = true,
};

static const PMB_FLASH pmb_glass glasses[] = {
    {{128, 64}, {0, 0}, PMB_COM_ALTERNATIVE, PMB_NO_TABLE, false},
};

const PMB_FLASH pmb_controller pmb_ssd1309 = {
    .family = &pmb_family_oled_pages,
    .detail = &detail,
    .memory = {128, 64},
    .glasses = glasses,
    .glass_count = sizeof glasses / sizeof glasses[0],
    .buses = PMB_HAS_I2C | PMB_HAS_SPI | PMB_HAS_SPI3,
    .addresses = {0x3C, 0x3D},
    .i2c_khz = 400,
    .spi_cycle_ns = 100,
    .reset_low_us = 10, /* data sheet: at least 3 us */
    .reset_wait_ms = 1,
};
