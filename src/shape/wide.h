/* wide.h - a line with a width and round ends; private to src/. */
#ifndef PEMBLE_SRC_SHAPE_WIDE_H
#define PEMBLE_SRC_SHAPE_WIDE_H

#include "pemble/canvas.h"

/* True when wide and smooth lines can be drawn to a point (shape.h, smooth.h). */
bool pmb_wide_is_near(pmb_point p);

/* Positions count from the upper end. */
typedef struct pmb_wide {
    pmb_point upper;
    int32_t dx, dy; /* to the lower end; dy is not negative */
    uint32_t length2;
} pmb_wide;

/* False when a coordinate is beyond what is drawn (shape.h). */
bool pmb_wide_of(pmb_wide *w, pmb_point a, pmb_point b);

/* A pixel of a row, with its distances along the line and aside of it, times the length. `along` is
 * counted modulo 2^32: pixels are never so far before the line that this is in doubt. */
typedef struct pmb_wide_spot {
    int32_t x;
    uint32_t along;
    int32_t aside;
} pmb_wide_spot;

/* The part of the line that is nearest to a spot. */
typedef enum pmb_wide_part { PMB_UPPER_END, PMB_LOWER_END, PMB_BETWEEN } pmb_wide_part;

static inline pmb_wide_part pmb_wide_nearest(const pmb_wide *w, const pmb_wide_spot *spot)
{
    if (spot->along == 0 || spot->along > UINT32_MAX - ((uint32_t)1 << 24))
        return PMB_UPPER_END;
    return spot->along < w->length2 ? PMB_BETWEEN : PMB_LOWER_END;
}

/* Moves it by 1 or -1 columns. */
static inline void pmb_wide_step(const pmb_wide *w, pmb_wide_spot *spot, int32_t by)
{
    spot->x += by;
    spot->along += (uint32_t)(by * w->dx);
    spot->aside += by * w->dy;
}

/* The pixels no further from the line than half of a width: row by row, the first and the last. */
typedef struct pmb_capsule {
    pmb_wide w;
    int32_t width, reach; /* of the sides, times the length */
    int32_t y, bottom;    /* the row, and the last one */
    pmb_wide_spot left, right;
} pmb_capsule;

/* The spot of a column of row y. What is lost above 32 bits is not in the sums. */
static inline pmb_wide_spot pmb_wide_spot_at(const pmb_wide *w, int32_t x, int32_t y)
{
    return (pmb_wide_spot){
        .x = x,
        .along = (uint32_t)x * (uint32_t)w->dx + (uint32_t)y * (uint32_t)w->dy,
        .aside = (int32_t)((uint32_t)x * (uint32_t)w->dy - (uint32_t)y * (uint32_t)w->dx),
    };
}

/* To a row. */
void pmb_capsule_go(pmb_capsule *capsule, int32_t y);

/* To the first row that the clip can show; width is from 1 to 256. Rows end at capsule->bottom. */
void pmb_capsule_begin(pmb_capsule *capsule, const pmb_canvas *c, const pmb_wide *w, int32_t width);

/* Finds the pixels of the row. False when it has none. */
bool pmb_capsule_row(pmb_capsule *capsule);

/* To the next row. */
void pmb_capsule_next(pmb_capsule *capsule);

#if PMB_FAST_SHAPES
/* The rows from capsule->y on that have nothing of the ends, with straight edges where the distance
 * aside is the reach; positions count from the upper end. False: there are none. */
bool pmb_capsule_slab(const pmb_capsule *capsule, pmb_slab *slab);
#endif

/* The largest whole number whose square is not above `square`. */
uint32_t pmb_root(uint64_t square);

#endif
