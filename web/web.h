/* web.h - what the files of the page share. */
#ifndef PEMBLE_WEB_H
#define PEMBLE_WEB_H

#include <stdbool.h>
#include <stdint.h>
#include "pemble/bench.h"
#include "pemble/pemble.h"

/* A function that JavaScript calls. */
#define EXPORT(name) __attribute__((export_name(#name))) name

/* A picture that JavaScript shows: red, green, blue, opacity. */
struct shown {
    int width, height;
    uint8_t *rgba;
};

/* False when there is no memory. */
bool shown_size(struct shown *shown, int width, int height);

/* What a glass shows, as the module hangs. */
void shown_glass(struct shown *shown, pmb_module *module);

/* A pixel of this colour. */
void shown_color(uint8_t rgba[4], pmb_color color);

/* The picture whose size and pixels are asked for next; NULL: there is none. */
void shown_is(const struct shown *shown);

#endif
