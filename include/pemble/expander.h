/*
 * expander.h - sixteen more pins, on I2C: the MCP23017 that adapter boards for parallel displays
 * have.
 *
 * An expander is a port of its own. A panel that is opened with &expander.port has its pins on the
 * expander: PMB_PIN(0) to PMB_PIN(7) are GPA0 to GPA7, PMB_PIN(8) to PMB_PIN(15) are GPB0 to GPB7.
 * A KS0108 needs fourteen of them. Leave bus.read out and wire R/W to ground: at the speed of I2C
 * the panel is never busy, and asking would take longer than waiting.
 */
#ifndef PEMBLE_EXPANDER_H
#define PEMBLE_EXPANDER_H

#include "pemble/linkage.h"
#include "pemble/port.h"

PMB_BEGIN_C

typedef struct pmb_expander {
    pmb_port port;          /* what panels behind the expander are opened with */
    const pmb_port *behind; /* the port that reaches the expander */
    const PMB_FLASH pmb_bus *bus;
    uint16_t levels, inputs; /* private: what was written last */
    bool unsure;             /* private: a write failed, the chip may hold something else */
    pmb_status status;       /* the first error of a pin; pmb_expander_status() */
} pmb_expander;

/*
 * Sets all pins as outputs, low. `bus` says where the expander is: its unit, its address (0x20 to
 * 0x27; 0 is 0x20) and its speed; it must outlive the expander. PMB_ERR_ARGUMENT,
 * PMB_ERR_UNSUPPORTED (the port has no I2C), or what the bus says.
 */
pmb_status pmb_expander_open(pmb_expander *expander, const pmb_port *behind,
                             const PMB_FLASH pmb_bus *bus);

/* Writing a pin cannot fail by itself: the first error since the last call is kept for this one. */
pmb_status pmb_expander_status(pmb_expander *expander);

PMB_END_C

#endif
