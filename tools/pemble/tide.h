/* tide.h - a day of tide heights, read from assets/quay/tide.csv. */
#ifndef PEMBLE_TIDE_H
#define PEMBLE_TIDE_H

#include <stdbool.h>

enum { MOST_READINGS = 300 };

struct tide {
    int minute[MOST_READINGS]; /* of the day */
    int height[MOST_READINGS]; /* cm above chart datum */
    int count;
};

/* False after saying on stderr which line of the file is wrong, or why it cannot be read. */
bool tide_read(struct tide *tide, const char *path);

/* Height at a minute of the day, in cm, interpolated. */
int tide_height(const struct tide *tide, int minute);

/* The minute of the next high water after `minute`, or -1 when the day has none. */
int tide_next_high(const struct tide *tide, int minute);

#endif
