/* typed_item.c - items that are typed on a keyboard, which covers the menu meanwhile. */
#include "geometry/limits.h"
#include "menu/menu_parts.h"
#include "pemble/number.h"

#if PMB_RICH_MENUS

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

static bool is_number(const pmb_item *item)
{
    return item->kind == &pmb_item_typed_number;
}

static void take(const pmb_menu *m, const pmb_item *item)
{
    const pmb_range *range = item->range;
    const char *typed = m->keyboard->text;
    if (is_number(item))
        *item->number = (int16_t)pmb_greater(
            range->least, pmb_lesser(number_in(typed, range->decimals), range->most));
    else
        pmb_menu_copy(item->text, typed, (size_t)pmb_greater(range->most, 0));
}

/* What was typed is taken when it is done. */
static void look(pmb_menu *m, const pmb_item *item)
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

static void press(pmb_menu *m, const pmb_item *item)
{
    pmb_keyboard *k = m->keyboard;
    if (!k)
        return;
    if (m->editing) {
        pmb_keyboard_press(k);
        look(m, item);
    } else if (is_number(item)) {
        const pmb_number format = {.decimals = item->range->decimals};
        (void)pmb_number_text(k->text, k->room, &format, *item->number);
        open(m, item, &pmb_keys_number);
    } else {
        pmb_menu_copy(k->text, item->text, k->room > 0 ? k->room - 1 : 0);
        open(m, item, &pmb_keys_letters);
    }
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

static void touch(pmb_menu *m, const pmb_item *item, pmb_touch_event event,
                  const pmb_finger *finger)
{
    pmb_keyboard_touch(m->keyboard, event, finger);
    if (event != PMB_TOUCH_NOTHING)
        look(m, item);
}

static const char *number_text(const pmb_menu *m, const pmb_item *item, char *room)
{
    return pmb_item_number.value(m, item, room);
}

static const char *text_text(const pmb_menu *m, const pmb_item *item, char *room)
{
    return pmb_item_text.value(m, item, room);
}

const pmb_item_kind pmb_item_typed_number = {.press = press,
                                             .turn = turn,
                                             .undo = undo,
                                             .value = number_text,
                                             .draw = draw,
                                             .way = go,
                                             .touch = touch};

const pmb_item_kind pmb_item_typed_text = {.press = press,
                                           .turn = turn,
                                           .undo = undo,
                                           .value = text_text,
                                           .draw = draw,
                                           .way = go,
                                           .touch = touch};

#endif
