/* golden.c - canvases as PNGs, and lists of checksums. */
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

static pmb_canvas draw(const struct golden_sheet *sheet, const struct golden_look *look)
{
    static uint8_t pixels[GOLDEN_MOST_W * GOLDEN_MOST_H * 2];
    const pmb_rect all = {0, 0, sheet->size.w, sheet->size.h};
    pmb_canvas c;
    memset(pixels, 0, sizeof pixels);
    assert_int_equal(pmb_canvas_init(&c, look->format, all, pixels, sizeof pixels), PMB_OK);
    sheet->draw(&c, look->style);
    return c;
}

static int keep(const char *directory, const char *name, const pmb_canvas *c)
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

static void compare(const struct golden_sheet *sheet, const char *name, const pmb_canvas *c)
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
            fail_msg("%s: %s: pixel %d,%d differs", path,
                     sheet->part ? sheet->part(i % c->bounds.w, i / c->bounds.w) : "the sheet",
                     i % c->bounds.w, i / c->bounds.w);
}

void golden_compare(const struct golden_sheet *sheet)
{
    for (size_t i = 0; i < sheet->count; i++) {
        const pmb_canvas c = draw(sheet, &sheet->looks[i]);
        compare(sheet, sheet->looks[i].picture, &c);
    }
}

int golden_keep(const struct golden_sheet *sheet, int argc, char **argv)
{
    int wrong = 0;
    if (argc != 3 || strcmp(argv[1], "--keep") != 0)
        return -1;
    for (size_t i = 0; i < sheet->count; i++) {
        const pmb_canvas c = draw(sheet, &sheet->looks[i]);
        wrong |= keep(argv[2], sheet->looks[i].picture, &c);
    }
    return wrong;
}

pmb_rect golden_place(struct golden_rows *rows, const pmb_canvas *c, pmb_size size)
{
    enum { EDGE = 6 };
    if (rows->y == 0)
        rows->x = rows->y = EDGE;
    if (rows->x + size.w + EDGE > c->bounds.w) {
        rows->x = EDGE;
        rows->y = (int16_t)(rows->y + rows->high + rows->apart);
        rows->high = 0;
    }
    const pmb_rect r = {rows->x, rows->y, size.w, size.h};
    rows->x = (int16_t)(rows->x + size.w + rows->apart);
    rows->high = size.h > rows->high ? size.h : rows->high;
    return r;
}

void golden_list_compare(const struct golden_list *list)
{
    char path[512], was[200], is[200];
    snprintf(path, sizeof path, SOURCE_DIR "/tests/golden/%s.txt", list->name);
    FILE *kept = fopen(path, "r"), *now = tmpfile();
    assert_non_null(kept);
    assert_non_null(now);
    list->write(now);
    rewind(now);
    for (bool more = true; more;) {
        more = fgets(was, sizeof was, kept);
        assert_int_equal(fgets(is, sizeof is, now) != NULL, more);
        if (more)
            assert_string_equal(is, was);
    }
    fclose(kept);
    fclose(now);
}

int golden_list_keep(const struct golden_list *list, int argc, char **argv)
{
    char path[512];
    if (argc != 3 || strcmp(argv[1], "--keep") != 0)
        return -1;
    snprintf(path, sizeof path, "%s/%s.txt", argv[2], list->name);
    FILE *f = fopen(path, "w");
    if (f)
        list->write(f);
    if (f && fclose(f) == 0)
        return 0;
    perror(path);
    return 1;
}
