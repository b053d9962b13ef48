/* levels.h - what the nibbles of a picture's table stand for; the decoder's and the encoder's. */
#ifndef PEMBLE_SRC_PICTURE_LEVELS_H
#define PEMBLE_SRC_PICTURE_LEVELS_H

#include <stdint.h>
#include "pemble/flash.h"

/* Probability of a 0, in 1/4096. */
static const PMB_FLASH uint16_t pmb_levels[16] = {3,    24,   90,   220,  430,  760,  1200, 1750,
                                                  2346, 2896, 3336, 3666, 3876, 4006, 4072, 4093};

#endif
