/* picture.c - pemble picture: makes pictures of image files. */
#include "command.h"

#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include "output.h"
#include "picture_options.h"

static const struct usage usage = {
    .name = "picture make",
    .arguments = "IMAGE -o OUT.c|OUT.pbp [--for CONFIG] [--format F] [--size WxH] ...",
    .text =
        "Makes a picture for the library from a PNG, JPEG, GIF, BMP or Netpbm file. --for names a\n"
        "panel: the picture is then as large as fits, and has the panel's pixels. --format and\n"
        "--size take the place of these. OUT.c is a C source with a const pmb_picture; OUT.pbp\n"
        "has the bytes alone, for a card. Pixels that are not opaque become transparent.\n",
    .examples =
        "  pemble picture make harbour.png --for kiosk.ini -o harbour.c --preview see.png\n"
        "  pemble picture make logo.png --format one-bit --size 48x48 --dither none -o "
        "logo.c\n"
        "  pemble picture make photo.jpg --for paper.ini --fit fill --contrast 20 -o p.pbp\n",
};

/* The picture in the middle of whatever it is drawn on. */
struct scene {
    pmb_picture picture;
    pmb_picture_info info;
    void *memory;
    pmb_size screen;
};

static void paint(pmb_canvas *c, void *context)
{
    const struct scene *s = context;
    const pmb_point p = {(int16_t)((s->screen.w - s->info.size.w) / 2),
                         (int16_t)((s->screen.h - s->info.size.h) / 2)};
    pmb_fill(c, PMB_BLACK);
    (void)pmb_picture_draw(c, &s->picture, p, NULL, s->memory, s->info.memory);
}

static int preview(struct picture_target *target, const struct block *block, const char *path)
{
    struct scene scene = {.picture = {{block->bytes, (uint32_t)block->size, NULL}}};
    (void)pmb_picture_measure(&scene.picture, &scene.info);
    scene.screen = target->has_stage ? target->stage.acts[0].panel.size : scene.info.size;
    scene.memory = calloc(1, scene.info.memory);
    const int status =
        scene.memory ? picture_preview(target, paint, &scene, scene.screen, path) : FAILED;
    free(scene.memory);
    return status;
}

/* The pixels of an image and their block. False, having said why, when it cannot. */
static bool pack(const struct picture_target *target, const struct raster *image, const char *path,
                 struct pixels *pixels, struct block *block)
{
    if (!picture_target_apply(target, image, pixels, path))
        return false;
    pixels_lose(pixels, NULL, target->loss);
    const struct film film = {.frames = pixels, .count = 1, .lean = target->lean};
    const bool good = block_encode(block, &film);
    if (!good)
        complain("there is not enough memory");
    return good;
}

static size_t memory_of(const struct block *block)
{
    const pmb_picture picture = {{block->bytes, (uint32_t)block->size, NULL}};
    pmb_picture_info info;
    return pmb_picture_measure(&picture, &info) == PMB_OK ? info.memory : 0;
}

static struct taken take(const struct picture_target *target, void *image)
{
    struct pixels pixels = {0};
    struct block block = {0};
    (void)pack(target, image, "the image", &pixels, &block);
    const struct taken taken = {block.size, memory_of(&block)};
    block_free(&block);
    pixels_free(&pixels);
    return taken;
}

static void report(const struct picture_target *target, struct images *images,
                   const struct pixels *pixels, const struct block *block, const char *out)
{
    const size_t raw = pixels_raw(pixels);
    printf("%s: %dx%d, %s%s, %zu bytes, %.0f %% of %zu unpacked; %zu bytes of RAM to draw it\n",
           out, pixels->w, pixels->h, pixels_name(pixels->kind),
           pixels->transparent ? " with transparency" : "", block->size,
           100.0 * (double)block->size / (double)raw, raw, memory_of(block));
    picture_say_others(target, (struct taken){block->size, memory_of(block)}, take,
                       &images->frames[0]);
    if (images->count > 1)
        printf("  the first of %d frames; 'pemble reel make' takes all\n", images->count);
}

static int make(struct picture_target *target, const char *in, const struct picture_words *words)
{
    struct images images = {0};
    struct pixels pixels = {0};
    struct block block = {0};
    char why[200], what[200];
    int status = FAILED;
    if (!images_read(&images, in, why, sizeof why)) {
        complain("%s: %s", in, why);
    } else {
        picture_target_choose(target, &images);
        if (pack(target, &images.frames[0], in, &pixels, &block)) {
            snprintf(what, sizeof what, "%dx%d, %s; drawing it takes %zu bytes of RAM", pixels.w,
                     pixels.h, pixels_name(pixels.kind), memory_of(&block));
            status = output_picture(words->output, block.bytes, block.size, what);
        }
    }
    if (status == DONE) {
        report(target, &images, &pixels, &block, words->output);
        if (words->preview || words->wired)
            status = preview(target, &block, words->preview);
    }
    block_free(&block);
    pixels_free(&pixels);
    images_free(&images);
    return status;
}

static int run_make(int argc, const char **argv)
{
    static struct picture_target target;
    struct picture_words words = {.threshold = NOT_GIVEN, .memory = USUAL_MEGABYTES};
    struct poptOption options[] = {PICTURE_OPTIONS(words, "OUT.c|OUT.pbp"), POPT_TABLEEND};
    struct line line;
    int status;
    if (!line_read(&line, &usage, options, argc, argv, 1, 1, &status))
        return status;
    status = picture_target_read(&target, &usage, &words);
    if (status == DONE)
        status = make(&target, line.words[0], &words);
    picture_target_close(&target);
    line_done(&line);
    return status;
}

static int run(int argc, const char **argv)
{
    return picture_run(argc, argv, "picture", "IMAGE", run_make);
}

const struct command command_picture = {"picture", "make a picture from an image file", run, true};
