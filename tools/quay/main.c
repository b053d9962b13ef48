/* main.c - pemble-quay: draws the pictures and animations of Pellan Quay with the library itself.
 */
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <gif_lib.h>
#include <jpeglib.h>
#include <png.h>
#include "pemble/pemble.h"

enum { MOST_W = 400, MOST_H = 300 };

static uint8_t memory[MOST_W * MOST_H * 2];

#define SKY_HIGH PMB_RGB(40, 92, 140)
#define SKY_LOW  PMB_RGB(240, 200, 152)
#define SEA      PMB_RGB(24, 72, 104)
#define FOAM     PMB_RGB(176, 212, 224)
#define STONE    PMB_RGB(72, 76, 84)
#define WALL     PMB_RGB(236, 232, 220)
#define LAMP     PMB_RGB(208, 56, 40)
#define SUN      PMB_RGB(255, 224, 128)
#define HULL     PMB_RGB(28, 36, 52)
#define NOTHING  PMB_RGB(255, 0, 255) /* transparent in what is written */

static pmb_point at(int x, int y)
{
    return (pmb_point){(int16_t)x, (int16_t)y};
}

static pmb_rect rect(int x, int y, int w, int h)
{
    return (pmb_rect){(int16_t)x, (int16_t)y, (int16_t)w, (int16_t)h};
}

static pmb_canvas canvas(int w, int h, pmb_color ground)
{
    pmb_canvas c;
    (void)pmb_canvas_init(&c, &pmb_rgb565, rect(0, 0, w, h), memory, sizeof memory);
    pmb_fill(&c, ground);
    return c;
}

/* A ferry 60 wide and 24 high, its keel at (x, y). */
static void draw_ferry(pmb_canvas *c, int x, int y, pmb_color hull, pmb_color house,
                       pmb_color windows, pmb_color stripe)
{
    const pmb_point keel[] = {at(x, y - 9), at(x + 60, y - 11), at(x + 53, y), at(x + 7, y)};
    pmb_polygon_fill(c, keel, 4, hull);
    pmb_rect_fill(c, rect(x + 10, y - 17, 36, 7), house);
    pmb_rect_fill(c, rect(x + 16, y - 22, 20, 5), house);
    for (int i = 0; i < 6; i++)
        pmb_rect_fill(c, rect(x + 13 + 5 * i, y - 15, 3, 3), windows);
    pmb_rect_fill(c, rect(x + 22, y - 28, 6, 6), stripe);
    pmb_line_across(c, at(x + 2, y - 6), 55, stripe);
}

static void draw_waves(pmb_canvas *c, int y, int shift, int width, pmb_color color)
{
    for (int x = -32 + shift % 32; x < width; x += 32) {
        pmb_smooth_curve_quadratic(c, at(x, y), at(x + 8, y - 6), at(x + 16, y), color);
        pmb_smooth_curve_quadratic(c, at(x + 16, y), at(x + 24, y + 4), at(x + 32, y), color);
    }
}

/* The quay at evening. */
static void draw_harbour(pmb_canvas *c)
{
    pmb_rect_gradient(c, rect(0, 0, 320, 150), SKY_HIGH, SKY_LOW, true);
    pmb_smooth_circle_fill(c, at(232, 124), 22, SUN);
    pmb_rect_fill(c, rect(0, 150, 320, 90), SEA);
    for (int i = 0; i < 5; i++)
        pmb_rect_fill(c, rect(214 + 3 * i, 154 + 8 * i, 40 - 6 * i, 2), SUN);
    for (int i = 0; i < 5; i++)
        draw_waves(c, 166 + 15 * i, 7 * i, 320, FOAM);
    /* The light, on its stone. */
    const pmb_point stone[] = {at(0, 150), at(96, 150), at(126, 186), at(138, 240), at(0, 240)};
    const pmb_point tower[] = {at(44, 70), at(66, 70), at(72, 152), at(38, 152)};
    pmb_smooth_polygon_fill(c, stone, 5, STONE);
    pmb_smooth_polygon_fill(c, tower, 4, WALL);
    pmb_rect_fill(c, rect(42, 92, 26, 14), LAMP);
    pmb_rect_fill(c, rect(40, 122, 30, 14), LAMP);
    pmb_rect_fill(c, rect(38, 64, 34, 6), HULL);
    pmb_rect_fill(c, rect(45, 48, 20, 16), SUN);
    pmb_rect_stroke(c, rect(44, 47, 22, 18), HULL);
    pmb_smooth_triangle_fill(c, at(42, 47), at(55, 34), at(68, 47), LAMP);
    draw_ferry(c, 180, 186, HULL, WALL, HULL, LAMP);
    const pmb_text_style style = {.font = &pmb_font_smooth24, .color = WALL};
    pmb_text(c, &style, at(12, 224), "Pellan Quay");
}

/* What a camera would see: soft shapes, grain. */
static void draw_dawn(pmb_canvas *c)
{
    uint32_t seed = 7;
    for (int16_t y = 0; y < 180; y++)
        for (int16_t x = 0; x < 240; x++) {
            seed = seed * 1664525u + 1013904223u;
            const int grain = (int)(seed >> 27) - 16;
            const int glow = 90 - (abs(x - 150) + abs(y - 84)) / 2;
            const int swell = y > 96 ? pmb_sine((pmb_angle)(x * 900 + y * y * 60)) / 1800 : 0;
            int r = 70 + y / 2 + (glow > 0 ? glow : 0) + swell + grain;
            int g = 84 + y / 3 + (glow > 0 ? glow / 2 : 0) + swell + grain;
            int b = 130 - y / 4 + swell + grain;
            if (y > 96) {
                r -= 60;
                g -= 50;
                b -= 34;
            }
            r = r < 0 ? 0 : r > 255 ? 255 : r;
            g = g < 0 ? 0 : g > 255 ? 255 : g;
            b = b < 0 ? 0 : b > 255 ? 255 : b;
            pmb_pixel(c, (pmb_point){x, y}, PMB_RGB((unsigned)r, (unsigned)g, (unsigned)b));
        }
}

/* A tide table for paper, with a red mark. */
static void draw_table(pmb_canvas *c)
{
    const pmb_text_style title = {.font = &pmb_font_bollard32, .color = PMB_BLACK};
    const pmb_text_style word = {.font = &pmb_font_slipway_bold, .color = PMB_BLACK, .scale = 2};
    static const char *const rows[] = {"03:52  0.61 m", "10:07  4.12 m", "16:20  0.74 m",
                                       "22:31  4.26 m"};
    pmb_rect_fill(c, rect(0, 0, 400, 58), PMB_RED);
    pmb_text_style head = word;
    head.color = PMB_WHITE;
    pmb_text(c, &head, at(16, 40), "TIDES AT PELLAN QUAY");
    for (int i = 0; i < 4; i++) {
        pmb_text(c, &word, at(24, 104 + 40 * i), rows[i]);
        pmb_line_across(c, at(16, 116 + 40 * i), 240, PMB_BLACK);
    }
    for (int x = 0; x < 110; x++) {
        const int y = 170 - pmb_sine((pmb_angle)(x * 1200)) * 50 / 32767;
        pmb_line_down(c, at(274 + x, y), (int16_t)(250 - y), x < 44 ? PMB_BLACK : PMB_RED);
    }
    pmb_text(c, &title, at(24, 288), "10:07");
}

/* The sign of the quay: a boat on nothing. */
static void draw_sign(pmb_canvas *c)
{
    pmb_circle_fill(c, at(31, 31), 30, SEA);
    pmb_triangle_fill(c, at(30, 8), at(30, 40), at(12, 40), WALL);
    pmb_triangle_fill(c, at(33, 12), at(52, 40), at(33, 40), SUN);
    const pmb_point hull[] = {at(10, 44), at(54, 44), at(46, 54), at(18, 54)};
    pmb_polygon_fill(c, hull, 4, LAMP);
}

/* A ship's wheel in lines, turned by a part of its spokes' distance. */
static void draw_wheel(pmb_canvas *c, int frame, int frames)
{
    const pmb_angle turned = (pmb_angle)(65536 / 8 * frame / frames);
    pmb_circle_stroke(c, at(25, 25), 17, PMB_WHITE);
    pmb_circle_stroke(c, at(25, 25), 13, PMB_WHITE);
    pmb_circle_fill(c, at(25, 25), 3, PMB_WHITE);
    for (int i = 0; i < 8; i++) {
        const pmb_angle angle = (pmb_angle)turned + 8192u * (pmb_angle)i;
        pmb_line(c, pmb_polar(at(25, 25), angle, 5), pmb_polar(at(25, 25), angle, 23), PMB_WHITE);
    }
}

/* A gull in lines, its wings from up to down. */
static void draw_gull(pmb_canvas *c, int frame, int frames)
{
    const int tip = 1 + 7 * frame / (frames - 1);
    pmb_curve_quadratic(c, at(0, tip), at(5, tip - 3), at(10, 6), PMB_WHITE);
    pmb_curve_quadratic(c, at(10, 6), at(15, tip - 3), at(20, tip), PMB_WHITE);
}

/* The ferry in a swell. */
static void draw_crossing(pmb_canvas *c, int frame, int frames)
{
    const pmb_angle phase = (pmb_angle)(65536 * frame / frames);
    const int lift = pmb_sine(phase) * 3 / 32767;
    draw_ferry(c, 18, 40 + lift, HULL, WALL, HULL, LAMP);
    for (int x = 0; x < 96; x++) {
        const int y = 38 + pmb_sine((pmb_angle)phase + 2048u * (pmb_angle)x) * 3 / 32767;
        pmb_line_down(c, at(x, y), (int16_t)(48 - y), SEA);
        pmb_pixel(c, at(x, y), FOAM);
    }
}

/* A JPEG as a camera writes it; `most` bytes of it, 0 for all. */
static void save_jpeg(const pmb_canvas *c, const char *directory, const char *name, size_t most)
{
    char path[512];
    unsigned char *bytes = NULL;
    unsigned long size = 0;
    struct jpeg_compress_struct jpeg;
    struct jpeg_error_mgr errors;
    jpeg.err = jpeg_std_error(&errors);
    jpeg_create_compress(&jpeg);
    jpeg_mem_dest(&jpeg, &bytes, &size);
    jpeg.image_width = (JDIMENSION)c->bounds.w;
    jpeg.image_height = (JDIMENSION)c->bounds.h;
    jpeg.input_components = 3;
    jpeg.in_color_space = JCS_RGB;
    jpeg_set_defaults(&jpeg);
    jpeg_set_quality(&jpeg, 80, TRUE);
    jpeg_start_compress(&jpeg, TRUE);
    for (int y = 0; y < c->bounds.h; y++) {
        uint8_t row[3 * MOST_W];
        for (int x = 0; x < c->bounds.w; x++) {
            const pmb_color color = pmb_canvas_peek(c, at(x, y));
            row[3 * x] = pmb_color_red(color);
            row[3 * x + 1] = pmb_color_green(color);
            row[3 * x + 2] = pmb_color_blue(color);
        }
        JSAMPROW rows[] = {row};
        jpeg_write_scanlines(&jpeg, rows, 1);
    }
    jpeg_finish_compress(&jpeg);
    jpeg_destroy_compress(&jpeg);
    snprintf(path, sizeof path, "%s/%s", directory, name);
    FILE *f = fopen(path, "wb");
    if (!f || fwrite(bytes, 1, most ? most : size, f) != (most ? most : size)) {
        perror(path);
        exit(1);
    }
    fclose(f);
    free(bytes);
}

static void save_png(const pmb_canvas *c, const char *directory, const char *name)
{
    static uint8_t rgba[MOST_W * MOST_H * 4];
    const int w = c->bounds.w, h = c->bounds.h;
    char path[512];
    for (int i = 0; i < w * h; i++) {
        const pmb_color color = pmb_canvas_peek(c, at(i % w, i / w));
        rgba[4 * i] = pmb_color_red(color);
        rgba[4 * i + 1] = pmb_color_green(color);
        rgba[4 * i + 2] = pmb_color_blue(color);
        rgba[4 * i + 3] = color == NOTHING ? 0 : 255;
    }
    png_image png = {.version = PNG_IMAGE_VERSION,
                     .width = (png_uint_32)w,
                     .height = (png_uint_32)h,
                     .format = PNG_FORMAT_RGBA};
    snprintf(path, sizeof path, "%s/%s", directory, name);
    if (!png_image_write_to_file(&png, path, 0, rgba, 0, NULL)) {
        fprintf(stderr, "%s: %s\n", path, png.message);
        exit(1);
    }
}

/* The colours of a frame, gathered while it is written. */
static int color_index(ColorMapObject *map, int *used, pmb_color color)
{
    const GifColorType rgb = {pmb_color_red(color), pmb_color_green(color), pmb_color_blue(color)};
    for (int i = 0; i < *used; i++)
        if (memcmp(&map->Colors[i], &rgb, sizeof rgb) == 0)
            return i;
    map->Colors[*used] = rgb;
    return (*used)++;
}

static void save_gif(void (*draw)(pmb_canvas *c, int frame, int frames), pmb_color ground, int w,
                     int h, int frames, int hundredths, const char *directory, const char *name)
{
    char path[512];
    int error, used = 0;
    static GifPixelType pixels[64][MOST_W * 4];
    ColorMapObject *map = GifMakeMapObject(16, NULL);
    snprintf(path, sizeof path, "%s/%s", directory, name);
    GifFileType *gif = EGifOpenFileName(path, false, &error);
    if (!gif || !map || h > 64) {
        fprintf(stderr, "%s: cannot be written\n", path);
        exit(1);
    }
    EGifSetGifVersion(gif, true);
    /* All frames once for the colours, then again for the file. */
    for (int pass = 0; pass < 2; pass++) {
        if (pass == 1)
            EGifPutScreenDesc(gif, w, h, 4, 0, map);
        for (int i = 0; i < frames; i++) {
            pmb_canvas c = canvas(w, h, ground);
            draw(&c, i, frames);
            for (int y = 0; y < h; y++)
                for (int x = 0; x < w; x++)
                    pixels[y][x] =
                        (GifPixelType)color_index(map, &used, pmb_canvas_peek(&c, at(x, y)));
            if (pass == 0)
                continue;
            GifByteType extension[4];
            const GraphicsControlBlock control = {.DelayTime = hundredths,
                                                  .TransparentColor = NO_TRANSPARENT_COLOR};
            EGifGCBToExtension(&control, extension);
            EGifPutExtension(gif, GRAPHICS_EXT_FUNC_CODE, 4, extension);
            EGifPutImageDesc(gif, 0, 0, w, h, false, NULL);
            for (int y = 0; y < h; y++)
                EGifPutLine(gif, pixels[y], w);
        }
    }
    EGifCloseFile(gif, &error);
    GifFreeMapObject(map);
}

int main(int argc, char **argv)
{
    if (argc != 3) {
        fprintf(stderr, "usage: pemble-quay PICTURES CARD\n");
        return 2;
    }
    const char *const pictures = argv[1], *const card = argv[2];
    pmb_canvas c = canvas(320, 240, SEA);
    draw_harbour(&c);
    save_png(&c, pictures, "harbour.png");
    save_png(&c, card, "harbour.png");
    c = canvas(240, 180, SEA);
    draw_dawn(&c);
    save_png(&c, pictures, "dawn.png");
    save_jpeg(&c, card, "DAWN 7.JPG", 0);
    save_jpeg(&c, card, "broken.jpg", 3000);
    c = canvas(400, 300, PMB_WHITE);
    draw_table(&c);
    save_png(&c, pictures, "table.png");
    save_png(&c, card, "table.png");
    c = canvas(64, 64, NOTHING);
    draw_sign(&c);
    save_png(&c, pictures, "sign.png");
    c = canvas(62, 30, NOTHING);
    draw_ferry(&c, 1, 29, HULL, WALL, HULL, LAMP);
    save_png(&c, pictures, "ferry.png");
    c = canvas(62, 30, NOTHING);
    draw_ferry(&c, 1, 29, PMB_WHITE, PMB_WHITE, PMB_BLACK, PMB_BLACK);
    pmb_rect_fill(&c, rect(23, 1, 6, 6), PMB_WHITE);
    save_png(&c, pictures, "ferry-light.png");
    save_gif(draw_wheel, PMB_BLACK, 50, 50, 28, 5, pictures, "wheel.gif");
    save_gif(draw_crossing, SKY_LOW, 96, 48, 16, 8, pictures, "crossing.gif");
    save_gif(draw_crossing, SKY_LOW, 96, 48, 16, 8, card, "crossing.gif");
    save_gif(draw_gull, PMB_BLACK, 21, 12, 6, 8, pictures, "gull.gif");
    return 0;
}
