/* config.h - configuration files: docs/configuration.md. */
#ifndef PEMBLE_CONFIG_H
#define PEMBLE_CONFIG_H

#include "boards.h"
#include "catalog.h"
#include "pemble/touch.h"

enum { MOST_PANELS = 8, NAME_SIZE = 32, MOST_FAULTS = 8 };

/* Something wrong with the hardware, in a bench file. */
struct fault {
    enum { FAULT_MUTE, FAULT_SWAP, FAULT_CUT, FAULT_STUCK, FAULT_LOSE } kind;
    enum signal a, b; /* the wires */
    long value;       /* a level, or every how many bytes */
};

/* One panel of a file. */
struct panel_setup {
    char name[NAME_SIZE]; /* "" when the file does not name it */
    const struct known_controller *known;
    const struct known_module *module; /* NULL when the file does not start from one */
    char type[12];                     /* of the bus: "i2c" */
    pmb_pin pins[SIGNALS];
    bool pin_given[SIGNALS]; /* by the file, rather than the usual one */
    bool unit_given, touch_unit_given;
    pmb_pin lines[8]; /* D0 to D7, for config.bus.lines */
    pmb_bus expander; /* where the expander is that the pins are on; no kind: none */
    pmb_panel_config config;
    pmb_touch_config touch; /* what lies on the glass; no kind: nothing */
    struct fault faults[MOST_FAULTS];
    int fault_count;
};

/* All panels of a file. */
struct setup {
    const char *path;
    const struct board *board; /* the plain bench when the file names none */
    struct panel_setup panels[MOST_PANELS];
    int count;
};

/*
 * Reads a file. False after saying on stderr everything that is wrong in it, each with file and
 * line. What is understood although it is unusual is said there, too.
 */
bool config_read(struct setup *setup, const char *path);

/* Reads the file that describes the hardware as it really is; without one (path NULL), reality is
 * as believed. */
bool config_read_bench(struct setup *real, const struct setup *believed, const char *path);

/* The number of the panel of that name, of the first for NULL; -1 after saying that there is none.
 */
int setup_find(const struct setup *setup, const char *name);

/* What the panel's pins are on: the board, or an expander. */
const struct board *panel_board(const struct setup *setup, const struct panel_setup *panel);

/* The panel before this one that has its reset pin; NULL: none. */
const struct panel_setup *panel_resets_with(const struct setup *setup,
                                            const struct panel_setup *panel);

/* Whether it is a module for SPI whose resistors were moved for I2C: its RES, DC and CS must not
 * float (docs/controllers/ssd1309.md). */
bool panel_was_made_i2c(const struct panel_setup *panel);

/* "xpt2046" of a kind of touch sensor, as the file has it. */
#define SENSOR_NAMES "xpt2046, film, ft6x36, cst816 or gt911"
const char *touch_name(const pmb_touch_kind *kind);

/* The panel's name, or that of its module or controller. */
const char *panel_title(const struct panel_setup *panel);

#endif
