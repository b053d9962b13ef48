/* st7565.c - the ST7565 and the ST7567, which has I2C: docs/controllers/st7565.md, st7567.md. */
#include "pemble/controllers.h"
#include "pemble/driver.h"

static const PMB_FLASH uint8_t setup[] = {
    1,
    0xE2, /* reset of the registers */
    PMB_LIST_PAUSE,
    5,
    1,
    0xAE, /* display off */
    1,
    0x25, /* regulator resistor ratio 5.5 */
    1,
    0x2C, /* booster, and when it has settled... */
    PMB_LIST_PAUSE,
    50,
    1,
    0x2E, /* ...the regulator... */
    PMB_LIST_PAUSE,
    50,
    1,
    0x2F, /* ...and the follower */
    PMB_LIST_PAUSE,
    10,
    1,
    0xA4, /* show the memory */
    0,
};

static const PMB_FLASH pmb_paged detail = {
    .setup = setup,
    .contrast = 0x1C,
    .contrast_most = 63,
    .mount = PMB_MOUNT_BOTTOM,
};

static const PMB_FLASH pmb_glass glasses[] = {
    {{128, 64}, {0, 0}, PMB_COM_USUAL, PMB_NO_TABLE, false},
};

const PMB_FLASH pmb_controller pmb_st7565 = {
    .family = &pmb_family_lcd_pages,
    .detail = &detail,
    .memory = {132, 65},
    .glasses = glasses,
    .glass_count = sizeof glasses / sizeof glasses[0],
    .buses = PMB_HAS_SPI,
    .spi_cycle_ns = 100,
    .reset_low_us = 10, /* data sheet: at least 1 us */
    .reset_wait_ms = 1,
};

const PMB_FLASH pmb_controller pmb_st7567 = {
    .family = &pmb_family_lcd_pages,
    .detail = &detail,
    .memory = {132, 65},
    .glasses = glasses,
    .glass_count = sizeof glasses / sizeof glasses[0],
    .buses = PMB_HAS_I2C | PMB_HAS_SPI,
    .addresses = {0x3F, 0x3E},
    .i2c_khz = 400,
    .spi_cycle_ns = 100,
    .reset_low_us = 10, /* data sheet: at least 1 us */
    .reset_wait_ms = 1,
};
