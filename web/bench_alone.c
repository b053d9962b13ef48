/* bench_alone.c - nobody watches a bench in the browser over a socket. */
#include "bench_parts.h"

struct feed *feed_new(void)
{
    return NULL;
}

void feed_free(struct feed *feed)
{
    (void)feed;
}

uint64_t feed_next_look(const struct feed *feed)
{
    (void)feed;
    return UINT64_MAX;
}

void feed_look(struct feed *feed, pmb_bench *bench)
{
    (void)feed;
    (void)bench;
}
