/* extent.h - what lies in a rectangle, by its ends; private to src/. */
#ifndef PEMBLE_SRC_GEOMETRY_EXTENT_H
#define PEMBLE_SRC_GEOMETRY_EXTENT_H

#include "pemble/geometry.h"

typedef struct pmb_extent {
    int32_t left, right, top, bottom; /* all included */
} pmb_extent;

/* The least that has all of so many points, at least one. */
pmb_extent pmb_extent_of(const pmb_point *points, uint16_t count);

#endif
