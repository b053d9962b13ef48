/* gangway.h - the gangway screen of Pellan Quay: the tide now, and over the day. */
#ifndef PEMBLE_GANGWAY_H
#define PEMBLE_GANGWAY_H

#include "pemble/pemble.h"
#include "tide.h"

struct gangway {
    const struct tide *tide;
    pmb_size size; /* of the screen */
    int minute;    /* of the day */
};

/* A pmb_paint; `scene` is a struct gangway. For screens of 128 columns and 32 or 64 rows. */
void gangway_paint(pmb_canvas *c, void *scene);

#endif
