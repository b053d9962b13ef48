/* capture.c - Value Change Dumps and tables of samples; archives are in capture_archive.c. */
#include "capture.h"

#include <ctype.h>
#include <errno.h>
#include <math.h>
#include <stdlib.h>
#include <string.h>
#include <strings.h>

enum { LINE = 2048, WORD = 256 };

static int next_character(struct capture *c)
{
    if (c->at == c->have) {
        c->have = fread(c->buffer, 1, sizeof c->buffer, c->file);
        c->at = 0;
        if (c->have == 0)
            return EOF;
    }
    const int character = (unsigned char)c->buffer[c->at++];
    c->line += character == '\n';
    return character;
}

/* A word between blanks; false at the end. One that is too long is cut. */
static bool next_word(struct capture *c, char word[WORD])
{
    size_t length = 0;
    int character = next_character(c);
    while (character != EOF && isspace(character))
        character = next_character(c);
    c->here = c->line + 1;
    while (character != EOF && !isspace(character)) {
        if (length + 1 < WORD)
            word[length++] = (char)character;
        character = next_character(c);
    }
    word[length] = '\0';
    return length > 0;
}

static bool next_line(struct capture *c, char line[LINE])
{
    size_t length = 0;
    c->here = c->line + 1;
    int character = next_character(c);
    if (character == EOF)
        return false;
    for (; character != EOF && character != '\n'; character = next_character(c))
        if (character != '\r' && length + 1 < LINE)
            line[length++] = (char)character;
    line[length] = '\0';
    return true;
}

static bool wrong(struct capture *c, const char *what)
{
    snprintf(c->why, sizeof c->why, "line %lu: %s", c->here, what);
    return false;
}

/* ---- Value Change Dump ---- */

static bool skip_to_end(struct capture *c)
{
    char word[WORD];
    while (next_word(c, word))
        if (strcmp(word, "$end") == 0)
            return true;
    return wrong(c, "the file ends in its head");
}

/* "1 ns", "10us" */
static bool read_timescale(struct capture *c)
{
    static const struct {
        const char *name;
        double nanoseconds;
    } units[] = {{"s", 1e9}, {"ms", 1e6}, {"us", 1e3}, {"ns", 1}, {"ps", 1e-3}, {"fs", 1e-6}};
    char text[WORD] = "", word[WORD], *unit;
    while (next_word(c, word) && strcmp(word, "$end") != 0)
        if (strlen(text) + strlen(word) + 1 < sizeof text)
            strcat(text, word);
    const double number = strtod(text, &unit);
    for (size_t i = 0; i < sizeof units / sizeof units[0]; i++)
        if (strcmp(unit, units[i].name) == 0 && number > 0) {
            c->unit = number * units[i].nanoseconds;
            return true;
        }
    return wrong(c, "$timescale is not like 1 ns");
}

/* "wire 1 !! sda $end": channels of one bit; wider ones are left out. */
static bool read_var(struct capture *c)
{
    char type[WORD], bits[WORD], id[WORD], name[WORD];
    if (!next_word(c, type) || !next_word(c, bits) || !next_word(c, id) || !next_word(c, name))
        return wrong(c, "the file ends in its head");
    if (strcmp(bits, "1") == 0 && c->count < CAPTURE_CHANNELS && strlen(id) < sizeof c->ids[0]) {
        snprintf(c->ids[c->count], sizeof c->ids[0], "%.7s", id);
        snprintf(c->names[c->count++], CAPTURE_NAME, "%.39s", name);
    }
    return skip_to_end(c);
}

static bool read_vcd_head(struct capture *c)
{
    char word[WORD];
    while (next_word(c, word)) {
        if (strcmp(word, "$enddefinitions") == 0)
            return skip_to_end(c);
        if (word[0] != '$')
            return wrong(c, "not a Value Change Dump: a word with $ is expected");
        if (strcmp(word, "$timescale") == 0 ? !read_timescale(c)
            : strcmp(word, "$var") == 0     ? !read_var(c)
                                            : !skip_to_end(c))
            return false;
    }
    return wrong(c, "the file ends in its head");
}

static int channel_of(const struct capture *c, const char *id)
{
    for (int i = 0; i < c->count; i++)
        if (strcmp(c->ids[i], id) == 0)
            return i;
    return -1;
}

/* Sets the time of what follows, in nanoseconds. False when it goes back, or beyond 30 years. */
static bool set_time(struct capture *c, double time)
{
    enum { YEARS = 30 };
    const double most = YEARS * 365.0 * 24 * 3600 * 1e9;
    if (!c->begun)
        c->first = time;
    c->begun = true;
    if (!isfinite(time) || time - c->first < c->time)
        return wrong(c, "the time goes back");
    if (time - c->first > most)
        return wrong(c, "the time is more than 30 years after the first");
    c->time = time - c->first;
    return true;
}

static bool set_level(struct capture *c, int channel, bool level, struct capture_change *change)
{
    if (c->levels[channel] == level)
        return false;
    c->levels[channel] = level;
    *change = (struct capture_change){(uint64_t)c->time, channel, level};
    return true;
}

static int next_of_vcd(struct capture *c, struct capture_change *change)
{
    char word[WORD];
    while (next_word(c, word)) {
        if (word[0] == '#') {
            if (!set_time(c, strtod(word + 1, NULL) * c->unit))
                return -1;
        } else if (strchr("01xXzZ", word[0])) {
            const int channel = channel_of(c, word + 1);
            if (channel >= 0 && set_level(c, channel, word[0] != '0', change))
                return 1;
        } else if (strchr("bBrR", word[0])) {
            if (!next_word(c, word)) /* a vector and its name */
                break;
        } else if (word[0] != '$') {
            wrong(c, "not a change of a level");
            return -1;
        }
    }
    return 0;
}

/* ---- tables ---- */

/* The next field of a line, without blanks and quotes around it; NULL behind the last one. */
static char *next_field(char **rest)
{
    char *field = *rest;
    if (!field)
        return NULL;
    char *end = strchr(field, ',');
    if (end)
        *end = '\0';
    *rest = end ? end + 1 : NULL;
    while (*field == ' ' || *field == '"')
        field++;
    for (size_t n = strlen(field); n > 0 && (field[n - 1] == ' ' || field[n - 1] == '"'); n--)
        field[n - 1] = '\0';
    return field;
}

/* Whether a name has a word in it, in small letters or capitals. */
static bool mentions(const char *name, const char *word)
{
    for (; *name; name++)
        if (strncasecmp(name, word, strlen(word)) == 0)
            return true;
    return false;
}

/* "Time [s]", "time_us": seconds when it does not say. */
static double unit_in(const char *name)
{
    if (mentions(name, "ns") || mentions(name, "nano"))
        return 1;
    if (mentions(name, "us") || mentions(name, "micro"))
        return 1e3;
    return mentions(name, "ms") || mentions(name, "milli") ? 1e6 : 1e9;
}

static bool read_table_head(struct capture *c)
{
    char line[LINE], *rest = line, *field;
    do {
        if (!next_line(c, line))
            return wrong(c, "the file has no heading");
    } while (line[0] == ';' || line[0] == '#' || line[0] == '\0');
    c->time_column = -1;
    while ((field = next_field(&rest)) && c->column_count < CAPTURE_CHANNELS) {
        const bool is_time = c->time_column < 0 && mentions(field, "time");
        c->columns[c->column_count] = is_time ? -1 : c->count;
        if (is_time) {
            c->time_column = c->column_count;
            c->unit = unit_in(field);
        } else {
            snprintf(c->names[c->count++], CAPTURE_NAME, "%.39s", field);
        }
        c->column_count++;
    }
    if (c->time_column < 0)
        return wrong(c, "no column of the heading is called time");
    return true;
}

bool capture_take(struct capture *c, double time, const int8_t levels[CAPTURE_CHANNELS])
{
    const double before = c->time;
    const bool first = !c->begun;
    if (!set_time(c, time))
        return false;
    if (!first && c->time > before && (c->step <= 0 || c->time - before < c->step))
        c->step = c->time - before;
    c->pending_count = c->pending_next = 0;
    for (int i = 0; i < c->count; i++)
        if (levels[i] != c->levels[i]) {
            c->levels[i] = levels[i];
            c->pending[c->pending_count++] = i;
        }
    return true;
}

static bool take_line(struct capture *c, char *line)
{
    char *rest = line, *field;
    int8_t levels[CAPTURE_CHANNELS];
    double time = 0;
    memcpy(levels, c->levels, sizeof levels);
    for (int i = 0; i < c->column_count && (field = next_field(&rest)); i++) {
        if (c->columns[i] < 0) {
            char *end;
            time = strtod(field, &end) * c->unit;
            if (end == field)
                return wrong(c, "the time is no number");
        } else if ((field[0] == '0' || field[0] == '1') && field[1] == '\0') {
            levels[c->columns[i]] = (int8_t)(field[0] - '0');
        } else if (field[0]) {
            return wrong(c, "a level is 0 or 1");
        }
    }
    return capture_take(c, time, levels);
}

/* The next of those that are pending. */
static int give_pending(struct capture *c, struct capture_change *change)
{
    const int channel = c->pending[c->pending_next++];
    *change = (struct capture_change){(uint64_t)c->time, channel, c->levels[channel]};
    return 1;
}

static int next_of_table(struct capture *c, struct capture_change *change)
{
    char line[LINE];
    while (c->pending_next == c->pending_count) {
        if (!next_line(c, line))
            return 0;
        if (line[0] && !take_line(c, line))
            return -1;
    }
    return give_pending(c, change);
}

static int next_of_archive(struct capture *c, struct capture_change *change)
{
    while (c->pending_next == c->pending_count)
        if (!capture_archive_next(c))
            return c->why[0] ? -1 : 0;
    return give_pending(c, change);
}

/* ---- all ---- */

bool capture_open(struct capture *c, const char *path)
{
    memset(c, 0, sizeof *c);
    memset(c->levels, -1, sizeof c->levels);
    c->unit = 1;
    c->here = 1;
    c->file = fopen(path, "rb");
    if (!c->file) {
        snprintf(c->why, sizeof c->why, "%s", strerror(errno));
        return false;
    }
    if (fseek(c->file, 0, SEEK_END) == 0)
        c->size = ftell(c->file);
    rewind(c->file);
    const int first = next_character(c);
    if (first == EOF)
        return wrong(c, "the file is empty");
    c->at--;
    c->line = 0;
    if (first == 'P') {
        c->kind = CAPTURE_ARCHIVE;
        return capture_archive_open(c, path);
    }
    c->kind = first != '$' && !isspace(first) ? CAPTURE_TABLE : CAPTURE_DUMP;
    return c->kind == CAPTURE_TABLE ? read_table_head(c) : read_vcd_head(c);
}

int capture_next(struct capture *c, struct capture_change *change)
{
    return c->kind == CAPTURE_ARCHIVE ? next_of_archive(c, change)
           : c->kind == CAPTURE_TABLE ? next_of_table(c, change)
                                      : next_of_vcd(c, change);
}

int capture_percent(const struct capture *c)
{
    if (c->kind == CAPTURE_ARCHIVE)
        return capture_archive_percent(c);
    const double at = (double)ftell(c->file) - (double)(c->have - c->at);
    return c->size > 0 ? (int)(100 * at / (double)c->size) : 0;
}

void capture_close(struct capture *c)
{
    capture_archive_close(c);
    if (c->file)
        fclose(c->file);
    c->file = NULL;
}
