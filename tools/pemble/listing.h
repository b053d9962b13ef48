/* listing.h - what went to a panel, command by command, with what the notes say of each. */
#ifndef PEMBLE_LISTING_H
#define PEMBLE_LISTING_H

#include <stddef.h>
#include <stdint.h>
#include <stdio.h>
#include "note.h"

enum { MOST_PARAMETERS = 64, MOST_FIRSTS = MOST_ROWS };

/* A command with its parameters. */
struct told {
    uint8_t command, parameters[MOST_PARAMETERS];
    int count;
};

struct listing {
    const struct note *note;
    FILE *out;                       /* a line for each; NULL: none is written */
    struct told firsts[MOST_FIRSTS]; /* the first of each row of the note; a command of none */
    bool has_first[MOST_FIRSTS];
    unsigned lines;
    /* private */
    struct told now;
    bool going;
    int expected; /* parameters; -1: the note does not say */
    uint64_t began;
    unsigned data;
    uint64_t data_began;
    int set;
};

/* For watch.h: a byte has passed. */
void listing_byte(void *listing, uint64_t at, uint8_t byte, bool command);

/* Ends the last line. */
void listing_end(struct listing *listing);

/*
 * Prints how the setup in a listing differs from that in another: commands that are missing, and
 * those whose parameters differ. Returns how many there are.
 */
int listing_compare(const struct listing *seen, const struct listing *right);

#endif
