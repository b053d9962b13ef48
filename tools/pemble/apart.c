/* apart.c - what a command writes is none of the files that it reads, and is called as its kind. */
#include "apart.h"

#include <stdio.h>
#include <string.h>
#include <strings.h>
#include <sys/stat.h>

/* Options that are files. */
static const char *const written[] = {"output", "trace", "header", "preview", "list", NULL};
static const char *const read_too[] = {"from", "for", "bench", "panel", "inputs", NULL};

static bool is_one_of(const struct poptOption *option, const char *const *names)
{
    while (*names && strcmp(*names, option->longName) != 0)
        names++;
    return *names != NULL;
}

static const char *value(const struct poptOption *option)
{
    return option->argInfo == POPT_ARG_STRING ? *(char **)option->arg : NULL;
}

/* The folder of a path as stat() takes it. */
static const char *folder_of(const char *path, char *room, size_t size)
{
    const char *slash = strrchr(path, '/');
    snprintf(room, size, "%.*s/.", slash ? (int)(slash - path) : 1, slash ? path : ".");
    return room;
}

static const char *last_part(const char *path)
{
    const char *slash = strrchr(path, '/');
    return slash ? slash + 1 : path;
}

/* One file, by whatever ways; what is no regular file, such as /dev/null, may be used twice. */
static bool is_same(const char *a, const char *b)
{
    struct stat at_a, at_b;
    char room[4096];
    const bool has_a = stat(a, &at_a) == 0, has_b = stat(b, &at_b) == 0;
    if (has_a != has_b || (has_a && !S_ISREG(at_a.st_mode)))
        return false;
    if (!has_a && (strcmp(last_part(a), last_part(b)) != 0 ||
                   stat(folder_of(a, room, sizeof room), &at_a) != 0 ||
                   stat(folder_of(b, room, sizeof room), &at_b) != 0))
        return false;
    return at_a.st_dev == at_b.st_dev && at_a.st_ino == at_b.st_ino;
}

static bool refuse(const char *path, const struct poptOption *option, const char *what)
{
    complain("%s: --%s would overwrite %s; give it another name", path, option->longName, what);
    return false;
}

/* Whether a path ends as one of "FILE.png|FILE.gif", as what a kind of file is called; true for a
 * name without an ending, for a device, and where any name will do. */
static bool is_called_so(const char *path, const char *kinds)
{
    struct stat at;
    if (!strchr(kinds, '.') || !strchr(last_part(path), '.') ||
        (stat(path, &at) == 0 && !S_ISREG(at.st_mode)))
        return true;
    const size_t length = strlen(path);
    for (const char *end = strchr(kinds, '.'); end; end = strchr(end + 1, '.')) {
        const size_t size = strcspn(end, "|");
        if (length > size && strncasecmp(path + length - size, end, size) == 0)
            return true;
    }
    return false;
}

bool outputs_are_apart(const struct line *line, const struct poptOption *options)
{
    for (const struct poptOption *o = options; o->longName; o++) {
        const char *path = value(o);
        if (!path || !is_one_of(o, written))
            continue;
        for (int i = 0; i < line->count; i++)
            if (is_same(path, line->words[i]))
                return refuse(path, o, "what is read");
        for (const struct poptOption *other = options; other->longName; other++) {
            if (!value(other) || other == o)
                continue;
            if (is_one_of(other, read_too) && is_same(path, value(other)))
                return refuse(path, o, "what is read");
            if (is_one_of(other, written) && is_same(path, value(other)))
                return refuse(path, o, "another output");
        }
        if (!is_called_so(path, o->argDescrip)) {
            complain("--%s %s: possible is %s", o->longName, path, o->argDescrip);
            return false;
        }
    }
    return true;
}
