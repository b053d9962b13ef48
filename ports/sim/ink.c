/* ink.c - the ink of simulated e-paper. */
#include "ink.h"
#include "busy.h"

#include <stdlib.h>

/* "Waveforms" in docs/controllers/uc8151.md: the share of the way that one frame goes at 20 degrees
 * and above. The pigment is drawn by a level of 4.2 V in place of 11 V. */
static const double usual_share = 0.17;
enum { PIGMENT_FRAMES = 40, BARE_FRAMES = 8, PIGMENT_SHARE = 42, FULL_SHARE = 110 };

void ink_new(struct ink *ink, const pmb_module *m)
{
    for (int y = 0; y < m->options.height; y++)
        for (int x = 0; x < m->options.width; x++)
            ink->shade[y][x] = (x / 16 + y / 16) % 2 ? 255 : 200;
    ink->border = 255;
}

/* Half as fast for each 10 degrees less. */
static double share_of_frame(int celsius)
{
    double share = usual_share;
    for (; celsius <= 10; celsius += 10)
        share /= 2;
    return celsius < 20 ? share * (1 - 0.05 * (20 - celsius)) : share;
}

static uint8_t moved(const struct ink_drive *d, uint8_t shade)
{
    return (uint8_t)(d->factor * shade + d->target + 0.5);
}

void ink_settle(struct ink *ink, int x, int y, enum ink_target target)
{
    ink->shade[y][x] = target == INK_BLACK ? 0 : 255;
    ink->pigment[y][x] = target == INK_SECOND ? INK_RED : target == INK_THIRD ? INK_YELLOW : 0;
    ink->balance[y][x] = 0;
}

void ink_push(struct ink *ink, int x, int y, enum ink_target target, int left)
{
    const int from = ink->shade[y][x], to = target == INK_BLACK ? 0 : 255;
    ink->shade[y][x] = (uint8_t)(to + (from - to) * left / 100);
    ink->pigment[y][x] = INK_NONE;
}

void waveform_add(struct waveform *w, unsigned level, int frames)
{
    if (frames <= 0 || w->count == INK_PHASES)
        return;
    w->phases[w->count].level = (uint8_t)level;
    w->phases[w->count++].frames = frames;
}

struct ink_drive ink_plan(const pmb_module *m, const struct waveform *w)
{
    const double share = share_of_frame(m->celsius);
    struct ink_drive d = {.factor = 1};
    for (int i = 0; i < w->count; i++) {
        const int frames = w->phases[i].frames;
        const unsigned level = w->phases[i].level;
        d.frames += frames;
        if (level == INK_REST)
            continue;
        if (level == INK_TO_COLOR) {
            d.balance -= frames * 100 * PIGMENT_SHARE / FULL_SHARE;
            d.color = d.color || frames * share >= PIGMENT_FRAMES * usual_share;
            continue;
        }
        double left = 1;
        for (int frame = 0; frame < frames; frame++)
            left *= 1 - share;
        d.factor *= left;
        d.target = d.target * left + (level == INK_TO_WHITE ? 255 * (1 - left) : 0);
        d.balance += level == INK_TO_WHITE ? frames * 100 : -frames * 100;
        if (frames >= BARE_FRAMES) {
            d.bare = true;
            d.color = false;
        }
    }
    return d;
}

void ink_move(struct ink *ink, int x, int y, const struct ink_drive *d)
{
    ink->shade[y][x] = moved(d, ink->shade[y][x]);
    if (d->color)
        ink->pigment[y][x] = INK_RED;
    else if (d->bare)
        ink->pigment[y][x] = INK_NONE;
    ink->balance[y][x] += d->balance;
}

void ink_move_border(struct ink *ink, const struct ink_drive *d)
{
    ink->border = moved(d, ink->border);
    ink->border_balance += d->balance;
}

void ink_check(pmb_module *m, const struct ink *ink)
{
    enum { MOST = INK_MOST_FRAMES * 100 };
    if (abs(ink->border_balance) > MOST)
        module_complain(m,
                        "the border is driven more to one side than to the other by over %d "
                        "frames: it fades",
                        INK_MOST_FRAMES);
    for (int y = 0; y < m->options.height; y++)
        for (int x = 0; x < m->options.width; x++)
            if (abs(ink->balance[y][x]) > MOST)
                module_complain(m,
                                "a pixel is driven more to one side than to the other by over %d "
                                "frames: it fades",
                                INK_MOST_FRAMES);
}

/* The shades of paper. */
static void mix(uint8_t rgb[3], int shade)
{
    rgb[0] = rgb[1] = (uint8_t)(34 + shade * 192 / 255);
    rgb[2] = (uint8_t)(36 + shade * 182 / 255);
}

/* Worn by half after a day of voltage, or after 20 times the drive that a glass forgives. How soon
 * a real one is, we do not know: this is to be seen. */
static int pale(int shade, unsigned idle_seconds, int32_t balance)
{
    enum { DAY = 24 * 3600, MOST = INK_MOST_FRAMES * 100 };
    int worn = (int)(128ull * idle_seconds / DAY) + (int)(128ll * abs(balance) / 20 / MOST);
    worn = worn > 230 ? 230 : worn;
    return shade + (150 - shade) * worn / 255;
}

void ink_render(pmb_module *m, const struct ink *ink)
{
    uint8_t rgb[3];
    const unsigned idle = busy_idle_seconds(m);
    mix(m->border, ink->border);
    m->has_border = true;
    for (int y = 0; y < m->options.height; y++)
        for (int x = 0; x < m->options.width; x++) {
            if (ink->pigment[y][x] == INK_RED)
                module_plot(m, x, y, 176, 38, 32);
            else if (ink->pigment[y][x] == INK_YELLOW)
                module_plot(m, x, y, 222, 182, 40);
            else {
                mix(rgb, pale(ink->shade[y][x], idle, ink->balance[y][x]));
                module_plot(m, x, y, rgb[0], rgb[1], rgb[2]);
            }
        }
}
