/* parallel8.c - eight data lines: with WR and RD (8080), or with E and R/W (6800). */
#include "pemble/driver.h"

/* A 6800 strobe rests low and its falling edge counts; an 8080 one rests high and its rising edge
 * counts. So both are a pulse away from rest and back. */
static bool rest_of(const PMB_FLASH pmb_panel_config *config)
{
    return !(config->controller->buses & PMB_HAS_PARALLEL_6800);
}

static pmb_status check(const PMB_FLASH pmb_panel_config *config, const pmb_port *port)
{
    const PMB_FLASH pmb_bus *bus = &config->bus;
    if (!port->pin_write || (bus->read != PMB_PIN_NONE && !port->pin_read))
        return PMB_ERR_UNSUPPORTED;
    if (!bus->lines || bus->strobe == PMB_PIN_NONE || bus->data_command == PMB_PIN_NONE)
        return PMB_ERR_ARGUMENT;
    for (uint8_t i = 0; i < 8; i++)
        if (bus->lines[i] == PMB_PIN_NONE)
            return PMB_ERR_ARGUMENT;
    return PMB_OK;
}

static void idle(const PMB_FLASH pmb_panel_config *config, const pmb_port *port)
{
    const PMB_FLASH pmb_bus *bus = &config->bus;
    const bool rest = rest_of(config);
    /* Most chip selects on 6800 buses are active high. Deselected first, the panel takes no edge of
     * the others for a byte. */
    const bool selects = rest || config->controller->buses & PMB_SELECT_RESTS_HIGH;
    pmb_pin_set(port, bus->select, selects);
    pmb_pin_set(port, bus->second_select, selects);
    pmb_pin_set(port, bus->read, rest); /* RD rests high; R/W low is writing */
    pmb_pin_set(port, bus->strobe, rest);
    pmb_pin_set(port, bus->data_command, true);
}

static void pulse(const pmb_panel *panel)
{
    const PMB_FLASH pmb_bus *bus = &panel->config->bus;
    const pmb_port *port = panel->port;
    const bool rest = rest_of(panel->config);
    port->pin_write(port->context, bus->strobe, !rest);
    if (!rest)
        port->wait_us(port->context, 1); /* KS0108: E high for at least 450 ns */
    port->pin_write(port->context, bus->strobe, rest);
    if (!rest)
        port->wait_us(port->context, 1);
}

static pmb_status phase(const pmb_panel *panel, bool data, const uint8_t *bytes, size_t count)
{
    const PMB_FLASH pmb_bus *bus = &panel->config->bus;
    const pmb_port *port = panel->port;
    if (count == 0)
        return PMB_OK;
    pmb_pin_set(port, bus->data_command, data);
    if (port->parallel)
        return port->parallel(port->context, bus, bytes, count);
    for (; count > 0; count--, bytes++) {
        for (uint8_t line = 0; line < 8; line++)
            port->pin_write(port->context, bus->lines[line], *bytes >> line & 1);
        pulse(panel);
    }
    return PMB_OK;
}

/* The KS0108 family selects its chips itself. */
static void choose(const pmb_panel *panel, bool selected)
{
    if (rest_of(panel->config))
        pmb_pin_set(panel->port, panel->config->bus.select, !selected);
}

static pmb_status send(const pmb_panel *panel, const uint8_t *command, size_t command_count,
                       const uint8_t *data, size_t data_count)
{
    choose(panel, true);
    pmb_status status = phase(panel, false, command, command_count);
    if (status == PMB_OK)
        status = phase(panel, true, data, data_count);
    choose(panel, false);
    return status;
}

static uint8_t read_byte(const pmb_panel *panel)
{
    const PMB_FLASH pmb_bus *bus = &panel->config->bus;
    const pmb_port *port = panel->port;
    const bool rest = rest_of(panel->config);
    const pmb_pin strobe = rest ? bus->read : bus->strobe;
    uint8_t byte = 0;
    for (uint8_t line = 0; line < 8; line++)
        (void)port->pin_read(port->context, bus->lines[line]);
    port->pin_write(port->context, strobe, !rest);
    if (!rest)
        port->wait_us(port->context, 1);
    for (uint8_t line = 0; line < 8; line++)
        byte |= (uint8_t)(port->pin_read(port->context, bus->lines[line]) << line);
    port->pin_write(port->context, strobe, rest);
    return byte;
}

/* On 6800 buses a read needs no command: data_command low reads the status. */
static pmb_status read(const pmb_panel *panel, uint8_t command, uint8_t *reply, size_t count)
{
    const PMB_FLASH pmb_bus *bus = &panel->config->bus;
    const pmb_port *port = panel->port;
    const bool rest = rest_of(panel->config);
    if (bus->read == PMB_PIN_NONE)
        return PMB_ERR_UNSUPPORTED;
    choose(panel, true);
    pmb_status status = rest ? phase(panel, false, &command, 1) : PMB_OK;
    pmb_pin_set(port, bus->data_command, rest);
    if (!rest)
        pmb_pin_set(port, bus->read, true);
    for (; count > 0 && status == PMB_OK; count--)
        *reply++ = read_byte(panel);
    if (!rest)
        pmb_pin_set(port, bus->read, false);
    choose(panel, false);
    return status;
}

const PMB_FLASH pmb_bus_kind pmb_parallel8 = {
    .flags = PMB_HAS_PARALLEL_8080 | PMB_HAS_PARALLEL_6800,
    .check = check,
    .idle = idle,
    .send = send,
    .read = read,
};
