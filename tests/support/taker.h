/* taker.h - a port with no hardware behind it: it takes everything, counts, and may fail once. */
#ifndef PEMBLE_TEST_TAKER_H
#define PEMBLE_TEST_TAKER_H

#include "pemble/pemble.h"

/* All callbacks but those of analogue inputs. */
extern const pmb_port taker;

/* The same, with a parallel bus of its own, as a port expander has it. */
extern const pmb_port parallel_taker;

extern struct taken {
    unsigned bytes;        /* that were sent, and levels */
    unsigned calls;        /* that can fail */
    unsigned reads;        /* of pins */
    unsigned left;         /* the call of which this comes down to 0 fails; 0: none does */
    uint8_t address;       /* the only one that answers on I2C; 0: all do */
    uint8_t reply;         /* every byte that is read */
    const uint8_t *answer; /* four bytes that are read again and again, instead */
    unsigned held_after;   /* after so many reads of pins they stay high; 0: never */
    bool held;             /* lines that are read stay high; else each goes up and down in turn */
    bool follows;          /* lines that are read have the level that was written last */
    pmb_pin stuck;         /* this one stays low all the same */
} taken;

/* What was last written to a pin. */
bool taken_level(pmb_pin pin);

/* Nothing was taken yet, and nothing will fail. */
void take_anew(void);

#endif
