/* taker.c - a port with no hardware behind it. */
#include "taker.h"
#include <string.h>

struct taken taken;

void take_anew(void)
{
    taken = (struct taken){.bytes = 0};
}

static pmb_status take(size_t count)
{
    taken.bytes += (unsigned)count;
    taken.calls++;
    return taken.left > 0 && --taken.left == 0 ? PMB_ERR_BUS : PMB_OK;
}

static pmb_status i2c_write(void *context, const pmb_bus *bus, uint8_t address, const uint8_t *head,
                            size_t head_count, const uint8_t *body, size_t body_count)
{
    (void)context, (void)bus, (void)head, (void)body;
    if (taken.address && address != taken.address)
        return PMB_ERR_NO_ANSWER;
    return take(head_count + body_count);
}

static pmb_status i2c_read(void *context, const pmb_bus *bus, uint8_t address, uint8_t *bytes,
                           size_t count)
{
    (void)context, (void)bus, (void)address;
    memset(bytes, taken.reply, count);
    return take(0);
}

static pmb_status spi(void *context, const pmb_bus *bus, const uint8_t *out, uint8_t *in,
                      size_t count)
{
    (void)context, (void)bus, (void)out;
    for (size_t i = 0; in && i < count; i++)
        in[i] = taken.answer ? taken.answer[i % 4] : taken.reply;
    return take(count);
}

static pmb_status spi_start(void *context, const pmb_bus *bus, const uint8_t *out, size_t count)
{
    (void)context, (void)bus, (void)out;
    return take(count);
}

static pmb_status spi_wait(void *context, const pmb_bus *bus)
{
    (void)context, (void)bus;
    return take(0);
}

static pmb_status parallel(void *context, const pmb_bus *bus, const uint8_t *bytes, size_t count)
{
    (void)context, (void)bus, (void)bytes;
    return take(count);
}

static bool levels[64];

static void pin_write(void *context, pmb_pin pin, bool high)
{
    (void)context;
    levels[pin % 64] = high;
    taken.bytes++;
}

bool taken_level(pmb_pin pin)
{
    return levels[pin % 64];
}

static bool pin_read(void *context, pmb_pin pin)
{
    static bool level;
    (void)context;
    taken.reads++;
    level = taken.held || (taken.held_after > 0 && taken.reads > taken.held_after) || !level;
    return taken.follows ? levels[pin % 64] && pin != taken.stuck : level;
}

static void wait_us(void *context, uint32_t microseconds)
{
    (void)context, (void)microseconds;
}

#define CALLBACKS                                                                                  \
    .i2c_write = i2c_write, .i2c_read = i2c_read, .spi = spi, .spi_start = spi_start,              \
    .spi_wait = spi_wait, .pin_write = pin_write, .pin_read = pin_read, .wait_us = wait_us

const pmb_port taker = {CALLBACKS};
const pmb_port parallel_taker = {CALLBACKS, .parallel = parallel};
