/* image.h - RGB images on the host: rectangles, labels, PNG. */
#ifndef PEMBLE_SIM_IMAGE_H
#define PEMBLE_SIM_IMAGE_H

#include <stdbool.h>
#include <stddef.h>
#include <stdint.h>
#include "pemble/bench.h"

struct image {
    int width, height;
    uint8_t *rgb;
};

struct rgb {
    uint8_t red, green, blue;
};

/* False when there is no memory. */
bool image_make(struct image *image, int width, int height, struct rgb background);
void image_free(struct image *image);

/* Turns it clockwise by so many quarters, 0 to 3. False when there is no memory; it is then as it
 * was. */
bool image_turn(struct image *image, int quarters);

/* All drawing is clipped to the image. */
void image_rect(struct image *image, int x, int y, int w, int h, struct rgb color);
void image_disc(struct image *image, int center_x, int center_y, int radius, struct rgb color);

/* A rectangle with round corners. */
void image_plate(struct image *image, int x, int y, int w, int h, int radius, struct rgb color);

/* Text in Jetty, each pixel `scale` times as large; (x, y) is the top left corner of its capitals.
 * Returns its width. */
int image_text(struct image *image, int x, int y, int scale, const char *text, struct rgb color);
int image_text_width(int scale, const char *text);

/* Copies what can be seen of a glass, each pixel drawn `zoom` times as large. From a zoom of 4 on,
 * a thin dark line is left between them, so that they can be counted. */
void image_pixels(struct image *image, int x, int y, int zoom, const pmb_glass_view *glass);

/* Copies a glass into a box, as large as it fits, in the middle: enlarged by a whole number, or
 * made smaller with each pixel the mean of what it covers. */
void image_fit(struct image *image, int x, int y, int width, int height,
               const pmb_glass_view *glass);

/* Makes an image of what a glass shows, as the module hangs. False when there is no memory. */
bool image_of_glass(struct image *image, pmb_module *module);

/* Reads a PNG, over black where it is transparent. False when it cannot be read; errno says why. */
bool image_read(struct image *image, const char *path);

/* Turned clockwise by so many quarters, 0 to 3. False when the file cannot be written; errno says
 * why. */
bool image_save(const struct image *image, int quarters, const char *path);

#endif
