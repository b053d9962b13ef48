/* raster.c - fitting and adjusting images. */
#include "raster.h"

#include <stdlib.h>
#include <string.h>

static int allowed = USUAL_MEGABYTES;
static double taken;   /* bytes */
static bool exhausted; /* there was no memory, though it was allowed */

void raster_allow(int megabytes)
{
    allowed = megabytes;
}

int raster_allowed(void)
{
    return allowed;
}

bool raster_is_exhausted(void)
{
    return exhausted;
}

bool raster_has_room(double bytes)
{
    return taken + bytes <= allowed * 1048576.0;
}

static double bytes_of(const struct raster *r)
{
    return 4.0 * r->w * r->h;
}

bool raster_make(struct raster *r, int w, int h)
{
    *r = (struct raster){w, h, NULL};
    const bool allows = raster_has_room(bytes_of(r));
    if (allows)
        r->rgba = calloc((size_t)w * (size_t)h, 4);
    exhausted = exhausted || (allows && !r->rgba);
    if (r->rgba)
        taken += bytes_of(r);
    return r->rgba != NULL;
}

void raster_free(struct raster *r)
{
    if (r->rgba)
        taken -= bytes_of(r);
    free(r->rgba);
    r->rgba = NULL;
}

bool images_add(struct images *images, struct raster *frame, int milliseconds)
{
    if (images->count == MOST_FRAMES)
        return false;
    const size_t count = (size_t)images->count + 1;
    struct raster *frames = realloc(images->frames, count * sizeof *frames);
    if (frames)
        images->frames = frames;
    int *times = realloc(images->milliseconds, count * sizeof *times);
    if (times)
        images->milliseconds = times;
    if (!frames || !times) {
        exhausted = true;
        return false;
    }
    images->frames[images->count] = *frame;
    images->milliseconds[images->count++] = milliseconds;
    return true;
}

void images_free(struct images *images)
{
    for (int i = 0; i < images->count; i++)
        raster_free(&images->frames[i]);
    free(images->frames);
    free(images->milliseconds);
    memset(images, 0, sizeof *images);
}

/* The mean of the part of an image from (x, y) on, w by h source pixels large; pixels count by
 * their opacity. */
static void mean(const struct raster *from, double x, double y, double w, double h, uint8_t out[4])
{
    double sum[3] = {0}, opacity = 0, area = 0;
    for (int row = (int)y; row < from->h && row < y + h; row++) {
        const double top = row > y ? row : y, bottom = row + 1 < y + h ? row + 1 : y + h;
        for (int column = (int)x; column < from->w && column < x + w; column++) {
            const double left = column > x ? column : x;
            const double right = column + 1 < x + w ? column + 1 : x + w;
            const double part = (right - left) * (bottom - top);
            const uint8_t *p = from->rgba + 4 * ((size_t)row * (size_t)from->w + (size_t)column);
            for (int i = 0; i < 3; i++)
                sum[i] += part * p[i] * p[3];
            opacity += part * p[3];
            area += part;
        }
    }
    memset(out, 0, 4);
    if (area <= 0 || opacity <= 0)
        return;
    for (int i = 0; i < 3; i++)
        out[i] = (uint8_t)(sum[i] / opacity + 0.5);
    out[3] = (uint8_t)(opacity / area + 0.5);
}

bool raster_fit(struct raster *to, const struct raster *from, int w, int h, enum fitting fitting)
{
    double scale = 1; /* source pixels a pixel */
    const double across = (double)from->w / w, down = (double)from->h / h;
    if (fitting == FIT_EXACT && (from->w != w || from->h != h))
        return false;
    if (fitting == FIT_WHOLE)
        scale = across > down ? across : down;
    if (fitting == FIT_FILL)
        scale = across < down ? across : down;
    if (!raster_make(to, w, h))
        return false;
    /* The image in the middle, on whole pixels. */
    const int fitted_w = (int)(from->w / scale + 0.5), fitted_h = (int)(from->h / scale + 0.5);
    const int left = (w - fitted_w) / 2, top = (h - fitted_h) / 2;
    const double step_x = fitted_w ? (double)from->w / fitted_w : 1;
    const double step_y = fitted_h ? (double)from->h / fitted_h : 1;
    for (int y = 0; y < h; y++)
        for (int x = 0; x < w; x++)
            if (x >= left && x < left + fitted_w && y >= top && y < top + fitted_h)
                mean(from, (x - left) * step_x, (y - top) * step_y, step_x, step_y,
                     to->rgba + 4 * ((size_t)y * (size_t)w + (size_t)x));
    return true;
}

static uint8_t limited(double value)
{
    return (uint8_t)(value < 0 ? 0 : value > 255 ? 255 : value + 0.5);
}

void raster_adjust(struct raster *r, int brightness, int contrast, bool invert)
{
    const double factor = contrast >= 0 ? 1 + contrast / 50.0 : 1 + contrast / 100.0;
    for (size_t i = 0; i < 4 * (size_t)r->w * (size_t)r->h; i++) {
        if (i % 4 == 3)
            continue;
        const double value = (r->rgba[i] - 127.5) * factor + 127.5 + brightness * 2.55;
        r->rgba[i] = limited(invert ? 255 - value : value);
    }
}
