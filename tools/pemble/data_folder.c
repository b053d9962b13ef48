/* data_folder.c - finding the data. */
#include "data_folder.h"

#include <stdio.h>
#include <string.h>
#include <unistd.h>

const char *data_folder(const char *name, const char *in_sources)
{
    static char path[500];
    const ssize_t length = readlink("/proc/self/exe", path, sizeof path - 100);
    path[length > 0 ? length : 0] = '\0';
    char *slash = strrchr(path, '/');
    if (!slash)
        return in_sources;
    snprintf(slash, 100, "/../" PEMBLE_DATADIR "/%s", name);
    return access(path, R_OK) == 0 ? path : in_sources;
}
