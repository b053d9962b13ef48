/* golden.h - pictures that were looked at and kept, and canvases compared with them. */
#ifndef PEMBLE_TEST_GOLDEN_H
#define PEMBLE_TEST_GOLDEN_H

#include "test.h"

enum { GOLDEN_MOST_W = 1024, GOLDEN_MOST_H = 960 };

/* What a canvas shows, as the file NAME.png in a directory. 0, or 1 after saying what is wrong. */
int golden_keep(const char *directory, const char *name, const pmb_canvas *c);

/* Fails unless a canvas shows what the kept picture does. `part` names what is at a pixel. */
void golden_compare(const char *name, const pmb_canvas *c, const char *(*part)(int x, int y));

#endif
