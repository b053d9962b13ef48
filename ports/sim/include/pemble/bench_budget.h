/*
 * pemble/bench_budget.h - what a panel costs: RAM for its buffer, and bytes and time for a frame,
 * measured on the simulated wires at the clock of the configuration.
 *
 *     pmb_budget budget;
 *     if (pmb_budget_measure(&budget, bench, &screen) == PMB_OK)
 *         printf("%.1f frames a second\n", 1e9 / (double)budget.frame.nanoseconds);
 */
#ifndef PEMBLE_BENCH_BUDGET_H
#define PEMBLE_BENCH_BUDGET_H

#include "pemble/bench.h"
#include "pemble/linkage.h"
#include "pemble/screen.h"

PMB_BEGIN_C

typedef struct pmb_budget {
    bool columns;        /* bands are columns of the screen, not rows */
    int least_depth;     /* rows or columns of the least band; others have a multiple of them */
    int whole_depth;     /* of the whole frame */
    size_t least_bytes;  /* of the least band */
    size_t whole_bytes;  /* of a buffer for the whole frame */
    size_t tile_bytes;   /* more, for tiles: a band then sends only what changed */
    size_t mirror_bytes; /* more, for a mirror: a whole frame then sends only what changed */
    size_t draft_bytes;  /* more, for a draft: only what changed is painted; 0: there is none */
    struct pmb_frame_cost {
        uint64_t bytes, transfers, nanoseconds;
    } frame;                      /* to send a frame of which every pixel changed */
    struct pmb_frame_cost change; /* to send a change of 32x16 pixels; e-paper: 0 */
    struct pmb_refresh_cost {
        uint64_t nanoseconds; /* of driving, at 25 degrees Celsius; 0: the panel has none such */
        uint32_t microcoulombs;
    } refreshes[PMB_REFRESH_GREYS + 1]; /* e-paper: by pmb_refresh; an estimate */
    uint32_t drive_microamperes;        /* e-paper: what the estimate assumes */
} pmb_budget;

/*
 * What the estimate for e-paper assumes: the current from 3.3 V while the paper is driven, for
 * glasses of up to 400x300 pixels and for larger ones, and in the deepest sleep. Data sheets of
 * panels give 26 mW and 40 mW as typical, and about 1 uA. The processor is not counted.
 */
#define PMB_PAPER_MICROAMPERES       8000
#define PMB_LARGE_PAPER_MICROAMPERES 12000
#define PMB_ASLEEP_MICROAMPERES      1

/*
 * Measures a screen whose module is on the bench, with the band, the tiles or the mirror that it
 * has. It paints a few frames; afterwards the glass is light. Returns what pmb_screen_paint
 * returns, what pmb_panel_wait returns (e-paper), or PMB_ERR_ARGUMENT for a null pointer.
 */
pmb_status pmb_budget_measure(pmb_budget *budget, pmb_bench *bench, pmb_screen *screen);

PMB_END_C

#endif
