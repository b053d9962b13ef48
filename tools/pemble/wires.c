/* wires.c - wires and warnings for a configuration. */
#include "wires.h"

#include <stdarg.h>
#include <stdio.h>
#include <string.h>
#include "pemble/families.h"

static bool on_hardware_bus(const struct panel_setup *panel)
{
    return strcmp(panel->type, "softspi") != 0 && strcmp(panel->type, "parallel8") != 0;
}

static bool is_bus_line(const struct panel_setup *panel, int signal)
{
    return signal == SIGNAL_SDA || signal == SIGNAL_SCL || signal == SIGNAL_SDO ||
           (signal >= SIGNAL_D0 && strcmp(panel->type, "parallel8") == 0);
}

static const char *unit_type(const struct panel_setup *panel)
{
    return strcmp(panel->type, "i2c") == 0 ? "i2c" : "spi";
}

/* The board's pin that feeds a panel: 3.3 V wherever the panel takes it. */
static const char *supply_for(const struct panel_setup *panel)
{
    const char *takes = panel->module ? panel->module->supply : "3.3";
    return strcmp(takes, "5") == 0 ? "5V" : "3V3";
}

/* On SPI some modules print the names of a parallel bus for clock and data. */
static const char *labels_for(const struct panel_setup *panel, int signal)
{
    static char text[2][48];
    if (strcmp(panel->type, "spisync") == 0) /* modules print the names of their other bus */
        switch (signal) {
        case SIGNAL_SDA:
            return "SID, R/W";
        case SIGNAL_SCL:
            return "SCLK, E";
        case SIGNAL_CS:
            return "CS, RS";
        default:
            break;
        }
    if (strcmp(panel->type, "i2c") == 0 || (signal != SIGNAL_SCL && signal != SIGNAL_SDA))
        return signal_labels((enum signal)signal);
    char *labels = text[signal == SIGNAL_SDA];
    snprintf(labels, sizeof text[0], "%s, D%d", signal_labels((enum signal)signal),
             signal == SIGNAL_SDA);
    return labels;
}

static const char *what_for(const struct panel_setup *panel, int signal)
{
    static const char *const texts[SIGNALS] = {
        [SIGNAL_SDO] = "data from the panel, for reading",
        [SIGNAL_CS] = "select, low",
        [SIGNAL_CS2] = "select of the right half",
        [SIGNAL_DC] = "data or command",
        [SIGNAL_RESET] = "reset, low",
        [SIGNAL_BUSY] = "busy, from the panel",
        [SIGNAL_BACKLIGHT] = "backlight",
        [SIGNAL_STROBE] = "strobe",
        [SIGNAL_READ] = "read",
    };
    static char text[40];
    const pmb_controller *controller = panel->config.controller;
    if (signal == SIGNAL_CS && strcmp(panel->type, "spisync") == 0)
        return "select, high";
    if (signal == SIGNAL_CS && controller->family == &pmb_family_ks0108)
        return controller->memory.w > 128 ? "number of the part, lower bit"
                                          : "select of the left half";
    if (signal == SIGNAL_CS2 && controller->memory.w > 128)
        return "number of the part, upper bit";
    if (signal == SIGNAL_SDA || signal == SIGNAL_SCL) {
        if (on_hardware_bus(panel))
            snprintf(text, sizeof text, "%s %u %s", strcmp(panel->type, "i2c") ? "SPI" : "I2C",
                     panel->config.bus.unit, signal == SIGNAL_SDA ? "data" : "clock");
        else
            snprintf(text, sizeof text, "%s, bit by bit", signal == SIGNAL_SDA ? "data" : "clock");
        return text;
    }
    return texts[signal] ? texts[signal] : "data line";
}

static bool may_be_left_off(const struct panel_setup *panel, int signal)
{
    return signal == SIGNAL_SDO || (signal == SIGNAL_RESET && strcmp(panel->type, "i2c") == 0 &&
                                    !panel_was_made_i2c(panel));
}

/* Lines of a parallel bus in the manner of the 6800 (E and R/W), not of the 8080 (WR and RD). */
static bool is_6800(const struct panel_setup *panel)
{
    return panel->config.controller->buses & PMB_HAS_PARALLEL_6800;
}

static bool has_backlight(const struct panel_setup *panel)
{
    const pmb_family *family = panel->config.controller->family;
    return family == &pmb_family_dcs || (family->light && !family->refresh);
}

/* A wire from the supply or ground to a pin that has none of the board: false when it is not
 * needed. An 8080 panel whose RD is low drives the data lines against the board. */
static bool tie(const struct panel_setup *panel, int signal, struct wire *wire)
{
    const char *board, *what;
    const bool second = panel->config.bus.address == 0x3D;
    if (signal == SIGNAL_BACKLIGHT && has_backlight(panel)) {
        board = panel->config.backlight_low ? "GND" : "3V3";
        what = "backlight; open, the glass is dark";
    } else if (signal == SIGNAL_READ && strcmp(panel->type, "parallel8") == 0) {
        board = is_6800(panel) ? "GND" : "3V3";
        what = is_6800(panel) ? "ground: only written to"
                              : "high: at ground the panel drives the data lines";
    } else if (signal == SIGNAL_CS && panel_was_made_i2c(panel)) {
        board = "GND";
        what = "select, always low";
    } else if (signal == SIGNAL_DC && panel_was_made_i2c(panel)) {
        board = second ? "3V3" : "GND";
        what = second ? "address: high is 0x3d" : "address: low is 0x3c";
    } else {
        return false;
    }
    snprintf(wire->board, sizeof wire->board, "%s", board);
    snprintf(wire->what, sizeof wire->what, "%s", what);
    return true;
}

int wires_of(const struct setup *setup, const struct panel_setup *panel, struct wire *wires)
{
    static const char *const colors[] = {"#2f6fb0", "#c98a1b", "#7a5aa8", "#2b8a57",
                                         "#b0506f", "#4f7f8f", "#8a6b3f", "#5b6bb8"};
    int count = 0;
    wires[count++] = (struct wire){"GND, VSS", "GND", "ground", "#222222", false};
    wires[count] = (struct wire){"VCC, VDD, 3V3, VIN", "", "", "#c0392b", false};
    snprintf(wires[count].board, sizeof wires[count].board, "%s", supply_for(panel));
    snprintf(wires[count].what, sizeof wires[count].what, "supply, takes %s V%s",
             panel->module ? panel->module->supply : "3.3",
             panel->module && strcmp(panel->module->supply, "3.3 or 5") == 0 ? "; try 3.3 V first"
                                                                             : "");
    count++;
    for (int i = 0; i < SIGNALS; i++) {
        struct wire *wire = &wires[count];
        *wire = (struct wire){.labels = labels_for(panel, i), .color = colors[count % 8]};
        if (panel->pins[i] == PMB_PIN_NONE) {
            count += tie(panel, i, wire);
            continue;
        }
        const int position = board_pin_position(panel_board(setup, panel), panel->pins[i]);
        snprintf(wire->board, sizeof wire->board, position ? "%s (%d)" : "%s",
                 board_pin_name(panel_board(setup, panel), panel->pins[i]), position);
        snprintf(wire->what, sizeof wire->what, "%s", what_for(panel, i));
        wire->may_be_left_off = may_be_left_off(panel, i);
        count++;
    }
    return count;
}

/* ---- warnings ---- */

struct warnings {
    char (*list)[WARNING_SIZE];
    int count;
};

static void warn(struct warnings *w, const char *format, ...) __attribute__((format(printf, 2, 3)));

static void warn(struct warnings *w, const char *format, ...)
{
    va_list arguments;
    if (w->count == MOST_WARNINGS)
        return;
    va_start(arguments, format);
    vsnprintf(w->list[w->count++], WARNING_SIZE, format, arguments);
    va_end(arguments);
}

static void warn_of_supply(struct warnings *w, const struct setup *setup,
                           const struct panel_setup *panel)
{
    const char *title = panel_title(panel);
    if (!panel->module) {
        warn(w, "%s: which supply the module takes is not known; try 3.3 V first", title);
        return;
    }
    if (panel->module->other)
        warn(
            w,
            "%s: modules that look the same have their pins in the order %s, or %s. Read the print "
            "on yours before you connect it: a supply that is swapped destroys it",
            title, panel->module->header, panel->module->other);
    if (setup->board->volts > 4 && strcmp(panel->module->supply, "3.3") == 0)
        warn(w,
             "%s: takes 3.3 V, and the %s drives its pins with %.0f V: put a level shifter in all "
             "of its lines",
             title, setup->board->title, setup->board->volts);
    if (panel_board(setup, panel)->volts < 4 && strcmp(panel->module->supply, "5") == 0 &&
        strcmp(panel->type, "parallel8") == 0)
        warn(w,
             "%s: is supplied with 5 V, which must not reach a pin of the %s: connect %s, so that "
             "it "
             "never drives its data lines",
             title, setup->board->title, is_6800(panel) ? "R/W to ground" : "RD to 3.3 V");
    if (panel_board(setup, panel)->volts < 4 &&
        panel->config.controller->family == &pmb_family_ks0108)
        warn(w,
             "%s: its reset needs 3.5 V to be high, which a pin of the %s may not reach: when the "
             "glass stays blank, drive it through a transistor, or tie it to 5 V",
             title, setup->board->title);
    if (panel->config.controller->family == &pmb_family_st7920)
        warn(w, "%s: PSB chooses the bus: to %s for %s", title,
             strcmp(panel->type, "parallel8") ? "ground" : "the supply", panel->type);
    if (is_6800(panel))
        warn(w,
             "%s: VO is the contrast: the middle of a potentiometer of 10 kOhm between VEE and the "
             "supply. Without it the glass is blank",
             title);
    if (panel->config.controller == &pmb_ili9488 && panel->pins[SIGNAL_SDO] != PMB_PIN_NONE)
        warn(w,
             "%s: many of these boards drive SDO all the time: a card or a touch controller on the "
             "same MISO then reads nothing. Leave SDO open when you do not read",
             title);
    if (setup->board->volts > 4 && strcmp(panel->module->supply, "3.3 or 5") == 0 &&
        strcmp(panel->type, "i2c") != 0)
        warn(
            w,
            "%s: may be supplied with 5 V, but most of these modules pass signals straight "
            "through to a controller of 3.3 V: put a level shifter in the lines that the %s drives",
            title, setup->board->title);
}

/* The names of the pins in a list such as "2 6 18". */
static const char *names_in(const struct board *board, const char *list)
{
    static char text[120];
    text[0] = '\0';
    for (int pin = 0; pin < 60; pin++)
        if (pin_list_holds(list, pin)) {
            const size_t length = strlen(text);
            snprintf(text + length, sizeof text - length, "%s%s", length ? ", " : "",
                     board_pin_name(board, PMB_PIN(pin)));
        }
    return text;
}

static void warn_of_fixed_pins(struct warnings *w, const struct setup *setup,
                               const struct panel_setup *panel)
{
    const struct board_unit *unit =
        board_unit(setup->board, unit_type(panel), panel->config.bus.unit);
    if (!on_hardware_bus(panel) || !unit)
        return;
    const struct {
        enum signal signal;
        const char *list;
    } lines[] = {{SIGNAL_SDA, unit->sda}, {SIGNAL_SCL, unit->scl}, {SIGNAL_SDO, unit->sdo}};
    for (int i = 0; i < 3; i++) {
        const pmb_pin pin = panel->pins[lines[i].signal];
        if (pin == PMB_PIN_NONE || !lines[i].list ||
            pin_list_holds(lines[i].list, pmb_pin_number(pin)))
            continue;
        warn(w, "%s: %s of %s %u on the %s can only be %s, not %s%s", panel_title(panel),
             signal_name(lines[i].signal), unit_type(panel), unit->number, setup->board->title,
             names_in(setup->board, lines[i].list), board_pin_name(setup->board, pin),
             strcmp(panel->type, "i2c") ? "; with 'type = softspi' it may be any pin" : "");
    }
}

static void warn_of_inputs(struct warnings *w, const struct setup *setup,
                           const struct panel_setup *panel)
{
    for (int i = 0; i < SIGNALS; i++)
        if (panel->pins[i] != PMB_PIN_NONE && i != SIGNAL_BUSY && i != SIGNAL_SDO &&
            !board_pin_note(panel_board(setup, panel), panel->pins[i]) &&
            pin_list_holds(panel_board(setup, panel)->input_only, pmb_pin_number(panel->pins[i])))
            warn(w, "%s: %s is on %s, which is an input only on the %s", panel_title(panel),
                 signal_name((enum signal)i),
                 board_pin_name(panel_board(setup, panel), panel->pins[i]), setup->board->title);
}

static void warn_of_notes(struct warnings *w, const struct setup *setup,
                          const struct panel_setup *panel)
{
    for (int i = 0; i < SIGNALS; i++) {
        const char *says = board_pin_note(panel_board(setup, panel), panel->pins[i]);
        if (says)
            warn(w, "%s: %s is on %s, which on the %s %s", panel_title(panel),
                 signal_name((enum signal)i),
                 board_pin_name(panel_board(setup, panel), panel->pins[i]), setup->board->title,
                 says);
    }
}

static bool same_bus(const struct panel_setup *a, const struct panel_setup *b)
{
    if (strcmp(a->type, b->type) != 0)
        return false;
    if (on_hardware_bus(a))
        return a->config.bus.unit == b->config.bus.unit;
    return a->pins[SIGNAL_SCL] == b->pins[SIGNAL_SCL];
}

/* Wires that two panels may well share. */
static bool may_share(const struct panel_setup *a, const struct panel_setup *b, int i, int k)
{
    return a != b && i == k &&
           (is_bus_line(a, i) || i == SIGNAL_DC || i == SIGNAL_RESET || i == SIGNAL_BACKLIGHT);
}

static void warn_of_sharing(struct warnings *w, const struct setup *setup,
                            const struct panel_setup *a, const struct panel_setup *b)
{
    if (panel_board(setup, a) != panel_board(setup, b))
        return;
    for (int i = 0; i < SIGNALS; i++)
        for (int k = a == b ? i + 1 : 0; k < SIGNALS; k++) {
            if (a->pins[i] == PMB_PIN_NONE || a->pins[i] != b->pins[k] || may_share(a, b, i, k) ||
                (i == SIGNAL_CS && k == SIGNAL_CS)) /* said below */
                continue;
            warn(w, "%s is taken twice: %s of %s and %s of %s",
                 board_pin_name(panel_board(setup, a), a->pins[i]), signal_name((enum signal)i),
                 panel_title(a), signal_name((enum signal)k), panel_title(b));
        }
    if (panel_resets_with(setup, b) == a)
        warn(w, "%s and %s share the reset %s: open %s first, which resets both", panel_title(a),
             panel_title(b), board_pin_name(panel_board(setup, b), b->config.reset),
             panel_title(a));
    if (a == b || !same_bus(a, b))
        return;
    if (strcmp(a->type, "i2c") == 0) {
        if (a->config.bus.address == b->config.bus.address)
            warn(w, "%s and %s have the same address 0x%02x on one bus", panel_title(a),
                 panel_title(b), a->config.bus.address);
    } else if (a->pins[SIGNAL_CS] == b->pins[SIGNAL_CS]) {
        warn(w, "%s and %s share one bus and one select, %s: both take everything that is sent",
             panel_title(a), panel_title(b),
             board_pin_name(panel_board(setup, a), a->pins[SIGNAL_CS]));
    }
}

int warnings_for(const struct setup *setup, char list[MOST_WARNINGS][WARNING_SIZE])
{
    struct warnings w = {list, 0};
    for (int i = 0; i < setup->count; i++) {
        const struct panel_setup *panel = &setup->panels[i];
        warn_of_supply(&w, setup, panel);
        warn_of_fixed_pins(&w, setup, panel);
        warn_of_inputs(&w, setup, panel);
        warn_of_notes(&w, setup, panel);
        for (int k = i; k < setup->count; k++)
            warn_of_sharing(&w, setup, panel, &setup->panels[k]);
    }
    return w.count;
}
