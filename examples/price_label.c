/* price_label.c - a price in four inks: black, white, yellow and red on paper. */
#include "board.h"

static const pmb_panel_config label = {
    .controller = &pmb_jd79661,
    .size = {184, 360},
    .bus = {.kind = &pmb_spi, .select = PMB_PIN(17), .data_command = PMB_PIN(20)},
    .reset = PMB_PIN(21),
    .busy = PMB_PIN(22),
    .rotate = PMB_ROTATE_90,
};

struct offer {
    const char *name, *from;
    int32_t price, before; /* hundredths */
    bool fresh;
};

/* A price, with the hundredths small behind it. */
static void draw_price(pmb_canvas *c, pmb_point right, int32_t price, pmb_color color)
{
    const pmb_text_style large = {.font = &pmb_font_bollard32, .color = color, .scale = 3};
    const pmb_text_style small = {.font = &pmb_font_bollard32, .color = color};
    const pmb_number one = {.decimals = 0}, two = {.width = 2, .zeros = true};
    char units[8], rest[4];
    (void)pmb_number_text(units, sizeof units, &one, price / 100);
    (void)pmb_number_text(rest, sizeof rest, &two, price % 100);
    const int16_t w = pmb_text_width(&small, rest);
    pmb_text(c, &small, pmb_point_of(right.x - w, right.y - 64), rest);
    pmb_text(c, &large, pmb_point_of(right.x - w - 6 - pmb_text_width(&large, units), right.y),
             units);
}

static void paint(pmb_canvas *c, void *scene)
{
    static const pmb_text_style name = {
        .font = &pmb_font_slipway_bold, .color = PMB_BLACK, .scale = 2};
    static const pmb_text_style text = {.font = &pmb_font_slipway, .color = PMB_BLACK};
    static const pmb_text_style flag = {
        .font = &pmb_font_slipway_bold, .color = PMB_WHITE, .scale = 2};
    static const pmb_text_layout middle = {.across = PMB_CENTER, .down = PMB_MIDDLE};
    static const pmb_number plain = {.decimals = 2};
    const struct offer *o = (const struct offer *)scene;
    char before[16] = "before ";
    pmb_fill(c, PMB_WHITE);
    pmb_rect_fill(c, pmb_rect_of(0, 0, 360, 54), PMB_YELLOW);
    pmb_text(c, &name, pmb_point_of(16, 36), o->name);
    pmb_line_across(c, pmb_point_of(0, 54), 360, PMB_BLACK);
    pmb_text(c, &text, pmb_point_of(16, 82), o->from);
    pmb_text(c, &text, pmb_point_of(16, 102), "per kilogram");
    (void)pmb_number_text(before + 7, sizeof before - 7, &plain, o->before);
    pmb_text(c, &text, pmb_point_of(16, 122), before);
    pmb_line_across(c, pmb_point_of(16, 117), pmb_text_width(&text, before), PMB_RED);
    draw_price(c, pmb_point_of(344, 170), o->price, PMB_RED);
    if (o->fresh) {
        pmb_rect_fill(c, pmb_rect_of(16, 138, 116, 32), PMB_RED);
        pmb_text_box(c, &flag, pmb_rect_of(16, 138, 116, 32), &middle, "TODAY");
    }
}

int main(void)
{
    static uint8_t band[360 / 8 * 2 * 16];
    static struct offer offer = {"Mackerel", "landed at berth 2", 480, 620, true};
    pmb_panel panel;
    pmb_screen screen;
    const pmb_panel_config *const panels[] = {&label, NULL};
    const pmb_port *port = board_start(panels);
    pmb_status status = pmb_panel_open(&panel, &label, port);
    if (status == PMB_OK)
        status = pmb_screen_init(&screen, &panel, band, sizeof band, NULL, 0);
    if (status == PMB_OK)
        status = pmb_screen_paint_then_sleep(&screen, paint, &offer);
    while (status == PMB_OK && board_running("price_label", 30000))
        port->wait_us(port->context, 1000000);
    return status == PMB_OK ? 0 : 1;
}
