/* machine_scene.h - the state of a machine as a picture, from 128x32 pixels on. */
#ifndef PEMBLE_MACHINE_SCENE_H
#define PEMBLE_MACHINE_SCENE_H

#include "pemble/pemble.h"
#include "vitals.h"

struct machine_scene {
    struct vitals vitals;
    const pmb_theme *theme;
    pmb_size size;
    int page;         /* of machine_pages() */
    const char *last; /* shown in place of all, when the machine goes off; NULL: it is on */
};

/* Chooses the theme and the layout for a panel. */
void machine_scene_init(struct machine_scene *scene, const pmb_panel *panel);

/* How many pages what there is takes on this panel. */
int machine_pages(const struct machine_scene *scene);

/* A pmb_paint; the scene is a struct machine_scene. */
void machine_paint(pmb_canvas *c, void *scene);

#endif
