/* read.c - image files, by libpng, libjpeg and giflib; BMP and Netpbm as on a card, by the core. */
#include "raster.h"

#include <errno.h>
#include <setjmp.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <gif_lib.h>
#include <jpeglib.h>
#include <png.h>
#include "pemble/pemble.h"

struct reason {
    char *text;
    size_t size;
};

static bool fail(const struct reason *why, const char *text)
{
    snprintf(why->text, why->size, "%s", text);
    return false;
}

static bool has_size(int w, int h, const struct reason *why)
{
    if (w > 0 && h > 0 && w <= MOST_SIDE && h <= MOST_SIDE)
        return true;
    snprintf(why->text, why->size, "it is %d by %d pixels; possible are 1 to %d", w, h, MOST_SIDE);
    return false;
}

static bool add(struct images *images, struct raster *frame, int milliseconds,
                const struct reason *why)
{
    if (images_add(images, frame, milliseconds))
        return true;
    raster_free(frame);
    return fail(why, "it has too many frames, or there is not enough memory");
}

static bool read_png(struct images *images, const char *path, const struct reason *why)
{
    png_image png = {.version = PNG_IMAGE_VERSION};
    struct raster frame;
    if (!png_image_begin_read_from_file(&png, path))
        return fail(why, png.message);
    if (!has_size((int)png.width, (int)png.height, why) ||
        !raster_make(&frame, (int)png.width, (int)png.height)) {
        png_image_free(&png);
        return false;
    }
    png.format = PNG_FORMAT_RGBA;
    if (!png_image_finish_read(&png, NULL, frame.rgba, 0, NULL)) {
        raster_free(&frame);
        return fail(why, png.message);
    }
    return add(images, &frame, 0, why);
}

struct jpeg_trouble {
    struct jpeg_error_mgr manager;
    jmp_buf back;
    const struct reason *why;
};

static void jpeg_failed(j_common_ptr info)
{
    struct jpeg_trouble *trouble = (struct jpeg_trouble *)info->err;
    char text[JMSG_LENGTH_MAX];
    info->err->format_message(info, text);
    (void)fail(trouble->why, text);
    longjmp(trouble->back, 1);
}

static void jpeg_quiet(j_common_ptr info)
{
    (void)info;
}

static bool read_jpeg(struct images *images, FILE *f, const struct reason *why)
{
    struct jpeg_decompress_struct jpeg;
    struct jpeg_trouble trouble = {.why = why};
    struct raster frame = {0, 0, NULL};
    jpeg.err = jpeg_std_error(&trouble.manager);
    trouble.manager.error_exit = jpeg_failed;
    trouble.manager.output_message = jpeg_quiet;
    if (setjmp(trouble.back)) {
        jpeg_destroy_decompress(&jpeg);
        raster_free(&frame);
        return false;
    }
    jpeg_create_decompress(&jpeg);
    jpeg_stdio_src(&jpeg, f);
    jpeg_read_header(&jpeg, TRUE);
    jpeg.out_color_space = JCS_EXT_RGBA;
    jpeg_start_decompress(&jpeg);
    bool good = has_size((int)jpeg.output_width, (int)jpeg.output_height, why) &&
                raster_make(&frame, (int)jpeg.output_width, (int)jpeg.output_height);
    while (good && jpeg.output_scanline < jpeg.output_height) {
        JSAMPROW row = frame.rgba + 4 * (size_t)jpeg.output_scanline * (size_t)frame.w;
        jpeg_read_scanlines(&jpeg, &row, 1);
    }
    jpeg_destroy_decompress(&jpeg);
    return good && add(images, &frame, 0, why);
}

/* One frame of a GIF drawn over what is seen already. */
static void compose(struct raster *seen, const GifFileType *gif, const SavedImage *image,
                    int transparent)
{
    const GifImageDesc *d = &image->ImageDesc;
    const ColorMapObject *map = d->ColorMap ? d->ColorMap : gif->SColorMap;
    for (int y = 0; y < d->Height; y++)
        for (int x = 0; x < d->Width; x++) {
            const int index = image->RasterBits[y * d->Width + x];
            const int px = d->Left + x, py = d->Top + y;
            if (index == transparent || !map || index >= map->ColorCount || px >= seen->w ||
                py >= seen->h)
                continue;
            const GifColorType *color = &map->Colors[index];
            uint8_t *p = seen->rgba + 4 * ((size_t)py * (size_t)seen->w + (size_t)px);
            p[0] = color->Red;
            p[1] = color->Green;
            p[2] = color->Blue;
            p[3] = 255;
        }
}

static void clear_part(struct raster *seen, const GifImageDesc *d)
{
    for (int y = d->Top; y < d->Top + d->Height && y < seen->h; y++)
        for (int x = d->Left; x < d->Left + d->Width && x < seen->w; x++)
            memset(seen->rgba + 4 * ((size_t)y * (size_t)seen->w + (size_t)x), 0, 4);
}

/* Every frame as a person sees it: drawn over the ones before, as each says that it is disposed of.
 */
static bool add_gif_frames(struct images *images, GifFileType *gif, const struct reason *why)
{
    struct raster seen;
    if (!has_size(gif->SWidth, gif->SHeight, why) || !raster_make(&seen, gif->SWidth, gif->SHeight))
        return false;
    const size_t bytes = 4 * (size_t)seen.w * (size_t)seen.h;
    bool good = true;
    for (int i = 0; i < gif->ImageCount && good; i++) {
        GraphicsControlBlock control = {.TransparentColor = NO_TRANSPARENT_COLOR};
        struct raster before, frame;
        (void)DGifSavedExtensionToGCB(gif, i, &control);
        good = raster_make(&before, seen.w, seen.h) && raster_make(&frame, seen.w, seen.h);
        if (!good)
            break;
        memcpy(before.rgba, seen.rgba, bytes);
        compose(&seen, gif, &gif->SavedImages[i], control.TransparentColor);
        memcpy(frame.rgba, seen.rgba, bytes);
        good = add(images, &frame, control.DelayTime * 10, why);
        if (control.DisposalMode == DISPOSE_BACKGROUND)
            clear_part(&seen, &gif->SavedImages[i].ImageDesc);
        else if (control.DisposalMode == DISPOSE_PREVIOUS)
            memcpy(seen.rgba, before.rgba, bytes);
        raster_free(&before);
    }
    raster_free(&seen);
    return good;
}

static bool read_gif(struct images *images, const char *path, const struct reason *why)
{
    int error = 0;
    GifFileType *gif = DGifOpenFileName(path, &error);
    if (!gif)
        return fail(why, GifErrorString(error));
    const bool read = DGifSlurp(gif) == GIF_OK;
    const bool good =
        read ? add_gif_frames(images, gif, why)
             : fail(why, GifErrorString(gif->Error) ? GifErrorString(gif->Error) : "it is damaged");
    DGifCloseFile(gif, &error);
    return good;
}

static uint32_t file_read(void *context, void *to, uint32_t count)
{
    return (uint32_t)fread(to, 1, count, context);
}

static bool file_seek(void *context, uint32_t offset)
{
    return fseek(context, (long)offset, SEEK_SET) == 0;
}

/* BMP and Netpbm, as the library draws them from a card: once to learn the size, then whole. */
static bool read_by_library(struct images *images, FILE *f, const struct reason *why)
{
    static uint8_t memory[PMB_FILE_MEMORY(16)];
    const pmb_reader reader = {f, file_read, file_seek};
    pmb_file_report report;
    struct raster frame;
    uint8_t pixel[2];
    pmb_canvas c;
    (void)pmb_canvas_init(&c, &pmb_rgb565, (pmb_rect){0, 0, 1, 1}, pixel, sizeof pixel);
    (void)pmb_file_draw(&c, &reader, (pmb_rect){0, 0, 1, 1}, memory, sizeof memory, &report);
    const int w = report.size.w, h = report.size.h;
    const size_t bytes = (size_t)w * (size_t)h * 2;
    uint8_t *pixels = bytes ? malloc(bytes) : NULL;
    pmb_status status = PMB_ERR_DATA;
    if (pixels) {
        (void)pmb_canvas_init(&c, &pmb_rgb565, (pmb_rect){0, 0, (int16_t)w, (int16_t)h}, pixels,
                              bytes);
        status = pmb_file_draw(&c, &reader, (pmb_rect){0, 0, (int16_t)w, (int16_t)h}, memory,
                               sizeof memory, &report);
    }
    if (status != PMB_OK || !has_size(w, h, why) || !raster_make(&frame, w, h)) {
        if (report.reason)
            snprintf(why->text, why->size, "%s, at byte %lu", report.reason,
                     (unsigned long)report.offset);
        free(pixels);
        return false;
    }
    for (int i = 0; i < w * h; i++) {
        const pmb_color color =
            pmb_canvas_peek(&c, (pmb_point){(int16_t)(i % w), (int16_t)(i / w)});
        frame.rgba[4 * i] = pmb_color_red(color);
        frame.rgba[4 * i + 1] = pmb_color_green(color);
        frame.rgba[4 * i + 2] = pmb_color_blue(color);
        frame.rgba[4 * i + 3] = 255;
    }
    free(pixels);
    return add(images, &frame, 0, why);
}

bool images_read(struct images *images, const char *path, char *why, size_t why_size)
{
    const struct reason reason = {why, why_size};
    uint8_t start[8] = {0};
    FILE *f = fopen(path, "rb");
    if (!f)
        return fail(&reason, strerror(errno));
    const size_t count = fread(start, 1, sizeof start, f);
    rewind(f);
    bool good = false;
    snprintf(why, why_size, "there is not enough memory");
    if (count >= 8 && memcmp(start, "\x89PNG\r\n\x1A\n", 8) == 0)
        good = read_png(images, path, &reason);
    else if (count >= 3 && memcmp(start, "\xFF\xD8\xFF", 3) == 0)
        good = read_jpeg(images, f, &reason);
    else if (count >= 6 && (memcmp(start, "GIF87a", 6) == 0 || memcmp(start, "GIF89a", 6) == 0))
        good = read_gif(images, path, &reason);
    else if (count >= 2 && (memcmp(start, "BM", 2) == 0 ||
                            (start[0] == 'P' && start[1] >= '1' && start[1] <= '6')))
        good = read_by_library(images, f, &reason);
    else
        fail(&reason, "it is none of PNG, JPEG, GIF, BMP and Netpbm");
    fclose(f);
    return good;
}
