/* config_usual.h - the bus and the pins of a panel when a configuration does not say them. */
#ifndef PEMBLE_CONFIG_USUAL_H
#define PEMBLE_CONFIG_USUAL_H

#include "config.h"

/* Whether the panel's bus has this wire. */
bool panel_needs_pin(const struct panel_setup *panel, enum signal signal);

/* The first bus that the controller has: I2C, SPI, or parallel. */
void usual_type(struct panel_setup *panel);

/* The pins that the file does not give. What two panels must not share is a pin of its own. */
void usual_pins(const struct setup *setup, struct panel_setup *panel);

/* Puts the pins where the library looks for them. */
void place_pins(struct panel_setup *panel);

#endif
