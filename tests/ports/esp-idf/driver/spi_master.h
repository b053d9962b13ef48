/* A stand-in: what the port uses of ESP-IDF's driver/spi_master.h. */
#ifndef FAKE_SPI_MASTER_H
#define FAKE_SPI_MASTER_H
#include <stddef.h>
#include <stdint.h>
#include "freertos/FreeRTOS.h"
typedef int esp_err_t;
typedef enum { SPI2_HOST = 1 } spi_host_device_t;
typedef struct spi_device_t *spi_device_handle_t;
typedef struct {
    uint8_t mode;
    int clock_speed_hz;
    int spics_io_num;
    int queue_size;
} spi_device_interface_config_t;
typedef struct {
    size_t length, rxlength; /* bits */
    const void *tx_buffer;
    void *rx_buffer;
} spi_transaction_t;
esp_err_t spi_bus_add_device(spi_host_device_t host, const spi_device_interface_config_t *config,
                             spi_device_handle_t *device);
esp_err_t spi_bus_remove_device(spi_device_handle_t device);
esp_err_t spi_device_polling_transmit(spi_device_handle_t device, spi_transaction_t *transaction);
esp_err_t spi_device_queue_trans(spi_device_handle_t device, spi_transaction_t *transaction,
                                 TickType_t ticks);
esp_err_t spi_device_get_trans_result(spi_device_handle_t device, spi_transaction_t **transaction,
                                      TickType_t ticks);
#endif
