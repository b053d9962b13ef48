/* new_scene.h - a scene to begin with, for pemble live --new. */
#ifndef PEMBLE_LIVE_NEW_SCENE_H
#define PEMBLE_LIVE_NEW_SCENE_H

/* Writes it; a file that is there stays. Returns an exit status; what went wrong has been said. */
int new_scene(const char *path);

#endif
