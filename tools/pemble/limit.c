/* limit.c - a limit for the processor time that a file may cost. */
#include "command.h"

#include <signal.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <sys/resource.h>
#include <unistd.h>

enum { USUAL_SECONDS = 600, MOST_SECONDS = 1000000 };

static char said[160];

/* Outputs have no name until they are whole, so nothing of them is left. */
static void stop(int number)
{
    (void)number;
    (void)!write(STDERR_FILENO, said, strlen(said));
    _exit(FAILED);
}

static long seconds_allowed(void)
{
    const char *text = getenv("PEMBLE_SECONDS");
    char *end = NULL;
    const long seconds = text ? strtol(text, &end, 10) : USUAL_SECONDS;
    if (text && (end == text || *end || seconds < 1 || seconds > MOST_SECONDS)) {
        complain("PEMBLE_SECONDS is '%s': possible is 1 to %d; taken is %d", text, MOST_SECONDS,
                 USUAL_SECONDS);
        return USUAL_SECONDS;
    }
    return seconds;
}

void limit_time(void)
{
    struct rlimit limit;
    const long seconds = seconds_allowed();
    snprintf(said, sizeof said,
             "pemble: this has taken more than %ld s of processor time; PEMBLE_SECONDS=N in the "
             "environment allows N\n",
             seconds);
    if (getrlimit(RLIMIT_CPU, &limit) != 0 || (rlim_t)seconds >= limit.rlim_max)
        return; /* the shell's limit is lower */
    limit.rlim_cur = (rlim_t)seconds;
    if (signal(SIGXCPU, stop) != SIG_ERR)
        (void)setrlimit(RLIMIT_CPU, &limit);
}
