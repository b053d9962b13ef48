/* spi.c - hardware SPI: with a data/command pin, or with nine bits, the first of which says it, or
 * with sixteen, of which shift registers make a parallel bus. */
#include "pemble/options.h"
#include "pemble/driver.h"
#include "panel/limits.h"

static pmb_status check_unit(const PMB_FLASH pmb_panel_config *config, const pmb_port *port)
{
    const PMB_FLASH pmb_bus *bus = &config->bus;
    if (PMB_NO_CHECKS)
        return PMB_OK;
    if (!port->spi || !port->pin_write || (PMB_PLAIN_PANELS && bus->mode))
        return PMB_ERR_UNSUPPORTED;
    return pmb_spi_has_mode(bus) && !pmb_spi_is_too_fast(config) ? PMB_OK : PMB_ERR_ARGUMENT;
}

static pmb_status check(const PMB_FLASH pmb_panel_config *config, const pmb_port *port)
{
    if (!PMB_NO_CHECKS && config->bus.data_command == PMB_PIN_NONE)
        return PMB_ERR_ARGUMENT;
    return check_unit(config, port);
}

static void idle(const PMB_FLASH pmb_panel_config *config, const pmb_port *port)
{
    pmb_pin_set(port, config->bus.select, true);
    pmb_pin_set(port, config->bus.data_command, true);
    /* Without a select line, the edge that brings the clock to rest would count as a bit later. */
    if (!PMB_PLAIN_PANELS && config->bus.mode && port->spi)
        (void)port->spi(port->context, &config->bus, NULL, NULL, 0);
}

/* The command, and then the data. */
static pmb_status send(const pmb_panel *panel, const uint8_t *bytes, size_t count,
                       const uint8_t *data, size_t data_count)
{
    const pmb_port *port = panel->port;
    const PMB_FLASH pmb_bus *bus = &panel->config->bus;
    pmb_status status = PMB_OK;
    pmb_pin_set(port, bus->select, false);
    for (uint8_t is_data = 0; is_data < 2; is_data++) {
        if (count > 0 && status == PMB_OK) {
            pmb_pin_set(port, bus->data_command, is_data);
            status = port->spi(port->context, bus, bytes, NULL, count);
        }
        bytes = data;
        count = data_count;
    }
    pmb_pin_set(port, bus->select, true);
    return status;
}

static pmb_status read(const pmb_panel *panel, uint8_t command, uint8_t *reply, size_t count)
{
    const pmb_port *port = panel->port;
    const PMB_FLASH pmb_bus *bus = &panel->config->bus;
    pmb_pin_set(port, bus->select, false);
    pmb_pin_set(port, bus->data_command, false);
    pmb_status status = port->spi(port->context, bus, &command, NULL, 1);
    pmb_pin_set(port, bus->data_command, true);
    if (status == PMB_OK)
        status = port->spi(port->context, bus, NULL, reply, count);
    pmb_pin_set(port, bus->select, true);
    return status;
}

static pmb_status begin(const pmb_panel *panel, const uint8_t *data, size_t count)
{
    const pmb_port *port = panel->port;
    const PMB_FLASH pmb_bus *bus = &panel->config->bus;
    pmb_pin_set(port, bus->select, false);
    pmb_pin_set(port, bus->data_command, true);
    const pmb_status status = port->spi_start(port->context, bus, data, count);
    if (status != PMB_OK)
        pmb_pin_set(port, bus->select, true);
    return status;
}

static pmb_status end(const pmb_panel *panel)
{
    const pmb_port *port = panel->port;
    const PMB_FLASH pmb_bus *bus = &panel->config->bus;
    const pmb_status status = port->spi_wait(port->context, bus);
    pmb_pin_set(port, bus->select, true);
    return status;
}

const PMB_FLASH pmb_bus_kind pmb_spi = {
    .flags = PMB_HAS_SPI,
    .check = check,
    .idle = idle,
    .send = send,
    .read = PMB_PLAIN_PANELS ? NULL : read,
    .begin = PMB_WINDOWS ? begin : NULL,
    .end = PMB_WINDOWS ? end : NULL,
};

/* Nine-bit words packed into the bytes that an SPI unit can send: eight words are nine bytes. The
 * controller drops a word that is cut off when it is deselected, so the last byte may have bits to
 * spare. */
enum { WORDS = 16, PACKED = WORDS * 9 / 8 };

static pmb_status send_words(const pmb_panel *panel, bool data, const uint8_t *bytes, size_t count)
{
    const pmb_port *port = panel->port;
    while (count > 0) {
        uint8_t packed[PACKED] = {0};
        const uint8_t part = (uint8_t)(count < WORDS ? count : WORDS);
        uint16_t bit = 0;
        for (uint8_t i = 0; i < part; i++, bit = (uint16_t)(bit + 9)) {
            const uint16_t word =
                (uint16_t)((data ? 0x100u | bytes[i] : bytes[i]) << (7 - bit % 8));
            packed[bit / 8] |= (uint8_t)(word >> 8);
            packed[bit / 8 + 1] = (uint8_t)word;
        }
        pmb_pin_set(port, panel->config->bus.select, false);
        const pmb_status status =
            port->spi(port->context, &panel->config->bus, packed, NULL, (size_t)(bit + 7) / 8);
        pmb_pin_set(port, panel->config->bus.select, true);
        if (status != PMB_OK)
            return status;
        bytes += part;
        count -= part;
    }
    return PMB_OK;
}

static pmb_status send3(const pmb_panel *panel, const uint8_t *command, size_t command_count,
                        const uint8_t *data, size_t data_count)
{
    const pmb_status status = send_words(panel, false, command, command_count);
    return status == PMB_OK ? send_words(panel, true, data, data_count) : status;
}

static pmb_status check3(const PMB_FLASH pmb_panel_config *config, const pmb_port *port)
{
    /* Without a select line nothing would tell where the nine bits begin. */
    return config->bus.select == PMB_PIN_NONE ? PMB_ERR_ARGUMENT : check_unit(config, port);
}

const PMB_FLASH pmb_bus_kind pmb_spi3 = {
    .flags = PMB_HAS_SPI3,
    .check = check3,
    .idle = idle,
    .send = send3,
};

/* The registers put out what is in them when the panel is deselected, or all 16 bits are there.
 * Pixels have 16 bits; commands and their parameters are the lower eight. */
static pmb_status send_low(const pmb_panel *panel, bool data, const uint8_t *bytes, size_t count)
{
    uint8_t wide[2 * WORDS] = {0};
    pmb_status status = PMB_OK;
    while (count > 0 && status == PMB_OK) {
        const uint8_t part = (uint8_t)(count < WORDS ? count : WORDS);
        for (uint8_t i = 0; i < part; i++)
            wide[2 * i + 1] = bytes[i];
        status =
            data ? send(panel, NULL, 0, wide, 2u * part) : send(panel, wide, 2u * part, NULL, 0);
        bytes += part;
        count -= part;
    }
    return status;
}

static pmb_status send16(const pmb_panel *panel, const uint8_t *command, size_t command_count,
                         const uint8_t *data, size_t data_count)
{
    if (command_count == 0)
        return send(panel, NULL, 0, data, data_count);
    const pmb_status status = send_low(panel, false, command, command_count);
    return status == PMB_OK ? send_low(panel, true, data, data_count) : status;
}

static pmb_status check16(const PMB_FLASH pmb_panel_config *config, const pmb_port *port)
{
    return config->bus.select == PMB_PIN_NONE ? PMB_ERR_ARGUMENT : check(config, port);
}

const PMB_FLASH pmb_bus_kind pmb_spi16 = {
    .flags = PMB_HAS_SPI16,
    .check = check16,
    .idle = idle,
    .send = send16,
    .begin = PMB_WINDOWS ? begin : NULL,
    .end = PMB_WINDOWS ? end : NULL,
};
