/* ssd1306.c - the SSD1306: docs/controllers/ssd1306.md. */
#include "pemble/controllers.h"
#include "pemble/families.h"

#define SETUP(pump)                                                                                \
    1, 0xAE,           /* display off */                                                           \
        2, 0xD5, 0x80, /* clock: divide by 1, oscillator 8, about 370 kHz */                       \
        2, 0x8D, pump, /* charge pump */                                                           \
        2, 0x20, 0x02, /* page addressing */                                                       \
        1, 0x2E,       /* no scrolling: a board that starts again may find it on */                \
        2, 0xD9, 0xF1, /* pre-charge 1, discharge 15 clocks */                                     \
        2, 0xDB, 0x20, /* VCOMH deselect level 0.77 VCC */                                         \
        1, 0xA4,       /* show the memory, not all pixels */                                       \
        0

static const PMB_FLASH uint8_t setup[] = {SETUP(0x14)}; /* on: modules have no 7 V supply */
static const PMB_FLASH uint8_t setup_without_pump[] = {SETUP(0x10)};

/* The 72x40 glass has no resistor for the reference current: the internal one is switched on. */
static const PMB_FLASH uint8_t internal_current[] = {2, 0xAD, 0x30, 0};

#define DETAIL(list)                                                                               \
    {                                                                                              \
        .setup = list, .contrast = 0x7F, .contrast_most = 0xFF,                                    \
        .mount = PMB_MOUNT_RIGHT | PMB_MOUNT_BOTTOM, .has_window = true                            \
    }

static const PMB_FLASH pmb_paged detail = DETAIL(setup);
static const PMB_FLASH pmb_paged without_pump = DETAIL(setup_without_pump);

static const PMB_FLASH pmb_glass glasses[] = {
    {{128, 64}, {0, 0}, PMB_COM_ALTERNATIVE, PMB_NO_TABLE, false},
    {{128, 32}, {0, 0}, PMB_COM_SEQUENTIAL, PMB_NO_TABLE, false},
    {{64, 48}, {32, 0}, PMB_COM_ALTERNATIVE, PMB_NO_TABLE, false},
    {{72, 40}, {28, 0}, PMB_COM_ALTERNATIVE, internal_current, false},
    {{64, 32}, {32, 0}, PMB_COM_ALTERNATIVE, PMB_NO_TABLE, false},
    {{96, 16}, {0, 0}, PMB_COM_SEQUENTIAL, PMB_NO_TABLE, false},
};

#define CONTROLLER(table)                                                                          \
    {                                                                                              \
        .family = &pmb_family_oled_pages, .detail = table, .memory = {128, 64},                    \
        .glasses = glasses, .glass_count = sizeof glasses / sizeof glasses[0],                     \
        .buses = PMB_HAS_I2C | PMB_HAS_SPI | PMB_HAS_SPI3, .addresses = {0x3C, 0x3D},              \
        .i2c_khz = 400, .spi_cycle_ns = 100, .reset_low_us = 10, /* data sheet: at least 3 us */   \
            .reset_wait_ms = 1,                                                                    \
    }

const PMB_FLASH pmb_controller pmb_ssd1306 = CONTROLLER(&detail);
const PMB_FLASH pmb_controller pmb_ssd1306_vcc = CONTROLLER(&without_pump);
