/* A stand-in: what the port uses of Zephyr's drivers/i2c.h. */
#ifndef FAKE_I2C_H
#define FAKE_I2C_H
#include <stdint.h>
#include <zephyr/device.h>
#define I2C_MSG_WRITE 0u
#define I2C_MSG_READ  1u
#define I2C_MSG_STOP  2u
struct i2c_msg {
    uint8_t *buf;
    uint32_t len;
    uint8_t flags;
};
int i2c_transfer(const struct device *device, struct i2c_msg *messages, uint8_t count,
                 uint16_t address);
#endif
