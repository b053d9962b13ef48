/* module_pins.h - what simulated modules call the pins of signals. */
#ifndef PEMBLE_MODULE_PINS_H
#define PEMBLE_MODULE_PINS_H

#include "boards.h"
#include "pemble/bench.h"

/* The connected pin of a signal; NULL: the module has none. */
const char *module_pin_of(const pmb_module *module, enum signal signal);

#endif
