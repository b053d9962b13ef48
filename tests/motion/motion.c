/* Easing, timelines, sprites, wire frames and the pacer. */
#include "test.h"
#include <math.h>
#include "encode.h"

#define PI 3.14159265358979

static double ease_in(pmb_easing easing, double t)
{
    switch (easing) {
    case PMB_QUADRATIC_IN:
        return t * t;
    case PMB_CUBIC_IN:
        return t * t * t;
    case PMB_BACK_IN:
        return t * t * (2.70158 * t - 1.70158);
    default:
        return t;
    }
}

static double eased(pmb_easing easing, double t)
{
    switch (easing) {
    case PMB_QUADRATIC_OUT:
        return 1 - ease_in(PMB_QUADRATIC_IN, 1 - t);
    case PMB_CUBIC_OUT:
        return 1 - ease_in(PMB_CUBIC_IN, 1 - t);
    case PMB_BACK_OUT:
        return 1 - ease_in(PMB_BACK_IN, 1 - t);
    case PMB_QUADRATIC_BOTH:
    case PMB_CUBIC_BOTH: {
        const pmb_easing in = easing == PMB_CUBIC_BOTH ? PMB_CUBIC_IN : PMB_QUADRATIC_IN;
        return t < 0.5 ? ease_in(in, 2 * t) / 2 : 1 - ease_in(in, 2 - 2 * t) / 2;
    }
    default:
        return ease_in(easing, t);
    }
}

static void ways_have_their_shapes(void **state)
{
    (void)state;
    for (int e = PMB_LINEAR; e <= PMB_BACK_OUT; e++)
        for (int16_t t = 0; t <= PMB_WHOLE; t = (int16_t)(t + 64)) {
            const double want = eased((pmb_easing)e, t / (double)PMB_WHOLE) * PMB_WHOLE;
            if (fabs(pmb_ease((pmb_easing)e, t) - want) > 4)
                fail_msg("easing %d at %d: %d, not %.1f", e, t, pmb_ease((pmb_easing)e, t), want);
        }
    for (int e = PMB_LINEAR; e <= PMB_BOUNCE_OUT; e++) {
        assert_in_range(pmb_ease((pmb_easing)e, 0) + 3, 0, 6);
        assert_in_range(pmb_ease((pmb_easing)e, PMB_WHOLE), PMB_WHOLE - 3, PMB_WHOLE + 3);
        assert_int_equal(pmb_ease((pmb_easing)e, -5), pmb_ease((pmb_easing)e, 0));
        assert_int_equal(pmb_ease((pmb_easing)e, 30000), pmb_ease((pmb_easing)e, PMB_WHOLE));
    }
}

static void a_bounce_touches_its_end_four_times(void **state)
{
    (void)state;
    int touches = 0;
    bool up = false;
    for (int16_t t = 0; t <= PMB_WHOLE; t++) {
        const int16_t at = pmb_ease(PMB_BOUNCE_OUT, t);
        assert_in_range(at + 3, 0, PMB_WHOLE + 6);
        if (at >= PMB_WHOLE - 4 && !up)
            touches++;
        up = at >= PMB_WHOLE - 4;
        assert_in_range(at + pmb_ease(PMB_BOUNCE_IN, (int16_t)(PMB_WHOLE - t)), PMB_WHOLE - 2,
                        PMB_WHOLE + 2);
    }
    assert_int_equal(touches, 4);
}

static void timelines_go_from_key_to_key(void **state)
{
    (void)state;
    static const pmb_key keys[] = {{1000, -50, PMB_LINEAR},
                                   {2000, 150, PMB_LINEAR},
                                   {2000, 10, PMB_LINEAR}, /* a jump */
                                   {3000, 1000010, PMB_QUADRATIC_IN}};
    assert_int_equal(pmb_timeline(keys, 4, 0), -50);
    assert_int_equal(pmb_timeline(keys, 4, 1000), -50);
    assert_int_equal(pmb_timeline(keys, 4, 1250), 0);
    assert_int_equal(pmb_timeline(keys, 4, 1500), 50);
    assert_int_equal(pmb_timeline(keys, 4, 2000), 10);
    assert_in_range(pmb_timeline(keys, 4, 2500), 249000, 251000);
    assert_int_equal(pmb_timeline(keys, 4, 3000), 1000010);
    assert_int_equal(pmb_timeline(keys, 4, UINT32_MAX), 1000010);
    assert_int_equal(pmb_timeline(keys, 1, 5), -50);
}

/* A picture of one colour. */
static struct block plain(uint16_t color, int w, int h)
{
    struct block block;
    uint16_t values[400];
    for (int i = 0; i < w * h; i++)
        values[i] = color;
    const struct pixels p = {.w = w, .h = h, .kind = PMB_PIXELS_COLOR, .values = values};
    assert_true(block_encode(&block, &(struct film){.frames = &p, .count = 1}));
    return block;
}

static pmb_sprite sprite_of(const pmb_picture *picture, int16_t x, int16_t y)
{
    pmb_sprite s;
    assert_int_equal(pmb_sprite_init(&s, picture, NULL, (pmb_point){x, y}), PMB_OK);
    return s;
}

static void sprites_move_by_their_velocity(void **state)
{
    (void)state;
    struct block block = plain(PMB_RED, 10, 6);
    const pmb_picture picture = {{block.bytes, (uint32_t)block.size, NULL}};
    pmb_sprite s = sprite_of(&picture, 100, 50);
    s.vx = 30;
    s.vy = -7;
    for (int i = 0; i < 100; i++)
        pmb_sprite_move(&s, 20);
    /* Two seconds; each step is rounded to a sixteenth. */
    assert_in_range(pmb_sprite_box(&s).x, 157, 163);
    assert_in_range(pmb_sprite_box(&s).y, 33, 39);
    assert_int_equal(pmb_sprite_box(&s).w, 10);
    s = sprite_of(&picture, 100, 50);
    s.vx = 10000;
    s.vy = -31; /* half a sixteenth a millisecond, and a little less */
    pmb_sprite_move(&s, 1000);
    assert_int_equal(s.x, 16 * 10100);
    pmb_sprite_move(&s, 1);
    assert_int_equal(s.y, 16 * (50 - 31));
    pmb_sprite_move(&s, 2000); /* no more than a second */
    assert_int_equal(s.x, 16 * (10100 + 10 + 10000));
    s.x = -9;
    assert_int_equal(pmb_sprite_box(&s).x, -1);
    s.x = -8;
    assert_int_equal(pmb_sprite_box(&s).x, 0);
    s.x = -24;
    assert_int_equal(pmb_sprite_box(&s).x, -1);
    s.x = -25;
    assert_int_equal(pmb_sprite_box(&s).x, -2);
    block_free(&block);
}

static void sprites_stay_in_their_bounds(void **state)
{
    (void)state;
    struct block block = plain(PMB_RED, 10, 6);
    const pmb_picture picture = {{block.bytes, (uint32_t)block.size, NULL}};
    for (int bounce = 0; bounce < 2; bounce++) {
        pmb_sprite s = sprite_of(&picture, 5, 5);
        int turns = 0;
        s.bounds = (pmb_rect){0, 0, 60, 40};
        s.bounce = bounce;
        s.vx = 90;
        s.vy = 70;
        for (int i = 0; i < 200; i++) {
            const int16_t before = s.vx;
            pmb_sprite_move(&s, 33);
            turns += s.vx != before;
            const pmb_rect box = pmb_sprite_box(&s);
            assert_true(box.x >= 0 && box.y >= 0 && box.x + 10 <= 60 && box.y + 6 <= 40);
        }
        if (bounce) {
            assert_in_range(turns, 10, 13); /* 6.6 s at 90 pixels a second over 50 */
            assert_int_equal(abs(s.vx), 90);
        } else {
            assert_int_equal(s.vx, 0);
            assert_int_equal(pmb_sprite_box(&s).x, 50);
            assert_int_equal(pmb_sprite_box(&s).y, 34);
        }
        s = sprite_of(&picture, 40, 5);
        s.bounds = (pmb_rect){0, 0, 60, 40};
        s.bounce = bounce;
        s.vx = 10;
        pmb_sprite_move(&s, 1000); /* as far as the edge, and no further */
        assert_int_equal(pmb_sprite_box(&s).x, 50);
        assert_int_equal(s.vx, 10);
        s.bounds = (pmb_rect){20, 20, 4, 4}; /* too narrow */
        s.vx = 100;
        pmb_sprite_move(&s, 1000);
        assert_int_equal(pmb_sprite_box(&s).x, 20);
    }
    block_free(&block);
}

static void boxes_touch_when_they_share_a_pixel(void **state)
{
    (void)state;
    struct block block = plain(PMB_RED, 10, 6);
    const pmb_picture picture = {{block.bytes, (uint32_t)block.size, NULL}};
    pmb_sprite a = sprite_of(&picture, 20, 20);
    for (int16_t dx = -12; dx <= 12; dx++)
        for (int16_t dy = -8; dy <= 8; dy++) {
            const pmb_sprite b = sprite_of(&picture, (int16_t)(20 + dx), (int16_t)(20 + dy));
            assert_int_equal(pmb_sprites_touch(&a, &b), abs(dx) < 10 && abs(dy) < 6);
        }
    block_free(&block);
}

static void deeper_sprites_are_drawn_later(void **state)
{
    (void)state;
    struct block red = plain(PMB_RED, 8, 8), green = plain(PMB_GREEN, 8, 8),
                 blue = plain(PMB_BLUE, 8, 8);
    const pmb_picture pictures[] = {{{red.bytes, (uint32_t)red.size, NULL}},
                                    {{green.bytes, (uint32_t)green.size, NULL}},
                                    {{blue.bytes, (uint32_t)blue.size, NULL}}};
    pmb_sprite sprites[3];
    static uint8_t pixels[32 * 32 * 2];
    uint8_t memory[4000];
    pmb_canvas c;
    for (int i = 0; i < 3; i++)
        sprites[i] = sprite_of(&pictures[i], (int16_t)(4 * i), 0);
    sprites[0].depth = 200;
    sprites[1].depth = 0;
    sprites[2].depth = 200;
    const pmb_sprite *const all[] = {&sprites[0], &sprites[1], &sprites[2]};
    (void)pmb_canvas_init(&c, &pmb_rgb565, (pmb_rect){0, 0, 32, 32}, pixels, sizeof pixels);
    assert_int_equal(pmb_sprites_draw(&c, all, 3, memory, sizeof memory), PMB_OK);
    assert_int_equal(pmb_canvas_peek(&c, (pmb_point){5, 3}), PMB_RED);  /* over green */
    assert_int_equal(pmb_canvas_peek(&c, (pmb_point){9, 3}), PMB_BLUE); /* over green */
    assert_int_equal(pmb_canvas_peek(&c, (pmb_point){14, 3}), PMB_BLUE);
    assert_int_equal(pmb_sprites_draw(&c, all, 3, memory, 1), PMB_ERR_ARGUMENT);
    block_free(&red);
    block_free(&green);
    block_free(&blue);
}

static void space_is_turned_as_it_should_be(void **state)
{
    (void)state;
    for (int i = 0; i < 400; i++) {
        const pmb_space p = {(int16_t)(i * 37 % 2000 - 1000), (int16_t)(i * 91 % 1600 - 800),
                             (int16_t)(i * 53 % 1800 - 900)};
        const pmb_angle a = (pmb_angle)(i * 977), b = (pmb_angle)(i * 1501),
                        c = (pmb_angle)(i * 4099);
        const double x = a * 2 * PI / 65536, y = b * 2 * PI / 65536, z = c * 2 * PI / 65536;
        const double py = p.y * cos(x) - p.z * sin(x), pz = p.y * sin(x) + p.z * cos(x);
        const double qx = p.x * cos(y) + pz * sin(y), qz = -p.x * sin(y) + pz * cos(y);
        const pmb_space got = pmb_space_turn(p, a, b, c);
        assert_true(fabs(got.x - (qx * cos(z) - py * sin(z))) < 2.5);
        assert_true(fabs(got.y - (qx * sin(z) + py * cos(z))) < 2.5);
        assert_true(fabs(got.z - qz) < 2.5);
    }
}

static void near_points_are_seen_larger(void **state)
{
    (void)state;
    const pmb_view view = {.distance = 1000, .zoom = 64, .middle = {50, 40}};
    pmb_point seen;
    assert_true(pmb_space_seen(&view, (pmb_space){256, -512, 0}, &seen));
    assert_int_equal(seen.x, 50 + 64);
    assert_int_equal(seen.y, 40 - 128);
    assert_true(pmb_space_seen(&view, (pmb_space){256, -512, -500}, &seen));
    assert_int_equal(seen.x, 50 + 128);
    assert_true(pmb_space_seen(&view, (pmb_space){256, 0, 1000}, &seen));
    assert_int_equal(seen.x, 50 + 32);
    assert_false(pmb_space_seen(&view, (pmb_space){0, 0, -990}, &seen));
    assert_false(pmb_space_seen(&view, (pmb_space){0, 0, -2000}, &seen));
}

static void wires_join_the_points_that_are_seen(void **state)
{
    (void)state;
    static const pmb_space points[] = {{-256, 0, 0}, {256, 0, 0}, {0, 0, -5000}};
    static const uint8_t lines[][2] = {{0, 1}, {1, 2}};
    static uint8_t pixels[80 * 60 * 2], want[80 * 60 * 2];
    const pmb_view view = {.distance = 1000, .zoom = 20, .middle = {40, 30}};
    pmb_canvas c, d;
    (void)pmb_canvas_init(&c, &pmb_rgb565, (pmb_rect){0, 0, 80, 60}, pixels, sizeof pixels);
    (void)pmb_canvas_init(&d, &pmb_rgb565, (pmb_rect){0, 0, 80, 60}, want, sizeof want);
    pmb_wire_draw(&c, &view, points, lines, 2, PMB_WHITE);
    pmb_line(&d, (pmb_point){20, 30}, (pmb_point){60, 30}, PMB_WHITE);
    assert_memory_equal(pixels, want, sizeof want);
    /* Each line has its own two ends. */
    static const uint8_t apart[][2] = {{0, 1}, {3, 4}};
    static const pmb_space four[] = {
        {-256, 0, 0}, {256, 0, 0}, {0, 0, -5000}, {-256, 256, 0}, {256, 512, 0}};
    memset(pixels, 0, sizeof pixels);
    pmb_wire_draw(&c, &view, four, apart, 2, PMB_WHITE);
    pmb_line(&d, (pmb_point){20, 50}, (pmb_point){60, 70}, PMB_WHITE);
    assert_memory_equal(pixels, want, sizeof want);
}

static void the_pacer_waits_for_the_rate_and_counts(void **state)
{
    (void)state;
    pmb_pacer p;
    uint32_t now = UINT32_MAX - 30000; /* the time wraps on the way */
    pmb_pacer_init(&p, 50, now);
    for (int i = 0; i < 10; i++) {
        pmb_pacer_draw(&p, now);
        pmb_pacer_send(&p, now += 4000);
        const uint32_t wait = pmb_pacer_done(&p, now += 6000);
        assert_int_equal(wait, 10000);
        now += wait;
    }
    assert_int_equal(p.late, 0);
    assert_int_equal(pmb_pacer_drawing(&p), 20);
    assert_int_equal(pmb_pacer_sending(&p), 30);
    pmb_pacer_draw(&p, now);
    pmb_pacer_send(&p, now += 25000);
    assert_int_equal(pmb_pacer_done(&p, now += 1000), 0); /* too late */
    assert_int_equal(p.late, 1);
    pmb_pacer_draw(&p, now);
    pmb_pacer_send(&p, now += 1000);
    assert_int_equal(pmb_pacer_done(&p, now += 1000), 18000); /* nothing is made up for */
    assert_int_equal(p.frames, 12);
}

/* A frame after three quarters of an hour, as behind a menu: it is late, and the next is in time.
 */
static void after_a_long_pause_nothing_waits(void **state)
{
    (void)state;
    pmb_pacer p;
    uint32_t now = 5;
    pmb_pacer_init(&p, 50, now);
    pmb_pacer_draw(&p, now);
    pmb_pacer_send(&p, now += 2700u * 1000000);
    assert_int_equal(pmb_pacer_done(&p, now += 1000), 0);
    assert_int_equal(p.late, 1);
    pmb_pacer_draw(&p, now);
    pmb_pacer_send(&p, now += 2000);
    assert_int_equal(pmb_pacer_done(&p, now += 1000), 17000);
    pmb_pacer_init(&p, 50, now); /* sums of such times are halved before they are too large */
    for (int i = 0; i < 3; i++) {
        pmb_pacer_draw(&p, now);
        pmb_pacer_send(&p, now += 2000u * 1000000);
        (void)pmb_pacer_done(&p, now += 1000u * 1000000);
        assert_in_range(pmb_pacer_drawing(&p), 66, 67);
        assert_in_range(pmb_pacer_sending(&p), 33, 34);
    }
}

/* A week at 30 frames a second, of which each begins when it is due; microseconds wrap 140 times.
 */
static void a_week_of_frames_does_not_drift(void **state)
{
    (void)state;
    pmb_pacer p;
    uint64_t now = 12345;
    pmb_pacer_init(&p, 30, (uint32_t)now);
    const uint64_t frames = 7ull * 24 * 3600 * 30;
    for (uint64_t i = 0; i < frames; i++) {
        const uint32_t drawing = (uint32_t)(i * 7919 % 15000), sending = (uint32_t)(i % 9000);
        pmb_pacer_draw(&p, (uint32_t)now);
        pmb_pacer_send(&p, (uint32_t)(now += drawing));
        now += sending;
        now += pmb_pacer_done(&p, (uint32_t)now);
    }
    assert_true(now == 12345 + frames * (1000000 / 30));
    assert_int_equal(p.late, 0);
    assert_in_range(pmb_pacer_drawing(&p), 20, 24);
}

/* Who does not wait is not kept waiting later. */
static void a_wait_is_never_longer_than_a_frame(void **state)
{
    (void)state;
    pmb_pacer p;
    uint32_t now = UINT32_MAX - 40000;
    pmb_pacer_init(&p, 50, now);
    for (int i = 0; i < 100; i++) {
        pmb_pacer_draw(&p, now);
        pmb_pacer_send(&p, now += 500);
        assert_in_range(pmb_pacer_done(&p, now += 500), 19000, 20000);
    }
    assert_int_equal(p.late, 0);
}

/* Rates are 1 to 1000 frames a second, and what was counted stops at the largest number. */
static void rates_and_counts_have_limits(void **state)
{
    (void)state;
    pmb_pacer p;
    pmb_pacer_init(&p, 0, 100);
    assert_int_equal(pmb_pacer_drawing(&p), 0); /* nothing was drawn yet */
    assert_int_equal(pmb_pacer_sending(&p), 0);
    pmb_pacer_draw(&p, 100);
    pmb_pacer_send(&p, 200);
    assert_int_equal(pmb_pacer_done(&p, 300), 999800);
    pmb_pacer_init(&p, 1001, 0);
    assert_int_equal(pmb_pacer_done(&p, 0), 1000);
    assert_int_equal(pmb_pacer_done(&p, 0), 1000); /* early by a whole frame */
    assert_int_equal(p.late, 0);
    uint32_t now = 0;
    for (uint32_t i = 0; i <= UINT16_MAX + 2u; i++) {
        pmb_pacer_draw(&p, now);
        pmb_pacer_send(&p, now);
        assert_int_equal(pmb_pacer_done(&p, now += 5000), 0);
    }
    assert_int_equal(p.late, UINT16_MAX);
    assert_int_equal(p.frames, UINT16_MAX);
}

/* What lies far beside the view is seen at the edge of what can be counted. */
static void points_far_away_are_at_the_edge(void **state)
{
    (void)state;
    const pmb_view view = {.distance = 1000, .zoom = 30000, .middle = {50, 40}};
    pmb_point seen;
    assert_true(pmb_space_seen(&view, (pmb_space){30000, -30000, -900}, &seen));
    assert_int_equal(seen.x, 32767);
    assert_int_equal(seen.y, -32768);
}

static void lines_from_behind_are_not_drawn(void **state)
{
    (void)state;
    static const pmb_space points[] = {{-256, 0, 0}, {0, 0, -5000}, {0, 9, -5000}};
    static const uint8_t lines[][2] = {{1, 0}, {0, 1}, {1, 2}};
    static uint8_t pixels[80 * 60 * 2];
    const pmb_view view = {.distance = 1000, .zoom = 20, .middle = {40, 30}};
    pmb_canvas c;
    (void)pmb_canvas_init(&c, &pmb_rgb565, (pmb_rect){0, 0, 80, 60}, pixels, sizeof pixels);
    pmb_wire_draw(&c, &view, points, lines, 3, PMB_WHITE);
    for (size_t i = 0; i < sizeof pixels; i++)
        assert_int_equal(pixels[i], 0);
}

static void timelines_go_down_as_they_go_up(void **state)
{
    (void)state;
    static const pmb_key down[] = {{0, 100, PMB_LINEAR}, {1000, -101, PMB_LINEAR}};
    static const pmb_key up[] = {{0, -100, PMB_LINEAR}, {1000, 101, PMB_LINEAR}};
    for (uint32_t at = 0; at <= 1000; at += 50)
        assert_int_equal(pmb_timeline(down, 2, at), -pmb_timeline(up, 2, at));
}

static void a_sprite_needs_a_picture_that_is_whole(void **state)
{
    (void)state;
    static const uint8_t bytes[40] = "no picture";
    const pmb_picture broken = {{bytes, sizeof bytes, NULL}};
    pmb_sprite s = {.x = 5};
    assert_int_equal(pmb_sprite_init(&s, &broken, NULL, (pmb_point){1, 2}), PMB_ERR_DATA);
    assert_int_equal(s.x, 5);
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        cmocka_unit_test(ways_have_their_shapes),
        cmocka_unit_test(a_bounce_touches_its_end_four_times),
        cmocka_unit_test(timelines_go_from_key_to_key),
        cmocka_unit_test(sprites_move_by_their_velocity),
        cmocka_unit_test(sprites_stay_in_their_bounds),
        cmocka_unit_test(boxes_touch_when_they_share_a_pixel),
        cmocka_unit_test(deeper_sprites_are_drawn_later),
        cmocka_unit_test(space_is_turned_as_it_should_be),
        cmocka_unit_test(near_points_are_seen_larger),
        cmocka_unit_test(wires_join_the_points_that_are_seen),
        cmocka_unit_test(the_pacer_waits_for_the_rate_and_counts),
        cmocka_unit_test(after_a_long_pause_nothing_waits),
        cmocka_unit_test(a_wait_is_never_longer_than_a_frame),
        cmocka_unit_test(a_week_of_frames_does_not_drift),
        cmocka_unit_test(rates_and_counts_have_limits),
        cmocka_unit_test(points_far_away_are_at_the_edge),
        test_without(PMB_ONE_BIT, lines_from_behind_are_not_drawn),
        cmocka_unit_test(timelines_go_down_as_they_go_up),
        cmocka_unit_test(a_sprite_needs_a_picture_that_is_whole),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
