/* whole.c - files that take their place when they are whole. */
#define _XOPEN_SOURCE 700 /* realpath() */
#include "whole.h"

#include <errno.h>
#include <stdlib.h>
#include <string.h>
#include <sys/stat.h>
#include <unistd.h>

/* The rights of a new file, or those of the one that is replaced. */
static mode_t rights(const struct stat *there)
{
    if (there)
        return there->st_mode & 07777;
    const mode_t mask = umask(0);
    umask(mask);
    return 0666 & ~mask;
}

static bool open_beside(struct whole *w, const struct stat *there)
{
    const char *slash = strrchr(w->place, '/');
    const int folder = slash ? (int)(slash - w->place) + 1 : 0;
    if (snprintf(w->beside, sizeof w->beside, "%.*s.pemble-XXXXXX", folder, w->place) >=
        (int)sizeof w->beside) {
        errno = ENAMETOOLONG;
        return false;
    }
    const int file = mkstemp(w->beside);
    if (file < 0)
        return false;
    (void)fchmod(file, rights(there));
    w->file = fdopen(file, "wb");
    if (!w->file) {
        close(file);
        unlink(w->beside);
        errno = ENOMEM;
    }
    return w->file != NULL;
}

bool whole_open(struct whole *whole, const char *path)
{
    struct stat there;
    *whole = (struct whole){.file = NULL};
    const bool exists = stat(path, &there) == 0;
    if (exists && !S_ISREG(there.st_mode)) {
        whole->file = fopen(path, "wb");
        return whole->file != NULL;
    }
    /* Where a link leads, so that the link stays. */
    if (exists && (!realpath(path, whole->place) || access(path, W_OK) != 0))
        return false;
    if (!exists && snprintf(whole->place, sizeof whole->place, "%s", path) >= PATH_MAX) {
        errno = ENAMETOOLONG;
        return false;
    }
    return open_beside(whole, exists ? &there : NULL);
}

bool whole_close(struct whole *whole, bool good)
{
    int why = errno;
    good = good && fflush(whole->file) == 0 && !ferror(whole->file);
    if (!good && errno)
        why = errno;
    if (fclose(whole->file) != 0 && good) {
        good = false;
        why = errno;
    }
    if (whole->beside[0] && good && rename(whole->beside, whole->place) != 0) {
        good = false;
        why = errno;
    }
    if (!good && whole->beside[0])
        unlink(whole->beside);
    if (!good)
        errno = why ? why : EIO;
    return good;
}
