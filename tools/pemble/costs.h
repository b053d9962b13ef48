/* costs.h - what the library takes on small processors, in bytes; made by make footprint. */
/* clang-format off */
#ifndef PEMBLE_COSTS_H
#define PEMBLE_COSTS_H

/* On an AVR with PMB_SMALL (0: not there), and on a Cortex-M0; compiled with -Os. */
struct code_cost {
    const char *what;
    int avr, cortex;
};

/* A panel and a screen on the bus that is usual for it. */
static const struct code_cost costs_of_controllers[] = {
    {"pmb_ssd1305", 5414, 11672},
    {"pmb_ssd1306", 5456, 11752},
    {"pmb_ssd1306_vcc", 5456, 11752},
    {"pmb_ssd1309", 5392, 11648},
    {"pmb_sh1106", 5390, 11640},
    {"pmb_sh1107", 5402, 11664},
    {"pmb_pcd8544", 4582, 10312},
    {"pmb_st7565", 5566, 11696},
    {"pmb_st7567", 5566, 11696},
    {"pmb_st7920", 5540, 10240},
    {"pmb_uc1701", 5580, 11720},
    {"pmb_ks0108", 5848, 10712},
    {"pmb_ks0108_low", 5848, 10712},
    {"pmb_ks0108_192", 5848, 10712},
    {"pmb_ssd1327", 0, 11112},
    {"pmb_ssd1322", 0, 11144},
    {"pmb_ssd1331", 0, 11056},
    {"pmb_ssd1351", 0, 11080},
    {"pmb_st7735", 0, 11000},
    {"pmb_ili9163c", 0, 10920},
    {"pmb_gc9107", 0, 10872},
    {"pmb_gc9a01", 0, 11080},
    {"pmb_ili9225", 0, 9872},
    {"pmb_ili9320", 0, 10128},
    {"pmb_ili9325", 0, 10112},
    {"pmb_st7789", 0, 10976},
    {"pmb_ili9341", 0, 10856},
    {"pmb_ili9342c", 0, 10856},
    {"pmb_ili9486", 0, 10856},
    {"pmb_ili9488", 0, 10856},
    {"pmb_st7796s", 0, 10856},
    {"pmb_hx8357d", 0, 10856},
    {"pmb_ssd1608", 0, 15888},
    {"pmb_ssd1619", 0, 15896},
    {"pmb_ssd1619_red", 0, 15880},
    {"pmb_ssd1675", 0, 15920},
    {"pmb_ssd1677", 0, 15888},
    {"pmb_ssd1680", 0, 15944},
    {"pmb_ssd1680_red", 0, 15928},
    {"pmb_ssd1681", 0, 15888},
    {"pmb_ssd1681_red", 0, 15872},
    {"pmb_ssd1683", 0, 15872},
    {"pmb_ssd1683_red", 0, 15872},
    {"pmb_uc8151", 0, 16032},
    {"pmb_uc8151_bare", 0, 16032},
    {"pmb_uc8151_red", 0, 16024},
    {"pmb_uc8176", 0, 15992},
    {"pmb_uc8176_red", 0, 15984},
    {"pmb_uc8179", 0, 16032},
    {"pmb_uc8179_red", 0, 16016},
    {"pmb_il91874", 0, 16008},
    {"pmb_il91874_bare", 0, 16024},
    {"pmb_il91874_red_bare", 0, 16024},
    {"pmb_jd79660", 0, 16024},
    {"pmb_jd79661", 0, 16064},
    {"pmb_jd79667", 0, 16048},
    {"pmb_jd79668", 0, 16024},
};

/* What is added to that, each by itself. */
static const struct code_cost costs_of_drawing[] = {
    {"text, without its font", 1196, 2688},
    {"text and numbers", 1738, 3104},
    {"lines, circles, rounding", 2070, 2664},
    {"the same, smooth", 11664, 6344},
    {"a picture", 9596, 6024},
    {"a reel", 10610, 6008},
    {"a dial, without its font", 43388, 20640},
    {"a mirror", 4482, 1296},
    {"a draft", 0, 3040},
};

/* RAM: the structs of a panel and of a screen. */
static const struct code_cost costs_of_structs[] = {
    {"the panel's struct", 32, 48},
    {"the screen's struct", 49, 120},
};

#endif
