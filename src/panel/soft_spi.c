/* soft_spi.c - SPI on any pins, bit by bit, with a data/command pin or with nine bits. */
#include "pemble/driver.h"
#include "panel/limits.h"

static pmb_status check(const PMB_FLASH pmb_panel_config *config, const pmb_port *port)
{
    const PMB_FLASH pmb_bus *bus = &config->bus;
    const uint8_t needed = bus->data_command == PMB_PIN_NONE ? PMB_HAS_SPI3 : PMB_HAS_SPI;
    if (!port->pin_write)
        return PMB_ERR_UNSUPPORTED;
    if (!(config->controller->buses & needed) || bus->clock == PMB_PIN_NONE ||
        bus->data == PMB_PIN_NONE || !pmb_spi_has_mode(bus))
        return PMB_ERR_ARGUMENT;
    return PMB_OK;
}

static void idle(const PMB_FLASH pmb_panel_config *config, const pmb_port *port)
{
    pmb_pin_set(port, config->bus.select, true);
    pmb_pin_set(port, config->bus.clock, config->bus.mode != 0);
    pmb_pin_set(port, config->bus.data_command, true);
}

/* Sets the clock, and waits for half of its period where a speed is configured. */
static void set_clock(const pmb_panel *panel, bool high)
{
    const PMB_FLASH pmb_bus *bus = &panel->config->bus;
    const pmb_port *port = panel->port;
    port->pin_write(port->context, bus->clock, high);
    if (bus->hertz)
        port->wait_us(port->context, (500000 + bus->hertz - 1) / bus->hertz);
}

/* Ends at the clock's rest: after the falling edge in mode 0, after the rising one in mode 3. */
static void send_bit(const pmb_panel *panel, bool bit)
{
    const PMB_FLASH pmb_bus *bus = &panel->config->bus;
    if (bus->mode)
        set_clock(panel, false);
    panel->port->pin_write(panel->port->context, bus->data, bit);
    set_clock(panel, true);
    if (!bus->mode)
        set_clock(panel, false);
}

static void phase(const pmb_panel *panel, bool data, const uint8_t *bytes, size_t count)
{
    const pmb_pin data_command = panel->config->bus.data_command;
    if (count == 0)
        return;
    pmb_pin_set(panel->port, data_command, data);
    for (; count > 0; count--, bytes++) {
        if (data_command == PMB_PIN_NONE)
            send_bit(panel, data);
        for (uint8_t mask = 0x80; mask != 0; mask >>= 1)
            send_bit(panel, *bytes & mask);
    }
}

static pmb_status send(const pmb_panel *panel, const uint8_t *command, size_t command_count,
                       const uint8_t *data, size_t data_count)
{
    pmb_pin_set(panel->port, panel->config->bus.select, false);
    phase(panel, false, command, command_count);
    phase(panel, true, data, data_count);
    pmb_pin_set(panel->port, panel->config->bus.select, true);
    return PMB_OK;
}

static pmb_status read(const pmb_panel *panel, uint8_t command, uint8_t *reply, size_t count)
{
    const PMB_FLASH pmb_bus *bus = &panel->config->bus;
    const pmb_port *port = panel->port;
    if (bus->data_in == PMB_PIN_NONE || !port->pin_read)
        return PMB_ERR_UNSUPPORTED;
    pmb_pin_set(port, bus->select, false);
    phase(panel, false, &command, 1);
    pmb_pin_set(port, bus->data_command, true);
    for (; count > 0; count--, reply++) {
        *reply = 0;
        for (uint8_t bit = 0; bit < 8; bit++) {
            if (bus->mode)
                set_clock(panel, false);
            set_clock(panel, true);
            *reply = (uint8_t)(*reply << 1 | port->pin_read(port->context, bus->data_in));
            if (!bus->mode)
                set_clock(panel, false);
        }
    }
    pmb_pin_set(port, bus->select, true);
    return PMB_OK;
}

const PMB_FLASH pmb_bus_kind pmb_soft_spi = {
    .flags = PMB_HAS_SPI | PMB_HAS_SPI3,
    .check = check,
    .idle = idle,
    .send = send,
    .read = read,
};
