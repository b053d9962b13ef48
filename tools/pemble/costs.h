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
    {"pmb_ssd1305", 5418, 11880},
    {"pmb_ssd1306", 5460, 11960},
    {"pmb_ssd1306_vcc", 5460, 11960},
    {"pmb_ssd1309", 5396, 11856},
    {"pmb_sh1106", 5394, 11848},
    {"pmb_sh1107", 5406, 11872},
    {"pmb_pcd8544", 4586, 10480},
    {"pmb_st7565", 5570, 11904},
    {"pmb_st7567", 5570, 11904},
    {"pmb_st7920", 5648, 10528},
    {"pmb_uc1701", 5584, 11928},
    {"pmb_ks0108", 5844, 10880},
    {"pmb_ks0108_low", 5844, 10880},
    {"pmb_ks0108_192", 5844, 10880},
    {"pmb_ssd1327", 0, 11544},
    {"pmb_ssd1322", 0, 11576},
    {"pmb_ssd1331", 0, 11496},
    {"pmb_ssd1351", 0, 11512},
    {"pmb_st7735", 0, 11184},
    {"pmb_ili9163c", 0, 11104},
    {"pmb_gc9107", 0, 11056},
    {"pmb_gc9a01", 0, 11264},
    {"pmb_ili9225", 0, 10248},
    {"pmb_ili9320", 0, 10512},
    {"pmb_ili9325", 0, 10488},
    {"pmb_st7789", 0, 11160},
    {"pmb_ili9341", 0, 11040},
    {"pmb_ili9342c", 0, 11040},
    {"pmb_ili9486", 0, 11040},
    {"pmb_ili9488", 0, 11040},
    {"pmb_st7796s", 0, 11040},
    {"pmb_hx8357d", 0, 11040},
    {"pmb_ssd1608", 0, 16328},
    {"pmb_ssd1619", 0, 16344},
    {"pmb_ssd1619_red", 0, 16320},
    {"pmb_ssd1675", 0, 16360},
    {"pmb_ssd1677", 0, 16336},
    {"pmb_ssd1680", 0, 16392},
    {"pmb_ssd1680_red", 0, 16376},
    {"pmb_ssd1681", 0, 16328},
    {"pmb_ssd1681_red", 0, 16312},
    {"pmb_ssd1683", 0, 16312},
    {"pmb_ssd1683_red", 0, 16312},
    {"pmb_uc8151", 0, 16328},
    {"pmb_uc8151_bare", 0, 16328},
    {"pmb_uc8151_red", 0, 16320},
    {"pmb_uc8176", 0, 16288},
    {"pmb_uc8176_red", 0, 16280},
    {"pmb_uc8179", 0, 16328},
    {"pmb_uc8179_red", 0, 16312},
    {"pmb_il91874", 0, 16304},
    {"pmb_il91874_bare", 0, 16320},
    {"pmb_il91874_red_bare", 0, 16320},
    {"pmb_jd79660", 0, 16320},
    {"pmb_jd79661", 0, 16360},
    {"pmb_jd79667", 0, 16344},
    {"pmb_jd79668", 0, 16320},
};

/* What is added to that, each by itself. */
static const struct code_cost costs_of_drawing[] = {
    {"text, without its font", 1196, 2672},
    {"text and numbers", 1738, 3088},
    {"lines, circles, rounding", 2070, 2616},
    {"the same, smooth", 11492, 6248},
    {"a picture", 9714, 7928},
    {"a reel", 10496, 8008},
    {"a dial, without its font", 48724, 21944},
    {"a mirror", 4568, 1320},
    {"a draft", 0, 3040},
};

/* RAM: the structs of a panel and of a screen. */
static const struct code_cost costs_of_structs[] = {
    {"the panel's struct", 32, 48},
    {"the screen's struct", 49, 120},
};

#endif
