/* whole.h - files that take their place when they are whole: after an error, on a full disk or at a
 * signal what was there before is still there. */
#ifndef PEMBLE_WHOLE_H
#define PEMBLE_WHOLE_H

#include <limits.h>
#include <stdbool.h>
#include <stdio.h>

struct whole {
    FILE *file;
    /* private; none beside what is no regular file */
    char place[PATH_MAX], beside[PATH_MAX];
    bool named; /* the file beside has its name */
};

/* Opens a file beside the place. False, and errno says it: there is no such directory, or what is
 * there may not be written. */
bool whole_open(struct whole *whole, const char *path);

/* Puts the file in its place. When what was written is not good, or cannot be written, the file is
 * removed; then false, and errno says why. */
bool whole_close(struct whole *whole, bool good);

#endif
