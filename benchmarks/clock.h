/* clock.h - the time that work takes; for ratios in one run. */
#ifndef PEMBLE_BENCHMARKS_CLOCK_H
#define PEMBLE_BENCHMARKS_CLOCK_H

#include <time.h>

static inline double seconds(void)
{
    struct timespec t;
    clock_gettime(CLOCK_MONOTONIC, &t);
    return (double)t.tv_sec + 1e-9 * (double)t.tv_nsec;
}

/* The least time of some rounds. */
static inline double least_time(void (*work)(void *), void *with, int rounds)
{
    double least = 1e9;
    for (int i = 0; i < rounds; i++) {
        const double before = seconds();
        work(with);
        const double time = seconds() - before;
        least = time < least ? time : least;
    }
    return least;
}

#endif
