/* Reels: frames come back, and the clock decides which. */
#include "test.h"
#include "card.h"
#include "encode.h"

enum { FRAMES = 9, W = 31, H = 22 };

static unsigned random_below(unsigned *seed, unsigned limit)
{
    *seed = *seed * 1664525u + 1013904223u;
    return (*seed >> 8) % limit;
}

struct show {
    struct pixels frames[FRAMES];
    int milliseconds[FRAMES];
    struct block block;
    pmb_picture reel;
    uint8_t *memory;
    size_t bytes;
};

/* All tests run with both: probabilities that are learnt, and those in tables. */
static bool lean;

/* Frames that differ in a part, some not at all. */
static void make_show(struct show *s, pmb_pixels kind)
{
    static const int times[FRAMES] = {40, 40, 100, 10, 10, 250, 40, 60000, 5};
    /* A palette is made of few colours. */
    const bool few = kind == PMB_PIXELS_PALETTE;
    const unsigned values = kind == PMB_PIXELS_INK ? 3 : few ? 11 : 1u << (unsigned)kind;
    unsigned seed = 77;
    memset(s, 0, sizeof *s);
    for (int i = 0; i < FRAMES; i++) {
        struct pixels *p = &s->frames[i];
        *p = (struct pixels){.w = W, .h = H, .kind = few ? PMB_PIXELS_COLOR : kind};
        p->values = calloc(W * H, sizeof *p->values);
        if (i > 0)
            memcpy(p->values, s->frames[i - 1].values, W * H * sizeof *p->values);
        for (int k = 0; k < (i % 4 == 3 ? 0 : 60); k++)
            p->values[(3 + random_below(&seed, 12)) * W + random_below(&seed, W)] =
                (uint16_t)(random_below(&seed, values) * (few ? 5003 : 1));
        s->milliseconds[i] = times[i];
    }
    assert_true(
        block_encode(&s->block, &(struct film){s->frames, s->milliseconds, FRAMES, true, lean}));
    s->reel = (pmb_picture){{s->block.bytes, (uint32_t)s->block.size, NULL}};
    assert_int_equal(pmb_picture_check(&s->reel), PMB_OK);
    pmb_picture_info info;
    assert_int_equal(pmb_picture_measure(&s->reel, &info), PMB_OK);
    assert_int_equal(info.pixels, few && lean ? PMB_PIXELS_COLOR : kind);
    s->bytes = pmb_reel_memory(&s->reel);
    s->memory = malloc(s->bytes); /* exactly that, for the sanitizer */
}

static void end_show(struct show *s)
{
    for (int i = 0; i < FRAMES; i++)
        pixels_free(&s->frames[i]);
    block_free(&s->block);
    free(s->memory);
}

static pmb_color color_of(const struct pixels *p, int i)
{
    const unsigned value = p->values[i];
    return p->kind == PMB_PIXELS_ONE_BIT ? (value ? PMB_WHITE : PMB_BLACK)
           : p->kind == PMB_PIXELS_INK   ? (value == 2   ? PMB_RED
                                            : value == 1 ? PMB_WHITE
                                                         : PMB_BLACK)
           : p->kind == PMB_PIXELS_GREY  ? PMB_RGB(value * 17, value * 17, value * 17)
                                         : (pmb_color)value;
}

/* The frame that the player shows, compared with what it should be. */
static void assert_frame(const struct show *s, const pmb_reel_player *player, int frame)
{
    static uint8_t pixels[W * H * 2];
    pmb_canvas c;
    assert_int_equal(player->frame, frame);
    (void)pmb_canvas_init(&c, &pmb_rgb565, (pmb_rect){0, 0, W, H}, pixels, sizeof pixels);
    pmb_reel_draw(&c, player, (pmb_point){0, 0}, NULL);
    for (int i = 0; i < W * H; i++)
        if (pmb_canvas_peek(&c, (pmb_point){(int16_t)(i % W), (int16_t)(i / W)}) !=
            color_of(&s->frames[frame], i))
            fail_msg("frame %d: pixel %d,%d", frame, i % W, i / W);
}

static const pmb_pixels kinds[] = {PMB_PIXELS_ONE_BIT, PMB_PIXELS_INK, PMB_PIXELS_GREY,
                                   PMB_PIXELS_PALETTE, PMB_PIXELS_COLOR};

static void every_frame_comes_back_at_its_time(void **state)
{
    (void)state;
    for (size_t k = 0; k < LENGTH(kinds); k++) {
        struct show s;
        pmb_reel_player player;
        make_show(&s, kinds[k]);
        assert_int_equal(pmb_reel_open(&player, &s.reel, PMB_REEL_ONCE, s.memory, s.bytes), PMB_OK);
        uint32_t time = 0;
        for (int i = 0; i < FRAMES; i++) {
            assert_int_equal(pmb_reel_advance(&player, time), PMB_OK);
            assert_true(player.changed);
            assert_frame(&s, &player, i);
            assert_int_equal(pmb_reel_advance(&player, time + (uint32_t)s.milliseconds[i] - 1),
                             PMB_OK);
            assert_false(player.changed);
            time += (uint32_t)s.milliseconds[i];
        }
        assert_int_equal(player.info.milliseconds, time);
        assert_int_equal(pmb_reel_advance(&player, time * 5), PMB_OK);
        assert_frame(&s, &player, FRAMES - 1);
        end_show(&s);
    }
}

static int frame_at(const struct show *s, uint32_t time)
{
    int i = 0;
    for (; i + 1 < FRAMES && time >= (uint32_t)s->milliseconds[i]; i++)
        time -= (uint32_t)s->milliseconds[i];
    return i;
}

static void late_frames_are_dropped_and_modes_go_round(void **state)
{
    (void)state;
    struct show s;
    make_show(&s, PMB_PIXELS_COLOR);
    for (int mode = PMB_REEL_LOOP; mode <= PMB_REEL_PINGPONG; mode++) {
        pmb_reel_player player;
        unsigned seed = 3;
        assert_int_equal(pmb_reel_open(&player, &s.reel, (pmb_reel_mode)mode, s.memory, s.bytes),
                         PMB_OK);
        const uint32_t all = player.info.milliseconds;
        for (int i = 0; i < 60; i++) {
            /* Half of the times are near the start, where the short frames are. */
            const uint32_t time = i % 2 ? random_below(&seed, 600) : random_below(&seed, 4 * all);
            uint32_t within = mode == PMB_REEL_ONCE
                                  ? (time < all ? time : all - 1)
                                  : time % (mode == PMB_REEL_LOOP ? all : 2 * all);
            if (within >= all)
                within = 2 * all - 1 - within;
            assert_int_equal(pmb_reel_advance(&player, time), PMB_OK);
            assert_frame(&s, &player, frame_at(&s, within));
        }
    }
    end_show(&s);
}

static void two_players_do_not_disturb_each_other(void **state)
{
    (void)state;
    struct show s;
    pmb_reel_player a, b;
    make_show(&s, PMB_PIXELS_GREY);
    uint8_t *second = malloc(s.bytes);
    assert_int_equal(pmb_reel_open(&a, &s.reel, PMB_REEL_LOOP, s.memory, s.bytes), PMB_OK);
    assert_int_equal(pmb_reel_open(&b, &s.reel, PMB_REEL_LOOP, second, s.bytes), PMB_OK);
    assert_int_equal(pmb_reel_advance(&a, 200), PMB_OK);
    assert_int_equal(pmb_reel_advance(&b, 50), PMB_OK);
    assert_int_equal(pmb_reel_advance(&a, 260), PMB_OK);
    assert_frame(&s, &a, frame_at(&s, 260));
    assert_frame(&s, &b, frame_at(&s, 50));
    free(second);
    end_show(&s);
}

static void play_from_a_reader(pmb_pixels kind)
{
    struct show s;
    pmb_reel_player player;
    make_show(&s, kind);
    struct card card = {.bytes = s.block.bytes, .size = (uint32_t)s.block.size};
    const pmb_reader reader = {&card, card_read, card_seek};
    const pmb_picture there = {{NULL, 0, &reader}};
    const size_t bytes = pmb_reel_memory(&there);
    /* The tables or the palette are in it. */
    assert_true(lean || kind == PMB_PIXELS_PALETTE ? bytes > s.bytes : bytes == s.bytes);
    uint8_t *memory = malloc(bytes);
    assert_int_equal(pmb_reel_open(&player, &there, PMB_REEL_LOOP, memory, bytes), PMB_OK);
    for (uint32_t time = 0; time < 1000; time += 37) {
        assert_int_equal(pmb_reel_advance(&player, time), PMB_OK);
        assert_frame(&s, &player, frame_at(&s, time));
    }
    free(memory);
    end_show(&s);
}

static void reels_play_from_a_reader(void **state)
{
    (void)state;
    play_from_a_reader(PMB_PIXELS_ONE_BIT);
    play_from_a_reader(PMB_PIXELS_PALETTE);
}

/* A palette of up to 16 colours takes a quarter of the memory. */
static void a_palette_takes_less_memory(void **state)
{
    (void)state;
    struct show few, many;
    make_show(&few, PMB_PIXELS_PALETTE);
    make_show(&many, PMB_PIXELS_COLOR);
    if (lean) /* has none */
        assert_int_equal(few.bytes, many.bytes);
    else
        assert_in_range(many.bytes - few.bytes, W * H * 3 / 2 - 2 * W, 2 * W * H);
    end_show(&few);
    end_show(&many);
}

static void what_is_no_reel_is_refused(void **state)
{
    (void)state;
    struct show s;
    pmb_reel_player player;
    make_show(&s, PMB_PIXELS_ONE_BIT);
    assert_int_equal(pmb_reel_open(&player, &s.reel, PMB_REEL_LOOP, s.memory, s.bytes - 1),
                     PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_reel_open(&player, &s.reel, PMB_REEL_LOOP, NULL, s.bytes),
                     PMB_ERR_ARGUMENT);
    s.block.bytes[3] = 'P'; /* a picture with several frames */
    assert_int_equal(pmb_reel_open(&player, &s.reel, PMB_REEL_LOOP, s.memory, s.bytes),
                     PMB_ERR_DATA);
    assert_int_equal(pmb_reel_memory(&s.reel), 0);
    end_show(&s);
}

static void damaged_reels_end(void **state)
{
    (void)state;
    struct show s;
    make_show(&s, PMB_PIXELS_INK);
    for (size_t i = 0; i < s.block.size; i++) {
        pmb_reel_player player;
        s.block.bytes[i] ^= 0x5A;
        assert_int_not_equal(pmb_picture_check(&s.reel), PMB_OK);
        if (pmb_reel_open(&player, &s.reel, PMB_REEL_LOOP, s.memory, s.bytes) == PMB_OK)
            for (uint32_t time = 0; time < 70000; time += 3777)
                (void)pmb_reel_advance(&player, time);
        s.block.bytes[i] ^= 0x5A;
    }
    end_show(&s);
}

static void what_takes_no_time_is_no_reel(void **state)
{
    (void)state;
    struct show s;
    pmb_reel_player player;
    make_show(&s, PMB_PIXELS_ONE_BIT);
    s.block.bytes[3] = 'P'; /* a still picture of one frame */
    s.block.bytes[22] = 1;
    assert_int_equal(pmb_reel_memory(&s.reel), 0);
    assert_int_equal(pmb_reel_open(&player, &s.reel, PMB_REEL_LOOP, s.memory, s.bytes),
                     PMB_ERR_DATA);
    s.block.bytes[3] = 'R';
    s.block.bytes[22] = FRAMES;
    memset(s.block.bytes + 24, 0, 4); /* that takes no time */
    assert_int_equal(pmb_reel_open(&player, &s.reel, PMB_REEL_LOOP, s.memory, s.bytes),
                     PMB_ERR_DATA);
    s.block.bytes[0] = 'Q';
    assert_int_equal(pmb_reel_memory(&s.reel), 0);
    end_show(&s);
}

/* The card is pulled out after any call: an error, and a player that is opened again plays. */
static void a_reel_may_lose_its_card(void **state)
{
    (void)state;
    static const pmb_pixels both[] = {PMB_PIXELS_ONE_BIT, PMB_PIXELS_PALETTE};
    for (size_t k = 0; k < LENGTH(both); k++) {
        struct show s;
        pmb_reel_player player;
        make_show(&s, both[k]);
        struct card card = {.bytes = s.block.bytes, .size = (uint32_t)s.block.size};
        const pmb_reader reader = {&card, card_read, card_seek};
        const pmb_picture there = {{NULL, 0, &reader}};
        const size_t bytes = pmb_reel_memory(&there);
        uint8_t *memory = malloc(bytes);
        bool ends = false;
        for (uint32_t n = 1; !ends; n++) {
            card.calls = 0;
            card.last_call = n;
            pmb_status status = pmb_reel_open(&player, &there, PMB_REEL_LOOP, memory, bytes);
            assert_true(status != PMB_OK || !player.stream.failed); /* it is told at once */
            for (uint32_t time = 0; time < 500 && status == PMB_OK; time += 37)
                status = pmb_reel_advance(&player, time);
            ends = card.calls <= n;
            assert_true(ends || status != PMB_OK);
        }
        card.last_call = 0;
        assert_int_equal(pmb_reel_open(&player, &there, PMB_REEL_LOOP, memory, bytes), PMB_OK);
        assert_int_equal(pmb_reel_advance(&player, 50), PMB_OK);
        assert_frame(&s, &player, frame_at(&s, 50));
        assert_int_equal(pmb_reel_open(&player, &there, PMB_REEL_LOOP, NULL, bytes),
                         PMB_ERR_ARGUMENT);
        free(memory);
        end_show(&s);
    }
}

/* Rows whose changes begin and end anywhere on even ground, up to the last column and row. */
static void even_ground_is_kept(void **state)
{
    enum { SIDE = 24, COUNT = 7 };
    (void)state;
    static const struct {
        int x, y;
    } dots[COUNT][2] = {{{0, 0}, {0, 0}},   {{3, 5}, {20, 5}},  {{23, 8}, {23, 9}},
                        {{23, 8}, {23, 8}}, {{23, 7}, {23, 8}}, {{5, 23}, {22, 23}},
                        {{1, 0}, {18, 0}}};
    for (int ground = 0; ground < 2; ground++)
        for (int kind = 0; kind < 2; kind++) {
            static uint16_t values[COUNT][SIDE * SIDE];
            struct pixels frames[COUNT];
            static const int times[COUNT] = {10, 10, 10, 10, 10, 10, 10};
            for (int i = 0; i < COUNT; i++) {
                frames[i] = (struct pixels){.w = SIDE,
                                            .h = SIDE,
                                            .kind = kind ? PMB_PIXELS_INK : PMB_PIXELS_ONE_BIT,
                                            .values = values[i]};
                for (int k = 0; k < SIDE * SIDE; k++)
                    values[i][k] = (uint16_t)ground;
                for (int k = 0; k < 2 && i > 0; k++)
                    values[i][dots[i][k].y * SIDE + dots[i][k].x] = (uint16_t)!ground;
            }
            struct block block;
            assert_true(block_encode(&block, &(struct film){frames, times, COUNT, true, lean}));
            const pmb_picture reel = {{block.bytes, (uint32_t)block.size, NULL}};
            const size_t bytes = pmb_reel_memory(&reel);
            uint8_t *memory = malloc(bytes);
            pmb_reel_player player;
            static uint8_t pixels[SIDE * SIDE * 2];
            pmb_canvas c;
            (void)pmb_canvas_init(&c, &pmb_rgb565, (pmb_rect){0, 0, SIDE, SIDE}, pixels,
                                  sizeof pixels);
            assert_int_equal(pmb_reel_open(&player, &reel, PMB_REEL_LOOP, memory, bytes), PMB_OK);
            for (int i = 0; i < 2 * COUNT; i++) {
                assert_int_equal(pmb_reel_advance(&player, (uint32_t)(10 * i + 5)), PMB_OK);
                pmb_reel_draw(&c, &player, (pmb_point){0, 0}, NULL);
                for (int k = 0; k < SIDE * SIDE; k++)
                    assert_int_equal(
                        pmb_canvas_peek(&c, (pmb_point){(int16_t)(k % SIDE), (int16_t)(k / SIDE)}),
                        values[i % COUNT][k] ? PMB_WHITE : PMB_BLACK);
            }
            free(memory);
            block_free(&block);
        }
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_ONE_BIT, every_frame_comes_back_at_its_time),
        test_without(PMB_ONE_BIT, late_frames_are_dropped_and_modes_go_round),
        test_without(PMB_ONE_BIT, two_players_do_not_disturb_each_other),
        test_without(PMB_ONE_BIT, reels_play_from_a_reader),
        cmocka_unit_test(a_palette_takes_less_memory),
        cmocka_unit_test(what_is_no_reel_is_refused),
        cmocka_unit_test(damaged_reels_end),
        cmocka_unit_test(what_takes_no_time_is_no_reel),
        test_without(PMB_ONE_BIT, a_reel_may_lose_its_card),
        test_without(PMB_ONE_BIT, even_ground_is_kept),
    };
    const int failed = cmocka_run_group_tests_name("learnt", tests, NULL, NULL);
    lean = true;
    return failed + cmocka_run_group_tests_name("by tables", tests, NULL, NULL);
}
