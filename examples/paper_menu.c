/* paper_menu.c - a menu on e-paper for two buttons: one goes to the next row, the other presses it
 * and, when it is held, goes back. Only what has changed is refreshed. */
#include "board.h"

static const pmb_panel_config board = {
    .controller = &pmb_ssd1680,
    .size = {122, 250},
    .bus = {.kind = &pmb_spi, .select = PMB_PIN(17), .data_command = PMB_PIN(20)},
    .reset = PMB_PIN(21),
    .busy = PMB_PIN(22),
    .rotate = PMB_ROTATE_90,
    .refresh = PMB_REFRESH_PARTIAL,
};

static bool show_tide = true, show_ferries = true;
static int16_t every = 1, from = 6 * 60;

static const pmb_row interval_names[] = {{"every 10 minutes"}, {"every hour"}, {"once a day"}};
static const pmb_page intervals = {.title = "Refresh", .texts = interval_names, .count = 3};
static const pmb_item shown_items[] = {
    {.label = "Tide", .kind = &pmb_item_switch, .on = &show_tide},
    {.label = "Ferries", .kind = &pmb_item_switch, .on = &show_ferries},
};
static const pmb_page shown = {.title = "Shown", .items = shown_items, .count = 2};
static const pmb_item items[] = {
    {.label = "Shown", .kind = &pmb_item_page, .page = &shown, .icon = PMB_ICON_WAVE},
    {.label = "Refresh",
     .kind = &pmb_item_choice,
     .number = &every,
     .page = &intervals,
     .icon = PMB_ICON_CLOCK},
    {.label = "Day begins", .kind = &pmb_item_time, .number = &from, .icon = PMB_ICON_SUN},
};
static const pmb_page home = {.title = "Tide board", .items = items, .count = 3};
static const pmb_menu_style style = {.theme = &pmb_theme_light, .wraps = true, .calm = true};

static void paint(pmb_canvas *c, void *scene)
{
    pmb_menu_draw(c, (const pmb_menu *)scene);
}

int main(void)
{
    static uint8_t frame[250 * 128 / 8];
    static pmb_menu menu = {
        .style = &style, .home = &home, .area = {0, 0, 250, 122}, .changed = true};
    static pmb_menu sent;
    static pmb_push next = {.pin = BOARD_BUTTON}, enter = {.pin = BOARD_SECOND_BUTTON};
    pmb_panel panel;
    pmb_screen screen;
    const pmb_panel_config *const panels[] = {&board, NULL};
    const pmb_port *port = board_start(panels);
    pmb_status status = pmb_panel_open(&panel, &board, port);
    if (status == PMB_OK)
        status = pmb_screen_init(&screen, &panel, frame, sizeof frame, NULL, 0);
    bool refreshing = false;
    while (status == PMB_OK && board_running("paper_menu", 16000)) {
        const uint32_t now = board_milliseconds();
        const int16_t down = pmb_push_poll(&next, port, now) == PMB_PUSH_CLICKED;
        pmb_menu_turn(&menu, down, down);
        pmb_menu_push(&menu, pmb_push_poll(&enter, port, now));
        /* Paper takes its time. The buttons are polled meanwhile, and the next refresh shows what
         * they did. The picture stays as it was sent until the refresh is finished. */
        if (refreshing && !pmb_panel_is_busy(&panel)) {
            status = pmb_screen_paint_finish(&screen, paint, &sent);
            refreshing = false;
        } else if (!refreshing && pmb_menu_tick(&menu, now)) {
            sent = menu;
            status = pmb_screen_paint_begin(&screen, paint, &sent);
            refreshing = true;
        }
        port->wait_us(port->context, 2000);
    }
    return status == PMB_OK ? 0 : 1;
}
