/* terminal.c - a ring of lines of characters. */
#include "pemble/shape.h"
#include "pemble/terminal.h"
#include "text/glyph.h"
#include "geometry/limits.h"

enum { TAB = 8, REPLACEMENT = 0xFFFD };

/* The cells of a row of the screen. */
static uint16_t *row_of(const pmb_terminal *t, uint8_t row)
{
    return t->cells + (size_t)((t->first + row) % t->rows) * t->columns;
}

static void clear_row(const pmb_terminal *t, uint8_t row)
{
    uint16_t *cells = row_of(t, row);
    for (uint8_t i = 0; i < t->columns; i++)
        cells[i] = 0;
}

static void clear(pmb_terminal *t)
{
    for (uint8_t row = 0; row < t->rows; row++)
        clear_row(t, row);
    t->first = t->column = t->row = 0;
}

pmb_status pmb_terminal_init(pmb_terminal *t, uint16_t *cells, uint8_t columns, uint8_t rows)
{
    if (!t || !cells || columns == 0 || rows == 0)
        return PMB_ERR_ARGUMENT;
    t->cells = cells;
    t->columns = columns;
    t->rows = rows;
    clear(t);
    return PMB_OK;
}

static void new_line(pmb_terminal *t)
{
    t->column = 0;
    if (t->row + 1 < t->rows) {
        t->row++;
        return;
    }
    t->first = (uint8_t)((t->first + 1) % t->rows);
    clear_row(t, t->row);
}

static void put(pmb_terminal *t, uint32_t code)
{
    if (t->column == t->columns)
        new_line(t);
    row_of(t, t->row)[t->column++] = code > UINT16_MAX ? REPLACEMENT : (uint16_t)code;
}

void pmb_terminal_write(pmb_terminal *t, const char *text)
{
    uint32_t code;
    while ((code = pmb_text_next(&text)) != 0) {
        switch (code) {
        case '\n':
            new_line(t);
            break;
        case '\r':
            t->column = 0;
            break;
        case '\t':
            t->column = (uint8_t)pmb_lesser((t->column / TAB + 1) * TAB, t->columns);
            break;
        case '\b':
            if (t->column > 0)
                t->column--;
            break;
        case '\f':
            clear(t);
            break;
        default:
            put(t, code);
            break;
        }
    }
}

pmb_size pmb_terminal_size(const pmb_terminal *t, const pmb_text_style *style)
{
    const int32_t scale = pmb_style_scale(style);
    const int32_t width = (int32_t)pmb_style_glyph(style, 'M').advance * scale;
    const int32_t line = (int32_t)pmb_font_measure(style->font).line * scale;
    return (pmb_size){pmb_coordinate(width * t->columns), pmb_coordinate(line * t->rows)};
}

void pmb_terminal_draw(pmb_canvas *c, const pmb_terminal *t, pmb_point p,
                       const pmb_text_style *style)
{
    const pmb_size size = pmb_terminal_size(t, style);
    const pmb_rect area = {p.x, p.y, size.w, size.h};
    const int32_t width = size.w / t->columns, line = size.h / t->rows;
    const int32_t ascent = (int32_t)pmb_font_measure(style->font).ascent * pmb_style_scale(style);
    const pmb_rect saved = pmb_canvas_narrow_clip(c, area);
    if (style->opaque)
        pmb_rect_fill(c, area, style->background);
    for (uint8_t row = 0; row < t->rows; row++) {
        const uint16_t *cells = row_of(t, row);
        for (uint8_t column = 0; column < t->columns; column++) {
            const pmb_point at = {pmb_coordinate(p.x + width * column),
                                  pmb_coordinate(p.y + line * row + ascent)};
            if (cells[column] != 0)
                pmb_text_character(c, style, at, cells[column]);
        }
    }
    pmb_canvas_restore_clip(c, saved);
}
