/* The port on Zephyr's driver interfaces, on stand-ins of them: it keeps the rules of a port. */
#include "fake_board.h"
#include "zephyr_board.h"

#include <errno.h>
#include <zephyr/drivers/gpio.h>
#include <zephyr/drivers/i2c.h>
#include <zephyr/drivers/spi.h>
#include <zephyr/kernel.h>

static const struct device i2c0, spi0, gpio0;

int i2c_transfer(const struct device *device, struct i2c_msg *messages, uint8_t count,
                 uint16_t address)
{
    uint8_t bytes[300];
    size_t length = 0;
    assert_ptr_equal(device, &i2c0);
    assert_true(messages[count - 1].flags & I2C_MSG_STOP);
    if (messages[0].flags & I2C_MSG_READ)
        return fake_read((uint8_t)address, messages[0].buf, messages[0].len) ? 0 : -EIO;
    for (uint8_t i = 0; i < count; i++) {
        assert_true(i + 1 == count || !(messages[i].flags & I2C_MSG_STOP));
        if (messages[i].len)
            memcpy(bytes + length, messages[i].buf, messages[i].len);
        length += messages[i].len;
    }
    return fake_write((uint8_t)address, bytes, length) ? 0 : -EIO;
}

int spi_transceive(const struct device *device, const struct spi_config *config,
                   const struct spi_buf_set *tx, const struct spi_buf_set *rx)
{
    assert_ptr_equal(device, &spi0);
    fake.clock_hertz = config->frequency;
    fake.mode = config->operation & (SPI_MODE_CPOL | SPI_MODE_CPHA);
    fake_spi(tx->buffers->buf, rx ? rx->buffers->buf : NULL, tx->buffers->len);
    return 0;
}

int gpio_pin_configure(const struct device *device, gpio_pin_t pin, gpio_flags_t flags)
{
    assert_ptr_equal(device, &gpio0);
    fake.driven[pin] = !(flags & GPIO_INPUT);
    if (fake.driven[pin])
        fake.level[pin] = flags & GPIO_OUTPUT_HIGH;
    return 0;
}

int gpio_pin_get_raw(const struct device *device, gpio_pin_t pin)
{
    assert_ptr_equal(device, &gpio0);
    return fake_level(pin);
}

int32_t k_sleep(k_timeout_t timeout)
{
    fake.now += (unsigned)timeout.microseconds;
    return 0;
}

void k_busy_wait(uint32_t microseconds)
{
    fake.now += microseconds;
}

static void it_keeps_the_rules(void **state)
{
    (void)state;
    static pmb_zephyr_board board = {.i2c = &i2c0, .spi = &spi0, .gpio = {&gpio0}};
    pmb_zephyr_board_init(&board);
    fake_check(&board.port, "sending in the background");
    const pmb_bus slow = {.kind = &pmb_spi, .mode = 3};
    assert_int_equal(board.port.spi(&board, &slow, (const uint8_t *)said, NULL, 1), PMB_OK);
    assert_int_equal(fake.clock_hertz, 4000000);
    assert_int_equal(fake.mode, SPI_MODE_CPOL | SPI_MODE_CPHA);
    static pmb_zephyr_board empty;
    pmb_zephyr_board_init(&empty);
    assert_int_equal(empty.port.spi(&empty, &slow, NULL, NULL, 1), PMB_ERR_UNSUPPORTED);
}

int main(void)
{
    const struct CMUnitTest tests[] = {cmocka_unit_test(it_keeps_the_rules)};
    return cmocka_run_group_tests(tests, NULL, NULL);
}
