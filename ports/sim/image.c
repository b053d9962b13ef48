/* image.c - RGB images on the host; PNG by libpng. */
#include "image.h"

#include <errno.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <png.h>
#include <zlib.h>
#include "pemble/pemble.h"
#include "whole.h"

bool image_make(struct image *image, int width, int height, struct rgb background)
{
    *image = (struct image){width, height, malloc((size_t)width * (size_t)height * 3)};
    if (!image->rgb)
        return false;
    image_rect(image, 0, 0, width, height, background);
    return true;
}

void image_free(struct image *image)
{
    free(image->rgb);
    image->rgb = NULL;
}

static uint8_t *pixel_at(const struct image *image, int x, int y)
{
    return image->rgb + 3 * ((size_t)y * (size_t)image->width + (size_t)x);
}

static uint8_t *put(uint8_t *pixel, int count, struct rgb color)
{
    for (; count > 0; count--) {
        *pixel++ = color.red;
        *pixel++ = color.green;
        *pixel++ = color.blue;
    }
    return pixel;
}

static void plot(struct image *image, int x, int y, struct rgb color)
{
    if (x < 0 || y < 0 || x >= image->width || y >= image->height)
        return;
    (void)put(pixel_at(image, x, y), 1, color);
}

/* The first row, and copies of it. */
void image_rect(struct image *image, int x, int y, int w, int h, struct rgb color)
{
    const int left = x < 0 ? 0 : x, right = x + w < image->width ? x + w : image->width;
    const int top = y < 0 ? 0 : y, bottom = y + h < image->height ? y + h : image->height;
    if (left >= right || top >= bottom)
        return;
    const uint8_t *const first = pixel_at(image, left, top);
    put(pixel_at(image, left, top), right - left, color);
    for (int row = top + 1; row < bottom; row++)
        memcpy(pixel_at(image, left, row), first, 3 * (size_t)(right - left));
}

void image_disc(struct image *image, int center_x, int center_y, int radius, struct rgb color)
{
    for (int y = -radius; y <= radius; y++)
        for (int x = -radius; x <= radius; x++)
            if (x * x + y * y <= radius * radius + radius)
                plot(image, center_x + x, center_y + y, color);
}

void image_plate(struct image *image, int x, int y, int w, int h, int radius, struct rgb color)
{
    image_rect(image, x + radius, y, w - 2 * radius, h, color);
    image_rect(image, x, y + radius, w, h - 2 * radius, color);
    for (int corner = 0; corner < 4; corner++)
        image_disc(image, corner & 1 ? x + w - 1 - radius : x + radius,
                   corner & 2 ? y + h - 1 - radius : y + radius, radius, color);
}

/* A row of what an image is when it is turned clockwise by so many quarters. */
static void turned_row(const struct image *image, int quarters, int row, uint8_t *to)
{
    const int w = image->width, h = image->height, count = quarters % 2 ? h : w;
    /* Where it begins, and how far it is to the next pixel of it. */
    const int x = quarters == 0 ? 0 : quarters == 1 ? row : quarters == 2 ? w - 1 : w - 1 - row;
    const int y = quarters == 0 ? row : quarters == 1 ? h - 1 : quarters == 2 ? h - 1 - row : 0;
    const ptrdiff_t line = 3 * (ptrdiff_t)w, steps[] = {3, -line, -3, line};
    const uint8_t *const from = pixel_at(image, x, y);
    for (int i = 0; i < count; i++, to += 3)
        memcpy(to, from + i * steps[quarters], 3);
}

bool image_turn(struct image *image, int quarters)
{
    struct image turned = *image;
    if (quarters == 0)
        return true;
    if (quarters % 2)
        turned = (struct image){image->height, image->width, NULL};
    turned.rgb = malloc((size_t)image->width * (size_t)image->height * 3);
    if (!turned.rgb)
        return false;
    for (int row = 0; row < turned.height; row++)
        turned_row(image, quarters, row, pixel_at(&turned, 0, row));
    image_free(image);
    *image = turned;
    return true;
}

static const pmb_text_style label_style = {.font = &pmb_font_jetty, .color = PMB_WHITE};

int image_text_width(int scale, const char *text)
{
    return scale * pmb_text_width(&label_style, text);
}

int image_text(struct image *image, int x, int y, int scale, const char *text, struct rgb color)
{
    enum { MOST_WIDTH = 2048, ROWS = 10, CAPITALS = 7 };
    static uint8_t pixels[MOST_WIDTH / 8 * ROWS];
    pmb_canvas c;
    memset(pixels, 0, sizeof pixels);
    (void)pmb_canvas_init(&c, &pmb_mono_horizontal, (pmb_rect){0, 0, MOST_WIDTH, ROWS}, pixels,
                          sizeof pixels);
    const int width = pmb_text_width(&label_style, text);
    pmb_text(&c, &label_style, (pmb_point){0, CAPITALS}, text);
    for (int row = 0; row < ROWS; row++)
        for (int column = 0; column < width; column++)
            if (pixels[row * c.stride + column / 8] & 0x80 >> column % 8)
                image_rect(image, x + column * scale, y + row * scale, scale, scale, color);
    return width * scale;
}

/* Whether the middle of a pixel lies on a round glass; all numbers doubled. */
static bool on_disc(const pmb_glass_view *glass, int x, int y)
{
    const int dx = 2 * x + 1 - glass->width, dy = 2 * y + 1 - glass->height;
    return dx * dx + dy * dy <= glass->width * glass->width;
}

/* One row of a glass as a line of the image: pixels with a darker edge, or (no `gap`) without. */
static void put_line(struct image *image, int x, int y, int zoom, int gap,
                     const pmb_glass_view *glass, int row)
{
    const uint8_t *rgb = glass->rgb + 3 * (size_t)row * (size_t)glass->width;
    uint8_t *pixel = pixel_at(image, x, y);
    for (int column = 0; column < glass->width; column++, rgb += 3) {
        const struct rgb color = {rgb[0], rgb[1], rgb[2]};
        const struct rgb edge = {(uint8_t)(rgb[0] * 3 / 4), (uint8_t)(rgb[1] * 3 / 4),
                                 (uint8_t)(rgb[2] * 3 / 4)};
        if (glass->round && !on_disc(glass, column, row)) {
            pixel += 3 * zoom;
            continue;
        }
        pixel = put(pixel, zoom - gap, color);
        pixel = put(pixel, gap, edge);
    }
}

/* Of each row of the glass the first line is made, and those that are alike are copies. */
void image_pixels(struct image *image, int x, int y, int zoom, const pmb_glass_view *glass)
{
    const int gap = zoom >= 4 ? 1 : 0;
    const size_t line = 3 * (size_t)glass->width * (size_t)zoom;
    for (int row = 0; row < glass->height; row++, y += zoom) {
        for (int i = 0; i < zoom - gap; i++)
            if (i == 0 || glass->round)
                put_line(image, x, y + i, zoom, gap, glass, row);
            else
                memcpy(pixel_at(image, x, y + i), pixel_at(image, x, y), line);
        if (gap)
            put_line(image, x, y + zoom - gap, zoom, zoom, glass, row);
    }
}

/* The mean of the pixels from (x0, y0) to (x1, y1), exclusive. */
static struct rgb mean_of(const pmb_glass_view *glass, int x0, int y0, int x1, int y1)
{
    unsigned sum[3] = {0, 0, 0}, count = 0;
    for (int y = y0; y < y1; y++)
        for (int x = x0; x < x1; x++) {
            const bool seen = !glass->round || on_disc(glass, x, y);
            const uint8_t *p = glass->rgb + 3 * ((size_t)y * (size_t)glass->width + (size_t)x);
            for (int i = 0; i < 3; i++)
                sum[i] += seen ? p[i] : 24;
            count++;
        }
    return (struct rgb){(uint8_t)(sum[0] / count), (uint8_t)(sum[1] / count),
                        (uint8_t)(sum[2] / count)};
}

void image_fit(struct image *image, int x, int y, int width, int height,
               const pmb_glass_view *glass)
{
    const int across = width / glass->width, down = height / glass->height;
    const int zoom = across < down ? across : down;
    if (zoom >= 1) {
        image_pixels(image, x + (width - glass->width * zoom) / 2,
                     y + (height - glass->height * zoom) / 2, zoom, glass);
        return;
    }
    /* As wide as the box, or as high. */
    int w = width, h = glass->height * width / glass->width;
    if (h > height) {
        h = height;
        w = glass->width * height / glass->height;
    }
    for (int row = 0; row < h; row++)
        for (int column = 0; column < w; column++)
            plot(image, x + (width - w) / 2 + column, y + (height - h) / 2 + row,
                 mean_of(glass, column * glass->width / w, row * glass->height / h,
                         (column + 1) * glass->width / w, (row + 1) * glass->height / h));
}

/* Differences from the row above, and runs of them: the pictures have many rows that are alike. */
static bool write_png(const struct image *image, int quarters, FILE *f)
{
    const int width = quarters % 2 ? image->height : image->width;
    const int height = quarters % 2 ? image->width : image->height;
    uint8_t *const row = malloc(3 * (size_t)width);
    png_infop info = NULL;
    png_structp png = png_create_write_struct(PNG_LIBPNG_VER_STRING, NULL, NULL, NULL);
    if (png)
        info = png_create_info_struct(png);
    if (!row || !info || setjmp(png_jmpbuf(png))) {
        png_destroy_write_struct(&png, &info);
        free(row);
        return false;
    }
    png_init_io(png, f);
    png_set_filter(png, PNG_FILTER_TYPE_BASE, PNG_FILTER_UP);
    png_set_compression_level(png, 1);
    png_set_compression_mem_level(png, 5); /* tables that are quicker to move along */
    png_set_compression_strategy(png, Z_RLE);
    png_set_IHDR(png, info, (png_uint_32)width, (png_uint_32)height, 8, PNG_COLOR_TYPE_RGB,
                 PNG_INTERLACE_NONE, PNG_COMPRESSION_TYPE_DEFAULT, PNG_FILTER_TYPE_DEFAULT);
    png_write_info(png, info);
    for (int y = 0; y < height; y++) {
        turned_row(image, quarters, y, row);
        png_write_row(png, row);
    }
    png_write_end(png, info);
    png_destroy_write_struct(&png, &info);
    free(row);
    return true;
}

bool image_save(const struct image *image, int quarters, const char *path)
{
    struct whole whole;
    errno = 0;
    return whole_open(&whole, path) && whole_close(&whole, write_png(image, quarters, whole.file));
}

bool image_read(struct image *image, const char *path)
{
    png_image png = {.version = PNG_IMAGE_VERSION};
    const png_color black = {0, 0, 0};
    FILE *f = fopen(path, "rb");
    bool good = f != NULL;
    if (!good)
        return false;
    errno = 0;
    good = png_image_begin_read_from_stdio(&png, f) != 0;
    png.format = PNG_FORMAT_RGB;
    if (good && !image_make(image, (int)png.width, (int)png.height, (struct rgb){0, 0, 0})) {
        good = false;
        errno = ENOMEM;
    } else if (good && !png_image_finish_read(&png, &black, image->rgb, 0, NULL)) {
        image_free(image);
        good = false;
    }
    const int why = errno ? errno : EBADMSG; /* it is no PNG, or damaged */
    png_image_free(&png);
    fclose(f);
    errno = why;
    return good;
}
