/*
 * maker.h - save and see: files are watched, the scene is compiled when one is saved, and the
 * process that runs it is told to load it. What is wrong is the session's note, over the picture.
 */
#ifndef PEMBLE_LIVE_MAKER_H
#define PEMBLE_LIVE_MAKER_H

#include "control.h"

struct maker;

/* What the maker needs to know. */
struct maker_options {
    const char *source;        /* the scene's file */
    const char *config;        /* when it is saved the process is started anew */
    const char *const *before; /* commands of pemble, as lines, that make assets; NULL ends them */
    const char *const *include_directories; /* NULL ends them */
    const char *cc;                         /* the compiler */
    /* The process: started with `user`, to which the reader of load paths is given first. */
    session_body body;
    void *user;
    void (*give_loads)(void *user, int fd);
    const char *frame; /* what a line about a crash begins with; then a path and an offset */
    /* Runs a command of pemble in a new process; its exit status. */
    int (*run_line)(const char *line);
};

/* Begins to watch, compiles, and starts the process. NULL: it has been said why not. */
struct maker *maker_new(struct session *session, const struct maker_options *options);

/* Ends compilers and deletes what was compiled. */
void maker_free(struct maker *maker);

#endif
