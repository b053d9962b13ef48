/* ini_entries.c - reading an INI file with inih, keeping the lines. */
#include "ini_entries.h"

#include <ctype.h>
#include <errno.h>
#include <stdarg.h>
#include <stdio.h>
#include <string.h>
#include <ini.h>
#include "command.h"

enum { MOST_ERRORS = 20 };

void entry_error(struct entries *entries, int line, const char *format, ...)
{
    va_list arguments;
    if (entries->errors++ >= MOST_ERRORS)
        return;
    fprintf(stderr, "pemble: %s:%d: ", entries->path, line);
    va_start(arguments, format);
    vfprintf(stderr, format, arguments);
    va_end(arguments);
    fputc('\n', stderr);
    if (entries->errors == MOST_ERRORS)
        complain("%s: what else is wrong is not said", entries->path);
}

struct source {
    FILE *file;
    struct entries *entries;
    int line;
    bool ends; /* it is no configuration: what follows is not read */
};

/* The first control character of a line; NULL: it has none. */
static const char *control_in(const char *text)
{
    for (; *text; text++)
        if (((unsigned char)*text < ' ' && !strchr("\t\r\n", *text)) || *text == 127)
            return text;
    return NULL;
}

/* Reads a line for inih. Leading blanks are taken off: inih would take an indented key for the
 * continuation of the value before it. */
static char *next_line(char *text, int size, void *stream)
{
    struct source *source = stream;
    if (source->ends || !fgets(text, size, source->file))
        return NULL;
    source->line++;
    const char *const control = control_in(text);
    if (control) {
        entry_error(source->entries, source->line,
                    "the line has control characters, such as 0x%02x: this is no configuration",
                    (unsigned char)*control);
        source->ends = true;
        return NULL;
    }
    const size_t length = strlen(text);
    if (length + 1 == (size_t)size && text[length - 1] != '\n') {
        entry_error(source->entries, source->line, "the line is longer than %d characters",
                    size - 2);
        int c;
        while ((c = fgetc(source->file)) != EOF && c != '\n')
            ;
    }
    const size_t blanks = strspn(text, " \t");
    memmove(text, text + blanks, strlen(text + blanks) + 1);
    return text;
}

static void split_section(struct entry *entry, const char *section)
{
    const size_t length = strcspn(section, " \t");
    const char *instance = section + length + strspn(section + length, " \t");
    snprintf(entry->section, sizeof entry->section, "%.*s", (int)length, section);
    snprintf(entry->instance, sizeof entry->instance, "%s", instance);
}

static int take(void *user, const char *section, const char *key, const char *value)
{
    struct source *source = user;
    struct entries *entries = source->entries;
    struct entry entry = {.line = source->line};
    if (entries->errors >= MOST_ERRORS)
        return 0;
    split_section(&entry, section);
    if (!*section) {
        entry_error(entries, source->line, "'%s' stands before the first [section]", key);
        source->ends = true;
        return 0;
    }
    snprintf(entry.key, sizeof entry.key, "%s", key);
    snprintf(entry.value, sizeof entry.value, "%s", value);
    if (strlen(section) >= WORD_SIZE || strlen(key) >= WORD_SIZE || strlen(value) >= VALUE_SIZE)
        entry_error(entries, source->line, "[%.20s...] %.20s...: too long", section, key);
    for (int i = 0; i < entries->count; i++) {
        const struct entry *before = &entries->list[i];
        if (strcmp(before->section, entry.section) == 0 &&
            strcmp(before->instance, entry.instance) == 0 && strcmp(before->key, key) == 0) {
            entry_error(entries, source->line, "[%s] %s is given twice, first on line %d", section,
                        key, before->line);
            break;
        }
    }
    if (entries->count == MOST_ENTRIES) {
        entry_error(entries, source->line, "more than %d keys in one file", MOST_ENTRIES);
        return 0;
    }
    entries->list[entries->count++] = entry;
    return 1;
}

bool entries_read(struct entries *entries, const char *path)
{
    entries->path = path;
    entries->count = entries->errors = 0;
    struct source source = {.file = fopen(path, "r"), .entries = entries};
    if (!source.file) {
        complain("%s: %s", path, strerror(errno));
        entries->errors++;
        return false;
    }
    const int wrong = ini_parse_stream(next_line, &source, take, &source);
    if (ferror(source.file)) {
        complain("%s: %s", path, strerror(errno));
        entries->errors++;
    } else if (wrong > 0 && entries->errors == 0) {
        entry_error(entries, wrong, "neither '[section]' nor 'key = value'");
    }
    fclose(source.file);
    return entries->errors == 0;
}

const struct entry *entry_find(const struct entries *entries, const char *section,
                               const char *instance, const char *key)
{
    for (int i = 0; i < entries->count; i++) {
        const struct entry *e = &entries->list[i];
        if (strcmp(e->section, section) == 0 && strcmp(e->instance, instance) == 0 &&
            strcmp(e->key, key) == 0)
            return e;
    }
    return NULL;
}

bool entries_have(const struct entries *entries, const char *section, const char *instance)
{
    for (int i = 0; i < entries->count; i++)
        if (strcmp(entries->list[i].section, section) == 0 &&
            strcmp(entries->list[i].instance, instance) == 0)
            return true;
    return false;
}

void entry_missing(struct entries *entries, const char *section, const char *key,
                   const char *possible)
{
    fprintf(stderr, "pemble: %s: [%s] %s is missing; possible is %s\n", entries->path, section, key,
            possible);
    entries->errors++;
}
