/* Touch sensors on the bench: where a finger is, calibrated and turned, and what it does. */
#include <stdio.h>
#include "pemble/bench.h"
#include "pemble/bench_touch.h"
#include "test.h"

static const pmb_panel_config kiosk = {
    .controller = &pmb_ili9341,
    .size = {240, 320},
    .bus = {.kind = &pmb_spi, .select = PMB_PIN(17), .data_command = PMB_PIN(20)},
    .reset = PMB_PIN(21),
};

/* On the panel's own bus, with a clock of its own. */
static const pmb_touch_config converter = {
    .kind = &pmb_xpt2046,
    .bus = {.hertz = 2000000, .select = PMB_PIN(22)},
    .interrupt = PMB_PIN(26),
};
static const pmb_touch_config film = {
    .kind = &pmb_touch_film,
    .x_plus = PMB_PIN(30),
    .x_minus = PMB_PIN(31),
    .y_plus = PMB_PIN(32),
    .y_minus = PMB_PIN(33),
};
static const pmb_touch_config ft6x36 = {
    .kind = &pmb_ft6x36, .interrupt = PMB_PIN(26), .reset = PMB_PIN(27)};
static const pmb_touch_config cst816 = {
    .kind = &pmb_cst816, .interrupt = PMB_PIN(26), .reset = PMB_PIN(27)};
static const pmb_touch_config gt911 = {
    .kind = &pmb_gt911, .interrupt = PMB_PIN(26), .reset = PMB_PIN(27)};
static const pmb_touch_config gt911_other = {
    .kind = &pmb_gt911, .bus = {.address = 0x14}, .interrupt = PMB_PIN(26), .reset = PMB_PIN(27)};
static const pmb_touch_config gt911_bare = {.kind = &pmb_gt911};
static const pmb_touch_config ft6x36_bare = {.kind = &pmb_ft6x36};

static const pmb_touch_config *const all[] = {&converter, &film,        &ft6x36,     &cst816,
                                              &gt911,     &gt911_other, &gt911_bare, &ft6x36_bare};

struct kiosk {
    pmb_bench *bench;
    const pmb_port *port;
    pmb_module *glass, *sensor;
    pmb_panel panel;
    pmb_touch touch;
};

static uint32_t now(const struct kiosk *k)
{
    return (uint32_t)(pmb_bench_now(k->bench) / 1000000);
}

static void pass(const struct kiosk *k, uint32_t ms)
{
    k->port->wait_us(k->port->context, ms * 1000);
}

static void begin_as(struct kiosk *k, const pmb_touch_config *config, const pmb_panel_config *panel)
{
    memset(k, 0, sizeof *k);
    k->bench = pmb_bench_new();
    k->port = pmb_bench_port(k->bench);
    k->glass = pmb_bench_place_panel(k->bench, panel);
    k->sensor = pmb_bench_place_touch(k->bench, config, panel->size);
    assert_non_null(k->sensor);
    assert_int_equal(pmb_panel_open(&k->panel, panel, k->port), PMB_OK);
    assert_int_equal(pmb_touch_open(&k->touch, config, k->port, &k->panel), PMB_OK);
}

static void end(struct kiosk *k)
{
    for (unsigned i = 0; i < pmb_module_complaint_count(k->sensor); i++)
        fail_msg("the sensor: %s", pmb_module_complaint(k->sensor, i));
    for (unsigned i = 0; i < pmb_module_complaint_count(k->glass); i++)
        fail_msg("the panel: %s", pmb_module_complaint(k->glass, i));
    pmb_bench_free(k->bench);
}

/* Polls for so long, every 5 ms, and notes the events as letters. */
static void poll(struct kiosk *k, uint32_t ms, char *told)
{
    static const char letters[] = {'-', 'p', 't', 'h', 'd', 's', 'r'};
    const uint32_t until = now(k) + ms;
    told += strlen(told);
    while ((int32_t)(until - now(k)) > 0) {
        const pmb_touch_event event = pmb_touch_poll(&k->touch, now(k));
        assert_int_equal(k->touch.status, PMB_OK);
        if (event != PMB_TOUCH_NOTHING && (event != PMB_TOUCH_DRAGGED || told[-1] != 'd')) {
            *told++ = letters[event];
            *told = '\0';
        }
        pass(k, 5);
    }
}

/* A person who touches each cross that is asked for, a little beside it. A bit of `missed` is a
 * cross that is missed the first time. Returns how many touches it took. */
static int calibrate(struct kiosk *k, unsigned missed)
{
    pmb_calibrator c;
    pmb_calibrator_begin(&c, &k->touch);
    for (int touches = 0; touches < 30;) {
        /* Where the cross lies on the glass: it is drawn unturned here. */
        pmb_point p = pmb_calibrator_cross(&c, c.cross);
        if (missed >> touches & 1)
            p = (pmb_point){(int16_t)(p.x + 50), (int16_t)(p.y - 30)};
        pmb_bench_touch(k->sensor, true, p.x, p.y);
        touches++;
        pmb_calibration_event event = PMB_CALIBRATION_NOTHING;
        for (int i = 0; i < 60; i++) {
            const pmb_calibration_event told = pmb_calibrator_poll(&c);
            event = told > event ? told : event;
            pass(k, 5);
            if (i == 30)
                pmb_bench_touch(k->sensor, false, 0, 0);
        }
        if (event == PMB_CALIBRATION_DONE)
            return touches;
        assert_int_equal(event, PMB_CALIBRATION_CHANGED);
    }
    return 0;
}

static int apart(int a, int b)
{
    return a < b ? b - a : a - b;
}

static void every_sensor_tells_where_the_finger_is(void **state)
{
    (void)state;
    for (size_t i = 0; i < LENGTH(all); i++) {
        struct kiosk k;
        begin_as(&k, all[i], &kiosk);
        const bool resistive = all[i] == &converter || all[i] == &film;
        if (resistive)
            assert_int_equal(calibrate(&k, 0), 5);
        char told[40] = "";
        poll(&k, 2500, told); /* long enough to fall asleep */
        assert_string_equal(told, "");
        static const pmb_point points[] = {{0, 0}, {239, 319}, {120, 160}, {7, 300}, {230, 11}};
        for (size_t n = 0; n < LENGTH(points); n++) {
            told[0] = '\0';
            pmb_bench_touch(k.sensor, true, points[n].x, points[n].y);
            poll(&k, 100, told);
            pmb_bench_touch(k.sensor, false, 0, 0);
            poll(&k, 100, told);
            assert_string_equal(told, "pt");
            const pmb_point at = k.touch.finger.at;
            const int most = resistive ? 2 : 0;
            if (apart(at.x, points[n].x) > most || apart(at.y, points[n].y) > most)
                fail_msg("sensor %zu: %d, %d for %d, %d", i, at.x, at.y, points[n].x, points[n].y);
        }
        end(&k);
    }
}

/* Films that are mounted in every way, worn and warm: within two pixels anywhere. */
static void a_calibration_is_within_two_pixels(void **state)
{
    (void)state;
    for (int way = 0; way < 16; way++) {
        struct kiosk k;
        begin_as(&k, way & 8 ? &film : &converter, &kiosk);
        pmb_bench_film mounted = pmb_bench_film_of(k.sensor);
        if (way & 1)
            mounted.left = 3700, mounted.right = 350;
        if (way & 2)
            mounted.top = 300, mounted.bottom = 3600;
        mounted.swapped = way & 4;
        mounted.skew = way * 9;
        mounted.drift = way * 5;
        mounted.noise = 10;
        pmb_bench_set_film(k.sensor, &mounted);
        assert_int_equal(calibrate(&k, 0), 5);
        char told[8];
        for (int n = 0; n < 40; n++) {
            const int x = n * 97 % 240, y = n * 61 % 320;
            told[0] = '\0';
            pmb_bench_touch(k.sensor, true, x, y);
            poll(&k, 40, told);
            if (apart(k.touch.finger.at.x, x) > 2 || apart(k.touch.finger.at.y, y) > 2)
                fail_msg("way %d: %d, %d for %d, %d", way, k.touch.finger.at.x, k.touch.finger.at.y,
                         x, y);
            pmb_bench_touch(k.sensor, false, 0, 0);
            poll(&k, 30, told);
            assert_string_equal(told, "pt");
        }
        end(&k);
    }
}

static void a_cross_that_was_missed_is_asked_for_again(void **state)
{
    (void)state;
    for (int wrong = 0; wrong < PMB_CALIBRATION_CROSSES; wrong++) {
        struct kiosk k;
        begin_as(&k, &converter, &kiosk);
        assert_int_equal(calibrate(&k, 1u << wrong), 6);
        char told[8] = "";
        pmb_bench_touch(k.sensor, true, 60, 270);
        poll(&k, 50, told);
        assert_in_range(k.touch.finger.at.x, 58, 62);
        assert_in_range(k.touch.finger.at.y, 268, 272);
        end(&k);
    }
}

/* With two that were missed it cannot know which: all are asked for again. */
static void after_two_misses_it_begins_anew(void **state)
{
    (void)state;
    struct kiosk k;
    begin_as(&k, &converter, &kiosk);
    assert_int_equal(calibrate(&k, 1u << 1 | 1u << 3), 2 * PMB_CALIBRATION_CROSSES);
    end(&k);
}

/* Of a finger that rests long on a cross the first two hundred samples count. */
static void a_long_touch_counts_from_its_beginning(void **state)
{
    (void)state;
    struct kiosk k;
    pmb_calibrator c;
    pmb_touch_sample first;
    begin_as(&k, &converter, &kiosk);
    pmb_bench_film quiet = pmb_bench_film_of(k.sensor);
    quiet.noise = 0;
    pmb_bench_set_film(k.sensor, &quiet);
    pmb_calibrator_begin(&c, &k.touch);
    const pmb_point p = pmb_calibrator_cross(&c, 0);
    pmb_bench_touch(k.sensor, true, p.x, p.y);
    pass(&k, 5);
    assert_int_equal(pmb_touch_sense(&k.touch, &first), PMB_OK);
    for (int i = 0; i < 220; i++) {
        if (i == 200)
            pmb_bench_touch(k.sensor, true, 200, 300);
        assert_int_equal(pmb_calibrator_poll(&c), PMB_CALIBRATION_NOTHING);
        pass(&k, 5);
    }
    pmb_bench_touch(k.sensor, false, 0, 0);
    pmb_calibration_event event = PMB_CALIBRATION_NOTHING;
    for (int i = 0; i < 60 && event == PMB_CALIBRATION_NOTHING; i++) {
        event = pmb_calibrator_poll(&c);
        pass(&k, 5);
    }
    assert_int_equal(event, PMB_CALIBRATION_CHANGED);
    assert_int_equal(c.samples[0].x, first.x);
    assert_int_equal(c.samples[0].y, first.y);
    end(&k);
}

/* A cross is not done while the finger is missed for a sample or two. */
static void a_touch_may_flicker(void **state)
{
    (void)state;
    struct kiosk k;
    pmb_calibrator c;
    begin_as(&k, &converter, &kiosk);
    pmb_calibrator_begin(&c, &k.touch);
    const pmb_point p = pmb_calibrator_cross(&c, 0);
    for (int i = 0; i < 40; i++) {
        pmb_bench_touch(k.sensor, i % 6 < 4, p.x, p.y);
        pass(&k, 5);
        assert_int_equal(pmb_calibrator_poll(&c), PMB_CALIBRATION_NOTHING);
    }
    pmb_bench_touch(k.sensor, false, 0, 0);
    pass(&k, 5);
    for (int up = 1; up <= 4; up++)
        assert_int_equal(pmb_calibrator_poll(&c),
                         up == 3 ? PMB_CALIBRATION_CHANGED : PMB_CALIBRATION_NOTHING);
    end(&k);
}

/* One electrode is open: all samples are in a line. */
static void a_film_that_is_broken_is_never_calibrated(void **state)
{
    (void)state;
    struct kiosk k;
    begin_as(&k, &converter, &kiosk);
    pmb_bench_film broken = pmb_bench_film_of(k.sensor);
    broken.top = broken.bottom = 2000;
    pmb_bench_set_film(k.sensor, &broken);
    assert_int_equal(calibrate(&k, 0), 0);
    assert_int_equal(k.touch.calibration.across[0], 0);
    end(&k);
}

static void paint_dot(pmb_canvas *c, void *scene)
{
    pmb_pixel(c, *(const pmb_point *)scene, PMB_WHITE);
}

/* However the picture is turned: what is drawn at the point that is told lies below the finger. */
static void positions_are_turned_with_the_picture(void **state)
{
    (void)state;
    for (int way = 0; way < 8; way++) {
        struct kiosk k;
        static uint8_t band[320 * 2 * 8];
        pmb_panel_config turned = kiosk;
        pmb_screen screen;
        turned.rotate = (pmb_rotation)(way % 4);
        turned.mirror = way >= 4;
        begin_as(&k, &ft6x36, &turned);
        char told[8] = "";
        pmb_bench_touch(k.sensor, true, 31, 87);
        poll(&k, 40, told);
        assert_int_equal(pmb_screen_init(&screen, &k.panel, band, sizeof band, NULL, 0), PMB_OK);
        assert_int_equal(pmb_screen_paint(&screen, paint_dot, &k.touch.finger.at), PMB_OK);
        const pmb_glass_view glass = pmb_module_glass(k.glass);
        int lit = 0;
        for (int i = 0; i < 240 * 320; i++)
            lit += glass.rgb[3 * i] > 60;
        assert_int_equal(lit, 1);
        assert_true(glass.rgb[3 * (87 * 240 + 31)] > 60);
        end(&k);
    }
}

/* The letters of what a finger does that is at each place from a time on; x < 0 is up. */
static void tell(pmb_finger *finger, const int (*plan)[3], size_t count, char *told)
{
    static const char letters[] = {'-', 'p', 't', 'h', 'd', 's', 'r'};
    size_t at = 0;
    char *from = told;
    for (int time = 0; time < 3000; time += 10) {
        while (at + 1 < count && time >= plan[at + 1][0])
            at++;
        pmb_point p = {(int16_t)plan[at][1], (int16_t)plan[at][2]};
        if (at + 1 < count && plan[at][1] >= 0 && plan[at + 1][1] >= 0) { /* moves there */
            const int part = (time - plan[at][0]) * 100 / (plan[at + 1][0] - plan[at][0]);
            p.x = (int16_t)(p.x + (plan[at + 1][1] - p.x) * part / 100);
            p.y = (int16_t)(p.y + (plan[at + 1][2] - p.y) * part / 100);
        }
        const pmb_touch_event event =
            pmb_finger_feed(finger, p.x >= 0, p, (uint32_t)time + 0xFFFFFE00u);
        if (event != PMB_TOUCH_NOTHING &&
            (event != PMB_TOUCH_DRAGGED || told == from || told[-1] != 'd'))
            *told++ = letters[event];
    }
    *told = '\0';
}

static void taps_holds_drags_and_swipes_are_told_apart(void **state)
{
    (void)state;
    static const struct {
        const char *told;
        pmb_way way;
        int plan[6][3];
        size_t count;
    } cases[] = {
        {"pt", PMB_WAY_NONE, {{0, -1, 0}, {100, 50, 50}, {200, -1, 0}}, 3},
        {"phr", PMB_WAY_NONE, {{0, -1, 0}, {100, 50, 50}, {1000, -1, 0}}, 3},
        {"pt", PMB_WAY_NONE, {{0, -1, 0}, {100, 50, 50}, {200, 54, 46}, {210, -1, 0}}, 4},
        {"pt",
         PMB_WAY_NONE,
         {{0, -1, 0}, {100, 50, 50}, {150, -1, 0}, {160, 50, 50}, {200, -1, 0}},
         5}, /* a bounce */
        {"pdr",
         PMB_WAY_NONE,
         {{0, -1, 0}, {100, 50, 50}, {1100, 120, 50}, {1500, 120, 50}, {1510, -1, 0}},
         5},
        {"pds", PMB_WAY_RIGHT, {{0, -1, 0}, {100, 50, 50}, {200, 150, 60}, {210, -1, 0}}, 4},
        {"pds", PMB_WAY_LEFT, {{0, -1, 0}, {100, 150, 50}, {200, 50, 60}, {210, -1, 0}}, 4},
        {"pds", PMB_WAY_UP, {{0, -1, 0}, {100, 50, 250}, {200, 60, 150}, {210, -1, 0}}, 4},
        {"pds", PMB_WAY_DOWN, {{0, -1, 0}, {100, 50, 50}, {200, 60, 150}, {210, -1, 0}}, 4},
        {"pd", PMB_WAY_NONE, {{0, -1, 0}, {100, 50, 50}, {3100, 60, 150}}, 3}, /* still down */
    };
    for (size_t i = 0; i < LENGTH(cases); i++) {
        pmb_finger finger = {0};
        char told[64];
        tell(&finger, cases[i].plan, cases[i].count, told);
        if (strcmp(told, cases[i].told) != 0 || finger.way != cases[i].way)
            fail_msg("case %zu: %s, way %d", i, told, finger.way);
    }
}

/* A speed is measured over 30 milliseconds or more, and a swipe is one of 150 pixels a second. */
static void speeds_are_measured_over_some_time(void **state)
{
    (void)state;
    static const struct {
        uint32_t ms;
        int16_t way, speed;
        pmb_touch_event event; /* of lifting; by then it is late enough in any case */
    } cases[] = {{29, 60, 0, PMB_TOUCH_SWIPED},        {30, 60, 2000, PMB_TOUCH_SWIPED},
                 {31, 62, 2000, PMB_TOUCH_SWIPED},     {100, -15, -150, PMB_TOUCH_SWIPED},
                 {1000, 149, 149, PMB_TOUCH_RELEASED}, {20000, 100, 10, PMB_TOUCH_RELEASED}};
    for (size_t i = 0; i < LENGTH(cases); i++)
        for (int down = 0; down < 2; down++) {
            pmb_finger f = {0};
            const pmb_point from = {100, 100};
            const int16_t way = cases[i].way;
            const pmb_point to = {(int16_t)(100 + !down * way), (int16_t)(100 + down * way)};
            assert_int_equal(pmb_finger_feed(&f, true, from, 0), PMB_TOUCH_PRESSED);
            assert_int_equal(pmb_finger_feed(&f, true, to, cases[i].ms), PMB_TOUCH_DRAGGED);
            assert_int_equal(down ? f.speed.y : f.speed.x, cases[i].speed);
            assert_int_equal(down ? f.speed.x : f.speed.y, 0);
            assert_int_equal(pmb_finger_feed(&f, false, to, cases[i].ms + 1), PMB_TOUCH_NOTHING);
            assert_int_equal(pmb_finger_feed(&f, false, to, cases[i].ms + 2), cases[i].event);
        }
}

static void a_hit_is_the_area_below_or_the_nearest_within_the_slack(void **state)
{
    (void)state;
    static const pmb_rect areas[] = {{10, 10, 20, 20}, {34, 10, 20, 20}, {100, 100, 0, 5}};
    assert_int_equal(pmb_touch_hit(areas, 3, (pmb_point){10, 29}, 0), 0);
    assert_int_equal(pmb_touch_hit(areas, 3, (pmb_point){30, 29}, 0), -1);
    assert_int_equal(pmb_touch_hit(areas, 3, (pmb_point){30, 29}, 1), 0);
    assert_int_equal(pmb_touch_hit(areas, 3, (pmb_point){32, 15}, 8), 1);
    assert_int_equal(pmb_touch_hit(areas, 3, (pmb_point){31, 15}, 8), 0);
    assert_int_equal(pmb_touch_hit(areas, 3, (pmb_point){2, 2}, 8), 0);
    assert_int_equal(pmb_touch_hit(areas, 3, (pmb_point){1, 2}, 8), -1);
    assert_int_equal(pmb_touch_hit(areas, 1, (pmb_point){40, 15}, 0), -1); /* the first only */
    assert_int_equal(pmb_touch_hit(areas, 3, (pmb_point){100, 102}, 8), -1);
    assert_int_equal(pmb_touch_hit(areas, 3, (pmb_point){32767, -32768}, 255), -1);
}

/* Noise that moves more than a finger: no position is told, rather than a wrong one. */
static void samples_that_do_not_agree_are_no_touch(void **state)
{
    (void)state;
    struct kiosk k;
    begin_as(&k, &converter, &kiosk);
    assert_int_equal(calibrate(&k, 0), 5);
    pmb_bench_film worn = pmb_bench_film_of(k.sensor);
    worn.noise = 900;
    pmb_bench_set_film(k.sensor, &worn);
    pmb_bench_touch(k.sensor, true, 100, 100);
    int wrong = 0;
    for (int i = 0; i < 200; i++) {
        pmb_touch_sample sample;
        assert_int_equal(pmb_touch_sense(&k.touch, &sample), PMB_OK);
        const pmb_point at = pmb_touch_place(&k.touch, &sample);
        wrong += sample.force > 0 && (apart(at.x, 100) > 40 || apart(at.y, 100) > 40);
    }
    assert_in_range(wrong, 0, 4);
    worn.noise = 6;
    worn.ohms = 6000; /* hardly touched */
    pmb_bench_set_film(k.sensor, &worn);
    pmb_touch_sample sample;
    assert_int_equal(pmb_touch_sense(&k.touch, &sample), PMB_OK);
    assert_int_equal(sample.force, 0);
    end(&k);
}

static void what_cannot_be_is_refused(void **state)
{
    (void)state;
    struct kiosk k;
    begin_as(&k, &converter, &kiosk);
    pmb_touch t;
    pmb_touch_config c = converter;
    assert_int_equal(pmb_touch_open(NULL, &c, k.port, &k.panel), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_touch_open(&t, NULL, k.port, &k.panel), PMB_ERR_ARGUMENT);
    c.bus.hertz = 0; /* the port's usual speed is too fast */
    assert_int_equal(pmb_touch_open(&t, &c, k.port, &k.panel), PMB_ERR_ARGUMENT);
    c.bus.hertz = 4000000;
    assert_int_equal(pmb_touch_open(&t, &c, k.port, &k.panel), PMB_ERR_ARGUMENT);
    c.bus.overclock = true;
    assert_int_equal(pmb_touch_open(&t, &c, k.port, &k.panel), PMB_OK);
    c.bus.select = PMB_PIN_NONE;
    assert_int_equal(pmb_touch_open(&t, &c, k.port, &k.panel), PMB_ERR_ARGUMENT);
    c = film;
    c.y_minus = PMB_PIN_NONE;
    assert_int_equal(pmb_touch_open(&t, &c, k.port, &k.panel), PMB_ERR_ARGUMENT);
    pmb_port poor = *k.port;
    poor.analog_read = NULL;
    assert_int_equal(pmb_touch_open(&t, &film, &poor, &k.panel), PMB_ERR_UNSUPPORTED);
    poor.spi = NULL;
    assert_int_equal(pmb_touch_open(&t, &converter, &poor, &k.panel), PMB_ERR_UNSUPPORTED);
    poor.i2c_read = NULL;
    static const pmb_touch_config *const on_i2c[] = {&ft6x36, &cst816, &gt911};
    for (size_t i = 0; i < LENGTH(on_i2c); i++)
        assert_int_equal(pmb_touch_open(&t, on_i2c[i], &poor, &k.panel), PMB_ERR_UNSUPPORTED);
    /* Nothing is there. */
    assert_int_equal(pmb_touch_open(&t, &ft6x36, k.port, &k.panel), PMB_ERR_NO_ANSWER);
    assert_int_equal(pmb_touch_open(&t, &gt911, k.port, &k.panel), PMB_ERR_NO_ANSWER);
    assert_int_equal(pmb_touch_open(&t, &cst816, k.port, &k.panel), PMB_OK); /* it may sleep */
    end(&k);
}

/* A shield: the film's electrodes are four of the panel's own pins. Touches are found between two
 * frames, and neither is disturbed. */
static void a_film_may_share_the_pins_of_a_parallel_panel(void **state)
{
    (void)state;
    static const pmb_pin lines[] = {PMB_PIN(40), PMB_PIN(41), PMB_PIN(42), PMB_PIN(43),
                                    PMB_PIN(44), PMB_PIN(45), PMB_PIN(46), PMB_PIN(47)};
    static const pmb_panel_config shield = {
        .controller = &pmb_ili9341,
        .size = {240, 320},
        .bus = {.kind = &pmb_parallel8,
                .select = PMB_PIN(50),
                .data_command = PMB_PIN(51),
                .strobe = PMB_PIN(52),
                .read = PMB_PIN(53),
                .lines = lines},
        .reset = PMB_PIN(54),
    };
    static const pmb_touch_config shared = {.kind = &pmb_touch_film,
                                            .x_plus = PMB_PIN(40),  /* D0 */
                                            .x_minus = PMB_PIN(51), /* D/C */
                                            .y_plus = PMB_PIN(50),  /* CS */
                                            .y_minus = PMB_PIN(41)};
    static uint8_t band[240 * 2 * 8];
    struct kiosk k;
    pmb_screen screen;
    begin_as(&k, &shared, &shield);
    assert_int_equal(pmb_screen_init(&screen, &k.panel, band, sizeof band, NULL, 0), PMB_OK);
    assert_int_equal(calibrate(&k, 0), 5);
    for (int i = 0; i < 3; i++) {
        char told[8] = "";
        const pmb_point p = {(int16_t)(40 + 70 * i), (int16_t)(250 - 90 * i)};
        pmb_bench_touch(k.sensor, true, p.x, p.y);
        poll(&k, 40, told);
        assert_int_equal(pmb_screen_paint(&screen, paint_dot, &k.touch.finger.at), PMB_OK);
        assert_true(apart(k.touch.finger.at.x, p.x) <= 2 && apart(k.touch.finger.at.y, p.y) <= 2);
        pmb_bench_touch(k.sensor, false, 0, 0);
        poll(&k, 40, told);
        assert_string_equal(told, "pt");
        const pmb_glass_view glass = pmb_module_glass(k.glass);
        int lit = 0;
        for (int n = 0; n < 240 * 320; n++)
            lit += glass.rgb[3 * n] > 60;
        assert_int_equal(lit, 1);
        const pmb_point at = k.touch.finger.at;
        assert_true(glass.rgb[3 * (at.y * 240 + at.x)] > 60);
    }
    end(&k);
}

/* Calibrations that were stored by something else. */
static void whatever_is_stored_a_point_is_on_the_screen(void **state)
{
    (void)state;
    struct kiosk k;
    begin_as(&k, &converter, &kiosk);
    uint32_t seed = 5;
    for (int i = 0; i < 100000; i++) {
        int32_t values[6];
        for (int n = 0; n < 6; n++) {
            seed = seed * 1664525u + 1013904223u;
            values[n] = (int32_t)(seed ^ seed << 13) >> seed % 31;
        }
        memcpy(&k.touch.calibration, values, sizeof values);
        const pmb_touch_sample s = {(uint16_t)(seed >> 3), (uint16_t)(seed >> 9), 1};
        const pmb_point p = pmb_touch_place(&k.touch, &s);
        assert_in_range(p.x, 0, 239);
        assert_in_range(p.y, 0, 319);
    }
    end(&k);
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_ONE_BIT, every_sensor_tells_where_the_finger_is),
        test_without(PMB_ONE_BIT, a_calibration_is_within_two_pixels),
        test_without(PMB_ONE_BIT, a_cross_that_was_missed_is_asked_for_again),
        test_without(PMB_ONE_BIT, after_two_misses_it_begins_anew),
        test_without(PMB_ONE_BIT, a_touch_may_flicker),
        test_without(PMB_ONE_BIT, a_long_touch_counts_from_its_beginning),
        test_without(PMB_ONE_BIT, a_film_that_is_broken_is_never_calibrated),
        test_without(PMB_ONE_BIT | PMB_NO_TURN, positions_are_turned_with_the_picture),
        cmocka_unit_test(taps_holds_drags_and_swipes_are_told_apart),
        cmocka_unit_test(speeds_are_measured_over_some_time),
        cmocka_unit_test(a_hit_is_the_area_below_or_the_nearest_within_the_slack),
        test_without(PMB_ONE_BIT, samples_that_do_not_agree_are_no_touch),
        test_without(PMB_ONE_BIT, what_cannot_be_is_refused),
        test_without(PMB_ONE_BIT, a_film_may_share_the_pins_of_a_parallel_panel),
        test_without(PMB_ONE_BIT, whatever_is_stored_a_point_is_on_the_screen),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
