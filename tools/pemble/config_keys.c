/* config_keys.c - the values of a configuration, one function a kind. */
#include "config_keys.h"

#include <limits.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <strings.h>

/* A whole number, decimal or with 0x, and nothing behind it but `unit`. */
static bool number_with(const char *text, const char *unit, long least, long most, long *value)
{
    char *end;
    const int base = text[0] == '0' && (text[1] == 'x' || text[1] == 'X') ? 16 : 10;
    if (text[0] < '0' || text[0] > '9')
        return false;
    *value = strtol(text, &end, base);
    end += strspn(end, " ");
    return strcasecmp(end, unit) == 0 && *value >= least && *value <= most;
}

static bool number(const char *text, long least, long most, long *value)
{
    return number_with(text, "", least, most, value);
}

/* The number of the word in a list that ends with NULL; -1 when it is not there. */
static int choice(const char *text, const char *const *words)
{
    for (int i = 0; words[i]; i++)
        if (strcmp(text, words[i]) == 0)
            return i;
    return -1;
}

static bool yes_or_no(const char *text, bool *value)
{
    static const char *const words[] = {"no", "yes", NULL};
    const int which = choice(text, words);
    *value = which == 1;
    return which >= 0;
}

static bool read_controller(struct reading *r)
{
    const struct known_controller *known = controller_named(r->value);
    if (!known) {
        snprintf(r->reason, sizeof r->reason, "possible is %s", controller_names());
        return false;
    }
    r->panel->known = known;
    r->panel->config.controller = known->controller;
    return true;
}

static bool read_pair(const char *text, char separator, int *a, int *b)
{
    char between;
    int used = 0;
    return sscanf(text, "%4d%c%4d%n", a, &between, b, &used) == 3 && between == separator &&
           text[used] == '\0';
}

static bool read_size(struct reading *r)
{
    int w, h;
    if (!read_pair(r->value, 'x', &w, &h) || w <= 0 || h <= 0)
        return false;
    r->panel->config.size = (pmb_size){(int16_t)w, (int16_t)h};
    return true;
}

static bool read_offset(struct reading *r)
{
    int x, y;
    if (!read_pair(r->value, ',', &x, &y) || x < 0 || y < 0)
        return false;
    r->panel->config.offset = (pmb_offset){(int16_t)x, (int16_t)y, true};
    return true;
}

static bool read_rotate(struct reading *r)
{
    long degrees;
    if (!number(r->value, 0, 270, &degrees) || degrees % 90 != 0)
        return false;
    r->panel->config.rotate = (pmb_rotation)(degrees / 90);
    return true;
}

static bool read_mirror(struct reading *r)
{
    return yes_or_no(r->value, &r->panel->config.mirror);
}

static bool read_invert(struct reading *r)
{
    return yes_or_no(r->value, &r->panel->config.invert);
}

static bool read_colors(struct reading *r)
{
    static const char *const words[] = {"rgb", "bgr", NULL};
    const int which = choice(r->value, words);
    r->panel->config.bgr = which == 1;
    return which >= 0;
}

static bool read_backlight_on(struct reading *r)
{
    static const char *const words[] = {"high", "low", NULL};
    const int which = choice(r->value, words);
    r->panel->config.backlight_low = which == 1;
    return which >= 0;
}

static bool read_contrast(struct reading *r)
{
    long contrast;
    if (!number(r->value, 1, 255, &contrast))
        return false;
    r->panel->config.contrast = (uint8_t)contrast;
    return true;
}

static bool read_com(struct reading *r)
{
    static const char *const words[] = {
        "usual", "sequential", "alternative", "sequential-swapped", "alternative-swapped", NULL};
    const int which = choice(r->value, words);
    r->panel->config.com = (pmb_com_layout)which;
    return which >= 0;
}

static bool read_bias(struct reading *r)
{
    long bias;
    if (strncmp(r->value, "1/", 2) != 0 || !number(r->value + 2, 4, 11, &bias))
        return false;
    r->panel->config.bias = (uint8_t)bias;
    return true;
}

static bool read_temperature(struct reading *r)
{
    long coefficient;
    if (!number(r->value, 0, 3, &coefficient))
        return false;
    r->panel->config.temperature = PMB_TEMPERATURE(coefficient);
    return true;
}

static bool read_resistors(struct reading *r)
{
    long ratio;
    if (!number(r->value, 0, 7, &ratio))
        return false;
    r->panel->config.resistors = PMB_RESISTORS(ratio);
    return true;
}

static bool read_booster(struct reading *r)
{
    long stage;
    if (!number(r->value, 0, 3, &stage))
        return false;
    r->panel->config.booster = PMB_BOOSTER(stage);
    return true;
}

static bool read_refresh(struct reading *r)
{
    static const char *const words[] = {"full", "fast", "partial", "greys", NULL};
    const int which = choice(r->value, words);
    r->panel->config.refresh = (pmb_refresh)which;
    return which >= 0;
}

static bool read_full_every(struct reading *r)
{
    long every = PMB_FULL_NEVER;
    if (strcmp(r->value, "never") != 0 && !number(r->value, 1, PMB_FULL_NEVER - 1, &every))
        return false;
    r->panel->config.full_every = (uint8_t)every;
    return true;
}

static bool read_type(struct reading *r)
{
    static const char *const words[] = {"i2c",     "spi",     "spi3",      "spi16",
                                        "spisync", "softspi", "parallel8", NULL};
    static const pmb_bus_kind *const kinds[] = {
        &pmb_i2c, &pmb_spi, &pmb_spi3, &pmb_spi16, &pmb_spi_sync, &pmb_soft_spi, &pmb_parallel8};
    const int which = choice(r->value, words);
    if (which < 0)
        return false;
    snprintf(r->panel->type, sizeof r->panel->type, "%s", r->value);
    r->panel->config.bus.kind = kinds[which];
    return true;
}

static bool read_unit(struct reading *r)
{
    long unit;
    if (!number(r->value, 0, 3, &unit))
        return false;
    r->panel->config.bus.unit = (uint8_t)unit;
    r->panel->unit_given = true;
    return true;
}

static bool read_address(struct reading *r)
{
    long address;
    if (!number(r->value, 0x08, 0xEF, &address))
        return false;
    /* 7-bit addresses end at 77h (UM10204, section 3.1.12), so what is above is the 8-bit form. */
    if (address > 0x77) {
        if (address & 1) {
            snprintf(r->reason, sizeof r->reason, "an odd number above 0x77 is no address");
            return false;
        }
        snprintf(r->note, sizeof r->note,
                 "address 0x%02lx is in 8-bit form, as some boards print it; in 7-bit form, which "
                 "is used here, it is 0x%02lx",
                 (unsigned long)address, (unsigned long)address / 2);
        address /= 2;
    }
    r->panel->config.bus.address = (uint8_t)address;
    return true;
}

static bool read_speed(struct reading *r)
{
    static const struct {
        const char *name;
        long hertz;
    } units[] = {{"kHz", 1000}, {"MHz", 1000000}, {"Hz", 1}};
    enum { LEAST = 1000, MOST = 100000000 };
    for (int i = 0; i < 3; i++) {
        long value;
        if (!number_with(r->value, units[i].name, 0, LONG_MAX, &value))
            continue;
        if (value < LEAST / units[i].hertz || value > MOST / units[i].hertz) {
            const bool slow = value < LEAST / units[i].hertz;
            snprintf(r->reason, sizeof r->reason, slow ? "at least 1 kHz" : "at most 100 MHz");
            return false;
        }
        r->panel->config.bus.hertz = (uint32_t)(value * units[i].hertz);
        return true;
    }
    return false;
}

static bool read_mode(struct reading *r)
{
    long mode;
    if (!number(r->value, 0, 3, &mode) || (mode != 0 && mode != 3))
        return false;
    r->panel->config.bus.mode = mode ? 3 : 0;
    return true;
}

static bool read_overclock(struct reading *r)
{
    bool overclock;
    if (!yes_or_no(r->value, &overclock))
        return false;
    r->panel->config.bus.overclock = overclock;
    return true;
}

static bool read_expander(struct reading *r)
{
    long address;
    if (strcmp(r->value, "none") == 0) {
        r->panel->expander = (pmb_bus){.address = 0};
        return true;
    }
    if (!number(r->value, 0x20, 0x27, &address))
        return false;
    r->panel->expander = (pmb_bus){.kind = &pmb_i2c, .address = (uint8_t)address};
    return true;
}

static bool read_pin_into(struct reading *r, pmb_pin *into)
{
    const bool none = strcmp(r->value, "none") == 0;
    const pmb_pin pin = none ? PMB_PIN_NONE : board_pin_named(r->board, r->value);
    if (!none && pin == PMB_PIN_NONE) {
        snprintf(r->reason, sizeof r->reason, "possible is none, or a pin of the %s: %s",
                 r->board->title, board_pin_range(r->board));
        return false;
    }
    *into = pin;
    return true;
}

static bool read_pin(struct reading *r)
{
    const enum signal signal = signal_named(r->key);
    r->panel->pin_given[signal] = read_pin_into(r, &r->panel->pins[signal]);
    return r->panel->pin_given[signal];
}

/* "mcu" and "module" and "bus" are looked at before all other keys (config.c). */
static bool read_before(struct reading *r)
{
    (void)r;
    return true;
}

static bool add_fault(struct reading *r, struct fault fault)
{
    if (r->panel->fault_count == MOST_FAULTS)
        return false;
    r->panel->faults[r->panel->fault_count++] = fault;
    return true;
}

static bool read_mute(struct reading *r)
{
    bool mute;
    if (!yes_or_no(r->value, &mute))
        return false;
    return !mute || add_fault(r, (struct fault){.kind = FAULT_MUTE});
}

/* Two words; the first has to be a signal. */
static bool two_words(const char *text, enum signal *signal, char *second, size_t size)
{
    char first[24];
    const size_t length = strcspn(text, " ");
    const char *rest = text + length + strspn(text + length, " ");
    snprintf(first, sizeof first, "%.*s", (int)length, text);
    snprintf(second, size, "%s", rest);
    *signal = signal_named(first);
    return *signal != SIGNALS;
}

static bool read_swap(struct reading *r)
{
    struct fault fault = {.kind = FAULT_SWAP};
    char second[24];
    if (!two_words(r->value, &fault.a, second, sizeof second))
        return false;
    fault.b = signal_named(second);
    return fault.b != SIGNALS && fault.b != fault.a && add_fault(r, fault);
}

static bool read_cut(struct reading *r)
{
    struct fault fault = {.kind = FAULT_CUT, .a = signal_named(r->value)};
    return fault.a != SIGNALS && add_fault(r, fault);
}

static bool read_stuck(struct reading *r)
{
    static const char *const levels[] = {"low", "high", NULL};
    struct fault fault = {.kind = FAULT_STUCK};
    char second[24];
    if (!two_words(r->value, &fault.a, second, sizeof second))
        return false;
    fault.value = choice(second, levels);
    return fault.value >= 0 && add_fault(r, fault);
}

static bool read_lose(struct reading *r)
{
    struct fault fault = {.kind = FAULT_LOSE};
    return number(r->value, 2, 1000000, &fault.value) && add_fault(r, fault);
}

/* In this order in the message, too. */
static const struct {
    const char *name;
    const pmb_touch_kind *kind;
} sensors[] = {{"xpt2046", &pmb_xpt2046},
               {"film", &pmb_touch_film},
               {"ft6x36", &pmb_ft6x36},
               {"cst816", &pmb_cst816},
               {"gt911", &pmb_gt911}};
enum { SENSORS = sizeof sensors / sizeof sensors[0] };

const char *touch_name(const pmb_touch_kind *kind)
{
    for (int i = 0; i < SENSORS; i++)
        if (sensors[i].kind == kind)
            return sensors[i].name;
    return "none";
}

static bool read_sensor(struct reading *r)
{
    for (int i = 0; i < SENSORS; i++)
        if (strcmp(sensors[i].name, r->value) == 0)
            r->panel->touch.kind = sensors[i].kind;
    return strcmp(r->value, touch_name(r->panel->touch.kind)) == 0;
}

/* A value that a bus has as well, read as if it were the panel's. */
static bool read_as_bus(struct reading *r, bool (*read)(struct reading *r))
{
    const pmb_bus bus = r->panel->config.bus;
    const bool unit_given = r->panel->unit_given;
    r->panel->config.bus = r->panel->touch.bus;
    const bool good = read(r);
    r->panel->touch.bus = r->panel->config.bus;
    r->panel->config.bus = bus;
    r->panel->unit_given = unit_given;
    return good;
}

static bool read_touch_unit(struct reading *r)
{
    r->panel->touch_unit_given = true;
    return read_as_bus(r, read_unit);
}

static bool read_touch_address(struct reading *r)
{
    return read_as_bus(r, read_address);
}

static bool read_touch_speed(struct reading *r)
{
    return read_as_bus(r, read_speed);
}

static bool read_force(struct reading *r)
{
    long force;
    if (!number(r->value, 1, 4095, &force))
        return false;
    r->panel->touch.force = (uint16_t)force;
    return true;
}

static bool read_touch_pin(struct reading *r)
{
    static const char *const names[] = {"cs", "interrupt", "reset", "xp", "xm", "yp", "ym", NULL};
    pmb_touch_config *t = &r->panel->touch;
    pmb_pin *const pins[] = {&t->bus.select, &t->interrupt, &t->reset,  &t->x_plus,
                             &t->x_minus,    &t->y_plus,    &t->y_minus};
    return read_pin_into(r, pins[choice(r->key, names)]);
}

#define WIRES "sda, scl, sdo, cs, cs2, dc, reset, busy, backlight, strobe, read, d0 to d7"

static const struct key keys[] = {
    {"panel", "module", read_before, NULL},
    {"panel", "controller", read_controller, NULL},
    {"panel", "size", read_size, "WIDTHxHEIGHT in pixels, such as 128x64"},
    {"panel", "offset", read_offset, "COLUMN,ROW in the controller's memory"},
    {"panel", "rotate", read_rotate, "0, 90, 180 or 270 (degrees, clockwise)"},
    {"panel", "mirror", read_mirror, "yes or no"},
    {"panel", "invert", read_invert, "yes or no"},
    {"panel", "colors", read_colors, "rgb or bgr"},
    {"panel", "contrast", read_contrast, "1 (least) to 255 (most)"},
    {"panel", "com", read_com,
     "usual, sequential, alternative, sequential-swapped or alternative-swapped"},
    {"panel", "bias", read_bias, "1/4 to 1/11, such as 1/9"},
    {"panel", "temperature", read_temperature, "0 to 3, the coefficient"},
    {"panel", "resistors", read_resistors, "0 to 7, the ratio"},
    {"panel", "booster", read_booster, "0 to 3"},
    {"panel", "refresh", read_refresh, "full, fast, partial or greys"},
    {"panel", "full-every", read_full_every, "never, or 1 to 254 refreshes"},
    {"panel", "address", read_address, "0x08 to 0x77, the 7-bit form"},
    {"panel", "backlight", read_pin, NULL},
    {"panel", "backlight-on", read_backlight_on, "high or low, the level of its pin"},
    {"panel", "bus", read_before, NULL},
    {"bus", "type", read_type, "i2c, spi, spi3, spi16, spisync, softspi or parallel8"},
    {"bus", "unit", read_unit, "0 to 3"},
    {"bus", "address", read_address, "0x08 to 0x77, the 7-bit form"},
    {"bus", "speed", read_speed, "a number with Hz, kHz or MHz, such as 400kHz"},
    {"bus", "mode", read_mode, "0 (the clock rests low) or 3 (it rests high)"},
    {"bus", "overclock", read_overclock, "yes or no"},
    {"bus", "expander", read_expander, "none, or 0x20 to 0x27, the address of an MCP23017"},
    {"touch", "sensor", read_sensor, SENSOR_NAMES},
    {"touch", "unit", read_touch_unit, "0 to 3"},
    {"touch", "address", read_touch_address, "0x08 to 0x77, the 7-bit form"},
    {"touch", "speed", read_touch_speed, "a number with Hz, kHz or MHz, such as 2MHz"},
    {"touch", "force", read_force, "1 (hardly touched) to 4095"},
    {"touch", "cs", read_touch_pin, NULL},
    {"touch", "interrupt", read_touch_pin, NULL},
    {"touch", "reset", read_touch_pin, NULL},
    {"touch", "xp", read_touch_pin, NULL},
    {"touch", "xm", read_touch_pin, NULL},
    {"touch", "yp", read_touch_pin, NULL},
    {"touch", "ym", read_touch_pin, NULL},
    {"board", "mcu", read_before, NULL},
    {"faults", "mute", read_mute, "yes or no"},
    {"faults", "swap", read_swap, "two wires of " WIRES},
    {"faults", "cut", read_cut, "a wire of " WIRES},
    {"faults", "stuck", read_stuck, "a wire, and low or high"},
    {"faults", "lose", read_lose, "2 or more: every how many bytes one is lost"},
};
enum { KEY_COUNT = sizeof keys / sizeof keys[0] };

const char *keys_of(const char *section)
{
    static char text[600];
    size_t length = 0;
    if (strcmp(section, "pins") == 0)
        return WIRES;
    text[0] = '\0';
    for (int i = 0; i < KEY_COUNT; i++)
        if (strcmp(keys[i].section, section) == 0)
            length += (size_t)snprintf(text + length, sizeof text - length, "%s%s",
                                       length ? ", " : "", keys[i].name);
    return text;
}

const struct key *key_named(const char *section, const char *name)
{
    static const struct key pin = {"pins", "", read_pin, NULL};
    if (strcmp(section, "pins") == 0)
        return signal_named(name) == SIGNALS ? NULL : &pin;
    for (int i = 0; i < KEY_COUNT; i++)
        if (strcmp(keys[i].section, section) == 0 && strcmp(keys[i].name, name) == 0)
            return &keys[i];
    return NULL;
}
