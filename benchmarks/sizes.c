/* sizes.c - pemble-sizes: what the demo pictures and reels take, beside general and image formats.
 */
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <gif_lib.h>
#include <jbig.h>
#include <png.h>
#include <zlib.h>
#include "encode.h"

struct asset {
    const char *name;
    pmb_pixels kind;
    enum dithering dithering;
    struct images images;
    struct pixels frames[64];
    int count;
    uint8_t *raw; /* all frames, with nothing between */
    size_t raw_size;
};

static struct asset assets[] = {
    {.name = "harbour.png", .kind = PMB_PIXELS_COLOR},
    {.name = "harbour.png", .kind = PMB_PIXELS_GREY},
    {.name = "harbour.png", .kind = PMB_PIXELS_ONE_BIT},
    {.name = "dawn.png", .kind = PMB_PIXELS_COLOR},
    {.name = "dawn.png", .kind = PMB_PIXELS_GREY},
    {.name = "dawn.png", .kind = PMB_PIXELS_ONE_BIT},
    {.name = "table.png", .kind = PMB_PIXELS_INK},
    {.name = "table.png", .kind = PMB_PIXELS_ONE_BIT, .dithering = DITHER_NONE},
    {.name = "sign.png", .kind = PMB_PIXELS_COLOR},
    {.name = "wheel.gif", .kind = PMB_PIXELS_ONE_BIT, .dithering = DITHER_NONE},
    {.name = "gull.gif", .kind = PMB_PIXELS_ONE_BIT, .dithering = DITHER_NONE},
    {.name = "crossing.gif", .kind = PMB_PIXELS_COLOR},
    {.name = "crossing.gif", .kind = PMB_PIXELS_GREY, .dithering = DITHER_NONE},
};
enum { COUNT = sizeof assets / sizeof assets[0] };

static void pack(struct asset *a)
{
    const int bits = (int)a->kind, w = a->frames[0].w, h = a->frames[0].h;
    const size_t row = ((size_t)(w * bits) + 7) / 8;
    a->raw_size = row * (size_t)h * (size_t)a->count;
    a->raw = calloc(1, a->raw_size);
    for (int f = 0; f < a->count; f++)
        for (int y = 0; y < h; y++)
            for (int x = 0; x < w; x++) {
                uint8_t *at = a->raw + (size_t)(f * h + y) * row + x * bits / 8;
                const uint16_t value = a->frames[f].values[y * w + x];
                if (bits == 16) {
                    at[0] = (uint8_t)(value >> 8);
                    at[1] = (uint8_t)value;
                } else {
                    *at = (uint8_t)(*at | value << (8 - bits - x * bits % 8));
                }
            }
}

static size_t ours(const struct asset *a)
{
    struct block block;
    if (!block_encode(&block, &(struct film){a->frames, a->images.milliseconds, a->count,
                                             a->count > 1, false}))
        return 0;
    const size_t size = block.size;
    block_free(&block);
    return size;
}

static size_t gzipped(const struct asset *a)
{
    uint8_t *out = malloc(a->raw_size + 1000);
    z_stream z = {.next_in = a->raw,
                  .avail_in = (unsigned)a->raw_size,
                  .next_out = out,
                  .avail_out = (unsigned)a->raw_size + 1000};
    deflateInit2(&z, 9, Z_DEFLATED, 31, 9, Z_DEFAULT_STRATEGY);
    deflate(&z, Z_FINISH);
    const size_t size = z.total_out;
    deflateEnd(&z);
    free(out);
    return size;
}

static void count_bytes(png_structp png, png_bytep data, size_t size)
{
    (void)data;
    *(size_t *)png_get_io_ptr(png) += size;
}

static void no_flush(png_structp png)
{
    (void)png;
}

/* Frames as PNGs of their own, of the fewest bits that PNG has for the pixels: colours as RGB. */
static size_t as_png(const struct asset *a)
{
    size_t size = 0;
    const int w = a->frames[0].w, h = a->frames[0].h, bits = (int)a->kind;
    const size_t row = ((size_t)(w * bits) + 7) / 8;
    for (int f = 0; f < a->count; f++) {
        png_structp png = png_create_write_struct(PNG_LIBPNG_VER_STRING, NULL, NULL, NULL);
        png_infop info = png_create_info_struct(png);
        png_set_write_fn(png, &size, count_bytes, no_flush);
        png_set_compression_level(png, 9);
        png_set_IHDR(png, info, (png_uint_32)w, (png_uint_32)h, bits == 16 ? 8 : bits,
                     bits == 16 ? PNG_COLOR_TYPE_RGB : PNG_COLOR_TYPE_GRAY, PNG_INTERLACE_NONE,
                     PNG_COMPRESSION_TYPE_DEFAULT, PNG_FILTER_TYPE_DEFAULT);
        png_write_info(png, info);
        for (int y = 0; y < h; y++) {
            uint8_t rgb[3 * 512];
            for (int x = 0; x < w && bits == 16; x++) {
                const uint16_t value = a->frames[f].values[y * w + x];
                rgb[3 * x] = pmb_color_red(value);
                rgb[3 * x + 1] = pmb_color_green(value);
                rgb[3 * x + 2] = pmb_color_blue(value);
            }
            png_write_row(png, bits == 16 ? rgb : a->raw + (size_t)(f * h + y) * row);
        }
        png_write_end(png, NULL);
        png_destroy_write_struct(&png, &info);
    }
    return size;
}

static int count_gif(GifFileType *gif, const GifByteType *data, int size)
{
    (void)data;
    *(size_t *)gif->UserData += (size_t)size;
    return size;
}

/* One GIF with all frames; 0 when there are more than 256 colours. */
static size_t as_gif(const struct asset *a)
{
    size_t size = 0;
    int error, used = 0, bits = 1;
    static uint16_t colors[256];
    const int w = a->frames[0].w, h = a->frames[0].h;
    uint8_t *indices = malloc((size_t)(w * h * a->count));
    for (int i = 0; i < w * h * a->count; i++) {
        const uint16_t value = a->frames[i / (w * h)].values[i % (w * h)];
        int k = 0;
        while (k < used && colors[k] != value)
            k++;
        if (k == used && used == 256) {
            free(indices);
            return 0;
        }
        if (k == used)
            colors[used++] = value;
        indices[i] = (uint8_t)k;
    }
    while (1 << bits < used)
        bits++;
    GifFileType *gif = EGifOpen(&size, count_gif, &error);
    ColorMapObject *map = GifMakeMapObject(1 << bits, NULL);
    EGifSetGifVersion(gif, true);
    EGifPutScreenDesc(gif, w, h, bits, 0, map);
    for (int f = 0; f < a->count; f++) {
        EGifPutImageDesc(gif, 0, 0, w, h, false, NULL);
        EGifPutLine(gif, indices + f * w * h, w * h);
    }
    EGifCloseFile(gif, &error);
    GifFreeMapObject(map);
    free(indices);
    return size;
}

static void count_jbig(unsigned char *data, size_t size, void *total)
{
    (void)data;
    *(size_t *)total += size;
}

/* JBIG1, one bit only: each frame by itself, with its usual options; 0 for other pixels. */
static size_t as_jbig(const struct asset *a)
{
    size_t size = 0;
    const size_t frame = a->raw_size / (size_t)a->count;
    for (int f = 0; f < a->count && a->kind == PMB_PIXELS_ONE_BIT; f++) {
        struct jbg_enc_state jbig;
        unsigned char *planes[] = {a->raw + (size_t)f * frame};
        jbg_enc_init(&jbig, (unsigned long)a->frames[0].w, (unsigned long)a->frames[0].h, 1, planes,
                     count_jbig, &size);
        jbg_enc_layers(&jbig, 0);
        jbg_enc_out(&jbig);
        jbg_enc_free(&jbig);
    }
    return size;
}

static void say(size_t size)
{
    if (size > 0)
        printf(" %8zu", size);
    else
        printf("        -");
}

int main(int argc, char **argv)
{
    size_t all[3] = {0};
    int missed = 0;
    if (argc != 2) {
        fprintf(stderr, "usage: pemble-sizes PICTURES\n");
        return 2;
    }
    printf("%-13s %3s %-8s %8s %8s %8s %8s %8s %8s\n", "bytes of", "", "", "unpacked", "Pemble",
           "gzip -9", "PNG", "GIF", "JBIG1");
    for (int i = 0; i < COUNT; i++) {
        struct asset *a = &assets[i];
        static const char *const kinds[] = {"", "one bit", "ink", "", "grey"};
        char path[512], why[200];
        snprintf(path, sizeof path, "%s/%s", argv[1], a->name);
        if (!images_read(&a->images, path, why, sizeof why)) {
            fprintf(stderr, "%s: %s\n", path, why);
            return 1;
        }
        for (; a->count < a->images.count; a->count++)
            if (!pixels_reduce(&a->frames[a->count], &a->images.frames[a->count], a->kind, FEW_NONE,
                               a->dithering))
                return 1;
        if (a->frames[0].kind != a->kind)
            a->kind = a->frames[0].kind;
        pack(a);
        const size_t own = ours(a), gzip = gzipped(a);
        printf("%-13s %3d %-8s", a->name, a->count,
               a->kind == PMB_PIXELS_COLOR ? "colour" : kinds[a->kind]);
        say(a->raw_size);
        say(own);
        say(gzip);
        say(as_png(a));
        say(as_gif(a));
        say(as_jbig(a));
        const bool larger = a->count == 1 && own > gzip;
        printf("%s\n", larger ? " MISSED: larger than gzip" : "");
        missed += larger;
        all[0] += a->raw_size;
        all[1] += own;
        all[2] += gzip;
    }
    printf("%-26s", "together");
    for (int i = 0; i < 3; i++)
        say(all[i]);
    printf("\n%s\n", all[1] <= all[2] ? "no larger than gzip: wanted" : "larger than gzip: MISSED");
    return all[1] <= all[2] && missed == 0 ? 0 : 1;
}
