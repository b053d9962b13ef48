/* spi_sync.c - the serial bus of the ST7920: each byte is three, of which the first says what it
 * is. */
#include "pemble/driver.h"
#include "panel/limits.h"

enum { SYNC = 0xF8, SYNC_DATA = 0x02 };

static pmb_status check(const PMB_FLASH pmb_panel_config *config, const pmb_port *port)
{
    if (!port->spi || !port->pin_write)
        return PMB_ERR_UNSUPPORTED;
    return pmb_spi_has_mode(&config->bus) && !pmb_spi_is_too_fast(config) ? PMB_OK
                                                                          : PMB_ERR_ARGUMENT;
}

/* The select is active high. */
static void idle(const PMB_FLASH pmb_panel_config *config, const pmb_port *port)
{
    pmb_pin_set(port, config->bus.select, false);
}

static pmb_status send_bytes(const pmb_panel *panel, uint8_t kind, const uint8_t *bytes,
                             size_t count)
{
    const pmb_port *port = panel->port;
    pmb_status status = PMB_OK;
    for (; count > 0 && status == PMB_OK; count--, bytes++) {
        const uint8_t frame[] = {(uint8_t)(SYNC | kind), *bytes & 0xF0, (uint8_t)(*bytes << 4)};
        pmb_pin_set(port, panel->config->bus.select, true);
        status = port->spi(port->context, &panel->config->bus, frame, NULL, sizeof frame);
        pmb_pin_set(port, panel->config->bus.select, false);
    }
    return status;
}

static pmb_status send(const pmb_panel *panel, const uint8_t *command, size_t command_count,
                       const uint8_t *data, size_t data_count)
{
    const pmb_status status = send_bytes(panel, 0, command, command_count);
    return status == PMB_OK ? send_bytes(panel, SYNC_DATA, data, data_count) : status;
}

const PMB_FLASH pmb_bus_kind pmb_spi_sync = {
    .flags = PMB_HAS_SPI_SYNC,
    .check = check,
    .idle = idle,
    .send = send,
};
