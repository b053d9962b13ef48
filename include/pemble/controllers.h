/*
 * controllers.h - the display controllers that Pemble drives. Only those that a program names are
 * linked. docs/controllers/ has a page for each, with the glasses it is sold with.
 */
#ifndef PEMBLE_CONTROLLERS_H
#define PEMBLE_CONTROLLERS_H

#include "pemble/linkage.h"
#include "pemble/panel.h"

PMB_BEGIN_C

/* one-bit OLED; memory in pixels */
extern const PMB_FLASH pmb_controller pmb_ssd1305;     /* 132x64 */
extern const PMB_FLASH pmb_controller pmb_ssd1306;     /* 128x64 */
extern const PMB_FLASH pmb_controller pmb_ssd1306_vcc; /* the same; the glass's supply comes from
                                                          outside, the charge pump is off */
extern const PMB_FLASH pmb_controller pmb_ssd1309;     /* 128x64 */
extern const PMB_FLASH pmb_controller pmb_sh1106;      /* 132x64 */
extern const PMB_FLASH pmb_controller pmb_sh1107;      /* 128x128 */

/* one-bit LCD; memory in pixels */
extern const PMB_FLASH pmb_controller pmb_pcd8544;    /* 84x48 */
extern const PMB_FLASH pmb_controller pmb_st7565;     /* 132x65 */
extern const PMB_FLASH pmb_controller pmb_st7567;     /* 132x65 */
extern const PMB_FLASH pmb_controller pmb_st7920;     /* 128x64 */
extern const PMB_FLASH pmb_controller pmb_uc1701;     /* 132x65 */
extern const PMB_FLASH pmb_controller pmb_ks0108;     /* two of them: 128x64 */
extern const PMB_FLASH pmb_controller pmb_ks0108_low; /* the same, selected by low levels */
extern const PMB_FLASH pmb_controller pmb_ks0108_192; /* three of them: 192x64 */

/* grey OLED; memory in pixels */
extern const PMB_FLASH pmb_controller pmb_ssd1327; /* 128x128 */
extern const PMB_FLASH pmb_controller pmb_ssd1322; /* 480x128 */
extern const PMB_FLASH pmb_controller
    pmb_ssd1322_b; /* when mirrored pixels are exchanged in pairs */

/* colour OLED; memory in pixels */
extern const PMB_FLASH pmb_controller pmb_ssd1331; /* 96x64 */
extern const PMB_FLASH pmb_controller pmb_ssd1351; /* 128x128 */

/* colour TFT; memory in pixels */
extern const PMB_FLASH pmb_controller pmb_st7735;   /* 132x162, or less by a strap */
extern const PMB_FLASH pmb_controller pmb_ili9163c; /* 132x162, or less by a strap */
extern const PMB_FLASH pmb_controller pmb_gc9107;   /* 128x160 */
extern const PMB_FLASH pmb_controller pmb_gc9a01;   /* 240x240 */
extern const PMB_FLASH pmb_controller pmb_ili9225;  /* 176x220 */
extern const PMB_FLASH pmb_controller pmb_ili9320;  /* 240x320 */
extern const PMB_FLASH pmb_controller pmb_ili9325;  /* 240x320 */
extern const PMB_FLASH pmb_controller pmb_st7789;   /* 240x320 */
extern const PMB_FLASH pmb_controller pmb_ili9341;  /* 240x320 */
extern const PMB_FLASH pmb_controller pmb_ili9342c; /* 320x240 */
extern const PMB_FLASH pmb_controller pmb_ili9486;  /* 320x480 */
extern const PMB_FLASH pmb_controller pmb_ili9488;  /* 320x480 */
extern const PMB_FLASH pmb_controller pmb_st7796s;  /* 320x480 */
extern const PMB_FLASH pmb_controller pmb_hx8357d;  /* 320x480 */

/* e-paper, black and white; _red also has a second ink; _bare has no waveforms in its memory, and
 * Pemble's own are used; memory in pixels */
extern const PMB_FLASH pmb_controller pmb_ssd1608;          /* 240x320 */
extern const PMB_FLASH pmb_controller pmb_ssd1619;          /* 400x300 */
extern const PMB_FLASH pmb_controller pmb_ssd1619_red;      /* 400x300 */
extern const PMB_FLASH pmb_controller pmb_ssd1675;          /* 160x296 */
extern const PMB_FLASH pmb_controller pmb_ssd1677;          /* 280x480 */
extern const PMB_FLASH pmb_controller pmb_ssd1680;          /* 176x296 */
extern const PMB_FLASH pmb_controller pmb_ssd1680_red;      /* 176x296 */
extern const PMB_FLASH pmb_controller pmb_ssd1681;          /* 200x200 */
extern const PMB_FLASH pmb_controller pmb_ssd1681_red;      /* 200x200 */
extern const PMB_FLASH pmb_controller pmb_ssd1683;          /* 400x300 */
extern const PMB_FLASH pmb_controller pmb_ssd1683_red;      /* 400x300 */
extern const PMB_FLASH pmb_controller pmb_uc8151;           /* 160x296 */
extern const PMB_FLASH pmb_controller pmb_uc8151_bare;      /* 160x296 */
extern const PMB_FLASH pmb_controller pmb_uc8151_red;       /* 160x296 */
extern const PMB_FLASH pmb_controller pmb_uc8176;           /* 400x300 */
extern const PMB_FLASH pmb_controller pmb_uc8176_red;       /* 400x300 */
extern const PMB_FLASH pmb_controller pmb_uc8179;           /* 800x480 */
extern const PMB_FLASH pmb_controller pmb_uc8179_red;       /* 800x480 */
extern const PMB_FLASH pmb_controller pmb_il91874;          /* 176x264, with a second ink */
extern const PMB_FLASH pmb_controller pmb_il91874_bare;     /* 176x264, black and white */
extern const PMB_FLASH pmb_controller pmb_il91874_red_bare; /* 176x264 */

/* e-paper, black, white, yellow and red; full refresh only */
extern const PMB_FLASH pmb_controller pmb_jd79660; /* 200x200 */
extern const PMB_FLASH pmb_controller pmb_jd79661; /* 184x360 */
extern const PMB_FLASH pmb_controller pmb_jd79667; /* 168x400 */
extern const PMB_FLASH pmb_controller pmb_jd79668; /* 400x300 */

PMB_END_C

#endif
