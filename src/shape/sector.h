/* sector.h - a part of a ring; private to src/. */
#ifndef PEMBLE_SRC_SHAPE_SECTOR_H
#define PEMBLE_SRC_SHAPE_SECTOR_H

#include "pemble/angle.h"
#include "pemble/canvas.h"
#include "geometry/extent.h"
#include "shape/edge.h"
#include "shape/spans.h"

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

/* pmb_is_spared for a sector of a kind (canvas/spare.h). */
bool pmb_sector_is_spared(pmb_canvas *c, const pmb_sector *s, uint8_t kind, pmb_color color);

/* What it is drawn with. */
pmb_brush pmb_sector_brush(pmb_canvas *c, const pmb_sector *s, pmb_color color);

/* What the clip can show of the square around the outer disc. */
pmb_extent pmb_sector_extent(const pmb_canvas *c, const pmb_sector *s);

/* Where pixels of a row lie: further outside of the shape than its edge reaches, near an edge, near
 * one of the discs' edges only, or so far inside that no edge reaches them. */
typedef enum pmb_where { PMB_OUTSIDE, PMB_NEAR_EDGE, PMB_NEAR_RIM, PMB_DEEP } pmb_where;

/* Pixels from one on to `last` that lie alike. Of those near an edge some may lie otherwise. */
typedef struct pmb_stretch {
    pmb_where place;
    int32_t last;
} pmb_stretch;

/* A direction in a row: near the columns from `left` to `right`; `before` says what lies to the
 * left, and the opposite lies to the right. */
typedef struct pmb_crossing {
    int32_t left, right;
    bool before;
    pmb_slope slope; /* where the row crosses it; not for level directions */
    int32_t aside;   /* how many columns to either side are near */
} pmb_crossing;

/* The discs that bound what lies alike: of what the outer one has something of, what is deep in it,
 * what the inner one hides, what is near that. */
enum { PMB_SOME, PMB_DEEP_IN, PMB_HIDDEN, PMB_RIM, PMB_DISCS };

/* A disc in a row: the last column on either side of the middle, -1 when it has none there; and
 * by how much the square of that column could be larger. */
typedef struct pmb_disc_row {
    int32_t last, spare;
} pmb_disc_row;

/* One row of a sector after the other. */
typedef struct pmb_sector_row {
    const pmb_sector *s;
    int32_t y;
    int32_t near; /* how far from a direction is near it, times 32768 */
    pmb_disc_row discs[PMB_DISCS];
    pmb_crossing from, to;
} pmb_sector_row;

/* Begins with row y. How far outside and inside of an edge a pixel is near it, is in halves of a
 * pixel; inwards is not the lesser. */
void pmb_sector_rows(pmb_sector_row *row, const pmb_sector *s, int32_t y, int32_t outwards,
                     int32_t inwards);

void pmb_sector_next_row(pmb_sector_row *row);

/* How the pixels from x on lie. */
pmb_stretch pmb_sector_stretch(const pmb_sector_row *row, int32_t x);

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
