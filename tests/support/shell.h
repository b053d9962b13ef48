/* shell.h - running the command as a user does. */
#ifndef PEMBLE_TEST_SHELL_H
#define PEMBLE_TEST_SHELL_H

#include "test.h"

struct outcome {
    int status;
    char out[1 << 17], err[8192];
};

/* Runs a shell command line in a fresh directory below the build; keeps what it prints. */
struct outcome shell(const char *format, ...) __attribute__((format(printf, 1, 2)));

/* The directory in which shell() works, made empty by the first call of a program. */
const char *shell_directory(void);

/* Writes a text file there. */
void write_file(const char *name, const char *text);

/* Fails unless `text` holds `part`. */
void assert_says(const char *text, const char *part);

#endif
