/*
 * capture_archive.c - archives of samples as sigrok has them: a ZIP file with "metadata", an INI
 * file with the rate and the channels, and the samples in "logic-1-1", "logic-1-2" ..., or in
 * "logic-1" (sigrok.org/wiki/File_format:Sigrok/v2). ZIP by libzip.
 */
#include "capture.h"

#include <ini.h>
#include <stdlib.h>
#include <string.h>
#include <zip.h>

enum { MOST_UNIT = 8, PIECE = 1 << 16 };

struct capture_archive {
    zip_t *zip;
    zip_file_t *part;
    int part_number;
    char name[80];              /* what the names of the samples begin with */
    double rate;                /* samples a second */
    int unit;                   /* bytes of a sample */
    int bits[CAPTURE_CHANNELS]; /* of each channel */
    uint64_t samples, expected; /* read so far; all, as far as is known */
    uint8_t before[MOST_UNIT];
    bool begun;
    uint8_t bytes[PIECE];
    size_t have, at;
};

static bool wrong(struct capture *c, const char *what)
{
    snprintf(c->why, sizeof c->why, "%s", what);
    return false;
}

/* "1 MHz", "24000000" */
static double rate_of(const char *text)
{
    char *unit;
    const double number = strtod(text, &unit);
    while (*unit == ' ')
        unit++;
    return number * (*unit == 'G'                   ? 1e9
                     : *unit == 'M'                 ? 1e6
                     : *unit == 'k' || *unit == 'K' ? 1e3
                                                    : 1);
}

/* A line of "metadata". */
static int take_entry(void *user, const char *section, const char *key, const char *value)
{
    struct capture *c = user;
    struct capture_archive *a = c->archive;
    int number;
    if (strncmp(section, "device", 6) != 0)
        return 1;
    if (strcmp(key, "samplerate") == 0)
        a->rate = rate_of(value);
    else if (strcmp(key, "unitsize") == 0)
        a->unit = atoi(value);
    else if (strcmp(key, "capturefile") == 0)
        snprintf(a->name, sizeof a->name, "%s", value);
    else if (sscanf(key, "probe%d", &number) == 1 && number >= 1 && number <= 8 * MOST_UNIT &&
             c->count < CAPTURE_CHANNELS) {
        a->bits[c->count] = number - 1;
        snprintf(c->names[c->count++], CAPTURE_NAME, "%.39s", value);
    }
    return 1;
}

static bool read_metadata(struct capture *c)
{
    enum { MOST_METADATA = 65536 };
    struct capture_archive *a = c->archive;
    zip_file_t *f = zip_fopen(a->zip, "metadata", 0);
    char *text = f ? calloc(1, MOST_METADATA + 1) : NULL;
    const zip_int64_t count = text ? zip_fread(f, text, MOST_METADATA) : -1;
    if (f)
        zip_fclose(f);
    const bool good = count > 0 && ini_parse_string(text, take_entry, c) >= 0;
    free(text);
    if (!good)
        return wrong(c, "an archive without readable metadata; is it one of samples?");
    if (!(a->rate >= 1) || a->rate > 1e12 || a->unit < 1 || a->unit > MOST_UNIT || !a->name[0] ||
        c->count == 0)
        return wrong(c, "the metadata of the archive lack the rate, the unit or the channels");
    for (int i = 0; i < c->count; i++)
        if (a->bits[i] >= 8 * a->unit)
            return wrong(c, "the metadata of the archive name more channels than a sample has");
    c->step = 1e9 / a->rate;
    return true;
}

/* The next file of samples; false: there is none. */
static bool open_part(struct capture_archive *a)
{
    char name[100];
    if (a->part)
        zip_fclose(a->part);
    a->part = NULL;
    if (a->part_number == 0) {
        a->part = zip_fopen(a->zip, a->name, 0);
        if (a->part)
            a->part_number = -1; /* all in one */
    }
    if (!a->part && a->part_number >= 0) {
        snprintf(name, sizeof name, "%s-%d", a->name, ++a->part_number);
        a->part = zip_fopen(a->zip, name, 0);
    } else if (a->part_number == -1) {
        a->part_number = -2;
    }
    return a->part != NULL;
}

bool capture_archive_open(struct capture *c, const char *path)
{
    int error = 0;
    struct capture_archive *a = c->archive = calloc(1, sizeof *a);
    if (!a)
        return wrong(c, "there is not enough memory");
    a->zip = zip_open(path, ZIP_RDONLY, &error);
    if (!a->zip)
        return wrong(c, "a damaged archive, or none that can be read");
    if (!read_metadata(c))
        return false;
    for (zip_int64_t i = 0; i < zip_get_num_entries(a->zip, 0); i++) {
        zip_stat_t stat;
        if (zip_stat_index(a->zip, (zip_uint64_t)i, 0, &stat) == 0 &&
            strncmp(stat.name, a->name, strlen(a->name)) == 0)
            a->expected += stat.size / (zip_uint64_t)a->unit;
    }
    if (!open_part(a))
        return wrong(c, "an archive without samples");
    return true;
}

/* Fills the buffer with whole samples; what is left of one goes before them. */
static bool fill(struct capture *c)
{
    struct capture_archive *a = c->archive;
    const size_t rest = a->have - a->at;
    memmove(a->bytes, a->bytes + a->at, rest);
    a->at = 0;
    a->have = rest;
    while (a->have < (size_t)a->unit) {
        const zip_int64_t count =
            a->part ? zip_fread(a->part, a->bytes + a->have, sizeof a->bytes - a->have) : 0;
        if (count < 0)
            return wrong(c, "the samples of the archive are damaged");
        a->have += (size_t)count;
        if (count == 0 && (a->part_number < -1 || !open_part(a)))
            return false;
    }
    return true;
}

bool capture_archive_next(struct capture *c)
{
    struct capture_archive *a = c->archive;
    const size_t unit = (size_t)a->unit;
    int8_t levels[CAPTURE_CHANNELS];
    do {
        if (a->have - a->at < unit && !fill(c))
            return false;
        a->at += unit;
        a->samples++;
    } while (a->begun && memcmp(a->bytes + a->at - unit, a->before, unit) == 0);
    const uint8_t *sample = a->bytes + a->at - unit;
    memcpy(a->before, sample, unit);
    a->begun = true;
    for (int i = 0; i < c->count; i++)
        levels[i] = sample[a->bits[i] / 8] >> a->bits[i] % 8 & 1;
    return capture_take(c, (double)(a->samples - 1) * c->step, levels);
}

int capture_archive_percent(const struct capture *c)
{
    const struct capture_archive *a = c->archive;
    return a->expected > 0 ? (int)(100 * a->samples / a->expected) : 0;
}

void capture_archive_close(struct capture *c)
{
    struct capture_archive *a = c->archive;
    if (a && a->part)
        zip_fclose(a->part);
    if (a && a->zip)
        zip_discard(a->zip);
    free(a);
    c->archive = NULL;
}
