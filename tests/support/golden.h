/* golden.h - pictures that were looked at and kept, and canvases compared with them. */
#ifndef PEMBLE_TEST_GOLDEN_H
#define PEMBLE_TEST_GOLDEN_H

#include <stdio.h>
#include "test.h"

enum { GOLDEN_MOST_W = 1024, GOLDEN_MOST_H = 960 };

/* One of the looks of a sheet: its picture, NAME.png, and what it is drawn with. */
struct golden_look {
    const char *picture;
    const pmb_format *format;
    const void *style; /* for `draw` */
};

struct golden_sheet {
    pmb_size size;
    const struct golden_look *looks;
    size_t count;
    void (*draw)(pmb_canvas *c, const void *style);
    const char *(*part)(int x, int y); /* names what is at a pixel; NULL: nothing is named */
};

/* Fails unless each look shows what the kept picture does. */
void golden_compare(const struct golden_sheet *sheet);

/* With the words --keep DIRECTORY the pictures are drawn anew: the exit status. -1: other words. */
int golden_keep(const struct golden_sheet *sheet, int argc, char **argv);

/* Checksums of what is drawn, a line for each thing: for what is on no picture. */
struct golden_list {
    const char *name;           /* of the file, NAME.txt */
    void (*write)(FILE *lines); /* all of them */
};

/* Fails at the first line that is not as it was kept. */
void golden_list_compare(const struct golden_list *list);

/* As golden_keep(). */
int golden_list_keep(const struct golden_list *list, int argc, char **argv);

/* Places for things beside and below one another, with room around them. All zero but `apart`:
 * nothing is placed yet. */
struct golden_rows {
    int16_t apart, x, y, high;
};
pmb_rect golden_place(struct golden_rows *rows, const pmb_canvas *c, pmb_size size);

#endif
