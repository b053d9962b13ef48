/* menu_plain.c - how a menu looks where flash is short: screenfuls of rows as high as the typeface,
 * without icons; in place of menu_draw.c. */
#include "menu/menu_parts.h"
#include "pemble/shape.h"
#include "pemble/text.h"

#if !PMB_RICH_MENUS

enum { PAD = 3, BOX = 7, ARROW = 4 };

struct row {
    pmb_canvas *c;
    const pmb_menu *m;
    pmb_text_style style;
    pmb_color ground;
    int16_t x, y, right, base; /* base: the baseline of its text */
};

static void fill(const struct row *row, int16_t x, int16_t y, int16_t w, int16_t h, pmb_color color)
{
    pmb_rect_fill(row->c, (pmb_rect){x, y, w, h}, color);
}

static void put(const struct row *row, int16_t x, const char *text)
{
    pmb_text(row->c, &row->style, (pmb_point){x, row->base}, text);
}

static void draw_mark(const struct row *row, const PMB_FLASH pmb_item *item)
{
    const int16_t x = (int16_t)(row->right - BOX), y = (int16_t)(row->base - BOX);
    const pmb_color ink = row->style.color;
    if (item->kind->mark == MARK_PAGE) {
        for (int8_t i = 0; i < ARROW; i++)
            fill(row, (int16_t)(x + BOX - ARROW + i), (int16_t)(y + i), 1, (int16_t)(BOX - 2 * i),
                 ink);
    } else if (item->kind->mark == MARK_SWITCH) {
        fill(row, x, y, BOX, BOX, ink);
        if (!*item->on)
            fill(row, (int16_t)(x + 1), (int16_t)(y + 1), BOX - 2, BOX - 2, row->ground);
    }
}

/* The value; the part of it that is edited changes ink and ground. */
static void draw_value(struct row *row, const PMB_FLASH pmb_item *item, bool edited)
{
    char room[VALUE_ROOM];
    const PMB_FLASH pmb_item_kind *kind = item->kind;
    const char *text = kind->value(row->m, item, room);
    int16_t x = (int16_t)(row->right - pmb_text_width(&row->style, text));
    put(row, x, text);
    if (!edited)
        return;
    char *part = room + (uint8_t)(row->m->cursor * kind->pitch);
    const char first = *part;
    *part = '\0';
    x = (int16_t)(x + pmb_text_width(&row->style, room));
    *part = first;
    if (kind->part)
        part[kind->part] = '\0';
    const pmb_color ink = row->style.color;
    fill(row, (int16_t)(x - 1), row->y, (int16_t)(pmb_text_width(&row->style, part) + 1),
         (int16_t)(row->base - row->y + 1), ink);
    row->style.color = row->ground;
    put(row, x, part);
}

static void draw_row(struct row *row, uint16_t number, int16_t h)
{
    char room[VALUE_ROOM];
    const pmb_menu *m = row->m;
    const PMB_FLASH pmb_theme *theme = m->style->theme;
    const PMB_FLASH pmb_page *page = pmb_menu_page(m);
    const bool focused = number == pmb_menu_focus(m);
    row->style.color = focused ? theme->ground : theme->ink;
    row->ground = focused ? theme->ink : theme->ground;
    if (focused)
        fill(row, row->x, row->y, (int16_t)(row->right - row->x + PAD), h, row->ground);
    if (!page->items) {
        put(row, (int16_t)(row->x + PAD), pmb_menu_list_text(m, page, number, room));
        return;
    }
    const PMB_FLASH pmb_item *item = &page->items[number];
    put(row, (int16_t)(row->x + PAD), pmb_menu_translate(m, pmb_menu_label(&item->label, room)));
    if (pmb_menu_state(m, number) == PMB_ITEM_DISABLED)
        return;
    if (item->kind->value)
        draw_value(row, item, focused && m->editing);
    else
        draw_mark(row, item);
}

void pmb_menu_draw(pmb_canvas *c, const pmb_menu *m)
{
    char room[VALUE_ROOM];
    const PMB_FLASH pmb_theme *theme = m->style->theme;
    const PMB_FLASH pmb_page *page = pmb_menu_page(m);
    const struct rows rows = pmb_menu_rows(m);
    const int16_t bottom = (int16_t)(rows.area.y + rows.area.h);
    struct row row = {.c = c,
                      .m = m,
                      .style = {.font = theme->text, .color = theme->ink},
                      .x = m->area.x,
                      .y = m->area.y,
                      .right = (int16_t)(m->area.x + m->area.w - PAD - BAR)};
    const int16_t down = (int16_t)(rows.height - pmb_font_measure(theme->text).descent);
    row.base = (int16_t)(row.y + down);
    pmb_rect_fill(c, m->area, theme->ground);
    if (rows.area.y > row.y) {
        put(&row, (int16_t)(row.x + PAD), pmb_menu_label(&page->title, room));
        fill(&row, row.x, (int16_t)(rows.area.y - 1), m->area.w, 1, theme->ink);
    }
    row.y = (int16_t)(rows.area.y - rows.scroll);
    for (uint16_t i = 0; i < page->count; i++) {
        if (pmb_menu_state(m, i) == PMB_ITEM_HIDDEN)
            continue;
        row.base = (int16_t)(row.y + down);
        if (row.y >= rows.area.y && row.y < bottom)
            draw_row(&row, i, rows.height);
        row.y = (int16_t)(row.y + rows.height);
    }
    /* How much is seen, and where it is: in 16 bits, for some two hundred rows on a large panel. */
    const uint16_t seen = (uint16_t)rows.area.h, shown = (uint16_t)rows.shown;
    const uint16_t above = (uint16_t)(rows.scroll / rows.height);
    const uint16_t at_once = seen / (uint16_t)rows.height;
    if (shown > at_once)
        fill(&row, (int16_t)(row.right + PAD + 1), (int16_t)(rows.area.y + seen * above / shown),
             BAR - 1, (int16_t)(seen * at_once / shown), theme->ink);
}

#endif
