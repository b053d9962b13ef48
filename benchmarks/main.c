/* main.c - pemble-benchmarks: ratios of times in one run, and instructions under callgrind. */
#include <stdio.h>
#include <string.h>
#include <valgrind/callgrind.h>
#include "clock.h"
#include "jobs.h"

enum { ROUNDS = 9, COUNTED_CALLS = 10, NAME = 50 };

static const char *const rival_names[RIVALS] = {"memset", "pixman", "cairo", "FreeType+pixman",
                                                "stores"};

static const char *name_of(const struct job *job, char name[NAME])
{
    snprintf(name, NAME, "%s%s", job->smooth ? "smooth " : "", job->name);
    return name;
}

/* The time of one call, from so many. */
static double time_of(const struct job *job, work draw, int calls)
{
    const double before = seconds();
    for (int i = 0; i < calls; i++)
        draw(job->place, job->shape);
    return (seconds() - before) / calls;
}

/* As many calls as take a few milliseconds. */
static int calls_for(const struct job *job, work draw)
{
    int calls = 1;
    while (calls < 1 << 22 && time_of(job, draw, calls) * calls < 4e-3)
        calls *= 2;
    return calls;
}

static double least(double a, double b)
{
    return a < b ? a : b;
}

/* The best of several rounds for each, in turn, so that all meet the same machine. */
static void measure(const struct job *job, double *ours, double theirs[RIVALS])
{
    int calls[RIVALS] = {0};
    const int our_calls = calls_for(job, job->ours);
    *ours = 1e9;
    for (int r = 0; r < RIVALS; r++) {
        theirs[r] = 1e9;
        if (job->theirs[r])
            calls[r] = calls_for(job, job->theirs[r]);
    }
    for (int round = 0; round < ROUNDS; round++) {
        *ours = least(*ours, time_of(job, job->ours, our_calls));
        for (int r = 0; r < RIVALS; r++)
            if (job->theirs[r])
                theirs[r] = least(theirs[r], time_of(job, job->theirs[r], calls[r]));
    }
}

static int compare(const struct job *jobs, int count)
{
    int missed = 0;
    printf("%-16s %-28s %9s  times as long: memset, pixman, cairo, FreeType+pixman; stores: "
           "memset of the rows that are drawn\n",
           "canvas", "drawing", "Pemble");
    for (const struct job *job = jobs; job < jobs + count; job++) {
        double ours, theirs[RIVALS];
        char name[NAME];
        measure(job, &ours, theirs);
        printf("%-16s %-28s %6.0f ns ", job->place->name, name_of(job, name), ours * 1e9);
        for (int r = 0; r < RIVALS; r++) {
            if (!job->theirs[r])
                continue;
            const double ratio = theirs[r] / ours, wanted = job->wanted[r];
            printf("  %s %.2f", rival_names[r], ratio);
            if (wanted > 0 && job->theirs[STORES] && theirs[r] / theirs[STORES] < wanted) {
                printf(" (stores allow %.2f)", theirs[r] / theirs[STORES]);
            } else if (wanted > 0) {
                printf(" (%s %.2f)", ratio >= wanted ? "wanted" : "MISSED", wanted);
                missed += ratio < wanted;
            }
        }
        printf("\n");
    }
    printf("%d of the wanted ratios missed\n", missed);
    return missed == 0 ? 0 : 1;
}

/* Under callgrind: a dump for each job, of so many calls and nothing else. */
static int count_instructions(const struct job *jobs, int count)
{
    for (const struct job *job = jobs; job < jobs + count; job++) {
        char dump[100], name[NAME];
        job->ours(job->place, job->shape);
        CALLGRIND_ZERO_STATS;
        CALLGRIND_TOGGLE_COLLECT;
        for (int k = 0; k < COUNTED_CALLS; k++)
            job->ours(job->place, job->shape);
        CALLGRIND_TOGGLE_COLLECT;
        snprintf(dump, sizeof dump, "%s, %s", job->place->name, name_of(job, name));
        CALLGRIND_DUMP_STATS_AT(dump);
    }
    return 0;
}

int main(int argc, char **argv)
{
    if (argc < 2 || (argc == 3 && strcmp(argv[2], "--count") != 0) || argc > 3) {
        fprintf(stderr, "usage: pemble-benchmarks TYPEFACES [--count]\n");
        return 2;
    }
    const struct job *jobs;
    int count;
    if (!jobs_open(argv[1], &jobs, &count))
        return 1;
    return argc == 3 ? count_instructions(jobs, count) : compare(jobs, count);
}
