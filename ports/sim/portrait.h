/* portrait.h - how a module is drawn: its board, its pins, and where its glass is. */
#ifndef PEMBLE_SIM_PORTRAIT_H
#define PEMBLE_SIM_PORTRAIT_H

#include "image.h"
#include "module.h"

/* What is drawn of a module. */
struct portrait {
    const char *label;
    const char *pins[MODULE_PINS];
    int pin_count;
    int width, height; /* of the glass as the module is made, in pixels */
    bool round;
    bool has_border; /* paper: what surrounds the pixels has a colour of its own */
    struct rgb border;
    bool compact; /* with less around the glass */
};

struct portrait portrait_of(const pmb_module *module);

/*
 * Makes an image of the module with an empty glass, not turned. A pixel of the glass is `zoom`
 * pixels wide. (*x, *y) is where the glass begins. False when there is no memory.
 */
bool portrait_make(struct image *image, const struct portrait *portrait, int zoom, int *x, int *y);

/* The zoom at which pictures of modules are as wide as they usually are: 1 to 8. */
int portrait_usual_zoom(int width);

/* The width and height of that image. */
void portrait_size(const struct portrait *portrait, int zoom, int *width, int *height);

#endif
