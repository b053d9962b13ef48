/* table.c - tables and lists. */
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

static void draw_cell(pmb_canvas *c, const pmb_text_style *style, pmb_rect row, pmb_rect column,
                      pmb_across across, const char *text)
{
    const pmb_text_layout layout = {.across = across, .down = PMB_MIDDLE};
    if (text)
        pmb_text_box(c, style, (pmb_rect){column.x, row.y, column.w, row.h}, &layout, text);
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
    const pmb_rect saved = pmb_canvas_narrow_clip(c, r);
    for (uint8_t i = 0; i < count; i++)
        parts[i] = t->columns[i].width;
    pmb_layout_row((pmb_rect){(int16_t)(r.x + PAD), r.y, (int16_t)(r.w - 2 * PAD), r.h}, 2 * PAD,
                   parts, count, columns);
    pmb_rect_fill(c, r, t->theme->ground);
    pmb_text_style style = {.font = t->theme->label, .color = t->theme->quiet, .tabular = true};
    const pmb_rect top = {r.x, r.y, r.w, (int16_t)(head - 2)};
    for (uint8_t i = 0; i < count && head > 0; i++)
        draw_cell(c, &style, top, columns[i], t->columns[i].across, t->columns[i].heading);
    if (head > 0)
        pmb_line_across(c, (pmb_point){r.x, (int16_t)(r.y + head - 2)}, r.w, t->theme->quiet);
    style.font = t->theme->text;
    const uint16_t room = (uint16_t)pmb_greater((r.h - head) / high, 0);
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

static uint16_t rows_seen(const PMB_FLASH pmb_list *l, pmb_rect r)
{
    return (uint16_t)pmb_greater(r.h / row_height(l->theme->text), 1);
}

uint16_t pmb_list_follow(const PMB_FLASH pmb_list *l, pmb_rect r, uint16_t first, uint16_t chosen)
{
    if (PMB_MISSING(l) || PMB_MISSING(l->theme))
        return first;
    const uint16_t seen = rows_seen(l, r);
    const int32_t last = pmb_greater(l->count - seen, 0);
    int32_t now = first;
    if (chosen < now)
        now = chosen;
    else if (chosen >= now + seen)
        now = chosen - seen + 1;
    return (uint16_t)pmb_lesser(now, last);
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
    const int16_t high = row_height(l->theme->text);
    const uint16_t seen = rows_seen(l, r);
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
        pmb_text_box(c, &style,
                     (pmb_rect){(int16_t)(row.x + PAD), row.y, (int16_t)(w - 2 * PAD), high},
                     &(pmb_text_layout){.down = PMB_MIDDLE}, l->items[first + i]);
    }
    if (more && w > 0) { /* how much is seen, and where it is */
        const int32_t x = (int32_t)r.x + r.w - BAR;
        const int32_t h = pmb_greater((int32_t)r.h * seen / l->count, BAR);
        const int32_t y = r.y + (r.h - h) * pmb_lesser(first, l->count - seen) / (l->count - seen);
        pmb_span_fill(c, x + BAR / 2, r.y, 1, r.h, l->theme->quiet);
        pmb_span_fill(c, x, y, BAR, h, l->theme->ink);
    }
    pmb_canvas_restore_clip(c, saved);
}
