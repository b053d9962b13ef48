/* panel.c - the panel and its wires. A C file, because C has names here; 'pemble config panel.ini
 * --as c' prints such a table. */
#include <pemble.h>

const PMB_FLASH pmb_panel_config board = {
    .controller = &pmb_ssd1306,
    .size = {128, 64},
    .bus = {.kind = &pmb_i2c, .address = 0x3C},
};
