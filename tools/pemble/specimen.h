/* specimen.h - the picture of a font. */
#ifndef PEMBLE_SPECIMEN_H
#define PEMBLE_SPECIMEN_H

#include "pemble/pemble.h"

/* Draws every glyph, a sentence, numbers and metrics of a checked font. Returns an exit status. */
int specimen_draw(const pmb_font *font, const char *name, const char *out);

#endif
