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
    static const int parts[] = {-10, 0, 43, 50, 80, 100, 110};
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

/* What is measured before it is drawn. */
static void write_measures(FILE *lines)
{
    static const char text[] = "The tide gauge at the quay does not answer.";
    static const int16_t widths[] = {1, 40, 60, 90, 140, 200};
    static const char *const labels[] = {"", "On", "Lamps on the quay"};
    for (size_t i = 0; i < LENGTH(widths); i++)
        for (int kind = 0; kind < 4; kind++) {
            const pmb_message m = {.theme = &pmb_theme_color,
                                   .title = kind & 1 ? "No answer" : NULL,
                                   .icon = kind & 2 ? PMB_ICON_WARNING : NULL};
            const pmb_size size = pmb_message_size(&m, widths[i], text);
            fprintf(lines, "message %d, width %d: %dx%d\n", kind, widths[i], size.w, size.h);
        }
    for (int i = PMB_INSTRUMENT_ROUND; i <= PMB_INSTRUMENT_BATTERY; i++) {
        const pmb_size least = pmb_natural_size(&pmb_theme_color, (pmb_instrument)i);
        fprintf(lines, "instrument %d: %dx%d\n", i, least.w, least.h);
    }
    for (size_t i = 0; i < LENGTH(labels); i++) {
        const pmb_size button = pmb_button_size(&pmb_theme_color, labels[i]);
        const pmb_size switched = pmb_switch_size(&pmb_theme_color, labels[i]);
        fprintf(lines, "button \"%s\": %dx%d, switch: %dx%d\n", labels[i], button.w, button.h,
                switched.w, switched.h);
    }
}

/* The block of a progress of unknown length comes back after two seconds. */
static void write_wandering(FILE *lines)
{
    static uint8_t pixels[60 * 8 * 2];
    for (uint32_t time = 0; time <= 4000; time += 250) {
        pmb_canvas c;
        assert_int_equal(
            pmb_canvas_init(&c, &pmb_rgb565, (pmb_rect){0, 0, 60, 8}, pixels, sizeof pixels),
            PMB_OK);
        pmb_progress_draw(&c, &pmb_theme_color, c.bounds, time, 0);
        fprintf(lines, "after %lu ms: %08lx\n", (unsigned long)time,
                crc32(crc32(0, NULL, 0), pixels, sizeof pixels) & 0xFFFFFFFF);
    }
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
    write_measures(lines);
    write_wandering(lines);
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
