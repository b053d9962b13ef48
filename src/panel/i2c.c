/* i2c.c - framing on I2C: a control byte says whether commands or data follow. */
#include "pemble/options.h"
#include "pemble/driver.h"

/* SSD1306 data sheet, section 8.1.5.2: Co = 0 (only bytes of one kind follow), D/C# in bit 6. */
enum { CONTROL_COMMAND = 0x00, CONTROL_DATA = 0x40 };

static pmb_status check(const PMB_FLASH pmb_panel_config *config, const pmb_port *port)
{
    const PMB_FLASH pmb_controller *controller = config->controller;
    const PMB_FLASH pmb_bus *bus = &config->bus;
    if (PMB_NO_CHECKS)
        return PMB_OK;
    if (!port->i2c_write || port->i2c_limit == 1)
        return PMB_ERR_UNSUPPORTED;
    if (bus->address && bus->address != controller->addresses[0] &&
        bus->address != controller->addresses[1])
        return PMB_ERR_ARGUMENT;
    if (bus->hertz > controller->i2c_khz * 1000ul)
        return PMB_ERR_ARGUMENT;
    return PMB_OK;
}

static uint8_t address_of(const pmb_panel *panel)
{
    const PMB_FLASH pmb_panel_config *config = panel->config;
    return config->bus.address ? config->bus.address : config->controller->addresses[0];
}

static pmb_status send(const pmb_panel *panel, const uint8_t *command, size_t command_count,
                       const uint8_t *data, size_t data_count)
{
    const pmb_port *port = panel->port;
    /* The control byte counts towards what the port can take; 0 is no limit. */
    const size_t most = (size_t)port->i2c_limit - 1;
    const uint8_t *bytes = command, address = address_of(panel);
    size_t count = command_count;
    for (uint8_t control = CONTROL_COMMAND;; control = CONTROL_DATA) {
        while (count > 0) {
            const size_t part = count < most ? count : most;
            const pmb_status status = port->i2c_write(port->context, &panel->config->bus, address,
                                                      &control, 1, bytes, part);
            if (status != PMB_OK)
                return status;
            bytes += part;
            count -= part;
        }
        if (control == CONTROL_DATA)
            return PMB_OK;
        bytes = data;
        count = data_count;
    }
}

/* The bus rests by itself. */
static void idle(const PMB_FLASH pmb_panel_config *config, const pmb_port *port)
{
    (void)config;
    (void)port;
}

static pmb_status read(const pmb_panel *panel, uint8_t command, uint8_t *reply, size_t count)
{
    const pmb_port *port = panel->port;
    (void)command;
    if (!port->i2c_read)
        return PMB_ERR_UNSUPPORTED;
    return port->i2c_read(port->context, &panel->config->bus, address_of(panel), reply, count);
}

const PMB_FLASH pmb_bus_kind pmb_i2c = {
    .flags = PMB_HAS_I2C,
    .check = check,
    .idle = idle,
    .send = send,
    .read = PMB_PLAIN_PANELS ? NULL : read,
};
