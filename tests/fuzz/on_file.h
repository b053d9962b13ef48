/* on_file.h - the input of a fuzzer as a file without a place. */
#ifndef PEMBLE_FUZZ_ON_FILE_H
#define PEMBLE_FUZZ_ON_FILE_H

#include <stdint.h>
#include <stdio.h>
#include <stdlib.h>
#include <sys/mman.h>
#include <unistd.h>

enum { ON_FILE_PATH = 40 };

/* Fills the file, which is made the first time (-1), and returns its path. */
static inline const char *on_file(int *file, char path[ON_FILE_PATH], const uint8_t *bytes,
                                  size_t count)
{
    if (*file < 0)
        *file = memfd_create("input", 0);
    if (ftruncate(*file, 0) != 0 || pwrite(*file, bytes, count, 0) != (ssize_t)count)
        abort();
    snprintf(path, ON_FILE_PATH, "/proc/self/fd/%d", *file);
    return path;
}

#endif
