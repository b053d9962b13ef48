/* capture.h - what a logic analyser has written: levels of channels, and when they changed. */
#ifndef PEMBLE_CAPTURE_H
#define PEMBLE_CAPTURE_H

#include <stdbool.h>
#include <stddef.h>
#include <stdint.h>
#include <stdio.h>

enum { CAPTURE_CHANNELS = 64, CAPTURE_NAME = 40, CAPTURE_BUFFER = 65536 };

/* Read piece by piece, however long it is. */
struct capture {
    FILE *file;
    char names[CAPTURE_CHANNELS][CAPTURE_NAME];
    int count;     /* of channels */
    char why[200]; /* what is wrong, after an error */
    double step;   /* ns between samples; 0: the file does not say */
    /* private */
    enum { CAPTURE_DUMP, CAPTURE_TABLE, CAPTURE_ARCHIVE } kind;
    struct capture_archive *archive;
    long size;                     /* bytes of the file */
    char ids[CAPTURE_CHANNELS][8]; /* of a Value Change Dump */
    int columns[CAPTURE_CHANNELS]; /* of a table: the channel of each; -1: not one */
    int column_count, time_column;
    double unit; /* nanoseconds of a time step */
    double time; /* nanoseconds */
    double first;
    bool begun;
    int8_t levels[CAPTURE_CHANNELS]; /* -1: not known yet */
    int pending[CAPTURE_CHANNELS], pending_count, pending_next;
    unsigned long line, here; /* ended so far; of what was read last */
    char buffer[CAPTURE_BUFFER];
    size_t have, at;
};

struct capture_change {
    uint64_t at; /* nanoseconds since the first time in the file */
    int channel;
    bool level;
};

/* Opens a Value Change Dump (IEEE 1364-2005, clause 18), a table of comma-separated values with a
 * column of times, or an archive of samples as sigrok has them (.sr). False, and `why` says it,
 * when it is none of these. */
bool capture_open(struct capture *capture, const char *path);

/* The next change of a level: 1; 0 at the end; -1 when the file is damaged there, and `why` says
 * it. The first change of a channel is its level at the beginning. */
int capture_next(struct capture *capture, struct capture_change *change);

/* How much has been read, 0 to 100. */
int capture_percent(const struct capture *capture);

/* For archives: capture_archive.c. */
bool capture_archive_open(struct capture *capture, const char *path);
bool capture_archive_next(struct capture *capture); /* takes a sample; false at the end */
int capture_archive_percent(const struct capture *capture);
void capture_archive_close(struct capture *capture);

/* The levels of all channels at a time (ns): those that have changed are pending. False when the
 * time goes back. */
bool capture_take(struct capture *capture, double time, const int8_t levels[CAPTURE_CHANNELS]);

void capture_close(struct capture *capture);

#endif
