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
    {"pmb_ssd1305", 5414, 11864},
    {"pmb_ssd1306", 5456, 11936},
    {"pmb_ssd1306_vcc", 5456, 11936},
    {"pmb_ssd1309", 5392, 11832},
    {"pmb_sh1106", 5390, 11832},
    {"pmb_sh1107", 5402, 11848},
    {"pmb_pcd8544", 4582, 10504},
    {"pmb_st7565", 5566, 11888},
    {"pmb_st7567", 5566, 11888},
    {"pmb_st7920", 5540, 10440},
    {"pmb_uc1701", 5580, 11904},
    {"pmb_ks0108", 5848, 10904},
    {"pmb_ks0108_low", 5848, 10904},
    {"pmb_ks0108_192", 5848, 10904},
    {"pmb_ssd1327", 0, 11296},
    {"pmb_ssd1322", 0, 11328},
    {"pmb_ssd1331", 0, 11248},
    {"pmb_ssd1351", 0, 11264},
    {"pmb_st7735", 0, 11192},
    {"pmb_ili9163c", 0, 11112},
    {"pmb_gc9107", 0, 11064},
    {"pmb_gc9a01", 0, 11272},
    {"pmb_ili9225", 0, 10064},
    {"pmb_ili9320", 0, 10320},
    {"pmb_ili9325", 0, 10304},
    {"pmb_st7789", 0, 11168},
    {"pmb_ili9341", 0, 11048},
    {"pmb_ili9342c", 0, 11048},
    {"pmb_ili9486", 0, 11048},
    {"pmb_ili9488", 0, 11048},
    {"pmb_st7796s", 0, 11048},
    {"pmb_hx8357d", 0, 11048},
    {"pmb_ssd1608", 0, 16064},
    {"pmb_ssd1619", 0, 16072},
    {"pmb_ssd1619_red", 0, 16056},
    {"pmb_ssd1675", 0, 16096},
    {"pmb_ssd1677", 0, 16064},
    {"pmb_ssd1680", 0, 16120},
    {"pmb_ssd1680_red", 0, 16104},
    {"pmb_ssd1681", 0, 16064},
    {"pmb_ssd1681_red", 0, 16048},
    {"pmb_ssd1683", 0, 16048},
    {"pmb_ssd1683_red", 0, 16048},
    {"pmb_uc8151", 0, 16208},
    {"pmb_uc8151_bare", 0, 16208},
    {"pmb_uc8151_red", 0, 16200},
    {"pmb_uc8176", 0, 16168},
    {"pmb_uc8176_red", 0, 16160},
    {"pmb_uc8179", 0, 16208},
    {"pmb_uc8179_red", 0, 16192},
    {"pmb_il91874", 0, 16184},
    {"pmb_il91874_bare", 0, 16200},
    {"pmb_il91874_red_bare", 0, 16200},
    {"pmb_jd79660", 0, 16200},
    {"pmb_jd79661", 0, 16240},
    {"pmb_jd79667", 0, 16224},
    {"pmb_jd79668", 0, 16200},
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
