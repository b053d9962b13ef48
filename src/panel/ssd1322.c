/* ssd1322.c - the SSD1322: docs/controllers/ssd1322.md. */
#include "pemble/controllers.h"
#include "pemble/families.h"

static const PMB_FLASH uint8_t setup[] = {
    2, 0xFD, 0x12,       /* commands unlocked */
    1, 0xAE,             /* display off */
    2, 0xB3, 0x91,       /* clock: divided by 2, oscillator 9 */
    2, 0xAB, 0x01,       /* internal regulator on */
    3, 0xB4, 0xA0, 0xFD, /* external VSL, enhanced low grey levels */
    2, 0xC7, 0x0F,       /* master contrast not reduced */
    1, 0xB9,             /* linear grey levels */
    2, 0xB1, 0xE2,       /* phases: 5 and 14 clocks */
    2, 0xBB, 0x1F,       /* pre-charge voltage 0.60 VCC */
    2, 0xB6, 0x08,       /* second pre-charge 8 clocks */
    2, 0xBE, 0x07,       /* VCOMH 0.86 VCC */
    1, 0xA9,             /* no partial display */
    0,
};

/* All but the bits that mirror the columns. */
#define DETAIL                                                                                     \
    .setup = setup, .format = &pmb_grey4, .pixels_per_column = 4, .parameters_as_data = true,      \
    .write_command = 0x5C, .normal = 0xA6, .inverse = 0xA7, .multiplex = 0xCA, .contrast = 0xC1,   \
    .usual = {0x7F}, .contrast_count = 1, .remap = 0x14, .flip_bottom = 0x10, .second = 0x11

/* Whether the two pixels of a byte change places with the columns is in doubt: see the note. */
static const PMB_FLASH pmb_windowed detail = {DETAIL, .flip_right = 0x06};
static const PMB_FLASH pmb_windowed columns_only = {DETAIL, .flip_right = 0x02};

static const PMB_FLASH pmb_glass glasses[] = {
    {{256, 64}, {112, 0}, PMB_COM_USUAL, PMB_NO_TABLE, false},
    {{256, 48}, {112, 0}, PMB_COM_USUAL, PMB_NO_TABLE, false},
    {{128, 64}, {176, 0}, PMB_COM_USUAL, PMB_NO_TABLE, false},
};

#define CONTROLLER                                                                                 \
    .family = &pmb_family_windowed, .memory = {480, 128}, .glasses = glasses,                      \
    .glass_count = sizeof glasses / sizeof glasses[0], .buses = PMB_HAS_SPI | PMB_HAS_SPI3,        \
    .spi_cycle_ns = 100, .reset_low_us = 200, .reset_wait_ms = 1

const PMB_FLASH pmb_controller pmb_ssd1322 = {.detail = &detail, CONTROLLER};
const PMB_FLASH pmb_controller pmb_ssd1322_b = {.detail = &columns_only, CONTROLLER};
