/* i2c_end.h - the I2C interface of a module: bits on two pins in, bytes out. */
#ifndef PEMBLE_SIM_I2C_END_H
#define PEMBLE_SIM_I2C_END_H

#include "module.h"

struct i2c_end {
    int sda, scl; /* pin numbers of the module */
    /* A start condition with this module's address; false: not acknowledged. */
    bool (*addressed)(pmb_module *module, uint8_t address, bool read);
    /* A byte written to the module; false: not acknowledged. */
    bool (*received)(pmb_module *module, uint8_t byte);
    /* The next byte to read. */
    uint8_t (*wanted)(pmb_module *module);

    /* Private. */
    enum { I2C_IDLE, I2C_ADDRESS, I2C_WRITE, I2C_READ } phase;
    int bits;
    uint8_t shift;
    bool acknowledge;
    uint64_t rose;     /* when SCL rose last */
    uint64_t shortest; /* clock period seen, ns */
};

/* Tells the interface that one of the module's pins has changed. */
void i2c_end_changed(pmb_module *module, struct i2c_end *end, int pin, bool level);

#endif
