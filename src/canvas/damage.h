/* damage.h - noting where something is drawn; private to src/. */
#ifndef PEMBLE_SRC_CANVAS_DAMAGE_H
#define PEMBLE_SRC_CANVAS_DAMAGE_H

#include "pemble/canvas.h"

/* Adds a rectangle of at least 1 x 1 to those that hold all that was added, and returns how many
 * they are. It becomes one more when the best one to widen would grow by more than `slack` pixels,
 * and there is room. */
uint8_t pmb_rects_add(pmb_rect *parts, uint8_t count, uint8_t most, int32_t slack,
                      const pmb_rect *part);

/* The same for damage. */
void pmb_damage_add(pmb_damage *damage, const pmb_rect *part);

/* Whether what is drawn is noted. */
static inline bool pmb_canvas_notes(const pmb_canvas *c)
{
#if PMB_NO_DAMAGE
    (void)c;
    return false;
#else
    return c->damage;
#endif
}

/* Every function that sets pixels of a canvas calls this, in the coordinates of the buffer. */
static inline void pmb_canvas_touch(const pmb_canvas *c, const pmb_rect *part)
{
#if PMB_NO_DAMAGE
    (void)c;
    (void)part;
#else
    if (pmb_canvas_notes(c))
        pmb_damage_add(c->damage, part);
#endif
}

#endif
