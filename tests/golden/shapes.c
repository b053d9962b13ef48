/* Every shape on every format against pictures that were looked at and kept. `make golden` draws
 * them anew, for looking at once more. */
#include "test.h"
#include "cells.h"
#include "golden.h"

enum { ACROSS = 6, DOWN = 5, W = ACROSS * CELL, H = DOWN * CELL };

static const struct {
    const char *picture;
    const pmb_format *format;
} formats[] = {
    {"shapes-one-bit", &pmb_mono_vertical},
    {"shapes-one-bit", &pmb_mono_vertical_msb},
    {"shapes-one-bit", &pmb_mono_horizontal},
    {"shapes-one-bit", &pmb_mono_horizontal_lsb},
    {"shapes-grey", &pmb_grey4},
    {"shapes-grey", &pmb_grey4_vertical},
    {"shapes-colour", &pmb_rgb565},
    {"shapes-ink", &pmb_ink_vertical},
    {"shapes-ink", &pmb_ink_vertical_msb},
    {"shapes-ink", &pmb_ink_horizontal},
    {"shapes-ink", &pmb_ink_horizontal_lsb},
};

static pmb_canvas draw_sheet(const pmb_format *format)
{
    static uint8_t pixels[W * H * 2];
    pmb_canvas c;
    memset(pixels, 0, sizeof pixels);
    assert_int_equal(pmb_canvas_init(&c, format, (pmb_rect){0, 0, W, H}, pixels, sizeof pixels),
                     PMB_OK);
    assert_int_equal(cell_count, ACROSS * DOWN);
    for (size_t i = 0; i < cell_count; i++)
        cell_draw(&c, i, (pmb_point){(int16_t)(i % ACROSS * CELL), (int16_t)(i / ACROSS * CELL)});
    return c;
}

static const char *part(int x, int y)
{
    return cells[y / CELL * ACROSS + x / CELL].name;
}

static void shapes_look_as_they_did(void **state)
{
    (void)state;
    for (size_t f = 0; f < LENGTH(formats); f++) {
        const pmb_canvas c = draw_sheet(formats[f].format);
        golden_compare(formats[f].picture, &c, part);
    }
}

int main(int argc, char **argv)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_NO_TURN | PMB_PLAIN_PANELS | PMB_ONE_BIT | PMB_ONLY_CIRCLES,
                     shapes_look_as_they_did),
    };
    int wrong = 0;
    if (argc != 3 || strcmp(argv[1], "--keep") != 0)
        return cmocka_run_group_tests(tests, NULL, NULL);
    for (size_t f = 0; f < LENGTH(formats); f++) {
        const pmb_canvas c = draw_sheet(formats[f].format);
        wrong |= golden_keep(argv[2], formats[f].picture, &c);
    }
    return wrong;
}
