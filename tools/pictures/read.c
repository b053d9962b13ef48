/* read.c - image files, by libpng, libjpeg and giflib; BMP and Netpbm as on a card, by the core. */
#include "raster.h"

#include <errno.h>
#include <setjmp.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <gif_lib.h>
#include <libexif/exif-data.h>
#include <jerror.h>
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
    return fail(why, "it has too many frames");
}

struct png_trouble {
    jmp_buf back;
    const struct reason *why;
};

static void png_failed(png_structp png, png_const_charp message)
{
    struct png_trouble *t = png_get_error_ptr(png);
    (void)fail(t->why, message);
    longjmp(t->back, 1);
}

static void png_warned(png_structp png, png_const_charp message)
{
    (void)png, (void)message;
}

/* Eight bits of red, green, blue and opacity in the colours of sRGB, whatever the file has. */
static void choose_rgba(png_structp png, png_infop info)
{
    png_set_alpha_mode(png, PNG_ALPHA_PNG, PNG_DEFAULT_sRGB);
    png_set_expand(png);
    png_set_scale_16(png);
    png_set_gray_to_rgb(png);
    png_set_add_alpha(png, 0xFF, PNG_FILLER_AFTER);
    (void)png_set_interlace_handling(png);
    png_read_update_info(png, info);
}

/* Row by row and pass by pass: png_image_finish_read of libpng 1.6 mixes up the passes of
 * interlaced files of 16 bits. */
static bool read_png_rows(png_structp png, png_infop info, FILE *f, struct raster *frame,
                          struct png_trouble *trouble)
{
    if (setjmp(trouble->back))
        return false;
    png_init_io(png, f);
    png_read_info(png, info);
    const png_uint_32 w = png_get_image_width(png, info), h = png_get_image_height(png, info);
    if (!has_size((int)w, (int)h, trouble->why) || !raster_make(frame, (int)w, (int)h))
        return false;
    choose_rgba(png, info);
    const int passes = png_get_interlace_type(png, info) == PNG_INTERLACE_NONE ? 1 : 7;
    for (int pass = 0; pass < passes; pass++)
        for (png_uint_32 y = 0; y < h; y++)
            png_read_row(png, frame->rgba + 4 * (size_t)y * w, NULL);
    png_read_end(png, NULL);
    return true;
}

static bool read_png(struct images *images, FILE *f, const struct reason *why)
{
    struct png_trouble trouble = {.why = why};
    struct raster frame = {0, 0, NULL};
    png_structp png =
        png_create_read_struct(PNG_LIBPNG_VER_STRING, &trouble, png_failed, png_warned);
    png_infop info = png ? png_create_info_struct(png) : NULL;
    const bool good = info ? read_png_rows(png, info, f, &frame, &trouble)
                           : fail(why, "there is not enough memory");
    png_destroy_read_struct(&png, &info, NULL);
    if (!good) {
        raster_free(&frame);
        return false;
    }
    return add(images, &frame, 0, why);
}

enum { MOST_SCANS = 200 };

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

/* What is said of a file that can be read all the same; not of one with a part that is lost. */
static void jpeg_warned(j_common_ptr info, int level)
{
    static const int lost[] = {JWRN_JPEG_EOF, JWRN_HIT_MARKER, JWRN_HUFF_BAD_CODE,
                               JWRN_MUST_RESYNC};
    for (size_t i = 0; level < 0 && i < sizeof lost / sizeof lost[0]; i++)
        if (info->err->msg_code == lost[i])
            jpeg_failed(info);
}

/* A file of many small scans would be decoded as many times. */
static void jpeg_progress(j_common_ptr info)
{
    const struct jpeg_decompress_struct *jpeg = (const struct jpeg_decompress_struct *)info;
    struct jpeg_trouble *trouble = (struct jpeg_trouble *)info->err;
    if (jpeg->input_scan_number <= MOST_SCANS)
        return;
    (void)fail(trouble->why, "it has more than 200 scans");
    longjmp(trouble->back, 1);
}

/* Before anything is decoded: the size, and what a file of several scans takes on the way. */
static bool jpeg_fits(struct jpeg_decompress_struct *jpeg, const struct reason *why)
{
    double bytes = 4.0 * jpeg->image_width * jpeg->image_height;
    for (int i = 0; i < jpeg->num_components && jpeg_has_multiple_scans(jpeg); i++)
        bytes += 128.0 * jpeg->comp_info[i].width_in_blocks * jpeg->comp_info[i].height_in_blocks;
    return has_size((int)jpeg->image_width, (int)jpeg->image_height, why) && raster_has_room(bytes);
}

/* How a camera was held: 1 to 8, as EXIF has it (CIPA DC-008, tag 274); 1 is upright. */
static int orientation_of(const struct jpeg_decompress_struct *jpeg)
{
    int orientation = 1;
    for (const struct jpeg_marker_struct *m = jpeg->marker_list; m; m = m->next) {
        ExifData *data = exif_data_new_from_data(m->data, m->data_length);
        ExifEntry *entry =
            data ? exif_content_get_entry(data->ifd[EXIF_IFD_0], EXIF_TAG_ORIENTATION) : NULL;
        if (entry && entry->size >= 2)
            orientation = exif_get_short(entry->data, exif_data_get_byte_order(data));
        if (data)
            exif_data_unref(data);
    }
    return orientation >= 1 && orientation <= 8 ? orientation : 1;
}

/* Turns a raster upright: from 5 on rows and columns change places; then it is mirrored across,
 * and down. False when there is no memory. */
static bool turn_upright(struct raster *r, int orientation)
{
    const bool swaps = orientation >= 5;
    const bool across =
        orientation == 2 || orientation == 3 || orientation == 6 || orientation == 7;
    const bool down = orientation == 3 || orientation == 4 || orientation == 7 || orientation == 8;
    struct raster turned;
    if (orientation == 1)
        return true;
    if (!raster_make(&turned, swaps ? r->h : r->w, swaps ? r->w : r->h))
        return false;
    for (int y = 0; y < turned.h; y++)
        for (int x = 0; x < turned.w; x++) {
            const int column = across ? turned.w - 1 - x : x, row = down ? turned.h - 1 - y : y;
            const int from_x = swaps ? row : column, from_y = swaps ? column : row;
            memcpy(turned.rgba + 4 * ((size_t)y * (size_t)turned.w + (size_t)x),
                   r->rgba + 4 * ((size_t)from_y * (size_t)r->w + (size_t)from_x), 4);
        }
    raster_free(r);
    *r = turned;
    return true;
}

static bool read_jpeg(struct images *images, FILE *f, const struct reason *why)
{
    struct jpeg_decompress_struct jpeg;
    struct jpeg_trouble trouble = {.why = why};
    struct jpeg_progress_mgr progress = {.progress_monitor = jpeg_progress};
    struct raster frame = {0, 0, NULL};
    jpeg.err = jpeg_std_error(&trouble.manager);
    trouble.manager.error_exit = jpeg_failed;
    trouble.manager.emit_message = jpeg_warned;
    if (setjmp(trouble.back)) {
        jpeg_destroy_decompress(&jpeg);
        raster_free(&frame);
        return false;
    }
    jpeg_create_decompress(&jpeg);
    jpeg_stdio_src(&jpeg, f);
    jpeg.progress = &progress;
    jpeg_save_markers(&jpeg, JPEG_APP0 + 1, 0xFFFF);
    jpeg_read_header(&jpeg, TRUE);
    const int orientation = orientation_of(&jpeg);
    jpeg.out_color_space = JCS_EXT_RGBA;
    bool good = jpeg_fits(&jpeg, why) && jpeg_start_decompress(&jpeg) &&
                raster_make(&frame, (int)jpeg.output_width, (int)jpeg.output_height);
    while (good && jpeg.output_scanline < jpeg.output_height) {
        JSAMPROW row = frame.rgba + 4 * (size_t)jpeg.output_scanline * (size_t)frame.w;
        jpeg_read_scanlines(&jpeg, &row, 1);
    }
    jpeg_destroy_decompress(&jpeg);
    good = good && turn_upright(&frame, orientation);
    return good && add(images, &frame, 0, why);
}

/* A GIF as it is read, a frame at a time. */
struct animation {
    GifFileType *gif;
    GraphicsControlBlock control; /* of the next frame */
    struct raster seen;
    uint8_t *row;
};

/* A row of a frame drawn over what is seen already. */
static void compose(struct animation *a, int y)
{
    const GifImageDesc *d = &a->gif->Image;
    const ColorMapObject *map = d->ColorMap ? d->ColorMap : a->gif->SColorMap;
    for (int x = 0; x < d->Width; x++) {
        const int px = d->Left + x, py = d->Top + y;
        if (a->row[x] == a->control.TransparentColor || !map || a->row[x] >= map->ColorCount ||
            px >= a->seen.w || py >= a->seen.h)
            continue;
        const GifColorType *color = &map->Colors[a->row[x]];
        uint8_t *p = a->seen.rgba + 4 * ((size_t)py * (size_t)a->seen.w + (size_t)px);
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

static bool copy(struct raster *to, const struct raster *from)
{
    if (!raster_make(to, from->w, from->h))
        return false;
    memcpy(to->rgba, from->rgba, 4 * (size_t)from->w * (size_t)from->h);
    return true;
}

static bool compose_rows(struct animation *a)
{
    static const int firsts[] = {0, 4, 2, 1}, steps[] = {8, 8, 4, 2};
    const GifImageDesc *d = &a->gif->Image;
    const int passes = d->Interlace ? 4 : 1;
    for (int pass = 0; pass < passes; pass++)
        for (int y = firsts[pass]; y < d->Height; y += d->Interlace ? steps[pass] : 1) {
            if (DGifGetLine(a->gif, a->row, d->Width) != GIF_OK)
                return false;
            compose(a, y);
        }
    return true;
}

/* A frame as a person sees it: drawn over the ones before, as each says that it is disposed of. */
static bool read_frame(struct images *images, struct animation *a, const struct reason *why)
{
    struct raster before = {0, 0, NULL}, frame;
    if (DGifGetImageDesc(a->gif) != GIF_OK)
        return false;
    const bool put_back = a->control.DisposalMode == DISPOSE_PREVIOUS;
    a->row = malloc((size_t)a->gif->Image.Width + 1);
    bool good = a->row && (!put_back || copy(&before, &a->seen)) && compose_rows(a) &&
                copy(&frame, &a->seen);
    good = good && add(images, &frame, a->control.DelayTime * 10, why);
    free(a->row);
    if (a->control.DisposalMode == DISPOSE_BACKGROUND)
        clear_part(&a->seen, &a->gif->Image);
    if (before.rgba) {
        raster_free(&a->seen);
        a->seen = before;
    }
    a->control = (GraphicsControlBlock){.TransparentColor = NO_TRANSPARENT_COLOR};
    return good;
}

static bool read_extension(struct animation *a)
{
    int kind;
    GifByteType *block;
    bool good = DGifGetExtension(a->gif, &kind, &block) == GIF_OK;
    if (good && block && kind == GRAPHICS_EXT_FUNC_CODE)
        (void)DGifExtensionToGCB(block[0], block + 1, &a->control);
    while (good && block)
        good = DGifGetExtensionNext(a->gif, &block) == GIF_OK;
    return good;
}

static bool read_frames(struct images *images, struct animation *a, const struct reason *why)
{
    GifRecordType kind = UNDEFINED_RECORD_TYPE;
    bool good = true;
    while (good && kind != TERMINATE_RECORD_TYPE) {
        good = DGifGetRecordType(a->gif, &kind) == GIF_OK;
        if (good && kind == IMAGE_DESC_RECORD_TYPE)
            good = read_frame(images, a, why);
        else if (good && kind == EXTENSION_RECORD_TYPE)
            good = read_extension(a);
    }
    return good;
}

static int read_gif_bytes(GifFileType *gif, GifByteType *to, int count)
{
    return (int)fread(to, 1, (size_t)count, gif->UserData);
}

/* By a function of ours: giflib's own reading of a file crashes where its stream has no memory. */
static bool read_gif(struct images *images, const char *path, const struct reason *why)
{
    int error = 0;
    FILE *file = fopen(path, "rb");
    if (!file)
        return fail(why, strerror(errno));
    struct animation a = {.gif = DGifOpen(file, read_gif_bytes, &error),
                          .control = {.TransparentColor = NO_TRANSPARENT_COLOR}};
    if (!a.gif) {
        fclose(file);
        return fail(why, GifErrorString(error));
    }
    const bool good = has_size(a.gif->SWidth, a.gif->SHeight, why) &&
                      raster_make(&a.seen, a.gif->SWidth, a.gif->SHeight) &&
                      read_frames(images, &a, why);
    if (!good && a.gif->Error)
        (void)fail(why, GifErrorString(a.gif->Error));
    raster_free(&a.seen);
    DGifCloseFile(a.gif, &error);
    fclose(file);
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
    const int before = images->count;
    uint8_t start[8] = {0};
    FILE *f = fopen(path, "rb");
    if (!f)
        return fail(&reason, strerror(errno));
    const size_t count = fread(start, 1, sizeof start, f);
    rewind(f);
    bool good = false;
    snprintf(why, why_size, "it takes more than %d MB of memory; --memory allows more",
             raster_allowed());
    if (count >= 8 && memcmp(start, "\x89PNG\r\n\x1A\n", 8) == 0)
        good = read_png(images, f, &reason);
    else if (count >= 3 && memcmp(start, "\xFF\xD8\xFF", 3) == 0)
        good = read_jpeg(images, f, &reason);
    else if (count >= 6 && (memcmp(start, "GIF87a", 6) == 0 || memcmp(start, "GIF89a", 6) == 0))
        good = read_gif(images, path, &reason);
    else if (count >= 2 && (memcmp(start, "BM", 2) == 0 ||
                            (start[0] == 'P' && start[1] >= '1' && start[1] <= '6')))
        good = read_by_library(images, f, &reason);
    else
        fail(&reason, "it is none of PNG, JPEG, GIF, BMP and Netpbm");
    if (good && images->count == before)
        good = fail(&reason, "there is no image in it");
    if (!good && raster_is_exhausted())
        fail(&reason, "there is not enough memory");
    fclose(f);
    return good;
}
