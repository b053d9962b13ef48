/* jobs.h - the same drawing by Pemble and by others. */
#ifndef PEMBLE_BENCHMARKS_JOBS_H
#define PEMBLE_BENCHMARKS_JOBS_H

#include <stdbool.h>

/* What a job is compared with. */
enum rival { MEMSET, PIXMAN, CAIRO, FREETYPE, RIVALS };

struct job {
    const char *format; /* "one-bit 128x64" or "RGB565 320x240" */
    const char *name;
    void (*ours)(void);
    void (*theirs[RIVALS])(void); /* NULL: not compared */
    double wanted[RIVALS];        /* how many times our time theirs shall be; 0: no matter */
};

extern const struct job jobs[];
extern const int job_count;

/* Makes the surfaces and the cached glyphs; false, having said why, when it cannot. */
bool jobs_open(const char *typeface_directory);

#endif
