/*
 * learn.h - probabilities that are learnt while bits are coded (docs/formats.md); private to
 * src/picture and the makers.
 */
#ifndef PEMBLE_SRC_PICTURE_LEARN_H
#define PEMBLE_SRC_PICTURE_LEARN_H

#include <stdint.h>

/*
 * What is known of a context: above, the probability of a 0 in 1/4096; in the lowest four bits, how
 * often it has been used, up to 14. It is kept with the highest bit inverted: so 0 is what it
 * begins with, an even chance.
 */
#ifdef __GNUC__
typedef uint16_t __attribute__((may_alias)) pmb_learnt;
#else
typedef uint16_t pmb_learnt;
#endif

enum { LEARNT_START = 0x8000, LEAST_CHANCE = 2, MOST_CHANCE = 4094, LEARNT_USES = 14 };

/* Where they are in memory that begins at any byte, and is one byte longer. */
static inline pmb_learnt *learnt_at(uint8_t *memory)
{
    return (pmb_learnt *)(void *)(memory + ((uintptr_t)memory & 1));
}

/* In 1/65536. */
static inline uint16_t learnt_chance(pmb_learnt kept)
{
    return (uint16_t)((kept ^ LEARNT_START) & 0xFFF0);
}

/* After a bit: the first ones move it far, later ones by a thirty-second of what is left. */
static inline pmb_learnt learnt_from(pmb_learnt kept, uint8_t bit)
{
    static const uint8_t rates[LEARNT_USES + 1] = {2, 2, 3, 3, 3, 4, 4, 4, 4, 4, 4, 4, 4, 4, 5};
    const uint16_t state = kept ^ LEARNT_START;
    const uint8_t uses = state & 15, rate = rates[uses];
    uint16_t chance = state >> 4;
    if (bit) {
        chance = (uint16_t)(chance - (chance >> rate) - 1);
        chance = chance < LEAST_CHANCE ? LEAST_CHANCE : chance;
    } else {
        chance = (uint16_t)(chance + ((4096 - chance) >> rate) + 1);
        chance = chance > MOST_CHANCE ? MOST_CHANCE : chance;
    }
    return (pmb_learnt)((chance << 4 | (uses < LEARNT_USES ? uses + 1 : uses)) ^ LEARNT_START);
}

#endif
