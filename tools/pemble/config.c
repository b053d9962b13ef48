/* config.c - what the keys of a configuration mean. */
#include "config.h"

#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include <strings.h>
#include "ini_entries.h"
#include "pemble/families.h"

/* One value being read; `reason` is for a refusal, `note` for what is unusual. */
struct reading {
    struct panel_setup *panel;
    const char *value;
    char reason[200], note[200];
};

struct key {
    const char *section, *name;
    bool (*read)(struct reading *r);
    const char *possible;
};

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

static bool read_controller(struct reading *r)
{
    const struct known_controller *known = controller_named(r->value);
    if (!known)
        return false;
    r->panel->known = known;
    r->panel->config.controller = known->controller;
    return true;
}

static bool read_size(struct reading *r)
{
    int w, h, used = 0;
    if (sscanf(r->value, "%4dx%4d%n", &w, &h, &used) != 2 || r->value[used] != '\0' || w <= 0 ||
        h <= 0)
        return false;
    r->panel->config.size = (pmb_size){(int16_t)w, (int16_t)h};
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

static bool read_contrast(struct reading *r)
{
    long contrast;
    if (!number(r->value, 1, 255, &contrast))
        return false;
    r->panel->config.contrast = (uint8_t)contrast;
    return true;
}

static bool read_type(struct reading *r)
{
    if (strcmp(r->value, "i2c") != 0)
        return false;
    r->panel->config.bus.kind = &pmb_i2c;
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
    long value;
    uint32_t *hertz = &r->panel->config.bus.hertz;
    if (number_with(r->value, "kHz", 1, 100000, &value))
        *hertz = (uint32_t)value * 1000;
    else if (number_with(r->value, "MHz", 1, 100, &value))
        *hertz = (uint32_t)value * 1000000;
    else if (number_with(r->value, "Hz", 1000, 100000000, &value))
        *hertz = (uint32_t)value;
    else
        return false;
    return true;
}

static bool read_pin(const char *text, pmb_pin *pin)
{
    long value;
    if (strcmp(text, "none") == 0) {
        *pin = PMB_PIN_NONE;
        return true;
    }
    if (!number(text, 0, 254, &value))
        return false;
    *pin = PMB_PIN(value);
    return true;
}

static bool read_reset(struct reading *r)
{
    return read_pin(r->value, &r->panel->config.reset);
}

/* Pins of a hardware bus: checked, and of no use to the bench. */
static bool read_bus_pin(struct reading *r)
{
    pmb_pin pin;
    return read_pin(r->value, &pin);
}

#define PIN_RANGE "none, or a pin number from 0 to 254"

static const struct key keys[] = {
    {"panel", "controller", read_controller, NULL                                          },
    {"panel", "size",       read_size,       "WIDTHxHEIGHT in pixels, such as 128x64"      },
    {"panel", "rotate",     read_rotate,     "0, 90, 180 or 270 (degrees, clockwise)"      },
    {"panel", "contrast",   read_contrast,   "1 (least) to 255 (most)"                     },
    {"bus",   "type",       read_type,       "i2c"                                         },
    {"bus",   "address",    read_address,    "0x08 to 0x77, the 7-bit form"                },
    {"bus",   "speed",      read_speed,      "a number with Hz, kHz or MHz, such as 400kHz"},
    {"pins",  "sda",        read_bus_pin,    PIN_RANGE                                     },
    {"pins",  "scl",        read_bus_pin,    PIN_RANGE                                     },
    {"pins",  "reset",      read_reset,      PIN_RANGE                                     },
};
enum { KEY_COUNT = sizeof keys / sizeof keys[0] };

/* "controller, size, ..." of a section, or "" when there is no such section. */
static const char *keys_of(const char *section)
{
    static char text[400];
    size_t length = 0;
    text[0] = '\0';
    for (int i = 0; i < KEY_COUNT; i++)
        if (strcmp(keys[i].section, section) == 0)
            length += (size_t)snprintf(text + length, sizeof text - length, "%s%s",
                                       length ? ", " : "", keys[i].name);
    return text;
}

static const struct key *key_named(const struct entry *entry)
{
    for (int i = 0; i < KEY_COUNT; i++)
        if (strcmp(keys[i].section, entry->section) == 0 && strcmp(keys[i].name, entry->key) == 0)
            return &keys[i];
    return NULL;
}

static void unknown_key(struct entries *entries, const struct entry *entry)
{
    const char *possible = keys_of(entry->section);
    if (*possible)
        entry_error(entries, entry->line, "[%s] has no key '%s'; it may have %s", entry->section,
                    entry->key, possible);
    else if (*entry->section)
        entry_error(entries, entry->line, "no section is called [%s]; there are panel, bus, pins",
                    entry->section);
    else
        entry_error(entries, entry->line, "'%s' stands before the first [section]", entry->key);
}

static void take_entry(struct panel_setup *panel, struct entries *entries,
                       const struct entry *entry)
{
    struct reading reading = {.panel = panel, .value = entry->value};
    const struct key *key = key_named(entry);
    if (!key) {
        unknown_key(entries, entry);
        return;
    }
    if (!key->read(&reading))
        entry_error(entries, entry->line, "[%s] %s = %s: %s%spossible is %s", entry->section,
                    entry->key, entry->value, reading.reason, *reading.reason ? "; " : "",
                    key->possible ? key->possible : controller_names());
    else if (*reading.note)
        fprintf(stderr, "pemble: %s:%d: note: %s\n", entries->path, entry->line, reading.note);
}

static int line_of(const struct entries *entries, const char *section, const char *key)
{
    for (int i = 0; i < entries->count; i++)
        if (strcmp(entries->list[i].section, section) == 0 &&
            strcmp(entries->list[i].key, key) == 0)
            return entries->list[i].line;
    return 0;
}

static void require(struct entries *entries, const char *section, const char *key,
                    const char *possible)
{
    if (line_of(entries, section, key))
        return;
    fprintf(stderr, "pemble: %s: [%s] %s is missing; possible is %s\n", entries->path, section, key,
            possible);
    entries->errors++;
}

/* What the keys are together: sizes against memory, address and speed against the controller. */
static void check_panel(struct panel_setup *panel, struct entries *entries)
{
    const pmb_controller *controller = panel->config.controller;
    const pmb_size size = panel->config.size, memory = controller->memory;
    pmb_bus *bus = &panel->config.bus;
    if (size.w > memory.w || size.h > memory.h)
        entry_error(
            entries, line_of(entries, "panel", "size"),
            "[panel] size = %dx%d: larger than the %s's memory of %dx%d; it is sold with %s",
            size.w, size.h, panel->known->title, memory.w, memory.h, panel->known->sizes);
    if (bus->address == 0)
        bus->address = controller->addresses[0];
    if (bus->address != controller->addresses[0] && bus->address != controller->addresses[1])
        entry_error(entries, line_of(entries, "bus", "address"),
                    "[bus] address = 0x%02x: the %s can only have 0x%02x or 0x%02x", bus->address,
                    panel->known->title, controller->addresses[0], controller->addresses[1]);
    if (bus->hertz > controller->i2c_khz * 1000u)
        entry_error(entries, line_of(entries, "bus", "speed"),
                    "[bus] speed: the %s takes at most %u kHz on I2C", panel->known->title,
                    controller->i2c_khz);
}

bool config_read(struct setup *setup, const char *path)
{
    static struct entries entries;
    *setup = (struct setup){.path = path, .count = 1};
    struct panel_setup *panel = &setup->panels[0];
    panel->config.bus.kind = &pmb_i2c;
    if (!entries_read(&entries, path))
        return false;
    for (int i = 0; i < entries.count; i++)
        take_entry(panel, &entries, &entries.list[i]);
    require(&entries, "panel", "controller", controller_names());
    require(&entries, "panel", "size", "WIDTHxHEIGHT in pixels");
    if (entries.errors == 0)
        check_panel(panel, &entries);
    return entries.errors == 0;
}

bool config_read_bench(struct setup *real, const struct setup *believed, const char *path)
{
    if (path)
        return config_read(real, path);
    *real = *believed;
    return true;
}
