/* gallery.c - every gauge in every theme, with any value, on one bit or in colour. */
#include "web.h"

#include "gauges.h"

enum { MOST = 480 };

static const struct {
    const char *name;
    const pmb_theme *theme;
    bool one_bit;
} looks[] = {
    {"colour", &pmb_theme_color, false},
    {"dark, one bit", &pmb_theme_dark, true},
    {"light, one bit", &pmb_theme_light, true},
};

static struct shown shown;
static uint8_t pixels[MOST * MOST * 2];

int EXPORT(gauge_count_of)(void)
{
    return (int)gauge_count;
}

const char *EXPORT(gauge_name)(int number)
{
    return gauges[number].name;
}

int EXPORT(look_count)(void)
{
    return (int)(sizeof looks / sizeof looks[0]);
}

const char *EXPORT(look_name)(int number)
{
    return looks[number].name;
}

static void unpack(const pmb_canvas *c, bool one_bit)
{
    uint8_t *to = shown.rgba;
    for (int y = 0; y < shown.height; y++)
        for (int x = 0; x < shown.width; x++, to += 4) {
            const uint8_t *row = pixels + y * c->stride;
            const int color = one_bit ? (row[x / 8] & 0x80 >> x % 8 ? PMB_WHITE : PMB_BLACK)
                                      : row[2 * x] << 8 | row[2 * x + 1];
            shown_color(to, (pmb_color)color);
        }
}

/* Draws one with a value, `part` of 100, at `scale` hundredths of its natural size. */
void EXPORT(gauge_draw)(int number, int look, int part, int scale)
{
    const struct gauge *g = &gauges[number];
    const int w = g->natural.w * scale / 100, h = g->natural.h * scale / 100;
    const pmb_rect all = {0, 0, (int16_t)(w + 8), (int16_t)(h + 8)};
    pmb_canvas c;
    shown_is(NULL);
    if (w < 1 || h < 1 || all.w > MOST || all.h > MOST || !shown_size(&shown, all.w, all.h) ||
        pmb_canvas_init(&c, looks[look].one_bit ? &pmb_mono_horizontal : &pmb_rgb565, all, pixels,
                        sizeof pixels) != PMB_OK)
        return;
    pmb_fill(&c, looks[look].theme->ground);
    g->draw(&c, looks[look].theme, (pmb_rect){4, 4, (int16_t)w, (int16_t)h}, part);
    unpack(&c, looks[look].one_bit);
    shown_is(&shown);
}
