/* note.h - what a page of docs/controllers says of a command. */
#ifndef PEMBLE_NOTE_H
#define PEMBLE_NOTE_H

#include <stdbool.h>
#include <stdint.h>

enum { MOST_ROWS = 120, TEXT_SIZE = 400 };

/* One row of a table "| bytes | meaning |". */
struct note_row {
    uint8_t first[8], last[8]; /* commands, or ranges of them */
    int ranges;
    int parameters; /* of each; -1: the row does not say */
    int set;        /* 1: of the second of two sets of commands */
    char meaning[TEXT_SIZE];
};

struct note {
    char source[TEXT_SIZE]; /* "the data sheet "SSD1306", revision 1.1" */
    struct note_row rows[MOST_ROWS];
    int count;
};

/* Adds what the page says. False when it cannot be read. */
bool note_read(struct note *note, const char *path);

/* The pages that speak of a controller of the catalogue: its own, and the one that its own builds
 * upon. False, with errno, when one cannot be read. */
bool note_of_controller(struct note *note, const char *directory, const char *name);

/* The row of a command of that set, NULL: none. What was read first comes first. */
const struct note_row *note_of(const struct note *note, int set, uint8_t command);

/* "sure to 60 %" of a meaning; 95 when it says nothing (docs/controllers/README.md). */
int note_confidence(const struct note_row *row);

#endif
