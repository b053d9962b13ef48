/*
 * driver.h - for those who write a family of controllers (families.h) or a kind of bus: sending
 * commands and data to a panel. docs/extending.md has a family and a bus kind, whole.
 */
#ifndef PEMBLE_DRIVER_H
#define PEMBLE_DRIVER_H

#include "pemble/families.h"
#include "pemble/linkage.h"

PMB_BEGIN_C

/*
 * A kind of bus: how bytes are framed. All functions but `check` and `idle` are called with an open
 * panel. A controller's `buses` must have one of the kind's `flags`.
 */
struct pmb_bus_kind {
    uint8_t flags; /* PMB_HAS_... */
    /* Whether the port and the configuration have what it takes; sends nothing. */
    pmb_status (*check)(const PMB_FLASH pmb_panel_config *config, const pmb_port *port);
    /* Brings the pins to rest: not selected, clocks and strobes idle. */
    void (*idle)(const PMB_FLASH pmb_panel_config *config, const pmb_port *port);
    /* One command phase and then one data phase; either may be empty. */
    pmb_status (*send)(const pmb_panel *panel, const uint8_t *command, size_t command_count,
                       const uint8_t *data, size_t data_count);
    /* Sends a command byte (none on I2C, which has only a status byte) and reads what follows;
     * NULL: it cannot read. */
    pmb_status (*read)(const pmb_panel *panel, uint8_t command, uint8_t *reply, size_t count);
    /* Begins a data phase in the background, and waits for its end; NULL: it has none. */
    pmb_status (*begin)(const pmb_panel *panel, const uint8_t *data, size_t count);
    pmb_status (*end)(const pmb_panel *panel);
};

/* Sets a pin of the port; does nothing for PMB_PIN_NONE. */
void pmb_pin_set(const pmb_port *port, pmb_pin pin, bool high);

/* The level of the busy pin says busy; without the pin, never. */
bool pmb_is_busy(const pmb_panel *panel);

void pmb_wait_ms(const pmb_panel *panel, uint16_t milliseconds);

/* The reset pulse, where the panel has a pin for it, and the time that the controller needs after
 * it. Without the pin the module resets itself, by a resistor and a capacitor, and that takes at
 * least PMB_SELF_RESET_MS. pmb_panel_open does this before a family's `start`. */
#define PMB_SELF_RESET_MS 100
void pmb_reset(const pmb_panel *panel);

/* The `contrast` of a family that has none to set: a backlight or a potentiometer decides. */
pmb_status pmb_no_contrast(pmb_panel *panel, uint8_t contrast);

/* ---- commands ---- */

/* Sends bytes as commands, in one command phase. */
pmb_status pmb_send_command(const pmb_panel *panel, const uint8_t *bytes, size_t count);
pmb_status pmb_send_single(const pmb_panel *panel, uint8_t command);

/* For a controller that takes what comes after a broken-off command for the rest of it. A function
 * of its family first mends that when panel->unsure is set, then sets it, and ends with this: it
 * stays set unless the status, which is returned, is PMB_OK. */
pmb_status pmb_ended(pmb_panel *panel, pmb_status status);

/* Sends a command byte and its parameters, at most 31: as data (D/C high) or as commands, whichever
 * the controller wants. */
pmb_status pmb_send_parameters(const pmb_panel *panel, bool as_data, uint8_t command,
                               const uint8_t *parameters, size_t count);

/*
 * Sends a list of commands, such as a setup: for each its number of bytes (1 to 254), then these; 0
 * ends the list. PMB_LIST_PAUSE and a byte between two commands are a pause of so many
 * milliseconds. With pmb_send_setup and `as_data`, what follows the first byte of each is data.
 */
#define PMB_LIST_PAUSE 255
pmb_status pmb_send_list(const pmb_panel *panel, const PMB_FLASH uint8_t *list);
pmb_status pmb_send_setup(const pmb_panel *panel, bool as_data, const PMB_FLASH uint8_t *list);

/* ---- data ---- */

pmb_status pmb_send_data(const pmb_panel *panel, const uint8_t *bytes, size_t count);

/*
 * Sends `count` bytes as data, the first at `bytes`, each `step` bytes behind the one before (which
 * may be negative), with the bits of `flip` inverted: the lines of a pmb_walk (turn.h).
 */
pmb_status pmb_send_strided(const pmb_panel *panel, const uint8_t *bytes, ptrdiff_t step,
                            uint16_t count, uint8_t flip);

/* Sends the same byte as data again and again: to clear memory. */
pmb_status pmb_send_same(const pmb_panel *panel, uint8_t byte, uint16_t count);
pmb_status pmb_send_repeated(const pmb_panel *panel, uint8_t byte, uint32_t count);

/*
 * Sends data, in the background if the panel allows it now and bus and port can. The bytes must
 * stay until pmb_end_data, which does nothing when nothing is under way.
 */
pmb_status pmb_begin_data(pmb_panel *panel, const uint8_t *bytes, size_t count);
pmb_status pmb_end_data(pmb_panel *panel);

PMB_END_C

#endif
