/* wired.c - a panel on this machine's own wires, and its simulated twin. */
#include "wired.h"

static pmb_status i2c_write(void *context, const pmb_bus *bus, uint8_t address, const uint8_t *head,
                            size_t head_count, const uint8_t *body, size_t body_count)
{
    const struct wired *w = context;
    (void)w->twin->i2c_write(w->twin->context, bus, address, head, head_count, body, body_count);
    return w->hardware->i2c_write(w->hardware->context, bus, address, head, head_count, body,
                                  body_count);
}

static pmb_status i2c_read(void *context, const pmb_bus *bus, uint8_t address, uint8_t *reply,
                           size_t count)
{
    const struct wired *w = context;
    (void)w->twin->i2c_read(w->twin->context, bus, address, reply, count);
    return w->hardware->i2c_read(w->hardware->context, bus, address, reply, count);
}

static pmb_status spi(void *context, const pmb_bus *bus, const uint8_t *out, uint8_t *in,
                      size_t count)
{
    const struct wired *w = context;
    (void)w->twin->spi(w->twin->context, bus, out, in, count);
    return w->hardware->spi(w->hardware->context, bus, out, in, count);
}

static void pin_write(void *context, pmb_pin pin, bool high)
{
    const struct wired *w = context;
    w->twin->pin_write(w->twin->context, pin, high);
    w->hardware->pin_write(w->hardware->context, pin, high);
}

/* Passes the twin's time until its pin has that level; a twin that never has it is left alone. */
static void follow(const struct wired *w, pmb_pin pin, bool level)
{
    enum { STEP_US = 5000, STEPS = 12000 };
    for (int i = 0; i < STEPS && w->twin->pin_read(w->twin->context, pin) != level; i++)
        w->twin->wait_us(w->twin->context, STEP_US);
}

static bool pin_read(void *context, pmb_pin pin)
{
    const struct wired *w = context;
    const bool level = w->hardware->pin_read(w->hardware->context, pin);
    for (int i = 0; i < w->busy_count; i++)
        if (w->busy[i] == pin)
            follow(w, pin, level);
    return level;
}

static void wait_us(void *context, uint32_t microseconds)
{
    const struct wired *w = context;
    w->twin->wait_us(w->twin->context, microseconds);
    w->hardware->wait_us(w->hardware->context, microseconds);
}

bool wired_open(struct wired *w, pmb_bench *bench)
{
    *w = (struct wired){.board = pmb_linux_board_open(NULL), .twin = pmb_bench_port(bench)};
    if (!w->board)
        return false;
    w->hardware = pmb_linux_board_port(w->board);
    w->port = (pmb_port){
        .context = w,
        .i2c_limit = w->hardware->i2c_limit,
        .i2c_write = i2c_write,
        .i2c_read = i2c_read,
        .spi = spi,
        .pin_write = pin_write,
        .pin_read = pin_read,
        .wait_us = wait_us,
    };
    return true;
}

void wired_close(struct wired *w)
{
    pmb_linux_board_close(w->board);
    w->board = NULL;
}

void wired_wait_for(struct wired *w, pmb_pin busy)
{
    if (busy != PMB_PIN_NONE && w->busy_count < WIRED_BUSY_PINS)
        w->busy[w->busy_count++] = busy;
}
