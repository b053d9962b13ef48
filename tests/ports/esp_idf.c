/* The port on ESP-IDF's drivers, on stand-ins of them: it keeps the rules of a port. */
#include "esp_idf_board.h"
#include "fake_board.h"

#include <driver/gpio.h>
#include <esp_rom_sys.h>
#include <freertos/task.h>

static uint16_t address; /* of the one I2C device */
static int i2c_devices, spi_devices;
static spi_transaction_t *queued;
static int something;

esp_err_t i2c_master_bus_add_device(i2c_master_bus_handle_t bus, const i2c_device_config_t *config,
                                    i2c_master_dev_handle_t *device)
{
    (void)bus;
    address = config->device_address;
    *device = (i2c_master_dev_handle_t)(void *)&something;
    i2c_devices++;
    return ESP_OK;
}

esp_err_t i2c_master_bus_rm_device(i2c_master_dev_handle_t device)
{
    (void)device;
    i2c_devices--;
    return ESP_OK;
}

esp_err_t i2c_master_transmit(i2c_master_dev_handle_t device, const uint8_t *bytes, size_t count,
                              int timeout_ms)
{
    (void)device, (void)timeout_ms;
    return fake_write((uint8_t)address, bytes, count) ? ESP_OK : ESP_ERR_INVALID_STATE;
}

esp_err_t i2c_master_receive(i2c_master_dev_handle_t device, uint8_t *bytes, size_t count,
                             int timeout_ms)
{
    (void)device, (void)timeout_ms;
    return fake_read((uint8_t)address, bytes, count) ? ESP_OK : ESP_ERR_INVALID_STATE;
}

esp_err_t i2c_master_probe(i2c_master_bus_handle_t bus, uint16_t asked, int timeout_ms)
{
    (void)bus, (void)timeout_ms;
    return asked == 0x50 ? ESP_OK : ESP_ERR_NOT_FOUND;
}

esp_err_t spi_bus_add_device(spi_host_device_t host, const spi_device_interface_config_t *config,
                             spi_device_handle_t *device)
{
    (void)host;
    fake.clock_hertz = (unsigned)config->clock_speed_hz;
    fake.mode = config->mode;
    *device = (spi_device_handle_t)(void *)&something;
    spi_devices++;
    return ESP_OK;
}

esp_err_t spi_bus_remove_device(spi_device_handle_t device)
{
    (void)device;
    spi_devices--;
    return ESP_OK;
}

/* The driver refuses what is longer than its DMA can take. */
esp_err_t spi_device_polling_transmit(spi_device_handle_t device, spi_transaction_t *t)
{
    (void)device;
    if (t->length / 8 > 4092 || !t->tx_buffer)
        return ESP_ERR_INVALID_STATE;
    fake_spi(t->tx_buffer, t->rx_buffer, t->length / 8);
    return ESP_OK;
}

esp_err_t spi_device_queue_trans(spi_device_handle_t device, spi_transaction_t *t, TickType_t ticks)
{
    (void)ticks;
    queued = t;
    return spi_device_polling_transmit(device, t);
}

esp_err_t spi_device_get_trans_result(spi_device_handle_t device, spi_transaction_t **t,
                                      TickType_t ticks)
{
    (void)device, (void)ticks;
    *t = queued;
    return queued ? ESP_OK : ESP_ERR_INVALID_STATE;
}

esp_err_t gpio_set_direction(gpio_num_t pin, gpio_mode_t mode)
{
    fake.driven[pin] = mode == GPIO_MODE_OUTPUT;
    return ESP_OK;
}

esp_err_t gpio_set_level(gpio_num_t pin, uint32_t level)
{
    fake.level[pin] = level;
    return ESP_OK;
}

int gpio_get_level(gpio_num_t pin)
{
    return fake_level((unsigned)pin);
}

void esp_rom_delay_us(uint32_t microseconds)
{
    fake.now += microseconds;
}

/* Up to a tick less than asked for. */
void vTaskDelay(TickType_t ticks)
{
    fake.now += (ticks - 1) * (1000000 / configTICK_RATE_HZ) + 1;
}

static void it_keeps_the_rules(void **state)
{
    (void)state;
    static pmb_esp_board board;
    pmb_esp_board_init(&board, (i2c_master_bus_handle_t)(void *)&something, SPI2_HOST);
    fake_check(&board.port, NULL);
    assert_int_equal(i2c_devices, 1);
    assert_int_equal(spi_devices, 1);
    assert_in_range(fake.longest, 4000, 4092);
    assert_int_equal(fake.clock_hertz, 8000000); /* of the last, which was not read */
    const pmb_bus slow = {.kind = &pmb_spi, .mode = 3};
    assert_int_equal(board.port.spi(&board, &slow, (const uint8_t *)said, NULL, 1), PMB_OK);
    assert_int_equal(fake.clock_hertz, 4000000);
    assert_int_equal(fake.mode, 3);
    const pmb_bus other = {.kind = &pmb_spi, .unit = 1};
    assert_int_equal(board.port.spi(&board, &other, NULL, NULL, 1), PMB_ERR_UNSUPPORTED);
}

int main(void)
{
    const struct CMUnitTest tests[] = {cmocka_unit_test(it_keeps_the_rules)};
    return cmocka_run_group_tests(tests, NULL, NULL);
}
