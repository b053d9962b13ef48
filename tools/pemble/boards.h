/* boards.h - the processor boards that panels are wired to, and the signals of panels. */
#ifndef PEMBLE_BOARDS_H
#define PEMBLE_BOARDS_H

#include "pemble/pemble.h"

/* A panel's wires, by the names that configurations use. */
enum signal {
    SIGNAL_SDA, /* data: of I2C, and of SPI to the panel */
    SIGNAL_SCL, /* clock */
    SIGNAL_SDO, /* data from the panel */
    SIGNAL_CS,
    SIGNAL_CS2,
    SIGNAL_DC,
    SIGNAL_RESET,
    SIGNAL_BUSY,
    SIGNAL_BACKLIGHT,
    SIGNAL_STROBE,
    SIGNAL_READ,
    SIGNAL_D0, /* to D7 */
    SIGNALS = SIGNAL_D0 + 8
};

/* "sda"; and the labels that modules print for it: "SDA, DIN, MOSI, SI". */
const char *signal_name(enum signal signal);
const char *signal_labels(enum signal signal);

/* The signal that a configuration calls so, by its name or one of its labels; SIGNALS when none. */
enum signal signal_named(const char *name);

/* A unit of a hardware bus and the pins that each of its lines can be on, "4 8 12"; NULL: any. */
struct board_unit {
    const char *type; /* "i2c", "spi" */
    uint8_t number;
    const char *sda, *scl, *sdo;
};

/* What a person should know about pins, "is a strapping pin: ...". */
struct pin_note {
    const char *pins, *says;
};

/* How a board names its pins: "GP4"; "D4" and "A0"; "PB7", sixteen a port; "P1.02", 32 a port;
 * "GPB3", eight a bank. */
enum pin_naming { PINS_PREFIX, PINS_ARDUINO, PINS_PORTS, PINS_DOTTED, PINS_BANKS };

struct board {
    const char *name;  /* in configurations: "rp2040" */
    const char *title; /* "RP2040" */
    enum pin_naming naming;
    const char *prefix;
    int first_analog; /* the number of A0 */
    const char *pins; /* all there are: "0-22 26-28" */
    const char *input_only;
    double volts; /* of its logic */
    const struct board_unit *units;
    int unit_count;
    const struct pin_note *notes;
    int note_count;
    const uint8_t *positions; /* of pin number n on the header; NULL: printed names do */
    int usual_i2c[2];         /* SDA, SCL of unit 0; -1: the first that the unit has */
    int usual[SIGNALS];       /* pins used when a configuration does not say; -1: none */
};

extern const struct board board_list[];
extern const int board_count;

/* NULL when there is none of that name. */
const struct board *board_named(const char *name);
const char *board_names(void);
extern const struct board board_bench;    /* any pin does anything */
extern const struct board board_expander; /* an MCP23017, whose pins a panel may be on */

/* "GP4", "D13", "A4". The text is valid for the next few calls. */
const char *board_pin_name(const struct board *board, pmb_pin pin);

/* Whether its processor is an AVR, which has little RAM. */
bool board_is_avr(const struct board *board);

/* A pin by its name or number; PMB_PIN_NONE when the board has none such. */
pmb_pin board_pin_named(const struct board *board, const char *name);

/* Where a pin is on a numbered header; 0: the header has no numbers. */
int board_pin_position(const struct board *board, pmb_pin pin);

/* What a person should know about a pin; NULL: nothing. */
const char *board_pin_note(const struct board *board, pmb_pin pin);

/* "D0-D13, A0-A7": for messages. */
const char *board_pin_range(const struct board *board);

/* True when a list such as "0-22 26-28" holds the number; a NULL list holds all. */
bool pin_list_holds(const char *list, int number);

const struct board_unit *board_unit(const struct board *board, const char *type, int number);

#endif
