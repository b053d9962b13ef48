/* jobs.h - the same drawing by Pemble and by others. */
#ifndef PEMBLE_BENCHMARKS_JOBS_H
#define PEMBLE_BENCHMARKS_JOBS_H

#include <stdbool.h>
#include "place.h"

/* What a job is compared with. STORES sets the bytes of the same rows with memset: nothing that
 * draws them is quicker. */
enum rival { MEMSET, PIXMAN, CAIRO, FREETYPE, STORES, RIVALS };

struct shape;

/* A drawing on a canvas. Only drawings of shapes look at the shape. */
typedef void (*work)(struct place *p, const struct shape *shape);

struct job {
    struct place *place;
    const struct shape *shape;
    const char *name;
    bool smooth;
    work ours;
    work theirs[RIVALS];   /* NULL: not compared */
    double wanted[RIVALS]; /* how many times our time theirs shall be; 0: no matter */
};

/* Makes the surfaces and the cached glyphs, and the list of all jobs; false, having said why, when
 * it cannot. */
bool jobs_open(const char *typeface_directory, const struct job **jobs, int *count);

/* Adds jobs to the list. */
void jobs_add(struct job job);
void jobs_add_fills(struct place *p);
void jobs_add_shapes(struct place *p);
void jobs_add_text(struct place *p);

/* Reads the typefaces for jobs_add_text. */
bool text_open(const char *typeface_directory);

#endif
