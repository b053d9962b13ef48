/* vitals.h - the state of this machine: what /proc and /sys say of it. */
#ifndef PEMBLE_VITALS_H
#define PEMBLE_VITALS_H

#include <stdbool.h>
#include <stddef.h>

enum { MOST_ADDRESSES = 6, ADDRESS_SIZE = 60, VITAL_UNKNOWN = -1 };

/* What cannot be found out is VITAL_UNKNOWN, "" or none. */
struct vitals {
    char host[64];
    char addresses[MOST_ADDRESSES][ADDRESS_SIZE]; /* "eth0 192.0.2.7" */
    int address_count;
    int load;        /* hundredths, of the last minute */
    int processors;  /* at least 1 */
    int memory;      /* percent in use */
    int disk;        /* percent of the root file system in use */
    int temperature; /* tenths of a degree Celsius; the hottest sensor */
    long uptime;     /* seconds */
};

/* Reads them below a directory in which proc and sys are: "" for this machine, whose addresses and
 * disk are then read, too. Another directory is for trying: it may have a file `addresses` with a
 * line each, and one `disk` with a number. */
void vitals_read(struct vitals *vitals, const char *root);

#endif
