/* scale.h - what the instruments of the scenes measure. */
#ifndef PEMBLE_MCU_SCALE_H
#define PEMBLE_MCU_SCALE_H

#include "pemble/pemble.h"

static const PMB_FLASH pmb_zone zones[] = {{300, PMB_CAUTION}, {450, PMB_ALARM}};
static const PMB_FLASH pmb_scale scale = {.least = -100,
                                          .most = 500,
                                          .major = 200,
                                          .minor = 100,
                                          .decimals = 1,
                                          .zones = zones,
                                          .zone_count = 2};

#endif
