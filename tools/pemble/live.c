/* live.c - pemble live: starts pemble-live, which has windows and more that no other command needs.
 */
#include "command.h"

#include <errno.h>
#include <limits.h>
#include <stdint.h>
#include <stdio.h>
#include <string.h>
#include <unistd.h>

/* The program lies beside this one. */
static int run(int argc, const char **argv)
{
    char path[PATH_MAX];
    const ssize_t length = readlink("/proc/self/exe", path, sizeof path - 20);
    (void)argc;
    path[length > 0 ? length : 0] = '\0';
    char *slash = strrchr(path, '/');
    if (slash) {
        strcpy(slash, "/pemble-live");
        execv(path, (char *const *)(uintptr_t)argv);
    }
    complain("live: %s: %s", slash ? path : "pemble-live", strerror(errno));
    return FAILED;
}

const struct command command_live = {"live", "see a program's panels while it runs", run};
