/* catalog.c - controllers and modules by name. */
#include "catalog.h"

#include <stdio.h>
#include <string.h>
#include "pemble/families.h"

static const char oled[] = "1 bit, white on black", lcd[] = "1 bit, dark on light",
                  grey[] = "16 greys", color[] = "65536 colours", paper[] = "black, white",
                  red[] = "black, white, red", four[] = "black, white, yellow, red";

static const struct known_controller controllers[] = {
    {"ssd1306", "SSD1306", "pmb_ssd1306", &pmb_ssd1306, oled},
    {"ssd1305", "SSD1305", "pmb_ssd1305", &pmb_ssd1305, oled},
    {"ssd1306-vcc", "SSD1306", "pmb_ssd1306_vcc", &pmb_ssd1306_vcc, oled},
    {"ssd1309", "SSD1309", "pmb_ssd1309", &pmb_ssd1309, oled},
    {"sh1106", "SH1106", "pmb_sh1106", &pmb_sh1106, oled},
    {"sh1107", "SH1107", "pmb_sh1107", &pmb_sh1107, oled},
    {"pcd8544", "PCD8544", "pmb_pcd8544", &pmb_pcd8544, lcd},
    {"st7565", "ST7565", "pmb_st7565", &pmb_st7565, lcd},
    {"st7567", "ST7567", "pmb_st7567", &pmb_st7567, lcd},
    {"uc1701", "UC1701", "pmb_uc1701", &pmb_uc1701, lcd},
    {"st7920", "ST7920", "pmb_st7920", &pmb_st7920, lcd},
    {"ks0108", "KS0108", "pmb_ks0108", &pmb_ks0108, lcd},
    {"ks0108-low", "KS0108", "pmb_ks0108_low", &pmb_ks0108_low, lcd},
    {"ks0108-192", "KS0108", "pmb_ks0108_192", &pmb_ks0108_192, lcd},
    {"ssd1327", "SSD1327", "pmb_ssd1327", &pmb_ssd1327, grey},
    {"ssd1322", "SSD1322", "pmb_ssd1322", &pmb_ssd1322, grey},
    {"ssd1322-b", "SSD1322", "pmb_ssd1322_b", &pmb_ssd1322_b, grey},
    {"ssd1331", "SSD1331", "pmb_ssd1331", &pmb_ssd1331, color},
    {"ssd1351", "SSD1351", "pmb_ssd1351", &pmb_ssd1351, color},
    {"st7735", "ST7735", "pmb_st7735", &pmb_st7735, color},
    {"st7789", "ST7789", "pmb_st7789", &pmb_st7789, color},
    {"ili9341", "ILI9341", "pmb_ili9341", &pmb_ili9341, color},
    {"ili9488", "ILI9488", "pmb_ili9488", &pmb_ili9488, color},
    {"gc9a01", "GC9A01", "pmb_gc9a01", &pmb_gc9a01, color},
    {"gc9107", "GC9107", "pmb_gc9107", &pmb_gc9107, color},
    {"ili9163c", "ILI9163C", "pmb_ili9163c", &pmb_ili9163c, color},
    {"ili9225", "ILI9225", "pmb_ili9225", &pmb_ili9225, color},
    {"ili9320", "ILI9320", "pmb_ili9320", &pmb_ili9320, color},
    {"ili9325", "ILI9325", "pmb_ili9325", &pmb_ili9325, color},
    {"ili9342c", "ILI9342C", "pmb_ili9342c", &pmb_ili9342c, color},
    {"ili9486", "ILI9486", "pmb_ili9486", &pmb_ili9486, color},
    {"st7796s", "ST7796S", "pmb_st7796s", &pmb_st7796s, color},
    {"hx8357d", "HX8357D", "pmb_hx8357d", &pmb_hx8357d, color},
    {"ssd1608", "SSD1608", "pmb_ssd1608", &pmb_ssd1608, paper},
    {"ssd1619", "SSD1619", "pmb_ssd1619", &pmb_ssd1619, paper},
    {"ssd1619-red", "SSD1619, red", "pmb_ssd1619_red", &pmb_ssd1619_red, red},
    {"ssd1675", "SSD1675", "pmb_ssd1675", &pmb_ssd1675, paper},
    {"ssd1677", "SSD1677", "pmb_ssd1677", &pmb_ssd1677, paper},
    {"ssd1680", "SSD1680", "pmb_ssd1680", &pmb_ssd1680, paper},
    {"ssd1680-red", "SSD1680, red", "pmb_ssd1680_red", &pmb_ssd1680_red, red},
    {"ssd1681", "SSD1681", "pmb_ssd1681", &pmb_ssd1681, paper},
    {"ssd1681-red", "SSD1681, red", "pmb_ssd1681_red", &pmb_ssd1681_red, red},
    {"ssd1683", "SSD1683", "pmb_ssd1683", &pmb_ssd1683, paper},
    {"ssd1683-red", "SSD1683, red", "pmb_ssd1683_red", &pmb_ssd1683_red, red},
    {"uc8151", "UC8151", "pmb_uc8151", &pmb_uc8151, paper},
    {"uc8151-bare", "UC8151, bare", "pmb_uc8151_bare", &pmb_uc8151_bare, paper},
    {"uc8151-red", "UC8151, red", "pmb_uc8151_red", &pmb_uc8151_red, red},
    {"uc8176", "UC8176", "pmb_uc8176", &pmb_uc8176, paper},
    {"uc8176-red", "UC8176, red", "pmb_uc8176_red", &pmb_uc8176_red, red},
    {"uc8179", "UC8179", "pmb_uc8179", &pmb_uc8179, paper},
    {"uc8179-red", "UC8179, red", "pmb_uc8179_red", &pmb_uc8179_red, red},
    {"il91874", "IL91874, red", "pmb_il91874", &pmb_il91874, red},
    {"il91874-bare", "IL91874, bare", "pmb_il91874_bare", &pmb_il91874_bare, paper},
    {"il91874-red-bare", "IL91874, red, bare", "pmb_il91874_red_bare", &pmb_il91874_red_bare, red},
    {"jd79660", "JD79660", "pmb_jd79660", &pmb_jd79660, four},
    {"jd79661", "JD79661", "pmb_jd79661", &pmb_jd79661, four},
    {"jd79667", "JD79667", "pmb_jd79667", &pmb_jd79667, four},
    {"jd79668", "JD79668", "pmb_jd79668", &pmb_jd79668, four},
};
enum { CONTROLLERS = sizeof controllers / sizeof controllers[0] };

#define I2C4 "GND VCC SCL SDA", "VCC GND SCL SDA"
#define SPI7 "GND VCC SCL SDA RES DC CS", "VCC GND SCL SDA RES DC CS"

static const struct known_module modules[] = {
    {"oled-0.42-i2c", "ssd1306", "size=72x40 type=i2c", "3.3", I2C4},
    {"oled-0.49-i2c", "ssd1306", "size=64x32 type=i2c", "3.3", I2C4},
    {"oled-0.66", "ssd1306", "size=64x48 type=i2c", "3.3", I2C4},
    {"oled-0.69-i2c", "ssd1306", "size=96x16 type=i2c", "3.3", I2C4},
    {"oled-0.91-i2c", "ssd1306", "size=128x32 type=i2c", "3.3 or 5", "GND VCC SCL SDA",
     "SDA SCL VCC GND"},
    {"oled-0.96-i2c", "ssd1306", "size=128x64 type=i2c", "3.3 or 5", I2C4},
    {"oled-0.96-spi", "ssd1306", "size=128x64 type=spi", "3.3 or 5", SPI7},
    {"oled-1.12-i2c", "sh1107", "size=128x128 type=i2c", "3.3 or 5", I2C4},
    {"oled-1.3-i2c", "sh1106", "size=128x64 type=i2c", "3.3 or 5", "GND VCC SCL SDA",
     "VDD GND SCK SDA"},
    {"oled-1.3-spi", "sh1106", "size=128x64 type=spi", "3.3 or 5", SPI7},
    {"oled-1.3-tall", "sh1107", "size=64x128 type=i2c", "3.3", I2C4},
    {"oled-2.23", "ssd1305", "size=128x32 type=spi", "3.3", SPI7},
    {"oled-2.42-spi", "ssd1309", "size=128x64 type=spi", "3.3", SPI7},
    {"oled-2.42-i2c", "ssd1309", "size=128x64 type=i2c", "3.3", SPI7},
    {"oled-grey-1.12", "ssd1327", "size=96x96 type=i2c", "3.3 or 5", I2C4},
    {"oled-grey-1.5-i2c", "ssd1327", "size=128x128 type=i2c", "3.3 or 5", I2C4},
    {"oled-grey-1.5-spi", "ssd1327", "size=128x128 type=spi", "3.3 or 5", SPI7},
    {"oled-grey-2.7", "ssd1322", "size=128x64 type=spi", "3.3", SPI7},
    {"oled-grey-2.8", "ssd1322", "size=256x64 type=spi", "3.3", "GND VCC SCL SDA DC RES CS", NULL},
    {"oled-grey-3.12", "ssd1322", "size=256x64 type=spi", "3.3",
     "GND VCC - SCL SDA - - - - - - - - DC RES CS", NULL},
    {"oled-color-0.95", "ssd1331", "size=96x64 type=spi", "3.3", SPI7},
    {"oled-color-1.27", "ssd1351", "size=128x96 type=spi", "3.3 or 5", SPI7},
    {"oled-color-1.5", "ssd1351", "size=128x128 type=spi", "3.3 or 5", SPI7},
    {"lcd-1.6", "pcd8544", "size=84x48 type=spi", "3.3", "RST CE DC DIN CLK VCC BL GND",
     "VCC GND SCE RST D/C DN SCLK LED"},
    {"lcd-1.7", "uc1701", "size=102x64 type=spi", "3.3", "CS RST A0 SCK SDA VDD GND", NULL},
    {"lcd-2.2", "st7565", "size=128x64 type=spi", "3.3", "CS RST RS SCLK SID VDD GND", NULL},
    {"lcd-2.2-i2c", "st7567", "size=128x64 type=i2c", "3.3", I2C4},
    {"lcd-2.9", "uc1701", "size=128x64 type=spi", "3.3 or 5", "CS SCK SDA RS RST GND VCC", NULL},
    {"lcd-3.0-serial", "st7920", "size=128x64 type=spisync", "3.3 or 5",
     "GND VCC VO RS R/W E D0-D7 PSB NC RST VOUT BLA BLK", NULL},
    {"lcd-3.0-st7920", "st7920", "size=128x64 type=parallel8", "5",
     "GND VCC VO RS R/W E D0-D7 PSB NC RST VOUT BLA BLK", NULL},
    {"lcd-3.0-parallel", "ks0108", "size=128x64 type=parallel8", "5",
     "VSS VDD VO D/I R/W E D0-D7 CS1 CS2 RST VEE A K",
     "VDD VSS VO D/I R/W E D0-D7 CS1 CS2 RST VEE"},
    {"lcd-3.0-low", "ks0108-low", "size=128x64 type=parallel8", "5",
     "VSS VDD VO D/I R/W E D0-D7 CS1 CS2 RST VEE A K", NULL},
    {"lcd-4.1", "ks0108-192", "size=192x64 type=parallel8", "5",
     "VSS VDD VO D/I R/W E D0-D7 CSA CSB RST VEE A K", NULL},
    {"tft-0.85", "gc9107", "size=128x128 type=spi", "3.3", "GND VCC SCL SDA RES DC CS BLK", NULL},
    {"tft-0.96", "st7735", "size=80x160 type=spi", "3.3", "GND VCC SCL SDA RES DC CS BLK", NULL},
    {"tft-0.96-b", "st7735", "size=80x160 type=spi offset=24,0", "3.3",
     "GND VCC SCL SDA RES DC CS BLK", NULL},
    {"tft-1.14", "st7789", "size=135x240 type=spi", "3.3", "GND VCC SCL SDA RES DC CS BLK", NULL},
    {"tft-1.3", "st7789", "size=240x240 type=spi mode=3", "3.3", "GND VCC SCL SDA RES DC BLK",
     "GND VCC SCL SDA RES DC CS BLK"},
    {"tft-1.44", "st7735", "size=128x128 type=spi", "3.3 or 5", "VCC GND CS RESET A0 SDA SCK LED",
     "LED SCK SDA A0 RESET CS GND VCC"},
    {"tft-1.44-b", "st7735", "size=128x128 type=spi offset=2,1", "3.3 or 5",
     "VCC GND CS RESET A0 SDA SCK LED", NULL},
    {"tft-1.44-ili", "ili9163c", "size=128x128 type=spi", "3.3 or 5",
     "VCC GND CS RESET A0 SDA SCK LED", NULL},
    {"tft-1.47", "st7789", "size=172x320 type=spi", "3.3", "GND VCC SCL SDA RES DC CS BLK", NULL},
    {"tft-1.69", "st7789", "size=240x280 type=spi", "3.3", "GND VCC SCL SDA RES DC CS BLK", NULL},
    {"tft-1.8", "st7735", "size=128x160 type=spi", "3.3 or 5", "LED SCK SDA A0 RESET CS GND VCC",
     "VCC GND CS RESET A0 SDA SCK LED"},
    {"tft-1.8-b", "st7735", "size=128x160 type=spi offset=0,0", "3.3 or 5",
     "LED SCK SDA A0 RESET CS GND VCC", "VCC GND CS RESET A0 SDA SCK LED"},
    {"tft-1.8-c", "st7735", "size=128x160 type=spi offset=0,0 colors=bgr", "3.3 or 5",
     "LED SCK SDA A0 RESET CS GND VCC", "VCC GND CS RESET A0 SDA SCK LED"},
    {"tft-1.9", "st7789", "size=170x320 type=spi", "3.3", "GND VCC SCL SDA RES DC CS BLK", NULL},
    {"tft-2.0", "st7789", "size=240x320 type=spi", "3.3", "GND VCC SCL SDA RES DC CS BLK", NULL},
    {"tft-2.0-wide", "ili9342c", "size=320x240 type=spi", "3.3", "GND VCC SCL SDA RES DC CS BLK",
     NULL},
    {"tft-2.2", "ili9225", "size=176x220 type=spi", "3.3 or 5",
     "VCC GND GND NC NC LED CLK SDI RS RST CS", NULL},
    {"tft-2.25", "st7789", "size=76x284 type=spi", "3.3", "GND VCC SCL SDA RES DC CS BLK", NULL},
    {"tft-2.4-st", "st7789", "size=240x320 type=spi invert=yes", "3.3 or 5",
     "VCC GND CS RESET DC SDI SCK LED SDO", NULL},
    {"tft-2.4", "ili9341", "size=240x320 type=spi", "3.3 or 5",
     "VCC GND CS RESET DC SDI SCK LED SDO", NULL},
    {"tft-2.4-parallel", "ili9325", "size=240x320 type=parallel8", "5",
     "D0-D7 RST CS RS WR RD GND 5V 3V3", NULL},
    {"tft-2.4-9320", "ili9320", "size=240x320 type=parallel8", "5",
     "D0-D7 RST CS RS WR RD GND 5V 3V3", NULL},
    {"tft-2.8-ips", "ili9341", "size=240x320 type=spi invert=yes", "3.3 or 5",
     "VCC GND CS RESET DC SDI SCK LED SDO", NULL},
    {"tft-2.8", "ili9341", "size=240x320 type=spi", "3.3 or 5",
     "VCC GND CS RESET DC SDI SCK LED SDO", NULL},
    {"tft-2.8-parallel", "ili9341", "size=240x320 type=parallel8", "5",
     "D0-D7 RST CS RS WR RD GND 5V 3V3", NULL},
    {"tft-3.5", "ili9488", "size=320x480 type=spi", "3.3 or 5",
     "VCC GND CS RESET DC SDI SCK LED SDO", NULL},
    {"tft-3.5-ips", "ili9488", "size=320x480 type=spi invert=yes", "3.3 or 5",
     "VCC GND CS RESET DC SDI SCK LED SDO", NULL},
    {"tft-3.5-ili9486", "ili9486", "size=320x480 type=spi", "3.3 or 5",
     "VCC GND CS RESET DC SDI SCK LED SDO", NULL},
    {"tft-3.5-header", "ili9486", "size=320x480 type=spi16", "5",
     "SDI at 19, SCK at 23, CS at 24, DC at 18, RST at 22 of the 40-pin header", NULL},
    {"tft-3.5-parallel", "ili9486", "size=320x480 type=parallel8", "5",
     "D0-D7 RST CS RS WR RD GND 5V 3V3", NULL},
    {"tft-3.5-hx", "hx8357d", "size=320x480 type=spi", "3.3 or 5",
     "VCC GND CS RESET DC SDI SCK LED SDO", NULL},
    {"tft-4.0", "st7796s", "size=320x480 type=spi", "3.3 or 5",
     "VCC GND CS RESET DC SDI SCK LED SDO", NULL},
    {"tft-round-1.28", "gc9a01", "size=240x240 type=spi", "3.3", "GND VCC SCL SDA RES DC CS BLK",
     NULL},
    {"paper-1.54", "ssd1681", "size=200x200 type=spi", "3.3", "BUSY RST DC CS CLK DIN GND VCC",
     "VCC GND DIN CLK CS DC RST BUSY"},
    {"paper-1.54-1608", "ssd1608", "size=200x200 type=spi", "3.3", "BUSY RST DC CS CLK DIN GND VCC",
     "VCC GND DIN CLK CS DC RST BUSY"},
    {"paper-1.54-bwr", "ssd1681-red", "size=200x200 type=spi", "3.3",
     "BUSY RST DC CS CLK DIN GND VCC", "VCC GND DIN CLK CS DC RST BUSY"},
    {"paper-1.54-bwry", "jd79660", "size=200x200 type=spi", "3.3", "BUSY RST DC CS CLK DIN GND VCC",
     "VCC GND DIN CLK CS DC RST BUSY"},
    {"paper-2.13", "ssd1680", "size=122x250 type=spi rotate=90", "3.3",
     "BUSY RST DC CS CLK DIN GND VCC", "VCC GND DIN CLK CS DC RST BUSY"},
    {"paper-2.13-1675", "ssd1675", "size=122x250 type=spi rotate=90", "3.3",
     "BUSY RST DC CS CLK DIN GND VCC", "VCC GND DIN CLK CS DC RST BUSY"},
    {"paper-2.13-uc", "uc8151-bare", "size=104x212 type=spi rotate=90", "3.3",
     "BUSY RST DC CS CLK DIN GND VCC", "VCC GND DIN CLK CS DC RST BUSY"},
    {"paper-2.13-bwr", "ssd1680-red", "size=122x250 type=spi rotate=90", "3.3",
     "BUSY RST DC CS CLK DIN GND VCC", "VCC GND DIN CLK CS DC RST BUSY"},
    {"paper-2.13-bwry", "jd79661", "size=122x250 type=spi rotate=90", "3.3",
     "BUSY RST DC CS CLK DIN GND VCC", "VCC GND DIN CLK CS DC RST BUSY"},
    {"paper-2.66", "ssd1680", "size=152x296 type=spi rotate=90", "3.3",
     "BUSY RST DC CS CLK DIN GND VCC", "VCC GND DIN CLK CS DC RST BUSY"},
    {"paper-2.66-uc", "uc8151", "size=152x296 type=spi rotate=90", "3.3",
     "BUSY RST DC CS CLK DIN GND VCC", "VCC GND DIN CLK CS DC RST BUSY"},
    {"paper-2.66-bwry", "jd79661", "size=184x360 type=spi rotate=90", "3.3",
     "BUSY RST DC CS CLK DIN GND VCC", "VCC GND DIN CLK CS DC RST BUSY"},
    {"paper-2.7", "il91874-bare", "size=176x264 type=spi rotate=90", "3.3",
     "BUSY RST DC CS CLK DIN GND VCC", "VCC GND DIN CLK CS DC RST BUSY"},
    {"paper-2.7-ssd", "ssd1680", "size=176x264 type=spi rotate=90", "3.3",
     "BUSY RST DC CS CLK DIN GND VCC", "VCC GND DIN CLK CS DC RST BUSY"},
    {"paper-2.7-bwr", "il91874", "size=176x264 type=spi rotate=90", "3.3",
     "BUSY RST DC CS CLK DIN GND VCC", "VCC GND DIN CLK CS DC RST BUSY"},
    {"paper-2.7-bwr-b", "il91874-red-bare", "size=176x264 type=spi rotate=90", "3.3",
     "BUSY RST DC CS CLK DIN GND VCC", "VCC GND DIN CLK CS DC RST BUSY"},
    {"paper-2.9", "ssd1680", "size=128x296 type=spi rotate=90", "3.3",
     "BUSY RST DC CS CLK DIN GND VCC", "VCC GND DIN CLK CS DC RST BUSY"},
    {"paper-2.9-uc", "uc8151", "size=128x296 type=spi rotate=90", "3.3",
     "BUSY RST DC CS CLK DIN GND VCC", "VCC GND DIN CLK CS DC RST BUSY"},
    {"paper-2.9-bwr", "uc8151-red", "size=128x296 type=spi rotate=90", "3.3",
     "BUSY RST DC CS CLK DIN GND VCC", "VCC GND DIN CLK CS DC RST BUSY"},
    {"paper-2.9-bwry", "jd79667", "size=168x384 type=spi rotate=90", "3.3",
     "BUSY RST DC CS CLK DIN GND VCC", "VCC GND DIN CLK CS DC RST BUSY"},
    {"paper-3.0-bwry", "jd79667", "size=168x400 type=spi rotate=90", "3.3",
     "BUSY RST DC CS CLK DIN GND VCC", "VCC GND DIN CLK CS DC RST BUSY"},
    {"paper-3.7", "ssd1677", "size=280x480 type=spi rotate=90", "3.3",
     "BUSY RST DC CS CLK DIN GND VCC", "VCC GND DIN CLK CS DC RST BUSY"},
    {"paper-4.2", "uc8176", "size=400x300 type=spi", "3.3", "BUSY RST DC CS CLK DIN GND VCC",
     "VCC GND DIN CLK CS DC RST BUSY"},
    {"paper-4.2-ssd", "ssd1683", "size=400x300 type=spi", "3.3", "BUSY RST DC CS CLK DIN GND VCC",
     "VCC GND DIN CLK CS DC RST BUSY"},
    {"paper-4.2-1619", "ssd1619", "size=400x300 type=spi", "3.3", "BUSY RST DC CS CLK DIN GND VCC",
     "VCC GND DIN CLK CS DC RST BUSY"},
    {"paper-4.2-bwr", "uc8176-red", "size=400x300 type=spi", "3.3",
     "BUSY RST DC CS CLK DIN GND VCC", "VCC GND DIN CLK CS DC RST BUSY"},
    {"paper-4.2-bwr-ssd", "ssd1619-red", "size=400x300 type=spi", "3.3",
     "BUSY RST DC CS CLK DIN GND VCC", "VCC GND DIN CLK CS DC RST BUSY"},
    {"paper-4.2-bwry", "jd79668", "size=400x300 type=spi", "3.3", "BUSY RST DC CS CLK DIN GND VCC",
     "VCC GND DIN CLK CS DC RST BUSY"},
    {"paper-5.83", "uc8179", "size=648x480 type=spi", "3.3", "BUSY RST DC CS CLK DIN GND VCC",
     "VCC GND DIN CLK CS DC RST BUSY"},
    {"paper-5.83-bwr", "uc8179-red", "size=648x480 type=spi", "3.3",
     "BUSY RST DC CS CLK DIN GND VCC", "VCC GND DIN CLK CS DC RST BUSY"},
    {"paper-7.5", "uc8179", "size=800x480 type=spi", "3.3", "BUSY RST DC CS CLK DIN GND VCC",
     "VCC GND DIN CLK CS DC RST BUSY"},
    {"paper-7.5-bwr", "uc8179-red", "size=800x480 type=spi", "3.3",
     "BUSY RST DC CS CLK DIN GND VCC", "VCC GND DIN CLK CS DC RST BUSY"},
};
enum { MODULES = sizeof modules / sizeof modules[0] };

int controller_count(void)
{
    return CONTROLLERS;
}

const struct known_controller *controller_at(int number)
{
    return &controllers[number];
}

const struct known_controller *controller_named(const char *name)
{
    for (int i = 0; i < CONTROLLERS; i++)
        if (strcmp(controllers[i].name, name) == 0)
            return &controllers[i];
    return NULL;
}

/* Adds a word to a list that is separated by commas. */
static void add_word(char *list, size_t size, const char *word)
{
    const size_t length = strlen(list);
    snprintf(list + length, size - length, "%s%s", length ? ", " : "", word);
}

const char *controller_names(void)
{
    static char names[CONTROLLERS * 18];
    if (!*names)
        for (int i = 0; i < CONTROLLERS; i++)
            add_word(names, sizeof names, controllers[i].name);
    return names;
}

const char *controller_sizes(const struct known_controller *known)
{
    static char text[120];
    text[0] = '\0';
    for (int i = 0; i < known->controller->glass_count; i++) {
        char size[24];
        snprintf(size, sizeof size, "%dx%d", known->controller->glasses[i].size.w,
                 known->controller->glasses[i].size.h);
        add_word(text, sizeof text, size);
    }
    return text;
}

const char *controller_buses(const struct known_controller *known)
{
    static char text[60];
    const uint8_t buses = known->controller->buses;
    text[0] = '\0';
    if (buses & PMB_HAS_I2C)
        add_word(text, sizeof text, "i2c");
    if (buses & PMB_HAS_SPI)
        add_word(text, sizeof text, "spi");
    if (buses & PMB_HAS_SPI3)
        add_word(text, sizeof text, "spi3");
    if (buses & PMB_HAS_SPI_SYNC)
        add_word(text, sizeof text, "spisync");
    if (buses & PMB_HAS_SPI16)
        add_word(text, sizeof text, "spi16");
    if (buses & (PMB_HAS_SPI | PMB_HAS_SPI3))
        add_word(text, sizeof text, "softspi");
    if (buses & (PMB_HAS_PARALLEL_8080 | PMB_HAS_PARALLEL_6800))
        add_word(text, sizeof text, "parallel8");
    return text;
}

int module_count(void)
{
    return MODULES;
}

const struct known_module *module_at(int number)
{
    return &modules[number];
}

const struct known_module *module_named(const char *name)
{
    for (int i = 0; i < MODULES; i++)
        if (strcmp(modules[i].name, name) == 0)
            return &modules[i];
    return NULL;
}

const char *module_names_like(const char *name)
{
    static char names[MODULES * 20];
    /* Those of the same kind: alike up to the first '-'. */
    const size_t kind = strcspn(name, "-");
    names[0] = '\0';
    for (int i = 0; i < MODULES; i++)
        if (kind && strncmp(modules[i].name, name, kind) == 0)
            add_word(names, sizeof names, modules[i].name);
    if (!*names)
        for (int i = 0; i < MODULES; i++)
            add_word(names, sizeof names, modules[i].name);
    return names;
}
