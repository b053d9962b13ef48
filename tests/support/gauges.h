/* gauges.h - every gauge in a theme, for the tests: each drawn into any rectangle. */
#ifndef PEMBLE_TEST_GAUGES_H
#define PEMBLE_TEST_GAUGES_H

#include "pemble/pemble.h"

struct gauge {
    const char *name;
    pmb_size natural;
    /* `part` of 100 of the way from the least to the greatest value; beyond both ends as well. */
    void (*draw)(pmb_canvas *c, const pmb_theme *theme, pmb_rect r, int part);
};

extern const struct gauge gauges[];
extern const size_t gauge_count;

#endif
