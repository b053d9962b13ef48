/*
 * pemble/linux_board.h - panels on the I2C, SPI and pins of a Linux board, through the kernel's own
 * interfaces: /dev/i2c-N, /dev/spidevN.M and /dev/gpiochipN. No rights beyond those of the groups
 * that own these files are needed.
 *
 *     pmb_linux_board *board = pmb_linux_board_open(NULL);
 *     if (board && pmb_panel_open(&panel, &config, pmb_linux_board_port(board)) != PMB_OK)
 *         fprintf(stderr, "%s\n", pmb_linux_board_error(board));
 *
 * Pin numbers are lines of the GPIO chip. A panel's select pin may be left out: then the kernel
 * drives the chip select of the SPI device. If the pin that is named is that chip select, the
 * kernel drives it as well, and writing to it does nothing.
 *
 * A pin that cannot be had or set makes the next transfer return PMB_ERR_BUS.
 *
 * A port is not safe to use from two threads at once; two ports are.
 */
#ifndef PEMBLE_LINUX_BOARD_H
#define PEMBLE_LINUX_BOARD_H

#include "pemble/linkage.h"
#include "pemble/port.h"

PMB_BEGIN_C

enum { PMB_LINUX_UNITS = 4 };

/* Which devices are meant by bus.unit, and by pins. NULL or a null entry: the usual one. */
typedef struct pmb_linux_devices {
    const char *gpio;                 /* "/dev/gpiochip0" */
    const char *i2c[PMB_LINUX_UNITS]; /* "/dev/i2c-1" for unit 0, as on the 40-pin header; then
                                         "/dev/i2c-0", "/dev/i2c-2", "/dev/i2c-3" */
    const char *spi[PMB_LINUX_UNITS]; /* "/dev/spidev0.0", "/dev/spidev0.1", "/dev/spidev1.0",
                                         "/dev/spidev1.1" */
} pmb_linux_devices;

typedef struct pmb_linux_board pmb_linux_board;

/* Devices are opened when they are first used. The strings must outlive the board. NULL when there
 * is no memory. */
pmb_linux_board *pmb_linux_board_open(const pmb_linux_devices *devices);

/* Closes the devices. Pins become inputs again, or stay as they are, as the GPIO driver does it. */
void pmb_linux_board_close(pmb_linux_board *board);

/* I2C transactions carry up to 8192 bytes; SPI transfers are split as the driver needs it. */
const pmb_port *pmb_linux_board_port(pmb_linux_board *board);

/* What went wrong last, and what to do about it: "/dev/i2c-1: No such file or directory. ...".
 * "" when nothing did. The text is valid until the next call of the port. */
const char *pmb_linux_board_error(const pmb_linux_board *board);

/*
 * Edges of inputs: of buttons, an encoder, a pen. From then on the kernel keeps the edges of these
 * pins in their order, so that none is missed while something else is done. pull: 1 up, -1 down, 0
 * none. Calling it again takes other pins in their place. PMB_ERR_ARGUMENT: a null pointer, or not
 * 1 to PMB_LINUX_WATCHED pins. PMB_ERR_BUS: a pin cannot be had.
 */
enum { PMB_LINUX_WATCHED = 16 };
pmb_status pmb_linux_board_watch(pmb_linux_board *board, const pmb_pin *pins, int count, int pull);

typedef struct pmb_linux_edge {
    pmb_pin pin;
    bool high;            /* the level after it */
    uint64_t nanoseconds; /* when it was, of CLOCK_MONOTONIC */
} pmb_linux_edge;

/*
 * Takes the oldest edge of all watched pins. False when there was none within `milliseconds` (0: at
 * once; -1: waits for ever). Until the next call, the port's pin_read gives the level that each
 * watched pin had at that moment: call the polling functions of input.h after each edge, and they
 * see every step of an encoder. `edge` may be NULL.
 */
bool pmb_linux_board_next_edge(pmb_linux_board *board, int milliseconds, pmb_linux_edge *edge);

PMB_END_C

#endif
