/*
 * stm32f4_board.h - a port on the registers of the STM32F4: SPI with DMA, I2C, pins, the cycle
 * counter. It needs no vendor code. Written from ST's reference manual RM0090 (revision 19); its
 * sections are named in stm32f4_board.c. What was run on what is in docs/boards.md.
 *
 * Before it is used, the clocks run as they are said here.
 *
 *     static const pmb_stm32f4_wires wires = {.core_hertz = 168000000,
 *                                             .apb1_hertz = 42000000,
 *                                             .apb2_hertz = 84000000,
 *                                             .spi = 1,
 *                                             .sck = PMB_STM32F4_PIN('A', 5),
 *                                             .mosi = PMB_STM32F4_PIN('A', 7)};
 *     static pmb_stm32f4_board board;
 *     pmb_stm32f4_board_init(&board, &wires);
 *     pmb_panel_open(&panel, &config, &board.port);
 *
 * bus.unit 0 is SPI and I2C as wired here.
 */
#ifndef PEMBLE_STM32F4_BOARD_H
#define PEMBLE_STM32F4_BOARD_H

#include "pemble/linkage.h"
#include "pemble/port.h"

PMB_BEGIN_C

/* A pin by its name: PMB_STM32F4_PIN('B', 6) is PB6. */
#define PMB_STM32F4_PIN(letter, number) PMB_PIN(((letter) - 'A') * 16 + (number))

/* Which pins the units are on: SPI1 and SPI2 are alternate function 5, SPI3 is 6, I2C is 4 (tables
 * of pins in the data sheet of the part). A unit whose pins are left out is not used. */
typedef struct pmb_stm32f4_wires {
    uint32_t core_hertz;             /* HCLK, which the cycle counter counts */
    uint32_t apb1_hertz, apb2_hertz; /* PCLK1 of SPI2, SPI3 and I2C; PCLK2 of SPI1 */
    uint8_t spi;                     /* 1 to 3 */
    pmb_pin sck, mosi, miso;
    uint8_t i2c; /* 1 to 3 */
    pmb_pin sda, scl;
} pmb_stm32f4_wires;

/* A clock below apb/256 is PMB_ERR_UNSUPPORTED. Bytes in core-coupled memory (0x10000000), which
 * DMA does not reach, are sent at once. */
typedef struct pmb_stm32f4_board {
    pmb_port port;
    const pmb_stm32f4_wires *wires; /* the port's own, as the rest */
    const uint8_t *rest;            /* what DMA has yet to send */
    size_t rest_count;
    uint32_t i2c_hertz, spi_hertz;
    uint8_t spi_mode;
} pmb_stm32f4_board;

void pmb_stm32f4_board_init(pmb_stm32f4_board *board, const pmb_stm32f4_wires *wires);

PMB_END_C

#endif
