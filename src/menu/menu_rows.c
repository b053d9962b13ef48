/* menu_rows.c - where the rows of a menu are. */
#include "geometry/limits.h"
#include "menu/menu_parts.h"
#include "pemble/text.h"

menu_reach pmb_menu_rows_before(const pmb_menu *m, uint16_t row)
{
    if (!pmb_menu_page(m)->items)
        return row;
    menu_reach before = 0;
    for (uint16_t i = 0; i < row; i++)
        before += pmb_menu_state(m, i) != PMB_ITEM_HIDDEN;
    return before;
}

#if PMB_RICH_MENUS

enum { FEW_LINES = 5 };

static int16_t line_height(const PMB_FLASH pmb_font *font)
{
    return pmb_font_measure(font).line;
}

/* The typeface for reading; the small one where fewer than five lines of it have room. */
const PMB_FLASH pmb_font *pmb_menu_font(const pmb_menu *m)
{
    const PMB_FLASH pmb_theme *theme = m->style->theme;
    return m->area.h < FEW_LINES * line_height(theme->text) ? theme->label : theme->text;
}

static bool has_title(const PMB_FLASH pmb_page *page)
{
#ifdef __AVR__
    return page->title[0] != '\0';
#else
    return page->title && page->title[0] != '\0';
#endif
}

/* A title needs room for two rows below it, and a pixel below its descenders. */
int16_t pmb_menu_title_height(const pmb_menu *m)
{
    const int16_t line = (int16_t)(line_height(pmb_menu_font(m)) + 2);
    if (m->area.h < 3 * line - 4 || !has_title(pmb_menu_page(m)))
        return 0;
    return (int16_t)pmb_greater(line, m->style->row_height * 3 / 4);
}

/* Rows share what is left over, so that the last one that is seen is seen whole. */
struct rows pmb_menu_rows(const pmb_menu *m)
{
    const int16_t head = pmb_menu_title_height(m), wanted = m->style->row_height;
    struct rows rows = {.area = m->area, .height = wanted};
    rows.area.y = (int16_t)(rows.area.y + head);
    rows.area.h = (int16_t)pmb_greater(rows.area.h - head, 1);
    if (wanted == 0)
        rows.height = line_height(pmb_menu_font(m));
    rows.shown = pmb_menu_rows_before(m, pmb_menu_page(m)->count);
    if (rows.shown * rows.height > rows.area.h) {
        const int16_t seen = (int16_t)pmb_greater(rows.area.h / rows.height, 1);
        rows.height = (int16_t)(rows.area.h / seen);
        rows.area.h = (int16_t)(rows.height * seen);
    }
    const menu_reach top = pmb_menu_rows_before(m, pmb_menu_focus(m)) * rows.height;
    const menu_reach least = top + rows.height - rows.area.h;
    if (m->dragged) { /* no further than to the end, also when rows have been hidden meanwhile */
        const menu_reach most = rows.shown * rows.height - rows.area.h;
        rows.scroll = pmb_greater(0, pmb_lesser(m->scroll, most));
        return rows;
    }
    rows.scroll = pmb_greater(pmb_lesser(m->scroll, top), least);
    if (top == rows.height && rows.scroll == top && least <= 0)
        rows.scroll = 0; /* a heading above the first row is seen again */
    return rows;
}

#else

/* Screenfuls, one after the other. */
struct rows pmb_menu_rows(const pmb_menu *m)
{
    struct rows rows = {.area = m->area,
                        .height = pmb_font_measure(m->style->theme->text).line,
                        .shown = pmb_menu_rows_before(m, pmb_menu_page(m)->count)};
    const int16_t head = (int16_t)(pmb_menu_page(m)->title[0] ? rows.height + 1 : 0);
    rows.area.y = (int16_t)(rows.area.y + head);
    rows.area.h = (int16_t)(rows.area.h - head);
    const menu_reach seen = rows.area.h / rows.height;
    if (seen > 0)
        rows.area.h = (int16_t)(seen * rows.height);
    const menu_reach focus = pmb_menu_rows_before(m, pmb_menu_focus(m));
    rows.scroll = (seen > 0 ? focus - focus % seen : focus) * rows.height;
    return rows;
}

#endif

static int16_t bar_width(const struct rows *rows)
{
    return (int16_t)(rows->shown * rows->height > rows->area.h ? BAR : 0);
}

/* A list may be longer than coordinates reach. */
pmb_rect pmb_menu_row_place(const struct rows *rows, menu_reach before)
{
    return (pmb_rect){rows->area.x,
                      pmb_coordinate(rows->area.y + before * rows->height - rows->scroll),
                      (int16_t)(rows->area.w - bar_width(rows)), rows->height};
}

pmb_rect pmb_menu_row(const pmb_menu *m, uint16_t row)
{
    const struct rows rows = pmb_menu_rows(m);
    if (row >= pmb_menu_page(m)->count || pmb_menu_state(m, row) == PMB_ITEM_HIDDEN)
        return (pmb_rect){0, 0, 0, 0};
    return pmb_rect_common(rows.area, pmb_menu_row_place(&rows, pmb_menu_rows_before(m, row)));
}
