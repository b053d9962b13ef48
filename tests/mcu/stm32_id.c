/* stm32_id.c - the port for the STM32F4 on the SPI unit of an emulated STM32F205, which is the
 * same. Prints what a flash memory answers to "read identification" (9Fh). */
#include <stdio.h>
#include <stdlib.h>
#include "stm32f4_board.h"

int main(void)
{
    static const pmb_stm32f4_wires wires = {.core_hertz = 120000000,
                                            .apb1_hertz = 30000000,
                                            .apb2_hertz = 60000000,
                                            .spi = 3,
                                            .sck = PMB_STM32F4_PIN('C', 10),
                                            .mosi = PMB_STM32F4_PIN('C', 12),
                                            .miso = PMB_STM32F4_PIN('C', 11)};
    static const pmb_bus bus = {.hertz = 8000000};
    static pmb_stm32f4_board board;
    static const uint8_t out[3] = {0x9F};
    uint8_t in[3];
    pmb_stm32f4_board_init(&board, &wires);
    if (board.port.spi(&board, &bus, out, in, sizeof in) == PMB_OK)
        printf("%02X %02X %02X\n", in[0], in[1], in[2]);
    exit(0);
}
