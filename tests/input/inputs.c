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
static void a_key_that_bounces_is_pressed_once(void **state)
{
    (void)state;
    for (uint32_t step = 100; step <= 20000; step = step * 3 / 2) {
        pmb_bench *bench = pmb_bench_new();
        const pmb_port *port = pmb_bench_port(bench);
        pmb_input *button = pmb_bench_place_input(bench, PMB_INPUT_BUTTON, BUTTON, PMB_PIN_NONE);
        pmb_push key = {.pin = BUTTON};
        int pressed = 0, held = 0, released = 0;
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
            if (event == PMB_PUSH_HELD)
                assert_in_range(now(bench), 900, 942);
            pass(port, step);
        }
        assert_int_equal(pressed, 2);
        assert_int_equal(held, 1);
        assert_int_equal(released, 2);
        assert_false(key.down);
        pmb_bench_free(bench);
    }
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
        pmb_input *const devices[4] = {
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
    pmb_input *const nothing[4] = {NULL};
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

int main(void)
{
    const struct CMUnitTest tests[] = {
        cmocka_unit_test(a_key_that_bounces_is_pressed_once),
        cmocka_unit_test(an_encoder_counts_detents_both_ways),
        cmocka_unit_test(an_encoder_finds_back_to_its_detents),
        cmocka_unit_test(a_stick_rests_in_its_middle),
        cmocka_unit_test(a_tilt_sensor_tells_thousandths_of_g),
        cmocka_unit_test(without_a_callback_nothing_happens),
        cmocka_unit_test(scripts_say_what_is_wrong),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
