/* recording.c - animated GIFs (GIF89a), by giflib. */
#include "recording.h"

#include <errno.h>
#include <gif_lib.h>
#include <stdlib.h>
#include <string.h>
#include "whole.h"

enum { COLORS = 256, KEYS = 1 << 16, UNKNOWN = 0xFFFF };

struct shot {
    uint8_t *pixels; /* colour numbers, a byte each */
    int milliseconds;
};

struct recording {
    int width, height, zoom;
    bool round;
    struct shot *shots;
    int count;
    GifColorType colors[COLORS];
    int color_count;
    uint16_t numbers[KEYS]; /* of a colour in five, six and five bits */
};

struct recording *recording_new(const pmb_glass_view *glass, int zoom)
{
    struct recording *r = calloc(1, sizeof *r);
    if (!r)
        return NULL;
    r->width = glass->width;
    r->height = glass->height;
    r->zoom = zoom;
    r->round = glass->round;
    memset(r->numbers, 0xFF, sizeof r->numbers);
    return r;
}

int recording_frames(const struct recording *r)
{
    return r->count;
}

static int nearest(const struct recording *r, const uint8_t *rgb)
{
    int best = 0, least = INT32_MAX;
    for (int i = 0; i < r->color_count; i++) {
        const int red = rgb[0] - r->colors[i].Red, green = rgb[1] - r->colors[i].Green;
        const int blue = rgb[2] - r->colors[i].Blue;
        const int distance = 2 * red * red + 4 * green * green + blue * blue;
        if (distance < least) {
            least = distance;
            best = i;
        }
    }
    return best;
}

static uint8_t number_of(struct recording *r, const uint8_t *rgb)
{
    uint16_t *number = &r->numbers[rgb[0] >> 3 << 11 | rgb[1] >> 2 << 5 | rgb[2] >> 3];
    if (*number == UNKNOWN && r->color_count < COLORS) {
        r->colors[r->color_count] = (GifColorType){rgb[0], rgb[1], rgb[2]};
        *number = (uint16_t)r->color_count++;
    } else if (*number == UNKNOWN) {
        *number = (uint16_t)nearest(r, rgb);
    }
    return (uint8_t)*number;
}

/* Whether a pixel of a round glass can be seen. */
static bool is_seen(const struct recording *r, int x, int y)
{
    const int dx = 2 * x + 1 - r->width, dy = 2 * y + 1 - r->height;
    return !r->round || dx * dx + dy * dy <= r->width * r->width;
}

bool recording_add(struct recording *r, const pmb_glass_view *glass, int milliseconds)
{
    static const uint8_t around[3] = {0xE9, 0xE6, 0xDE};
    const size_t count = (size_t)r->width * (size_t)r->height;
    uint8_t *pixels = malloc(count);
    struct shot *more = realloc(r->shots, ((size_t)r->count + 1) * sizeof *more);
    if (more)
        r->shots = more;
    if (!pixels || !more) {
        free(pixels);
        return false;
    }
    uint8_t *number = pixels;
    const uint8_t *rgb = glass->rgb;
    for (int y = 0; y < r->height; y++)
        for (int x = 0; x < r->width; x++, rgb += 3)
            *number++ = number_of(r, is_seen(r, x, y) ? rgb : around);
    if (r->count > 0 && memcmp(pixels, more[r->count - 1].pixels, count) == 0) {
        more[r->count - 1].milliseconds += milliseconds;
        free(pixels);
        return true;
    }
    more[r->count++] = (struct shot){pixels, milliseconds};
    return true;
}

/* The part of a shot that differs from the one before, in pixels of the glass. */
static GifImageDesc change_of(const struct recording *r, int number)
{
    int left = r->width, right = 0, top = r->height, bottom = 0;
    for (int y = 0; y < r->height; y++)
        for (int x = 0; x < r->width; x++) {
            const int at = y * r->width + x;
            if (number > 0 && r->shots[number].pixels[at] == r->shots[number - 1].pixels[at])
                continue;
            left = x < left ? x : left;
            right = x > right ? x : right;
            top = y < top ? y : top;
            bottom = y > bottom ? y : bottom;
        }
    return (GifImageDesc){
        .Left = left, .Top = top, .Width = right - left + 1, .Height = bottom - top + 1};
}

static bool put_shot(GifFileType *gif, const struct recording *r, int number, GifByteType *row)
{
    const struct shot *shot = &r->shots[number];
    const GifImageDesc part = change_of(r, number);
    const GraphicsControlBlock control = {.DisposalMode = DISPOSE_DO_NOT,
                                          .DelayTime = (shot->milliseconds + 5) / 10,
                                          .TransparentColor = NO_TRANSPARENT_COLOR};
    GifByteType block[4];
    EGifGCBToExtension(&control, block);
    bool good = EGifPutExtension(gif, GRAPHICS_EXT_FUNC_CODE, sizeof block, block) == GIF_OK &&
                EGifPutImageDesc(gif, part.Left * r->zoom, part.Top * r->zoom, part.Width * r->zoom,
                                 part.Height * r->zoom, false, NULL) == GIF_OK;
    for (int y = 0; good && y < part.Height * r->zoom; y++) {
        const uint8_t *from = shot->pixels + (part.Top + y / r->zoom) * r->width + part.Left;
        for (int x = 0; x < part.Width * r->zoom; x++)
            row[x] = from[x / r->zoom];
        good = EGifPutLine(gif, row, part.Width * r->zoom) == GIF_OK;
    }
    return good;
}

static bool put_all(GifFileType *gif, const struct recording *r, GifByteType *row)
{
    /* "For ever", in the application extension that viewers look for. */
    static const GifByteType forever[] = {1, 0, 0};
    ColorMapObject *map = GifMakeMapObject(COLORS, r->colors);
    const int width = r->width * r->zoom, height = r->height * r->zoom;
    EGifSetGifVersion(gif, true);
    bool good = map && EGifPutScreenDesc(gif, width, height, 8, 0, map) == GIF_OK &&
                EGifPutExtensionLeader(gif, APPLICATION_EXT_FUNC_CODE) == GIF_OK &&
                EGifPutExtensionBlock(gif, 11, "NETSCAPE2.0") == GIF_OK &&
                EGifPutExtensionBlock(gif, sizeof forever, forever) == GIF_OK &&
                EGifPutExtensionTrailer(gif) == GIF_OK;
    for (int i = 0; good && i < r->count; i++)
        good = put_shot(gif, r, i, row);
    GifFreeMapObject(map);
    return good;
}

static int put_bytes(GifFileType *gif, const GifByteType *bytes, int count)
{
    return (int)fwrite(bytes, 1, (size_t)count, gif->UserData);
}

static const char *write_file(const struct recording *r, const char *path)
{
    int error = 0;
    struct whole whole;
    if (!whole_open(&whole, path))
        return strerror(errno);
    GifFileType *gif = EGifOpen(whole.file, put_bytes, &error);
    GifByteType *row = malloc((size_t)r->width * (size_t)r->zoom);
    bool good = gif && row && put_all(gif, r, row);
    if (gif && !good)
        error = gif->Error;
    good = gif && EGifCloseFile(gif, good ? &error : NULL) == GIF_OK && good;
    free(row);
    if (whole_close(&whole, good))
        return NULL;
    return good ? strerror(errno) : error ? GifErrorString(error) : "there is not enough memory";
}

const char *recording_end(struct recording *r, const char *path)
{
    const char *wrong = r && path ? write_file(r, path) : NULL;
    for (int i = 0; r && i < r->count; i++)
        free(r->shots[i].pixels);
    if (r)
        free(r->shots);
    free(r);
    return wrong;
}
