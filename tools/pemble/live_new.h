/* live_new.h - a scene to begin with, for pemble live --new. */
#ifndef PEMBLE_LIVE_NEW_H
#define PEMBLE_LIVE_NEW_H

/* Writes it; a file that is there stays. Returns an exit status; what went wrong has been said. */
int live_new(const char *path);

#endif
