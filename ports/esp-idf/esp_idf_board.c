/* esp_idf_board.c - a port on the drivers of ESP-IDF. */
#include "esp_idf_board.h"

#include <driver/gpio.h>
#include <esp_rom_sys.h>
#include <freertos/FreeRTOS.h>
#include <freertos/task.h>
#include <string.h>

enum { I2C_MOST = 1024, I2C_TIMEOUT_MS = 100, SPI_MOST = 4092, SPI_USUAL_HERTZ = 4000000 };

/* ---- I2C ---- */

/* A device of the driver has one address and one clock; another panel gets another. */
static pmb_status choose_i2c(pmb_esp_board *b, const pmb_bus *bus, uint8_t address)
{
    const uint32_t hertz = bus->hertz ? bus->hertz : 400000;
    if (!b->i2c_bus || bus->unit != 0)
        return PMB_ERR_UNSUPPORTED;
    if (b->i2c_device && b->i2c_address == address && b->i2c_hertz == hertz)
        return PMB_OK;
    if (b->i2c_device && i2c_master_bus_rm_device(b->i2c_device) != ESP_OK)
        return PMB_ERR_BUS;
    b->i2c_device = NULL;
    const i2c_device_config_t config = {
        .dev_addr_length = I2C_ADDR_BIT_LEN_7, .device_address = address, .scl_speed_hz = hertz};
    if (i2c_master_bus_add_device(b->i2c_bus, &config, &b->i2c_device) != ESP_OK)
        return PMB_ERR_BUS;
    b->i2c_address = address;
    b->i2c_hertz = hertz;
    return PMB_OK;
}

/* The driver has one error for an address and for a byte that is not acknowledged: asking for the
 * address alone tells them apart. */
static pmb_status i2c_result(pmb_esp_board *b, uint8_t address, esp_err_t error)
{
    if (error == ESP_OK)
        return PMB_OK;
    return i2c_master_probe(b->i2c_bus, address, I2C_TIMEOUT_MS) == ESP_OK ? PMB_ERR_BUS
                                                                           : PMB_ERR_NO_ANSWER;
}

static pmb_status i2c_write(void *context, const pmb_bus *bus, uint8_t address, const uint8_t *head,
                            size_t head_count, const uint8_t *body, size_t body_count)
{
    pmb_esp_board *b = context;
    const pmb_status status = choose_i2c(b, bus, address);
    if (status != PMB_OK)
        return status;
    if (head_count + body_count == 0)
        return i2c_result(b, address, i2c_master_probe(b->i2c_bus, address, I2C_TIMEOUT_MS));
    if (head_count + body_count > sizeof b->message)
        return PMB_ERR_BUS;
    memcpy(b->message, head, head_count);
    if (body_count)
        memcpy(b->message + head_count, body, body_count);
    return i2c_result(
        b, address,
        i2c_master_transmit(b->i2c_device, b->message, head_count + body_count, I2C_TIMEOUT_MS));
}

static pmb_status i2c_read(void *context, const pmb_bus *bus, uint8_t address, uint8_t *reply,
                           size_t count)
{
    pmb_esp_board *b = context;
    const pmb_status status = choose_i2c(b, bus, address);
    if (status != PMB_OK)
        return status;
    return i2c_result(b, address, i2c_master_receive(b->i2c_device, reply, count, I2C_TIMEOUT_MS));
}

/* ---- SPI ---- */

static pmb_status choose_spi(pmb_esp_board *b, const pmb_bus *bus, bool reading)
{
    uint32_t hertz = bus->hertz ? bus->hertz : SPI_USUAL_HERTZ;
    if (reading && hertz > PMB_READ_HERTZ)
        hertz = PMB_READ_HERTZ;
    if (bus->unit != 0)
        return PMB_ERR_UNSUPPORTED;
    if (b->spi_device && b->spi_hertz == hertz && b->spi_mode == bus->mode)
        return PMB_OK;
    if (b->spi_device && spi_bus_remove_device(b->spi_device) != ESP_OK)
        return PMB_ERR_BUS;
    b->spi_device = NULL;
    const spi_device_interface_config_t config = {.mode = bus->mode,
                                                  .clock_speed_hz = (int)hertz,
                                                  .spics_io_num = -1, /* the library's business */
                                                  .queue_size = 1};
    if (spi_bus_add_device(b->spi_host, &config, &b->spi_device) != ESP_OK)
        return PMB_ERR_BUS;
    b->spi_hertz = hertz;
    b->spi_mode = bus->mode;
    return PMB_OK;
}

static pmb_status spi(void *context, const pmb_bus *bus, const uint8_t *out, uint8_t *in,
                      size_t count)
{
    static const uint8_t zeros[64];
    pmb_esp_board *b = context;
    pmb_status status = choose_spi(b, bus, in != NULL);
    for (size_t at = 0; at < count && status == PMB_OK;) {
        size_t part = count - at < SPI_MOST ? count - at : SPI_MOST;
        if (!out && part > sizeof zeros)
            part = sizeof zeros;
        spi_transaction_t t = {.length = part * 8,
                               .rxlength = in ? part * 8 : 0,
                               .tx_buffer = out ? out + at : zeros,
                               .rx_buffer = in ? in + at : NULL};
        if (spi_device_polling_transmit(b->spi_device, &t) != ESP_OK)
            status = PMB_ERR_BUS;
        at += part;
    }
    return status;
}

/* What is longer than the driver takes at once goes first; its end goes in the background. */
static pmb_status spi_start(void *context, const pmb_bus *bus, const uint8_t *out, size_t count)
{
    pmb_esp_board *b = context;
    const size_t first = count > SPI_MOST ? (count - 1) / SPI_MOST * SPI_MOST : 0;
    pmb_status status = spi(context, bus, out, NULL, first);
    if (status == PMB_OK)
        status = choose_spi(b, bus, false);
    if (status != PMB_OK)
        return status;
    b->sending = (spi_transaction_t){.length = (count - first) * 8, .tx_buffer = out + first};
    return spi_device_queue_trans(b->spi_device, &b->sending, portMAX_DELAY) == ESP_OK
               ? PMB_OK
               : PMB_ERR_BUS;
}

static pmb_status spi_wait(void *context, const pmb_bus *bus)
{
    pmb_esp_board *b = context;
    spi_transaction_t *done;
    (void)bus;
    return spi_device_get_trans_result(b->spi_device, &done, portMAX_DELAY) == ESP_OK ? PMB_OK
                                                                                      : PMB_ERR_BUS;
}

/* ---- pins and time ---- */

static void pin_write(void *context, pmb_pin pin, bool high)
{
    const gpio_num_t number = (gpio_num_t)pmb_pin_number(pin);
    (void)context;
    gpio_set_level(number, high);
    gpio_set_direction(number, GPIO_MODE_OUTPUT);
}

static bool pin_read(void *context, pmb_pin pin)
{
    const gpio_num_t number = (gpio_num_t)pmb_pin_number(pin);
    (void)context;
    gpio_set_direction(number, GPIO_MODE_INPUT);
    return gpio_get_level(number) != 0;
}

/* Other tasks run during long waits. A wait of n ticks may end up to one tick early. */
static void wait_us(void *context, uint32_t microseconds)
{
    const uint32_t tick = 1000000 / configTICK_RATE_HZ;
    (void)context;
    if (microseconds < 2 * tick)
        esp_rom_delay_us(microseconds);
    else
        vTaskDelay((TickType_t)(microseconds / tick + 2));
}

void pmb_esp_board_init(pmb_esp_board *b, i2c_master_bus_handle_t i2c_bus,
                        spi_host_device_t spi_host)
{
    *b = (pmb_esp_board){.i2c_bus = i2c_bus, .spi_host = spi_host};
    b->port = (pmb_port){.context = b,
                         .i2c_limit = I2C_MOST,
                         .i2c_write = i2c_write,
                         .i2c_read = i2c_read,
                         .spi = spi,
                         .spi_start = spi_start,
                         .spi_wait = spi_wait,
                         .pin_write = pin_write,
                         .pin_read = pin_read,
                         .wait_us = wait_us};
}
