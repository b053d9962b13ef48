/* menus.c - the settings of a post at the quay. */
#include "menus.h"

#include <string.h>

struct quay quay;

static const struct quay made = {
    .lamps = true, .contrast = 60, .height = 412, .opens = 7 * 60 + 30, .name = "East"};

void quay_reset(void)
{
    quay = made;
}

static void count_change(void *user)
{
    ((struct quay *)user)->changes++;
}

static void restore(void *user)
{
    ((struct quay *)user)->resets++;
}

static pmb_item_state horn_state(void *user)
{
    return ((struct quay *)user)->horn_disabled ? PMB_ITEM_DISABLED : PMB_ITEM_SHOWN;
}

static pmb_item_state tide_state(void *user)
{
    return ((struct quay *)user)->tide_hidden ? PMB_ITEM_HIDDEN : PMB_ITEM_SHOWN;
}

static const char *tide(void *user, char *room)
{
    (void)pmb_number_text(room, 24, &(pmb_number){.decimals = 2}, ((struct quay *)user)->height);
    return room;
}

static const char *berth_name(void *user, uint16_t row, char *room)
{
    (void)user;
    memcpy(room, "Berth ", 6);
    (void)pmb_number_text(room + 6, 18, &(pmb_number){0}, row + 1);
    return room;
}

static const PMB_FLASH pmb_row unit_names[] = {{"metres"}, {"feet"}, {"fathoms"}};
static const PMB_FLASH pmb_page units = {.title = "Unit", .texts = unit_names, .count = 3};
static const PMB_FLASH pmb_page berths = {
    .title = "Berth", .row = berth_name, .count = QUAY_BERTHS};
static const PMB_FLASH pmb_row answers[] = {{"No, keep them"}, {"Yes, forget them"}};
static const PMB_FLASH pmb_page sure = {.title = "Forget settings?", .texts = answers, .count = 2};

static const PMB_FLASH pmb_range percent = {.least = 0, .most = 100, .step = 5, .unit = "%"};
static const PMB_FLASH pmb_range metres = {.least = -50, .most = 600, .decimals = 2, .unit = "m"};
static const PMB_FLASH pmb_range letters = {.most = 8};

static const PMB_FLASH pmb_item display_items[] = {
    {.label = "Brightness",
     .kind = &pmb_item_number,
     .number = &quay.contrast,
     .range = &percent,
     .done = count_change,
     .icon = PMB_ICON_SUN},
    {.label = "Unit",
     .kind = &pmb_item_choice,
     .number = &quay.unit,
     .page = &units,
     .done = count_change},
};
static const PMB_FLASH pmb_page display = {.title = "Display", .items = display_items, .count = 2};

static const PMB_FLASH pmb_item home_items[] = {
    {.label = "Harbour", .kind = &pmb_item_heading},
    {.label = "Lamps", .kind = &pmb_item_switch, .on = &quay.lamps, .done = count_change},
    {.label = "Horn", .kind = &pmb_item_switch, .on = &quay.horn, .state = horn_state},
    {.label = "Tide", .kind = &pmb_item_value, .show = tide, .state = tide_state},
    {.label = "Display", .kind = &pmb_item_page, .page = &display, .icon = PMB_ICON_GEAR},
    {.label = "Alarm at", .kind = &pmb_item_number, .number = &quay.height, .range = &metres},
    {.label = "Gate opens", .kind = &pmb_item_time, .number = &quay.opens},
    {.label = "Name of the post", .kind = &pmb_item_text, .text = quay.name, .range = &letters},
    {.label = "Berth", .kind = &pmb_item_choice, .number = &quay.berth, .page = &berths},
    {.label = "More", .kind = &pmb_item_heading},
    {.label = "Call the harbour master", .kind = &pmb_item_action, .done = count_change},
    {.label = "Forget settings", .kind = &pmb_item_question, .page = &sure, .done = restore},
};

const PMB_FLASH pmb_page quay_home = {
    .title = "Settings", .items = home_items, .count = sizeof home_items / sizeof home_items[0]};

void quay_act(pmb_menu *menu, const char *inputs)
{
    for (; *inputs; inputs++) {
        if (*inputs == 'd' || *inputs == 'u')
            pmb_menu_turn(menu, *inputs == 'd' ? 1 : -1, *inputs == 'd' ? 1 : -1);
        else if (*inputs == 'p')
            pmb_menu_press(menu);
        else
            (void)pmb_menu_back(menu);
    }
}
