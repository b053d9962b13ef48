/* panel.c - the panel and its wires. A C file, because C has names here; 'pemble config panel.ini
 * --as c' prints such a table. */
#include <pemble.h>

const PMB_FLASH pmb_panel_config board = {
    .controller = &pmb_gc9a01,
    .size = {240, 240},
    .bus = {.kind = &pmb_spi, .hertz = 8000000, .select = PMB_PIN(10), .data_command = PMB_PIN(9)},
    .reset = PMB_PIN(8),
};
