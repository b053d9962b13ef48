/* harbour_maze.c - a game for the gangway's OLED: fetch five crates from the harbour with the
 * stick, and bring them home. The best times are kept. */
#include "board.h"

static const pmb_panel_config gangway = {
    .controller = &pmb_ssd1306,
    .size = {128, 64},
    .bus = {.kind = &pmb_i2c, .address = 0x3C},
};

enum { COLUMNS = 31, ROWS = 19, TILE = 8, BOAT = 6, CRATES = 5, BEST = 3, STEPS_A_SECOND = 40 };
enum { HEAD = 9, W = 128, H = 64 };

/* Quays, crates, and home. */
static const uint8_t cells[COLUMNS * ROWS + 1] = "###############################"
                                                 "#h     c    #                 #"
                                                 "# ### ## ## #  #### # # ##### #"
                                                 "# #                   # #   # #"
                                                 "# #  ## ######### # # # # # ###"
                                                 "# #   #           # # #c# #   #"
                                                 "# ### ############# # ### ### #"
                                                 "#     #     #       #   #   # #"
                                                 "##### # # ###     ##### ### # #"
                                                 "#  c  # #      c      #     # #"
                                                 "# ##### #####     # # ####### #"
                                                 "#     # #   #       #   #     #"
                                                 "# # # # #   # # ####### # #####"
                                                 "# #   #   #   #               #"
                                                 "### ##### ##### ######### ### #"
                                                 "#   #               #   #  c# #"
                                                 "# ### ### ######### #   ### # #"
                                                 "#       #             #       #"
                                                 "###############################";

/* What is solid of the boat and of a crate. */
static const uint8_t boat_bits[] = {0x30, 0x78, 0xFC, 0xFC, 0x78, 0x78};
static const uint8_t crate_bits[] = {0x00, 0x3C, 0x3C, 0x3C, 0x3C, 0x00};
static const pmb_mask boat_mask = {{BOAT, BOAT}, boat_bits};
static const pmb_mask crate_mask = {{8, 6}, crate_bits};

static const pmb_tone fetched[] = {{880, 60}, {1320, 90}};
static const pmb_tone home[] = {{660, 120}, {880, 120}, {1320, 240}};

struct game {
    pmb_map map;
    pmb_point boat; /* its upper left corner, in pixels of the map */
    pmb_way way;
    bool taken[COLUMNS * ROWS];
    uint8_t crates;
    bool over;
    uint32_t steps;
    uint32_t best[BEST]; /* a thousand less the seconds: greater is better */
    int8_t place;
    pmb_tune tune;
};

/* Which tile a pixel of the map is in. */
static int tile_at(int x, int y)
{
    return y / TILE * COLUMNS + x / TILE;
}

static bool is_free(const struct game *g, int x, int y)
{
    for (int corner = 0; corner < 4; corner++) {
        const pmb_point at = {(int16_t)(x + corner % 2 * (BOAT - 1)),
                              (int16_t)(y + corner / 2 * (BOAT - 1))};
        if (pmb_map_cell(&g->map, at, '#') == '#')
            return false;
    }
    return true;
}

/* A pixel towards the middle of the tiles: so that a turn is found that is missed by a little. */
static int16_t centred(int16_t at)
{
    const int off = (at + BOAT / 2) % TILE - TILE / 2;
    return (int16_t)(at + (off < 0 ? 1 : off > 0 ? -1 : 0));
}

static void move(struct game *g)
{
    const int dx = (g->way == PMB_WAY_RIGHT) - (g->way == PMB_WAY_LEFT);
    const int dy = (g->way == PMB_WAY_DOWN) - (g->way == PMB_WAY_UP);
    if (dx != 0 && is_free(g, g->boat.x + dx, centred(g->boat.y)))
        g->boat.y = centred(g->boat.y);
    else if (dy != 0 && is_free(g, centred(g->boat.x), g->boat.y + dy))
        g->boat.x = centred(g->boat.x);
    else if (dx != 0)
        g->boat.y = centred(g->boat.y);
    else if (dy != 0)
        g->boat.x = centred(g->boat.x);
    if (is_free(g, g->boat.x + dx, g->boat.y + dy))
        g->boat = pmb_point_of(g->boat.x + dx, g->boat.y + dy);
}

/* The crate in a tile near the boat, if it is touched. */
static void fetch(struct game *g, int x, int y)
{
    const int tile = tile_at(x, y);
    const pmb_point at = {(int16_t)(x / TILE * TILE), (int16_t)(y / TILE * TILE + 1)};
    if (cells[tile] != 'c' || g->taken[tile] ||
        !pmb_masks_touch(&boat_mask, g->boat, &crate_mask, at))
        return;
    g->taken[tile] = true;
    g->crates++;
    pmb_tune_play(&g->tune, fetched, 2);
}

static void start(struct game *g)
{
    g->boat = (pmb_point){TILE + 1, TILE + 1};
    g->crates = 0;
    g->steps = 0;
    g->over = false;
    for (int i = 0; i < COLUMNS * ROWS; i++)
        g->taken[i] = false;
}

/* One step of the game. */
static void play(struct game *g)
{
    g->steps++;
    move(g);
    fetch(g, g->boat.x, g->boat.y);
    fetch(g, g->boat.x + BOAT - 1, g->boat.y + BOAT - 1);
    const pmb_point middle = {(int16_t)(g->boat.x + BOAT / 2), (int16_t)(g->boat.y + BOAT / 2)};
    if (g->crates < CRATES || pmb_map_cell(&g->map, middle, '#') != 'h')
        return;
    g->over = true;
    g->place = pmb_score_place(g->best, BEST, 1000 - g->steps / STEPS_A_SECOND);
    pmb_tune_play(&g->tune, home, 3);
    (void)pmb_store_save(board_storage(), 1, g->best, sizeof g->best);
}

static void draw_cell(pmb_canvas *c, void *user, uint8_t cell, pmb_rect r)
{
    (void)user;
    if (cell == '#')
        pmb_rect_dither(c, r, 9, PMB_WHITE);
    else if (cell == 'h')
        pmb_rect_stroke(c, r, PMB_WHITE);
}

static void draw_crates(pmb_canvas *c, const struct game *g, pmb_rect r, pmb_point scroll)
{
    for (int i = 0; i < COLUMNS * ROWS; i++) {
        if (cells[i] != 'c' || g->taken[i])
            continue;
        pmb_rect_fill(c,
                      pmb_rect_of(r.x + i % COLUMNS * TILE + 2 - scroll.x,
                                  r.y + i / COLUMNS * TILE + 2 - scroll.y, 4, 4),
                      PMB_WHITE);
    }
}

static void draw_boat(pmb_canvas *c, pmb_point at)
{
    pmb_rect_fill(c, pmb_rect_of(at.x + 2, at.y, 2, BOAT), PMB_WHITE);
    pmb_rect_fill(c, pmb_rect_of(at.x + 1, at.y + 1, 4, 4), PMB_WHITE);
    pmb_rect_fill(c, pmb_rect_of(at.x, at.y + 2, BOAT, 2), PMB_WHITE);
    pmb_rect_fill(c, pmb_rect_of(at.x + 2, at.y + 2, 2, 2), PMB_BLACK);
}

static void draw_head(pmb_canvas *c, const struct game *g)
{
    static const pmb_text_style style = {.font = &pmb_font_jetty, .color = PMB_WHITE};
    static const pmb_number plain = {0};
    char text[24] = "crates ", seconds[12];
    size_t end = 7 + pmb_number_text(text + 7, 8, &plain, g->crates);
    text[end++] = '/';
    (void)pmb_number_text(text + end, 8, &plain, CRATES);
    (void)pmb_time_text(seconds, sizeof seconds, true, g->steps / STEPS_A_SECOND);
    pmb_text(c, &style, (pmb_point){1, 7}, text);
    pmb_text(c, &style, (pmb_point){(int16_t)(W - 1 - pmb_text_width(&style, seconds + 3)), 7},
             seconds + 3);
}

static void paint(pmb_canvas *c, void *scene)
{
    const struct game *g = (const struct game *)scene;
    const pmb_rect sea = {0, HEAD, W, H - HEAD};
    const pmb_point scroll = pmb_map_follow(&g->map, (pmb_size){sea.w, sea.h}, g->boat);
    pmb_fill(c, PMB_BLACK);
    draw_head(c, g);
    const pmb_rect saved = pmb_canvas_narrow_clip(c, sea);
    pmb_map_draw(c, &g->map, sea, scroll);
    draw_crates(c, g, sea, scroll);
    draw_boat(c, pmb_point_of(g->boat.x - scroll.x, g->boat.y - scroll.y + HEAD));
    pmb_canvas_restore_clip(c, saved);
    if (g->over) {
        static const pmb_message done = {&pmb_theme_dark, PMB_ICON_ANCHOR, "Home", PMB_NORMAL};
        pmb_message_draw(c, &done, (pmb_rect){14, 14, 100, 36},
                         g->place == 0 ? "The best time!" : "All crates are there.");
    }
}

static void beep(void *user, uint16_t hertz)
{
    (void)user;
    board_beep(hertz);
}

int main(void)
{
    static uint8_t band[128];
    static pmb_tile tiles[PMB_TILES(W, H)];
    static struct game game = {.map = {.cells = cells,
                                       .columns = COLUMNS,
                                       .rows = ROWS,
                                       .tile = {TILE, TILE},
                                       .draw = draw_cell},
                               .tune = {.beep = beep}};
    static pmb_stick stick = {.across = BOARD_STICK_ACROSS, .up = BOARD_STICK_UP};
    static pmb_push button = {.pin = BOARD_BUTTON};
    pmb_panel panel;
    pmb_screen screen;
    pmb_steps steps;
    const pmb_panel_config *const panels[] = {&gangway, NULL};
    const pmb_port *port = board_start(panels);
    pmb_status status = pmb_panel_open(&panel, &gangway, port);
    if (status == PMB_OK)
        status = pmb_screen_init(&screen, &panel, band, sizeof band, tiles,
                                 sizeof tiles / sizeof tiles[0]);
    (void)pmb_store_load(board_storage(), NULL, game.best, sizeof game.best);
    start(&game);
    pmb_steps_init(&steps, STEPS_A_SECOND, board_milliseconds() * 1000);
    while (status == PMB_OK && board_running("harbour_maze", 34000)) {
        const uint32_t now = board_milliseconds();
        game.way = pmb_stick_way(&stick, port);
        if (pmb_push_poll(&button, port, now) == PMB_PUSH_PRESSED && game.over)
            start(&game);
        for (uint8_t due = pmb_steps_due(&steps, now * 1000); due > 0 && !game.over; due--)
            play(&game);
        (void)pmb_tune_tick(&game.tune, now);
        status = pmb_screen_paint(&screen, paint, &game);
        port->wait_us(port->context, 2000);
    }
    return status == PMB_OK ? 0 : 1;
}
