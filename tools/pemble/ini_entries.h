/* ini_entries.h - an INI file as a list of entries with their lines. */
#ifndef PEMBLE_INI_ENTRIES_H
#define PEMBLE_INI_ENTRIES_H

#include <stdbool.h>

enum { MOST_ENTRIES = 256, WORD_SIZE = 48, VALUE_SIZE = 160 };

struct entry {
    char section[WORD_SIZE];  /* "panel" of [panel kiosk] */
    char instance[WORD_SIZE]; /* "kiosk", or "" */
    char key[WORD_SIZE];
    char value[VALUE_SIZE];
    int line;
};

struct entries {
    const char *path;
    struct entry list[MOST_ENTRIES];
    int count;
    int errors;
};

/* False after saying what is wrong: the file cannot be read, is no INI file, or is too large. */
bool entries_read(struct entries *entries, const char *path);

/* "path:line: ..." on stderr; counts it. */
void entry_error(struct entries *entries, int line, const char *format, ...)
    __attribute__((format(printf, 3, 4)));

/* The entry of that key; NULL: there is none. */
const struct entry *entry_find(const struct entries *entries, const char *section,
                               const char *instance, const char *key);

/* Whether the section has any entry. */
bool entries_have(const struct entries *entries, const char *section, const char *instance);

/* Says on stderr that a key is missing and what is possible; counts it as an error. */
void entry_missing(struct entries *entries, const char *section, const char *key,
                   const char *possible);

#endif
