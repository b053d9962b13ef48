/* front.h - the ways to see a session. Each runs until the person quits, and returns an exit
 * status; what went wrong has been said. */
#ifndef PEMBLE_LIVE_FRONT_H
#define PEMBLE_LIVE_FRONT_H

#include "control.h"

int window_run(struct control *control, int zoom);

/* The terminal is guarded by a process of its own, which waits for this one and gives the terminal
 * back however it ends. Before the session starts. False: it has been said why not. */
bool terminal_guard(void);
int terminal_run(struct control *control);

/* What the page needs to be served. */
struct page_options {
    unsigned port;    /* 0: any that is free */
    const char *host; /* the address to listen on; NULL: this machine only */
};
int page_run(struct control *control, const struct page_options *options);

/* True once SIGINT, SIGTERM or SIGHUP has come, after front_catch. */
void front_catch(void);
bool front_is_ended(void);

#endif
