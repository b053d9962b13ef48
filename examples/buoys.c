/* buoys.c - a game for the kiosk: steer a boat among buoys with the stick; the button starts again.
 */
#include "board.h"

static const pmb_panel_config kiosk = {
    .controller = &pmb_ili9341,
    .size = {240, 320},
    .bus = {.kind = &pmb_spi,
            .hertz = 10000000,
            .select = PMB_PIN(17),
            .data_command = PMB_PIN(20)},
    .reset = PMB_PIN(21),
    .rotate = PMB_ROTATE_90,
};

#define SEA  PMB_RGB(24, 56, 88)
#define FOAM PMB_RGB(112, 160, 184)
#define HULL PMB_RGB(240, 236, 220)

enum { W = 320, H = 240, TOP = 28, BUOYS = 6, BUOY = 16, FRAME_MS = 40, BOAT_W = 34, BOAT_H = 18 };

struct game {
    pmb_point boat;         /* its middle */
    pmb_point buoys[BUOYS]; /* their middles */
    uint32_t chance, frames, score, best;
    bool over;
    pmb_push button;
    pmb_stick stick;
};

/* A linear congruential sequence, the same each time; its lower bits are poor. */
static int16_t chance_below(struct game *g, uint32_t limit)
{
    g->chance = g->chance * 1664525u + 1013904223u;
    return (int16_t)((g->chance >> 16) % limit);
}

static void place_buoy(struct game *g, int number, int16_t x)
{
    g->buoys[number] = (pmb_point){x, (int16_t)(TOP + BUOY + chance_below(g, H - TOP - 2 * BUOY))};
}

static void start(struct game *g)
{
    g->boat = (pmb_point){48, (TOP + H) / 2};
    g->frames = g->score = 0;
    g->over = false;
    for (int i = 0; i < BUOYS; i++)
        place_buoy(g, i, (int16_t)(W / 2 + i * (W + BUOY) / BUOYS));
}

static pmb_rect around(pmb_point p, int16_t w, int16_t h)
{
    return (pmb_rect){(int16_t)(p.x - w / 2), (int16_t)(p.y - h / 2), w, h};
}

static int16_t within(int32_t value, int32_t least, int32_t most)
{
    return (int16_t)(value < least ? least : value > most ? most : value);
}

/* One frame: the boat goes where the stick says, the buoys drift and come again at the right. */
static void play(struct game *g, pmb_point pushed)
{
    const int16_t speed = within(3 + (int32_t)(g->score / 5), 3, 8);
    g->boat.x = within(g->boat.x + pushed.x * 5 / 100, BOAT_W / 2, W - BOAT_W / 2);
    g->boat.y = within(g->boat.y + pushed.y * 6 / 100, TOP + BOAT_H / 2, H - BOAT_H / 2);
    g->frames++;
    for (int i = 0; i < BUOYS; i++) {
        g->buoys[i].x = (int16_t)(g->buoys[i].x - speed);
        if (g->buoys[i].x < -BUOY) {
            place_buoy(g, i, W + BUOY);
            g->score++;
        }
        /* The hull is smaller than its picture. */
        const pmb_rect hit = pmb_rect_common(around(g->boat, BOAT_W - 6, BOAT_H - 6),
                                             around(g->buoys[i], BUOY - 4, BUOY - 2));
        g->over = g->over || !pmb_rect_is_empty(hit);
    }
    g->best = g->score > g->best ? g->score : g->best;
}

static void draw_boat(pmb_canvas *c, pmb_point p)
{
    const pmb_point hull[] = {{(int16_t)(p.x - 17), p.y},
                              {(int16_t)(p.x + 17), p.y},
                              {(int16_t)(p.x + 10), (int16_t)(p.y + 9)},
                              {(int16_t)(p.x - 12), (int16_t)(p.y + 9)}};
    pmb_smooth_polygon_fill(c, hull, 4, HULL);
    pmb_smooth_triangle_fill(c, (pmb_point){p.x, (int16_t)(p.y - 9)},
                             (pmb_point){p.x, (int16_t)(p.y - 1)},
                             (pmb_point){(int16_t)(p.x + 11), (int16_t)(p.y - 1)}, FOAM);
    pmb_rect_fill(c, (pmb_rect){(int16_t)(p.x - 2), (int16_t)(p.y - 9), 2, 9}, HULL);
}

static void draw_buoy(pmb_canvas *c, pmb_point p)
{
    pmb_smooth_circle_fill(c, p, 7, PMB_RGB(232, 88, 72));
    pmb_rect_fill(c, (pmb_rect){(int16_t)(p.x - 7), (int16_t)(p.y - 1), 15, 3}, HULL);
}

static void draw_head(pmb_canvas *c, const struct game *g)
{
    const pmb_theme *theme = &pmb_theme_color;
    const pmb_text_style text = {.font = theme->text, .color = theme->ink};
    static const pmb_number plain = {0};
    char score[32] = "score ", best[32] = "best ";
    (void)pmb_number_text(score + 6, sizeof score - 6, &plain, (int32_t)g->score);
    (void)pmb_number_text(best + 5, sizeof best - 5, &plain, (int32_t)g->best);
    pmb_rect_fill(c, (pmb_rect){0, 0, W, TOP}, theme->ground);
    pmb_text(c, &text, (pmb_point){8, 20}, score);
    pmb_text(c, &text, (pmb_point){(int16_t)(W - 8 - pmb_text_width(&text, best)), 20}, best);
}

static void paint(pmb_canvas *c, void *scene)
{
    static const pmb_message lost = {&pmb_theme_color, PMB_ICON_BOAT, "A buoy!", PMB_CAUTION};
    const struct game *g = (const struct game *)scene;
    pmb_fill(c, SEA);
    /* Crests that drift half as fast as the buoys. */
    for (int16_t i = 0; i < 24; i++) {
        const int16_t x = (int16_t)(((uint32_t)i * 97 + 4096 * W - g->frames) % W);
        pmb_line_across(c, (pmb_point){x, (int16_t)(TOP + 10 + i * 53 % (H - TOP - 16))}, 9,
                        PMB_RGB(48, 88, 120));
    }
    for (int i = 0; i < BUOYS; i++)
        draw_buoy(c, g->buoys[i]);
    draw_boat(c, g->boat);
    draw_head(c, g);
    if (g->over)
        pmb_message_draw(c, &lost, (pmb_rect){70, 84, 180, 66}, "Press the button to sail again.");
}

int main(void)
{
    static uint8_t band[W * 2 * 24], mirror[W * H * 2];
    static pmb_square squares[PMB_SQUARES(W, H)];
    static struct game game = {.chance = 5,
                               .button = {.pin = BOARD_BUTTON},
                               .stick = {.across = BOARD_STICK_ACROSS, .up = BOARD_STICK_UP}};
    pmb_panel panel;
    pmb_screen screen;
    const pmb_panel_config *const panels[] = {&kiosk, NULL};
    const pmb_port *port = board_start(panels);
    pmb_status status = pmb_panel_open(&panel, &kiosk, port);
    if (status == PMB_OK)
        status = pmb_screen_init(&screen, &panel, band, sizeof band, NULL, 0);
    if (status == PMB_OK)
        status = pmb_screen_mirror(&screen, mirror, sizeof mirror);
    if (status == PMB_OK)
        status = pmb_screen_draft(&screen, squares, sizeof squares / sizeof squares[0]);
    start(&game);
    while (status == PMB_OK && board_running("buoys", 20000)) {
        const uint32_t began = board_milliseconds();
        const bool pressed = pmb_push_poll(&game.button, port, began) == PMB_PUSH_PRESSED;
        const pmb_point pushed = pmb_stick_poll(&game.stick, port);
        if (game.over && pressed)
            start(&game);
        if (!game.over)
            play(&game, pushed);
        status = pmb_screen_paint(&screen, paint, &game);
        const uint32_t took = board_milliseconds() - began;
        port->wait_us(port->context, took < FRAME_MS ? (FRAME_MS - took) * 1000 : 0);
    }
    return status == PMB_OK ? 0 : 1;
}
