/* Maps, masks, steps, scores and tunes. */
#include "test.h"
#include "encode.h"

enum { COLUMNS = 7, ROWS = 5, KEY = 0x1234 };

static const uint8_t cells[ROWS * COLUMNS] = {1,  2,  3,  4,  5,  6,  7,  8,  9,  10, 11, 12,
                                              13, 14, 15, 16, 17, 18, 19, 20, 21, 22, 23, 24,
                                              25, 26, 27, 28, 29, 30, 31, 32, 33, 34, 35};

/* A colour for each cell, and a dot in its corner. */
static void draw_cell(pmb_canvas *c, void *user, uint8_t cell, pmb_rect r)
{
    (*(int *)user)++;
    pmb_rect_fill(c, r, (pmb_color)(cell * 1000u));
    pmb_pixel(c, (pmb_point){r.x, r.y}, PMB_WHITE);
}

static int drawn;
static const pmb_map map = {.cells = cells,
                            .columns = COLUMNS,
                            .rows = ROWS,
                            .tile = {10, 8},
                            .draw = draw_cell,
                            .user = &drawn};

static void a_map_is_drawn_where_it_is_seen(void **state)
{
    (void)state;
    static uint8_t pixels[64 * 48 * 2];
    static const pmb_point scrolls[] = {{0, 0},   {13, 5},   {-20, -9},      {40, 20},   {65, 39},
                                        {70, 40}, {-200, 0}, {32767, 32767}, {-32768, 7}};
    for (size_t i = 0; i < LENGTH(scrolls); i++) {
        const pmb_point s = scrolls[i];
        pmb_canvas c;
        assert_int_equal(
            pmb_canvas_init(&c, &pmb_rgb565, (pmb_rect){0, 0, 64, 48}, pixels, sizeof pixels),
            PMB_OK);
        pmb_fill(&c, PMB_BLACK);
        drawn = 0;
        pmb_map_draw(&c, &map, (pmb_rect){4, 3, 50, 40}, s);
        assert_in_range(drawn, 0, 7 * 5);
        for (int16_t y = 0; y < 48; y++)
            for (int16_t x = 0; x < 64; x++) {
                const int32_t mx = x - 4 + s.x, my = y - 3 + s.y;
                const bool inside = x >= 4 && x < 54 && y >= 3 && y < 43 && mx >= 0 && my >= 0 &&
                                    mx < COLUMNS * 10 && my < ROWS * 8;
                const pmb_color want = !inside ? PMB_BLACK
                                       : mx % 10 == 0 && my % 8 == 0
                                           ? PMB_WHITE
                                           : (pmb_color)(cells[my / 8 * COLUMNS + mx / 10] * 1000u);
                assert_int_equal(pmb_canvas_peek(&c, (pmb_point){x, y}), want);
            }
    }
    /* Only the cells that a clip shows are drawn. */
    pmb_canvas c;
    assert_int_equal(
        pmb_canvas_init(&c, &pmb_rgb565, (pmb_rect){0, 16, 64, 8}, pixels, sizeof pixels), PMB_OK);
    drawn = 0;
    pmb_map_draw(&c, &map, (pmb_rect){0, 0, 64, 48}, (pmb_point){0, 0});
    assert_int_equal(drawn, 7);
}

static void a_view_follows_and_stays_on_the_map(void **state)
{
    (void)state;
    static const pmb_size view = {30, 20};
    for (int x = -50; x < 150; x += 3)
        for (int y = -50; y < 100; y += 3) {
            const pmb_point p = pmb_map_follow(&map, view, (pmb_point){(int16_t)x, (int16_t)y});
            assert_in_range(p.x, 0, COLUMNS * 10 - 30);
            assert_in_range(p.y, 0, ROWS * 8 - 20);
            if (x >= 15 && x < 55)
                assert_int_equal(p.x, x - 15);
        }
    const pmb_point small = pmb_map_follow(&map, (pmb_size){300, 200}, (pmb_point){5, 5});
    assert_int_equal(small.x, 0);
    assert_int_equal(small.y, 0);
    assert_int_equal(pmb_map_cell(&map, (pmb_point){29, 15}, 99), 10);
    assert_int_equal(pmb_map_cell(&map, (pmb_point){0, 0}, 99), cells[0]);
    assert_int_equal(pmb_map_cell(&map, (pmb_point){15, 7}, 99), cells[1]);
    assert_int_equal(pmb_map_cell(&map, (pmb_point){15, -1}, 99), 99);
    assert_int_equal(pmb_map_cell(&map, (pmb_point){-1, 15}, 99), 99);
    assert_int_equal(pmb_map_cell(&map, (pmb_point){70, 15}, 99), 99);
    assert_int_equal(pmb_map_cell(&map, (pmb_point){5, 40}, 99), 99);
}

/* Random masks, against pixels one by one. */
static void masks_touch_where_both_are_solid(void **state)
{
    (void)state;
    uint32_t seed = 7;
    int touches = 0;
    for (int round = 0; round < 3000; round++) {
        uint8_t bits[2][3 * 9];
        for (int i = 0; i < 2 * 27; i++) {
            seed = seed * 1664525u + 1013904223u;
            ((uint8_t *)bits)[i] = (uint8_t)(seed >> 24 & seed >> 16 & seed >> 10);
        }
        const pmb_mask a = {{17, 9}, bits[0]}, b = {{20, 7}, bits[1]};
        const pmb_point at = {(int16_t)(seed % 50 - 25), (int16_t)(seed / 64 % 30 - 15)};
        bool want = false;
        for (int y = 0; y < 9; y++)
            for (int x = 0; x < 17; x++) {
                const int bx = x - at.x, by = y - at.y;
                if (bx >= 0 && by >= 0 && bx < 20 && by < 7)
                    want = want || ((bits[0][y * 3 + x / 8] >> (7 - x % 8) & 1) &&
                                    (bits[1][by * 3 + bx / 8] >> (7 - bx % 8) & 1));
            }
        assert_int_equal(pmb_masks_touch(&a, (pmb_point){0, 0}, &b, at), want);
        touches += want;
    }
    assert_in_range(touches, 300, 2700);
}

/* A disc in black and white on a transparent ground. */
static void a_mask_has_the_pixels_that_a_picture_draws(void **state)
{
    (void)state;
    uint16_t values[21 * 21];
    bool solid[21 * 21];
    for (int i = 0; i < 21 * 21; i++) {
        const int x = i % 21 - 10, y = i / 21 - 10;
        solid[i] = x * x + y * y <= 80;
        values[i] = (uint16_t)(!solid[i] ? KEY : (x + y) & 1 ? PMB_WHITE : PMB_BLACK);
    }
    const struct pixels p = {.w = 21,
                             .h = 21,
                             .kind = PMB_PIXELS_COLOR,
                             .transparent = true,
                             .key = KEY,
                             .values = values};
    struct block block;
    assert_true(block_encode(&block, &(struct film){.frames = &p, .count = 1}));
    const pmb_picture picture = {{block.bytes, (uint32_t)block.size, NULL}};
    static uint8_t memory[8000];
    uint8_t bits[2 * PMB_MASK_BYTES(21, 21)];
    pmb_mask mask;
    assert_int_equal(pmb_mask_of(&mask, &picture, bits, sizeof bits - 1, memory, sizeof memory),
                     PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_mask_of(&mask, &picture, bits, sizeof bits, memory, sizeof memory),
                     PMB_OK);
    static uint8_t scratch[sizeof bits];
    pmb_mask failed;
    assert_int_equal(pmb_mask_of(&failed, &picture, scratch, sizeof scratch, memory, 0),
                     PMB_ERR_ARGUMENT);
    block.bytes[4] ^= 0xFF; /* of no version that is known */
    assert_int_equal(pmb_mask_of(&failed, &picture, scratch, sizeof scratch, memory, sizeof memory),
                     PMB_ERR_DATA);
    for (int i = 0; i < 21 * 21; i++)
        assert_int_equal(mask.bits[i / 21 * 3 + i % 21 / 8] >> (7 - i % 21 % 8) & 1, solid[i]);
    /* Two of them: their boxes meet before they do. */
    assert_false(pmb_masks_touch(&mask, (pmb_point){0, 0}, &mask, (pmb_point){15, 15}));
    assert_true(pmb_masks_touch(&mask, (pmb_point){0, 0}, &mask, (pmb_point){12, 12}));
    block_free(&block);
}

static void steps_are_as_many_as_the_time_has(void **state)
{
    (void)state;
    pmb_steps s;
    uint32_t now = 0xFFFFF000u, count = 0;
    pmb_steps_init(&s, 60, now);
    for (int i = 0; i < 1000; i++) {
        now += (uint32_t)(7000 + i % 5 * 9000); /* frames of 7 to 43 ms */
        count += pmb_steps_due(&s, now);
    }
    assert_in_range(count, 1499, 1501); /* 25 s in steps of a sixtieth */
    assert_int_equal(pmb_steps_due(&s, now + 5000000), PMB_MOST_STEPS);
    assert_int_equal(pmb_steps_due(&s, now + 5000000), 0); /* what was missed is left out */
    pmb_steps_init(&s, 100, now); /* as many as may be are all done, and the rest is kept */
    assert_int_equal(pmb_steps_due(&s, now + PMB_MOST_STEPS * 10000 + 6000), PMB_MOST_STEPS);
    assert_int_equal(pmb_steps_due(&s, now + PMB_MOST_STEPS * 10000 + 10000), 1);
}

static void scores_find_their_place(void **state)
{
    (void)state;
    uint32_t best[4] = {0};
    assert_int_equal(pmb_score_place(best, 4, 50), 0);
    assert_int_equal(pmb_score_place(best, 4, 30), 1);
    assert_int_equal(pmb_score_place(best, 4, 40), 1);
    assert_int_equal(pmb_score_place(best, 4, 40), 2); /* behind the one that was there */
    assert_int_equal(pmb_score_place(best, 4, 10), -1);
    assert_int_equal(pmb_score_place(best, 4, 45), 1);
    const uint32_t want[] = {50, 45, 40, 40};
    assert_memory_equal(best, want, sizeof best);
}

static uint16_t heard[500];

static void hear(void *user, uint16_t hertz)
{
    *(uint16_t *)user = hertz;
}

static void a_tune_plays_its_tones(void **state)
{
    (void)state;
    static const pmb_tone tones[] = {{440, 100}, {0, 50}, {880, 150}};
    uint16_t sounds = 1;
    pmb_tune t = {.beep = hear, .user = &sounds};
    assert_false(pmb_tune_tick(&t, 5));
    pmb_tune_play(&t, tones, 3);
    for (uint32_t i = 0; i < 500; i++) {
        (void)pmb_tune_tick(&t, i + 0xFFFFFFA0u);
        heard[i] = sounds;
    }
    for (int i = 0; i < 500; i++)
        assert_int_equal(heard[i], i < 100 ? 440 : i < 150 ? 0 : i < 300 ? 880 : 0);
    pmb_tune_play(&t, tones, 3);
    assert_true(pmb_tune_tick(&t, 600));
    pmb_tune_play(&t, tones + 2, 1); /* in place of the other */
    assert_true(pmb_tune_tick(&t, 650));
    assert_int_equal(sounds, 880);
    assert_false(pmb_tune_tick(&t, 800));
    assert_int_equal(sounds, 0);
}

static void a_map_without_cells_is_nothing(void **state)
{
    (void)state;
    static uint8_t pixels[64 * 48 * 2];
    pmb_canvas c;
    (void)pmb_canvas_init(&c, &pmb_rgb565, (pmb_rect){0, 0, 64, 48}, pixels, sizeof pixels);
    pmb_map flat = map, narrow = map;
    flat.tile.h = 0;
    narrow.tile.w = -3;
    const pmb_map *const none[] = {&flat, &narrow};
    drawn = 0;
    for (size_t i = 0; i < LENGTH(none); i++) {
        pmb_map_draw(&c, none[i], (pmb_rect){0, 0, 64, 48}, (pmb_point){0, 0});
        assert_int_equal(pmb_map_cell(none[i], (pmb_point){5, 5}, 77), 77);
    }
    assert_int_equal(drawn, 0);
    static const pmb_point beside[] = {{-1, 5}, {5, -1}, {COLUMNS * 10, 5}, {5, ROWS * 8}};
    for (size_t i = 0; i < LENGTH(beside); i++)
        assert_int_equal(pmb_map_cell(&map, beside[i], 77), 77);
    assert_int_equal(pmb_map_cell(&map, (pmb_point){COLUMNS * 10 - 1, ROWS * 8 - 1}, 77),
                     cells[COLUMNS * ROWS - 1]);
    pmb_map fine = map;
    fine.tile = (pmb_size){1, 1};
    assert_int_equal(pmb_map_cell(&fine, (pmb_point){2, 1}, 77), cells[COLUMNS + 2]);
}

static void tables_of_scores_have_limits(void **state)
{
    (void)state;
    static uint32_t best[200];
    for (size_t i = 0; i < LENGTH(best); i++)
        best[i] = 1000 - (uint32_t)i;
    assert_int_equal(pmb_score_place(best, 200, 1000 - INT8_MAX), -1); /* place 128 */
    assert_int_equal(pmb_score_place(best, 200, 1001 - INT8_MAX), INT8_MAX);
    assert_int_equal(pmb_score_place(best, 0, 5), -1);
}

static void rates_of_steps_have_limits(void **state)
{
    (void)state;
    pmb_steps s;
    pmb_steps_init(&s, 0, 0);
    assert_int_equal(pmb_steps_due(&s, 999999), 0);
    assert_int_equal(pmb_steps_due(&s, 1000000), 1);
    pmb_steps_init(&s, 1001, 0);
    assert_int_equal(pmb_steps_due(&s, 999), 0);
    assert_int_equal(pmb_steps_due(&s, 1000), 1);
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_ONE_BIT, a_map_is_drawn_where_it_is_seen),
        cmocka_unit_test(a_view_follows_and_stays_on_the_map),
        cmocka_unit_test(masks_touch_where_both_are_solid),
        cmocka_unit_test(a_mask_has_the_pixels_that_a_picture_draws),
        cmocka_unit_test(steps_are_as_many_as_the_time_has),
        cmocka_unit_test(scores_find_their_place),
        cmocka_unit_test(a_tune_plays_its_tones),
        test_without(PMB_ONE_BIT, a_map_without_cells_is_nothing),
        cmocka_unit_test(tables_of_scores_have_limits),
        cmocka_unit_test(rates_of_steps_have_limits),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
