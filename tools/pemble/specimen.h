/* specimen.h - the picture of fonts, one below the other. */
#ifndef PEMBLE_SPECIMEN_H
#define PEMBLE_SPECIMEN_H

#include <stdbool.h>
#include "image.h"
#include "pemble/pemble.h"

struct specimen {
    struct image image;
    int y;      /* where the next font goes */
    bool whole; /* there was memory for all */
};

/* False, having said why, when there is no memory. */
bool specimen_begin(struct specimen *specimen);

/* Adds a font that is known to be sound, and prints its size. */
void specimen_add(struct specimen *specimen, const pmb_font *font, const char *name);

/* Writes the PNG, unless out is NULL; returns the status of the command. */
int specimen_end(struct specimen *specimen, const char *out);

#endif
