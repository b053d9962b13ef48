/* reel.c - pemble reel: makes reels of animations and numbered images. */
#include "command.h"

#include <ctype.h>
#include <dirent.h>
#include <errno.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <sys/stat.h>
#include "output.h"
#include "picture_options.h"

enum { USUAL_MILLISECONDS = 100, MOST_PATHS = MOST_FRAMES };

static const struct usage usage = {
    .name = "reel make",
    .arguments = "IN... -o OUT.c|OUT.pbr [--for CONFIG] [--rate N] [--flash SIZE] ...",
    .text =
        "Makes a reel for the library from an animated GIF, from image files, or from all image\n"
        "files of a directory. Files are taken in their natural order: 2 before 10. A GIF has the\n"
        "times of its frames; --rate gives all frames the same time. The command says what each\n"
        "frame takes, and how many frames of this kind fit into a flash. The other options are "
        "those\n"
        "of 'picture make'.\n",
    .examples = "  pemble reel make ferry.gif --for gangway.ini -o ferry.c --flash 32k\n"
                "  pemble reel make frames/ --format one-bit --size 50x50 --rate 20 -o spin.c\n",
};

/* As people count: runs of digits are compared as numbers. */
static int natural(const void *a, const void *b)
{
    const char *x = *(char *const *)a, *y = *(char *const *)b;
    while (*x && *y) {
        if (isdigit((unsigned char)*x) && isdigit((unsigned char)*y)) {
            char *after_x, *after_y;
            const unsigned long n = strtoul(x, &after_x, 10), m = strtoul(y, &after_y, 10);
            if (n != m)
                return n < m ? -1 : 1;
            x = after_x;
            y = after_y;
        } else if (*x != *y) {
            return (unsigned char)*x < (unsigned char)*y ? -1 : 1;
        } else {
            x++;
            y++;
        }
    }
    return (*x != '\0') - (*y != '\0');
}

struct paths {
    char *list[MOST_PATHS];
    int count;
};

static void paths_free(struct paths *paths)
{
    for (int i = 0; i < paths->count; i++)
        free(paths->list[i]);
    paths->count = 0;
}

static bool add_path(struct paths *paths, const char *directory, const char *name)
{
    if (paths->count == MOST_PATHS) {
        complain("%s: more than %d files", directory ? directory : name, MOST_PATHS);
        return false;
    }
    const size_t size = (directory ? strlen(directory) + 1 : 0) + strlen(name) + 1;
    char *path = malloc(size);
    if (!path)
        return false;
    snprintf(path, size, "%s%s%s", directory ? directory : "", directory ? "/" : "", name);
    paths->list[paths->count++] = path;
    return true;
}

/* A file, or all files of a directory but hidden ones. */
static bool add_paths(struct paths *paths, const char *word)
{
    struct stat info;
    if (stat(word, &info) != 0) {
        complain("%s: %s", word, strerror(errno));
        return false;
    }
    if (!S_ISDIR(info.st_mode))
        return add_path(paths, NULL, word);
    DIR *directory = opendir(word);
    bool good = directory != NULL;
    const struct dirent *entry;
    while (good && (entry = readdir(directory)) != NULL)
        if (entry->d_name[0] != '.')
            good = add_path(paths, word, entry->d_name);
    if (directory)
        closedir(directory);
    return good;
}

struct film_made {
    struct pixels *frames;
    int *milliseconds;
    int count;
};

static void film_free(struct film_made *film)
{
    for (int i = 0; i < film->count; i++)
        pixels_free(&film->frames[i]);
    free(film->frames);
    free(film->milliseconds);
}

/* What a reel is made of. */
struct shots {
    const struct images *images;
    int rate;
};

/* Pixels of all images; alike in kind and transparency. */
static bool reduce_all(const struct picture_target *target, const struct images *images, int rate,
                       struct film_made *film)
{
    film->frames = calloc((size_t)images->count, sizeof *film->frames);
    film->milliseconds = calloc((size_t)images->count, sizeof *film->milliseconds);
    if (!film->frames || !film->milliseconds) {
        complain("there is not enough memory");
        return false;
    }
    for (; film->count < images->count; film->count++) {
        const int i = film->count, time = images->milliseconds[i];
        if (images->frames[i].w != images->frames[0].w ||
            images->frames[i].h != images->frames[0].h) {
            complain("frame %d is %dx%d, the first is %dx%d: all must have one size", i + 1,
                     images->frames[i].w, images->frames[i].h, images->frames[0].w,
                     images->frames[0].h);
            return false;
        }
        if (rate == NOT_GIVEN && time > UINT16_MAX) {
            complain("frame %d lasts %d.%d s: possible is 65.5 s; --rate gives all frames one time",
                     i + 1, time / 1000, time / 100 % 10);
            return false;
        }
        if (!picture_target_apply(target, &images->frames[i], &film->frames[i], "a frame"))
            return false;
        pixels_lose(&film->frames[i], i > 0 ? &film->frames[i - 1] : NULL, target->loss);
        film->milliseconds[i] = rate != NOT_GIVEN ? 1000 / rate
                                : time > 0        ? time
                                                  : USUAL_MILLISECONDS;
    }
    if (!pixels_agree(film->frames, film->count)) {
        complain("the frames have all 65536 colours, and transparent pixels: give them a ground");
        return false;
    }
    return true;
}

/* The frames and their block. False, having said why, when it cannot. */
static bool pack(const struct picture_target *target, const struct shots *shots,
                 struct film_made *made, struct block *block)
{
    if (!reduce_all(target, shots->images, shots->rate, made))
        return false;
    const struct film film = {made->frames, made->milliseconds, made->count, true, target->lean};
    const bool good = block_encode(block, &film);
    if (!good)
        complain("there is not enough memory");
    return good;
}

static size_t memory_of(const struct block *block)
{
    return pmb_reel_memory(&(pmb_picture){{block->bytes, (uint32_t)block->size, NULL}});
}

static struct taken take(const struct picture_target *target, void *shots)
{
    struct film_made made = {0};
    struct block block = {0};
    (void)pack(target, shots, &made, &block);
    const struct taken taken = {block.size, memory_of(&block)};
    block_free(&block);
    film_free(&made);
    return taken;
}

static void report(const struct film_made *film, const struct block *block, const char *out,
                   unsigned long flash)
{
    const size_t raw = pixels_raw(&film->frames[0]);
    unsigned long time = 0;
    size_t before = 0;
    printf("  frame     ms  unpacked   packed\n");
    for (int i = 0; i < film->count; i++) {
        printf("  %5d  %5d  %8zu  %7zu\n", i + 1, film->milliseconds[i], raw,
               block->frame_bytes[i] - before);
        before = block->frame_bytes[i];
        time += (unsigned long)film->milliseconds[i];
    }
    const size_t all = raw * (size_t)film->count;
    printf("%s: %d frames of %dx%d, %s, %lu ms, %zu bytes, %.0f %% of %zu unpacked; %zu bytes of "
           "RAM to play it\n",
           out, film->count, film->frames[0].w, film->frames[0].h,
           pixels_name(film->frames[0].kind), time, block->size,
           100.0 * (double)block->size / (double)all, all, memory_of(block));
    if (flash > 0) {
        const size_t fixed = 32 + block->tables;
        const size_t frame = (block->size - fixed) / (size_t)film->count;
        printf("  about %zu frames of this kind fit in %lu bytes of flash (unpacked: %zu)\n",
               flash > fixed ? (flash - fixed) / (frame ? frame : 1) : 0, flash, flash / raw);
    }
}

/* All frames side by side, for the preview. */
struct sheet {
    pmb_picture reel;
    pmb_picture_info info;
    uint8_t *memory;
    int across;
};

static void paint_sheet(pmb_canvas *c, void *context)
{
    const struct sheet *s = context;
    pmb_reel_player player;
    uint32_t time = 0;
    pmb_fill(c, PMB_RGB(48, 48, 48));
    if (pmb_reel_open(&player, &s->reel, PMB_REEL_ONCE, s->memory, pmb_reel_memory(&s->reel)) !=
        PMB_OK)
        return;
    for (int i = 0; i < s->info.frames; i++) {
        const pmb_point p = {(int16_t)(i % s->across * (s->info.size.w + 2)),
                             (int16_t)(i / s->across * (s->info.size.h + 2))};
        (void)pmb_reel_advance(&player, time);
        pmb_reel_draw(c, &player, p, NULL);
        time = player.end;
    }
}

static int preview(struct picture_target *target, const struct block *block, const char *path)
{
    struct sheet sheet = {.reel = {{block->bytes, (uint32_t)block->size, NULL}}};
    (void)pmb_picture_measure(&sheet.reel, &sheet.info);
    sheet.memory = calloc(1, pmb_reel_memory(&sheet.reel));
    sheet.across = 1;
    while (sheet.across * sheet.across < sheet.info.frames)
        sheet.across++;
    const int down = (sheet.info.frames + sheet.across - 1) / sheet.across;
    const pmb_size size = {(int16_t)(sheet.across * (sheet.info.size.w + 2) - 2),
                           (int16_t)(down * (sheet.info.size.h + 2) - 2)};
    const bool has_stage = target->has_stage;
    target->has_stage = false; /* all frames, not the panel */
    const int status =
        sheet.memory ? picture_preview(target, paint_sheet, &sheet, size, path) : FAILED;
    target->has_stage = has_stage;
    free(sheet.memory);
    return status;
}

/* A frame in the middle of a panel. */
struct played {
    pmb_reel_player player;
    pmb_size screen;
};

static void paint_frame(pmb_canvas *c, void *context)
{
    const struct played *p = context;
    pmb_fill(c, PMB_BLACK);
    pmb_reel_draw(c, &p->player,
                  pmb_point_of((p->screen.w - p->player.info.size.w) / 2,
                               (p->screen.h - p->player.info.size.h) / 2),
                  NULL);
}

/* Plays it once on the panel on the wires. */
static int play(struct picture_target *target, const struct block *block)
{
    struct stage *stage = &target->stage;
    const pmb_picture reel = {{block->bytes, (uint32_t)block->size, NULL}};
    const pmb_port *port = stage_board_port(stage);
    const size_t bytes = pmb_reel_memory(&reel);
    uint8_t *memory = calloc(1, bytes);
    struct played p = {.screen = stage->acts[0].panel.size};
    int status = memory && pmb_reel_open(&p.player, &reel, PMB_REEL_ONCE, memory, bytes) == PMB_OK
                     ? DONE
                     : FAILED;
    for (uint32_t now = 0; status == DONE && now < p.player.info.milliseconds; now = p.player.end) {
        (void)pmb_reel_advance(&p.player, now);
        status = stage_paint(stage, 0, paint_frame, &p);
        port->wait_us(port->context, (p.player.end - now) * 1000);
    }
    free(memory);
    return status;
}

static bool read_all(struct images *images, struct paths *paths)
{
    char why[200];
    qsort(paths->list, (size_t)paths->count, sizeof paths->list[0], natural);
    for (int i = 0; i < paths->count; i++)
        if (!images_read(images, paths->list[i], why, sizeof why)) {
            complain("%s: %s", paths->list[i], why);
            return false;
        }
    if (images->count == 0)
        complain("there are no images");
    return images->count > 0;
}

static int make(struct picture_target *target, const struct line *line,
                const struct picture_words *words, int rate, unsigned long flash)
{
    static struct paths paths;
    struct images images = {0};
    struct film_made made = {0};
    struct block block = {0};
    int status = FAILED;
    bool good = true;
    for (int i = 0; i < line->count && good; i++) {
        errno = 0;
        good = add_paths(&paths, line->words[i]);
        if (!good && errno == ENOMEM)
            complain("%s: there is not enough memory", line->words[i]);
    }
    struct shots shots = {&images, rate};
    if (good && read_all(&images, &paths)) {
        picture_target_choose(target, &images);
        if (pack(target, &shots, &made, &block)) {
            char what[200];
            snprintf(what, sizeof what,
                     "a reel of %d frames of %dx%d, %s; playing it takes %zu bytes of RAM",
                     made.count, made.frames[0].w, made.frames[0].h,
                     pixels_name(made.frames[0].kind), memory_of(&block));
            status = output_picture(words->output, block.bytes, block.size, what);
        }
    }
    if (status == DONE) {
        report(&made, &block, words->output, flash);
        picture_say_others(target, (struct taken){block.size, memory_of(&block)}, take, &shots);
        if (words->wired)
            status = play(target, &block);
        if (words->preview && status == DONE)
            status = preview(target, &block, words->preview);
    }
    block_free(&block);
    film_free(&made);
    images_free(&images);
    paths_free(&paths);
    return status;
}

static int run_make(int argc, const char **argv)
{
    static struct picture_target target;
    struct picture_words words = {.threshold = NOT_GIVEN, .memory = USUAL_MEGABYTES};
    char *flash = NULL;
    int rate = NOT_GIVEN, status;
    struct poptOption options[] = {
        PICTURE_OPTIONS(words, "OUT.c|OUT.pbr"),
        {"rate", 'r', POPT_ARG_INT, &rate, 0, "frames a second, 1 to 1000", "N"},
        {"flash", '\0', POPT_ARG_STRING, &flash, 0,
         "the size of the flash; says how many frames fit, such as 32k", "SIZE"},
        POPT_TABLEEND,
    };
    struct line line;
    if (!line_read(&line, &usage, options, argc, argv, 1, MOST_WORDS, &status))
        return status;
    status = picture_target_read(&target, &usage, &words);
    if (status == DONE && !number_is_possible("--rate", rate, 1, 1000, ""))
        status = BAD_USE;
    unsigned long bytes = 0;
    if (status == DONE && flash && !size_of_text(flash, &bytes)) {
        complain("--flash %s: possible is a number of bytes, or of kilobytes with a k", flash);
        status = BAD_USE;
    }
    if (status == DONE)
        status = make(&target, &line, &words, rate, bytes);
    picture_target_close(&target);
    line_done(&line);
    return status;
}

static int run(int argc, const char **argv)
{
    return picture_run(argc, argv, "reel", "IN...", run_make);
}

const struct command command_reel = {"reel", "make a reel from an animation", run, true};
