/* cells.h - every shape, hard and smooth, each in a square of its own: what the tests draw. */
#ifndef PEMBLE_TEST_CELLS_H
#define PEMBLE_TEST_CELLS_H

#include "pemble/pemble.h"

enum { CELL = 32 };

struct cell {
    const char *name;
    void (*draw)(pmb_canvas *c);
};

extern const struct cell cells[];
extern const size_t cell_count;

/* Black ground and the shape in the square from p on; nothing is drawn outside of it. */
void cell_draw(pmb_canvas *c, size_t cell, pmb_point p);

#endif
