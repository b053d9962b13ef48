/* bus.c - sending bytes to a panel, whatever its bus. */
#include "pemble/options.h"
#include "pemble/driver.h"

/* Bytes gathered on the stack before they are sent, and those of a command of a list. */
enum { CHUNK = 32, LONGEST = 20 };

pmb_status pmb_send_command(const pmb_panel *panel, const uint8_t *bytes, size_t count)
{
    return panel->config->bus.kind->send(panel, bytes, count, NULL, 0);
}

pmb_status pmb_send_single(const pmb_panel *panel, uint8_t command)
{
    return pmb_send_command(panel, &command, 1);
}

pmb_status pmb_ended(pmb_panel *panel, pmb_status status)
{
    if (status == PMB_OK)
        panel->unsure = false;
    return status;
}

/* Where the port has something to do meanwhile: in pieces of a millisecond or less at the usual
 * clocks. */
static pmb_status send_in_pieces(const pmb_panel *panel, const uint8_t *bytes, size_t count)
{
    enum { OF_SPI = 512, OF_OTHERS = 40 };
    const PMB_FLASH pmb_bus_kind *kind = panel->config->bus.kind;
    const size_t most = kind->flags & (PMB_HAS_SPI | PMB_HAS_SPI16) ? OF_SPI : OF_OTHERS;
    pmb_status status = PMB_OK;
    while (count > 0 && status == PMB_OK) {
        const size_t part = count < most ? count : most;
        status = kind->send(panel, NULL, 0, bytes, part);
        panel->port->idle(panel->port->context);
        bytes += part;
        count -= part;
    }
    return status;
}

pmb_status pmb_send_data(const pmb_panel *panel, const uint8_t *bytes, size_t count)
{
    if (PMB_WINDOWS && panel->port->idle)
        return send_in_pieces(panel, bytes, count);
    return panel->config->bus.kind->send(panel, NULL, 0, bytes, count);
}

pmb_status pmb_begin_data(pmb_panel *panel, const uint8_t *bytes, size_t count)
{
    if (!PMB_WINDOWS || !panel->background)
        return pmb_send_data(panel, bytes, count);
    const pmb_status status = panel->config->bus.kind->begin(panel, bytes, count);
    panel->under_way = status == PMB_OK;
    return status;
}

pmb_status pmb_end_data(pmb_panel *panel)
{
    if (!PMB_WINDOWS || !panel->under_way)
        return PMB_OK;
    panel->under_way = false;
    return panel->config->bus.kind->end(panel);
}

void pmb_pin_set(const pmb_port *port, pmb_pin pin, bool high)
{
    if (pin != PMB_PIN_NONE)
        port->pin_write(port->context, pin, high);
}

void pmb_wait_ms(const pmb_panel *panel, uint16_t milliseconds)
{
    const pmb_port *port = panel->port;
    if (PMB_PLAIN_PANELS || !port->idle) {
        port->wait_us(port->context, milliseconds * 1000ul);
        return;
    }
    for (; milliseconds > 0; milliseconds--) {
        port->wait_us(port->context, 1000);
        port->idle(port->context);
    }
}

pmb_status pmb_send_parameters(const pmb_panel *panel, bool as_data, uint8_t command,
                               const uint8_t *parameters, size_t count)
{
    uint8_t bytes[CHUNK];
    if (!PMB_NO_CHECKS && !as_data && count >= CHUNK)
        return PMB_ERR_ARGUMENT;
    if (as_data)
        return panel->config->bus.kind->send(panel, &command, 1, parameters, count);
    bytes[0] = command;
    for (size_t i = 0; i < count; i++)
        bytes[i + 1] = parameters[i];
    return pmb_send_command(panel, bytes, count + 1);
}

pmb_status pmb_send_setup(const pmb_panel *panel, bool as_data, const PMB_FLASH uint8_t *list)
{
    uint8_t part[LONGEST], left;
    pmb_status status = PMB_OK;
    while (status == PMB_OK && (left = *list++) != 0) {
        if (left == PMB_LIST_PAUSE) {
            pmb_wait_ms(panel, *list++);
            continue;
        }
        bool begun = false; /* a command that is longer goes on in further parts */
        do {
            uint8_t count = 0;
            do
                part[count++] = *list++;
            while (--left > 0 && count < LONGEST);
            const uint8_t commands = !as_data ? count : begun ? 0 : 1;
            status = panel->config->bus.kind->send(panel, part, commands, part + commands,
                                                   (size_t)(count - commands));
            begun = true;
        } while (left > 0 && status == PMB_OK);
    }
    return status;
}

pmb_status pmb_send_list(const pmb_panel *panel, const PMB_FLASH uint8_t *list)
{
    return pmb_send_setup(panel, false, list);
}

pmb_status pmb_send_strided(const pmb_panel *panel, const uint8_t *bytes, ptrdiff_t step,
                            uint16_t count, uint8_t flip)
{
    enum { PART = PMB_WINDOWS ? 4 * CHUNK : CHUNK };
    if ((PMB_NO_TURN || step == 1) && flip == 0) /* unreached: none of ours flips */
        return pmb_send_data(panel, bytes, count);
    uint8_t chunk[PART];
    ptrdiff_t at = 0;
    while (count > 0) {
        const uint16_t part = count < PART ? count : PART;
        for (uint16_t i = 0; i < part; i++, at += step)
            chunk[i] = bytes[at] ^ flip;
        const pmb_status status = pmb_send_data(panel, chunk, part);
        if (status != PMB_OK)
            return status;
        count = (uint16_t)(count - part);
    }
    return PMB_OK;
}

pmb_status pmb_send_same(const pmb_panel *panel, uint8_t byte, uint16_t count)
{
    enum { ALIKE = PMB_PLAIN_PANELS ? CHUNK : 4 * CHUNK };
    uint8_t chunk[ALIKE];
    pmb_status status = PMB_OK;
    for (uint8_t i = 0; i < ALIKE; i++)
        chunk[i] = byte;
    while (count > 0 && status == PMB_OK) {
        const uint8_t part = count < ALIKE ? (uint8_t)count : ALIKE;
        status = pmb_send_data(panel, chunk, part);
        count = (uint16_t)(count - part);
    }
    return status;
}

pmb_status pmb_send_repeated(const pmb_panel *panel, uint8_t byte, uint32_t count)
{
    pmb_status status = PMB_OK;
    while (count > 0 && status == PMB_OK) {
        const uint16_t part = count < UINT16_MAX ? (uint16_t)count : UINT16_MAX;
        status = pmb_send_same(panel, byte, part);
        count -= part;
    }
    return status;
}
