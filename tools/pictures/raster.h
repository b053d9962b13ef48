/* raster.h - images on the host: reading files, and fitting them to a size. */
#ifndef PEMBLE_PICTURES_RASTER_H
#define PEMBLE_PICTURES_RASTER_H

#include <stdbool.h>
#include <stddef.h>
#include <stdint.h>

enum { MOST_SIDE = 16384, MOST_FRAMES = 4096, USUAL_MEGABYTES = 256 };

/* Pixels of four bytes: red, green, blue, opacity. */
struct raster {
    int w, h;
    uint8_t *rgba; /* from malloc */
};

/* One image, or the frames of an animation. */
struct images {
    struct raster *frames; /* from malloc */
    int *milliseconds;     /* of each; 0 when the file does not say */
    int count;
};

/* How much all rasters together may take: USUAL_MEGABYTES until this is called. */
void raster_allow(int megabytes);
int raster_allowed(void);

/* Whether there was too little memory once, for something that was allowed. */
bool raster_is_exhausted(void);

/* Whether so much is still allowed. */
bool raster_has_room(double bytes);

/* False when there is no memory, or more would be taken than is allowed. It is transparent black.
 */
bool raster_make(struct raster *r, int w, int h);
void raster_free(struct raster *r);

/* Reads PNG, JPEG, GIF (all frames, each as it is seen), BMP and Netpbm files, and adds what is in
 * them to the images. False with the reason in `why`; frames before a fault may have been added. */
bool images_read(struct images *images, const char *path, char *why, size_t why_size);
void images_free(struct images *images);

/* Adds a frame, which the images own then; false when there is no room. */
bool images_add(struct images *images, struct raster *frame, int milliseconds);

enum fitting {
    FIT_WHOLE, /* as large as all of it fits, with a border where it is narrower */
    FIT_FILL,  /* as small as it covers all; what is beyond is cut off */
    FIT_CROP,  /* not scaled; what is beyond is cut off, from the middle */
    FIT_EXACT  /* not scaled; it must have the size */
};

/* Makes a raster of w by h from another: averaged where it gets smaller. False when there is no
 * memory, or, for FIT_EXACT, when the sizes differ. */
bool raster_fit(struct raster *to, const struct raster *from, int w, int h, enum fitting fitting);

/* Brightness -100 to 100 (percent of white that is added), contrast -100 to 100, inversion. */
void raster_adjust(struct raster *r, int brightness, int contrast, bool invert);

#endif
