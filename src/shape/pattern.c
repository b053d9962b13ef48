/* pattern.c - patterns, dithered greys and gradients. */
#include <string.h>
#include "pemble/shape.h"
#include "canvas/damage.h"
#include "geometry/limits.h"

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

/* A gradient, in lines of one colour: columns, or rows. */
struct gradient {
    int32_t steps; /* from the first to the last line */
    pmb_color from, to;
};

static uint8_t between(uint8_t from, uint8_t to, int32_t step, int32_t steps)
{
    const int32_t way = ((int32_t)to - from) * step;
    return (uint8_t)(from + (way + (way < 0 ? -steps / 2 : steps / 2)) / steps);
}

/* The colour of a line; with one bit, its brightness as a level of 0 to 16. */
static pmb_color line_at(const struct gradient *g, bool one_bit, int32_t step)
{
    const unsigned red = between(pmb_color_red(g->from), pmb_color_red(g->to), step, g->steps);
    const unsigned green =
        between(pmb_color_green(g->from), pmb_color_green(g->to), step, g->steps);
    const unsigned blue = between(pmb_color_blue(g->from), pmb_color_blue(g->to), step, g->steps);
    if (one_bit)
        return (pmb_color)((PMB_LUMA(red, green, blue) * 16u + 127) / 255);
    return PMB_RGB(red, green, blue);
}

#if PMB_FAST_SHAPES
enum { ROOM = 64 }; /* columns that are drawn at once; a multiple of 8 */

/* How the pixels of row y from column x on (a multiple of 4) are dithered: a bit for each. */
static uint8_t dithered(uint8_t level, int16_t y)
{
    uint8_t bits = 0;
    for (uint8_t i = 0; i < 4; i++)
        bits = (uint8_t)(bits << 1 | (level > order[y & 3][i]));
    return (uint8_t)(bits << 4 | bits);
}

/* Rows of one level each, in one bit. */
static void dither_down(pmb_canvas *c, const struct gradient *g, pmb_rect area, int32_t first)
{
    const uint8_t ahead = area.x & 3;
    uint8_t bits[ROOM / 8];
    for (int16_t i = 0; i < area.h; i++) {
        const int16_t y = (int16_t)(area.y + i);
        memset(bits, dithered((uint8_t)line_at(g, true, first + i), y), sizeof bits);
        for (int16_t x = 0; x < area.w; x = (int16_t)(x + ROOM - 8))
            c->format->copy(c, (int16_t)(area.x + x - c->bounds.x), (int16_t)(y - c->bounds.y),
                            (int16_t)pmb_lesser(area.w - x, ROOM - 8), bits, ahead, PMB_WHITE,
                            PMB_BLACK);
    }
}

/* Columns of one level each: in one bit, the rows of a matrix; else a row of colours. */
static void draw_across(pmb_canvas *c, const struct gradient *g, pmb_rect area, int32_t first)
{
    pmb_color lines[ROOM];
    uint8_t bits[4][ROOM / 8];
    for (int16_t x = 0, w; x < area.w; x = (int16_t)(x + w)) {
        w = (int16_t)pmb_lesser(area.w - x, ROOM);
        memset(bits, 0, sizeof bits);
        for (int16_t i = 0; i < w; i++) {
            lines[i] = line_at(g, c->format->one_bit, first + x + i);
            for (uint8_t row = 0; row < 4 && c->format->one_bit; row++)
                if (lines[i] > order[row][(area.x + x + i) & 3])
                    bits[row][i / 8] |= (uint8_t)(0x80 >> (i & 7));
        }
        const int16_t left = (int16_t)(area.x + x - c->bounds.x);
        for (int16_t y = area.y; y < area.y + area.h; y++)
            if (c->format->one_bit)
                c->format->copy(c, left, (int16_t)(y - c->bounds.y), w, bits[y & 3], 0, PMB_WHITE,
                                PMB_BLACK);
            else
                c->format->colors(c, left, (int16_t)(y - c->bounds.y), w, lines);
    }
}

/* Whole rows at once, where the format can. */
static bool draw_rows(pmb_canvas *c, const struct gradient *g, pmb_rect area, int32_t first,
                      bool down)
{
    const bool one_bit = c->format->one_bit;
    if (one_bit ? !c->format->copy : down || !c->format->colors)
        return false;
    if (down)
        dither_down(c, g, area, first);
    else
        draw_across(c, g, area, first);
    return true;
}
#endif

void pmb_rect_gradient(pmb_canvas *c, pmb_rect r, pmb_color from, pmb_color to, bool down)
{
    const pmb_rect area = visible(c, r);
    if (pmb_rect_is_empty(area))
        return;
    const struct gradient g = {(down ? r.h : r.w) > 1 ? (down ? r.h : r.w) - 1 : 1, from, to};
    const bool one_bit = c->format->one_bit;
    const int32_t first =
        down ? area.y - ((int32_t)r.y + c->origin.y) : area.x - ((int32_t)r.x + c->origin.x);
    const int32_t end = first + (down ? area.h : area.w);
    touch(c, area);
#if PMB_FAST_SHAPES
    if (draw_rows(c, &g, area, first, down))
        return;
#endif
    pmb_rect part = area; /* lines that are alike */
    pmb_color next = line_at(&g, one_bit, first);
    for (int32_t i = first; i < end;) {
        const pmb_color line = next;
        int16_t count = 0;
        for (; i < end && next == line; count++)
            if (++i < end)
                next = line_at(&g, one_bit, i);
        *(down ? &part.h : &part.w) = count;
        c->format->fill(c, (int16_t)(part.x - c->bounds.x), (int16_t)(part.y - c->bounds.y), part.w,
                        part.h, one_bit ? PMB_BLACK : line);
        if (one_bit)
            fill_chosen(c, part, in_level, &(uint8_t){(uint8_t)line}, PMB_WHITE);
        *(down ? &part.y : &part.x) = (int16_t)(*(down ? &part.y : &part.x) + count);
    }
}
