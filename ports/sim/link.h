/*
 * link.h - the bus of a module, whichever it is. It makes bytes, each marked as command or data, of
 * the levels on the module's pins. Simulated controllers are written against this.
 */
#ifndef PEMBLE_SIM_LINK_H
#define PEMBLE_SIM_LINK_H

#include "i2c_end.h"

enum link_kind { LINK_I2C, LINK_SPI, LINK_SPI3, LINK_8080, LINK_SPI16 };

struct link {
    /* Set by the module before link_open. */
    void (*take)(pmb_module *module, bool data, uint8_t byte);
    uint8_t (*give)(pmb_module *module, bool data); /* NULL: nothing can be read */
    void (*reset)(pmb_module *module);              /* at the falling edge of RES */
    uint8_t addresses[2];                           /* I2C: those that the controller can have */
    unsigned i2c_clock_ns, spi_clock_ns;            /* shortest clock periods */
    unsigned read_clock_ns;                         /* the same while SDO is read; 0: as above */
    bool counts_from_reset; /* without CS it counts clocks from reset on: the clock rests high */
    unsigned strobe_ns;     /* shortest strobe pulse, and rest after it */
    unsigned reset_ns;      /* shortest reset pulse */
    unsigned reset_wait_us; /* from its end to the first byte */

    /* Private. */
    enum link_kind kind;
    struct i2c_end i2c;
    int cs, dc, scl, sda, sdo, res, d0, strobe, read;
    bool control_next, single, data; /* I2C: state of the control bytes */
    int bits;                        /* shifted in so far */
    uint32_t shift;
    uint8_t high; /* SPI16: the upper half of the word that is taken */
    uint8_t out;  /* being shifted out */
    bool giving;
    uint64_t clock_rose, reset_fell, reset_rose, strobed;
    uint64_t placed; /* when it got its power */
    bool reset_seen, in_reset;
    bool used; /* bytes were taken since the last reset */
    bool lost; /* no CS, and the clock rested low when reset ended: takes nothing */
};

/* Sets up the interface that the module's options ask for. False when the address is not possible.
 */
bool link_open(pmb_module *module, struct link *link);

/* A pin_changed of a module type does this, for the link in module->link. */
void link_pin_changed(pmb_module *module, int pin, bool level);

/* Whether the link is on these nets as an SPI module should be, and is selected: then whole bytes
 * may be handed over at once. */
bool link_hears(const pmb_module *module, const struct net *sck, const struct net *mosi);
void link_take_byte(pmb_module *module, uint8_t byte, unsigned clock_ns);

/* The same for data, byte after byte while time passes. False: it has to be told one by one, and
 * nothing has been taken. */
bool link_take_data(pmb_module *module, const uint8_t *bytes, size_t count, unsigned clock_ns);

/* True while RES is low. */
bool link_in_reset(const struct link *link);

#endif
