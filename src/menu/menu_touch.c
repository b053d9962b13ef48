/* menu_touch.c - a finger in a menu. */
#include "geometry/limits.h"
#include "menu/menu_parts.h"

enum { REPEAT_MS = 120, SLOWEST = 70, HALVING_MS = 250, LEAST_MS = 16, MOST_MS = 100 };

/* Pixels that the page can be moved. */
static int32_t most_scroll(const struct rows *rows)
{
    return pmb_greater(0, (int32_t)rows->shown * rows->height - rows->area.h);
}

/* The row at a point; -1: none. */
static int32_t row_at(const pmb_menu *m, pmb_point at)
{
    const struct rows rows = pmb_menu_rows(m);
    const PMB_FLASH pmb_page *page = pmb_menu_page(m);
    if (!pmb_rect_holds(rows.area, at))
        return -1;
    int32_t number = (at.y - rows.area.y + rows.scroll) / rows.height;
    if (!page->items)
        return number < page->count ? number : -1;
    for (uint16_t i = 0; i < page->count; i++)
        if (pmb_menu_state(m, i) != PMB_ITEM_HIDDEN && number-- == 0)
            return i;
    return -1;
}

/* Minus is -1, plus is 1, at the right end of the row that is edited. */
static int16_t button_at(const pmb_menu *m, pmb_point at)
{
    const pmb_rect r = pmb_menu_row(m, pmb_menu_focus(m));
    if (!m->editing || !m->style->fingers || !pmb_rect_holds(r, at))
        return 0;
    const int32_t from_right = (int32_t)r.x + r.w - 1 - at.x;
    return from_right < r.h ? 1 : from_right < 2 * r.h ? -1 : 0;
}

static void drag(pmb_menu *m, int32_t by)
{
    const struct rows rows = pmb_menu_rows(m);
    m->scroll = (int32_t)pmb_greater(0, pmb_lesser(rows.scroll + by, most_scroll(&rows)));
    m->dragged = m->changed = true;
    m->moved = m->now;
}

/* The speed halves in HALVING_MS, nearly. */
void pmb_menu_glide(pmb_menu *m)
{
    const int32_t ms = pmb_lesser((int32_t)(m->now - m->moved), MOST_MS);
    const int32_t before = m->scroll, speed = m->glide;
    if (ms < LEAST_MS)
        return;
    drag(m, speed * ms / 1000);
    m->glide = (int16_t)(speed * HALVING_MS / (HALVING_MS + ms));
    if ((speed < SLOWEST && speed > -SLOWEST) || m->scroll == before)
        m->glide = 0;
}

static void press(pmb_menu *m, const pmb_finger *f)
{
    const int32_t row = row_at(m, f->at);
    m->glide = 0;
    m->grip = f->at.y;
    if (m->editing || row < 0 || !pmb_menu_takes_focus(m, (uint16_t)row))
        return;
    /* The page stays where it is, also where it shows a part of the row only. */
    const int32_t scroll = pmb_menu_rows(m).scroll;
    pmb_menu_focus_on(m, (uint16_t)row);
    m->scroll = scroll;
    m->dragged = m->changed = true;
    m->moved = m->now;
}

static void tap(pmb_menu *m, const pmb_finger *f)
{
    const struct rows rows = pmb_menu_rows(m);
    const int16_t button = button_at(m, f->at);
    const int32_t row = row_at(m, f->at);
    if (button != 0)
        pmb_menu_turn(m, button, button);
    else if (row >= 0 && row == pmb_menu_focus(m))
        pmb_menu_press(m);
    else if (m->editing)
        pmb_menu_press(m); /* beside it: the value is kept */
    else if (f->at.y < rows.area.y && pmb_rect_holds(m->area, f->at))
        (void)pmb_menu_back(m);
}

/* While minus or plus is held they repeat. */
static void hold(pmb_menu *m, const pmb_finger *f)
{
    const int16_t button = button_at(m, f->from);
    if (!f->down || !f->told_held || button == 0 || m->now - m->moved < REPEAT_MS)
        return;
    pmb_menu_turn(m, button, button);
}

void pmb_menu_touch(pmb_menu *m, pmb_touch_event event, const pmb_finger *f)
{
#if PMB_RICH_MENUS
    const pmb_item *cover = pmb_menu_cover(m);
    if (cover) {
        cover->kind->touch(m, cover, event, f);
        return;
    }
#endif
    switch (event) {
    case PMB_TOUCH_PRESSED:
        press(m, f);
        break;
    case PMB_TOUCH_TAPPED:
        tap(m, f);
        break;
    case PMB_TOUCH_DRAGGED:
        if (!m->editing)
            drag(m, m->grip - f->at.y);
        m->grip = f->at.y;
        break;
    case PMB_TOUCH_SWIPED:
        if (f->way == PMB_WAY_RIGHT)
            (void)pmb_menu_back(m);
        else if (!m->editing && f->way != PMB_WAY_LEFT)
            m->glide = (int16_t)-f->speed.y;
        m->moved = m->now;
        break;
    case PMB_TOUCH_NOTHING:
    case PMB_TOUCH_HELD:
    case PMB_TOUCH_RELEASED:
        hold(m, f);
        break;
    }
}
