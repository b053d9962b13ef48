/* pattern.c - patterns, dithered greys and gradients. */
#include "pemble/shape.h"
#include "canvas/damage.h"

/* Bayer's matrix of order 4: a pixel is set when the level is above its number. */
static const PMB_FLASH uint8_t order[4][4] = {
    {0, 8, 2, 10}, {12, 4, 14, 6}, {3, 11, 1, 9}, {15, 7, 13, 5}};

/* What is visible of r, in screen coordinates. */
static pmb_rect visible(const pmb_canvas *c, pmb_rect r)
{
    const int32_t x = (int32_t)r.x + c->origin.x, y = (int32_t)r.y + c->origin.y;
    if (x < INT16_MIN || x > INT16_MAX || y < INT16_MIN || y > INT16_MAX)
        return (pmb_rect){0, 0, 0, 0};
    return pmb_rect_common((pmb_rect){(int16_t)x, (int16_t)y, r.w, r.h}, c->clip);
}

/* Whether a pixel is chosen; screen coordinates. */
typedef bool (*chooser)(const void *how, int16_t x, int16_t y);

static void touch(const pmb_canvas *c, pmb_rect area)
{
    area.x = (int16_t)(area.x - c->bounds.x);
    area.y = (int16_t)(area.y - c->bounds.y);
    pmb_canvas_touch(c, &area);
}

/* Fills the chosen pixels of an area that lies in the clip, in runs. */
static void fill_chosen(pmb_canvas *c, pmb_rect area, chooser choose, const void *how,
                        pmb_color color)
{
    touch(c, area);
    for (int16_t y = area.y; y < area.y + area.h; y++) {
        int16_t run = 0;
        for (int16_t i = 0; i <= area.w; i++) {
            if (i < area.w && choose(how, (int16_t)(area.x + i), y)) {
                run++;
                continue;
            }
            if (run > 0)
                c->format->fill(c, (int16_t)(area.x + i - run - c->bounds.x),
                                (int16_t)(y - c->bounds.y), run, 1, color);
            run = 0;
        }
    }
}

static bool in_pattern(const void *how, int16_t x, int16_t y)
{
    const PMB_FLASH uint8_t *const *pattern = how;
    return (*pattern)[y & 7] & 0x80 >> (x & 7);
}

void pmb_rect_pattern(pmb_canvas *c, pmb_rect r, const PMB_FLASH uint8_t pattern[8],
                      pmb_color color)
{
    if (pattern)
        fill_chosen(c, visible(c, r), in_pattern, &pattern, color);
}

static bool in_level(const void *how, int16_t x, int16_t y)
{
    return *(const uint8_t *)how > order[y & 3][x & 3];
}

void pmb_rect_dither(pmb_canvas *c, pmb_rect r, uint8_t level, pmb_color color)
{
    fill_chosen(c, visible(c, r), in_level, &level, color);
}

/* A gradient, counted from where it begins. */
struct gradient {
    pmb_point start; /* screen coordinates */
    int16_t steps;   /* from the first to the last colour */
    bool down;
    pmb_color from, to;
};

static uint8_t between(uint8_t from, uint8_t to, int32_t step, int32_t steps)
{
    const int32_t way = ((int32_t)to - from) * step;
    return (uint8_t)(from + (way + (way < 0 ? -steps / 2 : steps / 2)) / steps);
}

struct components {
    unsigned red, green, blue;
};

static struct components components_at(const struct gradient *g, int16_t x, int16_t y)
{
    const int32_t step = g->down ? (int32_t)y - g->start.y : (int32_t)x - g->start.x;
    const int32_t steps = g->steps > 0 ? g->steps : 1;
    return (struct components){
        between(pmb_color_red(g->from), pmb_color_red(g->to), step, steps),
        between(pmb_color_green(g->from), pmb_color_green(g->to), step, steps),
        between(pmb_color_blue(g->from), pmb_color_blue(g->to), step, steps)};
}

static pmb_color color_at(const struct gradient *g, int16_t x, int16_t y)
{
    const struct components at = components_at(g, x, y);
    return PMB_RGB(at.red, at.green, at.blue);
}

/* Whether a pixel of a one-bit gradient is light: its brightness, 0 to 255, as a level of 0 to 16.
 */
static bool is_light(const void *how, int16_t x, int16_t y)
{
    const struct components at = components_at(how, x, y);
    const unsigned luma = PMB_LUMA(at.red, at.green, at.blue);
    return (luma * 16u + 127) / 255 > order[y & 3][x & 3];
}

void pmb_rect_gradient(pmb_canvas *c, pmb_rect r, pmb_color from, pmb_color to, bool down)
{
    const pmb_rect area = visible(c, r);
    if (pmb_rect_is_empty(area))
        return;
    const struct gradient g = {
        .start = {(int16_t)(r.x + c->origin.x), (int16_t)(r.y + c->origin.y)},
        .steps = (int16_t)((down ? r.h : r.w) - 1),
        .down = down,
        .from = from,
        .to = to,
    };
    const pmb_rect held = {(int16_t)(area.x - c->bounds.x), (int16_t)(area.y - c->bounds.y), area.w,
                           area.h};
    if (c->format->one_bit) {
        c->format->fill(c, held.x, held.y, held.w, held.h, PMB_BLACK);
        fill_chosen(c, area, is_light, &g, PMB_WHITE);
        return;
    }
    touch(c, area);
    /* One line of one colour after the other. */
    const int16_t lines = down ? held.h : held.w;
    for (int16_t i = 0; i < lines; i++) {
        const pmb_color color =
            color_at(&g, (int16_t)(area.x + (down ? 0 : i)), (int16_t)(area.y + (down ? i : 0)));
        if (down)
            c->format->fill(c, held.x, (int16_t)(held.y + i), held.w, 1, color);
        else
            c->format->fill(c, (int16_t)(held.x + i), held.y, 1, held.h, color);
    }
}
