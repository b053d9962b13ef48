/* modules.h - the modules that the bench knows. */
#ifndef PEMBLE_SIM_MODULES_H
#define PEMBLE_SIM_MODULES_H

#include "bench.h"

extern const pmb_module_type pmb_sim_ssd1306;

#endif
