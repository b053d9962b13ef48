/* assets.c - pictures and reels of what the browser has decoded, by the makers of pemble. */
#include "web.h"

#include <stdlib.h>
#include <string.h>
#include "command.h"
#include "encode.h"

enum { MOST_WEB_FRAMES = 300 };

static struct images images;
static struct block block;
static struct shown shown;
static int frame_count;

/* Forgets what was there. */
void EXPORT(asset_begin)(void)
{
    for (int i = 0; i < images.count; i++)
        raster_free(&images.frames[i]);
    free(images.frames);
    free(images.milliseconds);
    images = (struct images){NULL, NULL, 0};
}

/* Room for the pixels of a frame more; NULL: there is none. */
uint8_t *EXPORT(asset_frame)(int width, int height, int milliseconds)
{
    struct raster r;
    if (images.count == MOST_WEB_FRAMES || width < 1 || height < 1 || width > MOST_SIDE ||
        height > MOST_SIDE || !raster_make(&r, width, height) ||
        !images_add(&images, &r, milliseconds))
        return NULL;
    return images.frames[images.count - 1].rgba;
}

static bool reduce(struct pixels *pixels, const struct raster *from, int w, int h, int kind,
                   int dither)
{
    struct raster fitted;
    if (!raster_fit(&fitted, from, w, h, FIT_WHOLE))
        return false;
    const bool good =
        pixels_reduce(pixels, &fitted, (pmb_pixels)kind, FEW_NONE, (enum dithering)dither);
    raster_free(&fitted);
    return good;
}

/* Makes a block of what was given; its size, 0: it cannot be made, and what_was_said says why. */
int EXPORT(asset_make)(int width, int height, int kind, int dither, bool lean)
{
    struct pixels *pixels = calloc((size_t)images.count, sizeof *pixels);
    bool good = pixels && images.count > 0;
    block_free(&block);
    memset(&block, 0, sizeof block);
    for (int i = 0; i < images.count && good; i++)
        good = reduce(&pixels[i], &images.frames[i], width, height, kind, dither);
    good = good && pixels_agree(pixels, images.count);
    const struct film film = {.frames = pixels,
                              .milliseconds = images.milliseconds,
                              .count = images.count,
                              .reel = images.count > 1,
                              .lean = lean};
    good = good && block_encode(&block, &film);
    for (int i = 0; pixels && i < images.count; i++)
        pixels_free(&pixels[i]);
    free(pixels);
    frame_count = images.count;
    if (!good)
        complain("there is not enough memory, or the frames cannot be of one kind");
    return good ? (int)block.size : 0;
}

const uint8_t *EXPORT(asset_bytes)(void)
{
    return block.bytes;
}

/* The picture, or what the reel shows at a time, drawn as on a panel. */
static bool draw(pmb_canvas *c, const pmb_picture *picture, void *memory, size_t bytes,
                 uint32_t milliseconds)
{
    pmb_reel_player player;
    pmb_fill(c, PMB_RGB(96, 96, 104));
    if (frame_count == 1)
        return pmb_picture_draw(c, picture, (pmb_point){0, 0}, NULL, memory, bytes) == PMB_OK;
    if (pmb_reel_open(&player, picture, PMB_REEL_LOOP, memory, bytes) != PMB_OK ||
        pmb_reel_advance(&player, milliseconds) != PMB_OK)
        return false;
    pmb_reel_draw(c, &player, (pmb_point){0, 0}, NULL);
    return true;
}

static void unpack(const uint8_t *pixels)
{
    const size_t count = (size_t)shown.width * (size_t)shown.height;
    for (size_t i = 0; i < count; i++)
        shown_color(shown.rgba + 4 * i, (pmb_color)(pixels[2 * i] << 8 | pixels[2 * i + 1]));
}

/* Shows it; the bytes of RAM that drawing takes, 0: it cannot be drawn. */
int EXPORT(asset_show)(uint32_t milliseconds)
{
    const pmb_picture picture = {{block.bytes, (uint32_t)block.size, NULL}};
    pmb_picture_info info;
    pmb_canvas c;
    shown_is(NULL);
    if (pmb_picture_measure(&picture, &info) != PMB_OK)
        return 0;
    const pmb_rect all = {0, 0, info.size.w, info.size.h};
    const size_t bytes = 2 * (size_t)all.w * (size_t)all.h;
    const size_t room = frame_count == 1 ? info.memory : pmb_reel_memory(&picture);
    uint8_t *pixels = malloc(bytes);
    void *memory = malloc(room + 1);
    const bool good = pixels && memory && shown_size(&shown, all.w, all.h) &&
                      pmb_canvas_init(&c, &pmb_rgb565, all, pixels, bytes) == PMB_OK &&
                      draw(&c, &picture, memory, room, milliseconds);
    if (good)
        unpack(pixels);
    if (good)
        shown_is(&shown);
    free(pixels);
    free(memory);
    return good ? (int)room : 0;
}
