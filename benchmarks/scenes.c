/* scenes.c - pemble-scenes: what a picture costs in bands, a JPEG, and a change. */
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <jpeglib.h>
#include <valgrind/callgrind.h>
#include "clock.h"
#include "counting_port.h"
#include "encode.h"
#include "pemble/pemble.h"

enum { SIDE = 240, ROUNDS = 15, COUNTED_CALLS = 10 };
enum { MOST_BYTES = 1 << 20, MOST_WIDTH = 800 };

/* ---- a picture in bands ---- */

struct banded {
    pmb_picture picture;
    uint8_t *memory, *pixels;
    size_t bytes;
    int rows; /* of a band */
};

static void draw_in_bands(void *with)
{
    const struct banded *b = with;
    for (int top = 0; top < SIDE; top += b->rows) {
        const int rows = top + b->rows > SIDE ? SIDE - top : b->rows;
        pmb_canvas c;
        (void)pmb_canvas_init(&c, &pmb_rgb565, (pmb_rect){0, (int16_t)top, SIDE, (int16_t)rows},
                              b->pixels, (size_t)(SIDE * rows * 2));
        (void)pmb_picture_draw(&c, &b->picture, (pmb_point){0, 0}, NULL, b->memory, b->bytes);
    }
}

static bool read_picture(const char *directory, const char *name, bool lean, struct block *block)
{
    struct images images = {0};
    struct pixels pixels = {0};
    char path[512], why[200];
    snprintf(path, sizeof path, "%s/%s", directory, name);
    if (!images_read(&images, path, why, sizeof why)) {
        fprintf(stderr, "%s: %s\n", path, why);
        return false;
    }
    const bool good =
        pixels_reduce(&pixels, &images.frames[0], PMB_PIXELS_COLOR, FEW_NONE, DITHER_NONE) &&
        block_encode(block, &(struct film){.frames = &pixels, .count = 1, .lean = lean});
    pixels_free(&pixels);
    images_free(&images);
    return good;
}

static int compare_bands(const char *directory)
{
    static const int heights[] = {SIDE, 120, 60, 40, 16, 8, 4, 2};
    enum { HEIGHTS = sizeof heights / sizeof heights[0] };
    static const double wanted = 1.3;
    struct block block;
    struct banded b;
    pmb_picture_info info;
    double whole = 0;
    int missed = 0;
    if (!read_picture(directory, "harbour.png", false, &block))
        return 1;
    b.picture = (pmb_picture){{block.bytes, block.size, NULL}};
    (void)pmb_picture_measure(&b.picture, &info);
    b.memory = calloc(1, info.memory + PMB_PICTURE_BOOKMARK);
    b.pixels = malloc(SIDE * SIDE * 2);
    if (!b.memory || !b.pixels)
        return 1;
    printf("a picture in colour, %dx%d of it, in bands: times of the whole\n", SIDE, SIDE);
    printf("%8s %10s %14s\n", "rows", "decoded", "with bookmark");
    for (int i = 0; i < HEIGHTS; i++) {
        b.rows = heights[i];
        b.bytes = info.memory;
        const double without = least_time(draw_in_bands, &b, ROUNDS);
        b.bytes += PMB_PICTURE_BOOKMARK;
        const double with = least_time(draw_in_bands, &b, ROUNDS);
        whole = i == 0 ? without : whole;
        printf("%8d %10.2f %14.2f (%s %.2f)\n", heights[i], without / whole, with / whole,
               with / whole <= wanted ? "wanted" : "MISSED", wanted);
        missed += with / whole > wanted;
    }
    block_free(&block);
    free(b.memory);
    free(b.pixels);
    return missed;
}

/* How long decoding takes whose probabilities are learnt. */
static int compare_ways(const char *directory, const char *name)
{
    double times[2];
    for (int lean = 0; lean < 2; lean++) {
        struct block block;
        pmb_picture_info info;
        struct banded b = {.rows = SIDE};
        if (!read_picture(directory, name, lean, &block))
            return 1;
        b.picture = (pmb_picture){{block.bytes, block.size, NULL}};
        (void)pmb_picture_measure(&b.picture, &info);
        b.bytes = info.memory;
        b.memory = calloc(1, b.bytes);
        b.pixels = malloc(SIDE * SIDE * 2);
        if (!b.memory || !b.pixels)
            return 1;
        times[lean] = least_time(draw_in_bands, &b, ROUNDS);
        block_free(&block);
        free(b.memory);
        free(b.pixels);
    }
    printf("%s with learnt probabilities: %.2f times the time with tables\n", name,
           times[0] / times[1]);
    return 0;
}

/* ---- a JPEG ---- */

struct photograph {
    uint8_t *bytes, *memory, *pixels;
    size_t size, at;
    pmb_size extent;
};

static uint32_t read_bytes(void *context, void *to, uint32_t count)
{
    struct photograph *p = context;
    const size_t left = p->size - p->at, got = left < count ? left : count;
    memcpy(to, p->bytes + p->at, got);
    p->at += got;
    return (uint32_t)got;
}

static bool seek_byte(void *context, uint32_t offset)
{
    struct photograph *p = context;
    p->at = offset < p->size ? offset : p->size;
    return true;
}

static void draw_photograph(void *with)
{
    struct photograph *p = with;
    const pmb_reader reader = {p, read_bytes, seek_byte};
    const pmb_rect all = {0, 0, p->extent.w, p->extent.h};
    pmb_canvas c;
    (void)pmb_canvas_init(&c, &pmb_rgb565, all, p->pixels, (size_t)(all.w * all.h * 2));
    (void)pmb_file_draw(&c, &reader, all, p->memory, PMB_FILE_MEMORY((size_t)all.w), NULL);
}

static void decode_photograph(void *with)
{
    struct photograph *p = with;
    struct jpeg_decompress_struct jpeg;
    struct jpeg_error_mgr errors;
    JSAMPROW row = p->pixels;
    jpeg.err = jpeg_std_error(&errors);
    jpeg_create_decompress(&jpeg);
    jpeg_mem_src(&jpeg, p->bytes, (unsigned long)p->size);
    jpeg_read_header(&jpeg, TRUE);
    jpeg_start_decompress(&jpeg);
    while (jpeg.output_scanline < jpeg.output_height)
        jpeg_read_scanlines(&jpeg, &row, 1);
    jpeg_finish_decompress(&jpeg);
    p->extent = (pmb_size){(int16_t)jpeg.output_width, (int16_t)jpeg.output_height};
    jpeg_destroy_decompress(&jpeg);
}

/* Under callgrind: a dump of so many calls. */
static void count_calls(const char *name, void (*work)(void *with), void *with)
{
    CALLGRIND_ZERO_STATS;
    CALLGRIND_TOGGLE_COLLECT;
    for (int i = 0; i < COUNTED_CALLS; i++)
        work(with);
    CALLGRIND_TOGGLE_COLLECT;
    CALLGRIND_DUMP_STATS_AT(name);
}

static int compare_photographs(const char *directory, bool counted)
{
    struct photograph p = {.bytes = malloc(MOST_BYTES),
                           .memory = malloc(PMB_FILE_MEMORY(MOST_WIDTH)),
                           .pixels = malloc(MOST_WIDTH * MOST_WIDTH * 2)};
    char path[512];
    snprintf(path, sizeof path, "%s/../card/DAWN 7.JPG", directory);
    FILE *f = fopen(path, "rb");
    if (!f || !p.bytes || !p.memory || !p.pixels) {
        fprintf(stderr, "pemble-scenes: %s cannot be read\n", path);
        return 1;
    }
    p.size = fread(p.bytes, 1, MOST_BYTES, f);
    fclose(f);
    decode_photograph(&p); /* says how large it is */
    if (counted) {
        count_calls("a JPEG of 240x180, libjpeg-turbo, scalar", decode_photograph, &p);
        count_calls("a JPEG of 240x180, Pemble", draw_photograph, &p);
    } else {
        const double theirs = least_time(decode_photograph, &p, ROUNDS);
        printf("a JPEG of %dx%d: %.2f times the time of the scalar decoder of libjpeg-turbo\n",
               p.extent.w, p.extent.h, least_time(draw_photograph, &p, ROUNDS) / theirs);
    }
    free(p.bytes);
    free(p.memory);
    free(p.pixels);
    return 0;
}

/* ---- what changes ---- */

enum { CELLS = 8, CELL = SIDE / CELLS };

/* Cells with a number each, of which some change. */
struct numbers {
    pmb_screen *screen;
    int changing;
    uint32_t count;
};

static void paint_numbers(pmb_canvas *c, void *scene)
{
    static const pmb_text_style style = {.font = &pmb_font_smooth16, .color = PMB_WHITE};
    static const pmb_text_layout middle = {.across = PMB_CENTER, .down = PMB_MIDDLE};
    const struct numbers *n = scene;
    pmb_fill(c, PMB_RGB(16, 24, 40));
    for (int i = 0; i < CELLS * CELLS; i++) {
        const pmb_rect cell = {(int16_t)(i % CELLS * CELL), (int16_t)(i / CELLS * CELL), CELL,
                               CELL};
        char text[12];
        (void)pmb_number_text(text, sizeof text, &(pmb_number){.decimals = 0},
                              (int32_t)((i < n->changing ? n->count : 0) % 90) + 10);
        pmb_smooth_round_stroke(c, pmb_rect_inset(cell, 2), 6, PMB_RGB(90, 150, 170));
        pmb_text_box(c, &style, cell, &middle, text);
    }
}

static void paint_once(void *with)
{
    struct numbers *n = with;
    n->count++;
    (void)pmb_screen_paint(n->screen, paint_numbers, n);
}

static int compare_changes(bool counted)
{
    static const pmb_panel_config config = {
        .controller = &pmb_gc9a01,
        .size = {SIDE, SIDE},
        .bus = {.kind = &pmb_spi, .select = PMB_PIN(1), .data_command = PMB_PIN(2)},
        .reset = PMB_PIN(3)};
    struct wires wires = {0, 0};
    const pmb_port port = counting_port(&wires);
    static const int changing[] = {0, 1, 2, 4, 8, 16, 32, 64};
    static uint8_t band[SIDE * 2 * 40], mirror[SIDE * SIDE * 2];
    static pmb_square squares[PMB_SQUARES(SIDE, SIDE)];
    pmb_panel panel;
    pmb_screen screen;
    struct numbers n = {.screen = &screen};
    double times[2][sizeof changing / sizeof changing[0]] = {{0}};
    for (int drafted = 0; drafted < 2; drafted++) {
        if (pmb_panel_open(&panel, &config, &port) != PMB_OK ||
            pmb_screen_init(&screen, &panel, band, sizeof band, NULL, 0) != PMB_OK ||
            pmb_screen_mirror(&screen, mirror, sizeof mirror) != PMB_OK ||
            (drafted && pmb_screen_draft(&screen, squares, PMB_SQUARES(SIDE, SIDE)) != PMB_OK))
            return 1;
        for (size_t i = 0; i < sizeof changing / sizeof changing[0]; i++) {
            n.changing = changing[i];
            paint_once(&n);
            char name[60];
            snprintf(name, sizeof name, "%s, %d of %d numbers change", drafted ? "draft" : "mirror",
                     n.changing, CELLS * CELLS);
            if (counted)
                count_calls(name, paint_once, &n);
            else
                times[drafted][i] = least_time(paint_once, &n, ROUNDS);
        }
    }
    if (counted)
        return 0;
    printf("%d numbers on %dx%d, of which some change: times of painting all\n", CELLS * CELLS,
           SIDE, SIDE);
    printf("%8s %10s %14s\n", "change", "mirror", "with draft");
    for (size_t i = 0; i < sizeof changing / sizeof changing[0]; i++)
        printf("%8d %10.2f %14.2f\n", changing[i], times[0][i] / times[0][7],
               times[1][i] / times[0][7]);
    return 0;
}

int main(int argc, char **argv)
{
    if (argc < 2 || (argc == 3 && strcmp(argv[2], "--count") != 0) || argc > 3) {
        fprintf(stderr, "usage: pemble-scenes PICTURES [--count]\n");
        return 2;
    }
    setenv("JSIMD_FORCENONE", "1", 1);
    if (argc == 3)
        return compare_photographs(argv[1], true) + compare_changes(true) > 0 ? 1 : 0;
    const int missed = compare_bands(argv[1]) + compare_ways(argv[1], "harbour.png") +
                       compare_ways(argv[1], "dawn.png") + compare_photographs(argv[1], false);
    return compare_changes(false) != 0 || missed > 0 ? 1 : 0;
}
