/* config_check.c - whether the entries of a panel fit together, and what is left to say of it. */
#include "config_check.h"

#include <limits.h>
#include <stdio.h>
#include <string.h>
#include "config_usual.h"
#include "pemble/turn.h"

static int line_of(const struct entries *entries, const struct panel_setup *panel,
                   const char *section, const char *key)
{
    const struct entry *e = entry_find(entries, section, panel->name, key);
    if (!e)
        e = entry_find(entries, section, "", key);
    if (!e && strcmp(key, "size") == 0)
        e = entry_find(entries, "panel", panel->name, "module");
    return e ? e->line : 1;
}

/* On SPI d0 is the clock and d1 the data: some modules print these names of a parallel bus. */
static void take_serial_names(struct panel_setup *panel, struct entries *entries)
{
    static const enum signal meant[] = {SIGNAL_SCL, SIGNAL_SDA};
    if (strcmp(panel->type, "i2c") == 0 || strcmp(panel->type, "parallel8") == 0)
        return;
    for (int i = 0; i < 2; i++) {
        const int line = SIGNAL_D0 + i;
        if (!panel->pin_given[line])
            continue;
        if (panel->pin_given[meant[i]])
            entry_error(entries, line_of(entries, panel, "pins", signal_name(meant[i])),
                        "[pins] %s and %s are one wire on %s", signal_name((enum signal)line),
                        signal_name(meant[i]), panel->type);
        panel->pins[meant[i]] = panel->pins[line];
        panel->pin_given[meant[i]] = true;
        panel->pins[line] = PMB_PIN_NONE;
        panel->pin_given[line] = false;
    }
}

static void check_memory(const struct panel_setup *panel, struct entries *entries)
{
    const pmb_panel_config *config = &panel->config;
    const pmb_size size = config->size, memory = config->controller->memory;
    const pmb_offset offset = config->offset;
    if (size.w > memory.w || size.h > memory.h)
        entry_error(
            entries, line_of(entries, panel, "panel", "size"),
            "[panel] size = %dx%d: larger than the %s's memory of %dx%d; it is sold with %s",
            size.w, size.h, panel->known->title, memory.w, memory.h,
            controller_sizes(panel->known));
    else if (offset.given && (offset.x + size.w > memory.w || offset.y + size.h > memory.h))
        entry_error(entries, line_of(entries, panel, "panel", "offset"),
                    "[panel] offset = %d,%d: with %dx%d pixels it may be at most %d,%d in the %s's "
                    "memory of %dx%d",
                    offset.x, offset.y, size.w, size.h, memory.w - size.w, memory.h - size.h,
                    panel->known->title, memory.w, memory.h);
    else if (!offset.given && !pmb_known_glass(config) &&
             (size.w != memory.w || size.h != memory.h))
        fprintf(
            stderr,
            "pemble: %s:%d: note: %dx%d is no glass that we know of the %s, so it is taken to lie "
            "at 0,0 of its memory of %dx%d; offset = COLUMN,ROW says where it lies. It is sold "
            "with %s\n",
            entries->path, line_of(entries, panel, "panel", "size"), size.w, size.h,
            panel->known->title, memory.w, memory.h, controller_sizes(panel->known));
}

static void check_address(struct panel_setup *panel, struct entries *entries)
{
    const pmb_controller *controller = panel->config.controller;
    pmb_bus *bus = &panel->config.bus;
    if (bus->kind != &pmb_i2c || !(controller->buses & PMB_HAS_I2C))
        return;
    if (bus->address == 0)
        bus->address = controller->addresses[0];
    if (bus->address != controller->addresses[0] && bus->address != controller->addresses[1])
        entry_error(entries, line_of(entries, panel, "bus", "address"),
                    "[bus] address = 0x%02x: the %s can only have 0x%02x or 0x%02x", bus->address,
                    panel->known->title, controller->addresses[0], controller->addresses[1]);
}

static bool is_hardware_spi(const pmb_bus *bus)
{
    return bus->kind == &pmb_spi || bus->kind == &pmb_spi3 || bus->kind == &pmb_spi16 ||
           bus->kind == &pmb_spi_sync;
}

static bool is_serial_with_clock(const pmb_bus *bus)
{
    return is_hardware_spi(bus) || bus->kind == &pmb_soft_spi;
}

static void check_bus(struct panel_setup *panel, struct entries *entries, const struct board *board)
{
    const pmb_controller *controller = panel->config.controller;
    const pmb_bus *bus = &panel->config.bus;
    const bool i2c = bus->kind == &pmb_i2c;
    const unsigned most = i2c                        ? controller->i2c_khz
                          : controller->spi_cycle_ns ? 1000000u / controller->spi_cycle_ns
                                                     : UINT_MAX;
    if (!strstr(controller_buses(panel->known), panel->type))
        entry_error(entries, line_of(entries, panel, "bus", "type"),
                    "[bus] type = %s: the %s has only %s", panel->type, panel->known->title,
                    controller_buses(panel->known));
    else if (bus->hertz / 1000 > most && bus->kind != &pmb_parallel8 && !bus->overclock)
        entry_error(entries, line_of(entries, panel, "bus", "speed"),
                    "[bus] speed: the data sheet of the %s allows at most %u kHz on %s%s",
                    panel->known->title, most, panel->type,
                    i2c ? "" : "; overclock = yes allows more");
    else if (bus->mode && !is_serial_with_clock(bus))
        entry_error(entries, line_of(entries, panel, "bus", "mode"),
                    "[bus] mode = %u: %s has no SPI mode", bus->mode, panel->type);
    const char *unit = i2c ? "i2c" : "spi";
    const bool hardware = i2c || is_hardware_spi(bus);
    if (hardware && !board_unit(board, unit, bus->unit))
        entry_error(entries, line_of(entries, panel, "bus", "unit"),
                    "[bus] unit = %u: the %s has no %s unit of that number", bus->unit,
                    board->title, unit);
}

static void check_pins(const struct panel_setup *panel, struct entries *entries)
{
    for (int i = 0; i < SIGNALS; i++) {
        const bool may_lack =
            i == SIGNAL_RESET || i == SIGNAL_BUSY || i == SIGNAL_READ ||
            (i == SIGNAL_CS && strcmp(panel->type, "spi3") != 0 &&
             strcmp(panel->type, "spi16") != 0) ||
            (i == SIGNAL_DC && strcmp(panel->type, "softspi") == 0) ||
            ((i == SIGNAL_SDA || i == SIGNAL_SCL) && strcmp(panel->type, "softspi") != 0);
        if (panel->pins[i] == PMB_PIN_NONE && panel_needs_pin(panel, (enum signal)i) && !may_lack)
            entry_error(entries, line_of(entries, panel, "pins", signal_name((enum signal)i)),
                        "[pins] %s = none: a panel on %s needs this wire",
                        signal_name((enum signal)i), panel->type);
    }
}

static pmb_status no_transfer(void)
{
    return PMB_ERR_BUS;
}

static pmb_status no_i2c(void *context, const pmb_bus *bus, uint8_t address, const uint8_t *head,
                         size_t head_count, const uint8_t *body, size_t body_count)
{
    (void)context, (void)bus, (void)address, (void)head, (void)head_count, (void)body,
        (void)body_count;
    return no_transfer();
}

static pmb_status no_spi(void *context, const pmb_bus *bus, const uint8_t *out, uint8_t *in,
                         size_t count)
{
    (void)context, (void)bus, (void)out, (void)in, (void)count;
    return no_transfer();
}

static pmb_status no_parallel(void *context, const pmb_bus *bus, const uint8_t *bytes, size_t count)
{
    (void)context, (void)bus, (void)bytes, (void)count;
    return no_transfer();
}

static void no_write(void *context, pmb_pin pin, bool high)
{
    (void)context, (void)pin, (void)high;
}

static bool no_read(void *context, pmb_pin pin)
{
    (void)context, (void)pin;
    return false;
}

static void no_wait(void *context, uint32_t microseconds)
{
    (void)context, (void)microseconds;
}

/* What is left is for the driver to judge: it refuses before it sends, and here nothing can be
 * sent. */
static void check_driver(const struct panel_setup *panel, struct entries *entries)
{
    const pmb_port port = {.i2c_write = no_i2c,
                           .spi = no_spi,
                           .parallel = no_parallel,
                           .pin_write = no_write,
                           .pin_read = no_read,
                           .wait_us = no_wait};
    char why[160];
    if (pmb_panel_explain(&panel->config, &port, why, sizeof why) != PMB_OK)
        entry_error(entries, line_of(entries, panel, "panel", "controller"),
                    "[panel] the %s cannot be opened like that: %s (docs/controllers/ says what it "
                    "has)",
                    panel->known->title, why);
}

/* An expander has the pins of a parallel bus, and is on an I2C unit of the board itself. */
static void check_expander(struct panel_setup *panel, struct entries *entries,
                           const struct board *board)
{
    if (!panel->expander.kind)
        return;
    panel->expander.unit = panel->config.bus.unit;
    panel->expander.hertz = panel->config.bus.hertz;
    panel->config.bus.hertz = 0;
    if (strcmp(panel->type, "parallel8") != 0)
        entry_error(entries, line_of(entries, panel, "bus", "expander"),
                    "[bus] expander: type is %s; only parallel8 has its pins on an expander",
                    panel->type);
    else if (!board_unit(board, "i2c", panel->expander.unit))
        entry_error(entries, line_of(entries, panel, "bus", "unit"),
                    "[bus] unit = %u: the %s has no i2c unit of that number", panel->expander.unit,
                    board->title);
}

/* A touch sensor: what is usual, and whether it can be opened. */
static void complete_touch(const struct setup *setup, struct panel_setup *panel,
                           struct entries *entries)
{
    enum { USUAL_HERTZ = 2000000, MOST_HERTZ = 2500000 };
    pmb_touch_config *touch = &panel->touch;
    if (!touch->kind) {
        if (entries_have(entries, "touch", panel->name))
            entry_missing(entries, "touch", "sensor", SENSOR_NAMES);
        return;
    }
    const bool spi = touch->kind == &pmb_xpt2046, film = touch->kind == &pmb_touch_film;
    if (spi && !touch->bus.hertz)
        touch->bus.hertz = USUAL_HERTZ;
    if (spi && !panel->touch_unit_given && is_hardware_spi(&panel->config.bus))
        touch->bus.unit = panel->config.bus.unit;
    if (spi && touch->bus.hertz > MOST_HERTZ)
        entry_error(entries, line_of(entries, panel, "touch", "speed"),
                    "[touch] speed: the data sheet of the XPT2046 allows at most 2500 kHz");
    if (spi && touch->bus.select == PMB_PIN_NONE)
        entry_missing(entries, "touch", "cs", board_pin_range(setup->board));
    if (film && (touch->x_plus == PMB_PIN_NONE || touch->x_minus == PMB_PIN_NONE ||
                 touch->y_plus == PMB_PIN_NONE || touch->y_minus == PMB_PIN_NONE))
        entry_missing(entries, "touch", "xp, xm, yp or ym", board_pin_range(setup->board));
    if (!film && !board_unit(setup->board, spi ? "spi" : "i2c", touch->bus.unit))
        entry_error(entries, line_of(entries, panel, "touch", "unit"),
                    "[touch] unit = %u: the %s has no %s unit of that number", touch->bus.unit,
                    setup->board->title, spi ? "spi" : "i2c");
}

void config_complete(struct setup *setup, struct panel_setup *panel, struct entries *entries)
{
    const int errors = entries->errors;
    usual_type(panel);
    check_expander(panel, entries, setup->board);
    check_memory(panel, entries);
    check_bus(panel, entries, setup->board);
    check_address(panel, entries);
    take_serial_names(panel, entries);
    usual_pins(setup, panel);
    place_pins(panel);
    check_pins(panel, entries);
    complete_touch(setup, panel, entries);
    if (entries->errors == errors)
        check_driver(panel, entries);
}
