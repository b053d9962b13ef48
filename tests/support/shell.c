/* shell.c - running the command as a user does. */
#include "shell.h"

#include <stdio.h>
#include <sys/wait.h>
#include <unistd.h>

static char directory[] = "/tmp/pemble-test-XXXXXX";

static void remove_directory(void)
{
    char line[80];
    snprintf(line, sizeof line, "rm -rf %s", directory);
    (void)!system(line);
}

const char *shell_directory(void)
{
    static bool made;
    if (!made) {
        assert_non_null(mkdtemp(directory));
        made = true;
        atexit(remove_directory);
    }
    return directory;
}

static void read_back(const char *name, char *text, size_t size)
{
    char path[256];
    snprintf(path, sizeof path, "%s/%s", shell_directory(), name);
    FILE *f = fopen(path, "r");
    assert_non_null(f);
    const size_t count = fread(text, 1, size - 1, f);
    text[count] = '\0';
    fclose(f);
}

struct outcome shell(const char *format, ...)
{
    struct outcome outcome;
    char line[2048], whole[2600];
    va_list arguments;
    va_start(arguments, format);
    vsnprintf(line, sizeof line, format, arguments);
    va_end(arguments);
    snprintf(whole, sizeof whole, "cd %s && { %s; } >out.txt 2>err.txt </dev/null",
             shell_directory(), line);
    const int status = system(whole);
    outcome.status = WIFEXITED(status) ? WEXITSTATUS(status) : -1;
    read_back("out.txt", outcome.out, sizeof outcome.out);
    read_back("err.txt", outcome.err, sizeof outcome.err);
    return outcome;
}

void write_file(const char *name, const char *text)
{
    char path[256];
    snprintf(path, sizeof path, "%s/%s", shell_directory(), name);
    FILE *f = fopen(path, "w");
    assert_non_null(f);
    fputs(text, f);
    assert_int_equal(fclose(f), 0);
}

void assert_says(const char *text, const char *part)
{
    if (!strstr(text, part))
        fail_msg("'%s' is not in:\n%s", part, text);
}
