/* files.c - files of a Linux machine as readers. */
#include "files.h"

#include <dirent.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>

struct pmb_linux_file {
    FILE *stream;
    uint8_t *bytes; /* of a file that was turned into another */
};

static uint32_t file_read(void *context, void *to, uint32_t count)
{
    return (uint32_t)fread(to, 1, count, ((pmb_linux_file *)context)->stream);
}

static bool file_seek(void *context, uint32_t offset)
{
    return fseek(((pmb_linux_file *)context)->stream, (long)offset, SEEK_SET) == 0;
}

/* Puts the converted file in the place of the one that was opened. */
static void convert_file(pmb_linux_file *file, const char *path, pmb_linux_convert convert)
{
    size_t size;
    file->bytes = convert(path, &size);
    FILE *stream = file->bytes ? fmemopen(file->bytes, size, "r") : NULL;
    if (stream) {
        fclose(file->stream);
        file->stream = stream;
    }
}

pmb_linux_file *pmb_linux_open(const char *path, pmb_linux_convert convert)
{
    pmb_linux_file *file = calloc(1, sizeof *file);
    if (!file)
        return NULL;
    file->stream = fopen(path, "rb");
    if (!file->stream) {
        free(file);
        return NULL;
    }
    if (convert)
        convert_file(file, path, convert);
    return file;
}

pmb_reader pmb_linux_reader(pmb_linux_file *file)
{
    return (pmb_reader){file, file_read, file_seek};
}

void pmb_linux_close(pmb_linux_file *file)
{
    if (!file)
        return;
    fclose(file->stream);
    free(file->bytes);
    free(file);
}

struct directory {
    pmb_directory public;
    char *path;
    struct dirent **entries;
    int count;
    pmb_linux_convert convert;
    pmb_linux_file *open;
};

static bool open_entry(void *context, uint16_t number, pmb_reader *reader, const char **name)
{
    struct directory *d = context;
    char path[4096];
    if (number >= d->count)
        return false;
    pmb_linux_close(d->open);
    snprintf(path, sizeof path, "%s/%s", d->path, d->entries[number]->d_name);
    d->open = pmb_linux_open(path, d->convert);
    /* One that cannot be opened is an empty file: it is passed over and reported like others. */
    if (!d->open)
        d->open = pmb_linux_open("/dev/null", NULL);
    if (!d->open)
        return false;
    *reader = pmb_linux_reader(d->open);
    *name = d->entries[number]->d_name;
    return true;
}

static int is_shown(const struct dirent *entry)
{
    return entry->d_name[0] != '.';
}

pmb_directory *pmb_linux_directory(const char *path, pmb_linux_convert convert)
{
    struct directory *d = calloc(1, sizeof *d);
    if (!d)
        return NULL;
    d->count = scandir(path, &d->entries, is_shown, alphasort);
    d->path = strdup(path);
    if (d->count < 0 || !d->path) {
        free(d->path);
        free(d);
        return NULL;
    }
    d->convert = convert;
    d->public = (pmb_directory){d, open_entry};
    return &d->public;
}

void pmb_linux_directory_close(pmb_directory *directory)
{
    if (!directory)
        return;
    struct directory *d = directory->context;
    pmb_linux_close(d->open);
    for (int i = 0; i < d->count; i++)
        free(d->entries[i]);
    free(d->entries);
    free(d->path);
    free(d);
}
