/* tide_dial.c - the tide on a round TFT: a needle that settles, zones, the highest mark. */
#include "board.h"

static const pmb_panel_config mast = {
    .controller = &pmb_gc9a01,
    .size = {240, 240},
    .bus = {.kind = &pmb_spi,
            .hertz = 40000000,
            .select = PMB_PIN(17),
            .data_command = PMB_PIN(20)},
    .reset = PMB_PIN(21),
};

/* Centimetres above chart datum; the dial is numbered in metres. */
static const pmb_zone high[] = {{400, PMB_CAUTION}, {450, PMB_ALARM}};
static const pmb_scale height = {.least = 0,
                                 .most = 500,
                                 .major = 100,
                                 .minor = 20,
                                 .decimals = 2,
                                 .zones = high,
                                 .zone_count = 2};
static const pmb_dial dial = {.theme = &pmb_theme_color,
                              .scale = &height,
                              .from = PMB_DEGREES(-130),
                              .sweep = PMB_DEGREES(260),
                              .numbers = true};

struct tide {
    int32_t measured, highest; /* cm */
    pmb_damper needle;
};

static void paint(pmb_canvas *c, void *scene)
{
    static const pmb_text_style large = {
        .font = &pmb_font_smooth24, .color = PMB_RGB(240, 236, 220), .tabular = true};
    static const pmb_text_style small = {.font = &pmb_font_smooth12,
                                         .color = PMB_RGB(136, 160, 176)};
    static const pmb_text_layout middle = {.across = PMB_CENTER, .down = PMB_MIDDLE};
    static const pmb_number hundredths = {.decimals = 2};
    const struct tide *t = (const struct tide *)scene;
    char text[12];
    pmb_fill(c, pmb_theme_color.ground);
    pmb_dial_draw(c, &dial, (pmb_rect){6, 6, 228, 228}, t->needle.value, t->highest);
    (void)pmb_number_text(text, sizeof text, &hundredths, t->measured);
    pmb_text_box(c, &large, (pmb_rect){70, 166, 100, 30}, &middle, text);
    pmb_text_box(c, &small, (pmb_rect){70, 194, 100, 16}, &middle, "metres of tide");
}

int main(void)
{
    static uint8_t band[240 * 2 * 40], mirror[240 * 240 * 2];
    static pmb_square squares[PMB_SQUARES(240, 240)];
    pmb_panel panel;
    pmb_screen screen;
    struct tide tide = {.measured = 0};
    const pmb_panel_config *const panels[] = {&mast, NULL};
    const pmb_port *port = board_start(panels);
    pmb_status status = pmb_panel_open(&panel, &mast, port);
    if (status == PMB_OK)
        status = pmb_screen_init(&screen, &panel, band, sizeof band, NULL, 0);
    if (status == PMB_OK)
        status = pmb_screen_mirror(&screen, mirror, sizeof mirror);
    if (status == PMB_OK)
        status = pmb_screen_draft(&screen, squares, sizeof squares / sizeof squares[0]);
    while (status == PMB_OK && board_running("tide_dial", 6000)) {
        /* A tide of four seconds, instead of twelve hours. */
        const uint32_t now = board_milliseconds();
        tide.measured = 255 + pmb_sine((pmb_angle)(now * 16)) / 165;
        if (tide.measured > tide.highest)
            tide.highest = tide.measured;
        (void)pmb_damper_step(&tide.needle, tide.measured, now, 120);
        status = pmb_screen_paint(&screen, paint, &tide);
        port->wait_us(port->context, 20000);
    }
    return status == PMB_OK ? 0 : 1;
}
