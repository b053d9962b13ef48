/* readings.c - readings from a file. */
#include "readings.h"

#include <errno.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include "command.h"

enum { MOST_COLUMNS = 16, LINE_SIZE = 1024 };

struct row {
    uint64_t time; /* ns */
    int32_t values[MOST_COLUMNS];
};

struct readings {
    struct session *session;
    char names[MOST_COLUMNS][24];
    int columns;
    struct row *rows;
    size_t count, next;
};

/* The names of the heading; false: it is none. */
static bool take_heading(struct readings *r, char *line)
{
    char *rest = line, *word = strtok_r(line, ",\r\n", &rest);
    if (!word || strcmp(word, "time_ms") != 0)
        return false;
    while ((word = strtok_r(NULL, ",\r\n", &rest)) != NULL) {
        if (r->columns == MOST_COLUMNS || strlen(word) >= sizeof r->names[0])
            return false;
        strcpy(r->names[r->columns++], word);
    }
    return r->columns > 0;
}

static bool take_row(struct readings *r, const char *line)
{
    struct row row = {0, {0}};
    char *end;
    errno = 0;
    row.time = strtoull(line, &end, 10) * 1000000;
    if (line[0] < '0' || line[0] > '9' || errno ||
        (r->count > 0 && row.time < r->rows[r->count - 1].time))
        return false;
    for (int i = 0; i < r->columns; i++) {
        const char *from = end + 1;
        if (*end != ',')
            return false;
        row.values[i] = (int32_t)strtol(from, &end, 10);
        if (end == from || errno)
            return false;
    }
    if (*end != '\0' && *end != '\r' && *end != '\n')
        return false;
    struct row *more = realloc(r->rows, (r->count + 1) * sizeof *more);
    if (!more)
        return false;
    r->rows = more;
    more[r->count++] = row;
    return true;
}

void readings_free(struct readings *r)
{
    if (r)
        free(r->rows);
    free(r);
}

struct readings *readings_new(struct session *session, const char *path)
{
    char line[LINE_SIZE];
    struct readings *r = calloc(1, sizeof *r);
    FILE *f = r ? fopen(path, "r") : NULL;
    if (!f) {
        complain("live: %s: %s", path, strerror(errno));
        free(r);
        return NULL;
    }
    r->session = session;
    bool good = true;
    for (int number = 1; good && fgets(line, sizeof line, f); number++) {
        if (number > 1 && (line[0] == '\n' || line[0] == '#'))
            continue;
        good = number == 1 ? take_heading(r, line) : take_row(r, line);
        if (!good)
            complain("live: %s:%d: %s", path, number,
                     number == 1 ? "the heading is like time_ms,tide,wind: at most 16 names of at "
                                   "most 23 bytes"
                                 : "it is not a time, no earlier than the one before, and a whole "
                                   "number for each name");
    }
    fclose(f);
    if (good && r->count > 0) {
        session->plays = readings_play;
        session->readings_played = r;
        return r;
    }
    if (good)
        complain("live: %s: it has no values", path);
    readings_free(r);
    return NULL;
}

void readings_play(struct readings *r)
{
    struct session *s = r->session;
    if (r->next > 0 && s->moment.now < r->rows[r->next - 1].time)
        r->next = 0; /* a process that was started anew */
    for (; r->next < r->count && r->rows[r->next].time <= s->moment.now; r->next++)
        for (int i = 0; i < r->columns; i++)
            for (int n = 0; n < s->reading_count; n++)
                if (strcmp(s->readings[n].name, r->names[i]) == 0)
                    session_set(s, n, r->rows[r->next].values[i]);
}
