/* golden.c - canvases as PNGs. */
#include "golden.h"

#include <png.h>
#include <stdio.h>

static void path_of(char path[512], const char *directory, const char *name)
{
    snprintf(path, 512, "%s/%s.png", directory, name);
}

static void rgb_of(const pmb_canvas *c, uint8_t *rgb)
{
    for (int i = 0; i < c->bounds.w * c->bounds.h; i++) {
        const pmb_color color =
            pmb_canvas_peek(c, (pmb_point){(int16_t)(i % c->bounds.w), (int16_t)(i / c->bounds.w)});
        rgb[3 * i] = pmb_color_red(color);
        rgb[3 * i + 1] = pmb_color_green(color);
        rgb[3 * i + 2] = pmb_color_blue(color);
    }
}

int golden_keep(const char *directory, const char *name, const pmb_canvas *c)
{
    static uint8_t rgb[GOLDEN_MOST_W * GOLDEN_MOST_H * 3];
    png_image image = {.version = PNG_IMAGE_VERSION,
                       .width = (png_uint_32)c->bounds.w,
                       .height = (png_uint_32)c->bounds.h,
                       .format = PNG_FORMAT_RGB};
    char path[512];
    path_of(path, directory, name);
    rgb_of(c, rgb);
    if (png_image_write_to_file(&image, path, 0, rgb, 0, NULL))
        return 0;
    fprintf(stderr, "%s: %s\n", path, image.message);
    return 1;
}

void golden_compare(const char *name, const pmb_canvas *c, const char *(*part)(int x, int y))
{
    static uint8_t drawn[GOLDEN_MOST_W * GOLDEN_MOST_H * 3], kept[sizeof drawn];
    png_image image = {.version = PNG_IMAGE_VERSION};
    char path[512];
    path_of(path, SOURCE_DIR "/tests/golden", name);
    if (!png_image_begin_read_from_file(&image, path))
        fail_msg("%s: %s", path, image.message);
    assert_int_equal(image.width, c->bounds.w);
    assert_int_equal(image.height, c->bounds.h);
    image.format = PNG_FORMAT_RGB;
    assert_true(png_image_finish_read(&image, NULL, kept, 0, NULL));
    rgb_of(c, drawn);
    for (int i = 0; i < c->bounds.w * c->bounds.h; i++)
        if (memcmp(drawn + 3 * i, kept + 3 * i, 3) != 0)
            fail_msg("%s: %s: pixel %d,%d differs", path, part(i % c->bounds.w, i / c->bounds.w),
                     i % c->bounds.w, i / c->bounds.w);
}
