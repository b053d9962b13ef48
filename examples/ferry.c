/* ferry.c - a ferry, buoys and a gull over a scrolling sea: one source for an OLED, a TFT and an
 * LCD.
 */
#include "board.h"

/* Made while building, by 'pemble picture make' and 'pemble reel make' (examples/CMakeLists.txt).
 */
extern const pmb_picture ferry_color, ferry_one_bit, gull;

static const pmb_panel_config gangway = {
    .controller = &pmb_ssd1306,
    .size = {128, 64},
    .bus = {.kind = &pmb_i2c, .address = 0x3C},
};

static const pmb_panel_config kiosk = {
    .controller = &pmb_st7789,
    .size = {240, 320},
    .bus = {.kind = &pmb_spi, .select = PMB_PIN(17), .data_command = PMB_PIN(20)},
    .reset = PMB_PIN(21),
    .rotate = PMB_ROTATE_90,
};

static const pmb_panel_config berth = {
    .controller = &pmb_pcd8544,
    .size = {84, 48},
    .bus = {.kind = &pmb_spi, .select = PMB_PIN(13), .data_command = PMB_PIN(22)},
    .reset = PMB_PIN(26),
};

static const pmb_panel_config *const panels[] = {&gangway, &kiosk, &berth, NULL};

/* What moves on one screen. */
struct sea {
    pmb_size size;
    bool in_color;
    pmb_sprite ferry;
    pmb_reel_player gull;
    uint8_t gull_memory[64], row_memory[1200];
    uint32_t now, before; /* milliseconds */
    pmb_pacer pacer;
};

static pmb_status start(struct sea *s, const pmb_panel *panel)
{
    s->size = panel->size;
    s->in_color = !panel->format->one_bit;
    s->now = s->before = 0;
    const pmb_picture *picture = s->in_color ? &ferry_color : &ferry_one_bit;
    const pmb_picture_style style = {.scale = (uint8_t)(s->size.w >= 240 ? 2 : 1)};
    pmb_status status = pmb_sprite_init(&s->ferry, picture, &style, (pmb_point){2, 0});
    s->ferry.bounds = (pmb_rect){0, 0, s->size.w, s->size.h};
    s->ferry.bounce = true;
    s->ferry.vx = (int16_t)(s->size.w / 6);
    if (status == PMB_OK)
        status = pmb_reel_open(&s->gull, &gull, PMB_REEL_PINGPONG, s->gull_memory,
                               sizeof s->gull_memory);
    pmb_pacer_init(&s->pacer, 10, 0);
    return status;
}

/* Moves everything to a time. */
static void move(struct sea *s, uint32_t now)
{
    static const pmb_key swell[] = {
        {0, 0, PMB_LINEAR}, {800, 40, PMB_QUADRATIC_BOTH}, {1600, 0, PMB_QUADRATIC_BOTH}};
    s->now = now;
    pmb_sprite_move(&s->ferry, (uint16_t)(now - s->before));
    s->ferry.style.mirror = s->ferry.vx < 0;
    /* It floats: its keel a little below the line of the water, up and down by 2.5 pixels. */
    const int32_t line = s->size.h * 5 / 8;
    s->ferry.y = (line - s->ferry.size.h + 3) * 16 + pmb_timeline(swell, 3, now % 1600);
    (void)pmb_reel_advance(&s->gull, now);
    s->before = now;
}

static pmb_point at(int32_t x, int32_t y)
{
    return (pmb_point){(int16_t)x, (int16_t)y};
}

static void draw_waves(pmb_canvas *c, const struct sea *s, int32_t y, int32_t speed,
                       pmb_color color)
{
    const int32_t length = s->size.w / 5 + 8, shift = (int32_t)(s->now / 40) * speed % length;
    for (int32_t x = -length - shift; x < s->size.w; x += length) {
        pmb_smooth_curve_quadratic(c, at(x, y), at(x + length / 4, y - 6), at(x + length / 2, y),
                                   color);
        pmb_smooth_curve_quadratic(c, at(x + length / 2, y), at(x + length * 3 / 4, y + 6),
                                   at(x + length, y), color);
    }
}

static void paint(pmb_canvas *c, void *scene)
{
    struct sea *s = (struct sea *)scene;
    const pmb_color sky = s->in_color ? PMB_RGB(160, 200, 224) : PMB_BLACK;
    const pmb_color water = s->in_color ? PMB_RGB(24, 72, 104) : PMB_BLACK;
    const pmb_color foam = s->in_color ? PMB_RGB(176, 212, 224) : PMB_WHITE;
    const int16_t w = s->size.w, h = s->size.h, line = (int16_t)(h * 5 / 8);
    const pmb_sprite *const sprites[] = {&s->ferry};
    /* The gull is drawn in lines: only its light pixels. */
    const pmb_picture_style wings = {.scale = (uint8_t)(w >= 240 ? 2 : 1),
                                     .mask = true,
                                     .recolor = true,
                                     .light = s->in_color ? PMB_RGB(32, 40, 56) : PMB_WHITE};
    pmb_fill(c, sky);
    pmb_rect_fill(c, (pmb_rect){0, line, w, (int16_t)(h - line)}, water);
    pmb_reel_draw(c, &s->gull, at(w - 24 * wings.scale - (int32_t)(s->now / 60) % (w / 2), h / 12),
                  &wings);
    (void)pmb_sprites_draw(c, sprites, 1, s->row_memory, sizeof s->row_memory);
    for (int32_t i = 0, y = line + 3; y < h; i++, y += 9)
        draw_waves(c, s, y, i + 1, foam);
}

/* Two seconds of it, ten frames a second. */
static pmb_status run(const pmb_panel_config *config, const pmb_port *port)
{
    static uint8_t buffer[320 * 2 * 24];
    static pmb_tile tiles[PMB_TILES(320, 240)];
    static struct sea sea;
    pmb_panel panel;
    pmb_screen screen;
    pmb_status status = pmb_panel_open(&panel, config, port);
    if (status == PMB_OK)
        status = pmb_screen_init(&screen, &panel, buffer, sizeof buffer, tiles,
                                 sizeof tiles / sizeof tiles[0]);
    if (status == PMB_OK)
        status = start(&sea, &panel);
    const uint32_t begin = board_milliseconds();
    for (uint32_t now = 0; status == PMB_OK && now < 2000; now = board_milliseconds() - begin) {
        pmb_pacer_draw(&sea.pacer, now * 1000);
        move(&sea, now);
        pmb_pacer_send(&sea.pacer, (board_milliseconds() - begin) * 1000);
        status = pmb_screen_paint(&screen, paint, &sea);
        port->wait_us(port->context,
                      pmb_pacer_done(&sea.pacer, (board_milliseconds() - begin) * 1000));
    }
    return status;
}

int main(void)
{
    const pmb_port *port = board_start(panels);
    pmb_status status = PMB_OK;
    for (int i = 0; panels[i]; i++)
        (void)pmb_panel_quiet(panels[i], port);
    for (int i = 0; panels[i] && status == PMB_OK; i++)
        status = run(panels[i], port);
    while (status == PMB_OK && board_running("ferry", 100))
        port->wait_us(port->context, 20000);
    return status == PMB_OK ? 0 : 1;
}
