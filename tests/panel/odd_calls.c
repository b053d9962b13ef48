/* Calls that a panel, a bus or a port cannot do: refused with the reason, and nothing is sent. */
#include "every.h"
#include "pemble/driver.h"
#include "pemble/expander.h"
#include "taker.h"
#include "test.h"

static pmb_panel_config config;
static pmb_panel panel;

static void begin(const char *name, int bus, const pmb_port *port)
{
    config = config_for(candidate(name), bus);
    take_anew();
    assert_int_equal(pmb_panel_open(&panel, &config, port), PMB_OK);
    take_anew();
}

static uint8_t pixels[800 * 64 * 2];

static pmb_status write(pmb_rect bounds, pmb_rect area)
{
    pmb_canvas held;
    assert_int_equal(pmb_canvas_init(&held, panel.format, bounds, pixels, sizeof pixels), PMB_OK);
    return pmb_panel_write(&panel, &held, area);
}

/* Rows of eight share bytes on the OLED, columns of eight on the paper. */
static void parts_begin_and_end_at_whole_bytes(void **state)
{
    (void)state;
    static const struct {
        pmb_rect bounds, area;
        bool possible;
    } rows[] = {
        {{0, 0, 128, 16}, {5, 8, 9, 8}, true},      {{0, 0, 128, 16}, {5, 4, 9, 8}, false},
        {{0, 0, 128, 16}, {5, 8, 9, 4}, false},     {{0, 4, 128, 16}, {5, 8, 9, 8}, false},
        {{0, 0, 128, 16}, {5, 8, 9, 16}, false},    {{0, 0, 128, 16}, {120, 8, 9, 8}, false},
        {{0, 0, 128, 16}, {-1, 8, 9, 8}, false},    {{0, 8, 128, 8}, {0, 0, 9, 8}, false},
        {{0, 0, 128, 16}, {5, 8, 0, 8}, false},     {{0, 0, 128, 16}, {5, 8, 9, -8}, false},
        {{0, 56, 128, 16}, {5, 56, 9, 8}, false},   {{0, 8, 128, 16}, {5, 0, 9, 16}, false},
        {{-8, 0, 128, 16}, {5, 8, 9, 8}, false},    {{64, 48, 64, 16}, {64, 56, 64, 8}, true},
        {{64, 48, 64, 16}, {63, 56, 64, 8}, false},
    };
    begin("ssd1306", I2C, &taker);
    for (size_t i = 0; i < LENGTH(rows); i++)
        assert_int_equal(write(rows[i].bounds, rows[i].area),
                         rows[i].possible ? PMB_OK : PMB_ERR_ARGUMENT);
    static const struct {
        pmb_rect bounds, area;
        bool possible;
    } columns[] = {
        {{0, 0, 128, 16}, {8, 3, 16, 5}, true},   {{0, 0, 128, 16}, {9, 3, 16, 5}, false},
        {{0, 0, 128, 16}, {8, 3, 17, 5}, false},  {{4, 0, 64, 16}, {8, 3, 16, 5}, false},
        {{64, 9, 64, 16}, {64, 9, 64, 16}, true},
    };
    begin("ssd1680", SPI, &taker);
    for (size_t i = 0; i < LENGTH(columns); i++)
        assert_int_equal(write(columns[i].bounds, columns[i].area),
                         columns[i].possible ? PMB_OK : PMB_ERR_ARGUMENT);
    pmb_canvas other;
    (void)pmb_canvas_init(&other, &pmb_rgb565, (pmb_rect){0, 0, 16, 16}, pixels, sizeof pixels);
    take_anew();
    assert_int_equal(pmb_panel_write(&panel, &other, (pmb_rect){0, 0, 8, 8}), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_panel_write(&panel, NULL, (pmb_rect){0, 0, 8, 8}), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_panel_write(NULL, &other, (pmb_rect){0, 0, 8, 8}), PMB_ERR_ARGUMENT);
    assert_int_equal(taken.bytes, 0);
}

/* What is wider than the glass, because pixels share bytes, is not sent. */
static void a_part_beside_the_glass_is_not_sent(void **state)
{
    (void)state;
    config = config_for(candidate("st7789 76x284"), SPI);
    config.format = &pmb_mono_horizontal;
    take_anew();
    assert_int_equal(pmb_panel_open(&panel, &config, &taker), PMB_OK);
    assert_int_equal(panel.frame.w, 80);
    take_anew();
    assert_int_equal(write((pmb_rect){0, 0, 80, 16}, (pmb_rect){72, 0, 8, 16}), PMB_OK);
    assert_in_range(taken.bytes, 4 * 16 * 2, 4 * 16 * 2 + 80);
}

static void reading_needs_a_wire_and_a_callback(void **state)
{
    (void)state;
    uint8_t reply[3];
    pmb_port port = taker;
    begin("ssd1306", I2C, &port);
    taken.reply = 0x43;
    assert_int_equal(pmb_panel_read(&panel, 0, reply, 1), PMB_OK);
    assert_int_equal(reply[0], 0x43);
    assert_int_equal(pmb_panel_read(&panel, 0, NULL, 1), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_panel_read(&panel, 0, reply, 0), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_panel_read(NULL, 0, reply, 1), PMB_ERR_ARGUMENT);
    port.i2c_read = NULL;
    assert_int_equal(pmb_panel_read(&panel, 0, reply, 1), PMB_ERR_UNSUPPORTED);
    begin("st7735", SPI3, &taker); /* nine bits: nothing comes back */
    assert_int_equal(pmb_panel_read(&panel, 4, reply, 3), PMB_ERR_UNSUPPORTED);
    port = taker;
    begin("st7735", SOFT, &port);
    assert_int_equal(pmb_panel_read(&panel, 4, reply, 3), PMB_ERR_UNSUPPORTED);
    config.bus.data_in = PMB_PIN(20);
    for (int mode = 0; mode <= 3; mode += 3) { /* the line goes up and down with each bit */
        config.bus.mode = (unsigned)mode & 3u;
        assert_int_equal(pmb_panel_open(&panel, &config, &port), PMB_OK);
        assert_int_equal(pmb_panel_read(&panel, 4, reply, 3), PMB_OK);
        assert_true(reply[0] == 0xAA || reply[0] == 0x55);
        assert_int_equal(reply[1], reply[0]);
        assert_int_equal(reply[2], reply[0]);
        assert_true(taken_level(config.bus.select)); /* the bus is free again */
        assert_int_equal(taken_level(config.bus.clock), mode == 3);
    }
    taken.held = true;
    assert_int_equal(pmb_panel_read(&panel, 4, reply, 1), PMB_OK);
    assert_int_equal(reply[0], 0xFF);
    config = config_for(candidate("ili9341"), PARALLEL);
    config.bus.read = PMB_PIN_NONE;
    assert_int_equal(pmb_panel_open(&panel, &config, &port), PMB_OK);
    assert_int_equal(pmb_panel_read(&panel, 4, reply, 3), PMB_ERR_UNSUPPORTED);
    config.bus.read = PMB_PIN(20);
    assert_int_equal(pmb_panel_open(&panel, &config, &port), PMB_OK);
    assert_int_equal(pmb_panel_read(&panel, 4, reply, 3), PMB_OK);
    assert_true(taken_level(config.bus.select));
    assert_true(taken_level(config.bus.read));
    config = config_for(candidate("st7735"), SOFT);
    config.bus.data_in = PMB_PIN(20);
    assert_int_equal(pmb_panel_open(&panel, &config, &port), PMB_OK);
    port.pin_read = NULL;
    assert_int_equal(pmb_panel_read(&panel, 4, reply, 3), PMB_ERR_UNSUPPORTED);
}

static void quiet_needs_pins(void **state)
{
    (void)state;
    const pmb_panel_config busless = {.controller = &pmb_st7789};
    config = config_for(candidate("st7789 240x240"), SPI);
    pmb_port port = taker;
    take_anew();
    assert_int_equal(pmb_panel_quiet(&config, &port), PMB_OK);
    assert_int_equal(taken.bytes, 2); /* select and data/command rest */
    assert_int_equal(pmb_panel_quiet(NULL, &port), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_panel_quiet(&config, NULL), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_panel_quiet(&busless, &port), PMB_ERR_ARGUMENT);
    config.bus.mode = 3;
    config.bus.select = PMB_PIN_NONE;
    port.spi = NULL; /* the clock cannot be brought to rest, which is no harm */
    assert_int_equal(pmb_panel_quiet(&config, &port), PMB_OK);
    port.pin_write = NULL;
    assert_int_equal(pmb_panel_quiet(&config, &port), PMB_ERR_UNSUPPORTED);
}

static void only_paper_with_its_line_is_busy(void **state)
{
    (void)state;
    begin("st7735", SPI, &taker);
    assert_false(pmb_panel_is_busy(&panel));
    assert_false(pmb_is_busy(&panel));
    assert_int_equal(pmb_panel_wait(&panel, 5), PMB_OK);
    config = config_for(candidate("ssd1681"), SPI);
    config.busy = PMB_PIN_NONE;
    assert_int_equal(pmb_panel_open(&panel, &config, &taker), PMB_OK);
    assert_false(pmb_panel_is_busy(&panel));
    assert_int_equal(pmb_panel_refresh(&panel, PMB_REFRESH_FULL), PMB_OK);
    assert_int_equal(pmb_panel_wait(&panel, 60000), PMB_OK);
}

/* Both halves of a transfer in the background must be there. */
static void deferring_needs_both_callbacks(void **state)
{
    (void)state;
    pmb_port port = taker;
    begin("st7735", SPI, &port);
    assert_true(pmb_panel_can_defer(&panel));
    port.spi_wait = NULL;
    assert_false(pmb_panel_can_defer(&panel));
    port = taker;
    port.spi_start = NULL;
    assert_false(pmb_panel_can_defer(&panel));
    begin("ssd1306", I2C, &taker);
    assert_false(pmb_panel_can_defer(&panel));
}

/* In steps of five degrees below 20, of which there are four. */
static void temperatures_are_steps(void **state)
{
    (void)state;
    static const struct {
        int8_t celsius;
        uint8_t step;
    } cases[] = {{85, 0}, {20, 0}, {19, 1}, {15, 1}, {14, 2}, {10, 2},
                 {9, 3},  {5, 3},  {4, 4},  {0, 4},  {-1, 4}, {-40, 4}};
    begin("ssd1681", SPI, &taker);
    for (size_t i = 0; i < LENGTH(cases); i++) {
        assert_int_equal(pmb_panel_temperature(&panel, cases[i].celsius), PMB_OK);
        assert_int_equal(panel.cold, cases[i].step);
    }
    assert_int_equal(pmb_panel_temperature(&panel, -41), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_panel_temperature(&panel, 86), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_panel_temperature(NULL, 20), PMB_ERR_ARGUMENT);
    begin("st7735", SPI, &taker);
    assert_int_equal(pmb_panel_temperature(&panel, 20), PMB_ERR_UNSUPPORTED);
}

/* The bytes that a panel is opened with. */
static struct {
    uint8_t bytes[2000];
    size_t count;
} heard;

static pmb_status hear(void *context, const pmb_bus *bus, const uint8_t *out, uint8_t *in,
                       size_t count)
{
    (void)context, (void)bus, (void)in;
    for (size_t i = 0; i < count && heard.count < sizeof heard.bytes; i++)
        heard.bytes[heard.count++] = out[i];
    return PMB_OK;
}

static bool was_heard(const uint8_t *bytes, size_t count)
{
    for (size_t i = 0; i + count <= heard.count; i++)
        if (memcmp(heard.bytes + i, bytes, count) == 0)
            return true;
    return false;
}

/* Bias and temperature coefficient of LCDs, as docs/controllers has their commands. */
static void bias_and_temperature_reach_the_wire(void **state)
{
    (void)state;
    static const struct {
        const char *name;
        uint8_t bias, temperature, bytes[3];
        uint8_t count;
    } cases[] = {{"st7565", 9, 0, {0xA2}, 1},
                 {"st7565", 7, 0, {0xA3}, 1},
                 {"pcd8544", 8, 1, {0x25, 0x04, 0x13}, 3},
                 {"pcd8544", 7, 4, {0x25, 0x07, 0x14}, 3}};
    pmb_port port = taker;
    port.spi = hear;
    for (size_t i = 0; i < LENGTH(cases); i++) {
        config = config_for(candidate(cases[i].name), SPI);
        config.bias = cases[i].bias;
        config.temperature = cases[i].temperature;
        heard.count = 0;
        assert_int_equal(pmb_panel_open(&panel, &config, &port), PMB_OK);
        if (!was_heard(cases[i].bytes, cases[i].count))
            fail_msg("case %zu", i);
        if (cases[i].count == 1)
            assert_false(was_heard((uint8_t[]){cases[i].bytes[0] ^ 1}, 1));
    }
}

/* Two ways to sleep, with the memory and without (docs/controllers/ssd1680.md). */
static void paper_sleeps_with_its_memory_or_without(void **state)
{
    (void)state;
    pmb_port port = taker;
    port.spi = hear;
    for (uint8_t way = 0; way < 2; way++) {
        begin("ssd1681", SPI, &port);
        heard.count = 0;
        assert_int_equal(way ? pmb_panel_deep_sleep(&panel) : pmb_panel_sleep(&panel), PMB_OK);
        assert_true(was_heard((uint8_t[]){0x10, way ? 0x03 : 0x01}, 2));
    }
}

/* A sleep that did not reach the panel is sent again, and one that did is not. */
static void a_lost_sleep_is_sent_again(void **state)
{
    (void)state;
    static const char *const names[] = {"ssd1681", "uc8151"};
    for (size_t i = 0; i < LENGTH(names); i++) {
        begin(names[i], SPI, &taker);
        taken.left = 1;
        assert_int_not_equal(pmb_panel_sleep(&panel), PMB_OK);
        for (int again = 0; again < 2; again++) {
            const unsigned before = taken.bytes;
            assert_int_equal(pmb_panel_sleep(&panel), PMB_OK);
            assert_int_equal(taken.bytes > before, again == 0);
        }
    }
}

/* Only a reset wakes paper; asleep it does nothing, and falling asleep twice is once. */
static void paper_sleeps_only_if_it_can_be_woken(void **state)
{
    (void)state;
    static const char *const names[] = {"ssd1681", "ssd1608", "uc8151", "uc8179", "jd79660"};
    for (size_t i = 0; i < LENGTH(names); i++) {
        begin(names[i], SPI, &taker);
        assert_int_equal(pmb_panel_sleep(&panel), PMB_OK);
        take_anew();
        assert_int_equal(pmb_panel_deep_sleep(&panel), PMB_OK);
        assert_int_equal(taken.calls, 0);
        assert_int_equal(pmb_panel_refresh(&panel, PMB_REFRESH_FULL), PMB_ERR_UNSUPPORTED);
        assert_int_equal(taken.calls, 0);
        assert_int_equal(pmb_panel_wake(&panel), PMB_OK);
        assert_int_equal(pmb_panel_refresh(&panel, PMB_REFRESH_FULL), PMB_OK);
        config.reset = PMB_PIN_NONE;
        assert_int_equal(pmb_panel_open(&panel, &config, &taker), PMB_OK);
        take_anew();
        assert_int_equal(pmb_panel_sleep(&panel), PMB_ERR_UNSUPPORTED);
        assert_int_equal(taken.calls, 0);
    }
    begin("jd79660", SPI, &taker); /* one kind of refresh only */
    assert_int_equal(pmb_panel_refresh(&panel, PMB_REFRESH_FAST), PMB_ERR_UNSUPPORTED);
    assert_int_equal(pmb_panel_refresh(&panel, (pmb_refresh)9), PMB_ERR_ARGUMENT);
    const pmb_rect beside = {500, 0, 9, 9};
    assert_int_equal(pmb_panel_refresh_area(&panel, PMB_REFRESH_FULL, beside), PMB_ERR_ARGUMENT);
}

static void an_expander_has_sixteen_pins_and_eight_addresses(void **state)
{
    (void)state;
    pmb_expander e;
    pmb_bus bus = {.kind = &pmb_i2c};
    pmb_port port = taker;
    assert_int_equal(pmb_expander_open(&e, NULL, &bus), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_expander_open(&e, &port, NULL), PMB_ERR_ARGUMENT);
    take_anew();
    taken.address = 0x20;
    assert_int_equal(pmb_expander_open(&e, &port, &bus), PMB_OK); /* the first is the usual one */
    for (int address = 0x1F; address <= 0x28; address++) {
        bus.address = taken.address = (uint8_t)address;
        assert_int_equal(pmb_expander_open(&e, &port, &bus),
                         address >= 0x20 && address <= 0x27 ? PMB_OK : PMB_ERR_ARGUMENT);
    }
    bus.address = taken.address = 0x21;
    assert_int_equal(pmb_expander_open(&e, &port, &bus), PMB_OK);
    take_anew();
    e.port.pin_write(e.port.context, PMB_PIN(16), true); /* none of its pins */
    assert_int_equal(taken.calls, 0);
    e.port.pin_write(e.port.context, PMB_PIN(15), true);
    assert_int_equal(taken.calls, 1);
    taken.reply = 0x80;
    assert_true(e.port.pin_read(e.port.context, PMB_PIN(15)));
    assert_false(e.port.pin_read(e.port.context, PMB_PIN(14)));
    port.i2c_read = NULL;
    assert_false(e.port.pin_read(e.port.context, PMB_PIN(15)));
    port.i2c_limit = 7;
    assert_int_equal(pmb_expander_open(&e, &port, &bus), PMB_OK);
    port.i2c_limit = 6; /* three pairs of levels and their number have no room */
    assert_int_equal(pmb_expander_open(&e, &port, &bus), PMB_ERR_UNSUPPORTED);
    port.i2c_limit = 0;
    port.wait_us = NULL;
    assert_int_equal(pmb_expander_open(&e, &port, &bus), PMB_ERR_UNSUPPORTED);
    port = taker;
    port.i2c_write = NULL;
    assert_int_equal(pmb_expander_open(&e, &port, &bus), PMB_ERR_UNSUPPORTED);
}

static void explanations_name_what_is_possible(void **state)
{
    (void)state;
    char why[160];
    config = config_for(candidate("ssd1306"), I2C);
    config.bus.address = 0x7A;
    assert_int_equal(pmb_panel_explain(&config, &taker, why, sizeof why), PMB_ERR_ARGUMENT);
    assert_string_equal(why, "bus.address is 0x7A, which is the 8-bit form; in 7 bits it is 0x3D");
    pmb_controller single = pmb_ssd1306;
    single.addresses[1] = 0;
    config.controller = &single;
    assert_int_equal(pmb_panel_explain(&config, &taker, why, sizeof why), PMB_ERR_ARGUMENT);
    assert_string_equal(why, "bus.address is 0x7A: the controller has 0x3C");
    config.bus.address = 0x01; /* half of it is no address */
    assert_int_equal(pmb_panel_explain(&config, &taker, why, sizeof why), PMB_ERR_ARGUMENT);
    assert_string_equal(why, "bus.address is 0x01: the controller has 0x3C");
    config = config_for(candidate("ssd1306"), I2C);
    config.bus.hertz = 400000;
    assert_int_equal(pmb_panel_explain(&config, &taker, why, sizeof why), PMB_OK);
    assert_int_equal(pmb_panel_open(&panel, &config, &taker), PMB_OK);
    config.bus.hertz = 400001;
    assert_int_equal(pmb_panel_open(&panel, &config, &taker), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_panel_explain(&config, &taker, why, sizeof why), PMB_ERR_ARGUMENT);
    config = config_for(candidate("ssd1306"), I2C);
    config.size = (pmb_size){200, 10}; /* exchanged, it would not fit either */
    assert_int_equal(pmb_panel_explain(&config, &taker, why, sizeof why), PMB_ERR_ARGUMENT);
    assert_string_equal(why, "size is 200x10: the controller's memory has 128x64");
    config = config_for(candidate("st7789 240x240"), SPI);
    config.offset = (pmb_offset){0, 81, true};
    assert_int_equal(pmb_panel_explain(&config, &taker, why, sizeof why), PMB_ERR_ARGUMENT);
    config.offset = (pmb_offset){0, 80, true};
    config.contrast = 5;
    config.mirror = true;
    config.bias = 9; /* two that are not possible: neither alone is to blame */
    assert_int_equal(pmb_panel_explain(&config, &taker, why, sizeof why), PMB_ERR_ARGUMENT);
    assert_string_equal(why, "the controller, or this build of the library, cannot do this");
    pmb_panel closed = {.format = NULL};
    assert_int_equal(pmb_screen_explain(NULL, 100, 0, why, sizeof why), PMB_ERR_ARGUMENT);
    assert_int_equal(pmb_screen_explain(&closed, 100, 0, why, sizeof why), PMB_ERR_ARGUMENT);
    assert_string_equal(why, "an open panel is missing");
    assert_int_equal(pmb_screen_explain(&closed, 100, 0, NULL, 100), PMB_ERR_ARGUMENT);
    begin("ssd1306", I2C, &taker);
    assert_int_equal(pmb_screen_explain(&panel, 1024, 8, why, sizeof why), PMB_OK);
    assert_int_equal(pmb_screen_explain(&panel, 1024, 7, why, sizeof why), PMB_ERR_ARGUMENT);
}

/* Commands of a driver of one's own, longer than those of ours: a piece that breaks off ends them.
 */
static void long_commands_go_out_in_pieces(void **state)
{
    (void)state;
    static const struct {
        const char *name;
        int bus;
        unsigned bytes; /* for each of the command */
    } cases[] = {{"ili9486", SPI16, 2}, {"st7920", SYNC, 3}, {"ili9341", SPI3, 1}};
    uint8_t bytes[40] = {0};
    for (size_t i = 0; i < LENGTH(cases); i++) {
        begin(cases[i].name, cases[i].bus, &taker);
        assert_int_equal(pmb_send_command(&panel, bytes, sizeof bytes), PMB_OK);
        assert_in_range(taken.bytes, cases[i].bytes * sizeof bytes,
                        cases[i].bytes * sizeof bytes + 120);
        take_anew();
        taken.left = 1;
        assert_int_equal(pmb_send_command(&panel, bytes, sizeof bytes), PMB_ERR_BUS);
        assert_int_equal(taken.calls, 1);
        uint8_t list[42] = {40}; /* forty bytes, and the end of the list */
        take_anew();
        assert_int_equal(pmb_send_setup(&panel, true, list), PMB_OK);
        assert_in_range(taken.calls, 3, 200);
        take_anew();
        taken.left = 1;
        assert_int_equal(pmb_send_setup(&panel, true, list), PMB_ERR_BUS);
        assert_int_equal(taken.calls, 1);
    }
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        cmocka_unit_test(parts_begin_and_end_at_whole_bytes),
        cmocka_unit_test(a_part_beside_the_glass_is_not_sent),
        cmocka_unit_test(reading_needs_a_wire_and_a_callback),
        cmocka_unit_test(quiet_needs_pins),
        cmocka_unit_test(only_paper_with_its_line_is_busy),
        cmocka_unit_test(deferring_needs_both_callbacks),
        cmocka_unit_test(temperatures_are_steps),
        cmocka_unit_test(bias_and_temperature_reach_the_wire),
        cmocka_unit_test(paper_sleeps_with_its_memory_or_without),
        cmocka_unit_test(a_lost_sleep_is_sent_again),
        cmocka_unit_test(paper_sleeps_only_if_it_can_be_woken),
        cmocka_unit_test(an_expander_has_sixteen_pins_and_eight_addresses),
        cmocka_unit_test(explanations_name_what_is_possible),
        cmocka_unit_test(long_commands_go_out_in_pieces),
    };
    return PMB_ONE_BIT || PMB_PLAIN_PANELS || PMB_NO_CHECKS || PMB_NO_TURN || PMB_NO_TILES
               ? 0
               : cmocka_run_group_tests(tests, NULL, NULL);
}
