/*
 * port_check.h - checks a port against the rules of port.h, on a board with a few wires. Compile
 * port_check.c with your port, describe the wires, and call pmb_port_check. What is not wired is
 * not checked, and that is said.
 */
#ifndef PEMBLE_PORT_CHECK_H
#define PEMBLE_PORT_CHECK_H

#include "pemble/linkage.h"
#include "pemble/port.h"

PMB_BEGIN_C

typedef struct pmb_port_wires {
    const pmb_port *port;

    /* What is found out, a line at a time; `context` is given to it and to the clock. */
    void (*say)(void *context, const char *line);
    /* A clock that runs by itself, in microseconds; it may begin anew. NULL: there is none. */
    uint32_t (*microseconds)(void *context);
    void *context;

    /* I2C: an address at which something answers and one at which nothing does; NULL: no I2C. If
     * what answers is a memory with two address bytes (24C32 and larger), say so: its bytes from 0
     * to 31 are overwritten. */
    const PMB_FLASH pmb_bus *i2c;
    uint8_t answers, silent;
    bool is_memory;

    /* SPI: NULL: none. Whether the data output is wired to the data input. */
    const PMB_FLASH pmb_bus *spi;
    bool is_loop;

    /* Two pins that are wired to each other; PMB_PIN_NONE: none are. */
    pmb_pin out, in;
} pmb_port_wires;

/* Says for each rule "good: ...", "BAD: ..." or "not checked: ...". Returns the number of BAD. */
unsigned pmb_port_check(const pmb_port_wires *wires);

PMB_END_C

#endif
