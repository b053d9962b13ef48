/* image.c - RGB images on the host; PNG by libpng. */
#include "image.h"

#include <errno.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <png.h>
#include "pemble/pemble.h"

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

static void plot(struct image *image, int x, int y, struct rgb color)
{
    if (x < 0 || y < 0 || x >= image->width || y >= image->height)
        return;
    uint8_t *pixel = image->rgb + 3 * ((size_t)y * (size_t)image->width + (size_t)x);
    pixel[0] = color.red;
    pixel[1] = color.green;
    pixel[2] = color.blue;
}

void image_rect(struct image *image, int x, int y, int w, int h, struct rgb color)
{
    const int left = x < 0 ? 0 : x, right = x + w < image->width ? x + w : image->width;
    const int bottom = y + h < image->height ? y + h : image->height;
    for (int row = y < 0 ? 0 : y; row < bottom; row++) {
        uint8_t *pixel = image->rgb + 3 * ((size_t)row * (size_t)image->width + (size_t)left);
        for (int column = left; column < right; column++) {
            *pixel++ = color.red;
            *pixel++ = color.green;
            *pixel++ = color.blue;
        }
    }
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

bool image_turn(struct image *image, int quarters)
{
    for (; quarters > 0; quarters--) {
        struct image turned;
        if (!image_make(&turned, image->height, image->width, (struct rgb){0, 0, 0}))
            return false;
        const size_t line = (size_t)turned.width * 3;
        const uint8_t *pixel = image->rgb;
        for (int y = 0; y < image->height; y++) {
            uint8_t *to = turned.rgb + 3 * (image->height - 1 - y);
            for (int x = 0; x < image->width; x++, pixel += 3, to += line)
                memcpy(to, pixel, 3);
        }
        image_free(image);
        *image = turned;
    }
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

void image_pixels(struct image *image, int x, int y, int zoom, const pmb_glass_view *glass)
{
    const int gap = zoom >= 4 ? 1 : 0;
    const uint8_t *rgb = glass->rgb;
    for (int row = 0; row < glass->height; row++)
        for (int column = 0; column < glass->width; column++, rgb += 3) {
            if (glass->round && !on_disc(glass, column, row))
                continue;
            const struct rgb color = {rgb[0], rgb[1], rgb[2]};
            const struct rgb edge = {(uint8_t)(rgb[0] * 3 / 4), (uint8_t)(rgb[1] * 3 / 4),
                                     (uint8_t)(rgb[2] * 3 / 4)};
            image_rect(image, x + column * zoom, y + row * zoom, zoom, zoom, edge);
            image_rect(image, x + column * zoom, y + row * zoom, zoom - gap, zoom - gap, color);
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

bool image_save(const struct image *image, const char *path)
{
    FILE *f = fopen(path, "wb");
    if (!f)
        return false;
    png_image png = {.version = PNG_IMAGE_VERSION,
                     .width = (png_uint_32)image->width,
                     .height = (png_uint_32)image->height,
                     .flags = PNG_IMAGE_FLAG_FAST,
                     .format = PNG_FORMAT_RGB};
    const bool written = png_image_write_to_stdio(&png, f, 0, image->rgb, 0, NULL);
    const int why = errno;
    if (fclose(f) != 0)
        return false;
    if (!written)
        errno = why ? why : EIO;
    return written;
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
