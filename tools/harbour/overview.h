/* overview.h - all panels of the harbour on one page. */
#ifndef PEMBLE_OVERVIEW_H
#define PEMBLE_OVERVIEW_H

#include "pemble/bench.h"
#include "stations.h"

/* Writes the page, 1280 by 800. `modules` is one for each station. False when the file cannot be
 * written; errno says why. */
bool overview_save(const char *path, pmb_module *const modules[STATIONS]);

#endif
