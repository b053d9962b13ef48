/* scene_host.h - the process in which a scene runs, for pemble live. */
#ifndef PEMBLE_LIVE_SCENE_HOST_H
#define PEMBLE_LIVE_SCENE_HOST_H

/* What the process is told. */
struct scene_host {
    const char *config, *only;
    int loads; /* paths of shared objects come here, one a line */
};

/* Runs the scenes that it is told to load on the panel of the configuration, without end. A crash
 * is told on standard error: SCENE_FRAME, a path, and the offset of a call in that file. For
 * session_start: `user` is a scene_host. */
#define SCENE_FRAME "@frame"
int scene_host_run(void *user);

#endif
