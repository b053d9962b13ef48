/* terminal_parts.h - what the files of the terminal share. */
#ifndef PEMBLE_TERMINAL_PARTS_H
#define PEMBLE_TERMINAL_PARTS_H

#include <chafa.h>
#include <stdbool.h>
#include <stddef.h>
#include <stdint.h>
#include "front.h"

enum {
    BAR = 3, /* rows below the glasses */
    INPUT_SIZE = 128,
    NAME_SIZE = 100
};

/* A glass on the terminal. */
struct tile {
    int x, y, w, h; /* cells */
    bool braille;
    ChafaCanvas *canvas;
    gchar **rows; /* as they were written last */
    unsigned revision;
};

struct terminal {
    struct control *control;
    int columns, rows, cell_width, cell_height; /* a cell's in pixels; 0: unknown */
    ChafaTermInfo *info;
    ChafaCanvasMode colors;
    ChafaPixelMode pixels;
    struct tile tiles[MOST_GLASSES];
    int tile_count;
    unsigned layout, drawn;
    uint64_t drawn_at;
    char bar[BAR][512];
    bool covered;
    char input[INPUT_SIZE];
    size_t input_count;
    int down; /* the key that is taken to be down; -1: none */
    uint64_t up_at;
    bool held;      /* the first button, by Tab */
    uint8_t *large; /* a glass, enlarged */
    size_t large_size;
    int touched; /* the glass under the finger; -1: none */
};

/* ---- terminal_tty.c: the terminal itself ---- */

/* Its size, its colours; from here on keys come one by one. */
void terminal_open(struct terminal *t);

/* As it was before. */
void terminal_restore(void);

/* True once after the terminal has another size, which is measured then. */
bool terminal_is_resized(struct terminal *t);

void terminal_say(const char *text);

/* Text from a cell on. */
void terminal_put_at(int x, int y, const char *text);

/* Text of one row, cut where the terminal ends, the rest of the row empty. */
void terminal_put_row(const struct terminal *t, int y, const char *style, const char *text);

/* ---- terminal_tiles.c: the glasses on it ---- */

/* Finds a place for each glass that is shown, writes its name, and has it drawn anew. */
void tiles_lay_out(struct terminal *t);

void tiles_drop(struct terminal *t);

/* Draws a glass, if it has changed. */
void tile_draw(struct terminal *t, int number);

#endif
