/* mount.h - the picture of an upright module with what its glass shows. */
#ifndef PEMBLE_LIVE_MOUNT_H
#define PEMBLE_LIVE_MOUNT_H

#include "image.h"
#include "session.h"

struct mount {
    struct image image;
    int zoom;
    int x, y; /* where the glass begins */
};

/* How large the picture is at a zoom; a compact one has less around the glass. */
void mount_size(const struct shown *shown, int zoom, bool compact, int *width, int *height);

/* Makes the picture, with an empty glass. False when there is no memory. */
bool mount_make(struct mount *mount, const struct shown *shown, int zoom, bool compact);

/* Puts the pixels into it. */
void mount_fill(struct mount *mount, const struct shown *shown, const struct glass *glass);

#endif
