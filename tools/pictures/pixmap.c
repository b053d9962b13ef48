/* pixmap.c - images that the library does not read, as pixmaps that it reads. */
#include "pixmap.h"

#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include "raster.h"

static bool is_png_or_gif(const char *path)
{
    uint8_t start[4] = {0};
    FILE *f = fopen(path, "rb");
    if (!f)
        return false;
    (void)!fread(start, 1, sizeof start, f);
    fclose(f);
    return memcmp(start, "\x89PNG", 4) == 0 || memcmp(start, "GIF8", 4) == 0;
}

uint8_t *pixmap_of_image(const char *path, size_t *size)
{
    struct images images = {0};
    char why[200];
    if (!is_png_or_gif(path))
        return NULL;
    if (!images_read(&images, path, why, sizeof why)) {
        images_free(&images); /* the frames before the fault */
        return NULL;
    }
    const struct raster *image = &images.frames[0];
    const size_t pixels = (size_t)image->w * (size_t)image->h;
    char head[40];
    const int length = snprintf(head, sizeof head, "P6 %d %d 255\n", image->w, image->h);
    *size = (size_t)length + 3 * pixels;
    uint8_t *bytes = malloc(*size), *to = bytes;
    if (bytes) {
        memcpy(to, head, (size_t)length);
        to += length;
        for (size_t i = 0; i < pixels; i++)
            for (int k = 0; k < 3; k++) {
                const uint8_t *p = image->rgba + 4 * i;
                *to++ = (uint8_t)((p[k] * p[3] + 255 * (255 - p[3]) + 127) / 255);
            }
    }
    images_free(&images);
    return bytes;
}
