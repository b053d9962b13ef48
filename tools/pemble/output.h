/* output.h - assets written to files: as C, or as the bytes alone. */
#ifndef PEMBLE_OUTPUT_H
#define PEMBLE_OUTPUT_H

#include <stdbool.h>
#include <stddef.h>
#include <stdint.h>
#include "whole.h"

bool ends_with(const char *text, const char *end);

/* A name in C of any text, up to its first point; of a file's name. */
void c_name(const char *text, char *name, size_t size);
void object_name(const char *path, char *name, size_t size);

/* "4096" or "32k" as a number of bytes; false when it is neither, or 0. */
bool size_of_text(const char *text, unsigned long *bytes);

/* A file that takes its place when it is whole. What goes wrong has been said; the second returns
 * an exit status. */
bool output_open(struct whole *whole, const char *path);
int output_close(struct whole *whole, const char *path, bool good);

/* Writes a picture or reel block: as a C source with a const pmb_picture when the name ends in
 * ".c", else as its bytes. Returns an exit status; what went wrong has been said. */
int output_picture(const char *path, const uint8_t *bytes, size_t size, const char *what);

#endif
