/* Every shape on every format against pictures that were looked at and kept. `make golden` draws
 * them anew, for looking at once more. */
#include "test.h"
#include <png.h>
#include <stdio.h>
#include "cells.h"

enum { ACROSS = 6, DOWN = 5, W = ACROSS * CELL, H = DOWN * CELL };

static const struct {
    const char *picture;
    const pmb_format *format;
} formats[] = {
    {"one-bit", &pmb_mono_vertical},
    {"one-bit", &pmb_mono_vertical_msb},
    {"one-bit", &pmb_mono_horizontal},
    {"one-bit", &pmb_mono_horizontal_lsb},
    {"grey", &pmb_grey4},
    {"grey", &pmb_grey4_vertical},
    {"colour", &pmb_rgb565},
    {"ink", &pmb_ink_vertical},
    {"ink", &pmb_ink_vertical_msb},
    {"ink", &pmb_ink_horizontal},
    {"ink", &pmb_ink_horizontal_lsb},
};

static const char *path_of(const char *directory, const char *picture)
{
    static char path[512];
    snprintf(path, sizeof path, "%s/shapes-%s.png", directory, picture);
    return path;
}

static void draw_sheet(const pmb_format *format, uint8_t rgb[H][W][3])
{
    static uint8_t pixels[W * H * 2];
    pmb_canvas c;
    memset(pixels, 0, sizeof pixels);
    assert_int_equal(pmb_canvas_init(&c, format, (pmb_rect){0, 0, W, H}, pixels, sizeof pixels),
                     PMB_OK);
    assert_int_equal(cell_count, ACROSS * DOWN);
    for (size_t i = 0; i < cell_count; i++)
        cell_draw(&c, i, (pmb_point){(int16_t)(i % ACROSS * CELL), (int16_t)(i / ACROSS * CELL)});
    for (int16_t y = 0; y < H; y++)
        for (int16_t x = 0; x < W; x++) {
            const pmb_color color = pmb_canvas_peek(&c, (pmb_point){x, y});
            rgb[y][x][0] = pmb_color_red(color);
            rgb[y][x][1] = pmb_color_green(color);
            rgb[y][x][2] = pmb_color_blue(color);
        }
}

static void shapes_look_as_they_did(void **state)
{
    (void)state;
    for (size_t f = 0; f < LENGTH(formats); f++) {
        static uint8_t drawn[H][W][3], kept[H][W][3];
        png_image image = {.version = PNG_IMAGE_VERSION};
        const char *path = path_of(SOURCE_DIR "/tests/golden", formats[f].picture);
        if (!png_image_begin_read_from_file(&image, path))
            fail_msg("%s: %s", path, image.message);
        assert_int_equal(image.width, W);
        assert_int_equal(image.height, H);
        image.format = PNG_FORMAT_RGB;
        assert_true(png_image_finish_read(&image, NULL, kept, 0, NULL));
        draw_sheet(formats[f].format, drawn);
        for (int y = 0; y < H; y++)
            for (int x = 0; x < W; x++)
                if (memcmp(drawn[y][x], kept[y][x], 3) != 0)
                    fail_msg("%s: %s: pixel %d,%d differs", path,
                             cells[y / CELL * ACROSS + x / CELL].name, x % CELL, y % CELL);
    }
}

static int keep(const char *directory)
{
    for (size_t f = 0; f < LENGTH(formats); f++) {
        static uint8_t drawn[H][W][3];
        draw_sheet(formats[f].format, drawn);
        png_image image = {
            .version = PNG_IMAGE_VERSION, .width = W, .height = H, .format = PNG_FORMAT_RGB};
        if (!png_image_write_to_file(&image, path_of(directory, formats[f].picture), 0, drawn, 0,
                                     NULL)) {
            fprintf(stderr, "%s: %s\n", path_of(directory, formats[f].picture), image.message);
            return 1;
        }
    }
    return 0;
}

int main(int argc, char **argv)
{
    const struct CMUnitTest tests[] = {
        cmocka_unit_test(shapes_look_as_they_did),
    };
    if (argc == 3 && strcmp(argv[1], "--keep") == 0)
        return keep(argv[2]);
    return cmocka_run_group_tests(tests, NULL, NULL);
}
