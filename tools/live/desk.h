/*
 * desk.h - the picture in the window: the modules side by side, sliders of readings, the last
 * minute, the status, and what lies over it (help, a note).
 */
#ifndef PEMBLE_LIVE_DESK_H
#define PEMBLE_LIVE_DESK_H

#include "control.h"
#include "image.h"

struct desk {
    struct control *control;
    struct image image;
    int scale; /* of text: 2 on a usual display */
    int zoom[MOST_GLASSES];
    int wanted; /* the zoom that was asked for; 0: what fits */
    int top;    /* rows below are the bar's */
    int glass_x[MOST_GLASSES], glass_y[MOST_GLASSES];
    unsigned revision[MOST_GLASSES]; /* that are drawn */
    unsigned layout;                 /* what the places of the modules depend on */
    bool covered;                    /* by help or a note */
};

/* What is below a point of the picture. */
struct spot {
    enum { SPOT_NOTHING, SPOT_GLASS, SPOT_MINUTE, SPOT_READING } kind;
    int number; /* of the glass or reading */
    int x, y;   /* pixels of the glass; of a slider x is 0 to 1000 */
};

/* Draws what has changed since the call before, on a picture of that size. False when there is no
 * memory. */
bool desk_draw(struct desk *desk, int width, int height, int scale);

/* What is below (x, y). A finger that slid off its glass is still on `held`, if that is one. */
struct spot desk_spot(const struct desk *desk, int x, int y, struct spot held);

void desk_free(struct desk *desk);

#endif
