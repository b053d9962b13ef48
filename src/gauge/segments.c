/* segments.c - seven-segment digits, row by row. */
#include "geometry/limits.h"
#include "pemble/gauge.h"
#include "shape/spans.h"

/* Bits of the segments: A top, then clockwise, G the middle. */
enum { A = 1, B = 2, C = 4, D = 8, E = 16, F = 32, G = 64, ALL = 127 };

static const PMB_FLASH uint8_t lit[16] = {A | B | C | D | E | F,
                                          B | C,
                                          A | B | D | E | G,
                                          A | B | C | D | G,
                                          B | C | F | G,
                                          A | C | D | F | G,
                                          A | C | D | E | F | G,
                                          A | B | C,
                                          ALL,
                                          A | B | C | D | F | G,
                                          A | B | C | E | F | G,
                                          C | D | E | F | G,
                                          A | D | E | F,
                                          B | C | D | E | G,
                                          A | D | E | F | G,
                                          A | E | F | G};

static uint8_t segments_of(char character)
{
    if (character >= '0' && character <= '9')
        return lit[character - '0'];
    if (character >= 'A' && character <= 'F')
        return lit[character - 'A' + 10];
    return character == '-' ? G : 0;
}

static bool is_narrow(char character)
{
    return character == '.' || character == ':' || character == ',';
}

/* A digit's measures. */
struct cell {
    int32_t w, h, thick, slant;
    int32_t pitch, narrow; /* to the next cell, and what a point or colon takes */
};

static struct cell cell_of(const PMB_FLASH pmb_segments *s, int32_t h)
{
    const int32_t slant = h * pmb_lesser(s->slant, 30) / 100;
    const int32_t w = pmb_greater(h * 9 / 16, 3), thick = pmb_greater((h + 4) / 9, 1);
    return (struct cell){w, h, thick, slant, w + pmb_greater(thick, 2), 2 * thick + 1};
}

/* How wide the cells of a text and those in front of it are. */
static int32_t width_of(const PMB_FLASH pmb_segments *s, const struct cell *cell, const char *text)
{
    int32_t width = cell->slant, digits = 0;
    for (; *text; text++) {
        digits += !is_narrow(*text);
        width += is_narrow(*text) ? cell->narrow : cell->pitch;
    }
    for (; digits < s->digits; digits++)
        width += cell->pitch;
    return width - (cell->pitch - cell->w);
}

pmb_size pmb_segments_size(const PMB_FLASH pmb_segments *s, int16_t height, const char *text)
{
    const struct cell cell = cell_of(s, pmb_greater(height, 5));
    return (pmb_size){pmb_coordinate(width_of(s, &cell, text)), (int16_t)cell.h};
}

struct drawing {
    pmb_canvas *c;
    struct cell cell;
    int32_t top;
    pmb_color on, off;
    bool unlit;
};

static void span(const struct drawing *d, int32_t x, int32_t row, int32_t count, bool is_on)
{
    const int32_t lean = (d->cell.h - 1 - row) * d->cell.slant / pmb_greater(d->cell.h - 1, 1);
    if (is_on || d->unlit)
        pmb_span_fill(d->c, x + lean, d->top + row, count, 1, is_on ? d->on : d->off);
}

/*
 * One digit. The ends of segments are cut at 45 degrees, with a pixel between two of them: in row j
 * from the end of an upright one it is min(thick, j) wide, and a level one begins j + 1 further in.
 */
static void draw_digit(const struct drawing *d, int32_t x, uint8_t on)
{
    const int32_t w = d->cell.w, h = d->cell.h, t = d->cell.thick, middle = (h - 1) / 2;
    for (int32_t row = 0; row < h; row++) {
        const bool upper = row < middle;
        const int32_t from_end = upper ? row : row - middle;
        const int32_t to_end = upper ? middle - row : h - 1 - row;
        const int32_t upright = pmb_lesser(t, pmb_lesser(from_end, to_end));
        if (upright > 0) {
            span(d, x, row, upright, on & (upper ? F : E));
            span(d, x + w - upright, row, upright, on & (upper ? B : C));
        }
        const int32_t off_middle = row < middle ? middle - row : row - middle;
        if (row < t)
            span(d, x + row + 1, row, w - 2 * row - 2, on & A);
        else if (h - 1 - row < t)
            span(d, x + h - row, row, w - 2 * (h - row), on & D);
        else if (2 * off_middle < t + (t & 1))
            span(d, x + off_middle + 1, row, w - 2 * off_middle - 2, on & G);
    }
}

/* A point on the line, or two dots. */
static void draw_point(const struct drawing *d, int32_t x, bool colon)
{
    const int32_t t = d->cell.thick, h = d->cell.h;
    for (int32_t i = 0; i < t; i++) {
        if (!colon) {
            span(d, x, h - t + i, t, true);
            continue;
        }
        span(d, x, h * 3 / 10 - t / 2 + i, t, true);
        span(d, x, h * 7 / 10 - t / 2 + i, t, true);
    }
}

/* The highest digits that fit. */
static struct cell fitting_cell(const PMB_FLASH pmb_segments *s, pmb_rect r, const char *text)
{
    int32_t h = r.h;
    struct cell cell = cell_of(s, h);
    while (h > 5 && width_of(s, &cell, text) > r.w)
        cell = cell_of(s, --h);
    return cell;
}

void pmb_segments_draw(pmb_canvas *c, const PMB_FLASH pmb_segments *s, pmb_rect r, const char *text,
                       pmb_level level)
{
    const PMB_FLASH pmb_theme *theme = s->theme;
    const struct cell cell = fitting_cell(s, r, text);
    if (r.h < 5 || s->digits == 0 || s->digits > 20)
        return;
    const struct drawing d = {.c = c,
                              .cell = cell,
                              .top = r.y + (r.h - cell.h) / 2,
                              .on = level == PMB_NORMAL ? theme->ink : theme->levels[level],
                              .off = theme->faint,
                              .unlit = s->unlit};
    const pmb_rect saved = pmb_canvas_narrow_clip(c, r);
    int32_t x = (int32_t)r.x + (r.w - width_of(s, &cell, text)) / 2, digits = 0;
    for (const char *at = text; *at; at++)
        digits += !is_narrow(*at);
    for (; digits < s->digits; digits++, x += cell.pitch)
        draw_digit(&d, x, 0);
    for (; *text; text++) {
        if (is_narrow(*text)) {
            /* In the gap that the digit before has left. */
            draw_point(&d,
                       x - (cell.pitch - cell.w) +
                           (cell.narrow + cell.pitch - cell.w - cell.thick) / 2,
                       *text == ':');
            x += cell.narrow;
        } else {
            draw_digit(&d, x, segments_of(*text));
            x += cell.pitch;
        }
    }
    pmb_canvas_restore_clip(c, saved);
}
