/* Reads an image file as a program on a card does, and as the command does, and compares the pixels
 * with a reference that another program has decoded.
 *
 * compare core|host FILE REFERENCE.ppm MOST: exit 0 when no part of a pixel is off by more than
 * MOST, 1 when one is, 2 when the file is refused, 3 when the reference cannot be read. */
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include "pemble/pemble.h"
#include "raster.h"

struct pixels {
    int w, h;
    uint8_t *rgb;
};

/* A pixmap (P6) of maximum 255, as the reference tools write it. */
static bool read_reference(struct pixels *p, const char *path)
{
    FILE *f = fopen(path, "rb");
    int most = 0;
    if (!f || fscanf(f, "P6 %d %d %d", &p->w, &p->h, &most) != 3 || most != 255 || fgetc(f) == EOF)
        return false;
    const size_t bytes = 3 * (size_t)p->w * (size_t)p->h;
    p->rgb = malloc(bytes);
    const bool good = p->rgb && fread(p->rgb, 1, bytes, f) == bytes;
    fclose(f);
    return good;
}

static bool make(struct pixels *p, int w, int h)
{
    *p = (struct pixels){w, h, malloc(3 * (size_t)w * (size_t)h)};
    return p->rgb != NULL;
}

/* The command's reader: the first frame, over white. */
static bool read_on_host(struct pixels *p, const char *path)
{
    struct images images = {NULL, NULL, 0};
    char why[200];
    if (!images_read(&images, path, why, sizeof why)) {
        fprintf(stderr, "%s\n", why);
        return false;
    }
    const struct raster *r = &images.frames[0];
    if (!make(p, r->w, r->h))
        abort();
    for (size_t i = 0; i < (size_t)r->w * (size_t)r->h; i++)
        for (size_t k = 0; k < 3; k++) {
            const unsigned opaque = r->rgba[4 * i + 3];
            p->rgb[3 * i + k] =
                (uint8_t)((r->rgba[4 * i + k] * opaque + 255 * (255 - opaque)) / 255);
        }
    images_free(&images);
    return true;
}

static uint32_t file_read(void *context, void *to, uint32_t count)
{
    return (uint32_t)fread(to, 1, count, context);
}

static bool file_seek(void *context, uint32_t offset)
{
    return fseek(context, (long)offset, SEEK_SET) == 0;
}

/* The library's reader: drawn on a canvas of 16 bits that is as large as the image. */
static bool read_on_card(struct pixels *p, const char *path)
{
    FILE *f = fopen(path, "rb");
    const pmb_reader reader = {f, file_read, file_seek};
    static uint8_t memory[PMB_FILE_MEMORY(512)], pixels[256 * 256 * 2];
    pmb_file_report report;
    pmb_canvas c;
    if (!f || pmb_file_check(&reader, memory, sizeof memory, &report) != PMB_OK) {
        fprintf(stderr, "%s\n", report.reason);
        return false;
    }
    const pmb_rect all = {0, 0, report.size.w, report.size.h};
    if (pmb_canvas_init(&c, &pmb_rgb565, all, pixels, sizeof pixels) != PMB_OK ||
        pmb_file_draw(&c, &reader, all, memory, sizeof memory, &report) != PMB_OK ||
        !make(p, all.w, all.h))
        abort();
    for (int i = 0; i < p->w * p->h; i++) {
        const pmb_color color =
            pmb_canvas_peek(&c, (pmb_point){(int16_t)(i % p->w), (int16_t)(i / p->w)});
        p->rgb[3 * i] = pmb_color_red(color);
        p->rgb[3 * i + 1] = pmb_color_green(color);
        p->rgb[3 * i + 2] = pmb_color_blue(color);
    }
    fclose(f);
    return true;
}

int main(int argc, char **argv)
{
    struct pixels have, want;
    if (argc != 5 || !read_reference(&want, argv[3])) {
        fprintf(stderr, "compare core|host FILE REFERENCE.ppm MOST\n");
        return 3;
    }
    const bool core = strcmp(argv[1], "core") == 0;
    /* The command reads BMP and Netpbm files by the library. */
    const bool in_16_bits =
        core || strstr(argv[2], ".bmp") || strstr(argv[2], ".ppm") || strstr(argv[2], ".pgm");
    if (!(core ? read_on_card : read_on_host)(&have, argv[2]))
        return 2;
    if (have.w != want.w || have.h != want.h) {
        fprintf(stderr, "%dx%d instead of %dx%d\n", have.w, have.h, want.w, want.h);
        return 1;
    }
    int worst = 0, at = 0;
    for (int i = 0; i < 3 * have.w * have.h; i++) {
        /* Of the colours of 16 bits it may be the nearest one, or the one below. */
        const int slack = !in_16_bits ? 0 : i % 3 == 1 ? 3 : 7;
        const int off = abs(have.rgb[i] - want.rgb[i]) - slack;
        if (off > worst) {
            worst = off;
            at = i;
        }
    }
    if (worst > atoi(argv[4])) {
        fprintf(stderr, "pixel %d,%d: part %d is %d instead of %d\n", at / 3 % have.w,
                at / 3 / have.w, at % 3, have.rgb[at], want.rgb[at]);
        return 1;
    }
    return 0;
}
