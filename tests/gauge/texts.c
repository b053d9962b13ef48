/* Texts of gauges: at every size and in every theme no two of one gauge touch, and none is cut off.
 * The linker puts functions of this file between the gauges and the drawing of text. */
#include <stdio.h>
#include "gauges.h"
#include "test.h"
#include "text/glyph.h"

enum { SIDE = 240, MARGIN = 60, W = SIDE + 2 * MARGIN };

/* The ink of texts on a sheet that is wider than the gauge in every direction. */
struct ink {
    pmb_canvas c;
    uint8_t pixels[W * W / 8];
};

static struct {
    bool on;
    pmb_rect gauge;
    struct ink before, seen, whole; /* texts before; this one as the clip shows it; all of it */
    int base, top; /* of the capitals of its last line: in little room the rest may be cut */
    unsigned texts;
    char wrong[160];
} written;

static void no_ink(struct ink *ink)
{
    static const pmb_rect all = {-MARGIN, -MARGIN, W, W};
    assert_int_equal(
        pmb_canvas_init(&ink->c, &pmb_mono_horizontal, all, ink->pixels, sizeof ink->pixels),
        PMB_OK);
    pmb_fill(&ink->c, PMB_BLACK);
}

static bool is_inked(const struct ink *ink, int x, int y)
{
    return pmb_canvas_peek(&ink->c, (pmb_point){(int16_t)x, (int16_t)y}) != PMB_BLACK;
}

static void blame(const char *text, const char *why, int x, int y)
{
    if (!written.wrong[0])
        (void)snprintf(written.wrong, sizeof written.wrong, "\"%s\" %s at %d,%d", text, why, x, y);
}

static void judge_pixel(const char *text, int x, int y)
{
    const pmb_rect r = written.gauge;
    const bool seen = is_inked(&written.seen, x, y), capital = y >= written.top && y < written.base;
    if (x < r.x || x >= r.x + r.w || ((y < r.y || y >= r.y + r.h) && capital))
        blame(text, "leaves the gauge", x, y);
    else if (!seen && capital)
        blame(text, "is cut off", x, y);
    if (!seen)
        return;
    for (int i = 0; i < 9; i++)
        if (is_inked(&written.before, x + i % 3 - 1, y + i / 3 - 1))
            blame(text, "touches another text", x, y);
}

static void begin_text(void)
{
    no_ink(&written.seen);
    no_ink(&written.whole);
}

static void end_text(const char *text)
{
    for (int i = 0; i < W * W / 8; i++)
        for (int bit = 0; written.whole.pixels[i] && bit < 8; bit++)
            if (written.whole.pixels[i] & 128 >> bit)
                judge_pixel(text, i * 8 % W + bit - MARGIN, i * 8 / W - MARGIN);
    for (int i = 0; i < W * W / 8; i++)
        written.before.pixels[i] |= written.seen.pixels[i];
    written.texts++;
}

pmb_reach __real_pmb_text_run(pmb_canvas *c, const pmb_text_style *style, pmb_point p,
                              const char *text, const char *end);
pmb_reach __wrap_pmb_text_run(pmb_canvas *c, const pmb_text_style *style, pmb_point p,
                              const char *text, const char *end);
void __real_pmb_text(pmb_canvas *c, const pmb_text_style *style, pmb_point p, const char *text);
void __wrap_pmb_text(pmb_canvas *c, const pmb_text_style *style, pmb_point p, const char *text);
uint16_t __real_pmb_text_box(pmb_canvas *c, const pmb_text_style *style, pmb_rect r,
                             const pmb_text_layout *layout, const char *text);
uint16_t __wrap_pmb_text_box(pmb_canvas *c, const pmb_text_style *style, pmb_rect r,
                             const pmb_text_layout *layout, const char *text);

static void write_ink(const pmb_canvas *c, const pmb_text_style *style, pmb_point p,
                      const char *text, const char *end)
{
    pmb_text_style ink = *style;
    ink.color = PMB_WHITE;
    written.base = p.y;
    written.top =
        p.y - pmb_font_measure(style->font).cap_height * (style->scale ? style->scale : 1);
    (void)__real_pmb_text_run(&written.whole.c, &ink, p, text, end);
    const pmb_rect saved = pmb_canvas_narrow_clip(&written.seen.c, c->clip);
    (void)__real_pmb_text_run(&written.seen.c, &ink, p, text, end);
    pmb_canvas_restore_clip(&written.seen.c, saved);
}

pmb_reach __wrap_pmb_text_run(pmb_canvas *c, const pmb_text_style *style, pmb_point p,
                              const char *text, const char *end)
{
    if (c && written.on)
        write_ink(c, style, p, text, end);
    return __real_pmb_text_run(c, style, p, text, end);
}

void __wrap_pmb_text(pmb_canvas *c, const pmb_text_style *style, pmb_point p, const char *text)
{
    if (written.on) {
        begin_text();
        write_ink(c, style, p, text, NULL);
        end_text(text);
    }
    __real_pmb_text(c, style, p, text);
}

uint16_t __wrap_pmb_text_box(pmb_canvas *c, const pmb_text_style *style, pmb_rect r,
                             const pmb_text_layout *layout, const char *text)
{
    if (written.on)
        begin_text();
    const uint16_t lines = __real_pmb_text_box(c, style, r, layout, text);
    if (written.on)
        end_text(text);
    return lines;
}

static const int16_t sides[] = {3, 5, 7, 9, 11, 13, 16, 20, 24, 28, 33, 41, 57, 80, 113, 160, 240};

static void a_gauge_keeps_its_texts_apart(const struct gauge *g, const char *theme_name,
                                          const pmb_theme *theme)
{
    static uint8_t pixels[SIDE * SIDE * 2];
    pmb_canvas c;
    assert_int_equal(
        pmb_canvas_init(&c, &pmb_rgb565, (pmb_rect){0, 0, SIDE, SIDE}, pixels, sizeof pixels),
        PMB_OK);
    for (size_t i = 0; i < LENGTH(sides) * LENGTH(sides) * 3; i++) {
        const int part = 45 * (int)(i % 3);
        const int16_t w = sides[i / 3 % LENGTH(sides)], h = sides[i / 3 / LENGTH(sides)];
        written.gauge = (pmb_rect){0, 0, w, h};
        written.wrong[0] = '\0';
        no_ink(&written.before);
        written.on = true;
        g->draw(&c, theme, written.gauge, part);
        written.on = false;
        if (written.wrong[0])
            fail_msg("%s, %s, %dx%d, value at %d %%: %s", g->name, theme_name, w, h, part,
                     written.wrong);
    }
}

static void texts_stand_apart(void **state)
{
    (void)state;
    static pmb_theme smooth;
    smooth = pmb_theme_color;
    smooth.label = &pmb_font_smooth12;
    smooth.text = &pmb_font_smooth16;
    smooth.numerals = &pmb_font_smooth24;
    const struct {
        const char *name;
        const pmb_theme *theme;
    } themes[] = {{"dark", &pmb_theme_dark}, {"colour", &pmb_theme_color}, {"smooth", &smooth}};
    for (size_t i = 0; i < gauge_count * LENGTH(themes); i++)
        a_gauge_keeps_its_texts_apart(&gauges[i / LENGTH(themes)], themes[i % LENGTH(themes)].name,
                                      themes[i % LENGTH(themes)].theme);
    assert_true(written.texts > 1000);
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_PLAIN_TEXT | PMB_ONE_BIT, texts_stand_apart)};
    return cmocka_run_group_tests(tests, NULL, NULL);
}
