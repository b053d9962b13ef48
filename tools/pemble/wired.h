/* wired.h - a panel on this machine's own wires, and its simulated twin on the bench beside it. */
#ifndef PEMBLE_WIRED_H
#define PEMBLE_WIRED_H

#include "pemble/bench.h"
#include "pemble/linux_board.h"

enum { WIRED_BUSY_PINS = 8 };

/* A port whose calls go to the wires and to the bench. What is read comes from the wires. */
struct wired {
    pmb_linux_board *board;
    const pmb_port *hardware, *twin;
    pmb_pin busy[WIRED_BUSY_PINS]; /* pins for which the twin waits, too */
    int busy_count;
    pmb_port port;
};

/* False when there is no memory. */
bool wired_open(struct wired *wired, pmb_bench *bench);
void wired_close(struct wired *wired);

/* The twin is as long busy as the panel. */
void wired_wait_for(struct wired *wired, pmb_pin busy);

#endif
