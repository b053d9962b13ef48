/* every.c - every controller with each of its glasses. */
#include "every.h"
#include <stdio.h>
#include <stdlib.h>
#include <string.h>

static const pmb_pin lines[] = {PMB_PIN(40), PMB_PIN(41), PMB_PIN(42), PMB_PIN(43),
                                PMB_PIN(44), PMB_PIN(45), PMB_PIN(46), PMB_PIN(47)};

const struct candidate candidates[] = {
    {"ssd1306", &pmb_ssd1306, {128, 64}, I2C | SPI | SPI3 | SOFT | SOFT3, true, false},
    {"ssd1306 128x32", &pmb_ssd1306, {128, 32}, I2C | SPI, true, false},
    {"ssd1306 64x48", &pmb_ssd1306, {64, 48}, I2C | SPI, true, false},
    {"ssd1306 72x40", &pmb_ssd1306, {72, 40}, I2C, true, false},
    {"ssd1306 96x16", &pmb_ssd1306, {96, 16}, I2C, true, false},
    {"ssd1309", &pmb_ssd1309, {128, 64}, I2C | SPI | SPI3 | SOFT | SOFT3, true, false},
    {"sh1106", &pmb_sh1106, {128, 64}, I2C | SPI | SPI3 | SOFT | SOFT3, true, false},
    {"ssd1305", &pmb_ssd1305, {128, 32}, I2C | SPI | SPI3, true, false},
    {"ssd1306 64x32", &pmb_ssd1306, {64, 32}, I2C | SPI, true, false},
    {"ssd1306 vcc", &pmb_ssd1306_vcc, {128, 64}, I2C | SPI, true, false},
    {"sh1107", &pmb_sh1107, {128, 128}, I2C | SPI | SPI3 | SOFT, true, false},
    {"sh1107 64x128", &pmb_sh1107, {64, 128}, I2C, true, false},
    {"st7567", &pmb_st7567, {128, 64}, I2C | SPI | SOFT, true, false},
    {"uc1701 102x64", &pmb_uc1701, {102, 64}, SPI, true, false},
    {"ssd1322 b", &pmb_ssd1322_b, {256, 64}, SPI, true, false},
    {"ssd1322 128x64", &pmb_ssd1322, {128, 64}, SPI, true, false},
    {"ssd1327 96x96", &pmb_ssd1327, {96, 96}, I2C | SPI, true, false},
    {"pcd8544", &pmb_pcd8544, {84, 48}, SPI | SOFT, true, false},
    {"st7565", &pmb_st7565, {128, 64}, SPI | SOFT, true, false},
    {"uc1701", &pmb_uc1701, {128, 64}, SPI | SOFT, true, false},
    {"st7920", &pmb_st7920, {128, 64}, PARALLEL | SYNC, false, false},
    {"ks0108", &pmb_ks0108, {128, 64}, PARALLEL, false, false},
    {"ks0108 low", &pmb_ks0108_low, {128, 64}, PARALLEL, false, false},
    {"ks0108 192x64", &pmb_ks0108_192, {192, 64}, PARALLEL, false, false},
    {"ssd1327", &pmb_ssd1327, {128, 128}, I2C | SPI | SPI3 | SOFT | SOFT3, true, false},
    {"ssd1322", &pmb_ssd1322, {256, 64}, SPI | SPI3 | SOFT | SOFT3, true, false},
    {"ssd1331", &pmb_ssd1331, {96, 64}, SPI | SPI3 | SOFT | SOFT3, true, false},
    {"ssd1351", &pmb_ssd1351, {128, 128}, SPI | SPI3 | SOFT | SOFT3, true, false},
    {"ssd1351 128x96", &pmb_ssd1351, {128, 96}, SPI, true, false},
    {"st7735", &pmb_st7735, {128, 160}, SPI | SPI3 | SOFT | PARALLEL, false, false},
    {"st7735 80x160", &pmb_st7735, {80, 160}, SPI, false, false},
    {"st7789 240x240", &pmb_st7789, {240, 240}, SPI | SPI3 | SOFT3, false, false},
    {"st7789 240x280", &pmb_st7789, {240, 280}, SPI, false, false},
    {"st7789 135x240", &pmb_st7789, {135, 240}, SPI, false, false},
    {"st7789 240x320", &pmb_st7789, {240, 320}, SPI | PARALLEL, false, false},
    {"ili9341", &pmb_ili9341, {240, 320}, SPI | SPI3 | PARALLEL, false, false},
    {"ili9488", &pmb_ili9488, {320, 480}, SPI | SPI3 | PARALLEL, false, false},
    {"st7735 128x128", &pmb_st7735, {128, 128}, SPI | SPI3, false, false},
    {"st7789 170x320", &pmb_st7789, {170, 320}, SPI, false, false},
    {"st7789 172x320", &pmb_st7789, {172, 320}, SPI, false, false},
    {"st7789 76x284", &pmb_st7789, {76, 284}, SPI, false, false},
    {"st7796s", &pmb_st7796s, {320, 480}, SPI | PARALLEL, false, false},
    {"ili9486", &pmb_ili9486, {320, 480}, SPI | PARALLEL | SPI16, false, false},
    {"ili9342c", &pmb_ili9342c, {320, 240}, SPI | PARALLEL, false, false},
    {"ili9225", &pmb_ili9225, {176, 220}, SPI | SOFT | PARALLEL, false, false},
    {"ili9320", &pmb_ili9320, {240, 320}, PARALLEL, false, false},
    {"ili9325", &pmb_ili9325, {240, 320}, PARALLEL, false, false},
    {"gc9107", &pmb_gc9107, {128, 128}, SPI | SPI3 | SOFT, false, false},
    {"hx8357d", &pmb_hx8357d, {320, 480}, SPI, false, false},
    {"ili9163c", &pmb_ili9163c, {128, 128}, SPI | PARALLEL, false, false},
    {"ili9163c 128x160", &pmb_ili9163c, {128, 160}, SPI, false, false},
    {"gc9a01", &pmb_gc9a01, {240, 240}, SPI | SPI3 | SOFT, false, false},
    {"ssd1680", &pmb_ssd1680, {122, 250}, SPI | SPI3 | SOFT | SOFT3, false, true},
    {"ssd1680 128x296", &pmb_ssd1680, {128, 296}, SPI, false, true},
    {"ssd1680 red", &pmb_ssd1680_red, {122, 250}, SPI | SPI3, false, true},
    {"ssd1681", &pmb_ssd1681, {200, 200}, SPI | SPI3 | SOFT | SOFT3, false, true},
    {"ssd1681 red", &pmb_ssd1681_red, {200, 200}, SPI, false, true},
    {"uc8151", &pmb_uc8151, {128, 296}, SPI | SPI3 | SOFT | SOFT3, false, true},
    {"uc8151 red", &pmb_uc8151_red, {128, 296}, SPI, false, true},
    {"uc8176", &pmb_uc8176, {400, 300}, SPI | SPI3 | SOFT, false, true},
    {"uc8176 red", &pmb_uc8176_red, {400, 300}, SPI, false, true},
    {"il91874", &pmb_il91874, {176, 264}, SPI | SPI3 | SOFT, false, true},
    {"il91874 bare", &pmb_il91874_bare, {176, 264}, SPI, false, true},
    {"il91874 red bare", &pmb_il91874_red_bare, {176, 264}, SPI, false, true},
    {"ssd1608", &pmb_ssd1608, {200, 200}, SPI | SPI3 | SOFT, false, true},
    {"ssd1619", &pmb_ssd1619, {400, 300}, SPI, false, true},
    {"ssd1619 red", &pmb_ssd1619_red, {400, 300}, SPI, false, true},
    {"ssd1675", &pmb_ssd1675, {122, 250}, SPI | SPI3 | SOFT, false, true},
    {"ssd1677", &pmb_ssd1677, {280, 480}, SPI, false, true},
    {"ssd1683", &pmb_ssd1683, {400, 300}, SPI | SPI3, false, true},
    {"ssd1683 red", &pmb_ssd1683_red, {400, 300}, SPI, false, true},
    {"uc8151 bare", &pmb_uc8151_bare, {128, 296}, SPI, false, true},
    {"uc8179", &pmb_uc8179, {800, 480}, SPI, false, true},
    {"uc8179 red", &pmb_uc8179_red, {800, 480}, SPI, false, true},
    {"jd79660", &pmb_jd79660, {200, 200}, SPI | SPI3 | SOFT, false, true},
    {"jd79661", &pmb_jd79661, {128, 250}, SPI, false, true},
    {"jd79667", &pmb_jd79667, {168, 384}, SPI, false, true},
    {"jd79668", &pmb_jd79668, {400, 300}, SPI, false, true},
};

const size_t candidate_count = sizeof candidates / sizeof candidates[0];

const struct candidate *candidate(const char *name)
{
    for (size_t i = 0; i < candidate_count; i++)
        if (strcmp(candidates[i].name, name) == 0)
            return &candidates[i];
    fprintf(stderr, "there is no candidate %s\n", name);
    abort();
}

int usual_bus(const struct candidate *c)
{
    return c->buses & SPI ? SPI : c->buses & I2C ? I2C : PARALLEL;
}

pmb_panel_config config_for(const struct candidate *c, int bus)
{
    pmb_panel_config config = {
        .controller = c->controller,
        .size = c->size,
        .reset = PMB_PIN(1),
        .bus = {.select = PMB_PIN(2)},
    };
    pmb_bus *b = &config.bus;
    if (c->paper)
        config.busy = PMB_PIN(4);
    if (bus == SPI || bus == SOFT || bus == PARALLEL || bus == SPI16)
        b->data_command = PMB_PIN(3);
    if (bus == I2C)
        *b = (pmb_bus){.kind = &pmb_i2c};
    else if (bus == SPI)
        b->kind = &pmb_spi;
    else if (bus == SPI3)
        b->kind = &pmb_spi3;
    else if (bus == SPI16)
        b->kind = &pmb_spi16;
    else if (bus == SYNC)
        *b = (pmb_bus){.kind = &pmb_spi_sync, .select = PMB_PIN(2), .hertz = 1000000};
    else if (bus == PARALLEL)
        b->kind = &pmb_parallel8;
    else
        b->kind = &pmb_soft_spi;
    if (bus == SOFT || bus == SOFT3) {
        b->clock = PMB_PIN(5);
        b->data = PMB_PIN(6);
    }
    if (bus == PARALLEL) {
        b->strobe = PMB_PIN(7);
        b->read = PMB_PIN(8);
        b->second_select = PMB_PIN(9);
        b->lines = lines;
    }
    return config;
}
