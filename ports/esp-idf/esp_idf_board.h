/*
 * esp_idf_board.h - a port on the drivers of ESP-IDF (5.2 and later): I2C master, SPI master, GPIO.
 * Written from the interface of these drivers and compiled against stand-ins of it. Not run.
 *
 * The application makes the buses, with the pins that it wants (i2c_new_master_bus,
 * spi_bus_initialize), and gives them to the board:
 *
 *     static pmb_esp_board board;
 *     pmb_esp_board_init(&board, i2c_bus, SPI2_HOST);
 *     pmb_panel_open(&panel, &config, &board.port);
 *
 * Pin numbers are GPIO numbers. Of the buses unit 0 is used.
 */
#ifndef PEMBLE_ESP_IDF_BOARD_H
#define PEMBLE_ESP_IDF_BOARD_H

#include <driver/i2c_master.h>
#include <driver/spi_master.h>
#include "pemble/linkage.h"
#include "pemble/port.h"

PMB_BEGIN_C

typedef struct pmb_esp_board {
    pmb_port port;
    /* The rest is the port's own. */
    i2c_master_bus_handle_t i2c_bus;
    i2c_master_dev_handle_t i2c_device; /* of the address and the clock below; NULL: none yet */
    uint8_t i2c_address;
    uint32_t i2c_hertz;
    spi_host_device_t spi_host;
    spi_device_handle_t spi_device; /* of the clock and the mode below; NULL: none yet */
    uint32_t spi_hertz;
    uint8_t spi_mode;
    spi_transaction_t sending; /* in the background */
    uint8_t message[1032];
} pmb_esp_board;

/* `i2c_bus` may be NULL when there is no panel on I2C. */
void pmb_esp_board_init(pmb_esp_board *board, i2c_master_bus_handle_t i2c_bus,
                        spi_host_device_t spi_host);

PMB_END_C

#endif
