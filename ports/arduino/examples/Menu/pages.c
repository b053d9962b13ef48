/* pages.c - the panel, what the menu holds, and what it changes. A C file, because C has names in
 * tables. */
#include <pemble.h>

extern const PMB_FLASH pmb_font menu_font; /* menu_font.c */

const PMB_FLASH pmb_panel_config board = {
    .controller = &pmb_ssd1306,
    .size = {128, 64},
    .bus = {.kind = &pmb_i2c, .address = 0x3C},
};

/* The settings. */
bool lamp = true;
int16_t contrast = 60, unit, opens = 7 * 60 + 30;

static const PMB_FLASH pmb_row unit_names[] = {{"metres"}, {"feet"}};
static const PMB_FLASH pmb_page units = {.title = "Unit", .texts = unit_names, .count = 2};
static const PMB_FLASH pmb_range percent = {.least = 5, .most = 100, .step = 5, .unit = "%"};
static const PMB_FLASH pmb_item items[] = {
    {.label = "Lamp", .kind = &pmb_item_switch, .on = &lamp},
    {.label = "Contrast", .kind = &pmb_item_number, .number = &contrast, .range = &percent},
    {.label = "Unit", .kind = &pmb_item_choice, .number = &unit, .page = &units},
    {.label = "Gate opens", .kind = &pmb_item_time, .number = &opens},
};
static const PMB_FLASH pmb_page home = {.title = "Gangway", .items = items, .count = 4};

static const PMB_FLASH pmb_theme theme = {
    .ground = PMB_BLACK,
    .ink = PMB_WHITE,
    .quiet = PMB_WHITE,
    .levels = {PMB_WHITE, PMB_WHITE, PMB_WHITE},
    .label = &menu_font,
    .text = &menu_font,
};
static const PMB_FLASH pmb_menu_style style = {.theme = &theme, .home_s = 30};

pmb_menu menu = {.style = &style, .home = &home, .area = {0, 0, 128, 64}};
