/* On every controller and bus: each pin left out, each callback missing, each field that a family
 * may refuse. Opening refuses what cannot work before a byte is sent, and the explanation has the
 * same status and names what is missing. */
#include <stdio.h>
#include "every.h"
#include "pemble/driver.h"
#include "taker.h"
#include "test.h"

static const char *named;

/* Opens the panel and asks why it is refused. What is accepted has no explanation. */
static pmb_status open_as(const pmb_panel_config *config, const pmb_port *port, char *why,
                          size_t room)
{
    pmb_panel panel;
    take_anew();
    const pmb_status status = pmb_panel_open(&panel, config, port);
    const pmb_status explained = pmb_panel_explain(config, port, why, room);
    if (status != explained)
        fail_msg("%s: opening gives %d, the explanation %d: %s", named, status, explained, why);
    if ((status == PMB_OK) != (why[0] == '\0'))
        fail_msg("%s: opening gives %d, and is explained by '%s'", named, status, why);
    assert_true(status == PMB_OK || taken.bytes == 0);
    return status;
}

/* The pins by their place in the bus, and on which buses a panel cannot be without them. */
static const struct {
    size_t at;
    int needed;
    const char *name;
} pins[] = {
    {offsetof(pmb_bus, data_command), SPI | SPI16 | PARALLEL | SOFT, "bus.data_command"},
    {offsetof(pmb_bus, select), SPI3 | SPI16, "bus.select"},
    {offsetof(pmb_bus, clock), SOFT | SOFT3, "bus.clock"},
    {offsetof(pmb_bus, data), SOFT | SOFT3, "bus.data"},
    {offsetof(pmb_bus, strobe), PARALLEL, "bus.strobe"},
    {offsetof(pmb_bus, second_select), 0, "bus.second_select"},
};

static bool has_two_halves(const struct candidate *c)
{
    return strncmp(c->name, "ks0108", 6) == 0;
}

static void try_pins(const struct candidate *c, int bus)
{
    char why[160];
    for (size_t i = 0; i < LENGTH(pins); i++) {
        pmb_panel_config config = config_for(c, bus);
        *(pmb_pin *)(void *)((uint8_t *)&config.bus + pins[i].at) = PMB_PIN_NONE;
        const pmb_status status = open_as(&config, &taker, why, sizeof why);
        const bool nine_bits = bus == SOFT && i == 0 && c->controller->buses & PMB_HAS_SPI3;
        if (pins[i].needed & bus && !nine_bits) {
            assert_int_equal(status, PMB_ERR_ARGUMENT);
            if (!strstr(why, pins[i].name))
                fail_msg("%s: '%s' does not name %s", named, why, pins[i].name);
        } else if (has_two_halves(c) && strstr(pins[i].name, "select")) {
            assert_int_equal(status, PMB_ERR_ARGUMENT);
            assert_non_null(strstr(why, pins[i].name));
        } else {
            assert_int_equal(status, PMB_OK);
        }
    }
    if (bus != PARALLEL)
        return;
    pmb_panel_config config = config_for(c, bus);
    pmb_pin seven[8];
    memcpy(seven, config.bus.lines, sizeof seven);
    for (size_t i = 0; i < 8; i++) {
        const pmb_pin kept = seven[i];
        seven[i] = PMB_PIN_NONE;
        config.bus.lines = seven;
        assert_int_equal(open_as(&config, &taker, why, sizeof why), PMB_ERR_ARGUMENT);
        assert_string_equal(why, "one of the eight bus.lines is missing");
        seven[i] = kept;
    }
    config.bus.lines = NULL;
    assert_int_equal(open_as(&config, &taker, why, sizeof why), PMB_ERR_ARGUMENT);
    assert_string_equal(why, "bus.lines is missing");
}

static void try_callbacks(const struct candidate *c, int bus)
{
    char why[160];
    for (int i = 0; i < 5; i++) {
        const pmb_panel_config config = config_for(c, bus);
        pmb_port port = taker;
        bool needed = true;
        if (i == 0) {
            port.wait_us = NULL;
        } else if (i == 1) {
            port.i2c_write = NULL;
            needed = bus == I2C;
        } else if (i == 2) {
            port.spi = NULL;
            needed = bus & (SPI | SPI3 | SPI16 | SYNC);
        } else if (i == 3) {
            port.pin_write = NULL; /* at least for the reset pin */
        } else {
            port.pin_read = NULL;
            needed = c->paper || bus == PARALLEL;
        }
        assert_int_equal(open_as(&config, &port, why, sizeof why),
                         needed ? PMB_ERR_UNSUPPORTED : PMB_OK);
        static const char *const names[] = {"no wait_us", "no i2c_write", "no spi", "no pin_write",
                                            "no pin_read"};
        if (needed && !strstr(why, names[i]))
            fail_msg("%s: '%s' does not say %s", named, why, names[i]);
    }
    if (bus == PARALLEL && !c->paper) { /* what is not read needs no pin_read */
        pmb_panel_config written = config_for(c, bus);
        pmb_port deaf = taker;
        deaf.pin_read = NULL;
        written.bus.read = PMB_PIN_NONE;
        assert_int_equal(open_as(&written, &deaf, why, sizeof why), PMB_OK);
    }
    pmb_panel_config lit = config_for(c, bus); /* a backlight needs a pin as well */
    pmb_port port = taker;
    port.pin_write = NULL;
    lit.reset = PMB_PIN_NONE;
    lit.backlight = PMB_PIN(12);
    assert_int_equal(open_as(&lit, &port, why, sizeof why), PMB_ERR_UNSUPPORTED);
    lit.backlight = PMB_PIN_NONE; /* and every bus but I2C */
    if (!c->paper)
        assert_int_equal(open_as(&lit, &port, why, sizeof why),
                         bus == I2C ? PMB_OK : PMB_ERR_UNSUPPORTED);
}

static void set_field(pmb_panel_config *config, int field)
{
    switch (field) {
    case 0:
        config->contrast = 5;
        break;
    case 1:
        config->bias = 200;
        break;
    case 2:
        config->temperature = 200;
        break;
    case 3:
        config->com = PMB_COM_ALTERNATIVE;
        break;
    case 4:
        config->bgr = true;
        break;
    case 5:
        config->format = &pmb_ink_vertical;
        break;
    default:
        config->refresh = (pmb_refresh)9;
        break;
    }
}

/* A field is taken, or refused with its name; no controller takes a bias of 1/200. */
static void try_fields(const struct candidate *c, int bus)
{
    static const char *const names[] = {"contrast", "bias",   "temperature", "com",
                                        "bgr",      "format", "refresh"};
    char why[160];
    for (int i = 0; i < (int)LENGTH(names); i++) {
        pmb_panel_config config = config_for(c, bus);
        set_field(&config, i);
        const pmb_status status = open_as(&config, &taker, why, sizeof why);
        if (status != PMB_OK && strncmp(why, names[i], strlen(names[i])) != 0)
            fail_msg("%s: %s is blamed by '%s'", named, names[i], why);
        if (i == 0 && !c->paper)
            assert_int_equal(status == PMB_OK, c->has_contrast);
        if (i == 1 || i == 2)
            assert_int_equal(status, PMB_ERR_ARGUMENT);
    }
}

static void try_glass(const struct candidate *c, int bus)
{
    static const pmb_size sizes[] = {{0, 8}, {8, 0}, {-1, 8}, {8, -1}, {32000, 8}, {8, 32000}};
    static const pmb_offset offsets[] = {
        {-1, 0, true}, {0, -1, true}, {32000, 0, true}, {0, 32000, true}};
    char why[160];
    for (size_t i = 0; i < LENGTH(sizes); i++) {
        pmb_panel_config config = config_for(c, bus);
        config.size = sizes[i];
        assert_int_equal(open_as(&config, &taker, why, sizeof why), PMB_ERR_ARGUMENT);
        assert_int_equal(strncmp(why, "size is ", 8), 0);
    }
    for (size_t i = 0; i < LENGTH(offsets); i++) {
        pmb_panel_config config = config_for(c, bus);
        config.offset = offsets[i];
        assert_int_equal(open_as(&config, &taker, why, sizeof why), PMB_ERR_ARGUMENT);
        assert_int_equal(strncmp(why, "offset is ", 10), 0);
    }
    pmb_panel_config config = config_for(c, bus);
    config.booster = 5;
    assert_int_equal(open_as(&config, &taker, why, sizeof why), PMB_ERR_ARGUMENT);
    assert_non_null(strstr(why, "booster"));
    config.booster = 0;
    config.resistors = 9;
    assert_int_equal(open_as(&config, &taker, why, sizeof why), PMB_ERR_ARGUMENT);
    if (bus & (SPI | SPI3 | SOFT | SOFT3 | SPI16 | SYNC)) {
        config = config_for(c, bus);
        config.bus.mode = 2;
        assert_int_equal(open_as(&config, &taker, why, sizeof why), PMB_ERR_ARGUMENT);
        assert_string_equal(why, "bus.mode is 2: it is 0 or 3");
    }
    config = config_for(c, bus);
    config.bus.hertz = 4000000000u;
    const pmb_status status = open_as(&config, &taker, why, sizeof why);
    assert_int_equal(status, bus & (SOFT | SOFT3 | PARALLEL) ? PMB_OK : PMB_ERR_ARGUMENT);
    if (status != PMB_OK)
        assert_int_equal(strncmp(why, "bus.hertz is 2147483647: ", 25), 0);
}

static void what_cannot_work_is_refused_and_named(void **state)
{
    (void)state;
    for (size_t i = 0; i < candidate_count; i++)
        for (int bus = I2C; bus <= SYNC; bus <<= 1) {
            if (!(candidates[i].buses & bus))
                continue;
            char name[80];
            snprintf(name, sizeof name, "%s, bus %Xh", candidates[i].name, (unsigned)bus);
            named = name;
            try_pins(&candidates[i], bus);
            try_callbacks(&candidates[i], bus);
            try_fields(&candidates[i], bus);
            try_glass(&candidates[i], bus);
        }
}

/* Which biases and temperatures a controller takes: docs/controllers, "Setting". */
static void biases_and_temperatures_are_those_of_the_controller(void **state)
{
    (void)state;
    char why[160];
    for (size_t i = 0; i < candidate_count; i++) {
        const struct candidate *c = &candidates[i];
        const bool pcd = strcmp(c->name, "pcd8544") == 0;
        const bool pages = strncmp(c->name, "st756", 5) == 0 || strncmp(c->name, "uc1701", 6) == 0;
        const int temperatures = pcd ? 4 : strncmp(c->name, "uc1701", 6) == 0 ? 2 : 0;
        named = c->name;
        for (int n = 1; n < 256; n++) {
            pmb_panel_config config = config_for(c, usual_bus(c));
            config.bias = (uint8_t)n;
            assert_int_equal(open_as(&config, &taker, why, sizeof why) == PMB_OK,
                             (pcd && n >= 4 && n <= 11) || (pages && (n == 7 || n == 9)));
            config.bias = 0;
            config.temperature = (uint8_t)n;
            assert_int_equal(open_as(&config, &taker, why, sizeof why) == PMB_OK,
                             n <= temperatures);
        }
    }
}

int main(void)
{
    const struct CMUnitTest tests[] = {
        test_without(PMB_NO_CHECKS | PMB_ONE_BIT | PMB_PLAIN_PANELS | PMB_NO_TURN,
                     what_cannot_work_is_refused_and_named),
        test_without(PMB_NO_CHECKS | PMB_ONE_BIT | PMB_PLAIN_PANELS | PMB_NO_TURN,
                     biases_and_temperatures_are_those_of_the_controller),
    };
    return cmocka_run_group_tests(tests, NULL, NULL);
}
