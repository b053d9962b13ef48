/* bus.h - what a kind of bus does for a panel; private to src/panel. */
#ifndef PEMBLE_SRC_PANEL_BUS_H
#define PEMBLE_SRC_PANEL_BUS_H

#include "pemble/families.h"

struct pmb_bus_kind {
    uint8_t flag; /* PMB_HAS_... */
    /* Whether the port and the configuration have what it takes; sends nothing. */
    pmb_status (*check)(const pmb_panel_config *config, const pmb_port *port);
    /* One command phase and then one data phase; either may be empty. */
    pmb_status (*send)(const pmb_panel *panel, const uint8_t *command, size_t command_count,
                       const uint8_t *data, size_t data_count);
};

/* Shorthands for the families. */
pmb_status pmb_send_command(const pmb_panel *panel, const uint8_t *bytes, size_t count);
pmb_status pmb_send_data(const pmb_panel *panel, const uint8_t *bytes, size_t count);

/* Sends a list of commands: for each its number of bytes, then these; 0 ends the list. */
pmb_status pmb_send_list(const pmb_panel *panel, const PMB_FLASH uint8_t *list);

/*
 * Sends `count` bytes as data, the first at `bytes`, each `step` bytes behind the one before
 * (which may be negative), with the bits of `flip` inverted.
 */
pmb_status pmb_send_strided(const pmb_panel *panel, const uint8_t *bytes, int32_t step,
                            uint16_t count, uint8_t flip);

/* Sends the same byte as data again and again. */
pmb_status pmb_send_repeated(const pmb_panel *panel, uint8_t byte, uint32_t count);

#endif
