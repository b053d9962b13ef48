/* A stand-in: what the port uses of Zephyr's device.h. */
#ifndef FAKE_DEVICE_H
#define FAKE_DEVICE_H
struct device {
    int number;
};
#endif
