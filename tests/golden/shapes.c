/* Every shape on every format against pictures that were looked at and kept. `make golden` draws
 * them anew, for looking at once more. */
#include "test.h"
#include "cells.h"
#include "golden.h"

enum { ACROSS = 6, DOWN = 5, W = ACROSS * CELL, H = DOWN * CELL };

static const struct golden_look looks[] = {
    {"shapes-one-bit", &pmb_mono_vertical, NULL},
    {"shapes-one-bit", &pmb_mono_vertical_msb, NULL},
    {"shapes-one-bit", &pmb_mono_horizontal, NULL},
    {"shapes-one-bit", &pmb_mono_horizontal_lsb, NULL},
    {"shapes-grey", &pmb_grey4, NULL},
    {"shapes-grey", &pmb_grey4_vertical, NULL},
    {"shapes-colour", &pmb_rgb565, NULL},
    {"shapes-ink", &pmb_ink_vertical, NULL},
    {"shapes-ink", &pmb_ink_vertical_msb, NULL},
    {"shapes-ink", &pmb_ink_horizontal, NULL},
    {"shapes-ink", &pmb_ink_horizontal_lsb, NULL},
};

static void draw_sheet(pmb_canvas *c, const void *style)
{
    (void)style;
    assert_int_equal(cell_count, ACROSS * DOWN);
    for (size_t i = 0; i < cell_count; i++)
        cell_draw(c, i, (pmb_point){(int16_t)(i % ACROSS * CELL), (int16_t)(i / ACROSS * CELL)});
}

static const char *part(int x, int y)
{
    return cells[y / CELL * ACROSS + x / CELL].name;
}

static const struct golden_sheet sheet = {{W, H}, looks, LENGTH(looks), draw_sheet, part};

static void shapes_look_as_they_did(void **state)
{
    (void)state;
    golden_compare(&sheet);
}

int main(int argc, char **argv)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_NO_TURN | PMB_PLAIN_PANELS | PMB_ONE_BIT | PMB_ONLY_CIRCLES,
                     shapes_look_as_they_did),
    };
    const int kept = golden_keep(&sheet, argc, argv);
    return kept >= 0 ? kept : cmocka_run_group_tests(tests, NULL, NULL);
}
