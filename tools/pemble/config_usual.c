/* config_usual.c - the bus and the pins of a panel when a configuration does not say them. */
#include "config_usual.h"

#include <stdio.h>
#include <string.h>
#include "pemble/families.h"

enum { PINS_APART = 20 }; /* between the usual pins of two panels on the plain bench */

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

bool panel_needs_pin(const struct panel_setup *panel, enum signal signal)
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

void usual_type(struct panel_setup *panel)
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

void usual_pins(const struct setup *setup, struct panel_setup *panel)
{
    for (int i = 0; i < SIGNALS; i++)
        if (!panel->pin_given[i] && panel_needs_pin(panel, (enum signal)i)) {
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
void place_pins(struct panel_setup *panel)
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
