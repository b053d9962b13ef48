/* table.c - tables and lists. */
#include "gauge/range.h"
#include "geometry/limits.h"
#include "pemble/notice.h"
#include "pemble/shape.h"
#include "pemble/text.h"
#include "shape/spans.h"

enum { PAD = 3, BAR = 3 };

/* The height of a row in a typeface. */
static int16_t row_height(const PMB_FLASH pmb_font *font)
{
    const pmb_font_metrics m = pmb_font_measure(font);
    return (int16_t)(m.ascent + m.descent + 1);
}

static bool has_headings(const PMB_FLASH pmb_table *t)
{
    for (uint8_t i = 0; i < t->column_count; i++)
        if (t->columns[i].heading)
            return true;
    return false;
}

static int16_t heading_height(const PMB_FLASH pmb_table *t)
{
    return (int16_t)(has_headings(t) ? row_height(t->theme->label) + 2 : 0);
}

int16_t pmb_table_height(const PMB_FLASH pmb_table *t, uint16_t rows)
{
    if (PMB_MISSING(t) || PMB_MISSING(t->theme) || PMB_MISSING(t->columns))
        return 0;
    return pmb_coordinate(heading_height(t) + (int32_t)rows * row_height(t->theme->text));
}

/* How much of `count` rows is seen, and where it is, at the right edge of r. */
static void draw_position(pmb_canvas *c, const PMB_FLASH pmb_theme *theme, pmb_rect r,
                          uint16_t first, uint16_t seen, uint16_t count)
{
    const int32_t x = (int32_t)r.x + r.w - BAR;
    const int32_t h = pmb_greater((int32_t)r.h * seen / count, BAR);
    const int32_t y = r.y + (r.h - h) * pmb_lesser(first, count - seen) / (count - seen);
    pmb_span_fill(c, x + BAR / 2, r.y, 1, r.h, theme->quiet);
    pmb_span_fill(c, x, y, BAR, h, theme->ink);
}

/* The first of `count` rows to draw, when `seen` of them have room. */
static uint16_t follow(uint16_t count, uint16_t seen, uint16_t first, uint16_t chosen)
{
    const int32_t last = pmb_greater(count - seen, 0);
    int32_t now = first;
    if (chosen < now)
        now = chosen;
    else if (chosen >= now + seen)
        now = chosen - seen + 1;
    return (uint16_t)pmb_lesser(now, last);
}

uint16_t pmb_table_rows(const PMB_FLASH pmb_table *t, pmb_rect r)
{
    if (PMB_MISSING(t) || PMB_MISSING(t->theme) || PMB_MISSING(t->columns))
        return 0;
    return (uint16_t)pmb_greater((r.h - heading_height(t)) / row_height(t->theme->text), 0);
}

uint16_t pmb_table_follow(const PMB_FLASH pmb_table *t, pmb_rect r, uint16_t rows, uint16_t first,
                          uint16_t chosen)
{
    return follow(rows, (uint16_t)pmb_greater(pmb_table_rows(t, r), 1), first, chosen);
}

/* What a column without a width takes. */
static int16_t widest(const PMB_FLASH pmb_table *t, const void *data, uint16_t rows, uint8_t column)
{
    const pmb_text_style label = {.font = t->theme->label, .tabular = true};
    const pmb_text_style text = {.font = t->theme->text, .tabular = true};
    const char *heading = t->columns[column].heading;
    int32_t w = heading ? pmb_text_width(&label, heading) : 0;
    for (uint16_t i = 0; i < rows; i++) {
        const char *cell = t->cell(data, i, column);
        w = pmb_greater(w, cell ? pmb_text_width(&text, cell) : 0);
    }
    return pmb_coordinate(w);
}

static void draw_cell(pmb_canvas *c, const pmb_text_style *style, pmb_rect row, pmb_rect column,
                      pmb_across across, const char *text)
{
    const pmb_text_layout layout = {.across = across, .down = PMB_MIDDLE};
    if (text)
        pmb_gauge_text(c, style, (pmb_rect){column.x, row.y, column.w, row.h}, &layout, text);
}

uint16_t pmb_table_draw(pmb_canvas *c, const PMB_FLASH pmb_table *t, pmb_rect r, const void *data,
                        uint16_t rows, uint16_t first, int32_t chosen)
{
    if (PMB_MISSING(t) || PMB_MISSING(t->theme) || PMB_MISSING(t->columns) || PMB_MISSING(t->cell))
        return 0;
    pmb_part parts[PMB_TABLE_MOST_COLUMNS];
    pmb_rect columns[PMB_TABLE_MOST_COLUMNS];
    const uint8_t count = (uint8_t)pmb_lesser(t->column_count, PMB_TABLE_MOST_COLUMNS);
    const int16_t head = heading_height(t), high = row_height(t->theme->text);
    const uint16_t room = pmb_table_rows(t, r);
    const pmb_rect saved = pmb_canvas_narrow_clip(c, r);
    pmb_rect_fill(c, r, t->theme->ground);
    if (t->scrolls && room > 0 && rows > room) {
        draw_position(c, t->theme,
                      (pmb_rect){r.x, (int16_t)(r.y + head), r.w, (int16_t)(r.h - head)}, first,
                      room, rows);
        r.w = (int16_t)(r.w - BAR - 2);
    }
    for (uint8_t i = 0; i < count; i++) {
        parts[i] = t->columns[i].width;
        if (parts[i].size == 0 && parts[i].stretch == 0)
            parts[i].size = widest(t, data, rows, i);
    }
    pmb_layout_row((pmb_rect){(int16_t)(r.x + PAD), r.y, (int16_t)(r.w - 2 * PAD), r.h}, 2 * PAD,
                   parts, count, columns);
    pmb_text_style style = {.font = t->theme->label, .color = t->theme->quiet, .tabular = true};
    const pmb_rect top = {r.x, r.y, r.w, (int16_t)pmb_lesser(head - 2, r.h)};
    for (uint8_t i = 0; i < count && head > 0; i++)
        draw_cell(c, &style, top, columns[i], t->columns[i].across, t->columns[i].heading);
    if (head > 0)
        pmb_line_across(c, (pmb_point){r.x, (int16_t)(r.y + head - 2)}, r.w, t->theme->quiet);
    style.font = t->theme->text;
    for (uint16_t i = 0; i < room && first + i < rows; i++) {
        const pmb_rect row = {r.x, (int16_t)(r.y + head + i * high), r.w, high};
        const bool marked = (int32_t)first + i == chosen;
        if (marked)
            pmb_rect_fill(c, row, t->theme->ink);
        style.color = marked ? t->theme->ground : t->theme->ink;
        for (uint8_t k = 0; k < count; k++)
            draw_cell(c, &style, row, columns[k], t->columns[k].across,
                      t->cell(data, (uint16_t)(first + i), k));
    }
    pmb_canvas_restore_clip(c, saved);
    return room;
}

uint16_t pmb_list_rows(const PMB_FLASH pmb_list *l, pmb_rect r)
{
    if (PMB_MISSING(l) || PMB_MISSING(l->theme))
        return 0;
    return (uint16_t)pmb_greater(r.h / row_height(l->theme->text), 1);
}

uint16_t pmb_list_follow(const PMB_FLASH pmb_list *l, pmb_rect r, uint16_t first, uint16_t chosen)
{
    if (PMB_MISSING(l) || PMB_MISSING(l->theme))
        return first;
    return follow(l->count, pmb_list_rows(l, r), first, chosen);
}

/* A switch at the right end of a row, and its width. The knob lies at the right when it is on. */
static int16_t draw_row_switch(pmb_canvas *c, const pmb_text_style *style, pmb_rect row, bool on,
                               pmb_color ground)
{
    const int16_t h = (int16_t)(pmb_font_measure(style->font).cap_height | 1), w = (int16_t)(2 * h);
    const int32_t x = (int32_t)row.x + row.w - w, y = row.y + (row.h - h) / 2;
    pmb_span_fill(c, x, y, w, h, style->color);
    if (!on)
        pmb_span_fill(c, x + 1, y + 1, w - 2, h - 2, ground);
    pmb_span_fill(c, on ? x + w - h + 2 : x + 2, y + 2, h - 4, h - 4, on ? ground : style->color);
    return w;
}

/* What stands at the right of an item, and how much it takes with the gap beside it. */
static int16_t draw_row_value(pmb_canvas *c, const pmb_text_style *style, pmb_rect row,
                              const char *value, pmb_color ground)
{
    if (!value)
        return 0;
    if (value[0] == PMB_LIST_ON[0] || value[0] == PMB_LIST_OFF[0])
        return (int16_t)(draw_row_switch(c, style, row, value[0] == PMB_LIST_ON[0], ground) + PAD);
    const int16_t w = (int16_t)pmb_lesser(pmb_text_width(style, value), row.w * 2 / 3);
    pmb_gauge_text(c, style, (pmb_rect){(int16_t)(row.x + row.w - w), row.y, w, row.h},
                   &(pmb_text_layout){.down = PMB_MIDDLE}, value);
    return (int16_t)(w + PAD);
}

pmb_size pmb_list_size(const PMB_FLASH pmb_list *l)
{
    if (PMB_MISSING(l) || PMB_MISSING(l->theme) || PMB_MISSING(l->items))
        return (pmb_size){0, 0};
    const pmb_text_style style = {.font = l->theme->text};
    int32_t w = 0;
    for (uint16_t i = 0; i < l->count; i++)
        w = pmb_greater(w, pmb_text_width(&style, l->items[i]));
    return (pmb_size){pmb_coordinate(w + 2 * PAD),
                      pmb_coordinate((int32_t)l->count * row_height(style.font))};
}

void pmb_list_draw(pmb_canvas *c, const PMB_FLASH pmb_list *l, pmb_rect r, uint16_t first,
                   uint16_t chosen)
{
    if (PMB_MISSING(l) || PMB_MISSING(l->theme) || PMB_MISSING(l->items))
        return;
    if (!pmb_canvas_shows(c, r))
        return;
    const int16_t high = (int16_t)pmb_lesser(row_height(l->theme->text), r.h);
    const uint16_t seen = pmb_list_rows(l, r);
    const bool more = l->count > seen;
    const int16_t w = (int16_t)(r.w - (more ? BAR + 2 : 0));
    const pmb_rect saved = pmb_canvas_narrow_clip(c, r);
    pmb_rect_fill(c, r, l->theme->ground);
    for (uint16_t i = 0; i < seen && first + i < l->count; i++) {
        const pmb_rect row = {r.x, (int16_t)(r.y + i * high), w, high};
        const bool marked = first + i == chosen;
        const pmb_text_style style = {.font = l->theme->text,
                                      .color = marked ? l->theme->ground : l->theme->ink};
        if (marked)
            pmb_rect_fill(c, row, l->theme->ink);
        pmb_rect inside = {(int16_t)(row.x + PAD), row.y, (int16_t)(w - 2 * PAD), high};
        if (l->value)
            inside.w =
                (int16_t)(inside.w - draw_row_value(c, &style, inside,
                                                    l->value(l->data, (uint16_t)(first + i)),
                                                    marked ? l->theme->ink : l->theme->ground));
        pmb_gauge_text(c, &style, inside, &(pmb_text_layout){.down = PMB_MIDDLE},
                       l->items[first + i]);
    }
    if (more && w > 0)
        draw_position(c, l->theme, r, first, seen, l->count);
    pmb_canvas_restore_clip(c, saved);
}
