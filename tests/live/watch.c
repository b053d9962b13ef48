/* A bench that is watched: what a session shows of a program, and what reaches the program. */
#include "test.h"

#include <signal.h>
#include <stdlib.h>
#include <unistd.h>
#include "control.h"
#include "image.h"
#include "pemble/bench_inputs.h"
#include "pemble/bench_live.h"
#include "pemble/bench_touch.h"
#include "shell.h"

enum { BUTTON = PMB_PIN(5), KNOB_A = PMB_PIN(6), KNOB_B = PMB_PIN(7), LAMP = PMB_PIN(30) };

static const pmb_panel_config tft = {
    .controller = &pmb_st7789,
    .size = {240, 240},
    .bus = {.kind = &pmb_spi,
            .hertz = 20000000,
            .select = PMB_PIN(17),
            .data_command = PMB_PIN(20)},
    .reset = PMB_PIN(21),
    .rotate = PMB_ROTATE_90,
};
static const pmb_touch_config sensor = {.kind = &pmb_cst816, .reset = PMB_PIN(11)};

/* What the program below shows: a square for each thing that has happened. */
struct seen {
    bool pressed, touched;
    int turned, reading;
    pmb_point finger;
};

static void paint(pmb_canvas *c, void *scene)
{
    const struct seen *s = scene;
    pmb_fill(c, PMB_BLACK);
    if (s->pressed)
        pmb_rect_fill(c, (pmb_rect){0, 0, 10, 10}, PMB_RGB(255, 0, 0));
    pmb_rect_fill(c, (pmb_rect){0, 20, (int16_t)(10 * s->turned), 10}, PMB_RGB(0, 255, 0));
    pmb_rect_fill(c, (pmb_rect){0, 40, (int16_t)s->reading, 10}, PMB_RGB(0, 0, 255));
    if (s->touched)
        pmb_rect_fill(c, (pmb_rect){s->finger.x, s->finger.y, 1, 1}, PMB_WHITE);
}

/* A program on a rotated panel with a touch sensor, a button, a knob, a lamp and a reading. Its end
 * depends on the reading: 99 kills it, 98 returns 3. */
static int program(void *user)
{
    static uint16_t frame[240 * 240];
    static pmb_tile tiles[PMB_TILES(240, 240)];
    static struct seen s;
    pmb_panel panel;
    pmb_screen screen;
    pmb_touch touch;
    pmb_bench *bench = pmb_bench_new(), *other = pmb_bench_new();
    const pmb_port *port = pmb_bench_port(bench);
    pmb_module_set_label(pmb_bench_place_panel(bench, &tft), "quay");
    (void)pmb_bench_place_touch(bench, &sensor, tft.size);
    (void)pmb_bench_place_input(bench, PMB_INPUT_BUTTON, BUTTON, PMB_PIN_NONE);
    (void)pmb_bench_place_input(bench, PMB_INPUT_ENCODER, KNOB_A, KNOB_B);
    if (!pmb_bench_is_live(bench) || pmb_bench_is_live(other) ||
        pmb_panel_open(&panel, &tft, port) != PMB_OK ||
        pmb_screen_init(&screen, &panel, frame, sizeof frame, tiles, LENGTH(tiles)) != PMB_OK ||
        pmb_touch_open(&touch, &sensor, port, &panel) != PMB_OK)
        return 4;
    pmb_push button = {.pin = BUTTON};
    pmb_encoder knob = {.a = KNOB_A, .b = KNOB_B};
    for (;;) {
        const uint32_t now = (uint32_t)(pmb_bench_now(bench) / 1000000);
        s.turned += pmb_encoder_poll(&knob, port);
        (void)pmb_push_poll(&button, port, now);
        s.pressed = button.down;
        s.reading = pmb_bench_reading(bench, "tide", 0, 100, 50);
        if (pmb_touch_poll(&touch, now) == PMB_TOUCH_PRESSED)
            s.finger = touch.finger.at;
        s.touched = s.touched || touch.finger.down;
        port->pin_write(port->context, LAMP, s.pressed);
        pmb_bench_sound(bench, s.pressed ? 440 : 0);
        if (s.reading == 99)
            raise(SIGKILL); /* cmocka catches the others */
        if (s.reading == 98)
            return 3;
        if (s.reading == 97) { /* a pulse that is too short for a reset */
            port->pin_write(port->context, tft.reset, false);
            port->pin_write(port->context, tft.reset, true);
        }
        if (pmb_screen_paint(&screen, paint, &s) != PMB_OK)
            return 5;
        if (user)
            printf("painted\n");
        port->wait_us(port->context, 1000);
    }
}

/* No bench at all. */
static int no_program(void *user)
{
    (void)user;
    return 0;
}

static struct session session;
static struct control control;

static void begin(session_body body)
{
    session_init(&session, "quay");
    control = (struct control){.session = &session, .directory = shell_directory()};
    session.thousandths = 0; /* as fast as this machine can */
    assert_true(session_start(&session, body, NULL));
}

/* Waits until something is so; a test that waits for ever has failed. */
static void until(bool (*is_so)(void))
{
    const uint64_t end = real_nanoseconds() + 20000000000u;
    while (!is_so()) {
        session_wait(&session, 10);
        assert_true(real_nanoseconds() < end);
    }
}

static uint32_t color_at(int x, int y)
{
    const struct glass *g = session_glass(&session, 0);
    const uint8_t *p = g->rgb + 3 * (y * g->width + x);
    return (uint32_t)p[0] << 16 | (uint32_t)p[1] << 8 | p[2];
}

static bool is_painted(void)
{
    return session.glass_count == 1 && session.glasses[0].now.rgb && color_at(49, 40) == 0x0000FF &&
           session.device_count == 2 && session.moment.now > 0;
}

static void the_glass_is_shown_upright(void **state)
{
    (void)state;
    begin(program);
    until(is_painted);
    assert_int_equal(color_at(49, 40), 0x0000FF);
    assert_int_equal(color_at(50, 40), 0x000000);
    assert_string_equal(session.glasses[0].module.label, "quay");
    assert_int_equal(session.glasses[0].module.touchable, 1);
    assert_int_equal(session.devices[0].kind, PMB_INPUT_BUTTON);
    assert_int_equal(session.devices[1].kind, PMB_INPUT_ENCODER);
    assert_int_equal(session.readings[0].value, 50);
    assert_string_equal(session.readings[0].name, "tide");
    session_close(&session);
    assert_int_equal(session.child, 0);
}

static bool is_pressed(void)
{
    return color_at(5, 5) == 0xFF0000 && session.moment.hertz == 440;
}

static bool is_released(void)
{
    return color_at(5, 5) == 0 && session.moment.hertz == 0;
}

static bool is_turned(void)
{
    return color_at(29, 25) == 0x00FF00 && color_at(30, 25) == 0;
}

static bool is_turned_back(void)
{
    return color_at(19, 25) == 0x00FF00 && color_at(20, 25) == 0;
}

static void what_a_person_does_reaches_the_program(void **state)
{
    (void)state;
    begin(program);
    until(is_painted);
    assert_true(control_device_key(&control, KEY_BUTTON, true));
    until(is_pressed);
    assert_int_equal(session.moment.lamp_count, 1);
    assert_int_equal(session.moment.lamps[0].pin, 30);
    assert_int_equal(session.moment.lamps[0].lit, 1);
    assert_true(control_device_key(&control, KEY_BUTTON, false));
    until(is_released);
    assert_int_equal(session.moment.lamps[0].lit, 0);
    for (int i = 0; i < 3; i++)
        assert_true(control_device_key(&control, KEY_KNOB_FORTH, true));
    until(is_turned);
    assert_true(control_device_key(&control, KEY_KNOB_BACK, true));
    until(is_turned_back);
    assert_false(control_device_key(&control, KEY_LEFT, true)); /* there is no stick */
    assert_false(control_device_key(&control, KEY_BUTTON + 1, true));
    session_close(&session);
}

static bool is_touched(void)
{
    return color_at(200, 31) == 0xFFFFFF;
}

static void a_finger_is_where_it_was_put_on_the_upright_glass(void **state)
{
    (void)state;
    begin(program);
    until(is_painted);
    control_finger(&control, 0, true, 200, 31);
    until(is_touched);
    control_finger(&control, 0, false, 0, 0);
    session_close(&session);
}

static bool is_seventy(void)
{
    return color_at(69, 45) == 0x0000FF && color_at(70, 45) == 0;
}

static bool is_a_hundred(void)
{
    return color_at(99, 45) == 0x0000FF;
}

static void a_reading_is_set_within_its_limits(void **state)
{
    (void)state;
    begin(program);
    until(is_painted);
    control_set(&control, 0, 70);
    until(is_seventy);
    control_set(&control, 0, 1000);
    assert_int_equal(session.readings[0].value, 100);
    until(is_a_hundred);
    session_close(&session);
}

static uint64_t aim;

static bool is_later(void)
{
    return session.moment.now > aim;
}

static void let_pass(uint64_t milliseconds)
{
    aim = session.moment.now + milliseconds * 1000000;
    until(is_later);
}

static bool is_paused(void)
{
    return session.moment.paused;
}

static void paused_it_stands_still_and_a_step_ends_with_a_picture(void **state)
{
    (void)state;
    begin(program);
    until(is_painted);
    control_do(&control, ACT_PAUSE);
    until(is_paused);
    const uint64_t then = session.moment.now;
    for (int i = 0; i < 10; i++)
        session_wait(&session, 10);
    assert_int_equal(session.moment.now, then);
    control_set(&control, 0, 70);
    control_do(&control, ACT_STEP);
    until(is_seventy);
    aim = then;
    until(is_later);
    until(is_paused);
    const uint64_t stepped = session.moment.now;
    assert_true(stepped > then);
    for (int i = 0; i < 10; i++)
        session_wait(&session, 10);
    assert_int_equal(session.moment.now, stepped);
    control_do(&control, ACT_PAUSE);
    control_set(&control, 0, 100);
    until(is_a_hundred);
    session_close(&session);
}

static void the_past_can_be_seen_again(void **state)
{
    (void)state;
    begin(program);
    until(is_painted);
    let_pass(500);
    const uint64_t then = session.moment.now;
    let_pass(500);
    control_set(&control, 0, 70);
    until(is_seventy);
    control_show(&control, then);
    assert_int_equal(color_at(49, 45), 0x0000FF);
    assert_int_equal(color_at(50, 45), 0);
    assert_true(session.paused);
    assert_in_range(control_position(&control), 1, 999);
    control_do(&control, ACT_NOW);
    assert_true(is_seventy());
    assert_false(session.paused);
    assert_int_equal(control_position(&control), 1000);
    session_close(&session);
}

/* Half a minute of changes: what is older than a minute goes, and what is left is still right. */
static void the_past_is_a_minute_long(void **state)
{
    (void)state;
    struct history *h = history_new();
    uint8_t pixels[3 * 4 * 4] = {0}, back[3 * 4 * 4];
    struct glass now = {4, 4, pixels}, then = {4, 4, back};
    for (unsigned i = 0; i < 3000; i++) {
        const struct feed_area area = {(uint16_t)(i % 4), (uint16_t)(i / 4 % 4), 1, 1};
        pixels[3 * (4 * area.y + area.x)] = (uint8_t)i;
        history_add(h, i * 50000000ull, 0, &now, &area);
    }
    const uint64_t end = 2999 * 50000000ull;
    assert_in_range(end - history_oldest(h), 60000000000ull, 70000000000ull);
    for (unsigned i = 2000; i < 3000; i += 37) {
        assert_int_equal(history_show(h, i * 50000000ull + 1, 0, &then),
                         i == 2999 ? UINT64_MAX : (i + 1) * 50000000ull);
        for (unsigned k = i - 15; k <= i; k++)
            assert_int_equal(back[3 * (4 * (k / 4 % 4) + k % 4)], (uint8_t)k);
    }
    history_free(h);
}

static void pictures_and_recordings_are_saved(void **state)
{
    (void)state;
    struct image image;
    begin(program);
    until(is_painted);
    (void)shell("rm -f quay-*.png quay-*.gif");
    control_do(&control, ACT_RECORD);
    let_pass(1000);
    control_set(&control, 0, 70);
    until(is_seventy);
    let_pass(1000);
    control_do(&control, ACT_RECORD);
    control_do(&control, ACT_SAVE);
    session_close(&session);
    assert_int_equal(shell("mv quay-*.png saved.png && mv quay-*.gif saved.gif").status, 0);
    char path[200];
    snprintf(path, sizeof path, "%s/saved.png", shell_directory());
    assert_true(image_read(&image, path));
    assert_in_range(image.width, 800, 1000);
    image_free(&image);
    /* Two pictures, and more than two seconds. */
    const struct outcome o =
        shell(BUILD_DIR "/pemble reel make saved.gif --format colour -o saved.pbr");
    assert_int_equal(o.status, 0);
    assert_says(o.out, "2 frames");
    assert_says(o.out, "240x240");
}

static bool has_ended(void)
{
    return session.child == 0;
}

static const char *last_remark(void)
{
    return session.remark_count ? session.remarks[(session.remark_count - 1) % MOST_REMARKS].text
                                : "";
}

static void how_the_program_ended_is_said(void **state)
{
    (void)state;
    static const struct {
        int reading;
        const char *says;
    } ends[] = {{99, "signal 9"}, {98, "status 3"}};
    for (size_t i = 0; i < LENGTH(ends); i++) {
        begin(program);
        until(is_painted);
        control_set(&control, 0, ends[i].reading);
        until(has_ended);
        assert_says(last_remark(), ends[i].says);
        session_close(&session);
    }
    begin(no_program);
    until(has_ended);
    assert_says(last_remark(), "without a panel");
    session_close(&session);
}

static bool has_complained(void)
{
    return session.complaint_count > 0;
}

static void complaints_come_as_they_are_made(void **state)
{
    (void)state;
    begin(program);
    until(is_painted);
    control_set(&control, 0, 97);
    until(has_complained);
    assert_says(last_remark(), "quay: ");
    session_close(&session);
}

static bool has_said(void)
{
    return session.remark_count >= 3;
}

static void what_the_program_prints_is_a_remark(void **state)
{
    (void)state;
    session_init(&session, "quay");
    assert_true(session_start(&session, program, &session));
    /* Its output is a pipe: it comes when the buffer of stdio is full. */
    until(has_said);
    assert_string_equal(session.remarks[0].text, "painted");
    session_close(&session);
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        cmocka_unit_test(the_glass_is_shown_upright),
        cmocka_unit_test(what_a_person_does_reaches_the_program),
        cmocka_unit_test(a_finger_is_where_it_was_put_on_the_upright_glass),
        cmocka_unit_test(a_reading_is_set_within_its_limits),
        cmocka_unit_test(paused_it_stands_still_and_a_step_ends_with_a_picture),
        cmocka_unit_test(the_past_can_be_seen_again),
        cmocka_unit_test(the_past_is_a_minute_long),
        cmocka_unit_test(pictures_and_recordings_are_saved),
        cmocka_unit_test(how_the_program_ended_is_said),
        cmocka_unit_test(complaints_come_as_they_are_made),
        cmocka_unit_test(what_the_program_prints_is_a_remark),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
