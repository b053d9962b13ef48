/* readings.h - values that a scene's readings take over time, from a file. */
#ifndef PEMBLE_LIVE_READINGS_H
#define PEMBLE_LIVE_READINGS_H

#include "session.h"

struct readings;

/*
 * Reads a file with a heading and a line for each time: "time_ms,tide,wind" and "1000,319,42". A
 * reading of that name takes each value at its virtual time. NULL: it has been said what is wrong.
 */
struct readings *readings_new(struct session *session, const char *path);
void readings_free(struct readings *readings);

/* Sets what is due at the session's time. */
void readings_play(struct readings *readings);

#endif
