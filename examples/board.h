/*
 * board.h - what an example asks of the board that it runs on. board_bench.c is the simulated one;
 * for hardware write these four for your board.
 */
#ifndef PEMBLE_EXAMPLES_BOARD_H
#define PEMBLE_EXAMPLES_BOARD_H

#include "pemble/linkage.h"
#include "pemble/pemble.h"

PMB_BEGIN_C

/* The port to which the panels of these configurations are wired; the list ends with NULL. */
const pmb_port *board_start(const pmb_panel_config *const panels[]);

/* Milliseconds since board_start. */
uint32_t board_milliseconds(void);

/* False when it is time to stop: on the bench, when `milliseconds` have passed; never on hardware.
 * The bench then leaves a picture of each panel: NAME.png, or NAME-1.png, NAME-2.png ... */
bool board_running(const char *name, uint32_t milliseconds);

/* Where inputs are wired (input.h). On the bench they do what assets/quay/inputs/NAME.csv says, or
 * the file that the environment variable PEMBLE_INPUTS names. */
#define BOARD_BUTTON        PMB_PIN(5)
#define BOARD_SECOND_BUTTON PMB_PIN(4)
#define BOARD_KNOB_A        PMB_PIN(6)
#define BOARD_KNOB_B        PMB_PIN(7)
#define BOARD_STICK_ACROSS  PMB_PIN(26)
#define BOARD_STICK_UP      PMB_PIN(27)
#define BOARD_TILT_ACROSS   PMB_PIN(28)
#define BOARD_TILT_DOWN     PMB_PIN(29)

/* Says that a touch sensor lies on a panel, before the sensor is opened. On the bench a finger does
 * what the file of inputs says. */
void board_touch(const pmb_touch_config *sensor, const pmb_panel_config *panel);

/* Where the settings of an example are kept, at most BOARD_KEPT bytes of them. On the bench nothing
 * is there at first. */
#define BOARD_KEPT 116
const pmb_storage *board_storage(void);

/* Sounds a tone from now on; 0 is silence. On the bench and on Linux nothing is heard. */
void board_beep(uint16_t hertz);

/* The files of the board's card; NULL when there is none. */
const pmb_directory *board_card(void);

PMB_END_C

#endif
