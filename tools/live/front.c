/* front.c - what all fronts share: being told to end. */
#include "front.h"

#include <signal.h>

static volatile sig_atomic_t ended;

static void end(int signal)
{
    (void)signal;
    ended = 1;
}

void front_catch(void)
{
    static const int signals[] = {SIGINT, SIGTERM, SIGHUP};
    const struct sigaction action = {.sa_handler = end};
    for (int i = 0; i < 3; i++)
        sigaction(signals[i], &action, NULL);
    signal(SIGPIPE, SIG_IGN);
}

bool front_is_ended(void)
{
    return ended;
}
