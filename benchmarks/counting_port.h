/* counting_port.h - a port that takes every byte in no time, and counts. */
#ifndef PEMBLE_BENCHMARKS_COUNTING_PORT_H
#define PEMBLE_BENCHMARKS_COUNTING_PORT_H

#include <string.h>
#include "pemble/port.h"

struct wires {
    unsigned long bytes, transfers;
};

static void counting_wait_us(void *context, uint32_t time)
{
    (void)context;
    (void)time;
}

static void counting_pin_write(void *context, pmb_pin pin, bool high)
{
    (void)context;
    (void)pin;
    (void)high;
}

static pmb_status counting_spi(void *context, const pmb_bus *bus, const uint8_t *out, uint8_t *in,
                               size_t count)
{
    struct wires *wires = context;
    (void)bus;
    (void)out;
    if (in)
        memset(in, 0, count);
    wires->bytes += count;
    wires->transfers++;
    return PMB_OK;
}

/* The address is a byte on the wire, too. */
static pmb_status counting_i2c(void *context, const pmb_bus *bus, uint8_t address,
                               const uint8_t *head, size_t head_count, const uint8_t *body,
                               size_t body_count)
{
    struct wires *wires = context;
    (void)bus;
    (void)address;
    (void)head;
    (void)body;
    wires->bytes += 1 + head_count + body_count;
    wires->transfers++;
    return PMB_OK;
}

static inline pmb_port counting_port(struct wires *wires)
{
    return (pmb_port){.context = wires,
                      .i2c_write = counting_i2c,
                      .spi = counting_spi,
                      .pin_write = counting_pin_write,
                      .wait_us = counting_wait_us};
}

#endif
