/* Every way of sending a screen, with each call of the port failing in turn: the error is told, and
 * what was not sent is sent with the next paint. And calls that a screen cannot do. */
#include <stdio.h>
#include "encode.h"
#include "every.h"
#include "pemble/driver.h"
#include "taker.h"
#include "test.h"

#if PMB_DRAFTS && !PMB_ONE_BIT && !PMB_PLAIN_PANELS && !PMB_NO_CHECKS && !PMB_NO_TURN &&           \
    !PMB_NO_TILES && !PMB_PLAIN_TEXT
static struct {
    pmb_panel_config config;
    pmb_panel panel;
    pmb_screen screen;
    uint8_t buffer[41000], mirror[41000];
    pmb_tile tiles[2000];
    pmb_square squares[400];
} s;

static int painted;

/* Another picture each time, in two places and in a corner. */
static void paint(pmb_canvas *c, void *scene)
{
    const int16_t moved = (int16_t)(*(int *)scene * 8 % 40);
    pmb_fill(c, PMB_BLACK);
    pmb_rect_fill(c, (pmb_rect){moved, 8, 16, 16}, PMB_WHITE);
    pmb_rect_fill(c, (pmb_rect){64, (int16_t)(8 + moved / 2), 20, 5}, PMB_WHITE);
    pmb_pixel(c, (pmb_point){0, moved}, PMB_WHITE);
    for (int16_t i = 0; i < 12; i++) /* more places than are kept open */
        pmb_pixel(c, (pmb_point){(int16_t)(40 * i + moved / 8), (int16_t)(40 + i % 2)}, PMB_WHITE);
}

enum way { WHOLE, BAND, TILES, MIRROR, DRAFT, WAYS };

static void open_screen(const char *name, enum way way)
{
    const struct candidate *c = candidate(name);
    s.config = config_for(c, usual_bus(c));
    take_anew();
    assert_int_equal(pmb_panel_open(&s.panel, &s.config, &taker), PMB_OK);
    const size_t whole = pmb_screen_whole_bytes(&s.panel);
    const size_t bytes = way == WHOLE || way == DRAFT ? whole : pmb_screen_least_bytes(&s.panel);
    assert_true(whole <= sizeof s.mirror);
    assert_int_equal(pmb_screen_init(&s.screen, &s.panel, s.buffer, bytes,
                                     way == TILES ? s.tiles : NULL,
                                     way == TILES ? LENGTH(s.tiles) : 0),
                     PMB_OK);
    if (way == MIRROR)
        assert_int_equal(pmb_screen_mirror(&s.screen, s.mirror, sizeof s.mirror), PMB_OK);
    if (way == DRAFT && !c->paper)
        assert_int_equal(pmb_screen_draft(&s.screen, s.squares, LENGTH(s.squares)), PMB_OK);
    painted = 0;
    assert_int_equal(pmb_screen_paint(&s.screen, paint, &painted), PMB_OK);
    painted = 1;
    take_anew();
}

enum step {
    PAINT,
    AREA,
    STEPS_OF_PAINT,
    PRESENT,
    PRESENT_AREA,
    FAST,
    PARTIAL,
    RESUME,
    SLEEP,
    STEPS
};

static const pmb_rect corner = {5, 3, 50, 30};

static pmb_status make(enum step step)
{
    pmb_status status;
    switch (step) {
    case PAINT:
        return pmb_screen_paint(&s.screen, paint, &painted);
    case AREA:
        return pmb_screen_paint_area(&s.screen, paint, &painted, corner);
    case STEPS_OF_PAINT:
        status = pmb_screen_paint_begin(&s.screen, paint, &painted);
        return status == PMB_OK ? pmb_screen_paint_finish(&s.screen, paint, &painted) : status;
    case PRESENT: /* two parts that are far from each other */
        if (pmb_screen_canvas(&s.screen)) {
            pmb_pixel(pmb_screen_canvas(&s.screen), (pmb_point){1, 1}, PMB_WHITE);
            pmb_pixel(pmb_screen_canvas(&s.screen), (pmb_point){70, 40}, PMB_WHITE);
        }
        return pmb_screen_present(&s.screen);
    case PRESENT_AREA:
        if (pmb_screen_canvas(&s.screen))
            paint(pmb_screen_canvas(&s.screen), &painted);
        return pmb_screen_present_area(&s.screen, corner);
    case FAST:
    case PARTIAL:
        status = pmb_screen_refresh_next(&s.screen,
                                         step == FAST ? PMB_REFRESH_FAST : PMB_REFRESH_PARTIAL);
        return status == PMB_OK ? pmb_screen_paint(&s.screen, paint, &painted) : status;
    case RESUME:
        return pmb_screen_resume(&s.screen, paint, &painted, 3);
    default:
        return pmb_screen_paint_then_sleep(&s.screen, paint, &painted);
    }
}

static unsigned long walked;

static void fail_each_call(const char *name, enum way way, enum step step)
{
    open_screen(name, way);
    const pmb_status possible = make(step);
    if (possible != PMB_OK) {
        assert_true(possible == PMB_ERR_ARGUMENT || possible == PMB_ERR_UNSUPPORTED);
        return;
    }
    const unsigned calls = taken.calls;
    for (unsigned n = 1; n <= calls; n += n < 30 || n + 30 > calls ? 1 : 1 + calls / 20) {
        open_screen(name, way);
        taken.left = n;
        const pmb_status told = make(step);
        if (told != PMB_ERR_BUS)
            fail_msg("%s, way %d, step %d: call %u of %u failed, and %d was told", name, way, step,
                     n, calls, told);
        take_anew();
        pmb_status again = make(step);
        if (step == SLEEP && again == PMB_ERR_UNSUPPORTED) /* it may sleep already */
            again = pmb_panel_deep_sleep(&s.panel);
        if (again != PMB_OK)
            fail_msg("%s, way %d, step %d: call %u of %u failed; again gives %d", name, way, step,
                     n, calls, again);
        if (taken.calls == 0) /* what is on the glass is not known */
            fail_msg("%s, way %d, step %d: call %u of %u failed; then nothing was sent", name, way,
                     step, n, calls);
        walked++;
    }
}

static void every_error_is_told_and_sent_again(void **state)
{
    (void)state;
    static const char *const names[] = {"ssd1306",     "ssd1322", "st7735",     "ssd1681",
                                        "ssd1681 red", "uc8151",  "uc8151 red", "ssd1608",
                                        "jd79660",     "sh1107",  "pcd8544"};
    for (size_t i = 0; i < LENGTH(names); i++)
        for (enum way way = WHOLE; way < WAYS; way++)
            for (enum step step = PAINT; step < STEPS; step++)
                fail_each_call(names[i], way, step);
    print_message("%lu calls failed\n", walked);
    assert_in_range(walked, 5000, 10000000);
}

static void what_a_screen_cannot_do_is_refused(void **state)
{
    (void)state;
    pmb_panel closed = {.format = NULL};
    pmb_screen none;
    open_screen("ssd1306", BAND);
    assert_int_equal(pmb_screen_init(&none, &closed, s.buffer, 1024, NULL, 0), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_screen_init(&none, &s.panel, NULL, 1024, NULL, 0), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_screen_paint_begin(NULL, paint, &painted), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_screen_paint_begin(&s.screen, NULL, &painted), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_screen_paint_finish(NULL, paint, &painted), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_screen_paint_finish(&s.screen, NULL, &painted), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_screen_paint_area(NULL, paint, &painted, corner), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_screen_paint_area(&s.screen, NULL, &painted, corner), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_screen_present(&s.screen), PMB_ERR_ARGUMENT); /* it has a band only */
    assert_int_equal(pmb_screen_present_area(&s.screen, corner), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_screen_present_area(NULL, corner), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_screen_mirror(&s.screen, NULL, 1024), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_screen_mirror(&s.screen, s.mirror, 1023), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_screen_draft(NULL, s.squares, 400), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_screen_draft(&s.screen, NULL, 400), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_screen_draft(&s.screen, s.squares, 1), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_screen_refresh_next(NULL, PMB_REFRESH_FULL), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_screen_resume(NULL, paint, &painted, 0), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_screen_resume(&s.screen, NULL, &painted, 0), PMB_ERR_ARGUMENT);
    open_screen("ssd1306", TILES);
    assert_int_equal(pmb_screen_mirror(&s.screen, s.mirror, 1024), PMB_ERR_ARGUMENT);
    open_screen("ssd1681", BAND);
    assert_int_equal(pmb_screen_draft(&s.screen, s.squares, 400), PMB_ERR_UNSUPPORTED);
    assert_int_equal(pmb_screen_refresh_next(&s.screen, (pmb_refresh)9), PMB_ERR_ARGUMENT);
}

/* Without a full refresh between them, more refreshes are not counted than there are numbers for.
 */
static void refreshes_are_counted_to_an_end(void **state)
{
    (void)state;
    open_screen("ssd1681", WHOLE);
    for (int i = 0; i < 300; i++) {
        painted++;
        assert_int_equal(pmb_screen_refresh_next(&s.screen, PMB_REFRESH_FAST), PMB_OK);
        assert_int_equal(pmb_screen_paint(&s.screen, paint, &painted), PMB_OK);
    }
    assert_int_equal(s.screen.since_full, UINT8_MAX);
    assert_int_equal(pmb_screen_refresh_next(&s.screen, PMB_REFRESH_FULL), PMB_OK);
    assert_int_equal(pmb_screen_paint(&s.screen, paint, &painted), PMB_OK);
    assert_int_equal(s.screen.since_full, 0);
}

/* A reel of one bit, in a scene that is drafted: only its squares are sent when its frame changes.
 * A draft holds no pixels, so that looking at one sees black. */
static pmb_reel_player player;
static pmb_color seen;

static void paint_reel(pmb_canvas *c, void *scene)
{
    (void)scene;
    pmb_fill(c, PMB_BLACK);
    pmb_reel_draw(c, &player, (pmb_point){40, 16}, NULL);
    pmb_reel_draw(c, &player, (pmb_point){-40, 16}, NULL); /* beside the screen */
    pmb_text(c, &(pmb_text_style){.font = &pmb_font_jetty, .color = PMB_WHITE}, (pmb_point){4, 60},
             "reel");
    pmb_rect_fill(c, (pmb_rect){100, 40, 2, 2}, PMB_WHITE);
    pmb_line_dashed(c, (pmb_point){4, 4}, (pmb_point){30, 12}, 3, 2, PMB_WHITE);
    pmb_line_dashed(c, (pmb_point){4, 30}, (pmb_point){30, 22}, 3, 2, PMB_WHITE);
    pmb_line_dashed(c, (pmb_point){70, 4}, (pmb_point){66, 14}, 3, 2, PMB_WHITE);
    pmb_line_dashed(c, (pmb_point){90, 9}, (pmb_point){90, 9}, 3, 2, PMB_WHITE);
    if (c->format->drafting)
        seen = pmb_canvas_peek(c, (pmb_point){100, 40});
}

static void reels_are_drafted(void **state)
{
    enum { SIDE = 16 };
    (void)state;
    static uint16_t values[2][SIDE * SIDE];
    struct pixels frames[2];
    static const int times[] = {50, 50};
    for (int i = 0; i < 2; i++) {
        frames[i] =
            (struct pixels){.w = SIDE, .h = SIDE, .kind = PMB_PIXELS_ONE_BIT, .values = values[i]};
        for (int k = 0; k < SIDE * SIDE; k++)
            values[i][k] = (uint16_t)((k / SIDE + k * i) & 1);
    }
    struct block block;
    assert_true(block_encode(&block, &(struct film){frames, times, 2, true, false}));
    const pmb_picture reel = {{block.bytes, (uint32_t)block.size, NULL}};
    uint8_t *memory = malloc(pmb_reel_memory(&reel));
    assert_int_equal(pmb_reel_open(&player, &reel, PMB_REEL_LOOP, memory, pmb_reel_memory(&reel)),
                     PMB_OK);
    open_screen("ssd1306", DRAFT);
    assert_int_equal(pmb_reel_advance(&player, 0), PMB_OK);
    assert_int_equal(pmb_screen_paint(&s.screen, paint_reel, NULL), PMB_OK);
    take_anew();
    seen = PMB_WHITE;
    assert_int_equal(pmb_screen_paint(&s.screen, paint_reel, NULL), PMB_OK);
    assert_int_equal(taken.bytes, 0); /* nothing has changed */
    assert_int_equal(seen, PMB_BLACK);
    assert_int_equal(pmb_reel_advance(&player, 60), PMB_OK);
    assert_int_equal(pmb_screen_paint(&s.screen, paint_reel, NULL), PMB_OK);
    assert_in_range(taken.bytes, 2 * SIDE, 200);
    free(memory);
    block_free(&block);
}

/* Names that are missing, panels of few rows, greys and round ones: the card is drawn on all. */
static void the_test_card_suits_every_panel(void **state)
{
    (void)state;
    static const pmb_size sizes[] = {{96, 16}, {64, 32}, {128, 64}, {96, 96}, {240, 240}};
    static const pmb_test_card_kind kinds[] = {PMB_TEST_CARD_ONE_BIT, PMB_TEST_CARD_GREY,
                                               PMB_TEST_CARD_COLOR, PMB_TEST_CARD_INK,
                                               PMB_TEST_CARD_FOUR_INKS};
    static uint8_t pixels[240 * 240 * 2];
    for (size_t i = 0; i < LENGTH(sizes); i++)
        for (size_t k = 0; k < LENGTH(kinds); k++)
            for (int round = 0; round < 2; round++) {
                pmb_test_card card = {.name = round ? "Quay" : "",
                                      .size = sizes[i],
                                      .kind = kinds[k],
                                      .ink = PMB_WHITE,
                                      .ground = PMB_BLACK,
                                      .round = round};
                pmb_canvas c;
                assert_int_equal(pmb_canvas_init(&c, &pmb_rgb565,
                                                 (pmb_rect){0, 0, sizes[i].w, sizes[i].h}, pixels,
                                                 sizeof pixels),
                                 PMB_OK);
                pmb_test_card_paint(&c, &card);
                assert_int_equal(pmb_canvas_peek(&c, (pmb_point){0, 0}), PMB_WHITE);
                bool colored = false, grey = false;
                for (int16_t y = 0; y < sizes[i].h; y++)
                    for (int16_t x = 0; x < sizes[i].w; x++) {
                        const pmb_color at = pmb_canvas_peek(&c, (pmb_point){x, y});
                        const uint8_t red = pmb_color_red(at), blue = pmb_color_blue(at);
                        colored |= red > blue + 99;
                        grey |= red > 60 && red < 200 && blue > 60 && blue < 200;
                    }
                const bool bars = sizes[i].h >= 40;
                assert_int_equal(colored, bars && kinds[k] >= PMB_TEST_CARD_COLOR);
                assert_int_equal(grey, bars && kinds[k] == PMB_TEST_CARD_GREY);
            }
    pmb_test_card card;
    static const struct {
        const char *name;
        pmb_test_card_kind kind;
    } panels[] = {{"ssd1306", PMB_TEST_CARD_ONE_BIT}, {"ssd1322", PMB_TEST_CARD_GREY},
                  {"st7735", PMB_TEST_CARD_COLOR},    {"ssd1681", PMB_TEST_CARD_ONE_BIT},
                  {"ssd1681 red", PMB_TEST_CARD_INK}, {"jd79660", PMB_TEST_CARD_FOUR_INKS}};
    for (size_t i = 0; i < LENGTH(panels); i++) {
        open_screen(panels[i].name, BAND);
        pmb_test_card_init(&card, &s.panel, NULL);
        assert_string_equal(card.name, "");
        assert_int_equal(card.kind, panels[i].kind);
        assert_false(card.round);
    }
    s.config = config_for(candidate("ssd1681"), SPI);
    s.config.refresh = PMB_REFRESH_GREYS;
    if (pmb_panel_open(&s.panel, &s.config, &taker) == PMB_OK) {
        pmb_test_card_init(&card, &s.panel, "Greys");
        assert_int_equal(card.kind, PMB_TEST_CARD_GREY);
    }
    const struct candidate *c = candidate("gc9a01");
    s.config = config_for(c, SPI);
    assert_int_equal(pmb_panel_open(&s.panel, &s.config, &taker), PMB_OK);
    pmb_test_card_init(&card, &s.panel, "Round");
    assert_true(card.round);
    s.config.format = &pmb_index4;
    static const pmb_color colors[] = {PMB_BLACK, PMB_WHITE};
    static const pmb_palette palette = {colors, 2};
    s.config.palette = &palette;
    s.config.size = (pmb_size){64, 64}; /* no glass that is known */
    assert_int_equal(pmb_panel_open(&s.panel, &s.config, &taker), PMB_OK);
    pmb_test_card_init(&card, &s.panel, "Palette");
    assert_false(card.round);
    assert_int_equal(card.kind, PMB_TEST_CARD_COLOR);
}

/* Any buffer with any number of tiles: it is refused, or it sends. */
static void tiles_are_chosen_for_any_memory(void **state)
{
    (void)state;
    static const char *const names[] = {"ssd1306", "ssd1322", "st7735 80x160", "ssd1681",
                                        "ili9225"};
    for (size_t i = 0; i < LENGTH(names); i++)
        for (int turn = 0; turn < 2; turn++) {
            const struct candidate *c = candidate(names[i]);
            s.config = config_for(c, usual_bus(c));
            s.config.rotate = turn ? PMB_ROTATE_90 : PMB_ROTATE_0;
            assert_int_equal(pmb_panel_open(&s.panel, &s.config, &taker), PMB_OK);
            const size_t least = pmb_screen_least_bytes(&s.panel);
            for (size_t bytes = least; bytes <= sizeof s.buffer; bytes += least * 3 / 2)
                for (size_t count = 1; count <= LENGTH(s.tiles); count += 1 + count / 4) {
                    const pmb_status status =
                        pmb_screen_init(&s.screen, &s.panel, s.buffer, bytes, s.tiles, count);
                    char why[160];
                    assert_int_equal(pmb_screen_explain(&s.panel, bytes, count, why, sizeof why),
                                     status);
                    if (status != PMB_OK)
                        continue;
                    take_anew();
                    assert_int_equal(pmb_screen_paint(&s.screen, paint, &painted), PMB_OK);
                    assert_int_not_equal(taken.bytes, 0);
                    take_anew();
                    assert_int_equal(pmb_screen_paint(&s.screen, paint, &painted), PMB_OK);
                    if (!c->paper)
                        assert_int_equal(taken.calls, 0);
                }
        }
}

/* More tiles of a row have changed than are kept open: some are sent while others are looked at. */
static void dot(pmb_canvas *c, void *scene)
{
    pmb_fill(c, PMB_BLACK);
    for (int16_t i = 0; i < 10; i++)
        pmb_pixel(c, (pmb_point){(int16_t)(32 * i), 3}, *(int *)scene ? PMB_WHITE : PMB_RED);
}

static void many_tiles_of_a_row_are_sent(void **state)
{
    (void)state;
    unsigned calls = 1;
    for (unsigned n = 0; n <= calls; n++) {
        int scene = 0;
        s.config = config_for(candidate("ili9341"), SPI);
        s.config.rotate = PMB_ROTATE_90;
        assert_int_equal(pmb_panel_open(&s.panel, &s.config, &taker), PMB_OK);
        assert_int_equal(
            pmb_screen_init(&s.screen, &s.panel, s.buffer, 320 * 16 * 2, s.tiles, LENGTH(s.tiles)),
            PMB_OK);
        assert_int_equal(pmb_screen_paint(&s.screen, dot, &scene), PMB_OK);
        scene = 1;
        take_anew();
        taken.left = n;
        assert_int_equal(pmb_screen_paint(&s.screen, dot, &scene), n ? PMB_ERR_BUS : PMB_OK);
        if (n == 0)
            calls = taken.calls;
    }
    assert_in_range(calls, 30, 500); /* ten places, each with its address */
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        cmocka_unit_test(every_error_is_told_and_sent_again),
        cmocka_unit_test(what_a_screen_cannot_do_is_refused),
        cmocka_unit_test(refreshes_are_counted_to_an_end),
        cmocka_unit_test(reels_are_drafted),
        cmocka_unit_test(the_test_card_suits_every_panel),
        cmocka_unit_test(tiles_are_chosen_for_any_memory),
        cmocka_unit_test(many_tiles_of_a_row_are_sent),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
#else
int main(void)
{
    return 0;
}
#endif
