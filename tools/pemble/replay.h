/* replay.h - levels of wires, played to the simulated module of a panel. */
#ifndef PEMBLE_REPLAY_H
#define PEMBLE_REPLAY_H

#include "boards.h"
#include "pemble/bench.h"

struct replay {
    pmb_bench *bench;
    pmb_module *module;
    bool i2c;
    uint64_t start;         /* bench time of the capture's beginning, ns */
    void *drivers[SIGNALS]; /* private; from malloc */
};

/* A bench with the module. What is not captured is as it has to be: selected, and reset before the
 * beginning. False when there is no memory, or the bench has no such module. */
bool replay_open(struct replay *replay, const pmb_panel_config *config,
                 const bool captured[SIGNALS]);

/* A wire has a level from a time on, in nanoseconds since the beginning. */
void replay_set(struct replay *replay, uint64_t at, enum signal signal, bool level);

/* Time goes on until paper has refreshed. */
void replay_settle(struct replay *replay);

void replay_close(struct replay *replay);

#endif
