/* pixmap.h - images that the library does not read, as pixmaps that it reads. */
#ifndef PEMBLE_PIXMAP_H
#define PEMBLE_PIXMAP_H

#include <stddef.h>
#include <stdint.h>

/* The first image of a PNG or GIF file as a Netpbm file, over white, in memory from malloc. NULL
 * when it is neither, is damaged, or there is no memory. */
uint8_t *pixmap_of_image(const char *path, size_t *size);

#endif
