/* pemble/bench_modules.h - the modules that the bench knows. */
#ifndef PEMBLE_BENCH_MODULES_H
#define PEMBLE_BENCH_MODULES_H

#include "pemble/bench.h"
#include "pemble/linkage.h"

PMB_BEGIN_C

extern const pmb_module_type pmb_sim_ssd1305, pmb_sim_ssd1306, pmb_sim_ssd1306_vcc, pmb_sim_ssd1309,
    pmb_sim_sh1106, pmb_sim_sh1107;
extern const pmb_module_type pmb_sim_pcd8544, pmb_sim_st7565, pmb_sim_st7567, pmb_sim_uc1701,
    pmb_sim_ks0108, pmb_sim_ks0108_low, pmb_sim_ks0108_192;
extern const pmb_module_type pmb_sim_ssd1327, pmb_sim_ssd1322, pmb_sim_ssd1322_b, pmb_sim_ssd1331,
    pmb_sim_ssd1351;
extern const pmb_module_type pmb_sim_st7735, pmb_sim_st7789, pmb_sim_ili9341, pmb_sim_ili9488,
    pmb_sim_gc9a01;
extern const pmb_module_type pmb_sim_st7796s, pmb_sim_ili9486, pmb_sim_ili9342c, pmb_sim_gc9107,
    pmb_sim_hx8357d, pmb_sim_ili9163c;

extern const pmb_module_type pmb_sim_ili9225, pmb_sim_ili9320, pmb_sim_ili9325;

extern const pmb_module_type pmb_sim_st7920;

/* E-paper with black and white, (_red) with red as well, (_bare) without waveforms in its memory.
 */
extern const pmb_module_type pmb_sim_ssd1608, pmb_sim_ssd1619, pmb_sim_ssd1619_red, pmb_sim_ssd1675,
    pmb_sim_ssd1677, pmb_sim_ssd1680, pmb_sim_ssd1680_red, pmb_sim_ssd1681, pmb_sim_ssd1681_red,
    pmb_sim_ssd1683, pmb_sim_ssd1683_red;
extern const pmb_module_type pmb_sim_uc8151, pmb_sim_uc8151_bare, pmb_sim_uc8151_red,
    pmb_sim_uc8176, pmb_sim_uc8176_red, pmb_sim_uc8179, pmb_sim_uc8179_red, pmb_sim_il91874,
    pmb_sim_il91874_bare, pmb_sim_il91874_red_bare;

/* E-paper with black, white, yellow and red. */
extern const pmb_module_type pmb_sim_jd79660, pmb_sim_jd79661, pmb_sim_jd79667, pmb_sim_jd79668;

/* An I2C port expander with sixteen pins, as adapter boards for parallel displays have it. */
extern const pmb_module_type pmb_sim_mcp23017;

PMB_END_C

#endif
