/* levels.h - what the nibbles of a picture's table stand for; the decoder's and the encoder's. */
#ifndef PEMBLE_SRC_PICTURE_LEVELS_H
#define PEMBLE_SRC_PICTURE_LEVELS_H

#include <stdint.h>
#include "pemble/flash.h"

/* Probability of a 0, in 1/65536. */
static const PMB_FLASH uint16_t pmb_levels[16] = {48,    384,   1440,  3520,  6880,  12160,
                                                  19200, 28000, 37536, 46336, 53376, 58656,
                                                  62016, 64096, 65152, 65488};

#endif
