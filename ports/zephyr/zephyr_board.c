/* zephyr_board.c - a port on the driver interfaces of Zephyr. */
#include "zephyr_board.h"

#include <errno.h>
#include <zephyr/drivers/gpio.h>
#include <zephyr/drivers/i2c.h>
#include <zephyr/drivers/spi.h>
#include <zephyr/kernel.h>

enum { SPI_USUAL_HERTZ = 4000000, PINS = 32 };

/* ---- I2C; its clock is that of the device tree ---- */

static pmb_status i2c_result(int error)
{
    if (error == 0)
        return PMB_OK;
    return error == -EIO || error == -ENXIO ? PMB_ERR_NO_ANSWER : PMB_ERR_BUS;
}

/* Two messages without a start between them are one transaction. */
static pmb_status i2c_write_both(void *context, const pmb_bus *bus, uint8_t address,
                                 const uint8_t *head, size_t head_count, const uint8_t *body,
                                 size_t body_count)
{
    const pmb_zephyr_board *b = context;
    struct i2c_msg messages[2] = {
        {.buf = (uint8_t *)(uintptr_t)head, .len = (uint32_t)head_count, .flags = I2C_MSG_WRITE},
        {.buf = (uint8_t *)(uintptr_t)body, .len = (uint32_t)body_count, .flags = I2C_MSG_WRITE}};
    const uint8_t count = body_count ? 2 : 1;
    if (!b->i2c || bus->unit != 0)
        return PMB_ERR_UNSUPPORTED;
    messages[count - 1].flags |= I2C_MSG_STOP;
    return i2c_result(i2c_transfer(b->i2c, messages, count, address));
}

static pmb_status i2c_read_all(void *context, const pmb_bus *bus, uint8_t address, uint8_t *reply,
                               size_t count)
{
    const pmb_zephyr_board *b = context;
    struct i2c_msg message = {
        .buf = reply, .len = (uint32_t)count, .flags = I2C_MSG_READ | I2C_MSG_STOP};
    if (!b->i2c || bus->unit != 0)
        return PMB_ERR_UNSUPPORTED;
    return i2c_result(i2c_transfer(b->i2c, &message, 1, address));
}

/* ---- SPI ---- */

static pmb_status spi(void *context, const pmb_bus *bus, const uint8_t *out, uint8_t *in,
                      size_t count)
{
    const pmb_zephyr_board *b = context;
    struct spi_config config = {.frequency = bus->hertz ? bus->hertz : SPI_USUAL_HERTZ,
                                .operation =
                                    SPI_OP_MODE_MASTER | SPI_WORD_SET(8) | SPI_TRANSFER_MSB};
    if (!b->spi || bus->unit != 0)
        return PMB_ERR_UNSUPPORTED;
    if (count == 0)
        return PMB_OK;
    if (bus->mode == 3)
        config.operation |= SPI_MODE_CPOL | SPI_MODE_CPHA;
    if (in && config.frequency > PMB_READ_HERTZ)
        config.frequency = PMB_READ_HERTZ;
    /* A buffer that is NULL sends zeros, or drops what comes. */
    const struct spi_buf sent = {.buf = (void *)(uintptr_t)out, .len = count};
    const struct spi_buf taken = {.buf = in, .len = count};
    const struct spi_buf_set tx = {.buffers = &sent, .count = 1};
    const struct spi_buf_set rx = {.buffers = &taken, .count = 1};
    return spi_transceive(b->spi, &config, &tx, in ? &rx : NULL) == 0 ? PMB_OK : PMB_ERR_BUS;
}

/* ---- pins and time ---- */

static const struct device *gpio_of(const pmb_zephyr_board *b, pmb_pin pin)
{
    const unsigned device = pmb_pin_number(pin) / PINS;
    return device < PMB_ZEPHYR_GPIOS ? b->gpio[device] : NULL;
}

static void pin_write(void *context, pmb_pin pin, bool high)
{
    const struct device *gpio = gpio_of(context, pin);
    if (gpio)
        (void)gpio_pin_configure(gpio, (gpio_pin_t)(pmb_pin_number(pin) % PINS),
                                 high ? GPIO_OUTPUT_HIGH : GPIO_OUTPUT_LOW);
}

static bool pin_read(void *context, pmb_pin pin)
{
    const struct device *gpio = gpio_of(context, pin);
    const gpio_pin_t number = (gpio_pin_t)(pmb_pin_number(pin) % PINS);
    return gpio && gpio_pin_configure(gpio, number, GPIO_INPUT) == 0 &&
           gpio_pin_get_raw(gpio, number) > 0;
}

static void wait_us(void *context, uint32_t microseconds)
{
    (void)context;
    if (microseconds < 1000)
        k_busy_wait(microseconds);
    else
        k_sleep(K_USEC(microseconds));
}

void pmb_zephyr_board_init(pmb_zephyr_board *b)
{
    b->port = (pmb_port){.context = b,
                         .i2c_write = i2c_write_both,
                         .i2c_read = i2c_read_all,
                         .spi = spi,
                         .pin_write = pin_write,
                         .pin_read = pin_read,
                         .wait_us = wait_us};
}
