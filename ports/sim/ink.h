/* ink.h - the ink of simulated e-paper. */
#ifndef PEMBLE_SIM_INK_H
#define PEMBLE_SIM_INK_H

#include "module.h"

enum { INK_COLUMNS = 400, INK_ROWS = 300 };

/* What each pixel of the glass looks like: 0 black to 255 white, and whether the second ink shows.
 */
struct ink {
    uint8_t shade[INK_ROWS][INK_COLUMNS];
    bool second[INK_ROWS][INK_COLUMNS];
};

enum ink_target { INK_BLACK, INK_WHITE, INK_SECOND };

/* As delivered: white, with a faint pattern of what the maker showed last. */
void ink_new(struct ink *ink);

/* A thorough drive: nothing of the picture before is left. */
void ink_settle(struct ink *ink, int x, int y, enum ink_target target);

/* A short drive: `left` percent of the way to the target is missing. */
void ink_push(struct ink *ink, int x, int y, enum ink_target target, int left);

void ink_render(pmb_module *module, const struct ink *ink);

#endif
