/* hand.h - a steady hand on the simulated bench: it touches what the screen shows. */
#ifndef PEMBLE_HAND_H
#define PEMBLE_HAND_H

#include "pemble/bench_touch.h"

/* Puts the finger on the point of the glass that is below a point of the screen. */
void hand_put_down(pmb_module *sensor, const pmb_panel *panel, pmb_point screen);

/* Calibrates a sensor by its crosses, each touched once. False: that could not be done. */
bool hand_calibrate(pmb_module *sensor, pmb_touch *touch);

#endif
