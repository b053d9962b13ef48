/* picture_options.h - what 'picture make' and 'reel make' have in common: the target and the way
 * there. */
#ifndef PEMBLE_PICTURE_OPTIONS_H
#define PEMBLE_PICTURE_OPTIONS_H

#include "command.h"
#include "encode.h"
#include "stage.h"

/* The command `name`, which has the one subcommand make, of such inputs. */
int picture_run(int argc, const char **argv, const char *name, const char *inputs,
                int (*make)(int argc, const char **argv));

/* As they stand on the command line. */
struct picture_words {
    char *panel, *format, *size, *fit, *dither, *output, *preview;
    int wired, lean;
    int brightness, contrast, threshold, invert, loss, memory;
};

#define PICTURE_OPTIONS(w, files)                                                                  \
    {"output", 'o', POPT_ARG_STRING, &(w).output, 0, "the asset to write; needed", files},         \
        {"for",      '\0', POPT_ARG_STRING,                                                        \
         &(w).panel, 0,    "take size and pixels from this configuration",                         \
         "CONFIG"},                                                                                \
        {"format",                                                                                 \
         '\0',                                                                                     \
         POPT_ARG_STRING,                                                                          \
         &(w).format,                                                                              \
         0,                                                                                        \
         "pixels: one-bit, ink, grey, colour, four-greys or four-inks; that of the panel if not "  \
         "given",                                                                                  \
         "F"},                                                                                     \
        {"size",    's', POPT_ARG_STRING,                                                          \
         &(w).size, 0,   "as large as fits in this; if not given, no larger than the panel",       \
         "WxH"},                                                                                   \
        {"fit", '\0', POPT_ARG_STRING, &(w).fit, 0, "whole (the default), fill, crop or exact",    \
         "HOW"},                                                                                   \
        {"dither",                                                                                 \
         '\0',                                                                                     \
         POPT_ARG_STRING,                                                                          \
         &(w).dither,                                                                              \
         0,                                                                                        \
         "diffusion, ordered or none; if not given, none for drawings, else diffusion",            \
         "HOW"},                                                                                   \
        {"threshold",                                                                              \
         '\0',                                                                                     \
         POPT_ARG_INT,                                                                             \
         &(w).threshold,                                                                           \
         0,                                                                                        \
         "the least brightness that is light, 1 to 255, without dithering",                        \
         "N"},                                                                                     \
        {"brightness", '\0', POPT_ARG_INT, &(w).brightness, 0, "-100 to 100", "N"},                \
        {"contrast", '\0', POPT_ARG_INT, &(w).contrast, 0, "-100 to 100", "N"},                    \
        {"loss",    '\0', POPT_ARG_INT,                                                            \
         &(w).loss, 0,    "grey and colour: smaller, and up to so much off, of 255; 0 to 64",      \
         "N"},                                                                                     \
        {"lean",                                                                                   \
         '\0',                                                                                     \
         POPT_ARG_NONE,                                                                            \
         &(w).lean,                                                                                \
         0,                                                                                        \
         "larger, without a palette; photographs are decoded sooner; always for an AVR",           \
         NULL},                                                                                    \
        {"memory",    '\0', POPT_ARG_INT,                                                          \
         &(w).memory, 0,    "the most megabytes for images, 1 to 65536; 256 if not given",         \
         "N"},                                                                                     \
        {"invert", '\0', POPT_ARG_NONE, &(w).invert, 0, "exchange dark and light", NULL},          \
        {"wired",                                                                                  \
         '\0',                                                                                     \
         POPT_ARG_NONE,                                                                            \
         &(w).wired,                                                                               \
         0,                                                                                        \
         "show it also on the panel on the wires of this machine ('mcu = linux40')",               \
         NULL},                                                                                    \
    {                                                                                              \
        "preview", '\0', POPT_ARG_STRING, &(w).preview, 0,                                         \
            "draw it as it looks on the panel, simulated", "OUT.png"                               \
    }

/* What they mean. */
struct picture_target {
    pmb_pixels kind;
    pmb_size size;   /* 0, 0: that of the image */
    bool size_given; /* on the command line, not by the panel */
    enum fitting fitting;
    enum few few;
    enum dithering dithering;
    bool dithering_given;  /* on the command line */
    bool dithering_chosen; /* by what the images are: drawings are not dithered */
    bool lean;
    int loss;
    int brightness, contrast;
    bool invert;
    bool has_stage;
    struct setup setup;
    struct stage stage; /* with the panel open, when there is one */
};

/* Understands the words, and opens the panel on the bench. Returns an exit status; what is wrong
 * has been said. picture_target_close is needed in every case. */
int picture_target_read(struct picture_target *target, const struct usage *usage,
                        const struct picture_words *words);
void picture_target_close(struct picture_target *target);

/* Chooses how images are dithered, if that was not given: drawings of one bit or of few colours not
 * at all. */
void picture_target_choose(struct picture_target *target, const struct images *images);

/* Makes pixels of an image: fitted, adjusted, reduced. False, having said why, when it cannot. */
bool picture_target_apply(const struct picture_target *target, const struct raster *image,
                          struct pixels *pixels, const char *path);

/* "one bit", "ink", "grey", "colour". */
const char *pixels_name(pmb_pixels kind);

/* "none", "ordered", "diffusion": the word of --dither. */
const char *dithering_name(enum dithering dithering);

/* What a block takes: bytes of flash, and bytes of RAM to draw it. */
struct taken {
    size_t bytes, memory;
};

/* Says what the other way would take, of dithering and of --lean, where that is not what this way
 * took: `take` packs for another target. */
void picture_say_others(const struct picture_target *target, struct taken taken,
                        struct taken (*take)(const struct picture_target *target, void *context),
                        void *context);

/* Bytes of the same pixels, not packed. */
size_t pixels_raw(const struct pixels *pixels);

/* Paints on the panel and writes a picture of it; without a panel, a plain enlargement of what
 * `paint` draws. Returns an exit status. */
int picture_preview(struct picture_target *target, pmb_paint paint, void *scene, pmb_size size,
                    const char *path);

#endif
