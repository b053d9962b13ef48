/* busy.h - the BUSY pin and the high voltage of simulated e-paper. */
#ifndef PEMBLE_SIM_BUSY_H
#define PEMBLE_SIM_BUSY_H

#include "module.h"

struct busy {
    int pin;
    enum drive working, idle; /* levels of the pin */
    bool on;
    uint64_t ends;
    void (*after)(pmb_module *module); /* NULL: nothing more happens */
    bool powered;                      /* the high voltage is on */
    uint64_t idle_since, worn;         /* how long it was on for nothing, before that */
};

/* The module is busy for so long. The pin shows it a little later ("Busy" in the notes). */
void busy_begin(pmb_module *module, uint64_t milliseconds, void (*after)(pmb_module *module));

/* What was going on has ended or is given up: the pin is at rest. */
void busy_end(pmb_module *module);

/* The high voltage goes off. */
void busy_power_off(pmb_module *module);

/* How long it was on while nothing was driven, in seconds: what wears the glass. */
unsigned busy_idle_seconds(const pmb_module *module);

/* A refresh has ended: the module complains when its voltage stays on for long ("Busy and power").
 */
void busy_watch_power(pmb_module *module);

#endif
