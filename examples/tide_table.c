/* tide_table.c - a tide table on paper that runs on a battery: it wakes, says what the paper shows,
 * changes one row without a flash, and sleeps. Nothing but `kept` survives between two wakes. */
#include "board.h"

static const pmb_panel_config board = {
    .controller = &pmb_uc8151,
    .size = {128, 296},
    .bus = {.kind = &pmb_spi, .select = PMB_PIN(17), .data_command = PMB_PIN(20)},
    .reset = PMB_PIN(21),
    .busy = PMB_PIN(22),
    .rotate = PMB_ROTATE_90,
    .refresh = PMB_REFRESH_PARTIAL,
};

static const struct {
    uint16_t minute; /* of the day */
    int16_t height;  /* centimetres */
} turns[] = {{194, 442}, {567, 71}, {941, 458}, {1316, 63}};

enum { COUNT = sizeof turns / sizeof turns[0], MINUTE_MS = 1000, FIRST = 560 };

/* In memory that keeps its contents while the processor sleeps. */
struct kept {
    bool on_paper; /* the paper shows `minute` */
    uint16_t minute;
    uint8_t since_full;
};

static const char *cell(const void *data, uint16_t row, uint8_t column)
{
    static char text[8];
    static const pmb_number metres = {.decimals = 2};
    const struct kept *kept = (const struct kept *)data;
    if (column == 0)
        return turns[row].height > 250 ? "high" : "low";
    if (column == 1)
        (void)pmb_time_text(text, sizeof text, false, turns[row].minute * 60u);
    else if (column == 2)
        (void)pmb_number_text(text, sizeof text, &metres, turns[row].height);
    else if (turns[row].minute < kept->minute)
        return "";
    else
        (void)pmb_time_text(text, sizeof text, false, (turns[row].minute - kept->minute) * 60u);
    return text;
}

static void paint(pmb_canvas *c, void *scene)
{
    static const pmb_column columns[] = {{"tide", {0, 1}, PMB_LEFT},
                                         {"at", {64, 0}, PMB_LEFT},
                                         {"metres", {64, 0}, PMB_LEFT},
                                         {"in", {64, 0}, PMB_RIGHT}};
    static const pmb_table table = {&pmb_theme_light, columns, 4, cell, false};
    static const pmb_text_style title = {.font = &pmb_font_slipway_bold, .color = PMB_BLACK};
    const struct kept *kept = (const struct kept *)scene;
    char now[6];
    uint16_t next = 0;
    while (next < COUNT && turns[next].minute < kept->minute)
        next++;
    (void)pmb_time_text(now, sizeof now, false, kept->minute * 60u);
    pmb_fill(c, PMB_WHITE);
    pmb_text(c, &title, pmb_point_of(8, 20), "Pellan Quay");
    pmb_text(c, &title, pmb_point_of(288 - pmb_text_width(&title, now), 20), now);
    pmb_line_across(c, pmb_point_of(8, 27), 280, PMB_BLACK);
    (void)pmb_table_draw(c, &table, pmb_rect_of(8, 32, 280, 92), kept, COUNT, 0, (int16_t)next);
}

/* What runs after each wake: nothing is known but `kept`. */
static pmb_status wake(struct kept *kept, const pmb_port *port)
{
    static uint8_t band[296 * 16 / 8];
    pmb_panel panel;
    pmb_screen screen;
    pmb_status status = kept->on_paper ? pmb_panel_resume(&panel, &board, port)
                                       : pmb_panel_open(&panel, &board, port);
    if (status == PMB_OK)
        status = pmb_screen_init(&screen, &panel, band, sizeof band, NULL, 0);
    if (status == PMB_OK && kept->on_paper)
        status = pmb_screen_resume(&screen, paint, kept, kept->since_full);
    kept->minute = (uint16_t)(FIRST + board_milliseconds() / MINUTE_MS);
    if (status == PMB_OK)
        status = pmb_screen_paint_then_sleep(&screen, paint, kept);
    kept->on_paper = status == PMB_OK; /* else the next one begins anew */
    kept->since_full = screen.since_full;
    return status;
}

int main(void)
{
    static struct kept kept;
    const pmb_panel_config *const panels[] = {&board, NULL};
    const pmb_port *port = board_start(panels);
    pmb_status status = PMB_OK;
    /* A minute is a second here. A board would sleep until its clock wakes it. */
    while (status == PMB_OK && board_running("tide_table", 12 * MINUTE_MS)) {
        status = wake(&kept, port);
        port->wait_us(port->context, MINUTE_MS * 1000u - board_milliseconds() % MINUTE_MS * 1000u);
    }
    return status == PMB_OK ? 0 : 1;
}
