/* What inputs make of exact voltages and times: a port that is told what to answer, and that writes
 * down what it is asked. */
#include <stdio.h>
#include "pemble/pemble.h"
#include "test.h"

enum { X_PLUS = PMB_PIN(30), X_MINUS = PMB_PIN(31), Y_PLUS = PMB_PIN(32), Y_MINUS = PMB_PIN(33) };

static char said[400];

static void say(const char *format, unsigned a, unsigned b)
{
    const size_t used = strlen(said);
    (void)snprintf(said + used, sizeof said - used, format, a, b);
}

/* ---- a stick ---- */

static uint16_t volts[64];

static uint16_t analog_by_pin(void *context, pmb_pin pin)
{
    (void)context;
    return volts[pin % 64];
}

static void a_stick_in_a_corner_goes_across(void **state)
{
    (void)state;
    const pmb_port port = {.analog_read = analog_by_pin};
    pmb_stick stick = {.across = PMB_PIN(1), .up = PMB_PIN(2), .middle = {32768, 32768}};
    volts[PMB_PIN(1)] = volts[PMB_PIN(2)] = 65535;
    assert_int_equal(pmb_stick_way(&stick, &port), PMB_WAY_RIGHT);
    volts[PMB_PIN(1)] = volts[PMB_PIN(2)] = 0;
    assert_int_equal(pmb_stick_way(&stick, &port), PMB_WAY_LEFT);
}

/* It begins to point at 60 percent of its way, and rests again below 40. */
static void a_stick_points_from_its_thresholds_on(void **state)
{
    (void)state;
    const pmb_port port = {.analog_read = analog_by_pin};
    int began = 0, ended = 0;
    volts[PMB_PIN(2)] = 32768;
    for (uint16_t volt = 40000; volt < 60000; volt = (uint16_t)(volt + 100)) {
        pmb_stick rests = {.across = PMB_PIN(1), .up = PMB_PIN(2), .middle = {32768, 32768}};
        pmb_stick points = rests;
        volts[PMB_PIN(1)] = 65535;
        assert_int_equal(pmb_stick_way(&points, &port), PMB_WAY_RIGHT);
        volts[PMB_PIN(1)] = volt;
        const int16_t pushed = pmb_stick_poll(&rests, &port).x;
        assert_int_equal(pmb_stick_way(&rests, &port), pushed < 60 ? PMB_WAY_NONE : PMB_WAY_RIGHT);
        assert_int_equal(pmb_stick_way(&points, &port), pushed < 40 ? PMB_WAY_NONE : PMB_WAY_RIGHT);
        began += pushed == 60;
        ended += pushed == 40;
    }
    assert_true(began > 0 && ended > 0);
}

/* A sensor that gives a tenth of its supply for each g, as most do. */
static void a_tilt_sensor_has_a_usual_scale(void **state)
{
    (void)state;
    const pmb_port port = {.analog_read = analog_by_pin};
    const pmb_tilt usual = {.across = PMB_PIN(1), .down = PMB_PIN(2)};
    const pmb_tilt coarse = {.across = PMB_PIN(1), .down = PMB_PIN(2), .per_g = 3277};
    volts[PMB_PIN(1)] = 32768 + 6554;
    volts[PMB_PIN(2)] = 32768 - 6554;
    assert_int_equal(pmb_tilt_poll(&usual, &port).x, 1000);
    assert_int_equal(pmb_tilt_poll(&usual, &port).y, -1000);
    assert_int_equal(pmb_tilt_poll(&coarse, &port).x, 2000);
}

/* ---- a film on pins ---- */

/* Levels of the four pins: 0, 1, or 2 where they float. */
static uint8_t levels[64];
static uint16_t across[5], down[5], first_force, second_force;
static unsigned reading;

static void film_pin_write(void *context, pmb_pin pin, bool high)
{
    (void)context;
    levels[pin % 64] = high;
}

static bool film_pin_read(void *context, pmb_pin pin)
{
    (void)context;
    levels[pin % 64] = 2;
    return false;
}

static void film_wait_us(void *context, uint32_t microseconds)
{
    (void)context, (void)microseconds;
}

/* The voltage of one film, given the other one's ends. Any other wiring gives nonsense. */
static uint16_t film_analog_read(void *context, pmb_pin pin)
{
    (void)context;
    const bool drives_x = levels[X_PLUS] == 1 && levels[X_MINUS] == 0;
    const bool drives_y = levels[Y_PLUS] == 1 && levels[Y_MINUS] == 0;
    const bool drives_both = levels[Y_PLUS] == 1 && levels[X_MINUS] == 0;
    if (drives_x && pin == Y_PLUS && levels[Y_PLUS] == 2 && levels[Y_MINUS] == 2)
        return (uint16_t)(across[reading++ % 5] << 4);
    if (drives_y && pin == X_PLUS && levels[X_PLUS] == 2 && levels[X_MINUS] == 2)
        return (uint16_t)(down[reading++ % 5] << 4);
    if (drives_both && pin == X_PLUS && levels[X_PLUS] == 2 && levels[Y_MINUS] == 2)
        return (uint16_t)(first_force << 4);
    if (drives_both && pin == Y_MINUS && levels[X_PLUS] == 2 && levels[Y_MINUS] == 2)
        return (uint16_t)(second_force << 4);
    return 0;
}

static const pmb_touch_config film = {.kind = &pmb_touch_film,
                                      .x_plus = X_PLUS,
                                      .x_minus = X_MINUS,
                                      .y_plus = Y_PLUS,
                                      .y_minus = Y_MINUS};
static const pmb_port film_port = {.analog_read = film_analog_read,
                                   .pin_read = film_pin_read,
                                   .pin_write = film_pin_write,
                                   .wait_us = film_wait_us};
static const pmb_panel_config panel_config = {.size = {240, 320}};

static pmb_touch_sample sense_film(void)
{
    pmb_panel panel = {.config = &panel_config, .size = {240, 320}};
    pmb_touch touch;
    pmb_touch_sample sample = {0};
    reading = 0;
    assert_int_equal(pmb_touch_open(&touch, &film, &film_port, &panel), PMB_OK);
    assert_int_equal(pmb_touch_sense(&touch, &sample), PMB_OK);
    for (pmb_pin pin = X_PLUS; pin <= Y_MINUS; pin++)
        assert_int_equal(levels[pin], 1); /* given back to the panel */
    return sample;
}

static void set_readings(uint16_t readings[5], int a, int b, int c, int d, int e)
{
    const int values[] = {a, b, c, d, e};
    for (int i = 0; i < 5; i++)
        readings[i] = (uint16_t)values[i];
}

static void a_film_is_measured_between_its_pins(void **state)
{
    (void)state;
    set_readings(across, 2048, 2048, 2048, 2048, 2048);
    set_readings(down, 700, 700, 700, 700, 700);
    first_force = 1000;
    second_force = 2000;
    const pmb_touch_sample sample = sense_film();
    assert_int_equal(sample.x, 2048);
    assert_int_equal(sample.y, 700);
    assert_int_equal(sample.force, 4095 - (2000 - 1000) * 2048 / 1000 / 4);
}

/* The middle three of five may differ by 48 of 4096. */
static void readings_agree_or_are_none(void **state)
{
    (void)state;
    set_readings(down, 700, 700, 700, 700, 700);
    first_force = second_force = 2000;
    set_readings(across, 1048, 0, 4095, 1000, 1020);
    assert_int_equal(sense_film().x, 1020);
    set_readings(across, 1049, 0, 4095, 1000, 1020);
    assert_int_equal(sense_film().force, 0);
    set_readings(across, 1020, 1020, 1020, 1020, 1020);
    first_force = 60; /* the least that is a touch */
    second_force = 61;
    assert_int_equal(sense_film().x, 1020);
    first_force = 59;
    assert_int_equal(sense_film().force, 0);
}

/* A touch that has no force left is none, whatever the least force is. */
static void a_film_that_is_hardly_touched_is_not_touched(void **state)
{
    (void)state;
    static const pmb_touch_config light = {.kind = &pmb_touch_film,
                                           .x_plus = X_PLUS,
                                           .x_minus = X_MINUS,
                                           .y_plus = Y_PLUS,
                                           .y_minus = Y_MINUS,
                                           .force = 1};
    pmb_panel panel = {.config = &panel_config, .size = {240, 320}};
    pmb_touch touch;
    set_readings(across, 4000, 4000, 4000, 4000, 4000);
    set_readings(down, 700, 700, 700, 700, 700);
    first_force = 100;
    for (second_force = 505; second_force < 520; second_force++) {
        const int resistance = (second_force - 100) * 4000 / 100 / 4;
        pmb_touch_sample sample = {0};
        assert_int_equal(pmb_touch_open(&touch, &light, &film_port, &panel), PMB_OK);
        assert_int_equal(pmb_touch_sense(&touch, &sample), PMB_OK);
        assert_int_equal(sample.force, resistance < 4095 ? 4095 - resistance : 0);
    }
}

/* ---- clocks and resets ---- */

static pmb_status silent_spi(void *context, const pmb_bus *bus, const uint8_t *out, uint8_t *in,
                             size_t count)
{
    (void)context, (void)bus, (void)out;
    if (in)
        memset(in, 0, count);
    return PMB_OK;
}

static void a_converter_has_a_least_and_a_highest_clock(void **state)
{
    (void)state;
    static const struct {
        uint32_t hertz;
        pmb_status status;
    } clocks[] = {
        {999, PMB_ERR_ARGUMENT}, {1000, PMB_OK}, {2500000, PMB_OK}, {2500001, PMB_ERR_ARGUMENT}};
    const pmb_port port = {.spi = silent_spi, .pin_write = film_pin_write};
    for (size_t i = 0; i < LENGTH(clocks); i++) {
        const pmb_touch_config config = {.kind = &pmb_xpt2046,
                                         .bus = {.hertz = clocks[i].hertz, .select = PMB_PIN(22)}};
        pmb_panel panel = {.config = &panel_config, .size = {240, 320}};
        pmb_touch touch;
        assert_int_equal(pmb_touch_open(&touch, &config, &port, &panel), clocks[i].status);
    }
}

static void saying_pin_write(void *context, pmb_pin pin, bool high)
{
    (void)context;
    say(pin == PMB_PIN(26) ? "INT %u, " : "RST %u, ", high, 0);
}

static bool saying_pin_read(void *context, pmb_pin pin)
{
    (void)context;
    say(pin == PMB_PIN(26) ? "INT free, " : "?, ", 0, 0);
    return true;
}

static void saying_wait_us(void *context, uint32_t microseconds)
{
    (void)context;
    say("%u us, ", microseconds, 0);
}

static pmb_status saying_i2c_write(void *context, const pmb_bus *bus, uint8_t address,
                                   const uint8_t *head, size_t head_count, const uint8_t *body,
                                   size_t body_count)
{
    (void)context, (void)bus, (void)head, (void)body;
    say("%02X: %u, ", address, (unsigned)(head_count + body_count));
    return PMB_OK;
}

static pmb_status saying_i2c_read(void *context, const pmb_bus *bus, uint8_t address,
                                  uint8_t *bytes, size_t count)
{
    (void)context, (void)bus;
    memset(bytes, 0, count);
    say("%02X: reads %u, ", address, (unsigned)count);
    return PMB_OK;
}

/* docs/controllers/gt911.md: INT has its level 100 us before RST rises, and 5 ms after it. */
static void a_gt911_learns_its_address_while_it_is_reset(void **state)
{
    (void)state;
    const pmb_port port = {.i2c_write = saying_i2c_write,
                           .i2c_read = saying_i2c_read,
                           .pin_write = saying_pin_write,
                           .pin_read = saying_pin_read,
                           .wait_us = saying_wait_us};
    pmb_touch_config config = {.kind = &pmb_gt911, .interrupt = PMB_PIN(26), .reset = PMB_PIN(27)};
    pmb_panel panel = {.config = &panel_config, .size = {240, 320}};
    pmb_touch touch;
    pmb_touch_sample sample;
    said[0] = 0;
    assert_int_equal(pmb_touch_open(&touch, &config, &port, &panel), PMB_OK);
    assert_string_equal(said, "INT 0, RST 0, 1000 us, INT 0, 200 us, RST 1, 6000 us, INT free, "
                              "50000 us, 5D: 2, 5D: reads 1, ");
    config.bus.address = 0x14;
    said[0] = 0;
    assert_int_equal(pmb_touch_open(&touch, &config, &port, &panel), PMB_OK);
    assert_string_equal(said, "INT 0, RST 0, 1000 us, INT 1, 200 us, RST 1, 6000 us, INT free, "
                              "50000 us, 14: 2, 14: reads 1, ");
    config.interrupt = PMB_PIN_NONE;
    said[0] = 0;
    assert_int_equal(pmb_touch_open(&touch, &config, &port, &panel), PMB_OK);
    assert_string_equal(said, "RST 0, 1000 us, 200 us, RST 1, 6000 us, 50000 us, 14: 2, "
                              "14: reads 1, ");
    said[0] = 0;
    assert_int_equal(pmb_touch_sense(&touch, &sample), PMB_OK);
    assert_string_equal(said, "14: 2, 14: reads 6, "); /* nothing was ready: nothing is taken */
}

/* docs/controllers/ft6x36.md and cst816.md: how long a reset takes. */
static void a_sensor_is_reset_long_enough(void **state)
{
    (void)state;
    static const pmb_touch_kind *const kinds[] = {&pmb_ft6x36, &pmb_cst816};
    static const char *const wanted[] = {"RST 0, 5000 us, RST 1, 300000 us, 38: 2, ",
                                         "RST 0, 10000 us, RST 1, 50000 us, "};
    for (int i = 0; i < 2; i++) {
        const pmb_port port = {.i2c_write = saying_i2c_write,
                               .i2c_read = saying_i2c_read,
                               .pin_write = saying_pin_write,
                               .pin_read = saying_pin_read,
                               .wait_us = saying_wait_us};
        const pmb_touch_config config = {.kind = kinds[i], .reset = PMB_PIN(27)};
        pmb_panel panel = {.config = &panel_config, .size = {240, 320}};
        pmb_touch touch;
        said[0] = 0;
        assert_int_equal(pmb_touch_open(&touch, &config, &port, &panel), PMB_OK);
        assert_string_equal(said, wanted[i]);
    }
}

static void crosses_are_where_they_tell_most(void **state)
{
    (void)state;
    static const pmb_point crosses[] = {{30, 40}, {209, 40}, {209, 279}, {30, 279}, {120, 80}};
    pmb_panel panel = {.config = &panel_config, .size = {240, 320}};
    pmb_touch touch = {.config = &film, .port = &film_port, .panel = &panel};
    pmb_calibrator calibrator;
    pmb_calibrator_begin(&calibrator, &touch);
    for (uint8_t i = 0; i < LENGTH(crosses); i++) {
        const pmb_point p = pmb_calibrator_cross(&calibrator, i);
        assert_int_equal(p.x, crosses[i].x);
        assert_int_equal(p.y, crosses[i].y);
    }
}

/* The four arms of a cross are alike, and its words are in the middle. */
static void a_cross_is_even(void **state)
{
    (void)state;
    static uint8_t pixels[240 * 320 * 2];
    pmb_panel panel = {.config = &panel_config, .size = {240, 320}};
    pmb_touch touch = {.config = &film, .port = &film_port, .panel = &panel};
    pmb_calibrator calibrator;
    pmb_canvas c;
    assert_int_equal(
        pmb_canvas_init(&c, &pmb_rgb565, (pmb_rect){0, 0, 240, 320}, pixels, sizeof pixels),
        PMB_OK);
    pmb_calibrator_begin(&calibrator, &touch);
    const pmb_point p = pmb_calibrator_cross(&calibrator, 0);
    pmb_calibrator_draw(&c, &calibrator, &pmb_theme_color, "HH");
    int arm = 0;
    for (int16_t i = 1; i < 30; i++) {
        const pmb_color right = pmb_canvas_peek(&c, (pmb_point){(int16_t)(p.x + i), p.y});
        const pmb_point others[] = {
            {(int16_t)(p.x - i), p.y}, {p.x, (int16_t)(p.y + i)}, {p.x, (int16_t)(p.y - i)}};
        for (size_t k = 0; k < LENGTH(others); k++)
            assert_int_equal(pmb_canvas_peek(&c, others[k]), right);
        arm += right != pmb_theme_color.ground;
    }
    assert_in_range(arm, 5, 20);
    int16_t first = 0, last = 239;
    while (pmb_canvas_peek(&c, (pmb_point){first, 160}) == pmb_theme_color.ground)
        first++;
    while (pmb_canvas_peek(&c, (pmb_point){last, 160}) == pmb_theme_color.ground)
        last--;
    const pmb_text_style style = {.font = pmb_theme_color.text};
    assert_in_range(first - (240 - pmb_text_width(&style, "HH")) / 2, 0, 2);
    assert_in_range(last - first, 1, pmb_text_width(&style, "HH"));
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        cmocka_unit_test(a_stick_in_a_corner_goes_across),
        cmocka_unit_test(a_stick_points_from_its_thresholds_on),
        cmocka_unit_test(a_tilt_sensor_has_a_usual_scale),
        cmocka_unit_test(a_film_is_measured_between_its_pins),
        cmocka_unit_test(readings_agree_or_are_none),
        cmocka_unit_test(a_film_that_is_hardly_touched_is_not_touched),
        cmocka_unit_test(a_converter_has_a_least_and_a_highest_clock),
        cmocka_unit_test(a_gt911_learns_its_address_while_it_is_reset),
        cmocka_unit_test(a_sensor_is_reset_long_enough),
        cmocka_unit_test(crosses_are_where_they_tell_most),
        test_without(PMB_ONE_BIT, a_cross_is_even),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
