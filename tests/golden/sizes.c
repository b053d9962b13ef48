/* Every gauge at many sizes, by the checksums of its pictures: of a change of its looks at a size
 * that is not on the sheets (gauges.c) nothing else would tell. `make golden` keeps them anew. */
#include <zlib.h>
#include "gauges.h"
#include "golden.h"

enum { MOST = 200 };

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
static void write_lines(FILE *lines)
{
    for (size_t i = 0; i < gauge_count; i++)
        for (size_t look = 0; look < LENGTH(looks); look++) {
            fprintf(lines, "%-24s %-6s", gauges[i].name, looks[look].name);
            for (size_t fourth = 0; fourth < 4; fourth++) {
                uLong sum = 0;
                for (size_t h = 0; h < LENGTH(sides) / 4; h++)
                    sum = sum * 31 +
                          checksum_of(&gauges[i], look, sides[fourth * LENGTH(sides) / 4 + h]);
                fprintf(lines, " %08lx", sum & 0xFFFFFFFF);
            }
            fprintf(lines, "\n");
        }
}

static const struct golden_list list = {"sizes", write_lines};

static void gauges_look_as_they_did_at_every_size(void **state)
{
    (void)state;
    golden_list_compare(&list);
}

int main(int argc, char **argv)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_PLAIN_PANELS | PMB_ONE_BIT | PMB_PLAIN_TEXT | PMB_ONLY_CIRCLES | PMB_NEAR,
                     gauges_look_as_they_did_at_every_size),
    };
    const int kept = golden_list_keep(&list, argc, argv);
    return kept >= 0 ? kept : cmocka_run_group_tests(tests, NULL, NULL);
}
