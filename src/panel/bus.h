/* bus.h - what a kind of bus does for a panel; private to src/panel. */
#ifndef PEMBLE_SRC_PANEL_BUS_H
#define PEMBLE_SRC_PANEL_BUS_H

#include "pemble/families.h"

struct pmb_bus_kind {
    uint8_t flags; /* PMB_HAS_...: any of these makes it possible */
    /* Whether the port and the configuration have what it takes; sends nothing. */
    pmb_status (*check)(const PMB_FLASH pmb_panel_config *config, const pmb_port *port);
    /* Brings the pins to rest: not selected, clocks and strobes idle. */
    void (*idle)(const PMB_FLASH pmb_panel_config *config, const pmb_port *port);
    /* One command phase and then one data phase; either may be empty. */
    pmb_status (*send)(const pmb_panel *panel, const uint8_t *command, size_t command_count,
                       const uint8_t *data, size_t data_count);
    /* Sends a command byte (none on I2C, which has only a status byte) and reads what follows. */
    pmb_status (*read)(const pmb_panel *panel, uint8_t command, uint8_t *reply, size_t count);
    /* A data phase in the background, and its end; NULL: it has none. */
    pmb_status (*begin)(const pmb_panel *panel, const uint8_t *data, size_t count);
    pmb_status (*end)(const pmb_panel *panel);
};

/* Levels of pins that may be not connected. */
void pmb_pin_set(const pmb_port *port, pmb_pin pin, bool high);

/* Shorthands for the families. */
pmb_status pmb_send_command(const pmb_panel *panel, const uint8_t *bytes, size_t count);
pmb_status pmb_send_single(const pmb_panel *panel, uint8_t command);
pmb_status pmb_send_data(const pmb_panel *panel, const uint8_t *bytes, size_t count);

/* Sends data, in the background if the panel allows it now and bus and port can; the bytes must
 * stay until pmb_end_data, which does nothing when nothing is under way. */
pmb_status pmb_begin_data(pmb_panel *panel, const uint8_t *bytes, size_t count);
pmb_status pmb_end_data(pmb_panel *panel);

/* One command byte and its parameters, sent as data or as commands, as the controller wants it. */
pmb_status pmb_send_parameters(const pmb_panel *panel, bool as_data, uint8_t command,
                               const uint8_t *parameters, size_t count);

/* Sends a list of commands: for each its number of bytes, then these; 0 ends the list. */
pmb_status pmb_send_list(const pmb_panel *panel, const PMB_FLASH uint8_t *list);

/* The same, with what follows the first byte of each sent as data where `as_data`. */
pmb_status pmb_send_setup(const pmb_panel *panel, bool as_data, const PMB_FLASH uint8_t *list);

void pmb_wait_ms(const pmb_panel *panel, uint16_t milliseconds);

/* The reset pulse, where there is a pin for it, and the time that the controller needs after it. */
void pmb_reset(const pmb_panel *panel);

/*
 * Sends `count` bytes as data, the first at `bytes`, each `step` bytes behind the one before
 * (which may be negative), with the bits of `flip` inverted.
 */
pmb_status pmb_send_strided(const pmb_panel *panel, const uint8_t *bytes, ptrdiff_t step,
                            uint16_t count, uint8_t flip);

/* Sends the same byte as data again and again. */
pmb_status pmb_send_same(const pmb_panel *panel, uint8_t byte, uint16_t count);
pmb_status pmb_send_repeated(const pmb_panel *panel, uint8_t byte, uint32_t count);

#endif
