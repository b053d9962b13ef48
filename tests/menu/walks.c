/* Menus on the bench, walked through by knob, by two buttons and by finger as files of inputs say,
 * to every page and every editor. What the glass shows on the way was looked at and kept;
 * PEMBLE_KEEP=1 keeps it anew. */
#include <stdio.h>
#include "menus.h"
#include "pemble/bench_check.h"
#include "pemble/bench_inputs.h"
#include "pemble/bench_touch.h"
#include "test.h"

enum { BUTTON = PMB_PIN(5), SECOND = PMB_PIN(4), A = PMB_PIN(6), B = PMB_PIN(7) };

static const pmb_panel_config oled = {
    .controller = &pmb_ssd1306, .size = {128, 64}, .bus = {.kind = &pmb_i2c, .address = 0x3C}};
static const pmb_panel_config paper = {
    .controller = &pmb_ssd1680,
    .size = {122, 250},
    .bus = {.kind = &pmb_spi, .select = PMB_PIN(17), .data_command = PMB_PIN(20)},
    .reset = PMB_PIN(21),
    .busy = PMB_PIN(22),
    .rotate = PMB_ROTATE_90,
    .refresh = PMB_REFRESH_PARTIAL,
};
static const pmb_panel_config tft = {
    .controller = &pmb_ili9341,
    .size = {240, 320},
    .bus = {.kind = &pmb_spi,
            .hertz = 10000000,
            .select = PMB_PIN(17),
            .data_command = PMB_PIN(20)},
    .reset = PMB_PIN(21),
};
static const pmb_touch_config sensor = {.kind = &pmb_ft6x36};

static const pmb_menu_style knob_style = {.theme = &pmb_theme_dark, .home_s = 20};
static const pmb_menu_style button_style = {.theme = &pmb_theme_light, .wraps = true, .calm = true};
static const pmb_menu_style finger_style = {
    .theme = &pmb_theme_color, .row_height = 40, .fingers = true};

/* One of the walks: when the glass is looked at, and the pictures that it should show then. */
static const struct walk {
    const char *name;
    const pmb_panel_config *panel;
    const pmb_menu_style *style;
    struct {
        uint32_t ms;
        const char *picture;
    } looks[8];
} walks[] = {
    {"knob",
     &oled,
     &knob_style,
     {{900, "home"},
      {2500, "display"},
      {3500, "brightness"},
      {6000, "unit"},
      {9500, "time"},
      {13000, "name"},
      {17500, "question"},
      {40000, "home-again"}}},
    {"buttons",
     &paper,
     &button_style,
     {{4000, "home"}, {9000, "display"}, {15000, "alarm"}, {21000, "alarm-kept"}}},
    {"finger",
     &tft,
     &finger_style,
     {{900, "home"},
      {2200, "display"},
      {4200, "plus"},
      {6200, "unit"},
      {9500, "dragged"},
      {11500, "berths"},
      {14500, "swiped"}}},
};

struct player {
    pmb_menu menu;
    pmb_screen screen;
    pmb_panel panel;
    const pmb_port *port;
    pmb_bench *bench;
    pmb_encoder knob;
    pmb_push button, second;
    pmb_touch touch;
    pmb_gathered gathered, second_gathered;
    pmb_port polling;
};
static struct player player;

static uint32_t now(const struct player *p)
{
    return (uint32_t)(pmb_bench_now(p->bench) / 1000000);
}

static void poll_knob(void *context)
{
    struct player *p = context;
    pmb_gather_detents(&p->gathered, pmb_encoder_poll(&p->knob, p->port));
}

/* Buttons are polled while something is sent or refreshed, too. */
static void poll_buttons(void *context)
{
    struct player *p = &player;
    (void)context;
    pmb_gather_event(&p->gathered, pmb_push_poll(&p->button, p->port, now(p)));
    pmb_gather_event(&p->second_gathered, pmb_push_poll(&p->second, p->port, now(p)));
}

static void paint(pmb_canvas *c, void *scene)
{
    pmb_menu_draw(c, (const pmb_menu *)scene);
}

/* What the program does with each kind of input. */
static void attend(struct player *p, const struct walk *w)
{
    poll_buttons(NULL);
    if (w->panel == &oled) {
        const int8_t detents = pmb_gathered_detents(&p->gathered);
        pmb_menu_turn(&p->menu, detents, pmb_encoder_accelerate(&p->knob, detents, now(p)));
        pmb_menu_push(&p->menu, pmb_gathered_event(&p->gathered));
    } else if (w->panel == &paper) {
        const int16_t down = pmb_gathered_event(&p->gathered) == PMB_PUSH_CLICKED;
        pmb_menu_turn(&p->menu, down, down);
        pmb_menu_push(&p->menu, pmb_gathered_event(&p->second_gathered));
    } else {
        pmb_menu_touch(&p->menu, pmb_touch_poll(&p->touch, now(p)), &p->touch.finger);
    }
    if (pmb_menu_tick(&p->menu, now(p)))
        assert_int_equal(pmb_screen_paint(&p->screen, paint, &p->menu), PMB_OK);
}

static void begin(struct player *p, const struct walk *w)
{
    static uint8_t frame[240 * 320 * 2];
    static char kept[9];
    const pmb_panel_config *const panels[] = {w->panel, NULL};
    char path[400];
    memset(p, 0, sizeof *p);
    quay_reset();
    p->bench = pmb_bench_of(panels);
    p->port = pmb_bench_port(p->bench);
    p->knob = (pmb_encoder){.a = A, .b = B};
    p->button.pin = BUTTON;
    p->second.pin = SECOND;
    pmb_module *module = pmb_bench_place_touch(p->bench, &sensor, tft.size);
    pmb_input *const devices[PMB_INPUT_DEVICES] = {
        pmb_bench_place_input(p->bench, PMB_INPUT_BUTTON, BUTTON, PMB_PIN_NONE),
        pmb_bench_place_input(p->bench, PMB_INPUT_ENCODER, A, B),
        NULL,
        NULL,
        pmb_bench_place_finger(p->bench, module),
        pmb_bench_place_input(p->bench, PMB_INPUT_BUTTON, SECOND, PMB_PIN_NONE)};
    snprintf(path, sizeof path, "%s/assets/quay/inputs/walk-%s.csv", SOURCE_DIR, w->name);
    assert_null(pmb_inputs_read(path, devices));
    assert_true(pmb_bench_interrupt(p->bench, A, poll_knob, p));
    assert_true(pmb_bench_interrupt(p->bench, B, poll_knob, p));
    p->polling = *p->port;
    p->polling.idle = poll_buttons;
    assert_int_equal(pmb_panel_open(&p->panel, w->panel, &p->polling), PMB_OK);
    assert_int_equal(
        pmb_screen_init(&p->screen, &p->panel, frame, pmb_screen_whole_bytes(&p->panel), NULL, 0),
        PMB_OK);
    assert_int_equal(pmb_touch_open(&p->touch, &sensor, p->port, &p->panel), PMB_OK);
    p->menu = (pmb_menu){.style = w->style,
                         .home = &quay_home,
                         .area = {0, 0, p->panel.size.w, p->panel.size.h},
                         .user = &quay,
                         .kept = kept,
                         .changed = true};
    poll_knob(p);
}

static void the_pages_are_as_they_were(void **state)
{
    (void)state;
    for (size_t i = 0; i < LENGTH(walks); i++) {
        const struct walk *w = &walks[i];
        bool good = true;
        begin(&player, w);
        for (size_t k = 0; k < LENGTH(w->looks) && w->looks[k].picture; k++) {
            char path[400];
            while (now(&player) < w->looks[k].ms) {
                attend(&player, w);
                player.port->wait_us(player.port->context, 2000);
            }
            assert_int_equal(pmb_panel_wait(&player.panel, 10000), PMB_OK);
            snprintf(path, sizeof path, "%s/tests/golden/walks/%s-%s.png", SOURCE_DIR, w->name,
                     w->looks[k].picture);
            good = pmb_check_glass(player.bench, 0, path) && good;
        }
        good = pmb_check_complaints(player.bench) && good;
        pmb_bench_free(player.bench);
        assert_true(good);
    }
}

/* With tiles a moved focus sends the rows that changed, and an edited number its digits. */
static void only_what_changed_is_sent(void **state)
{
    (void)state;
    static pmb_tile tiles[PMB_TILES(128, 64)];
    static uint8_t frame[1024];
    const struct walk *w = &walks[0];
    begin(&player, w);
    assert_int_equal(
        pmb_screen_init(&player.screen, &player.panel, frame, sizeof frame, tiles, LENGTH(tiles)),
        PMB_OK);
    uint64_t bytes[4];
    for (int i = 0; i < 4; i++) {
        const uint64_t before = pmb_bench_traffic_so_far(player.bench).bytes;
        quay_act(&player.menu, i == 0 ? "" : i == 1 ? "d" : i == 2 ? "ddd" : "pd");
        assert_int_equal(pmb_screen_paint(&player.screen, paint, &player.menu), PMB_OK);
        bytes[i] = pmb_bench_traffic_so_far(player.bench).bytes - before;
    }
    assert_true(bytes[0] > 1024);             /* all of it */
    assert_true(bytes[1] < bytes[0] * 3 / 4); /* two rows, in five of eight pages */
    assert_true(bytes[3] < bytes[0] / 4);     /* one row, in part */
    const uint64_t before = pmb_bench_traffic_so_far(player.bench).bytes;
    assert_int_equal(pmb_screen_paint(&player.screen, paint, &player.menu), PMB_OK);
    assert_int_equal(pmb_bench_traffic_so_far(player.bench).bytes, before);
    pmb_bench_free(player.bench);
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_PLAIN_PANELS | PMB_ONE_BIT | PMB_PLAIN_TEXT | PMB_NO_TURN,
                     the_pages_are_as_they_were),
        test_without(PMB_PLAIN_PANELS | PMB_ONE_BIT | PMB_PLAIN_TEXT | PMB_NO_TURN | PMB_NO_TILES,
                     only_what_changed_is_sent),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
