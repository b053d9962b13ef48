/* catalog.h - the controllers and the ready-made modules that the command knows by name. */
#ifndef PEMBLE_CATALOG_H
#define PEMBLE_CATALOG_H

#include "pemble/pemble.h"

struct known_controller {
    const char *name;   /* in configurations: "ssd1306" */
    const char *title;  /* as printed: "SSD1306" */
    const char *symbol; /* in C: "pmb_ssd1306" */
    const pmb_controller *controller;
    const char *colors; /* "white on black", "65536 colours" */
};

/* A module as it is sold, by size and kind: a piece of configuration. */
struct known_module {
    const char *name; /* "oled-0.96-i2c" */
    const char *controller;
    const char *keys;   /* "[panel] size = 128x64; [bus] type = i2c": what a file may override */
    const char *supply; /* volts that its supply pin takes: "3.3 or 5" */
    const char *header; /* the order of its pins, as most of them have it */
    const char *other;  /* another order on modules that look the same, or NULL */
};

int controller_count(void);
const struct known_controller *controller_at(int number);
const struct known_controller *controller_named(const char *name);
/* The names of all, separated by commas. */
const char *controller_names(void);
/* "128x64, 128x32": that it is sold with. */
const char *controller_sizes(const struct known_controller *known);
/* "i2c, spi, spi3, softspi" */
const char *controller_buses(const struct known_controller *known);

int module_count(void);
const struct known_module *module_at(int number);
const struct known_module *module_named(const char *name);
/* The names that are most like a wrong one, for a message. */
const char *module_names_like(const char *name);

#endif
