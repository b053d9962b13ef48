/* picture_options.c - from options to pixels. */
#include "picture_options.h"

#include <errno.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include "image.h"

struct word {
    const char *name;
    int value;
};

/* The value of a word; -1, having said what is possible, when it is none of them. */
static int choose(const char *option, const char *given, const struct word *words, int count)
{
    char possible[120] = "";
    for (int i = 0; i < count; i++) {
        if (strcmp(given, words[i].name) == 0)
            return words[i].value;
        const size_t used = strlen(possible);
        snprintf(possible + used, sizeof possible - used, "%s%s",
                 i == 0           ? ""
                 : i + 1 == count ? " or "
                                  : ", ",
                 words[i].name);
    }
    complain("%s %s: possible is %s", option, given, possible);
    return -1;
}

static bool read_format(struct picture_target *t, const char *format)
{
    enum { FOUR_GREYS = 100, FOUR_INKS };
    static const struct word words[] = {
        {"one-bit", PMB_PIXELS_ONE_BIT}, {"ink", PMB_PIXELS_INK},    {"grey", PMB_PIXELS_GREY},
        {"colour", PMB_PIXELS_COLOR},    {"four-greys", FOUR_GREYS}, {"four-inks", FOUR_INKS}};
    if (!format)
        return true;
    const int value = choose("--format", format, words, 6);
    t->few = value == FOUR_GREYS ? FEW_GREYS : value == FOUR_INKS ? FEW_INKS : FEW_NONE;
    t->kind = value == FOUR_GREYS  ? PMB_PIXELS_GREY
              : value == FOUR_INKS ? PMB_PIXELS_COLOR
                                   : (pmb_pixels)value;
    return value >= 0;
}

static bool read_size(struct picture_target *t, const char *size)
{
    int w, h;
    char rest;
    if (!size)
        return true;
    if (sscanf(size, "%dx%d%c", &w, &h, &rest) != 2 || w < 1 || h < 1 || w > 4096 || h > 4096) {
        complain("--size %s: possible is WIDTHxHEIGHT, each 1 to 4096", size);
        return false;
    }
    t->size = (pmb_size){(int16_t)w, (int16_t)h};
    t->size_given = true;
    return true;
}

static bool read_ways(struct picture_target *t, const struct picture_words *w)
{
    static const struct word fits[] = {
        {"whole", FIT_WHOLE}, {"fill", FIT_FILL}, {"crop", FIT_CROP}, {"exact", FIT_EXACT}};
    static const struct word dithers[] = {
        {"diffusion", DITHER_DIFFUSION}, {"ordered", DITHER_ORDERED}, {"none", DITHER_NONE}};
    const int fit = w->fit ? choose("--fit", w->fit, fits, 4) : FIT_WHOLE;
    const bool has_threshold = w->threshold != NOT_GIVEN;
    const int dither = w->dither ? choose("--dither", w->dither, dithers, 3)
                                 : (has_threshold ? DITHER_NONE : DITHER_DIFFUSION);
    if (fit < 0 || dither < 0)
        return false;
    if (!number_is_possible("--threshold", w->threshold, 1, 255, "") ||
        !number_is_possible("--brightness", w->brightness, -100, 100, "") ||
        !number_is_possible("--contrast", w->contrast, -100, 100, "") ||
        !number_is_possible("--loss", w->loss, 0, 64, "") ||
        !number_is_possible("--memory", w->memory, 1, 65536, " megabytes"))
        return false;
    raster_allow(w->memory);
    if (w->loss && t->kind != PMB_PIXELS_GREY && t->kind != PMB_PIXELS_COLOR) {
        complain("--loss %d: only grey and colour have values between", w->loss);
        return false;
    }
    t->loss = w->loss;
    t->fitting = (enum fitting)fit;
    t->dithering = (enum dithering)dither;
    t->dithering_given = w->dither || has_threshold;
    t->lean = w->lean || (t->has_stage && board_is_avr(t->setup.board));
    /* A threshold is a shift of what is light from 128 on. */
    t->brightness = w->brightness + (has_threshold ? (128 - w->threshold) * 100 / 255 : 0);
    t->contrast = w->contrast;
    t->invert = w->invert != 0;
    return true;
}

/* What the pixels of a canvas in a format are. */
static void pixels_of(struct picture_target *t, const pmb_format *format)
{
    if (format->planes == 2 && format->kind != PMB_PLANES_INK) {
        const bool greys = format->kind == PMB_PLANES_GREY;
        t->few = greys ? FEW_GREYS : FEW_INKS;
        t->kind = greys ? PMB_PIXELS_GREY : PMB_PIXELS_COLOR;
    } else if (format->planes == 2) {
        t->kind = PMB_PIXELS_INK;
    } else if (format->one_bit) {
        t->kind = PMB_PIXELS_ONE_BIT;
    } else {
        t->kind = format->bytes_per_pixel == 2 ? PMB_PIXELS_COLOR : PMB_PIXELS_GREY;
    }
}

int picture_target_read(struct picture_target *t, const struct usage *usage,
                        const struct picture_words *words)
{
    memset(t, 0, sizeof *t);
    t->kind = PMB_PIXELS_COLOR;
    if (!is_given(usage, "-o", words->output))
        return BAD_USE;
    if (words->panel) {
        t->has_stage = true;
        int status = stage_read(&t->stage, &t->setup, words->panel,
                                &(struct stage_options){.wired = words->wired});
        if (status == DONE)
            status = stage_open(&t->stage, 0, 1);
        if (status != DONE)
            return status;
        t->size = t->stage.acts[0].panel.size;
        pixels_of(t, t->stage.acts[0].panel.format);
    } else if (words->wired) {
        complain("--wired needs --for: which panel is on the wires?");
        return BAD_USE;
    } else if (!words->format) {
        complain("--for or --format is missing: what pixels shall it have?");
        return BAD_USE;
    }
    const bool good =
        read_format(t, words->format) && read_size(t, words->size) && read_ways(t, words);
    return good ? DONE : BAD_USE;
}

void picture_target_close(struct picture_target *t)
{
    if (t->has_stage)
        (void)stage_close(&t->stage, DONE);
}

/* The size that an image gets: with FIT_WHOLE no larger than needed. */
static pmb_size size_for(const struct picture_target *t, const struct raster *image)
{
    const bool fits = image->w <= t->size.w && image->h <= t->size.h;
    /* A panel is a limit; a size that was asked for is also made larger to. */
    if (t->size.w == 0 || (t->fitting == FIT_WHOLE && fits && !t->size_given))
        return (pmb_size){(int16_t)image->w, (int16_t)image->h};
    if (t->fitting != FIT_WHOLE)
        return t->size;
    int w = t->size.w, h = image->h * w / image->w;
    if (h > t->size.h) {
        h = t->size.h;
        w = image->w * h / image->h;
    }
    return (pmb_size){(int16_t)(w > 0 ? w : 1), (int16_t)(h > 0 ? h : 1)};
}

/* Of drawings nearly all is near black or white. What is not are their edges. */
static bool are_drawings(const struct images *images)
{
    enum { NEAR = 48, EDGES = 5 }; /* steps of 255; every fifth pixel */
    size_t count = 0, between = 0;
    for (int i = 0; i < images->count; i++) {
        const struct raster *r = &images->frames[i];
        const uint8_t *at = r->rgba, *end = at + 4 * (size_t)r->w * (size_t)r->h;
        for (; at < end; at += 4) {
            const int light = (77 * at[0] + 150 * at[1] + 29 * at[2]) / 256;
            between += at[3] >= 128 && light >= NEAR && light <= 255 - NEAR;
            count += at[3] >= 128;
        }
    }
    return between * EDGES <= count;
}

/* Whether they have no more colours than a palette: they are drawn, or were reduced before. */
static bool have_few_colors(const struct images *images)
{
    enum { MOST = 256 };
    uint32_t colors[MOST], last = 0;
    int count = 0;
    for (int i = 0; i < images->count; i++) {
        const struct raster *r = &images->frames[i];
        const uint8_t *at = r->rgba, *end = at + 4 * (size_t)r->w * (size_t)r->h;
        for (; at < end; at += 4) {
            const uint32_t color = (uint32_t)at[0] << 16 | (uint32_t)at[1] << 8 | at[2];
            int k = 0;
            while (k < count && color != last && colors[k] != color)
                k++;
            if (k == count && count == MOST)
                return false;
            if (k == count)
                colors[count++] = color;
            last = color;
        }
    }
    return true;
}

void picture_target_choose(struct picture_target *t, const struct images *images)
{
    if (t->dithering_given)
        return;
    const bool one_bit = t->kind == PMB_PIXELS_ONE_BIT;
    const bool plain =
        one_bit ? are_drawings(images)
                : t->kind == PMB_PIXELS_COLOR && t->few == FEW_NONE && have_few_colors(images);
    t->dithering = plain ? DITHER_NONE : DITHER_DIFFUSION;
    t->dithering_chosen = one_bit || plain;
}

const char *dithering_name(enum dithering dithering)
{
    static const char *const names[] = {
        [DITHER_NONE] = "none", [DITHER_ORDERED] = "ordered", [DITHER_DIFFUSION] = "diffusion"};
    return names[dithering];
}

void picture_say_others(const struct picture_target *target, struct taken taken,
                        struct taken (*take)(const struct picture_target *target, void *context),
                        void *context)
{
    static struct picture_target other;
    if (target->dithering_chosen) {
        other = *target;
        other.dithering = target->dithering == DITHER_NONE ? DITHER_DIFFUSION : DITHER_NONE;
        const struct taken its = take(&other, context);
        if (its.bytes != taken.bytes)
            printf("  dithering: %s; with --dither %s %zu bytes\n",
                   dithering_name(target->dithering), dithering_name(other.dithering), its.bytes);
    }
    if (!target->lean) {
        other = *target;
        other.lean = true;
        const struct taken its = take(&other, context);
        if (its.bytes != taken.bytes)
            printf("  with --lean %zu bytes, and %zu bytes of RAM\n", its.bytes, its.memory);
    }
}

bool picture_target_apply(const struct picture_target *t, const struct raster *image,
                          struct pixels *pixels, const char *path)
{
    struct raster fitted;
    const pmb_size size = size_for(t, image);
    if (image->w > 4096 && t->size.w == 0) {
        complain("%s: it is %d pixels wide; give a --size of at most 4096x4096", path, image->w);
        return false;
    }
    if (!raster_fit(&fitted, image, size.w, size.h, t->fitting)) {
        complain("%s: it is %dx%d, not exactly %dx%d", path, image->w, image->h, size.w, size.h);
        return false;
    }
    raster_adjust(&fitted, t->brightness, t->contrast, t->invert);
    const bool good = pixels_reduce(pixels, &fitted, t->kind, t->few, t->dithering);
    raster_free(&fitted);
    if (!good)
        complain("there is not enough memory");
    return good;
}

const char *pixels_name(pmb_pixels kind)
{
    return kind == PMB_PIXELS_ONE_BIT ? "one bit"
           : kind == PMB_PIXELS_INK   ? "ink"
           : kind == PMB_PIXELS_GREY  ? "grey"
                                      : "colour";
}

size_t pixels_raw(const struct pixels *p)
{
    return ((size_t)p->w * (size_t)p->kind + 7) / 8 * (size_t)p->h;
}

/* Without a panel: the pixels alone, enlarged to be seen. */
static int plain_preview(pmb_paint paint, void *scene, pmb_size size, const char *path)
{
    struct image image;
    const int zoom = size.w * 4 <= 1280 && size.h * 4 <= 800 ? 4 : 1;
    const size_t bytes = (size_t)size.w * (size_t)size.h * 2;
    uint8_t *memory = calloc(1, bytes);
    pmb_canvas c;
    int status = FAILED;
    if (!memory || !image_make(&image, size.w * zoom, size.h * zoom, (struct rgb){0, 0, 0})) {
        complain("there is not enough memory");
        free(memory);
        return FAILED;
    }
    if (pmb_canvas_init(&c, &pmb_rgb565, (pmb_rect){0, 0, size.w, size.h}, memory, bytes) ==
        PMB_OK) {
        paint(&c, scene);
        for (int16_t y = 0; y < size.h; y++)
            for (int16_t x = 0; x < size.w; x++) {
                const pmb_color color = pmb_canvas_peek(&c, (pmb_point){x, y});
                image_rect(&image, x * zoom, y * zoom, zoom, zoom,
                           (struct rgb){pmb_color_red(color), pmb_color_green(color),
                                        pmb_color_blue(color)});
            }
        status = image_save(&image, 0, path) ? DONE : FAILED;
        if (status != DONE)
            complain("%s: %s", path, strerror(errno));
    }
    image_free(&image);
    free(memory);
    return status;
}

int picture_preview(struct picture_target *t, pmb_paint paint, void *scene, pmb_size size,
                    const char *path)
{
    if (!t->has_stage)
        return plain_preview(paint, scene, size, path);
    const int status = stage_paint(&t->stage, 0, paint, scene);
    return status == DONE && path ? stage_picture(t->stage.acts[0].module, path) : status;
}

int picture_run(int argc, const char **argv, const char *name, const char *inputs,
                int (*make)(int argc, const char **argv))
{
    if (argc > 1 && strcmp(argv[1], "make") == 0)
        return make(argc - 1, argv + 1);
    if (argc > 1 && (strcmp(argv[1], "--help") == 0 || strcmp(argv[1], "-h") == 0)) {
        printf("pemble %s make %s -o OUT ...\n\n'pemble %s make --help' says more.\n", name, inputs,
               name);
        return DONE;
    }
    complain("%s: %s: possible is make", name, argc > 1 ? argv[1] : "nothing to do");
    return BAD_USE;
}
