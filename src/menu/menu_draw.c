/* menu_draw.c - how a menu looks; where flash is short, menu_plain.c is in its place. */
#include <string.h>
#include "geometry/limits.h"
#include "menu/menu_parts.h"
#include "pemble/shape.h"
#include "pemble/text.h"
#include "shape/spans.h"

#if PMB_RICH_MENUS

enum { PAD = 3, PAUSE_MS = 1000 };

/* A row as it is drawn. */
struct row {
    pmb_canvas *c; /* NULL: it is only measured */
    const pmb_menu *m;
    const PMB_FLASH pmb_item *item; /* NULL: of a list */
    pmb_text_style style;
    pmb_color ground;
    int16_t y, h, cap; /* cap: the height of capitals */
    bool focused, edited;
};

/* One line of text from x on, in the middle of the row's height. */
static void put(const struct row *row, int16_t x, const char *text)
{
    pmb_text(row->c, &row->style, (pmb_point){x, (int16_t)(row->y + (row->h + row->cap) / 2)},
             text);
}

/* Fills from x on, and from dy on above or below the middle of the row. */
static void fill(const struct row *row, int16_t x, int16_t dy, int16_t w, int16_t h,
                 pmb_color color)
{
    pmb_span_fill(row->c, x, row->y + row->h / 2 + dy, w, h, color);
}

/* An arrowhead, to the right or `back` to the left, as high as capitals. */
static void draw_arrowhead(const struct row *row, int16_t x, bool back)
{
    const int16_t half = (int16_t)(row->cap / 2);
    for (int16_t i = 0; i <= half; i++) {
        const int16_t at = (int16_t)(x + (back ? i : half - i)), w = (int16_t)(1 + row->cap / 8);
        fill(row, at, i, w, 1, row->style.color);
        fill(row, at, (int16_t)-i, w, 1, row->style.color);
    }
}

/* The width of what stands at the right end instead of a value. */
static int16_t mark_width(const struct row *row)
{
    const PMB_FLASH pmb_item *opener = pmb_menu_opener(row->m);
    if (row->item && row->item->kind->mark == MARK_SWITCH)
        return (int16_t)(row->cap * 2);
    if (row->item ? row->item->kind->mark == MARK_PAGE
                  : opener && opener->kind->mark == MARK_CHOSEN)
        return (int16_t)(row->cap / 2 + 1 + row->cap / 8);
    return 0;
}

static void draw_mark(const struct row *row, uint16_t number, int16_t x, int16_t w)
{
    const int16_t half = (int16_t)(row->cap / 2), h = (int16_t)(2 * half + 1);
    const pmb_color ink = row->style.color;
    if (!row->item) { /* a dot */
        if (*pmb_menu_opener(row->m)->number != (int16_t)number)
            return;
        fill(row, x, (int16_t)(1 - w / 2), w, (int16_t)(w - 2), ink);
        fill(row, (int16_t)(x + 1), (int16_t) - (w / 2), (int16_t)(w - 2), w, ink);
    } else if (row->item->kind->mark == MARK_PAGE) {
        draw_arrowhead(row, x, false);
    } else { /* the knob of a switch lies at the right when it is on */
        const bool on = *row->item->on;
        fill(row, x, (int16_t)-half, w, h, ink);
        if (!on)
            fill(row, (int16_t)(x + 1), (int16_t)(1 - half), (int16_t)(w - 2), (int16_t)(h - 2),
                 row->ground);
        fill(row, (int16_t)(on ? x + w - h + 2 : x + 2), (int16_t)(2 - half), (int16_t)(h - 4),
             (int16_t)(h - 4), on ? row->ground : ink);
    }
}

/* The part of a value that is edited changes ink and ground. The value begins at x; one that is too
 * wide is moved, so that the part ends before `right`. */
static void draw_edited(struct row *row, int16_t x, int16_t right, char *value)
{
    const PMB_FLASH pmb_item_kind *kind = row->item->kind;
    const pmb_color ink = row->style.color;
    char *part = value + row->m->cursor * kind->pitch, *end = part + kind->part;
    const char first = *part, behind = *end;
    *part = '\0';
    int16_t from = (int16_t)(x + pmb_text_width(&row->style, value));
    *part = first;
    if (kind->part)
        *end = '\0';
    const int16_t w = pmb_text_width(&row->style, part);
    if (from + w > right) {
        x = (int16_t)(x - (from + w - right));
        from = (int16_t)(right - w);
    }
    *end = behind;
    put(row, x, value);
    if (kind->part)
        *end = '\0';
    fill(row, (int16_t)(from - 1), (int16_t)(1 - row->h / 2), (int16_t)(w + 1),
         (int16_t)(row->h - 2), ink);
    row->style.color = row->ground;
    put(row, from, part);
    row->style.color = ink;
}

/* The width of the icon with the gap behind it. It is the larger of the theme's where the row has
 * room for it. */
static int16_t draw_icon(const struct row *row, int16_t x)
{
    const PMB_FLASH pmb_theme *theme = row->m->style->theme;
    char icon[sizeof row->item->icon];
    if (!row->item || !row->item->icon[0])
        return 0;
    memcpy(icon, row->item->icon, sizeof icon);
    icon[sizeof icon - 1] = '\0';
    const pmb_font_metrics large = pmb_font_measure(theme->icons[1]);
    const int16_t high = (int16_t)(large.ascent + large.descent);
    const pmb_text_style style = {.font = theme->icons[high <= row->h * 3 / 4],
                                  .color = row->style.color};
    const int16_t w = pmb_text_width(&style, icon);
    if (row->c)
        pmb_text_box(row->c, &style, (pmb_rect){x, row->y, w, row->h},
                     &(pmb_text_layout){.down = PMB_MIDDLE}, icon);
    return (int16_t)(w + PAD);
}

/* Minus and plus at the right end. */
static void draw_buttons(const struct row *row, int16_t right)
{
    const int16_t side = row->h, arm = (int16_t)(side / 5), thick = (int16_t)(1 + side / 24);
    for (uint8_t plus = 0; plus < 2; plus++) {
        const int16_t x = (int16_t)(right - (plus ? side : 2 * side));
        const int16_t middle = (int16_t)(x + side / 2);
        fill(row, (int16_t)(x + 2), (int16_t)(2 - side / 2), (int16_t)(side - 4),
             (int16_t)(side - 4), row->style.color);
        fill(row, (int16_t)(middle - arm), (int16_t)(-thick / 2), (int16_t)(2 * arm + 1), thick,
             row->ground);
        if (plus)
            fill(row, (int16_t)(middle - thick / 2), (int16_t)-arm, thick, (int16_t)(2 * arm + 1),
                 row->ground);
    }
}

/* By how much a label is moved that is too long: to its end and back again. */
static int16_t shift_of(const pmb_menu *m, int16_t excess)
{
    if (excess <= 0 || m->style->calm)
        return 0;
    const uint32_t way = (uint32_t)excess * PIXEL_MS;
    const uint32_t since = (m->now - m->moved) % (way + 2 * PAUSE_MS);
    return (int16_t)(since < PAUSE_MS
                         ? 0
                         : pmb_lesser((int32_t)((since - PAUSE_MS) / PIXEL_MS), excess));
}

/* Draws a label that has w pixels, and returns by how much it is moved. */
static int16_t draw_label(const struct row *row, int16_t x, int16_t w, const char *label)
{
    const int16_t excess = (int16_t)(pmb_text_width(&row->style, label) - w);
    const int16_t shift = row->focused ? shift_of(row->m, excess) : 0;
    const pmb_rect at = {x, row->y, w, row->h};
    if (!row->c || w <= 0)
        return shift;
    if (excess > 0 && (!row->focused || row->m->style->calm)) {
        pmb_text_box(row->c, &row->style, at, &(pmb_text_layout){.down = PMB_MIDDLE}, label);
        return 0;
    }
    const pmb_rect saved = pmb_canvas_narrow_clip(row->c, at);
    put(row, (int16_t)(x - shift), label);
    pmb_canvas_restore_clip(row->c, saved);
    return shift;
}

/* A row with the colours that it has now. */
static struct row dress(pmb_canvas *c, const pmb_menu *m, uint16_t number, pmb_rect r)
{
    const PMB_FLASH pmb_theme *theme = m->style->theme;
    const PMB_FLASH pmb_page *page = pmb_menu_page(m);
    const bool focused = number == pmb_menu_focus(m) && pmb_menu_takes_focus(m, number);
    struct row row = {.c = c,
                      .m = m,
                      .item = page->items ? &page->items[number] : PMB_NO_TABLE,
                      .style = {.font = pmb_menu_font(m), .color = theme->ink},
                      .ground = theme->ground,
                      .y = r.y,
                      .h = r.h,
                      .focused = focused,
                      .edited = focused && m->editing};
    row.cap = pmb_font_measure(row.style.font).cap_height;
    if (focused) {
        row.style.color = theme->ground;
        row.ground = theme->levels[PMB_NORMAL];
    } else if ((row.item && row.item->kind->heading) ||
               pmb_menu_state(m, number) == PMB_ITEM_DISABLED) {
        row.style.color = theme->quiet;
    }
    return row;
}

/* Draws a row, or with c = NULL only measures it. Returns by how much its label is moved. What
 * stands at the right end covers a label that is too long. */
static int16_t draw_row(pmb_canvas *c, const pmb_menu *m, uint16_t number, pmb_rect r)
{
    char room[VALUE_ROOM], words[VALUE_ROOM];
    struct row row = dress(c, m, number, r);
    int16_t left = (int16_t)(r.x + PAD), right = (int16_t)(r.x + r.w - PAD);
    if (c)
        pmb_span_fill(c, r.x, r.y, r.w, r.h, row.ground);
    if (row.edited && m->style->fingers) {
        right = (int16_t)(r.x + r.w);
        if (c)
            draw_buttons(&row, right);
        right = (int16_t)(right - 2 * r.h - PAD);
    }
    left = (int16_t)(left + draw_icon(&row, left));
    const bool has_value = row.item && row.item->kind->value;
    const char *value = has_value ? row.item->kind->value(m, row.item, room) : "";
    const int16_t w = value[0] ? pmb_text_width(&row.style, value) : mark_width(&row);
    const int16_t most = (int16_t)(row.edited ? right - left : (right - left) * 2 / 3);
    const int16_t x = (int16_t)(right - (w < most ? w : most));
    const char *label = row.item ? pmb_menu_translate(m, pmb_menu_label(&row.item->label, words))
                                 : pmb_menu_list_text(m, pmb_menu_page(m), number, words);
    const int16_t shift =
        draw_label(&row, left, (int16_t)(x - left - (w > 0 ? 2 * PAD : 0)), label);
    if (!c)
        return shift;
    if (w > 0)
        pmb_span_fill(c, x - 2, r.y, right - x + 2 + PAD, r.h, row.ground);
    if (value[0] && row.edited)
        draw_edited(&row, x, right, room);
    else if (value[0])
        put(&row, x, value);
    else if (w > 0)
        draw_mark(&row, number, x, w);
    if (row.item && row.item->kind->heading) { /* a line beside it */
        left = (int16_t)(left + pmb_text_width(&row.style, label) + PAD);
        fill(&row, left, 0, (int16_t)(right - left), 1, row.style.color);
    }
    /* Where quiet is ink, what is disabled is thinned out. */
    const PMB_FLASH pmb_theme *theme = m->style->theme;
    if (theme->quiet == theme->ink && pmb_menu_state(m, number) == PMB_ITEM_DISABLED)
        pmb_rect_dither(c, r, 8, row.ground);
    return shift;
}

int16_t pmb_menu_shift(const pmb_menu *m)
{
    if (pmb_menu_page(m)->count == 0)
        return 0;
    const struct rows rows = pmb_menu_rows(m);
    return draw_row(NULL, m, pmb_menu_focus(m), pmb_menu_row_place(&rows, 0));
}

static void draw_title(pmb_canvas *c, const pmb_menu *m)
{
    char room[VALUE_ROOM];
    const PMB_FLASH pmb_theme *theme = m->style->theme;
    const int16_t h = pmb_menu_title_height(m);
    struct row row = {.c = c,
                      .m = m,
                      .style = {.font = pmb_menu_font(m), .color = theme->ink},
                      .y = m->area.y,
                      .h = (int16_t)(h - 1)};
    if (h == 0)
        return;
    int16_t x = (int16_t)(m->area.x + PAD);
    row.cap = pmb_font_measure(row.style.font).cap_height;
    pmb_span_fill(c, m->area.x, row.y + row.h, m->area.w, 1, theme->quiet);
    if (m->level > 0) {
        draw_arrowhead(&row, x, true);
        x = (int16_t)(x + row.cap / 2 + 2 + 2 * PAD);
    }
    (void)draw_label(&row, x, (int16_t)(m->area.x + m->area.w - PAD - x),
                     pmb_menu_translate(m, pmb_menu_label(&pmb_menu_page(m)->title, room)));
}

/* How much is seen, and where it is. */
static void draw_position(pmb_canvas *c, const pmb_menu *m, const struct rows *rows)
{
    const int32_t all = rows->shown * rows->height;
    const int16_t seen = rows->area.h;
    const int16_t x = (int16_t)(rows->area.x + rows->area.w - PAD), y = rows->area.y;
    if (all <= seen)
        return;
    const int16_t from = (int16_t)((int32_t)seen * rows->scroll / all);
    const int16_t h = (int16_t)((int32_t)seen * seen / all);
    pmb_span_fill(c, x - 1, y, PAD + 1, seen, m->style->theme->ground);
    pmb_span_fill(c, x + PAD / 2, y, 1, seen, m->style->theme->quiet);
    pmb_span_fill(c, x, y + from, PAD, h < PAD ? PAD : h, m->style->theme->ink);
}

void pmb_menu_draw(pmb_canvas *c, const pmb_menu *m)
{
    if (PMB_MISSING(m->style) || PMB_MISSING(m->home) || PMB_MISSING(m->style->theme) ||
        !pmb_canvas_shows(c, m->area))
        return;
    const pmb_item *cover = pmb_menu_cover(m);
    if (cover) {
        cover->kind->draw(c, m);
        return;
    }
    const struct rows rows = pmb_menu_rows(m);
    const PMB_FLASH pmb_page *page = pmb_menu_page(m);
    const pmb_rect saved = pmb_canvas_narrow_clip(c, m->area);
    pmb_rect_fill(c, m->area, m->style->theme->ground);
    draw_title(c, m);
    (void)pmb_canvas_narrow_clip(c, rows.area);
    uint16_t i = 0;
    menu_reach before = 0;
    if (!page->items)
        before = i = (uint16_t)(rows.scroll / rows.height);
    for (; i < page->count && before * rows.height < rows.scroll + rows.area.h; i++) {
        const pmb_rect r = pmb_menu_row_place(&rows, before);
        if (pmb_menu_state(m, i) == PMB_ITEM_HIDDEN)
            continue;
        if (pmb_canvas_shows(c, r))
            (void)draw_row(c, m, i, r);
        before++;
    }
    draw_position(c, m, &rows);
    pmb_canvas_restore_clip(c, saved);
}

#endif
