/* menu.c - where the user is in a menu, and what an input does there. */
#include "geometry/limits.h"
#include "menu/menu_parts.h"

const PMB_FLASH pmb_page *pmb_menu_page(const pmb_menu *m)
{
    return m->level > 0 ? m->pages[m->level - 1] : m->home;
}

const PMB_FLASH pmb_item *pmb_menu_opener(const pmb_menu *m)
{
    if (m->level == 0)
        return PMB_NO_TABLE;
    const PMB_FLASH pmb_page *below = m->level > 1 ? m->pages[m->level - 2] : m->home;
    return &below->items[m->focus[m->level - 1]];
}

const PMB_FLASH pmb_item *pmb_menu_item(const pmb_menu *m)
{
    const PMB_FLASH pmb_page *page = pmb_menu_page(m);
    return page->items && page->count > 0 ? &page->items[pmb_menu_focus(m)] : PMB_NO_TABLE;
}

pmb_item_state pmb_menu_state(const pmb_menu *m, uint16_t row)
{
    const PMB_FLASH pmb_page *page = pmb_menu_page(m);
    if (!page->items || !page->items[row].state)
        return PMB_ITEM_SHOWN;
    return page->items[row].state(m->user);
}

bool pmb_menu_takes_focus(const pmb_menu *m, uint16_t row)
{
    const PMB_FLASH pmb_page *page = pmb_menu_page(m);
    if (page->items && page->items[row].kind->heading)
        return false;
    return pmb_menu_state(m, row) != PMB_ITEM_HIDDEN;
}

/* The next row from `row` on in a direction that takes the focus; -1 when there is none. */
static menu_reach seek(const pmb_menu *m, menu_reach row, int8_t step)
{
    const menu_reach count = pmb_menu_page(m)->count;
    while (row >= 0 && row < count && !pmb_menu_takes_focus(m, (uint16_t)row))
        row += step;
    return row >= 0 && row < count ? row : -1;
}

/* A row that has been hidden meanwhile gives it to the next one. */
uint16_t pmb_menu_focus(const pmb_menu *m)
{
    menu_reach row = seek(m, m->focus[m->level], 1);
    if (row < 0)
        row = seek(m, pmb_menu_page(m)->count - 1, -1);
    return (uint16_t)(row < 0 ? 0 : row);
}

void pmb_menu_focus_on(pmb_menu *m, uint16_t row)
{
    m->focus[m->level] = row;
    m->dragged = false;
    m->glide = 0;
#if PMB_RICH_MENUS
    m->scroll = pmb_menu_rows(m).scroll;
#endif
}

/* An input: what is shown changes, and the time until it goes home begins anew. */
static void stir(pmb_menu *m)
{
    m->changed = true;
    m->moved = m->now;
}

static void move(pmb_menu *m, int16_t steps)
{
    const menu_reach last = pmb_menu_page(m)->count - 1;
    menu_reach row = pmb_menu_focus(m);
    if (!pmb_menu_page(m)->items) {
        row += steps;
        if (row < 0 || row > last)
            row = m->style->wraps == (row < 0) ? last : 0;
        pmb_menu_focus_on(m, (uint16_t)(row < 0 ? 0 : row));
        return;
    }
    const int8_t step = steps > 0 ? 1 : -1;
    for (; steps != 0; steps = (int16_t)(steps - step)) {
        menu_reach next = seek(m, row + step, step);
        if (next < 0 && m->style->wraps)
            next = seek(m, step > 0 ? 0 : last, step);
        if (next < 0)
            break;
        row = next;
    }
    pmb_menu_focus_on(m, (uint16_t)row);
}

#if PMB_RICH_MENUS
const pmb_item *pmb_menu_cover(const pmb_menu *m)
{
    const pmb_item *item = m->editing ? pmb_menu_item(m) : NULL;
    return item && item->kind->draw ? item : NULL;
}
#endif

void pmb_menu_turn(pmb_menu *m, int16_t detents, int16_t faster)
{
    if (detents == 0)
        return;
    stir(m);
    if (!m->editing) {
        move(m, pmb_menu_page(m)->items ? detents : faster);
        return;
    }
    const PMB_FLASH pmb_item *item = pmb_menu_item(m);
#if PMB_RICH_MENUS
    if (pmb_menu_cover(m)) {
        item->kind->turn(m, item, detents);
        return;
    }
#endif
    item->kind->turn(m, item, faster);
    pmb_menu_done(m, item);
}

void pmb_menu_done(pmb_menu *m, const PMB_FLASH pmb_item *item)
{
    if (item->done)
        item->done(m->user);
    m->changed = true;
}

void pmb_menu_open(pmb_menu *m, const PMB_FLASH pmb_item *item, uint16_t row)
{
    if (m->level + 1 >= PMB_MENU_LEVELS)
        return;
    m->focus[m->level] = pmb_menu_focus(m);
    m->pages[m->level++] = item->page;
    m->scroll = 0;
    pmb_menu_focus_on(m, row);
}

static void close_page(pmb_menu *m)
{
    m->level--;
    m->scroll = 0;
    pmb_menu_focus_on(m, m->focus[m->level]);
}

/* A row of a list: the page is told, or the item that opened it. */
static void choose(pmb_menu *m)
{
    const PMB_FLASH pmb_page *page = pmb_menu_page(m);
    const PMB_FLASH pmb_item *opener = pmb_menu_opener(m);
    const uint16_t row = pmb_menu_focus(m);
    if (page->count == 0)
        return;
    if (opener && opener->kind->chosen) {
        close_page(m);
        opener->kind->chosen(m, opener, row);
    }
    if (page->chosen)
        page->chosen(m->user, row);
}

void pmb_menu_press(pmb_menu *m)
{
    stir(m);
    const PMB_FLASH pmb_item *item = pmb_menu_item(m);
    if (!item)
        choose(m);
    else if (item->kind->press && pmb_menu_state(m, pmb_menu_focus(m)) == PMB_ITEM_SHOWN)
        item->kind->press(m, item);
}

static void undo(pmb_menu *m)
{
    const PMB_FLASH pmb_item *item = pmb_menu_item(m);
    m->editing = false;
    item->kind->undo(m, item);
    pmb_menu_done(m, item);
}

bool pmb_menu_back(pmb_menu *m)
{
    stir(m);
    if (m->editing)
        undo(m);
    else if (m->level > 0)
        close_page(m);
    else
        return false;
    return true;
}

void pmb_menu_home(pmb_menu *m)
{
    while (pmb_menu_back(m))
        ;
}

void pmb_menu_push(pmb_menu *m, pmb_push_event event)
{
    if (event == PMB_PUSH_CLICKED)
        pmb_menu_press(m);
    else if (event == PMB_PUSH_HELD)
        (void)pmb_menu_back(m);
}

void pmb_menu_way(pmb_menu *m, pmb_way way)
{
#if PMB_RICH_MENUS
    const pmb_item *cover = pmb_menu_cover(m);
    if (cover && way != PMB_WAY_NONE) {
        stir(m);
        cover->kind->way(m, cover, way);
        return;
    }
#endif
    const int16_t down = m->editing ? -1 : 1;
    if (way == PMB_WAY_DOWN)
        pmb_menu_turn(m, down, down);
    else if (way == PMB_WAY_UP)
        pmb_menu_turn(m, (int16_t)-down, (int16_t)-down);
    else if (way == PMB_WAY_RIGHT)
        pmb_menu_press(m);
    else if (way == PMB_WAY_LEFT)
        (void)pmb_menu_back(m);
}

#if PMB_RICH_MENUS
/* Sets the time, and notices when a long label moves. */
static void pass(pmb_menu *m, uint32_t milliseconds)
{
    const uint32_t before = m->now - m->moved, after = milliseconds - m->moved;
    const bool may_move = !m->style->calm && before / PIXEL_MS != after / PIXEL_MS;
    const int16_t shift = may_move ? pmb_menu_shift(m) : 0;
    m->now = milliseconds;
    if (m->glide != 0)
        pmb_menu_glide(m);
    if (may_move && pmb_menu_shift(m) != shift)
        m->changed = true;
}
#else
static void pass(pmb_menu *m, uint32_t milliseconds)
{
    m->now = milliseconds;
}
#endif

bool pmb_menu_tick(pmb_menu *m, uint32_t milliseconds)
{
    pass(m, milliseconds);
    const uint8_t home_s = m->style->home_s;
    if (home_s > 0 && milliseconds - m->moved >= home_s * 1000ul && (m->level > 0 || m->editing))
        pmb_menu_home(m);
    const bool changed = m->changed;
    m->changed = false;
    return changed;
}
