/* i2c_end.c - a module's side of I2C (UM10204, sections 3.1.4 to 3.1.10). */
#include "i2c_end.h"
#include "bench_parts.h"

static void start_or_stop(pmb_module *module, struct i2c_end *end, bool stop)
{
    end->phase = stop ? I2C_IDLE : I2C_ADDRESS;
    end->bits = 0;
    end->shift = 0;
    end->rose = 0;
    module_pin_drive(module, end->sda, DRIVE_NONE);
}

/* The eighth bit is in: what to answer in the ninth clock. */
static void byte_complete(pmb_module *module, struct i2c_end *end)
{
    if (end->phase == I2C_ADDRESS) {
        const bool read = end->shift & 1;
        end->acknowledge = end->addressed(module, end->shift >> 1, read);
        end->phase = !end->acknowledge ? I2C_IDLE : read ? I2C_READ : I2C_WRITE;
    } else {
        end->acknowledge = end->received(module, end->shift);
    }
}

static void drive_read_bit(pmb_module *module, const struct i2c_end *end)
{
    const bool bit = end->shift >> (7 - end->bits) & 1;
    module_pin_drive(module, end->sda, bit ? DRIVE_NONE : DRIVE_LOW);
}

static void clock_rose(pmb_module *module, struct i2c_end *end)
{
    const uint64_t now = module->bench->now;
    if (end->rose && (!end->shortest || now - end->rose < end->shortest))
        end->shortest = now - end->rose;
    end->rose = now;
    if (end->phase == I2C_IDLE)
        return;
    const bool bit = module_pin_level(module, end->sda, true);
    if (end->phase == I2C_READ && end->bits != 8)
        return; /* the module is talking */
    if (end->bits < 8)
        end->shift = (uint8_t)(end->shift << 1 | bit);
    else if (end->phase == I2C_READ && bit && end->acknowledge == false)
        end->phase = I2C_IDLE; /* the board has read enough */
}

static void clock_fell(pmb_module *module, struct i2c_end *end)
{
    if (end->phase == I2C_IDLE) {
        module_pin_drive(module, end->sda, DRIVE_NONE);
        return;
    }
    /* The first falling edge after a start comes before any bit. */
    if (end->rose == 0)
        return;
    end->bits++;
    if (end->bits == 8) {
        const bool reading = end->phase == I2C_READ;
        if (!reading)
            byte_complete(module, end);
        else
            end->acknowledge = false;
        module_pin_drive(module, end->sda, !reading && end->acknowledge ? DRIVE_LOW : DRIVE_NONE);
    } else if (end->bits == 9) {
        end->bits = 0;
        end->shift = end->phase == I2C_READ ? end->wanted(module) : 0;
        module_pin_drive(module, end->sda, DRIVE_NONE);
    }
    if (end->phase == I2C_READ && end->bits < 8)
        drive_read_bit(module, end);
}

void i2c_end_changed(pmb_module *module, struct i2c_end *end, int pin, bool level)
{
    if (pin == end->sda) {
        if (module_pin_level(module, end->scl, true))
            start_or_stop(module, end, level);
    } else if (pin == end->scl) {
        if (level)
            clock_rose(module, end);
        else
            clock_fell(module, end);
    }
}
