/* every.h - every controller with each of its glasses, and every bus that it has. */
#ifndef PEMBLE_TEST_EVERY_H
#define PEMBLE_TEST_EVERY_H

#include "pemble/pemble.h"

enum { I2C = 1, SPI = 2, SPI3 = 4, SOFT = 8, SOFT3 = 16, PARALLEL = 32, SPI16 = 64, SYNC = 128 };

struct candidate {
    const char *name;
    const pmb_controller *controller;
    pmb_size size;
    int buses;
    bool has_contrast, paper;
};

extern const struct candidate candidates[];
extern const size_t candidate_count;

/* The one of a name that is in the list. */
const struct candidate *candidate(const char *name);

/* Wired to pins 1 to 9 and 40 to 47. */
pmb_panel_config config_for(const struct candidate *c, int bus);

/* The simplest bus that it has. */
int usual_bus(const struct candidate *c);

#endif
