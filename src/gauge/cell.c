/* cell.c - cells of segment digits: measures, placing, the segments around them. */
#include "gauge/cell.h"
#include "geometry/limits.h"
#include "shape/spans.h"

static bool is_narrow(char character)
{
    return character == '.' || character == ':' || character == ',';
}

static struct cell cell_of(const PMB_FLASH pmb_segments *s, int32_t h, struct cell_kind kind)
{
    const int32_t slant = h * pmb_lesser(s->slant, 30) / 100;
    const int32_t w = pmb_greater(h * kind.sixteenths / 16, 3);
    const int32_t thick = pmb_greater((h + kind.thin / 2) / kind.thin, 1);
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

pmb_size pmb_cells_size(const PMB_FLASH pmb_segments *s, int16_t height, const char *text,
                        struct cell_kind kind)
{
    if (PMB_MISSING(s) || PMB_MISSING(text))
        return (pmb_size){0, 0};
    const struct cell cell = cell_of(s, pmb_greater(height, 5), kind);
    return (pmb_size){pmb_coordinate(width_of(s, &cell, text)), (int16_t)cell.h};
}

void pmb_cell_span(const struct cells *d, int32_t x, int32_t row, int32_t count, bool on)
{
    const int32_t slant = d->cell.slant;
    const int32_t lean = slant ? (d->cell.h - 1 - row) * slant / pmb_greater(d->cell.h - 1, 1) : 0;
    if (on || d->unlit)
        pmb_span_fill(d->c, x + lean, d->top + row, count, 1, on ? d->on : d->off);
}

void pmb_cell_frame_row(const struct cells *d, int32_t x, int32_t row, unsigned on)
{
    const int32_t w = d->cell.w, h = d->cell.h, t = d->cell.thick, middle = (h - 1) / 2;
    const bool upper = row < middle;
    const int32_t from_end = upper ? row : row - middle;
    const int32_t to_end = upper ? middle - row : h - 1 - row;
    const int32_t upright = pmb_lesser(t, pmb_lesser(from_end, to_end));
    if (upright > 0) {
        pmb_cell_span(d, x, row, upright, on & (upper ? SEGMENT_F : SEGMENT_E));
        pmb_cell_span(d, x + w - upright, row, upright, on & (upper ? SEGMENT_B : SEGMENT_C));
    }
    if (row < t)
        pmb_cell_span(d, x + row + 1, row, w - 2 * row - 2, on & SEGMENT_A);
    else if (h - 1 - row < t)
        pmb_cell_span(d, x + h - row, row, w - 2 * (h - row), on & SEGMENT_D);
}

/* A point on the line, or two dots. */
static void draw_point(const struct cells *d, int32_t x, bool colon)
{
    const int32_t t = d->cell.thick, h = d->cell.h;
    for (int32_t i = 0; i < t; i++) {
        if (!colon) {
            pmb_cell_span(d, x, h - t + i, t, true);
            continue;
        }
        pmb_cell_span(d, x, h * 3 / 10 - t / 2 + i, t, true);
        pmb_cell_span(d, x, h * 7 / 10 - t / 2 + i, t, true);
    }
}

/* The highest cells that fit. */
static struct cell fitting_cell(const PMB_FLASH pmb_segments *s, pmb_rect r, const char *text,
                                struct cell_kind kind)
{
    int32_t h = r.h;
    struct cell cell = cell_of(s, h, kind);
    while (h > 5 && width_of(s, &cell, text) > r.w)
        cell = cell_of(s, --h, kind);
    return cell;
}

void pmb_cells_draw(pmb_canvas *c, const PMB_FLASH pmb_segments *s, pmb_rect r, const char *text,
                    pmb_level level, struct cell_kind kind, cell_draw draw)
{
    if (PMB_MISSING(s) || PMB_MISSING(s->theme) || PMB_MISSING(text))
        return;
    if (!pmb_canvas_shows(c, r))
        return;
    const struct cell cell = fitting_cell(s, r, text, kind);
    const int32_t gap = cell.pitch - cell.w;
    if (r.h < 5 || s->digits == 0 || s->digits > 20)
        return;
    const int32_t top = r.y + (r.h - cell.h) / 2, shown = (int32_t)c->clip.y - c->origin.y;
    const struct cells d = {.c = c,
                            .cell = cell,
                            .top = top,
                            .first = pmb_greater(shown - top, 0),
                            .end = pmb_lesser(shown + c->clip.h - top, cell.h),
                            .on = pmb_level_color(s->theme, level),
                            .off = s->theme->faint,
                            .unlit = s->unlit};
    const pmb_rect saved = pmb_canvas_narrow_clip(c, r);
    int32_t x = (int32_t)r.x + (r.w - width_of(s, &cell, text)) / 2, digits = 0;
    for (const char *at = text; *at; at++)
        digits += !is_narrow(*at);
    for (; digits < s->digits; digits++, x += cell.pitch)
        draw(&d, x, ' ');
    for (; *text; text++) {
        if (is_narrow(*text)) {
            /* In the gap that the digit before has left. */
            draw_point(&d, x - gap + (cell.narrow + gap - cell.thick) / 2, *text == ':');
            x += cell.narrow;
        } else {
            draw(&d, x, *text);
            x += cell.pitch;
        }
    }
    pmb_canvas_restore_clip(c, saved);
}
