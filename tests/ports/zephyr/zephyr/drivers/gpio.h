/* A stand-in: what the port uses of Zephyr's drivers/gpio.h. */
#ifndef FAKE_ZEPHYR_GPIO_H
#define FAKE_ZEPHYR_GPIO_H
#include <stdint.h>
#include <zephyr/device.h>
typedef uint8_t gpio_pin_t;
typedef uint32_t gpio_flags_t;
#define GPIO_INPUT       1u
#define GPIO_OUTPUT_LOW  2u
#define GPIO_OUTPUT_HIGH 4u
int gpio_pin_configure(const struct device *device, gpio_pin_t pin, gpio_flags_t flags);
int gpio_pin_get_raw(const struct device *device, gpio_pin_t pin);
#endif
