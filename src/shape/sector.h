/* sector.h - a part of a ring; private to src/. */
#ifndef PEMBLE_SRC_SHAPE_SECTOR_H
#define PEMBLE_SRC_SHAPE_SECTOR_H

#include "pemble/angle.h"
#include "pemble/canvas.h"

/* A direction: (sin, -cos) of its angle, times 32767, on a screen whose y grows downwards. */
typedef struct pmb_direction {
    int32_t x, y;
} pmb_direction;

/* Positions count from the centre. */
typedef struct pmb_sector {
    pmb_point center;
    int32_t outer, inner;
    pmb_direction from, to;
    bool wide; /* more than half a turn */
    bool full; /* all of it */
} pmb_sector;

/* False when there is nothing to draw: arguments as for pmb_sector_fill. */
bool pmb_sector_of(pmb_sector *s, pmb_point center, int16_t outer, int16_t inner, pmb_angle from,
                   pmb_angle sweep);

/* What the clip can show of the square around the outer disc. */
typedef struct pmb_extent {
    int32_t left, right, top, bottom; /* all included */
} pmb_extent;

pmb_extent pmb_sector_extent(const pmb_canvas *c, const pmb_sector *s);

/* Which side of a direction a point lies on, times 32767: positive is clockwise of it. */
static inline int32_t pmb_side(pmb_direction d, int32_t x, int32_t y)
{
    return d.x * y - d.y * x;
}

/* How far a point lies in a direction, times 32767; negative: behind the middle. */
static inline int32_t pmb_ahead(pmb_direction d, int32_t x, int32_t y)
{
    return d.x * x + d.y * y;
}

#endif
