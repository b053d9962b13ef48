/* items.c - items that open, switch, choose, act and show. */
#include "menu/menu_parts.h"

static void open_page(pmb_menu *m, const PMB_FLASH pmb_item *item)
{
    pmb_menu_open(m, item, 0);
}

const PMB_FLASH pmb_item_kind pmb_item_page = {.press = open_page, .mark = MARK_PAGE};

static void press_switch(pmb_menu *m, const PMB_FLASH pmb_item *item)
{
    *item->on = !*item->on;
    pmb_menu_done(m, item);
}

const PMB_FLASH pmb_item_kind pmb_item_switch = {.press = press_switch, .mark = MARK_SWITCH};

static void open_choice(pmb_menu *m, const PMB_FLASH pmb_item *item)
{
    pmb_menu_open(m, item, (uint16_t)*item->number);
}

static void take_choice(pmb_menu *m, const PMB_FLASH pmb_item *item, uint16_t row)
{
    *item->number = (int16_t)row;
    pmb_menu_done(m, item);
}

static const char *choice_text(const pmb_menu *m, const PMB_FLASH pmb_item *item, char *room)
{
    return pmb_menu_list_text(m, item->page, (uint16_t)*item->number, room);
}

const PMB_FLASH pmb_item_kind pmb_item_choice = {
    .press = open_choice, .chosen = take_choice, .value = choice_text, .mark = MARK_CHOSEN};

static void press_action(pmb_menu *m, const PMB_FLASH pmb_item *item)
{
    pmb_menu_done(m, item);
}

const PMB_FLASH pmb_item_kind pmb_item_action = {.press = press_action};

static void take_answer(pmb_menu *m, const PMB_FLASH pmb_item *item, uint16_t row)
{
    if (row + 1 == item->page->count)
        pmb_menu_done(m, item);
}

const PMB_FLASH pmb_item_kind pmb_item_question = {.press = open_page, .chosen = take_answer};

static const char *value_text(const pmb_menu *m, const PMB_FLASH pmb_item *item, char *room)
{
    return item->show ? item->show(m->user, room) : "";
}

const PMB_FLASH pmb_item_kind pmb_item_value = {.value = value_text};

const PMB_FLASH pmb_item_kind pmb_item_heading = {.heading = true};
