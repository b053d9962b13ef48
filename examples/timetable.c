/* timetable.c - the ferries on paper: the next one is marked, by partial refreshes; the last
 * picture stays without power. */
#include "board.h"

static const pmb_panel_config board = {
    .controller = &pmb_ssd1680,
    .size = {122, 250},
    .bus = {.kind = &pmb_spi, .select = PMB_PIN(17), .data_command = PMB_PIN(20)},
    .reset = PMB_PIN(21),
    .busy = PMB_PIN(22),
    .rotate = PMB_ROTATE_90,
    .refresh = PMB_REFRESH_PARTIAL,
    .full_every = 8,
};

static const struct {
    uint16_t minute; /* of the day */
    const char *to, *berth;
} ferries[] = {{400, "Ansel", "2"}, {445, "Cape Orra", "1"}, {555, "Tern Rock", "2"},
               {665, "Ansel", "1"}, {750, "Cape Orra", "2"}, {885, "Ansel", "2"}};

enum { COUNT = sizeof ferries / sizeof ferries[0] };

struct timetable {
    uint16_t minute;
};

static const char *cell(const void *data, uint16_t row, uint8_t column)
{
    static char time[6];
    (void)data;
    if (column == 1)
        return ferries[row].to;
    if (column == 2)
        return ferries[row].berth;
    (void)pmb_time_text(time, sizeof time, false, ferries[row].minute * 60u);
    return time;
}

/* The first ferry that has not left; COUNT when all have. */
static uint16_t next_ferry(const struct timetable *t)
{
    uint16_t next = 0;
    while (next < COUNT && ferries[next].minute <= t->minute)
        next++;
    return next;
}

static void paint(pmb_canvas *c, void *scene)
{
    static const pmb_column columns[] = {
        {"leaves", {48, 0}, PMB_LEFT}, {"for", {0, 1}, PMB_LEFT}, {"berth", {36, 0}, PMB_CENTER}};
    static const pmb_table table = {&pmb_theme_light, columns, 3, cell, false};
    static const pmb_text_style title = {.font = &pmb_font_slipway_bold, .color = PMB_BLACK};
    static const pmb_text_style small = {.font = &pmb_font_jetty, .color = PMB_BLACK};
    static const pmb_message rest = {&pmb_theme_light, PMB_ICON_MOON, "No more ferries today",
                                     PMB_NORMAL};
    const struct timetable *t = (const struct timetable *)scene;
    const uint16_t next = next_ferry(t);
    pmb_fill(c, PMB_WHITE);
    pmb_text(c, &title, (pmb_point){6, 14}, "Pellan Quay");
    pmb_text(c, &small, (pmb_point){(int16_t)(244 - pmb_text_width(&small, "ferries")), 14},
             "ferries");
    if (next == COUNT)
        pmb_message_draw(c, &rest, (pmb_rect){6, 24, 238, 60}, "The first one leaves at 06:40.");
    else
        (void)pmb_table_draw(c, &table, (pmb_rect){6, 20, 238, 102}, NULL, COUNT,
                             next > 1 ? (uint16_t)(next - 1) : 0, next);
}

int main(void)
{
    static uint8_t band[250 * 16], mirror[250 * 16];
    pmb_panel panel;
    pmb_screen screen;
    struct timetable timetable = {.minute = 380};
    const pmb_panel_config *const panels[] = {&board, NULL};
    const pmb_port *port = board_start(panels);
    pmb_status status = pmb_panel_open(&panel, &board, port);
    if (status == PMB_OK)
        status = pmb_screen_init(&screen, &panel, band, sizeof band, NULL, 0);
    if (status == PMB_OK)
        status = pmb_screen_mirror(&screen, mirror, sizeof mirror);
    /* Twenty minutes a second; nothing is refreshed but when the mark moves. */
    while (status == PMB_OK && board_running("timetable", 22000)) {
        timetable.minute = (uint16_t)(380 + board_milliseconds() / 50);
        status = pmb_screen_paint(&screen, paint, &timetable);
        port->wait_us(port->context, 500000);
    }
    return status == PMB_OK ? 0 : 1;
}
