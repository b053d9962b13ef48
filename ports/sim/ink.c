/* ink.c - the ink of simulated e-paper. */
#include "ink.h"

void ink_new(struct ink *ink)
{
    for (int y = 0; y < INK_ROWS; y++)
        for (int x = 0; x < INK_COLUMNS; x++) {
            ink->shade[y][x] = (x / 16 + y / 16) % 2 ? 255 : 200;
            ink->second[y][x] = false;
        }
}

void ink_settle(struct ink *ink, int x, int y, enum ink_target target)
{
    ink->shade[y][x] = target == INK_BLACK ? 0 : 255;
    ink->second[y][x] = target == INK_SECOND;
}

void ink_push(struct ink *ink, int x, int y, enum ink_target target, int left)
{
    const int from = ink->shade[y][x], to = target == INK_BLACK ? 0 : 255;
    ink->shade[y][x] = (uint8_t)(to + (from - to) * left / 100);
    ink->second[y][x] = false;
}

void ink_render(pmb_module *m, const struct ink *ink)
{
    for (int y = 0; y < m->options.height; y++)
        for (int x = 0; x < m->options.width; x++) {
            const int shade = ink->shade[y][x];
            if (ink->second[y][x])
                module_plot(m, x, y, 176, 38, 32);
            else
                module_plot(m, x, y, (uint8_t)(34 + shade * 192 / 255),
                            (uint8_t)(34 + shade * 192 / 255), (uint8_t)(36 + shade * 182 / 255));
        }
}
