/* stage.h - a panel of a configuration, opened on the bench, with its screen. */
#ifndef PEMBLE_STAGE_H
#define PEMBLE_STAGE_H

#include "bench.h"
#include "config.h"

struct stage {
    pmb_bench *bench;
    pmb_module *module; /* the real hardware of the first panel */
    pmb_panel panel;
    pmb_screen screen;
    uint8_t *buffer;
    pmb_tile *tiles;
};

/*
 * Builds the bench that `real` describes, and opens on it the first panel that `believed`
 * describes, with a whole frame of memory. Returns an exit status; what went wrong has been said.
 * stage_close is needed in every case.
 */
int stage_open(struct stage *stage, const struct setup *believed, const struct setup *real);
void stage_close(struct stage *stage);

/* Says what the bus or the panel did wrong, and returns the exit status for it. */
int stage_failed(const struct stage *stage, const struct setup *believed, pmb_status status);

/* Prints the complaints of the module, if any, on stderr; returns their number. */
unsigned stage_complaints(const struct stage *stage);

#endif
