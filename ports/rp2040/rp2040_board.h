/*
 * rp2040_board.h - a port on the registers of the RP2040: SPI with DMA, I2C, pins, the microsecond
 * timer. It needs no SDK. Written from the "RP2040 Datasheet" (build 2023-06-14); its sections are
 * named in rp2040_board.c. Checked on a stand-in of the registers. Not run.
 *
 * Before it is used, the clocks run (the timer counts microseconds, clk_peri is what is said here).
 *
 *     static const pmb_rp2040_wires wires = {.peri_hertz = 125000000, .sck = PMB_PIN(18),
 *                                            .mosi = PMB_PIN(19), .miso = PMB_PIN(16)};
 *     static pmb_rp2040_board board;
 *     pmb_rp2040_board_init(&board, &wires);
 *     pmb_panel_open(&panel, &config, &board.port);
 *
 * Pin numbers are GPIO numbers. bus.unit 0 is SPI and I2C as wired here.
 */
#ifndef PEMBLE_RP2040_BOARD_H
#define PEMBLE_RP2040_BOARD_H

#include "pemble/linkage.h"
#include "pemble/port.h"

PMB_BEGIN_C

/* Which pins the units are on; their functions are in section 1.4.3, table 2. A unit whose pins are
 * left out is not used. */
typedef struct pmb_rp2040_wires {
    uint32_t peri_hertz; /* clk_peri and clk_sys */
    uint8_t spi;         /* 0: SPI0, 1: SPI1 */
    pmb_pin sck, mosi, miso;
    uint8_t i2c; /* 0: I2C0, 1: I2C1 */
    pmb_pin sda, scl;
    uint8_t dma_channel; /* 0 to 11, for sending in the background */
} pmb_rp2040_wires;

typedef struct pmb_rp2040_board {
    pmb_port port;
    const pmb_rp2040_wires *wires; /* the port's own, as the rest */
    uint32_t i2c_hertz, spi_hertz;
    uint8_t spi_mode;
} pmb_rp2040_board;

void pmb_rp2040_board_init(pmb_rp2040_board *board, const pmb_rp2040_wires *wires);

PMB_END_C

#endif
