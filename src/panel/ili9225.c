/* ili9225.c - the ILI9225: docs/controllers/ili9225.md. */
#include "pemble/controllers.h"
#include "pemble/families.h"

static const PMB_FLASH pmb_register setup[] = {
    {0x10, 0x0000}, /* power off */
    {0x11, 0x0000},           {0x12, 0x0000},
    {0x13, 0x0000},           {0x14, 0x0000},
    {PMB_REGISTER_PAUSE, 40}, {0x11, 0x0018}, /* power up, step by step */
    {0x12, 0x6121},           {0x13, 0x006F},
    {0x14, 0x495F},           {0x10, 0x0800},
    {PMB_REGISTER_PAUSE, 10}, {0x11, 0x103B},
    {PMB_REGISTER_PAUSE, 50}, {0x01, 0x011C}, /* columns from the last, 220 rows */
    {0x02, 0x0100},           {0x08, 0x0808},
    {0x0B, 0x1100},           {0x0C, 0x0000},
    {0x0F, 0x0D01},           {0x15, 0x0020},
    {0x30, 0x0000}, /* no scrolling, all rows */
    {0x31, 0x00DB},           {0x32, 0x0000},
    {0x33, 0x0000},           {0x34, 0x00DB},
    {0x35, 0x0000},           {0x50, 0x0000}, /* gamma */
    {0x51, 0x0808},           {0x52, 0x080A},
    {0x53, 0x000A},           {0x54, 0x0A08},
    {0x55, 0x0808},           {0x56, 0x0000},
    {0x57, 0x0A00},           {0x58, 0x0710},
    {0x59, 0x0710},           {0, 0},
};

static const PMB_FLASH pmb_indexed detail = {
    .setup = setup,
    .window = {0x37, 0x36, 0x39, 0x38},
    .on = 0x1017,
    .inverse = 0x1013,
    .power = 0x0800,
    .id = 0x9225,
    .bgr = true,
};

static const PMB_FLASH pmb_glass glasses[] = {
    {{176, 220}, {0, 0}, PMB_COM_USUAL, PMB_NO_TABLE, false},
};

const PMB_FLASH pmb_controller pmb_ili9225 = {
    .family = &pmb_family_indexed,
    .detail = &detail,
    .memory = {176, 220},
    .glasses = glasses,
    .glass_count = 1,
    .buses = PMB_HAS_SPI | PMB_HAS_PARALLEL_8080,
    .spi_cycle_ns = 50,
    .reset_low_us = 1000,
    .reset_wait_ms = 20,
};
