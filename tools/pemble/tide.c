/* tide.c - the tide of a day. */
#include "tide.h"

#include <errno.h>
#include <stdio.h>
#include <string.h>
#include "command.h"

bool tide_read(struct tide *tide, const char *path)
{
    char text[80];
    FILE *f = fopen(path, "r");
    tide->count = 0;
    if (!f) {
        complain("%s: %s", path, strerror(errno));
        return false;
    }
    bool good = true;
    for (int line = 1; good && fgets(text, sizeof text, f); line++) {
        int hour, minute, height, used = 0;
        if (line == 1)
            continue; /* the names of the columns */
        good = sscanf(text, "%2d:%2d,%5d %n", &hour, &minute, &height, &used) == 3 &&
               text[used] == '\0' && hour >= 0 && hour <= 24 && minute >= 0 && minute < 60 &&
               tide->count < MOST_READINGS &&
               (tide->count == 0 || hour * 60 + minute > tide->minute[tide->count - 1]);
        if (!good) {
            complain("%s:%d: not a later time and a height in cm, such as 14:20,412; at most %d",
                     path, line, MOST_READINGS);
        } else {
            tide->minute[tide->count] = hour * 60 + minute;
            tide->height[tide->count++] = height;
        }
    }
    if (good && tide->count < 2) {
        complain("%s: it needs at least two readings", path);
        good = false;
    }
    fclose(f);
    return good;
}

int tide_height(const struct tide *tide, int minute)
{
    int i = 1;
    while (i < tide->count - 1 && tide->minute[i] < minute)
        i++;
    const int before = tide->minute[i - 1], span = tide->minute[i] - before;
    return tide->height[i - 1] + (tide->height[i] - tide->height[i - 1]) * (minute - before) / span;
}

int tide_next_high(const struct tide *tide, int minute)
{
    for (int i = 1; i + 1 < tide->count; i++)
        if (tide->minute[i] > minute && tide->height[i] >= tide->height[i - 1] &&
            tide->height[i] > tide->height[i + 1])
            return tide->minute[i];
    return -1;
}
