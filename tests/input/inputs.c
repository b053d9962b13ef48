/* Keys, encoders, sticks and tilt sensors, by devices on the bench. */
#include <stdio.h>
#include "pemble/bench_inputs.h"
#include "test.h"

enum { BUTTON = PMB_PIN(5), A = PMB_PIN(6), B = PMB_PIN(7), X = PMB_PIN(26), Y = PMB_PIN(27) };

static void pass(const pmb_port *port, uint32_t microseconds)
{
    port->wait_us(port->context, microseconds);
}

static uint32_t now(const pmb_bench *bench)
{
    return (uint32_t)(pmb_bench_now(bench) / 1000000);
}

/* Whatever the time between two polls, a press is one press. */
static void a_key_let_go_that_was_not_down_does_not_bounce(void **state)
{
    (void)state;
    pmb_bench *bench = pmb_bench_new();
    const pmb_port *port = pmb_bench_port(bench);
    pmb_input *button = pmb_bench_place_input(bench, PMB_INPUT_BUTTON, BUTTON, PMB_PIN_NONE);
    assert_true(pmb_input_plan(button, 5, 0, 0));
    assert_true(pmb_input_plan(button, 50, 1, 0));
    assert_true(pmb_input_plan(button, 55, 1, 0));
    bool down = false;
    int changes = 0;
    while (now(bench) < 100) {
        const bool is_down = !port->pin_read(port->context, BUTTON);
        changes += is_down != down;
        assert_true(!is_down || now(bench) >= 50);
        down = is_down;
        pass(port, 100);
    }
    assert_true(down);
    assert_int_equal(changes, 3); /* it bounces once */
    pmb_bench_free(bench);
}

static void a_key_that_bounces_is_pressed_once(void **state)
{
    (void)state;
    for (uint32_t step = 100; step <= 20000; step = step * 3 / 2) {
        pmb_bench *bench = pmb_bench_new();
        const pmb_port *port = pmb_bench_port(bench);
        pmb_input *button = pmb_bench_place_input(bench, PMB_INPUT_BUTTON, BUTTON, PMB_PIN_NONE);
        pmb_push key = {.pin = BUTTON};
        int pressed = 0, held = 0, released = 0, clicked = 0;
        assert_true(pmb_input_plan(button, 50, 1, 0));
        assert_true(pmb_input_plan(button, 150, 0, 0));
        assert_true(pmb_input_plan(button, 300, 1, 0));
        assert_true(pmb_input_plan(button, 1300, 0, 0));
        assert_false(pmb_input_plan(button, 1200, 1, 0)); /* no way back */
        while (now(bench) < 1500) {
            const pmb_push_event event = pmb_push_poll(&key, port, now(bench));
            pressed += event == PMB_PUSH_PRESSED;
            held += event == PMB_PUSH_HELD;
            released += event == PMB_PUSH_RELEASED;
            clicked += event == PMB_PUSH_CLICKED;
            if (event == PMB_PUSH_HELD)
                assert_in_range(now(bench), 900, 942);
            pass(port, step);
        }
        assert_int_equal(pressed, 2);
        assert_int_equal(held, 1);
        assert_int_equal(released, 1); /* the long one */
        assert_int_equal(clicked, 1);
        assert_false(key.down);
        pmb_bench_free(bench);
    }
}

/* What a button tells when it is down from each odd time to the next, polled every 5 ms: letters.
 */
static void tell(pmb_push *button, const uint32_t *times, size_t count, char *told)
{
    static const char letters[] = {'-', 'p', 'c', 'd', 'h', 'r', 'u'};
    size_t at = 0;
    for (uint32_t now = 0; now < 3000; now += 5) {
        while (at < count && now >= times[at])
            at++;
        const pmb_push_event event =
            pmb_push_feed(button, at % 2, now + 0xFFFFFF00u); /* it wraps */
        if (event != PMB_PUSH_NOTHING)
            *told++ = letters[event];
    }
    *told = '\0';
}

static void clicks_doubles_and_repeats_are_told_apart(void **state)
{
    (void)state;
    static const struct {
        bool doubles;
        uint8_t repeat_ms;
        uint32_t times[6];
        size_t count;
        const char *told;
    } cases[] = {
        {false, 0, {100, 200}, 2, "pc"},
        {false, 0, {100, 1000}, 2, "phu"},
        {false, 100, {100, 1000}, 2, "phrru"}, /* 900 ms: held at 600, then at 700 and 800 */
        {false, 0, {100, 200, 300, 400}, 4, "pcpc"},
        {true, 0, {100, 200}, 2, "pc"},
        {true, 0, {100, 200, 300, 400}, 4, "ppd"},
        {true, 0, {100, 200, 600, 700}, 4, "pcpc"},
        {true, 0, {100, 200, 300, 400, 500, 600}, 6, "ppdpc"},
        {true, 0, {100, 1000, 1100, 1200}, 4, "phupc"},
        {true, 0, {100, 105, 300, 2000}, 4, "pphu"}, /* a press within the bounce of the first */
    };
    for (size_t i = 0; i < LENGTH(cases); i++) {
        pmb_push button = {.doubles = cases[i].doubles, .repeat_ms = cases[i].repeat_ms};
        char told[40];
        tell(&button, cases[i].times, cases[i].count, told);
        if (strcmp(told, cases[i].told) != 0)
            fail_msg("case %zu: %s, not %s", i, told, cases[i].told);
    }
}

/* Repeats come exactly as often as they are asked for, from the moment it is held. */
static void repeats_are_punctual(void **state)
{
    (void)state;
    pmb_push button = {.repeat_ms = 50};
    uint32_t pressed = 0;
    for (uint32_t now = 1000; now < 3000; now++) {
        const pmb_push_event event = pmb_push_feed(&button, true, now);
        if (event == PMB_PUSH_PRESSED)
            pressed = now;
        assert_int_equal(event == PMB_PUSH_HELD, now == pressed + PMB_PUSH_HOLD_MS);
        assert_int_equal(event == PMB_PUSH_REPEATED,
                         now > pressed + PMB_PUSH_HOLD_MS &&
                             (now - pressed - PMB_PUSH_HOLD_MS) % 50 == 0);
    }
}

/* A matrix of three rows and four columns: which keys are down, and which rows are low. */
static struct {
    uint16_t down;
    uint8_t low;
} matrix;
static const pmb_pin rows[] = {PMB_PIN(1), PMB_PIN(2), PMB_PIN(3)};
static const pmb_pin columns[] = {PMB_PIN(11), PMB_PIN(12), PMB_PIN(13), PMB_PIN(14)};

static void drive_row(void *context, pmb_pin pin, bool high)
{
    (void)context;
    assert_false(high); /* against a key that joins two rows */
    assert_int_equal(matrix.low, 0);
    matrix.low |= (uint8_t)(1u << (pmb_pin_number(pin) - 1));
}

static bool read_line(void *context, pmb_pin pin)
{
    const unsigned number = pmb_pin_number(pin);
    (void)context;
    if (number < 10) {
        matrix.low &= (uint8_t) ~(1u << (number - 1));
        return true;
    }
    for (unsigned row = 0; row < 3; row++)
        if (matrix.low >> row & 1 && matrix.down >> (row * 4 + number - 11) & 1)
            return false;
    return true;
}

static void a_keypad_tells_one_key_at_a_time(void **state)
{
    (void)state;
    const pmb_port port = {.pin_write = drive_row, .pin_read = read_line};
    static const struct {
        uint16_t down;
        int key; /* whose event it is; -1: there is none */
        pmb_push_event event;
    } steps[] = {{0, -1, PMB_PUSH_NOTHING},      {1 << 6, 6, PMB_PUSH_PRESSED},
                 {1 << 6, -1, PMB_PUSH_NOTHING}, {1 << 6 | 1 << 1, -1, PMB_PUSH_NOTHING},
                 {1 << 1, 6, PMB_PUSH_CLICKED},  {1 << 1, 1, PMB_PUSH_PRESSED},
                 {0, 1, PMB_PUSH_CLICKED},       {1 << 11, 11, PMB_PUSH_PRESSED},
                 {0, 11, PMB_PUSH_CLICKED},      {0, -1, PMB_PUSH_NOTHING}};
    pmb_keypad keypad = {.rows = rows, .columns = columns, .row_count = 3, .column_count = 4};
    for (size_t i = 0; i < LENGTH(steps); i++) {
        matrix.down = steps[i].down;
        const pmb_push_event event = pmb_keypad_poll(&keypad, &port, (uint32_t)(30 * i));
        assert_int_equal(event, steps[i].event);
        if (steps[i].key >= 0)
            assert_int_equal(keypad.key, steps[i].key);
        assert_int_equal(matrix.low, 0);
    }
}

/* A click that waits for a second one is told before another key is. */
static void a_second_key_does_not_double_the_first(void **state)
{
    (void)state;
    const pmb_port port = {.pin_write = drive_row, .pin_read = read_line};
    static const struct {
        uint16_t down;
        int key;
        pmb_push_event event;
    } steps[] = {{1 << 6, 6, PMB_PUSH_PRESSED},  {0, 6, PMB_PUSH_NOTHING},
                 {1 << 1, 6, PMB_PUSH_NOTHING},  {1 << 1, 6, PMB_PUSH_NOTHING},
                 {1 << 1, 6, PMB_PUSH_CLICKED},  {1 << 1, 1, PMB_PUSH_PRESSED},
                 {0, 1, PMB_PUSH_NOTHING},       {1 << 1, 1, PMB_PUSH_PRESSED},
                 {0, 1, PMB_PUSH_DOUBLE_CLICKED}};
    pmb_keypad keypad = {.rows = rows, .columns = columns, .row_count = 3, .column_count = 4};
    keypad.push.doubles = true;
    uint32_t now = 1000;
    for (size_t i = 0; i < LENGTH(steps); i++, now += 90) {
        matrix.down = steps[i].down;
        const pmb_push_event event = pmb_keypad_poll(&keypad, &port, now);
        if (event != steps[i].event || keypad.key != steps[i].key)
            fail_msg("step %zu: event %d of key %d", i, (int)event, keypad.key);
    }
}

static void a_knob_that_is_turned_fast_goes_further(void **state)
{
    (void)state;
    static const struct {
        uint32_t later;
        int8_t detents;
        int16_t counts;
    } steps[] = {{500, 1, 1}, {100, 1, 1}, {30, 1, 2},  {15, 1, 5},   {5, 1, 10},
                 {40, 2, 4},  {40, 1, 1},  {5, -1, -1}, {5, -1, -10}, {5, 0, 0}};
    pmb_encoder encoder = {.a = A, .b = B};
    uint32_t now = 0xFFFFFFF0u;
    for (size_t i = 0; i < LENGTH(steps); i++) {
        now += steps[i].later;
        assert_int_equal(pmb_encoder_accelerate(&encoder, steps[i].detents, now), steps[i].counts);
    }
}

static void a_stick_has_four_ways(void **state)
{
    (void)state;
    static const struct {
        int x, y;
        pmb_way way;
    } cases[] = {{0, 0, PMB_WAY_NONE},   {50, 0, PMB_WAY_NONE},  {70, 0, PMB_WAY_RIGHT},
                 {50, 0, PMB_WAY_RIGHT}, {30, 0, PMB_WAY_NONE},  {-90, 20, PMB_WAY_LEFT},
                 {0, 90, PMB_WAY_UP},    {0, -80, PMB_WAY_DOWN}, {-50, -55, PMB_WAY_DOWN}};
    pmb_bench *bench = pmb_bench_new();
    const pmb_port *port = pmb_bench_port(bench);
    pmb_input *lever = pmb_bench_place_input(bench, PMB_INPUT_STICK, X, Y);
    pmb_stick stick = {.across = X, .up = Y};
    for (size_t i = 1; i < LENGTH(cases); i++)
        assert_true(pmb_input_plan(lever, (uint32_t)(10 * i), cases[i].x, cases[i].y));
    for (size_t i = 0; i < LENGTH(cases); i++) {
        while (now(bench) < 5 + 10 * i)
            pass(port, 1000);
        assert_int_equal(pmb_stick_way(&stick, port), cases[i].way);
    }
    pmb_bench_free(bench);
}

static void an_encoder_counts_detents_both_ways(void **state)
{
    (void)state;
    pmb_bench *bench = pmb_bench_new();
    const pmb_port *port = pmb_bench_port(bench);
    pmb_input *knob = pmb_bench_place_input(bench, PMB_INPUT_ENCODER, A, B);
    pmb_encoder encoder = {.a = A, .b = B};
    int position = 0, most = 0;
    assert_true(pmb_input_plan(knob, 10, 5, 0));
    assert_true(pmb_input_plan(knob, 200, -2, 0));
    while (now(bench) < 400) {
        position += pmb_encoder_poll(&encoder, port);
        most = position > most ? position : most;
        if (now(bench) == 150)
            assert_int_equal(position, 5);
        pass(port, 500);
    }
    assert_int_equal(most, 5);
    assert_int_equal(position, -2);
    pmb_bench_free(bench);
}

/* A knob that is turned while a frame is sent, and nobody asks for it but the port. */
static struct {
    pmb_encoder knob;
    const pmb_port *port;
    pmb_gathered gathered;
    int detents;
} polled = {.knob = {.a = A, .b = B}};

static void poll_knob(void *context)
{
    (void)context;
    pmb_gather_detents(&polled.gathered, pmb_encoder_poll(&polled.knob, polled.port));
}

static void paint_light(pmb_canvas *c, void *scene)
{
    (void)scene;
    pmb_fill(c, PMB_WHITE);
}

enum way { BETWEEN, IDLE, INTERRUPT };

static int detents_while_painting(enum way way)
{
    static const pmb_panel_config oled = {
        .controller = &pmb_sh1106, .size = {128, 64}, .bus = {.kind = &pmb_i2c}};
    static uint8_t frame[1024];
    pmb_bench *bench = pmb_bench_new();
    pmb_module *module = pmb_bench_place_panel(bench, &oled);
    pmb_input *knob = pmb_bench_place_input(bench, PMB_INPUT_ENCODER, A, B);
    pmb_port port = *pmb_bench_port(bench);
    pmb_panel panel;
    pmb_screen screen;
    polled.port = &port;
    polled.knob.started = false;
    polled.detents = 0;
    port.idle = way == IDLE ? poll_knob : NULL;
    if (way == INTERRUPT) {
        assert_true(pmb_bench_interrupt(bench, A, poll_knob, NULL));
        assert_true(pmb_bench_interrupt(bench, B, poll_knob, NULL));
    }
    assert_int_equal(pmb_panel_open(&panel, &oled, &port), PMB_OK);
    assert_int_equal(pmb_screen_init(&screen, &panel, frame, sizeof frame, NULL, 0), PMB_OK);
    for (uint32_t i = 0; i < 20; i++) /* a detent each 25 ms: while a frame is sent */
        assert_true(pmb_input_plan(knob, now(bench) + 10 + 25 * i, (int)i + 1, 0));
    for (int i = 0; i < 24; i++) {
        if (way != INTERRUPT || i == 0)
            poll_knob(NULL);
        polled.detents += pmb_gathered_detents(&polled.gathered);
        assert_int_equal(pmb_screen_paint(&screen, paint_light, NULL), PMB_OK);
    }
    if (way != INTERRUPT)
        poll_knob(NULL);
    polled.detents += pmb_gathered_detents(&polled.gathered);
    assert_int_equal(pmb_module_complaint_count(module), 0);
    pmb_bench_free(bench);
    return polled.detents;
}

static void a_knob_loses_nothing_while_a_frame_is_sent(void **state)
{
    (void)state;
    assert_true(detents_while_painting(BETWEEN) < 20);
    assert_int_equal(detents_while_painting(IDLE), 20);
    assert_int_equal(detents_while_painting(INTERRUPT), 20);
}

static void what_is_gathered_is_taken_once_and_in_order(void **state)
{
    (void)state;
    pmb_gathered g = {0};
    for (int i = 0; i < 1000; i++) {
        const int8_t by = (int8_t)(i % 200 - 100);
        pmb_gather_detents(&g, by);
        pmb_gather_detents(&g, 3);
        assert_int_equal(pmb_gathered_detents(&g), by + 3);
        assert_int_equal(pmb_gathered_detents(&g), 0);
    }
    for (int round = 0; round < 20; round++) {
        for (int i = 0; i < 5; i++)
            pmb_gather_event(&g, (pmb_push_event)(i % 6)); /* 0: nothing */
        for (int i = 1; i < 5; i++)
            assert_int_equal(pmb_gathered_event(&g), i);
        assert_int_equal(pmb_gathered_event(&g), PMB_PUSH_NOTHING);
    }
    for (int i = 0; i < 20; i++)
        pmb_gather_event(&g, i < 7 ? PMB_PUSH_PRESSED : PMB_PUSH_HELD);
    for (int i = 0; i < 7; i++)
        assert_int_equal(pmb_gathered_event(&g), PMB_PUSH_PRESSED);
    assert_int_equal(pmb_gathered_event(&g), PMB_PUSH_NOTHING);
}

static void a_stick_rests_in_its_middle(void **state)
{
    (void)state;
    static const struct {
        int x, y, want_x, want_y;
    } cases[] = {{100, 100, 100, -100}, {-100, -100, -99, 99}, {5, -5, 0, 0},
                 {50, 0, 49, 0},        {0, -70, 0, 69},       {0, 0, 0, 0}};
    pmb_bench *bench = pmb_bench_new();
    const pmb_port *port = pmb_bench_port(bench);
    pmb_input *lever = pmb_bench_place_input(bench, PMB_INPUT_STICK, X, Y);
    pmb_stick stick = {.across = X, .up = Y};
    for (size_t i = 0; i < LENGTH(cases); i++)
        assert_true(pmb_input_plan(lever, (uint32_t)(10 + 10 * i), cases[i].x, cases[i].y));
    assert_int_equal(pmb_stick_poll(&stick, port).x, 0);
    for (size_t i = 0; i < LENGTH(cases); i++) {
        while (now(bench) < 15 + 10 * i)
            pass(port, 1000);
        const pmb_point p = pmb_stick_poll(&stick, port);
        assert_in_range(p.x - cases[i].want_x + 1, 0, 2);
        assert_in_range(p.y - cases[i].want_y + 1, 0, 2);
    }
    pmb_bench_free(bench);
}

static void a_tilt_sensor_tells_thousandths_of_g(void **state)
{
    (void)state;
    pmb_bench *bench = pmb_bench_new();
    const pmb_port *port = pmb_bench_port(bench);
    pmb_input *board = pmb_bench_place_input(bench, PMB_INPUT_TILT, X, Y);
    const pmb_tilt tilt = {.across = X, .down = Y};
    assert_int_equal(pmb_tilt_poll(&tilt, port).x, 0);
    assert_true(pmb_input_plan(board, 5, 500, -1000));
    assert_true(pmb_input_plan(board, 20, 9000, 3));
    pass(port, 6000);
    pmb_point p = pmb_tilt_poll(&tilt, port);
    assert_in_range(p.x, 498, 502);
    assert_in_range(-p.y, 998, 1002);
    pass(port, 20000);
    p = pmb_tilt_poll(&tilt, port);
    assert_int_equal(p.x, 2000);
    assert_in_range(p.y, 1, 4);
    pmb_bench_free(bench);
}

/* A port without these callbacks is no error. */
static void without_a_callback_nothing_happens(void **state)
{
    (void)state;
    const pmb_port none = {0};
    pmb_push key = {.pin = BUTTON};
    pmb_encoder encoder = {.a = A, .b = B};
    pmb_stick stick = {.across = X, .up = Y};
    assert_int_equal(pmb_push_poll(&key, &none, 5), PMB_PUSH_NOTHING);
    assert_int_equal(pmb_encoder_poll(&encoder, &none), 0);
    assert_int_equal(pmb_stick_poll(&stick, &none).x, 0);
    assert_int_equal(pmb_tilt_poll(&(pmb_tilt){.across = X, .down = Y}, &none).y, 0);
}

static void scripts_say_what_is_wrong(void **state)
{
    (void)state;
    static const struct {
        const char *text, *wrong;
    } cases[] = {
        {"time_ms,device,first,second\n10,button,1,\n20,encoder,3,\n", NULL},
        {"time_ms,device,first,second\n10,button,1,\n5,button,0,\n", ":3: is earlier"},
        {"time_ms,device,first,second\n10,pedal,1,\n", ":2: names none of"},
        {"time_ms,device,first,second\nbutton at ten\n", ":2: is not like"},
    };
    for (size_t i = 0; i < LENGTH(cases); i++) {
        pmb_bench *bench = pmb_bench_new();
        pmb_input *const devices[PMB_INPUT_DEVICES] = {
            pmb_bench_place_input(bench, PMB_INPUT_BUTTON, BUTTON, PMB_PIN_NONE)};
        FILE *f = fopen("inputs-test.csv", "w");
        fputs(cases[i].text, f);
        fclose(f);
        const char *wrong = pmb_inputs_read("inputs-test.csv", devices);
        if (cases[i].wrong)
            assert_non_null(strstr(wrong, cases[i].wrong));
        else
            assert_null(wrong);
        pmb_bench_free(bench);
    }
    remove("inputs-test.csv");
    pmb_input *const nothing[PMB_INPUT_DEVICES] = {NULL};
    assert_non_null(strstr(pmb_inputs_read("missing.csv", nothing), "missing.csv: "));
}

static bool levels[2];

static bool read_level(void *context, pmb_pin pin)
{
    (void)context;
    return levels[pin == B];
}

/* Quarter steps of a turn clockwise, from the detent: both high, A low, both low, B low. */
static int8_t at_quarter(pmb_encoder *encoder, int quarter)
{
    static const bool a[] = {true, false, false, true}, b[] = {true, true, false, false};
    const pmb_port port = {.pin_read = read_level};
    levels[0] = a[quarter & 3];
    levels[1] = b[quarter & 3];
    return pmb_encoder_poll(encoder, &port);
}

/* A poll that comes late misses steps. At the next detents nothing of that is left. */
static void an_encoder_finds_back_to_its_detents(void **state)
{
    (void)state;
    for (int direction = -1; direction <= 1; direction += 2) {
        pmb_encoder encoder = {.a = A, .b = B};
        assert_int_equal(at_quarter(&encoder, 0), 0);
        assert_int_equal(at_quarter(&encoder, 2), 0); /* two steps at once: it cannot know which */
        (void)at_quarter(&encoder, 2 + direction);
        (void)at_quarter(&encoder, 2 + 2 * direction); /* a detent */
        int turned = 0;
        for (int step = 1; step <= 40; step++) {
            const int8_t detents = at_quarter(&encoder, direction * step);
            turned += detents;
            assert_true(detents == 0 || step % 4 == 0);
        }
        assert_int_equal(turned, 10 * direction);
    }
}

/* A contact that trembles between two quarters adds nothing, wherever the knob rests. */
static void an_encoder_may_tremble(void **state)
{
    (void)state;
    for (int i = 0; i < 4 * 8; i++) {
        pmb_encoder encoder = {.a = A, .b = B};
        const int rest = i / 8, quarter = i % 8 - 4, way = quarter < 0 ? -1 : 1;
        int turned = at_quarter(&encoder, rest);
        for (int q = 0; q != quarter; q += way)
            turned += at_quarter(&encoder, rest + q + way);
        for (int k = 0; k < 20; k++)
            turned += at_quarter(&encoder, rest + quarter + (k + 1) % 2);
        for (int q = quarter; q != 0; q -= way)
            turned += at_quarter(&encoder, rest + q - way);
        assert_int_equal(turned, 0);
    }
}

/* Released later than a double click could be told, but before it is held. */
static void a_slow_second_click_is_a_click_of_its_own(void **state)
{
    (void)state;
    char told[40];
    pmb_push button = {.doubles = true};
    static const uint32_t times[] = {100, 150, 300, 700};
    tell(&button, times, LENGTH(times), told);
    assert_string_equal(told, "ppd");
}

static void a_keypad_may_have_no_keys(void **state)
{
    (void)state;
    const pmb_port deaf = {.pin_write = drive_row}, mute = {.pin_read = read_line};
    const pmb_port port = {.pin_write = drive_row, .pin_read = read_line};
    pmb_keypad keypad = {.rows = rows, .columns = columns, .row_count = 3, .column_count = 4};
    matrix.down = 1;
    matrix.low = 0;
    assert_int_equal(pmb_keypad_poll(&keypad, &deaf, 30), PMB_PUSH_NOTHING);
    assert_int_equal(pmb_keypad_poll(&keypad, &mute, 60), PMB_PUSH_NOTHING);
    keypad.column_count = 0;
    assert_int_equal(pmb_keypad_poll(&keypad, &port, 90), PMB_PUSH_NOTHING);
    keypad.column_count = 4;
    keypad.row_count = 0;
    assert_int_equal(pmb_keypad_poll(&keypad, &port, 120), PMB_PUSH_NOTHING);
    keypad.row_count = 3;
    assert_int_equal(pmb_keypad_poll(&keypad, &port, 150), PMB_PUSH_PRESSED);
}

static uint16_t voltage;

static uint16_t read_voltage(void *context, pmb_pin pin)
{
    (void)context;
    return pin == X ? voltage : 30000;
}

/* A stick that was switched on at its stop, and a sensor whose sensitivity is given. */
static void voltages_may_begin_at_their_end(void **state)
{
    (void)state;
    const pmb_port port = {.analog_read = read_voltage};
    pmb_stick stick = {.across = X, .up = Y};
    voltage = 0;
    assert_int_equal(pmb_stick_poll(&stick, &port).x, 0);
    assert_int_equal(stick.middle[1], 30000);
    voltage = 65535;
    assert_int_equal(pmb_stick_poll(&stick, &port).x, 100);
    stick = (pmb_stick){.across = X, .up = Y, .middle = {65535, 30000}};
    assert_int_equal(pmb_stick_poll(&stick, &port).x, 0);
    const pmb_tilt tilt = {.across = X, .down = Y, .per_g = 8000};
    voltage = 32768 + 4000;
    assert_int_equal(pmb_tilt_poll(&tilt, &port).x, 500);
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        cmocka_unit_test(a_key_let_go_that_was_not_down_does_not_bounce),
        cmocka_unit_test(a_key_that_bounces_is_pressed_once),
        cmocka_unit_test(clicks_doubles_and_repeats_are_told_apart),
        cmocka_unit_test(repeats_are_punctual),
        cmocka_unit_test(a_keypad_tells_one_key_at_a_time),
        cmocka_unit_test(a_second_key_does_not_double_the_first),
        cmocka_unit_test(a_knob_that_is_turned_fast_goes_further),
        cmocka_unit_test(a_stick_has_four_ways),
        test_without(PMB_PLAIN_PANELS, a_knob_loses_nothing_while_a_frame_is_sent),
        cmocka_unit_test(what_is_gathered_is_taken_once_and_in_order),
        cmocka_unit_test(an_encoder_counts_detents_both_ways),
        cmocka_unit_test(an_encoder_finds_back_to_its_detents),
        cmocka_unit_test(an_encoder_may_tremble),
        cmocka_unit_test(a_stick_rests_in_its_middle),
        cmocka_unit_test(a_tilt_sensor_tells_thousandths_of_g),
        cmocka_unit_test(without_a_callback_nothing_happens),
        cmocka_unit_test(scripts_say_what_is_wrong),
        cmocka_unit_test(a_slow_second_click_is_a_click_of_its_own),
        cmocka_unit_test(a_keypad_may_have_no_keys),
        cmocka_unit_test(voltages_may_begin_at_their_end),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
