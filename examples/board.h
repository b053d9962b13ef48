/*
 * board.h - what an example asks of the board that it runs on. board_bench.c is the simulated one;
 * for hardware write these four for your board.
 */
#ifndef PEMBLE_EXAMPLES_BOARD_H
#define PEMBLE_EXAMPLES_BOARD_H

#include "pemble/pemble.h"

/* The port to which the panels of these configurations are wired; the list ends with NULL. */
const pmb_port *board_start(const pmb_panel_config *const panels[]);

/* Milliseconds since board_start. */
uint32_t board_milliseconds(void);

/* False when it is time to stop: on the bench, when `milliseconds` have passed; never on hardware.
 * The bench then leaves a picture of each panel: NAME.png, or NAME-1.png, NAME-2.png ... */
bool board_running(const char *name, uint32_t milliseconds);

/* The files of the board's card; NULL when there is none. */
const pmb_directory *board_card(void);

#endif
