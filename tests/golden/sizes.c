/* Every gauge at many sizes, by the checksums of its pictures: of a change of its looks at a size
 * that is not on the sheets (gauges.c) nothing else would tell. `make golden` keeps them anew. */
#include <stdio.h>
#include <zlib.h>
#include "gauges.h"
#include "golden.h"

enum { MOST = 200, LINE = 80, LINES = 600 };

static const int16_t sides[] = {1,  2,  3,  4,  5,  6,  7,  8,  9,  10, 11, 12,  13,  14,
                                16, 18, 20, 23, 27, 32, 39, 48, 57, 68, 81, 100, 141, MOST};

static const struct {
    const char *name;
    const pmb_format *format;
    const pmb_theme *theme;
} looks[] = {
    {"colour", &pmb_rgb565, &pmb_theme_color},
    {"dark", &pmb_mono_vertical, &pmb_theme_dark},
};

static char kept[LINES][LINE];
static size_t count;

/* One number for a gauge at one height and all widths. */
static uLong checksum_of(const struct gauge *gauge, size_t look, int16_t h)
{
    static uint8_t pixels[MOST * MOST * 2];
    static const int parts[] = {-10, 43, 80, 110};
    uLong sum = crc32(0, NULL, 0);
    for (size_t i = 0; i < LENGTH(sides); i++)
        for (size_t part = 0; part < LENGTH(parts); part++) {
            pmb_canvas c;
            const pmb_rect all = {0, 0, sides[i], h};
            const size_t bytes = pmb_canvas_bytes(looks[look].format, (pmb_size){all.w, all.h});
            assert_int_equal(pmb_canvas_init(&c, looks[look].format, all, pixels, sizeof pixels),
                             PMB_OK);
            memset(pixels, 0x5A, bytes);
            gauge->draw(&c, looks[look].theme, all, parts[part]);
            sum = crc32(sum, pixels, (uInt)bytes);
        }
    return sum;
}

/* A line for each gauge and look: a number for each fourth of the heights. */
static void draw_all(void)
{
    count = 0;
    for (size_t i = 0; i < gauge_count; i++)
        for (size_t look = 0; look < LENGTH(looks); look++) {
            uLong sums[4] = {0};
            for (size_t h = 0; h < LENGTH(sides); h++)
                sums[h * 4 / LENGTH(sides)] =
                    sums[h * 4 / LENGTH(sides)] * 31 + checksum_of(&gauges[i], look, sides[h]);
            assert_true(count < LINES);
            snprintf(kept[count++], LINE, "%-24s %-6s %08lx %08lx %08lx %08lx\n", gauges[i].name,
                     looks[look].name, sums[0] & 0xFFFFFFFF, sums[1] & 0xFFFFFFFF,
                     sums[2] & 0xFFFFFFFF, sums[3] & 0xFFFFFFFF);
        }
}

static void gauges_look_as_they_did_at_every_size(void **state)
{
    (void)state;
    char line[LINE];
    size_t i = 0;
    FILE *f = fopen(SOURCE_DIR "/tests/golden/sizes.txt", "r");
    assert_non_null(f);
    draw_all();
    for (; fgets(line, sizeof line, f); i++) {
        assert_true(i < count);
        assert_string_equal(kept[i], line);
    }
    fclose(f);
    assert_int_equal(i, count);
}

/* What is kept, for `make golden`: its name is given. */
static int keep(const char *directory)
{
    char path[500];
    snprintf(path, sizeof path, "%s/sizes.txt", directory);
    FILE *f = fopen(path, "w");
    draw_all();
    for (size_t i = 0; f && i < count; i++)
        fputs(kept[i], f);
    return f && fclose(f) == 0 ? 0 : 1;
}

int main(int argc, char **argv)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_PLAIN_PANELS | PMB_ONE_BIT | PMB_PLAIN_TEXT | PMB_ONLY_CIRCLES | PMB_NEAR,
                     gauges_look_as_they_did_at_every_size),
    };
    if (argc == 3 && strcmp(argv[1], "--keep") == 0)
        return keep(argv[2]);
    return cmocka_run_group_tests(tests, NULL, NULL);
}
