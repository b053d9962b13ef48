/* Touch sensors whose bus fails, whose port lacks a callback, and whose film tells nonsense. */
#include "pemble/bench.h"
#include "pemble/bench_touch.h"
#include "taker.h"
#include "test.h"

static const pmb_panel_config kiosk = {
    .controller = &pmb_ili9341,
    .size = {240, 320},
    .bus = {.kind = &pmb_spi, .select = PMB_PIN(17), .data_command = PMB_PIN(20)},
    .reset = PMB_PIN(21),
};

static const pmb_touch_config converter = {.kind = &pmb_xpt2046,
                                           .bus = {.hertz = 2000000, .select = PMB_PIN(22)}};
static const pmb_touch_config ft6x36 = {.kind = &pmb_ft6x36, .reset = PMB_PIN(27)};
static const pmb_touch_config cst816 = {.kind = &pmb_cst816, .reset = PMB_PIN(27)};
static const pmb_touch_config gt911 = {
    .kind = &pmb_gt911, .interrupt = PMB_PIN(26), .reset = PMB_PIN(27)};
static const pmb_touch_config film = {.kind = &pmb_touch_film,
                                      .x_plus = PMB_PIN(30),
                                      .x_minus = PMB_PIN(31),
                                      .y_plus = PMB_PIN(32),
                                      .y_minus = PMB_PIN(33)};

/* The bench's port, with a call that fails: the one when `left` has come down to 0. */
static struct {
    pmb_port port;
    const pmb_port *behind;
    unsigned left;
    unsigned calls;
} faulty;

static bool fails(void)
{
    faulty.calls++;
    return faulty.left > 0 && --faulty.left == 0;
}

static pmb_status faulty_spi(void *context, const pmb_bus *bus, const uint8_t *out, uint8_t *in,
                             size_t count)
{
    return fails() ? PMB_ERR_BUS : faulty.behind->spi(context, bus, out, in, count);
}

static pmb_status faulty_write(void *context, const pmb_bus *bus, uint8_t address,
                               const uint8_t *head, size_t head_count, const uint8_t *body,
                               size_t body_count)
{
    return fails() ? PMB_ERR_BUS
                   : faulty.behind->i2c_write(context, bus, address, head, head_count, body,
                                              body_count);
}

static pmb_status faulty_read(void *context, const pmb_bus *bus, uint8_t address, uint8_t *bytes,
                              size_t count)
{
    return fails() ? PMB_ERR_BUS : faulty.behind->i2c_read(context, bus, address, bytes, count);
}

struct kiosk {
    pmb_bench *bench;
    pmb_module *sensor;
    pmb_panel panel;
    pmb_touch touch;
};

static void begin(struct kiosk *k, const pmb_touch_config *config)
{
    k->bench = pmb_bench_new();
    faulty.behind = pmb_bench_port(k->bench);
    faulty.port = *faulty.behind;
    faulty.left = faulty.calls = 0;
    faulty.port.spi = faulty_spi;
    faulty.port.i2c_write = faulty_write;
    faulty.port.i2c_read = faulty_read;
    (void)pmb_bench_place_panel(k->bench, &kiosk);
    k->sensor = pmb_bench_place_touch(k->bench, config, kiosk.size);
    assert_int_equal(pmb_panel_open(&k->panel, &kiosk, &faulty.port), PMB_OK);
    assert_int_equal(pmb_touch_open(&k->touch, config, &faulty.port, &k->panel), PMB_OK);
}

static void wait_ms(uint32_t ms)
{
    faulty.port.wait_us(faulty.port.context, ms * 1000);
}

/* Each call of a measurement fails once: nothing is told but the error, and then it goes on. */
static void an_error_is_told_and_the_next_poll_works(void **state)
{
    (void)state;
    static const pmb_touch_config *const all[] = {&converter, &ft6x36, &cst816, &gt911};
    for (size_t i = 0; i < LENGTH(all); i++) {
        struct kiosk k;
        begin(&k, all[i]);
        pmb_bench_touch(k.sensor, true, 100, 120);
        wait_ms(20);
        faulty.calls = 0;
        pmb_touch_sample sample;
        assert_int_equal(pmb_touch_sense(&k.touch, &sample), PMB_OK);
        assert_in_range(sample.force, 1, 4095);
        const unsigned calls = faulty.calls;
        assert_in_range(calls, 2, 6);
        for (unsigned n = 1; n <= calls; n++) {
            wait_ms(20);
            faulty.left = n;
            assert_int_equal(pmb_touch_poll(&k.touch, 1000), PMB_TOUCH_NOTHING);
            assert_int_equal(k.touch.status, PMB_ERR_BUS);
            assert_int_equal(faulty.left, 0);
            wait_ms(20);
            assert_int_equal(pmb_touch_sense(&k.touch, &sample), PMB_OK);
            assert_in_range(sample.force, 1, 4095);
        }
        pmb_bench_free(k.bench);
    }
}

static void a_calibration_waits_until_the_bus_works(void **state)
{
    (void)state;
    struct kiosk k;
    begin(&k, &converter);
    pmb_calibrator c;
    pmb_calibrator_begin(&c, &k.touch);
    const uint8_t first = c.cross;
    const pmb_point cross = pmb_calibrator_cross(&c, c.cross);
    pmb_bench_touch(k.sensor, true, cross.x, cross.y);
    for (int i = 0; i < 500; i++) {
        faulty.left = i % 2 ? 1 : 0; /* every second poll fails; more samples than are needed */
        assert_int_equal(pmb_calibrator_poll(&c), PMB_CALIBRATION_NOTHING);
        assert_int_equal(k.touch.status, i % 2 ? PMB_ERR_BUS : PMB_OK);
        wait_ms(5);
    }
    faulty.left = 0;
    pmb_bench_touch(k.sensor, false, 0, 0);
    pmb_calibration_event event = PMB_CALIBRATION_NOTHING;
    for (int i = 0; i < 10 && event == PMB_CALIBRATION_NOTHING; i++)
        event = pmb_calibrator_poll(&c);
    assert_int_equal(event, PMB_CALIBRATION_CHANGED);
    assert_int_not_equal(c.cross, first);
    /* A touch that is too short is none. */
    const uint8_t second = c.cross;
    pmb_bench_touch(k.sensor, true, 100, 100);
    for (int i = 0; i < 2; i++) {
        wait_ms(5);
        assert_int_equal(pmb_calibrator_poll(&c), PMB_CALIBRATION_NOTHING);
    }
    assert_in_range(c.count, 1, 2);
    pmb_bench_touch(k.sensor, false, 0, 0);
    for (int i = 0; i < 10; i++)
        assert_int_equal(pmb_calibrator_poll(&c), PMB_CALIBRATION_NOTHING);
    assert_int_equal(c.cross, second);
    pmb_bench_free(k.bench);
}

static void each_callback_that_is_needed_must_be_there(void **state)
{
    (void)state;
    struct kiosk k;
    begin(&k, &converter);
    pmb_touch t;
    static const struct {
        const pmb_touch_config *config;
        const char *needs;
    } all[] = {
        {&converter, "sp"}, {&ft6x36, "wr"}, {&cst816, "wr"}, {&gt911, "wr"}, {&film, "apiu"}};
    for (size_t i = 0; i < LENGTH(all); i++)
        for (const char *c = all[i].needs; *c; c++) {
            pmb_port port = faulty.port;
            if (*c == 's')
                port.spi = NULL;
            else if (*c == 'p')
                port.pin_write = NULL;
            else if (*c == 'i')
                port.pin_read = NULL;
            else if (*c == 'u')
                port.wait_us = NULL;
            else if (*c == 'a')
                port.analog_read = NULL;
            else if (*c == 'w')
                port.i2c_write = NULL;
            else
                port.i2c_read = NULL;
            assert_int_equal(pmb_touch_open(&t, all[i].config, &port, &k.panel),
                             PMB_ERR_UNSUPPORTED);
        }
    const pmb_touch_config unknown = {.kind = NULL};
    assert_int_equal(pmb_touch_open(&t, &unknown, &faulty.port, &k.panel), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_touch_open(&t, &film, NULL, &k.panel), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_touch_open(&t, &film, &faulty.port, NULL), PMB_ERR_ARGUMENT);
    static const size_t pins[] = {
        offsetof(pmb_touch_config, x_plus), offsetof(pmb_touch_config, x_minus),
        offsetof(pmb_touch_config, y_plus), offsetof(pmb_touch_config, y_minus)};
    for (size_t i = 0; i < LENGTH(pins); i++) {
        pmb_touch_config open = film;
        *(pmb_pin *)(void *)((uint8_t *)&open + pins[i]) = PMB_PIN_NONE;
        assert_int_equal(pmb_touch_open(&t, &open, &faulty.port, &k.panel), PMB_ERR_ARGUMENT);
    }
    pmb_touch_config other = converter;
    other.bus.mode = 3;
    assert_int_equal(pmb_touch_open(&t, &other, &faulty.port, &k.panel), PMB_ERR_ARGUMENT);
    pmb_bench_free(k.bench);
}

/* Without reset, interrupt or the callbacks for them a sensor is opened all the same. */
static void reset_and_interrupt_may_be_missing(void **state)
{
    (void)state;
    static const pmb_touch_config *const all[] = {&ft6x36, &gt911};
    for (size_t i = 0; i < LENGTH(all); i++) {
        for (int missing = 0; missing < 5; missing++) {
            struct kiosk k;
            begin(&k, all[i]);
            pmb_touch_config config = *all[i];
            if (missing == 0)
                config.reset = PMB_PIN_NONE;
            else if (missing == 1)
                faulty.port.pin_write = NULL;
            else if (missing == 2)
                faulty.port.wait_us = NULL;
            else if (missing == 3)
                faulty.port.pin_read = NULL;
            else
                config.interrupt = PMB_PIN_NONE;
            const pmb_status status = pmb_touch_open(&k.touch, &config, &faulty.port, &k.panel);
            if (status != PMB_OK && missing < 3) /* it needs its reset to be at that address */
                assert_int_equal(status, PMB_ERR_NO_ANSWER);
            else
                assert_int_equal(status, PMB_OK);
            pmb_bench_free(k.bench);
        }
    }
}

/* A film whose voltages are given: z1, five of X, five of Y, z2 and z1 again. */
static const uint16_t *voltages;

static uint16_t read_voltage(void *context, pmb_pin pin)
{
    (void)context, (void)pin;
    return (uint16_t)(*voltages++ << 4);
}

static uint16_t force_with(struct kiosk *k, uint16_t z1, uint16_t spread_y, uint16_t z2,
                           uint16_t again, uint16_t least)
{
    const uint16_t script[] = {z1,
                               1000,
                               1010,
                               1005,
                               1000,
                               1500, /* one reading may be wild */
                               2000,
                               2005,
                               (uint16_t)(2000 + spread_y),
                               (uint16_t)(2000 + spread_y),
                               2001,
                               z2,
                               again};
    pmb_port port = faulty.port;
    pmb_touch_config config = film;
    pmb_touch_sample sample;
    pmb_touch t;
    config.force = least;
    port.analog_read = read_voltage;
    assert_int_equal(pmb_touch_open(&t, &config, &port, &k->panel), PMB_OK);
    voltages = script;
    assert_int_equal(pmb_touch_sense(&t, &sample), PMB_OK);
    return sample.force;
}

static void a_film_is_pressed_all_the_time_or_not_at_all(void **state)
{
    (void)state;
    struct kiosk k;
    begin(&k, &converter);
    assert_in_range(force_with(&k, 400, 5, 900, 400, 0), 400, 4094);
    assert_int_equal(force_with(&k, 59, 5, 900, 400, 0), 0); /* it is not touched */
    assert_int_equal(force_with(&k, 400, 5, 900, 59, 0), 0); /* it was let go meanwhile */
    assert_int_equal(force_with(&k, 400, 5, 400, 400, 0), 4095);
    assert_int_equal(force_with(&k, 60, 5, 3000, 60, 0), 0);     /* hardly */
    assert_int_equal(force_with(&k, 400, 500, 900, 400, 0), 0);  /* here and there */
    assert_int_equal(force_with(&k, 400, 5, 900, 400, 4095), 0); /* the program wants more */
    assert_int_equal(force_with(&k, 400, 5, 400, 400, 4095), 4095);
    pmb_bench_free(k.bench);
}

static uint16_t read_nothing(void *context, pmb_pin pin)
{
    (void)context, (void)pin;
    return 0;
}

/* The panel's own transfer, which goes on in the background, fails before the sensor is asked. */
static void a_panel_that_fails_is_told_by_its_sensor(void **state)
{
    (void)state;
    static uint8_t pixels[240 * 8 * 2];
    static const pmb_touch_config *const all[] = {&converter, &film};
    for (size_t i = 0; i < LENGTH(all); i++) {
        pmb_port port = taker;
        pmb_panel panel;
        pmb_touch touch;
        pmb_touch_sample sample;
        pmb_canvas c;
        port.analog_read = read_nothing;
        take_anew();
        assert_int_equal(pmb_panel_open(&panel, &kiosk, &port), PMB_OK);
        assert_int_equal(pmb_touch_open(&touch, all[i], &port, &panel), PMB_OK);
        (void)pmb_canvas_init(&c, panel.format, (pmb_rect){0, 0, 240, 8}, pixels, sizeof pixels);
        pmb_panel_defer(&panel);
        assert_int_equal(pmb_panel_write(&panel, &c, c.bounds), PMB_OK);
        taken.left = 1;
        assert_int_equal(pmb_touch_sense(&touch, &sample), PMB_ERR_BUS);
        assert_int_equal(sample.force, 0);
    }
}

/* The cross stands where it is asked for, with words of one's own or without. */
static void a_calibration_shows_its_cross(void **state)
{
    (void)state;
    static uint8_t pixels[240 * 320 * 2], other[sizeof pixels];
    struct kiosk k;
    pmb_canvas c;
    pmb_calibrator calibrator;
    begin(&k, &converter);
    pmb_calibrator_begin(&calibrator, &k.touch);
    assert_int_equal(
        pmb_canvas_init(&c, &pmb_rgb565, (pmb_rect){0, 0, 240, 320}, pixels, sizeof pixels),
        PMB_OK);
#if !PMB_NO_CHECKS
    pmb_calibrator_draw(&c, &calibrator, NULL, "?");
#endif
    assert_int_equal(pmb_canvas_peek(&c, (pmb_point){120, 160}), PMB_BLACK);
    for (uint8_t cross = 0; cross < 5; cross++) {
        const pmb_point at = pmb_calibrator_cross(&calibrator, cross);
        calibrator.cross = cross;
        pmb_calibrator_draw(&c, &calibrator, &pmb_theme_light, NULL);
        assert_int_equal(pmb_canvas_peek(&c, at), pmb_theme_light.ink);
        for (uint8_t i = 0; i < 5; i++)
            if (i != cross)
                assert_int_equal(pmb_canvas_peek(&c, pmb_calibrator_cross(&calibrator, i)),
                                 pmb_theme_light.ground);
    }
    memcpy(other, pixels, sizeof other);
    pmb_calibrator_draw(&c, &calibrator, &pmb_theme_light, "Press there");
    assert_memory_not_equal(pixels, other, sizeof pixels);
    static const char *const longer[] = {"Press the middle of the cross with the tip of a penci",
                                         "Press the middle of the cross with the tip of a pencil"};
    for (size_t i = 0; i < LENGTH(longer); i++) { /* lines are wrapped: each letter is seen */
        memcpy(other, pixels, sizeof other);
        pmb_calibrator_draw(&c, &calibrator, &pmb_theme_light, longer[i]);
    }
    assert_memory_not_equal(pixels, other, sizeof pixels);
    pmb_bench_free(k.bench);
}

/* The finger is looked for although the interrupt says nothing, when it cannot be read or was down.
 */
static void a_sensor_that_holds_its_interrupt_saves_transfers(void **state)
{
    (void)state;
    pmb_touch_config with = converter;
    with.interrupt = PMB_PIN(26);
    struct kiosk k;
    pmb_touch_sample sample;
    begin(&k, &with);
    faulty.calls = 0;
    assert_int_equal(pmb_touch_sense(&k.touch, &sample), PMB_OK);
    assert_int_equal(faulty.calls, 0);
    k.touch.finger.down = true;
    assert_int_equal(pmb_touch_sense(&k.touch, &sample), PMB_OK);
    assert_int_not_equal(faulty.calls, 0);
    k.touch.finger.down = false;
    faulty.calls = 0;
    faulty.port.pin_read = NULL;
    assert_int_equal(pmb_touch_sense(&k.touch, &sample), PMB_OK);
    assert_int_not_equal(faulty.calls, 0);
    pmb_bench_free(k.bench);
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        cmocka_unit_test(an_error_is_told_and_the_next_poll_works),
        cmocka_unit_test(a_calibration_waits_until_the_bus_works),
        cmocka_unit_test(each_callback_that_is_needed_must_be_there),
        cmocka_unit_test(reset_and_interrupt_may_be_missing),
        test_without(PMB_PLAIN_PANELS, a_panel_that_fails_is_told_by_its_sensor),
        cmocka_unit_test(a_calibration_shows_its_cross),
        cmocka_unit_test(a_sensor_that_holds_its_interrupt_saves_transfers),
        cmocka_unit_test(a_film_is_pressed_all_the_time_or_not_at_all),
    };
    return PMB_ONE_BIT ? 0 : cmocka_run_group_tests(tests, NULL, NULL);
}
