/* own_bytes.c - the driver on a port that passes on what it sends. */
#include "own_bytes.h"

#include <stdlib.h>
#include <string.h>

struct ear {
    byte_passed *passed;
    void *user;
    pmb_pin data_command;
    bool command; /* D/C is low */
};

static pmb_status i2c_write(void *context, const pmb_bus *bus, uint8_t address, const uint8_t *head,
                            size_t head_count, const uint8_t *body, size_t body_count)
{
    const struct ear *e = context;
    (void)bus;
    (void)address;
    (void)head_count; /* one control byte: bit 6 is D/C */
    for (size_t i = 0; i < body_count; i++)
        e->passed(e->user, 0, body[i], !(head[0] & 0x40));
    return PMB_OK;
}

static pmb_status send(void *context, const uint8_t *bytes, size_t count)
{
    const struct ear *e = context;
    for (size_t i = 0; i < count; i++)
        e->passed(e->user, 0, bytes ? bytes[i] : 0, e->command);
    return PMB_OK;
}

static pmb_status spi(void *context, const pmb_bus *bus, const uint8_t *out, uint8_t *in,
                      size_t count)
{
    (void)bus;
    if (in)
        memset(in, 0, count);
    return in ? PMB_OK : send(context, out, count);
}

static pmb_status parallel(void *context, const pmb_bus *bus, const uint8_t *bytes, size_t count)
{
    (void)bus;
    return send(context, bytes, count);
}

static void pin_write(void *context, pmb_pin pin, bool high)
{
    struct ear *e = context;
    if (pin == e->data_command)
        e->command = !high;
}

static bool pin_read(void *context, pmb_pin pin)
{
    (void)context;
    (void)pin;
    return false;
}

static void wait_us(void *context, uint32_t microseconds)
{
    (void)context;
    (void)microseconds;
}

static void paint(pmb_canvas *c, void *scene)
{
    (void)scene;
    pmb_fill(c, PMB_WHITE);
}

bool own_bytes(const struct panel_setup *panel, byte_passed *passed, void *user)
{
    struct ear ear = {passed, user, panel->config.bus.data_command, false};
    const pmb_port port = {.context = &ear,
                           .i2c_write = i2c_write,
                           .spi = spi,
                           .parallel = parallel,
                           .pin_write = pin_write,
                           .pin_read = pin_read,
                           .wait_us = wait_us};
    pmb_panel_config config = panel->config;
    pmb_panel opened;
    pmb_screen screen;
    config.busy = PMB_PIN_NONE;
    /* Bits on pins and words of nine bits carry the same bytes as SPI with D/C. */
    if (config.bus.kind == &pmb_soft_spi || config.bus.kind == &pmb_spi3) {
        config.bus.kind = &pmb_spi;
        config.bus.data_command = ear.data_command = PMB_PIN(200);
    }
    if (pmb_panel_open(&opened, &config, &port) != PMB_OK)
        return false;
    const size_t bytes = pmb_screen_whole_bytes(&opened);
    uint8_t *frame = malloc(bytes);
    const bool good = frame && pmb_screen_init(&screen, &opened, frame, bytes, NULL, 0) == PMB_OK &&
                      pmb_screen_paint(&screen, paint, NULL) == PMB_OK;
    free(frame);
    return good;
}
