/* tilt.c - how far the pontoon leans: a bubble in its ring, and both angles. */
#include "board.h"

static const pmb_panel_config gangway = {
    .controller = &pmb_ssd1306,
    .size = {128, 64},
    .bus = {.kind = &pmb_i2c, .address = 0x3C},
};

enum { RADIUS = 29, BUBBLE = 5, MOST = 300 /* thousandths of g at the ring */, LEVEL = 20 };

struct pontoon {
    pmb_damper across, down; /* thousandths of g */
};

static int32_t cut(int32_t value)
{
    return value < -MOST ? -MOST : value > MOST ? MOST : value;
}

static void draw_angle(pmb_canvas *c, int16_t y, const char *label, int32_t thousandths)
{
    static const pmb_text_style small = {.font = &pmb_font_jetty, .color = PMB_WHITE};
    static const pmb_text_style large = {
        .font = &pmb_font_slipway_bold, .color = PMB_WHITE, .tabular = true};
    static const pmb_number degrees = {.decimals = 1, .width = 5, .plus = true};
    char text[12];
    /* The sine of a small angle is the angle: a thousandth is 0.0573 degrees. */
    const int32_t tenths = (thousandths * 573 + (thousandths < 0 ? -500 : 500)) / 1000;
    (void)pmb_number_text(text, sizeof text, &degrees, tenths);
    pmb_text(c, &small, (pmb_point){68, (int16_t)(y - 14)}, label);
    const int16_t width = pmb_text_width(&large, text);
    pmb_text(c, &large, (pmb_point){68, y}, text);
    pmb_text(c, &large, (pmb_point){(int16_t)(68 + width), y}, "°");
}

static void paint(pmb_canvas *c, void *scene)
{
    static const pmb_point middle = {31, 32};
    const struct pontoon *p = (const struct pontoon *)scene;
    const int32_t x = cut(p->across.value), y = cut(p->down.value);
    const bool level = x > -LEVEL && x < LEVEL && y > -LEVEL && y < LEVEL;
    /* A bubble goes up, away from the lower side. */
    const pmb_point bubble = {(int16_t)(middle.x - x * (RADIUS - BUBBLE) / MOST),
                              (int16_t)(middle.y - y * (RADIUS - BUBBLE) / MOST)};
    pmb_fill(c, PMB_BLACK);
    pmb_circle_stroke(c, middle, RADIUS, PMB_WHITE);
    pmb_circle_stroke(c, middle, BUBBLE + 2, PMB_WHITE);
    pmb_line_across(c, (pmb_point){2, 32}, 8, PMB_WHITE);
    pmb_line_across(c, (pmb_point){53, 32}, 8, PMB_WHITE);
    pmb_line_down(c, (pmb_point){31, 3}, 8, PMB_WHITE);
    pmb_line_down(c, (pmb_point){31, 54}, 8, PMB_WHITE);
    if (level)
        pmb_circle_fill(c, bubble, BUBBLE, PMB_WHITE);
    else
        pmb_ellipse_ring(c,
                         (pmb_rect){(int16_t)(bubble.x - BUBBLE), (int16_t)(bubble.y - BUBBLE),
                                    2 * BUBBLE + 1, 2 * BUBBLE + 1},
                         3, PMB_WHITE);
    draw_angle(c, 28, "to starboard", p->across.value);
    draw_angle(c, 60, "to the stern", p->down.value);
}

int main(void)
{
    static uint8_t frame[1024], mirror[1024];
    static const pmb_tilt sensor = {.across = BOARD_TILT_ACROSS, .down = BOARD_TILT_DOWN};
    pmb_panel panel;
    pmb_screen screen;
    struct pontoon pontoon = {.across = {.value = 0}};
    const pmb_panel_config *const panels[] = {&gangway, NULL};
    const pmb_port *port = board_start(panels);
    pmb_status status = pmb_panel_open(&panel, &gangway, port);
    if (status == PMB_OK)
        status = pmb_screen_init(&screen, &panel, frame, sizeof frame, NULL, 0);
    if (status == PMB_OK)
        status = pmb_screen_mirror(&screen, mirror, sizeof mirror);
    while (status == PMB_OK && board_running("tilt", 3000)) {
        const pmb_point lean = pmb_tilt_poll(&sensor, port);
        const uint32_t now = board_milliseconds();
        (void)pmb_damper_step(&pontoon.across, lean.x, now, 100);
        (void)pmb_damper_step(&pontoon.down, lean.y, now, 100);
        status = pmb_screen_paint(&screen, paint, &pontoon);
        port->wait_us(port->context, 10000);
    }
    return status == PMB_OK ? 0 : 1;
}
