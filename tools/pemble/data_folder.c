/* data_folder.c - finding what belongs to the command. */
#include "data_folder.h"

#include <stdio.h>
#include <unistd.h>

bool beside_program(const char *name, char *path, size_t size)
{
    const ssize_t length = readlink("/proc/self/exe", path, size);
    size_t end = length > 0 && (size_t)length < size ? (size_t)length : 0;
    while (end > 0 && path[end - 1] != '/')
        end--;
    return end > 0 && snprintf(path + end, size - end, "%s", name) < (int)(size - end);
}

const char *data_folder(const char *name, const char *in_sources)
{
    static char path[500];
    char folder[100];
    snprintf(folder, sizeof folder, "../" PEMBLE_DATADIR "/%s", name);
    return beside_program(folder, path, sizeof path) && access(path, R_OK) == 0 ? path : in_sources;
}
