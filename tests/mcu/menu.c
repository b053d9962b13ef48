/* menu.c - a menu of three pages with an editor of numbers, in place of the scene of oled.c; with
 * MENU 0 the same values without a menu, to see what the menu takes. */
#include "oled.h"

#ifndef MENU
#define MENU 1
#endif

extern const PMB_FLASH pmb_font menu_font;

const PMB_FLASH pmb_panel_config oled = {
    .controller = &pmb_ssd1306,
    .size = {128, 64},
    .bus = {.kind = &pmb_i2c, .address = 0x3C},
};

static struct {
    int16_t contrast, alarm, tide;
    bool lamp, horn;
} settings = {.contrast = 60, .alarm = 350, .tide = 412, .lamp = true};

#if MENU

static const PMB_FLASH pmb_theme theme = {
    .ground = PMB_BLACK,
    .ink = PMB_WHITE,
    .quiet = PMB_WHITE,
    .levels = {PMB_WHITE, PMB_WHITE, PMB_WHITE},
    .label = &menu_font,
    .text = &menu_font,
    .icons = {&menu_font, &menu_font},
};

static const PMB_FLASH pmb_menu_style style = {.theme = &theme, .home_s = 20};

static const PMB_FLASH pmb_range percent = {.least = 0, .most = 100, .step = 5, .unit = "%"};
static const PMB_FLASH pmb_range metres = {.least = 0, .most = 600, .decimals = 2, .unit = "m"};

static const PMB_FLASH pmb_item display_items[] = {
    {.label = "Contrast",
     .kind = &pmb_item_number,
     .number = &settings.contrast,
     .range = &percent},
};
static const PMB_FLASH pmb_page display = {.title = "Display", .items = display_items, .count = 1};

static const PMB_FLASH pmb_item alarm_items[] = {
    {.label = "Tide from", .kind = &pmb_item_number, .number = &settings.alarm, .range = &metres},
    {.label = "Horn", .kind = &pmb_item_switch, .on = &settings.horn},
};
static const PMB_FLASH pmb_page alarm_page = {.title = "Alarm", .items = alarm_items, .count = 2};

static const PMB_FLASH pmb_item items[] = {
    {.label = "Lamp", .kind = &pmb_item_switch, .on = &settings.lamp},
    {.label = "Display", .kind = &pmb_item_page, .page = &display},
    {.label = "Alarm", .kind = &pmb_item_page, .page = &alarm_page},
};
static const PMB_FLASH pmb_page home = {.title = "Pellan Quay", .items = items, .count = 3};

static pmb_menu menu = {.style = &style, .home = &home, .area = {0, 0, 128, 64}};

/* What a knob would do: to the alarm's page, into the number, and two detents. */
static void step_menu(int16_t step)
{
    static int16_t last = -1;
    if (step == last)
        return;
    last = step;
    if (step == 1) {
        pmb_menu_turn(&menu, 2, 2);
        pmb_menu_push(&menu, PMB_PUSH_CLICKED);
    } else if (step == 2) {
        pmb_menu_push(&menu, PMB_PUSH_CLICKED);
        pmb_menu_turn(&menu, 2, 2);
    }
    (void)pmb_menu_tick(&menu, (uint32_t)step * 100);
}

void oled_paint(pmb_canvas *c, void *scene)
{
    step_menu(*(const int16_t *)scene);
    pmb_menu_draw(c, &menu);
}

#else

static void field(pmb_canvas *c, int16_t y, const char *label, int16_t value)
{
    const pmb_text_style style = {.font = &menu_font, .color = PMB_WHITE};
    const pmb_number how = {.decimals = 2};
    char text[12];
    (void)pmb_number_text(text, sizeof text, &how, value);
    pmb_text(c, &style, (pmb_point){3, y}, label);
    pmb_text(c, &style, (pmb_point){(int16_t)(125 - pmb_text_width(&style, text)), y}, text);
}

void oled_paint(pmb_canvas *c, void *scene)
{
    settings.tide = (int16_t)(settings.tide + *(const int16_t *)scene);
    pmb_rect_stroke(c, (pmb_rect){0, 0, 128, 64}, PMB_WHITE);
    field(c, 12, "Tide from", settings.alarm);
    field(c, 24, "Pellan Quay", settings.tide);
    field(c, 36, "Display", settings.contrast);
}

#endif
