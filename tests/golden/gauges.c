/* Every gauge in every theme, small, at its natural size and large, against pictures that were
 * looked at and kept. `make golden` draws them anew. */
#include "gauges.h"
#include "golden.h"

enum { CELL_W = 128, CELL_H = 120, ACROSS = 8, DOWN = 8, W = CELL_W * ACROSS, H = CELL_H * DOWN };

/* A theme of one's own: on paper with a second ink what is serious is red. */
static const pmb_theme paper = {
    .ground = PMB_WHITE,
    .ink = PMB_BLACK,
    .quiet = PMB_BLACK,
    .faint = PMB_WHITE,
    .levels = {PMB_BLACK, PMB_RED, PMB_RED},
    .label = &pmb_font_jetty,
    .text = &pmb_font_slipway,
    .numerals = &pmb_font_bollard20,
    .icons = {&pmb_font_pennant8, &pmb_font_pennant12},
};

static const struct golden_look looks[] = {
    {"gauges-dark", &pmb_mono_vertical, &pmb_theme_dark},
    {"gauges-light", &pmb_mono_horizontal, &pmb_theme_light},
    {"gauges-grey", &pmb_grey4, &pmb_theme_dark},
    {"gauges-colour", &pmb_rgb565, &pmb_theme_color},
    {"gauges-ink", &pmb_ink_horizontal, &paper},
};

/* Two cells for each: natural size, and beside it as small as 3/5 and as large as the cell. */
static void draw_sheet(pmb_canvas *c, const void *style)
{
    const pmb_theme *theme = style;
    pmb_fill(c, theme->ground);
    assert_true(gauge_count * 2 <= ACROSS * DOWN);
    for (size_t i = 0; i < 2 * gauge_count; i++) {
        const struct gauge *g = &gauges[i / 2];
        const int x = (int)(i % ACROSS) * CELL_W + 4, y = (int)(i / ACROSS) * CELL_H + 4;
        const pmb_size n = g->natural;
        if (i % 2 == 0) {
            g->draw(c, theme, (pmb_rect){(int16_t)x, (int16_t)y, n.w, n.h}, 70);
            continue;
        }
        const int16_t small_w = (int16_t)(n.w * 3 / 5), small_h = (int16_t)(n.h * 3 / 5);
        g->draw(c, theme, (pmb_rect){(int16_t)x, (int16_t)y, small_w, small_h}, 20);
        const int16_t top = (int16_t)(y + small_h + 3);
        g->draw(c, theme, (pmb_rect){(int16_t)x, top, CELL_W - 8, (int16_t)(y + CELL_H - 8 - top)},
                95);
    }
}

static const char *part(int x, int y)
{
    const size_t i = (size_t)(y / CELL_H * ACROSS + x / CELL_W) / 2;
    return i < gauge_count ? gauges[i].name : "nothing";
}

static const struct golden_sheet sheet = {{W, H}, looks, LENGTH(looks), draw_sheet, part};

static void gauges_look_as_they_did(void **state)
{
    (void)state;
    golden_compare(&sheet);
}

int main(int argc, char **argv)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_PLAIN_PANELS | PMB_ONE_BIT | PMB_PLAIN_TEXT, gauges_look_as_they_did),
    };
    const int kept = golden_keep(&sheet, argc, argv);
    return kept >= 0 ? kept : cmocka_run_group_tests(tests, NULL, NULL);
}
