/* mix.h - digests of 32 bits; private to src/screen. */
#ifndef PEMBLE_SRC_SCREEN_MIX_H
#define PEMBLE_SRC_SCREEN_MIX_H

#include <stdint.h>

/* Adds a word to a digest: a multiplication (Knuth, "The Art of Computer Programming", section 6.4)
 * and a shift that brings the upper bits down. Both can be undone: where one word differs, the
 * digest does. */
static inline uint32_t pmb_mix(uint32_t digest, uint32_t word)
{
    digest = (digest ^ word) * 2654435761u;
    return digest ^ digest >> 15;
}

#endif
