/* shown.c - pictures for JavaScript, and texts from and to it. */
#include "web.h"

#include <stdarg.h>
#include <stdio.h>
#include <stdlib.h>
#include "command.h"

static const struct shown *now;
static char said[400]; /* what was complained of last */

bool shown_size(struct shown *s, int width, int height)
{
    if (s->width == width && s->height == height)
        return true;
    free(s->rgba);
    *s = (struct shown){width, height, malloc(4 * (size_t)width * (size_t)height)};
    if (!s->rgba)
        *s = (struct shown){0, 0, NULL};
    return s->rgba != NULL;
}

/* Whether the middle of a pixel lies on a round glass; all numbers doubled. */
static bool on_glass(const pmb_glass_view *g, int x, int y)
{
    const int dx = 2 * x + 1 - g->width, dy = 2 * y + 1 - g->height;
    return !g->round || dx * dx + dy * dy <= g->width * g->width;
}

void shown_glass(struct shown *s, pmb_module *module)
{
    const pmb_glass_view g = pmb_module_glass(module);
    const int turns = pmb_module_turns(module), w = g.width, h = g.height;
    if (!shown_size(s, turns % 2 ? h : w, turns % 2 ? w : h))
        return;
    uint8_t *to = s->rgba;
    for (int row = 0; row < s->height; row++)
        for (int column = 0; column < s->width; column++, to += 4) {
            const int across[4] = {column, row, w - 1 - column, w - 1 - row};
            const int down[4] = {row, h - 1 - column, h - 1 - row, column};
            const uint8_t *from = g.rgb + 3 * (down[turns] * w + across[turns]);
            to[0] = from[0];
            to[1] = from[1];
            to[2] = from[2];
            to[3] = on_glass(&g, across[turns], down[turns]) ? 255 : 0;
        }
}

void shown_color(uint8_t rgba[4], pmb_color color)
{
    rgba[0] = pmb_color_red(color);
    rgba[1] = pmb_color_green(color);
    rgba[2] = pmb_color_blue(color);
    rgba[3] = 255;
}

void shown_is(const struct shown *s)
{
    now = s;
}

int EXPORT(shown_width)(void)
{
    return now ? now->width : 0;
}

int EXPORT(shown_height)(void)
{
    return now ? now->height : 0;
}

const uint8_t *EXPORT(shown_pixels)(void)
{
    return now ? now->rgba : NULL;
}

void complain(const char *format, ...)
{
    va_list arguments;
    va_start(arguments, format);
    vsnprintf(said, sizeof said, format, arguments);
    va_end(arguments);
}

const char *EXPORT(what_was_said)(void)
{
    return said;
}
