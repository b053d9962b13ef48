/* pattern.c - patterns, dithered greys and gradients. */
#include "pemble/shape.h"
#include "canvas/damage.h"
#include "canvas/spare.h"
#include "canvas/weave.h"
#include "geometry/limits.h"
#include "shape/edge.h"

/* Bayer's matrix of order 4: a pixel is set when the level is above its number. */
static const PMB_FLASH uint8_t order[4][4] = {
    {0, 8, 2, 10}, {12, 4, 14, 6}, {3, 11, 1, 9}, {15, 7, 13, 5}};

/* What is visible of r, in the coordinates of the buffer; it is noted as set. False: nothing. */
static bool begin(const pmb_canvas *c, pmb_rect r, pmb_rect *area)
{
    const int32_t x = (int32_t)r.x + c->origin.x, y = (int32_t)r.y + c->origin.y;
    r.x = (int16_t)x;
    r.y = (int16_t)y;
    if (r.x != x || r.y != y) /* it would come back at the other end */
        return false;
    r = pmb_rect_common(r, c->clip);
    if (r.w == 0)
        return false;
    r.x = (int16_t)(r.x - c->bounds.x);
    r.y = (int16_t)(r.y - c->bounds.y);
    pmb_canvas_touch(c, &r);
    *area = r;
    return true;
}

void pmb_rect_pattern(pmb_canvas *c, pmb_rect r, const PMB_FLASH uint8_t pattern[8],
                      pmb_color color)
{
    pmb_rect area;
    uint8_t rows[8];
    if (!pattern || !begin(c, r, &area))
        return;
    for (uint8_t i = 0; i < sizeof rows; i++)
        rows[i] = pattern[i];
    pmb_weave(c, area, rows, color);
}

/* The pixels of a row from a column on that is a multiple of 8: a bit for each. */
static uint8_t dithered(uint8_t level, uint8_t row)
{
    uint8_t bits = 0;
    for (uint8_t i = 0; i < 4; i++)
        bits = (uint8_t)(bits << 1 | (level > order[row & 3][i]));
    return (uint8_t)(bits << 4 | bits);
}

void pmb_rect_dither(pmb_canvas *c, pmb_rect r, uint8_t level, pmb_color color)
{
    pmb_rect area;
    uint8_t rows[8];
    if (!begin(c, r, &area))
        return;
    for (uint8_t i = 0; i < sizeof rows; i++)
        rows[i] = dithered(level, i);
    pmb_weave(c, area, rows, color);
}

/* A component of a gradient's colour, from line to line. */
struct component {
    uint8_t from;
    bool falls;
    pmb_slope way; /* how far it is from there, in amount */
};

/* A gradient, in lines of one colour: columns, or rows. */
struct gradient {
    struct component red, green, blue;
    bool one_bit;
};

/* Begins at line `first`; `steps` are from the first to the last line of all. */
static void begin_component(struct component *c, uint8_t from, uint8_t to, uint32_t first,
                            uint32_t steps)
{
    const uint32_t far = (uint32_t)(from < to ? to - from : from - to);
    c->from = from;
    c->falls = to < from;
    c->way = pmb_slope_at((int32_t)far, (int32_t)first, (int32_t)far, steps);
}

/* The component of the next line, rounded. */
static unsigned next_of(struct component *c)
{
    const int32_t way = c->way.whole + (2 * c->way.rest >= c->way.denominator);
    pmb_slope_next(&c->way);
    return (unsigned)(c->falls ? c->from - way : c->from + way);
}

/* The colour of the next line; with one bit, its brightness as a level of 0 to 16. */
static pmb_color next_line(struct gradient *g)
{
    const unsigned red = next_of(&g->red), green = next_of(&g->green), blue = next_of(&g->blue);
    if (g->one_bit)
        return (pmb_color)((PMB_LUMA(red, green, blue) * 16u + 127) / 255);
    return PMB_RGB(red, green, blue);
}

static void dither_column(uint8_t rows[8], uint8_t level, uint8_t column)
{
    for (uint8_t row = 0; row < 8; row++)
        if (level > order[row & 3][column & 3])
            rows[row] |= (uint8_t)(0x80 >> column);
}

/* In one bit: up to eight lines at once, all of the same eight of the screen. */
static void dither_lines(pmb_canvas *c, struct gradient *g, pmb_rect area, bool down)
{
    int16_t *const place = down ? &area.y : &area.x, *const count = down ? &area.h : &area.w;
    const int16_t ahead = down ? c->bounds.y : c->bounds.x;
    int16_t left = *count;
    c->format->fill(c, area.x, area.y, area.w, area.h, PMB_BLACK);
    for (; left > 0; left = (int16_t)(left - *count)) {
        const uint8_t first = (*place + ahead) & 7;
        uint8_t rows[8] = {0};
        *count = (int16_t)pmb_lesser(left, 8 - first);
        for (uint8_t line = first; line < first + *count; line++)
            if (down)
                rows[line] = dithered((uint8_t)next_line(g), line);
            else
                dither_column(rows, (uint8_t)next_line(g), line);
        pmb_weave(c, area, rows, PMB_WHITE);
        *place = (int16_t)(*place + *count);
    }
}

#if PMB_FAST_SHAPES
/* Columns of one colour each, as rows of colours. */
static void draw_across(pmb_canvas *c, struct gradient *g, pmb_rect area)
{
    enum { ROOM = 64 }; /* columns that are drawn at once */
    pmb_color lines[ROOM];
    for (int16_t x = 0, w; x < area.w; x = (int16_t)(x + w)) {
        w = (int16_t)pmb_lesser(area.w - x, ROOM);
        for (int16_t i = 0; i < w; i++)
            lines[i] = next_line(g);
        for (int16_t y = area.y; y < area.y + area.h; y++)
            c->format->colors(c, (int16_t)(area.x + x), y, w, lines);
    }
}
#endif

/* Lines that are alike at once. */
static void fill_lines(pmb_canvas *c, struct gradient *g, pmb_rect area, bool down)
{
    int16_t *const place = down ? &area.y : &area.x, *const count = down ? &area.h : &area.w;
    int16_t left = *count;
    for (pmb_color line = next_line(g), next = line; left > 0; line = next) {
        for (*count = 0; left > 0 && next == line; left--, ++*count)
            next = next_line(g);
        c->format->fill(c, area.x, area.y, area.w, area.h, line);
        *place = (int16_t)(*place + *count);
    }
}

void pmb_rect_gradient(pmb_canvas *c, pmb_rect r, pmb_color from, pmb_color to, bool down)
{
    const int16_t words[] = {(int16_t)to, down};
    pmb_rect area;
    if (pmb_is_spared(c, r.x, r.y, r.w, r.h, PMB_SPARE_GRADIENT, from, words,
                      sizeof words / sizeof words[0]) ||
        !begin(c, r, &area))
        return;
    const uint32_t steps = (uint32_t)pmb_greater((down ? r.h : r.w) - 1, 1);
    const uint32_t first = (uint32_t)(down ? area.y + c->bounds.y - c->origin.y - r.y
                                           : area.x + c->bounds.x - c->origin.x - r.x);
    struct gradient g = {.one_bit = c->format->one_bit};
    begin_component(&g.red, pmb_color_red(from), pmb_color_red(to), first, steps);
    begin_component(&g.green, pmb_color_green(from), pmb_color_green(to), first, steps);
    begin_component(&g.blue, pmb_color_blue(from), pmb_color_blue(to), first, steps);
    if (g.one_bit)
        dither_lines(c, &g, area, down);
#if PMB_FAST_SHAPES
    else if (!down && c->format->colors)
        draw_across(c, &g, area);
#endif
    else
        fill_lines(c, &g, area, down);
}
