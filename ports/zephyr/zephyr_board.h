/*
 * zephyr_board.h - a port on the driver interfaces of Zephyr: i2c.h, spi.h, gpio.h. Written from
 * these interfaces and compiled against stand-ins of them. Not run.
 *
 *     static pmb_zephyr_board board = {.i2c = DEVICE_DT_GET(DT_NODELABEL(i2c0)),
 *                                      .gpio = {DEVICE_DT_GET(DT_NODELABEL(gpio0))}};
 *     pmb_zephyr_board_init(&board);
 *     pmb_panel_open(&panel, &config, &board.port);
 *
 * A pin number is 32 times the number of its GPIO device in `gpio`, plus its number there.
 */
#ifndef PEMBLE_ZEPHYR_BOARD_H
#define PEMBLE_ZEPHYR_BOARD_H

#include <zephyr/device.h>
#include "pemble/linkage.h"
#include "pemble/port.h"

PMB_BEGIN_C

enum { PMB_ZEPHYR_GPIOS = 4 };

typedef struct pmb_zephyr_board {
    const struct device *i2c, *spi;              /* NULL: there is none */
    const struct device *gpio[PMB_ZEPHYR_GPIOS]; /* the same */
    pmb_port port;                               /* the port's own */
} pmb_zephyr_board;

/* Sets `port`. */
void pmb_zephyr_board_init(pmb_zephyr_board *board);

PMB_END_C

#endif
