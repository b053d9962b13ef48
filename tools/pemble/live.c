/* live.c - pemble live: starts pemble-live, which has windows and more that no other command needs.
 */
#include "command.h"

#include <errno.h>
#include <limits.h>
#include <stdint.h>
#include <string.h>
#include <unistd.h>
#include "data_folder.h"

/* The program lies beside this one. */
static int run(int argc, const char **argv)
{
    char path[PATH_MAX];
    (void)argc;
    const bool known = beside_program("pemble-live", path, sizeof path);
    if (known)
        execv(path, (char *const *)(uintptr_t)argv);
    complain("live: %s: %s", known ? path : "pemble-live", strerror(errno));
    return FAILED;
}

const struct command command_live = {"live", "see a program's panels while it runs", run, false};
