/* number_item.c - items that edit a number or a time of day. */
#include "geometry/limits.h"
#include "menu/menu_parts.h"
#include "pemble/number.h"

enum { HOURS = 0, MINUTES, HOUR = 60, DAY = 24 * HOUR };

static void begin(pmb_menu *m, const PMB_FLASH pmb_item *item)
{
    m->editing = true;
    m->cursor = 0;
    m->before = *item->number;
}

static void undo(pmb_menu *m, const PMB_FLASH pmb_item *item)
{
    *item->number = m->before;
}

static void press_number(pmb_menu *m, const PMB_FLASH pmb_item *item)
{
    if (m->editing)
        m->editing = false;
    else
        begin(m, item);
}

static void turn_number(pmb_menu *m, const PMB_FLASH pmb_item *item, int16_t steps)
{
    (void)m;
    const PMB_FLASH pmb_range *range = item->range;
    const int32_t step = range->step != 0 ? range->step : 1;
    const int32_t value = *item->number + steps * step;
    *item->number = (int16_t)pmb_greater(range->least, pmb_lesser(value, range->most));
}

static const char *number_text(const pmb_menu *m, const PMB_FLASH pmb_item *item, char *room)
{
    (void)m;
    const PMB_FLASH pmb_range *range = item->range;
    const pmb_number how = {.decimals = range->decimals};
    size_t end = pmb_number_text(room, VALUE_ROOM - sizeof range->unit, &how, *item->number);
    if (range->unit[0])
        room[end++] = ' ';
    for (size_t i = 0; i < sizeof range->unit - 1 && range->unit[i]; i++)
        room[end++] = range->unit[i];
    room[end] = '\0';
    return room;
}

const PMB_FLASH pmb_item_kind pmb_item_number = {
    .press = press_number, .turn = turn_number, .undo = undo, .value = number_text};

static void press_time(pmb_menu *m, const PMB_FLASH pmb_item *item)
{
    if (!m->editing)
        begin(m, item);
    else if (m->cursor++ == MINUTES)
        m->editing = false;
}

/* Hours and minutes turn round, each for itself. */
static void turn_time(pmb_menu *m, const PMB_FLASH pmb_item *item, int16_t steps)
{
    int32_t hours = *item->number / HOUR, minutes = *item->number % HOUR;
    if (m->cursor == HOURS)
        hours = ((hours + steps) % 24 + 24) % 24;
    else
        minutes = ((minutes + steps) % HOUR + HOUR) % HOUR;
    *item->number = (int16_t)(hours * HOUR + minutes);
}

static const char *time_text(const pmb_menu *m, const PMB_FLASH pmb_item *item, char *room)
{
    (void)m;
    (void)pmb_time_text(room, VALUE_ROOM, false, (uint32_t)*item->number % DAY * 60);
    return room;
}

const PMB_FLASH pmb_item_kind pmb_item_time = {
    .press = press_time,
    .turn = turn_time,
    .undo = undo,
    .value = time_text,
    .part = 2,
    .pitch = 3,
};
