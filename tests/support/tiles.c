/*
 * tiles.c - fails when two pictures of a symptoms sheet are the same. A tile is a dark frame six
 * pixels wide around a glass; tiles are found by the colour of the frame.
 */
#include <stdbool.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <png.h>

enum { MOST = 32 };

static png_image image = {.version = PNG_IMAGE_VERSION};
static unsigned char *pixels;

static bool is_frame(unsigned x, unsigned y)
{
    static const unsigned char frame[] = {0x05, 0x06, 0x07};
    return x < image.width && y < image.height &&
           memcmp(pixels + 3 * ((size_t)y * image.width + x), frame, 3) == 0;
}

static bool is_corner(unsigned x, unsigned y)
{
    return is_frame(x, y) && (x == 0 || !is_frame(x - 1, y)) && (y == 0 || !is_frame(x, y - 1)) &&
           is_frame(x + 5, y) && is_frame(x, y + 5) && is_frame(x + 12, y + 5);
}

int main(int argc, char **argv)
{
    unsigned lefts[MOST], tops[MOST], count = 0, w = 0, h = 0;
    if (argc != 2 || !png_image_begin_read_from_file(&image, argv[1]))
        return 2;
    image.format = PNG_FORMAT_RGB;
    pixels = malloc(PNG_IMAGE_SIZE(image));
    if (!png_image_finish_read(&image, NULL, pixels, 0, NULL))
        return 2;
    for (unsigned y = 0; y < image.height; y++)
        for (unsigned x = 0; x < image.width && count < MOST; x++)
            if (is_corner(x, y) && (count == 0 || y == tops[count - 1] || y > tops[0] + h)) {
                if (count == 0) {
                    while (is_frame(x + w, y))
                        w++;
                    while (is_frame(x, y + h))
                        h++;
                }
                lefts[count] = x;
                tops[count++] = y;
            }
    if (count < 6) {
        fprintf(stderr, "only %u tiles\n", count);
        return 1;
    }
    for (unsigned a = 0; a < count; a++)
        for (unsigned b = a + 1; b < count; b++) {
            bool same = true;
            for (unsigned row = 0; row < h && same; row++)
                same = memcmp(pixels + 3 * ((size_t)(tops[a] + row) * image.width + lefts[a]),
                              pixels + 3 * ((size_t)(tops[b] + row) * image.width + lefts[b]),
                              3 * (size_t)w) == 0;
            if (same) {
                fprintf(stderr, "tiles %u and %u are the same\n", a + 1, b + 1);
                return 1;
            }
        }
    free(pixels);
    printf("%u tiles, all different\n", count);
    return 0;
}
