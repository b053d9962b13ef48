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
    {"pmb_ssd1305", 5418, 11824},
    {"pmb_ssd1306", 5460, 11896},
    {"pmb_ssd1306_vcc", 5460, 11896},
    {"pmb_ssd1309", 5396, 11792},
    {"pmb_sh1106", 5394, 11792},
    {"pmb_sh1107", 5406, 11808},
    {"pmb_pcd8544", 4586, 10464},
    {"pmb_st7565", 5570, 11848},
    {"pmb_st7567", 5570, 11848},
    {"pmb_st7920", 5544, 10400},
    {"pmb_uc1701", 5584, 11864},
    {"pmb_ks0108", 5852, 10864},
    {"pmb_ks0108_low", 5852, 10864},
    {"pmb_ks0108_192", 5852, 10864},
    {"pmb_ssd1327", 0, 11256},
    {"pmb_ssd1322", 0, 11288},
    {"pmb_ssd1331", 0, 11208},
    {"pmb_ssd1351", 0, 11224},
    {"pmb_st7735", 0, 11152},
    {"pmb_ili9163c", 0, 11072},
    {"pmb_gc9107", 0, 11024},
    {"pmb_gc9a01", 0, 11232},
    {"pmb_ili9225", 0, 10024},
    {"pmb_ili9320", 0, 10280},
    {"pmb_ili9325", 0, 10264},
    {"pmb_st7789", 0, 11128},
    {"pmb_ili9341", 0, 11008},
    {"pmb_ili9342c", 0, 11008},
    {"pmb_ili9486", 0, 11008},
    {"pmb_ili9488", 0, 11008},
    {"pmb_st7796s", 0, 11008},
    {"pmb_hx8357d", 0, 11008},
    {"pmb_ssd1608", 0, 16032},
    {"pmb_ssd1619", 0, 16040},
    {"pmb_ssd1619_red", 0, 16024},
    {"pmb_ssd1675", 0, 16064},
    {"pmb_ssd1677", 0, 16032},
    {"pmb_ssd1680", 0, 16088},
    {"pmb_ssd1680_red", 0, 16072},
    {"pmb_ssd1681", 0, 16032},
    {"pmb_ssd1681_red", 0, 16016},
    {"pmb_ssd1683", 0, 16016},
    {"pmb_ssd1683_red", 0, 16016},
    {"pmb_uc8151", 0, 16176},
    {"pmb_uc8151_bare", 0, 16176},
    {"pmb_uc8151_red", 0, 16168},
    {"pmb_uc8176", 0, 16136},
    {"pmb_uc8176_red", 0, 16128},
    {"pmb_uc8179", 0, 16176},
    {"pmb_uc8179_red", 0, 16160},
    {"pmb_il91874", 0, 16152},
    {"pmb_il91874_bare", 0, 16168},
    {"pmb_il91874_red_bare", 0, 16168},
    {"pmb_jd79660", 0, 16168},
    {"pmb_jd79661", 0, 16208},
    {"pmb_jd79667", 0, 16192},
    {"pmb_jd79668", 0, 16168},
};

/* What is added to that, each by itself. */
static const struct code_cost costs_of_drawing[] = {
    {"text, without its font", 1196, 2688},
    {"text and numbers", 1738, 3104},
    {"lines, circles, rounding", 2070, 2672},
    {"the same, smooth", 11664, 6352},
    {"a picture", 9664, 7896},
    {"a reel", 10472, 7984},
    {"a dial, without its font", 43388, 20648},
    {"a mirror", 4482, 1304},
    {"a draft", 0, 3040},
};

/* RAM: the structs of a panel and of a screen. */
static const struct code_cost costs_of_structs[] = {
    {"the panel's struct", 32, 48},
    {"the screen's struct", 49, 120},
};

#endif
