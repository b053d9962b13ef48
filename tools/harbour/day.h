/* day.h - one day at Pellan Quay: the tide, the weather and the ferries, from assets/quay. */
#ifndef PEMBLE_DAY_H
#define PEMBLE_DAY_H

#include <stdbool.h>
#include <stdint.h>

enum { MOST_READINGS = 300, MOST_FERRIES = 32, PLACE_SIZE = 24, DAY_MS = 86400000 };

/* What is measured. */
enum reading {
    TIDE,        /* cm above chart datum */
    WIND,        /* tenths of a knot */
    GUST,        /* the same: the most of the last while */
    DIRECTION,   /* degrees from north, where the wind comes from */
    PRESSURE,    /* tenths of a hectopascal */
    TEMPERATURE, /* tenths of a degree Celsius */
    READINGS
};

/* A series of readings; the minutes rise. */
struct series {
    int count, minute[MOST_READINGS], value[MOST_READINGS];
};

struct ferry {
    int minute; /* of its departure */
    char to[PLACE_SIZE];
    int berth;
};

struct day {
    struct series series[READINGS];
    struct ferry ferries[MOST_FERRIES];
    int ferry_count;
};

/* Reads tide.csv, weather.csv and ferries.csv of a directory. False after saying on stderr which
 * line of which file is wrong, or why it cannot be read. */
bool day_read(struct day *day, const char *directory);

/* A reading at a time of the day, in milliseconds, interpolated. */
int day_value(const struct day *day, enum reading reading, uint32_t milliseconds);

/* A turn of the tide: the minute of the next high (or low) water after a minute; -1 when the day
 * has none. */
int day_next_turn(const struct day *day, int minute, bool high);

/* The first ferry that leaves after a minute, from that berth (0: any); NULL for none. */
const struct ferry *day_next_ferry(const struct day *day, int minute, int berth);

#endif
