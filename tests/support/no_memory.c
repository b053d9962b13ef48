/* no_memory.c - loaded before a program: one allocation fails, the one that FAIL_AT numbers. That
 * it did is told by a file of the name that FAIL_TOLD has. */
#include <errno.h>
#include <fcntl.h>
#include <stdlib.h>
#include <unistd.h>

void *__libc_malloc(size_t size);
void *__libc_calloc(size_t count, size_t size);
void *__libc_realloc(void *old, size_t size);

static long left = -1;
static int asked;

static int fails(void)
{
    if (!asked) {
        const char *at = getenv("FAIL_AT");
        asked = 1;
        left = at ? strtol(at, NULL, 10) : -1;
    }
    if (left != 0) {
        left -= left > 0;
        return 0;
    }
    left = -1;
    const char *told = getenv("FAIL_TOLD");
    const int file = told ? open(told, O_CREAT | O_WRONLY, 0600) : -1;
    if (file >= 0)
        close(file);
    errno = ENOMEM;
    return 1;
}

void *malloc(size_t size)
{
    return fails() ? NULL : __libc_malloc(size);
}

void *calloc(size_t count, size_t size)
{
    return fails() ? NULL : __libc_calloc(count, size);
}

void *realloc(void *old, size_t size)
{
    return fails() ? NULL : __libc_realloc(old, size);
}
