/* wires.h - which pin of a panel goes to which pin of the board, and what is dangerous about it. */
#ifndef PEMBLE_WIRES_H
#define PEMBLE_WIRES_H

#include "config.h"

struct wire {
    const char *labels; /* what modules print for the pin: "SCL, CLK, SCK, SCLK" */
    char board[16];     /* "GP5", "GND", "3V3" */
    char what[80];      /* "I2C 0 clock" */
    const char *color;  /* of the wire in a drawing */
    bool may_be_left_off;
};

enum { MOST_WIRES = SIGNALS + 2, MOST_WARNINGS = 24, WARNING_SIZE = 320 };

/* The wires of one panel, supply first; returns how many. */
int wires_of(const struct setup *setup, const struct panel_setup *panel, struct wire *wires);

/* What could go wrong or break something; returns how many. */
int warnings_for(const struct setup *setup, char warnings[MOST_WARNINGS][WARNING_SIZE]);

#endif
