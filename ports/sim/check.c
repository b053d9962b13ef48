/* check.c - a bench for tests of somebody's screens, and pictures that are compared. */
#include "pemble/bench_check.h"
#include "bench_parts.h"
#include "image.h"

#include <errno.h>
#include <stdlib.h>
#include <string.h>

pmb_bench *pmb_bench_of(const pmb_panel_config *const panels[])
{
    pmb_bench *bench = pmb_bench_new();
    if (!bench)
        fputs("bench: there is not enough memory\n", stderr);
    for (unsigned i = 0; bench && panels[i]; i++)
        if (!pmb_bench_place_panel(bench, panels[i])) {
            fprintf(stderr,
                    "bench: there is no simulated module for panel %u: its controller is "
                    "not known to the bench, or cannot have a glass like that\n",
                    i);
            pmb_bench_free(bench);
            return NULL;
        }
    return bench;
}

pmb_module *pmb_bench_module(const pmb_bench *bench, unsigned number)
{
    unsigned count = 0;
    for (const pmb_module *m = bench->modules; m; m = m->next)
        count++;
    if (number >= count)
        return NULL;
    pmb_module *module = bench->modules; /* the last one is first */
    for (unsigned i = count - 1; i > number; i--)
        module = module->next;
    return module;
}

void pmb_bench_pass(pmb_bench *bench, uint32_t milliseconds)
{
    bench_pass(bench, 1000000ull * milliseconds);
}

/* pictures/gangway.png: pictures/gangway-seen.png */
static void name_of_seen(const char *path, char *name, size_t size)
{
    const size_t length = strlen(path);
    const bool png = length > 4 && strcmp(path + length - 4, ".png") == 0;
    snprintf(name, size, "%.*s-seen.png", (int)(png ? length - 4 : length), path);
}

/* The smallest and largest of what differs. */
struct extent {
    long pixels;
    int left, right, top, bottom;
};

static struct extent differences(const struct image *a, const struct image *b)
{
    struct extent e = {0, a->width, 0, a->height, 0};
    for (int y = 0; y < a->height; y++)
        for (int x = 0; x < a->width; x++) {
            const size_t at = 3 * ((size_t)y * (size_t)a->width + (size_t)x);
            if (memcmp(a->rgb + at, b->rgb + at, 3) == 0)
                continue;
            e.pixels++;
            e.left = x < e.left ? x : e.left;
            e.right = x > e.right ? x : e.right;
            e.top = y < e.top ? y : e.top;
            e.bottom = y > e.bottom ? y : e.bottom;
        }
    return e;
}

/* What is wrong with what was seen, in `why`; false: nothing. */
static bool differs(const struct image *seen, const char *path, char *why, size_t size)
{
    struct image kept;
    if (!image_read(&kept, path)) {
        snprintf(why, size, "%s", errno == ENOENT ? "there is no picture yet" : strerror(errno));
        return true;
    }
    bool different = true;
    if (kept.width != seen->width || kept.height != seen->height) {
        snprintf(why, size, "the picture has %dx%d pixels, the glass %dx%d", kept.width,
                 kept.height, seen->width, seen->height);
    } else {
        const struct extent e = differences(&kept, seen);
        different = e.pixels > 0;
        snprintf(why, size, "%ld pixels differ, in columns %d to %d and rows %d to %d", e.pixels,
                 e.left, e.right, e.top, e.bottom);
    }
    image_free(&kept);
    return different;
}

static bool compare(const struct image *seen, const char *path)
{
    char why[160], name[1024];
    if (!differs(seen, path, why, sizeof why))
        return true;
    name_of_seen(path, name, sizeof name);
    fprintf(stderr, "%s: %s\n", path, why);
    if (image_save(seen, 0, name))
        fprintf(stderr, "  what was seen is in %s; with PEMBLE_KEEP=1 it is kept as the picture\n",
                name);
    else
        fprintf(stderr, "  what was seen cannot be written to %s: %s\n", name, strerror(errno));
    return false;
}

bool pmb_check_glass(pmb_bench *bench, unsigned number, const char *path)
{
    pmb_module *module = pmb_bench_module(bench, number);
    const char *keep = getenv("PEMBLE_KEEP");
    struct image seen;
    if (!module) {
        fprintf(stderr, "%s: there is no panel %u on this bench\n", path, number);
        return false;
    }
    if (!image_of_glass(&seen, module)) {
        fprintf(stderr, "%s: there is not enough memory\n", path);
        return false;
    }
    bool good;
    if (keep && strcmp(keep, "1") == 0) {
        good = image_save(&seen, 0, path);
        fprintf(stderr, "%s: %s\n", path, good ? "kept" : strerror(errno));
    } else {
        good = compare(&seen, path);
    }
    image_free(&seen);
    return good;
}

bool pmb_check_complaints(const pmb_bench *bench)
{
    unsigned count = 0;
    const pmb_module *module;
    for (unsigned n = 0; (module = pmb_bench_module(bench, n)) != NULL; n++)
        for (unsigned i = 0; i < pmb_module_complaint_count(module); i++, count++)
            fprintf(stderr, "panel %u, a simulated %s, complains: %s\n", n,
                    pmb_module_label(module), pmb_module_complaint(module, i));
    return count == 0;
}
