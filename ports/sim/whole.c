/* whole.c - files that take their place when they are whole. */
#define _GNU_SOURCE /* O_TMPFILE */
#include "whole.h"

#include <errno.h>
#include <fcntl.h>
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

static int folder(const struct whole *w)
{
    const char *slash = strrchr(w->place, '/');
    return slash ? (int)(slash - w->place) + 1 : 0;
}

/* Opens a file that has no name yet: whatever ends the program, nothing of it stays. -1 where the
 * file system knows no such files. */
static int open_nameless(const struct whole *w)
{
    char where[PATH_MAX + 2];
    snprintf(where, sizeof where, "%.*s.", folder(w), w->place);
    return access("/proc/self/fd", X_OK) == 0 ? open(where, O_TMPFILE | O_WRONLY | O_CLOEXEC, 0600)
                                              : -1;
}

/* Names the nameless file: a link cannot take the place of a file, so it needs a name beside it. */
static bool give_name(struct whole *w)
{
    char self[32];
    snprintf(self, sizeof self, "/proc/self/fd/%d", fileno(w->file));
    for (int n = 0; n < 1000; n++) {
        snprintf(w->beside, sizeof w->beside, "%.*s.pemble-%06d", folder(w), w->place,
                 (int)((getpid() + n) % 1000000));
        w->named = linkat(AT_FDCWD, self, AT_FDCWD, w->beside, AT_SYMLINK_FOLLOW) == 0;
        if (w->named || errno != EEXIST)
            break;
    }
    return w->named;
}

static bool open_beside(struct whole *w, const struct stat *there)
{
    if (snprintf(w->beside, sizeof w->beside, "%.*s.pemble-XXXXXX", folder(w), w->place) >=
        (int)sizeof w->beside) {
        errno = ENAMETOOLONG;
        return false;
    }
    int file = open_nameless(w);
    w->named = file < 0;
    if (w->named)
        file = mkstemp(w->beside);
    if (file < 0)
        return false;
    (void)fchmod(file, rights(there));
    w->file = fdopen(file, "wb");
    if (!w->file) {
        close(file);
        if (w->named)
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
    if (good && whole->beside[0] && !whole->named && !give_name(whole)) {
        good = false;
        why = errno;
    }
    if (fclose(whole->file) != 0 && good) {
        good = false;
        why = errno;
    }
    if (whole->beside[0] && good && rename(whole->beside, whole->place) != 0) {
        good = false;
        why = errno;
    }
    if (!good && whole->named)
        unlink(whole->beside);
    if (!good)
        errno = why ? why : EIO;
    return good;
}
