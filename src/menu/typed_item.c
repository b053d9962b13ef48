/* typed_item.c - items that are typed on a keyboard, which covers the menu meanwhile. */
#include "geometry/limits.h"
#include "menu/menu_parts.h"
#include "pemble/number.h"

#if PMB_RICH_MENUS

static void copy(char *to, const char *from, size_t room)
{
    size_t i = 0;
    for (; i + 1 < room && from[i]; i++)
        to[i] = from[i];
    to[i] = '\0';
}

static pmb_number how(const pmb_item *item)
{
    return (pmb_number){.decimals = item->range->decimals};
}

/* Opens the keyboard with the text that is there. */
static void open(pmb_menu *m, const pmb_item *item, const pmb_keys *keys)
{
    char room[VALUE_ROOM];
    pmb_keyboard *k = m->keyboard;
    *k = (pmb_keyboard){.theme = m->style->theme,
                        .area = m->area,
                        .text = k->text,
                        .room = k->room,
                        .keys = keys,
                        .label = pmb_menu_translate(m, pmb_menu_label(&item->label, room)),
                        .by_finger = m->style->fingers};
    m->editing = true;
    m->changed = true;
}

/* Thousandths and the like that were left out are zeros; what is more than the decimals is cut. */
static int32_t number_in(const char *text, uint8_t decimals)
{
    enum { MOST = 1000000 };
    int32_t value = 0;
    bool minus = false, behind = false;
    for (; *text && value < MOST; text++) {
        if (*text == '-')
            minus = !minus;
        else if (*text == '.')
            behind = true;
        else if (behind && decimals == 0)
            break;
        else {
            value = value * 10 + *text - '0';
            decimals = (uint8_t)(decimals - behind);
        }
    }
    for (; decimals > 0 && value < MOST; decimals--)
        value *= 10;
    return minus ? -value : value;
}

static void take_number(const pmb_menu *m, const pmb_item *item)
{
    const int32_t value = number_in(m->keyboard->text, item->range->decimals);
    *item->number = (int16_t)pmb_greater(item->range->least, pmb_lesser(value, item->range->most));
}

static void take_text(const pmb_menu *m, const pmb_item *item)
{
    copy(item->text, m->keyboard->text, (size_t)pmb_greater(item->range->most, 0) + 1);
}

/* What was typed is taken when it is done. */
static void look(pmb_menu *m, const pmb_item *item,
                 void (*take)(const pmb_menu *, const pmb_item *))
{
    m->changed = true;
    if (m->keyboard->state == PMB_KEYBOARD_TYPING)
        return;
    m->editing = false;
    if (m->keyboard->state != PMB_KEYBOARD_DONE || !m->keyboard->text[0])
        return;
    take(m, item);
    pmb_menu_done(m, item);
}

static void press_number(pmb_menu *m, const pmb_item *item)
{
    if (!m->keyboard)
        return;
    if (m->editing) {
        pmb_keyboard_press(m->keyboard);
        look(m, item, take_number);
        return;
    }
    const pmb_number format = how(item);
    (void)pmb_number_text(m->keyboard->text, m->keyboard->room, &format, *item->number);
    open(m, item, &pmb_keys_number);
}

static void press_text(pmb_menu *m, const pmb_item *item)
{
    if (!m->keyboard)
        return;
    if (m->editing) {
        pmb_keyboard_press(m->keyboard);
        look(m, item, take_text);
        return;
    }
    copy(m->keyboard->text, item->text, m->keyboard->room);
    open(m, item, &pmb_keys_letters);
}

static void turn(pmb_menu *m, const pmb_item *item, int16_t steps)
{
    (void)item;
    pmb_keyboard_turn(m->keyboard, steps);
}

/* The variable is still what it was. */
static void undo(pmb_menu *m, const pmb_item *item)
{
    (void)m;
    (void)item;
}

static void draw(pmb_canvas *c, const pmb_menu *m)
{
    pmb_keyboard_draw(c, m->keyboard);
}

static void go(pmb_menu *m, const pmb_item *item, pmb_way way)
{
    (void)item;
    pmb_keyboard_way(m->keyboard, way);
}

static void touch_number(pmb_menu *m, const pmb_item *item, pmb_touch_event event,
                         const pmb_finger *finger)
{
    pmb_keyboard_touch(m->keyboard, event, finger);
    if (event != PMB_TOUCH_NOTHING)
        look(m, item, take_number);
}

static void touch_text(pmb_menu *m, const pmb_item *item, pmb_touch_event event,
                       const pmb_finger *finger)
{
    pmb_keyboard_touch(m->keyboard, event, finger);
    if (event != PMB_TOUCH_NOTHING)
        look(m, item, take_text);
}

static const char *number_text(const pmb_menu *m, const pmb_item *item, char *room)
{
    return pmb_item_number.value(m, item, room);
}

static const char *text_text(const pmb_menu *m, const pmb_item *item, char *room)
{
    return pmb_item_text.value(m, item, room);
}

const pmb_item_kind pmb_item_typed_number = {.press = press_number,
                                             .turn = turn,
                                             .undo = undo,
                                             .value = number_text,
                                             .draw = draw,
                                             .way = go,
                                             .touch = touch_number};

const pmb_item_kind pmb_item_typed_text = {.press = press_text,
                                           .turn = turn,
                                           .undo = undo,
                                           .value = text_text,
                                           .draw = draw,
                                           .way = go,
                                           .touch = touch_text};

#endif
