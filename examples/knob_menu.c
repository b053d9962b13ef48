/* knob_menu.c - a page of settings on an OLED, for a knob that can be pressed. */
#include "board.h"

static const pmb_panel_config gangway = {
    .controller = &pmb_ssd1306,
    .size = {128, 64},
    .bus = {.kind = &pmb_i2c, .address = 0x3C},
};

/* The settings, and the menu that changes them. */
static bool lamp = true;
static int16_t contrast = 60, unit, opens = 7 * 60 + 30;
static char name[9] = "East";

static const pmb_row unit_names[] = {{"metres"}, {"feet"}};
static const pmb_page units = {.title = "Unit", .texts = unit_names, .count = 2};
static const pmb_range percent = {.least = 5, .most = 100, .step = 5, .unit = "%"};
static const pmb_range letters = {.most = 8};

static pmb_panel panel;

static void set_contrast(void *user)
{
    (void)user;
    (void)pmb_panel_contrast(&panel, (uint8_t)(contrast * 255 / 100));
}

static const pmb_item items[] = {
    {.label = "Lamp", .kind = &pmb_item_switch, .on = &lamp},
    {.label = "Contrast",
     .kind = &pmb_item_number,
     .number = &contrast,
     .range = &percent,
     .done = set_contrast},
    {.label = "Unit", .kind = &pmb_item_choice, .number = &unit, .page = &units},
    {.label = "Gate opens", .kind = &pmb_item_time, .number = &opens},
    {.label = "Name", .kind = &pmb_item_text, .text = name, .range = &letters},
};
static const pmb_page home = {.title = "Gangway", .items = items, .count = 5};
static const pmb_menu_style style = {.theme = &pmb_theme_dark, .home_s = 30};

/* The knob is polled while a frame is sent, too: nothing that it does is lost. */
static const pmb_port *port;
static pmb_encoder knob = {.a = BOARD_KNOB_A, .b = BOARD_KNOB_B};
static pmb_push button = {.pin = BOARD_BUTTON};
static pmb_gathered gathered;

static void poll_inputs(void *context)
{
    (void)context;
    pmb_gather_detents(&gathered, pmb_encoder_poll(&knob, port));
    pmb_gather_event(&gathered, pmb_push_poll(&button, port, board_milliseconds()));
}

static void paint(pmb_canvas *c, void *scene)
{
    pmb_menu_draw(c, (const pmb_menu *)scene);
}

int main(void)
{
    static uint8_t band[128];
    static pmb_tile tiles[PMB_TILES(128, 64)];
    static pmb_screen screen;
    static char kept[sizeof name];
    static pmb_menu menu = {
        .style = &style, .home = &home, .area = {0, 0, 128, 64}, .kept = kept, .changed = true};
    const pmb_panel_config *const panels[] = {&gangway, NULL};
    port = board_start(panels);
    pmb_port polling = *port;
    polling.idle = poll_inputs;
    pmb_status status = pmb_panel_open(&panel, &gangway, &polling);
    if (status == PMB_OK)
        status = pmb_screen_init(&screen, &panel, band, sizeof band, tiles,
                                 sizeof tiles / sizeof tiles[0]);
    while (status == PMB_OK && board_running("knob_menu", 8000)) {
        const uint32_t now = board_milliseconds();
        poll_inputs(NULL);
        const int8_t detents = pmb_gathered_detents(&gathered);
        pmb_menu_turn(&menu, detents, pmb_encoder_accelerate(&knob, detents, now));
        pmb_menu_push(&menu, pmb_gathered_event(&gathered));
        if (pmb_menu_tick(&menu, now))
            status = pmb_screen_paint(&screen, paint, &menu);
        port->wait_us(port->context, 500);
    }
    return status == PMB_OK ? 0 : 1;
}
