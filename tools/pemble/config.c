/* config.c - panels from the entries of a file: which entry belongs to which, what is usual when
 * nothing is said, and whether it all fits together. */
#include "config.h"

#include <limits.h>
#include <stdio.h>
#include <string.h>
#include "command.h"
#include "config_keys.h"
#include "ini_entries.h"
#include "pemble/families.h"
#include "pemble/turn.h"

enum { PINS_APART = 20 }; /* between the usual pins of two panels on the plain bench */

const char *panel_title(const struct panel_setup *panel)
{
    if (*panel->name)
        return panel->name;
    return panel->module ? panel->module->name : panel->known->title;
}

int setup_find(const struct setup *setup, const char *name)
{
    for (int i = 0; i < setup->count; i++)
        if (!name || strcmp(setup->panels[i].name, name) == 0)
            return i;
    complain("%s: no panel is called %s; the first is '%s'", setup->path, name,
             panel_title(&setup->panels[0]));
    return -1;
}

static const struct entry *find(const struct entries *entries, const char *section,
                                const char *instance, const char *key)
{
    for (int i = 0; i < entries->count; i++) {
        const struct entry *e = &entries->list[i];
        if (strcmp(e->section, section) == 0 && strcmp(e->instance, instance) == 0 &&
            strcmp(e->key, key) == 0)
            return e;
    }
    return NULL;
}

static bool has_section(const struct entries *entries, const char *section, const char *instance)
{
    for (int i = 0; i < entries->count; i++)
        if (strcmp(entries->list[i].section, section) == 0 &&
            strcmp(entries->list[i].instance, instance) == 0)
            return true;
    return false;
}

/* ---- reading ---- */

static void take_entry(struct setup *setup, struct panel_setup *panel, struct entries *entries,
                       const struct entry *entry)
{
    const struct key *key = key_named(entry->section, entry->key);
    struct reading reading = {panel, panel_board(setup, panel), entry->key, entry->value, "", ""};
    if (!key)
        return; /* said by check_keys */
    if (!key->read(&reading)) {
        const bool both = *reading.reason && key->possible;
        entry_error(entries, entry->line, "[%s] %s = %s: %s%s%s%s", entry->section, entry->key,
                    entry->value, reading.reason, both ? "; " : "",
                    key->possible ? "possible is " : "", key->possible ? key->possible : "");
    } else if (*reading.note) {
        fprintf(stderr, "pemble: %s:%d: note: %s\n", entries->path, entry->line, reading.note);
    }
}

static void take_section(struct setup *setup, struct panel_setup *panel, struct entries *entries,
                         const char *section, const char *instance)
{
    for (int i = 0; i < entries->count; i++) {
        const struct entry *e = &entries->list[i];
        if (strcmp(e->section, section) == 0 && strcmp(e->instance, instance) == 0)
            take_entry(setup, panel, entries, e);
    }
}

/* The section of the bus that a panel names, or that is called like it, or the one without a name.
 */
static const char *bus_of(const struct panel_setup *panel, struct entries *entries)
{
    const struct entry *named = find(entries, "panel", panel->name, "bus");
    if (!named)
        return has_section(entries, "bus", panel->name) ? panel->name : "";
    if (!has_section(entries, "bus", named->value))
        entry_error(entries, named->line, "[panel] bus = %s: there is no section [bus %s]",
                    named->value, named->value);
    return named->value;
}

/* What a module says, as if the file said it first. */
static void take_module(struct setup *setup, struct panel_setup *panel, struct entries *entries)
{
    const struct entry *entry = find(entries, "panel", panel->name, "module");
    if (!entry)
        return;
    panel->module = module_named(entry->value);
    if (!panel->module) {
        entry_error(entries, entry->line, "[panel] module = %s: possible is %s", entry->value,
                    module_names_like(entry->value));
        return;
    }
    char words[120];
    struct reading reading = {panel, setup->board, "controller", panel->module->controller, "", ""};
    (void)key_named("panel", "controller")->read(&reading);
    snprintf(words, sizeof words, "%s", panel->module->keys);
    for (char *word = strtok(words, " "); word; word = strtok(NULL, " ")) {
        char *value = strchr(word, '=');
        *value++ = '\0';
        const struct key *key = key_named("panel", word);
        reading.key = word;
        reading.value = value;
        (void)(key ? key : key_named("bus", word))->read(&reading);
    }
}

static void check_keys(struct entries *entries)
{
    for (int i = 0; i < entries->count; i++) {
        const struct entry *e = &entries->list[i];
        const char *possible = keys_of(e->section);
        if (key_named(e->section, e->key))
            continue;
        if (*possible)
            entry_error(entries, e->line, "[%s] has no key '%s'; it may have %s", e->section,
                        e->key, possible);
        else if (*e->section)
            entry_error(
                entries, e->line,
                "no section is called [%s]; there are panel, bus, pins, touch, board, faults",
                e->section);
        else
            entry_error(entries, e->line, "'%s' stands before the first [section]", e->key);
    }
}

static void missing(struct entries *entries, const char *section, const char *key,
                    const char *possible)
{
    fprintf(stderr, "pemble: %s: [%s] %s is missing; possible is %s\n", entries->path, section, key,
            possible);
    entries->errors++;
}

/* ---- what is usual ---- */

const struct board *panel_board(const struct setup *setup, const struct panel_setup *panel)
{
    return panel->expander.kind ? &board_expander : setup->board;
}

static bool is_paper(const struct panel_setup *panel)
{
    return panel->config.controller->family->refresh != NULL;
}

bool panel_was_made_i2c(const struct panel_setup *panel)
{
    return panel->config.controller == &pmb_ssd1309 && strcmp(panel->type, "i2c") == 0;
}

static bool needs_pin(const struct panel_setup *panel, enum signal signal)
{
    const char *type = panel->type;
    const bool i2c = strcmp(type, "i2c") == 0, parallel = strcmp(type, "parallel8") == 0;
    const bool chips = panel->config.controller->family == &pmb_family_ks0108;
    switch (signal) {
    case SIGNAL_SDA:
    case SIGNAL_SCL:
        return !parallel;
    case SIGNAL_DC:
        return !i2c && strcmp(type, "spi3") != 0 && strcmp(type, "spisync") != 0;
    case SIGNAL_CS:
        return !i2c;
    case SIGNAL_CS2:
        return chips;
    case SIGNAL_RESET:
        return !i2c || panel_was_made_i2c(panel);
    case SIGNAL_BUSY:
        return is_paper(panel);
    case SIGNAL_SDO:
    case SIGNAL_BACKLIGHT:
        return false;
    default:
        return parallel;
    }
}

static void usual_type(struct panel_setup *panel)
{
    if (*panel->type)
        return;
    const uint8_t buses = panel->config.controller->buses;
    const bool i2c = buses & PMB_HAS_I2C, spi = buses & PMB_HAS_SPI;
    strcpy(panel->type, i2c ? "i2c" : spi ? "spi" : "parallel8");
    panel->config.bus.kind = i2c ? &pmb_i2c : spi ? &pmb_spi : &pmb_parallel8;
}

/* Whether a line that the panel drives would put 5 V on a board that takes 3.3 V. */
static bool drives_5_volts(const struct board *board, const struct panel_setup *panel)
{
    const bool takes_5 = panel->module ? strcmp(panel->module->supply, "5") == 0
                                       : panel->config.controller->family == &pmb_family_ks0108;
    return takes_5 && board != &board_bench && board->volts < 4;
}

/* The pins that a line of a unit can be on; "" for any. */
static const char *list_of(const struct board_unit *unit, enum signal signal)
{
    const char *list = signal == SIGNAL_SDA   ? unit->sda
                       : signal == SIGNAL_SCL ? unit->scl
                       : signal == SIGNAL_SDO ? unit->sdo
                                              : NULL;
    return list ? list : "";
}

/* The pins that I2C has on boards where its unit is fixed to some. */
static pmb_pin usual_pin(const struct setup *setup, const struct panel_setup *panel,
                         enum signal signal)
{
    const struct board *board = panel_board(setup, panel);
    const char *const kind = strcmp(panel->type, "i2c") == 0 ? "i2c" : "spi";
    const struct board_unit *unit = board_unit(board, kind, panel->config.bus.unit);
    const bool bus_line = signal == SIGNAL_SDA || signal == SIGNAL_SCL;
    int pin = board->usual[signal];
    if (signal == SIGNAL_READ && drives_5_volts(board, panel))
        return PMB_PIN_NONE;
    const bool i2c = strcmp(panel->type, "i2c") == 0;
    if (i2c && bus_line && board->usual_i2c[0] >= 0 && panel->config.bus.unit == 0)
        pin = board->usual_i2c[signal == SIGNAL_SCL];
    else if (unit && (i2c ? bus_line : panel->config.bus.unit > 0))
        (void)sscanf(list_of(unit, signal), "%d", &pin);
    if (board == &board_bench && (!bus_line || strcmp(panel->type, "softspi") == 0))
        pin += PINS_APART * (int)(panel - setup->panels);
    return pin < 0 ? PMB_PIN_NONE : PMB_PIN(pin);
}

/* Whether a panel has the pin already; of those that come later only what the file gives counts. */
static bool is_taken(const struct setup *setup, const struct panel_setup *for_panel, pmb_pin pin)
{
    for (const struct panel_setup *p = setup->panels; p < setup->panels + setup->count; p++)
        for (int i = 0; i < SIGNALS; i++)
            if (p->pins[i] == pin && panel_board(setup, p) == panel_board(setup, for_panel) &&
                (p <= for_panel || p->pin_given[i]))
                return true;
    return false;
}

/* Whether the pin is the usual one of some signal, or can be a line of the panel's bus. */
static bool is_reserved(const struct board *board, const struct panel_setup *panel, int number)
{
    for (int i = 0; i < SIGNALS; i++)
        if (board->usual[i] == number)
            return true;
    const struct board_unit *unit = board_unit(board, "i2c", panel->config.bus.unit);
    return unit && ((unit->sda && pin_list_holds(unit->sda, number)) ||
                    (unit->scl && pin_list_holds(unit->scl, number)));
}

/* A pin that nobody has, for what two panels must not share; the usual one when there is none. */
static pmb_pin own_pin(const struct setup *setup, const struct panel_setup *panel,
                       enum signal signal, pmb_pin usual)
{
    const struct board *board = panel_board(setup, panel);
    if (usual == PMB_PIN_NONE || !is_taken(setup, panel, usual))
        return usual;
    /* Rather than share, the usual of another; rather than that, one that has another task. */
    for (int pass = 0; pass < 3; pass++)
        for (int number = 0; number < 256; number++) {
            const bool input = pin_list_holds(board->input_only, number);
            if (pin_list_holds(board->pins, number) && (!input || signal == SIGNAL_BUSY) &&
                (pass > 0 || !is_reserved(board, panel, number)) &&
                (pass > 1 || !board_pin_note(board, PMB_PIN(number))) &&
                !is_taken(setup, panel, PMB_PIN(number)))
                return PMB_PIN(number);
        }
    return usual;
}

static bool must_be_own(enum signal signal)
{
    return signal == SIGNAL_CS || signal == SIGNAL_RESET || signal == SIGNAL_BUSY;
}

static void usual_pins(const struct setup *setup, struct panel_setup *panel)
{
    for (int i = 0; i < SIGNALS; i++)
        if (!panel->pin_given[i] && needs_pin(panel, (enum signal)i)) {
            const pmb_pin usual = usual_pin(setup, panel, (enum signal)i);
            panel->pins[i] =
                must_be_own((enum signal)i) ? own_pin(setup, panel, (enum signal)i, usual) : usual;
        }
}

/* The panel before this one that has its reset pin, if any: opening that one resets both. */
const struct panel_setup *panel_resets_with(const struct setup *setup,
                                            const struct panel_setup *panel)
{
    for (const struct panel_setup *p = setup->panels; p < panel; p++)
        if (p->config.reset != PMB_PIN_NONE && p->config.reset == panel->config.reset)
            return p;
    return NULL;
}

/* The pins, where the library looks for them. */
static void place_pins(struct panel_setup *panel)
{
    pmb_panel_config *config = &panel->config;
    pmb_bus *bus = &config->bus;
    const pmb_pin *pins = panel->pins;
    const bool i2c = bus->kind == &pmb_i2c, soft = bus->kind == &pmb_soft_spi;
    config->reset = pins[SIGNAL_RESET];
    config->backlight = pins[SIGNAL_BACKLIGHT];
    config->busy = pins[SIGNAL_BUSY];
    bus->select = i2c ? PMB_PIN_NONE : pins[SIGNAL_CS];
    bus->data_command = i2c || bus->kind == &pmb_spi3 || bus->kind == &pmb_spi_sync
                            ? PMB_PIN_NONE
                            : pins[SIGNAL_DC];
    bus->second_select = pins[SIGNAL_CS2];
    bus->clock = soft ? pins[SIGNAL_SCL] : PMB_PIN_NONE;
    bus->data = soft ? pins[SIGNAL_SDA] : PMB_PIN_NONE;
    bus->data_in = soft ? pins[SIGNAL_SDO] : PMB_PIN_NONE;
    bus->strobe = pins[SIGNAL_STROBE];
    bus->read = pins[SIGNAL_READ];
    memcpy(panel->lines, pins + SIGNAL_D0, sizeof panel->lines);
    bus->lines = bus->kind == &pmb_parallel8 ? panel->lines : NULL;
}

/* ---- whether it fits together ---- */

static int line_of(const struct entries *entries, const struct panel_setup *panel,
                   const char *section, const char *key)
{
    const struct entry *e = find(entries, section, panel->name, key);
    if (!e)
        e = find(entries, section, "", key);
    if (!e && strcmp(key, "size") == 0)
        e = find(entries, "panel", panel->name, "module");
    return e ? e->line : 1;
}

/* On SPI d0 is the clock and d1 the data: some modules print these names of a parallel bus. */
static void take_serial_names(struct panel_setup *panel, struct entries *entries)
{
    static const enum signal meant[] = {SIGNAL_SCL, SIGNAL_SDA};
    if (strcmp(panel->type, "i2c") == 0 || strcmp(panel->type, "parallel8") == 0)
        return;
    for (int i = 0; i < 2; i++) {
        const int line = SIGNAL_D0 + i;
        if (!panel->pin_given[line])
            continue;
        if (panel->pin_given[meant[i]])
            entry_error(entries, line_of(entries, panel, "pins", signal_name(meant[i])),
                        "[pins] %s and %s are one wire on %s", signal_name((enum signal)line),
                        signal_name(meant[i]), panel->type);
        panel->pins[meant[i]] = panel->pins[line];
        panel->pin_given[meant[i]] = true;
        panel->pins[line] = PMB_PIN_NONE;
        panel->pin_given[line] = false;
    }
}

static void check_memory(const struct panel_setup *panel, struct entries *entries)
{
    const pmb_panel_config *config = &panel->config;
    const pmb_size size = config->size, memory = config->controller->memory;
    const pmb_offset offset = config->offset;
    if (size.w > memory.w || size.h > memory.h)
        entry_error(
            entries, line_of(entries, panel, "panel", "size"),
            "[panel] size = %dx%d: larger than the %s's memory of %dx%d; it is sold with %s",
            size.w, size.h, panel->known->title, memory.w, memory.h,
            controller_sizes(panel->known));
    else if (offset.given && (offset.x + size.w > memory.w || offset.y + size.h > memory.h))
        entry_error(entries, line_of(entries, panel, "panel", "offset"),
                    "[panel] offset = %d,%d: with %dx%d pixels it may be at most %d,%d in the %s's "
                    "memory of %dx%d",
                    offset.x, offset.y, size.w, size.h, memory.w - size.w, memory.h - size.h,
                    panel->known->title, memory.w, memory.h);
    else if (!offset.given && !pmb_known_glass(config) &&
             (size.w != memory.w || size.h != memory.h))
        fprintf(
            stderr,
            "pemble: %s:%d: note: %dx%d is no glass that we know of the %s, so it is taken to lie "
            "at 0,0 of its memory of %dx%d; offset = COLUMN,ROW says where it lies. It is sold "
            "with %s\n",
            entries->path, line_of(entries, panel, "panel", "size"), size.w, size.h,
            panel->known->title, memory.w, memory.h, controller_sizes(panel->known));
}

static void check_address(struct panel_setup *panel, struct entries *entries)
{
    const pmb_controller *controller = panel->config.controller;
    pmb_bus *bus = &panel->config.bus;
    if (bus->kind != &pmb_i2c || !(controller->buses & PMB_HAS_I2C))
        return;
    if (bus->address == 0)
        bus->address = controller->addresses[0];
    if (bus->address != controller->addresses[0] && bus->address != controller->addresses[1])
        entry_error(entries, line_of(entries, panel, "bus", "address"),
                    "[bus] address = 0x%02x: the %s can only have 0x%02x or 0x%02x", bus->address,
                    panel->known->title, controller->addresses[0], controller->addresses[1]);
}

static bool is_hardware_spi(const pmb_bus *bus)
{
    return bus->kind == &pmb_spi || bus->kind == &pmb_spi3 || bus->kind == &pmb_spi16 ||
           bus->kind == &pmb_spi_sync;
}

static bool is_serial_with_clock(const pmb_bus *bus)
{
    return is_hardware_spi(bus) || bus->kind == &pmb_soft_spi;
}

static void check_bus(struct panel_setup *panel, struct entries *entries, const struct board *board)
{
    const pmb_controller *controller = panel->config.controller;
    const pmb_bus *bus = &panel->config.bus;
    const bool i2c = bus->kind == &pmb_i2c;
    const unsigned most = i2c                        ? controller->i2c_khz
                          : controller->spi_cycle_ns ? 1000000u / controller->spi_cycle_ns
                                                     : UINT_MAX;
    if (!strstr(controller_buses(panel->known), panel->type))
        entry_error(entries, line_of(entries, panel, "bus", "type"),
                    "[bus] type = %s: the %s has only %s", panel->type, panel->known->title,
                    controller_buses(panel->known));
    else if (bus->hertz / 1000 > most && bus->kind != &pmb_parallel8 && !bus->overclock)
        entry_error(entries, line_of(entries, panel, "bus", "speed"),
                    "[bus] speed: the data sheet of the %s allows at most %u kHz on %s%s",
                    panel->known->title, most, panel->type,
                    i2c ? "" : "; overclock = yes allows more");
    else if (bus->mode && !is_serial_with_clock(bus))
        entry_error(entries, line_of(entries, panel, "bus", "mode"),
                    "[bus] mode = %u: %s has no SPI mode", bus->mode, panel->type);
    const char *unit = i2c ? "i2c" : "spi";
    const bool hardware = i2c || is_hardware_spi(bus);
    if (hardware && !board_unit(board, unit, bus->unit))
        entry_error(entries, line_of(entries, panel, "bus", "unit"),
                    "[bus] unit = %u: the %s has no %s unit of that number", bus->unit,
                    board->title, unit);
}

static void check_pins(const struct panel_setup *panel, struct entries *entries)
{
    for (int i = 0; i < SIGNALS; i++) {
        const bool may_lack =
            i == SIGNAL_RESET || i == SIGNAL_BUSY || i == SIGNAL_READ ||
            (i == SIGNAL_CS && strcmp(panel->type, "spi3") != 0 &&
             strcmp(panel->type, "spi16") != 0) ||
            (i == SIGNAL_DC && strcmp(panel->type, "softspi") == 0) ||
            ((i == SIGNAL_SDA || i == SIGNAL_SCL) && strcmp(panel->type, "softspi") != 0);
        if (panel->pins[i] == PMB_PIN_NONE && needs_pin(panel, (enum signal)i) && !may_lack)
            entry_error(entries, line_of(entries, panel, "pins", signal_name((enum signal)i)),
                        "[pins] %s = none: a panel on %s needs this wire",
                        signal_name((enum signal)i), panel->type);
    }
}

static pmb_status no_transfer(void)
{
    return PMB_ERR_BUS;
}

static pmb_status no_i2c(void *context, const pmb_bus *bus, uint8_t address, const uint8_t *head,
                         size_t head_count, const uint8_t *body, size_t body_count)
{
    (void)context, (void)bus, (void)address, (void)head, (void)head_count, (void)body,
        (void)body_count;
    return no_transfer();
}

static pmb_status no_spi(void *context, const pmb_bus *bus, const uint8_t *out, uint8_t *in,
                         size_t count)
{
    (void)context, (void)bus, (void)out, (void)in, (void)count;
    return no_transfer();
}

static pmb_status no_parallel(void *context, const pmb_bus *bus, const uint8_t *bytes, size_t count)
{
    (void)context, (void)bus, (void)bytes, (void)count;
    return no_transfer();
}

static void no_write(void *context, pmb_pin pin, bool high)
{
    (void)context, (void)pin, (void)high;
}

static bool no_read(void *context, pmb_pin pin)
{
    (void)context, (void)pin;
    return false;
}

static void no_wait(void *context, uint32_t microseconds)
{
    (void)context, (void)microseconds;
}

/* What is left is for the driver to judge: it refuses before it sends, and here nothing can be
 * sent. */
static void check_driver(const struct panel_setup *panel, struct entries *entries)
{
    const pmb_port port = {.i2c_write = no_i2c,
                           .spi = no_spi,
                           .parallel = no_parallel,
                           .pin_write = no_write,
                           .pin_read = no_read,
                           .wait_us = no_wait};
    char why[160];
    if (pmb_panel_explain(&panel->config, &port, why, sizeof why) != PMB_OK)
        entry_error(entries, line_of(entries, panel, "panel", "controller"),
                    "[panel] the %s cannot be opened like that: %s (docs/controllers/ says what it "
                    "has)",
                    panel->known->title, why);
}

/* An expander has the pins of a parallel bus, and is on an I2C unit of the board itself. */
static void check_expander(struct panel_setup *panel, struct entries *entries,
                           const struct board *board)
{
    if (!panel->expander.kind)
        return;
    panel->expander.unit = panel->config.bus.unit;
    panel->expander.hertz = panel->config.bus.hertz;
    panel->config.bus.hertz = 0;
    if (strcmp(panel->type, "parallel8") != 0)
        entry_error(entries, line_of(entries, panel, "bus", "expander"),
                    "[bus] expander: type is %s; only parallel8 has its pins on an expander",
                    panel->type);
    else if (!board_unit(board, "i2c", panel->expander.unit))
        entry_error(entries, line_of(entries, panel, "bus", "unit"),
                    "[bus] unit = %u: the %s has no i2c unit of that number", panel->expander.unit,
                    board->title);
}

/* A touch sensor: what is usual, and whether it can be opened. */
static void complete_touch(const struct setup *setup, struct panel_setup *panel,
                           struct entries *entries)
{
    enum { USUAL_HERTZ = 2000000, MOST_HERTZ = 2500000 };
    pmb_touch_config *touch = &panel->touch;
    if (!touch->kind) {
        if (has_section(entries, "touch", panel->name))
            missing(entries, "touch", "sensor", SENSOR_NAMES);
        return;
    }
    const bool spi = touch->kind == &pmb_xpt2046, film = touch->kind == &pmb_touch_film;
    if (spi && !touch->bus.hertz)
        touch->bus.hertz = USUAL_HERTZ;
    if (spi && !panel->touch_unit_given && is_hardware_spi(&panel->config.bus))
        touch->bus.unit = panel->config.bus.unit;
    if (spi && touch->bus.hertz > MOST_HERTZ)
        entry_error(entries, line_of(entries, panel, "touch", "speed"),
                    "[touch] speed: the data sheet of the XPT2046 allows at most 2500 kHz");
    if (spi && touch->bus.select == PMB_PIN_NONE)
        missing(entries, "touch", "cs", board_pin_range(setup->board));
    if (film && (touch->x_plus == PMB_PIN_NONE || touch->x_minus == PMB_PIN_NONE ||
                 touch->y_plus == PMB_PIN_NONE || touch->y_minus == PMB_PIN_NONE))
        missing(entries, "touch", "xp, xm, yp or ym", board_pin_range(setup->board));
    if (!film && !board_unit(setup->board, spi ? "spi" : "i2c", touch->bus.unit))
        entry_error(entries, line_of(entries, panel, "touch", "unit"),
                    "[touch] unit = %u: the %s has no %s unit of that number", touch->bus.unit,
                    setup->board->title, spi ? "spi" : "i2c");
}

static void complete(struct setup *setup, struct panel_setup *panel, struct entries *entries)
{
    const int errors = entries->errors;
    usual_type(panel);
    check_expander(panel, entries, setup->board);
    check_memory(panel, entries);
    check_bus(panel, entries, setup->board);
    check_address(panel, entries);
    take_serial_names(panel, entries);
    usual_pins(setup, panel);
    place_pins(panel);
    check_pins(panel, entries);
    complete_touch(setup, panel, entries);
    if (entries->errors == errors)
        check_driver(panel, entries);
}

/* ---- the whole file ---- */

static void read_board(struct setup *setup, struct entries *entries)
{
    const struct entry *mcu = find(entries, "board", "", "mcu");
    setup->board = mcu ? board_named(mcu->value) : &board_bench;
    if (!setup->board) {
        entry_error(entries, mcu->line, "[board] mcu = %s: possible is %s", mcu->value,
                    board_names());
        setup->board = &board_bench;
    }
}

/* Whether a panel can be called so: it stands in pictures and messages. */
static bool is_name(struct entries *entries, const struct entry *e)
{
    if (strlen(e->instance) >= NAME_SIZE) {
        entry_error(entries, e->line, "[panel %s]: a name has at most %d characters", e->instance,
                    NAME_SIZE - 1);
        return false;
    }
    for (const char *at = e->instance; *at; at++)
        if ((unsigned char)*at < ' ' || *at == 127) {
            entry_error(entries, e->line, "[panel ...]: the name has control characters");
            return false;
        }
    return true;
}

/* Every name that a [panel NAME] has is a panel; a file without one has the panel without a name.
 */
static void list_panels(struct setup *setup, struct entries *entries)
{
    for (int i = 0; i < entries->count; i++) {
        const struct entry *e = &entries->list[i];
        bool known = strcmp(e->section, "panel") != 0;
        for (int k = 0; k < setup->count && !known; k++)
            known = strcmp(setup->panels[k].name, e->instance) == 0;
        if (known)
            continue;
        if (setup->count == MOST_PANELS) {
            entry_error(entries, e->line, "more than %d panels in one file", MOST_PANELS);
            return;
        }
        if (!is_name(entries, e))
            return;
        snprintf(setup->panels[setup->count++].name, NAME_SIZE, "%.31s", e->instance);
    }
    if (setup->count == 0)
        setup->count = 1;
}

static void read_panel(struct setup *setup, struct panel_setup *panel, struct entries *entries)
{
    take_module(setup, panel, entries);
    take_section(setup, panel, entries, "bus", bus_of(panel, entries));
    take_section(setup, panel, entries, "pins", "");
    if (*panel->name) {
        take_section(setup, panel, entries, "pins", panel->name);
        take_section(setup, panel, entries, "faults", "");
    }
    take_section(setup, panel, entries, "faults", panel->name);
    take_section(setup, panel, entries, "panel", panel->name);
    take_section(setup, panel, entries, "touch", panel->name);
    if (!find(entries, "panel", panel->name, "module")) {
        if (!find(entries, "panel", panel->name, "controller"))
            missing(entries, "panel", "controller (or module)", controller_names());
        if (!find(entries, "panel", panel->name, "size"))
            missing(entries, "panel", "size", "WIDTHxHEIGHT in pixels");
    }
}

bool config_read(struct setup *setup, const char *path)
{
    static struct entries entries;
    *setup = (struct setup){.path = path};
    if (!entries_read(&entries, path))
        return false;
    check_keys(&entries);
    read_board(setup, &entries);
    list_panels(setup, &entries);
    for (int i = 0; i < setup->count; i++)
        read_panel(setup, &setup->panels[i], &entries);
    for (int i = 0; i < setup->count && entries.errors == 0; i++)
        complete(setup, &setup->panels[i], &entries);
    return entries.errors == 0;
}

bool config_read_bench(struct setup *real, const struct setup *believed, const char *path)
{
    if (path)
        return config_read(real, path);
    *real = *believed;
    return true;
}
