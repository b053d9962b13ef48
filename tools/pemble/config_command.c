/* config_command.c - pemble config: a configuration in another form. */
#include "command.h"

#include <stdio.h>
#include <string.h>
#include "config.h"
#include "output.h"

static const struct usage usage = {
    .name = "config",
    .arguments = "CONFIG --as c",
    .text = "Prints the panels of a configuration as C. Paste it into a program or include it. No "
            "header\n"
            "of the library has to be edited.\n",
    .examples = "  pemble config assets/quay/gangway.ini --as c > gangway.h\n",
};

/* A name for the variable: that of the panel, or of the file without its ending; with a number when
 * another panel before it has the same in C. */
static void variable_name(const struct setup *setup, const struct panel_setup *panel, char *name,
                          size_t size)
{
    char other[64];
    int same = 1;
    if (*panel->name)
        c_name(panel->name, name, size);
    else
        object_name(setup->path, name, size);
    for (const struct panel_setup *before = setup->panels; before < panel; before++) {
        c_name(before->name, other, sizeof other);
        same += strcmp(other, name) == 0;
    }
    const size_t length = strlen(name);
    if (same > 1)
        snprintf(name + length, size - length, "_%d", same);
}

static void print_pin(const char *field, pmb_pin pin)
{
    if (pin != PMB_PIN_NONE)
        printf("    %s = PMB_PIN(%u),\n", field, pmb_pin_number(pin));
}

static const char *kind_symbol(const pmb_bus_kind *kind)
{
    if (kind == &pmb_i2c)
        return "pmb_i2c";
    if (kind == &pmb_spi)
        return "pmb_spi";
    if (kind == &pmb_spi3)
        return "pmb_spi3";
    if (kind == &pmb_spi_sync)
        return "pmb_spi_sync";
    if (kind == &pmb_spi16)
        return "pmb_spi16";
    return kind == &pmb_soft_spi ? "pmb_soft_spi" : "pmb_parallel8";
}

static void print_bus_pin(const char *field, pmb_pin pin)
{
    if (pin != PMB_PIN_NONE)
        printf("        %s = PMB_PIN(%u),\n", field, pmb_pin_number(pin));
}

static void print_bus(const pmb_bus *bus, const char *name)
{
    printf("    .bus = {\n        .kind = &%s,\n", kind_symbol(bus->kind));
    if (bus->unit)
        printf("        .unit = %u,\n", bus->unit);
    if (bus->kind == &pmb_i2c)
        printf("        .address = 0x%02X,\n", bus->address);
    if (bus->hertz)
        printf("        .hertz = %lu,\n", (unsigned long)bus->hertz);
    if (bus->mode)
        printf("        .mode = %u,\n", bus->mode);
    if (bus->overclock)
        printf("        .overclock = true,\n");
    print_bus_pin(".select", bus->select);
    print_bus_pin(".data_command", bus->data_command);
    print_bus_pin(".clock", bus->clock);
    print_bus_pin(".data", bus->data);
    print_bus_pin(".data_in", bus->data_in);
    print_bus_pin(".second_select", bus->second_select);
    print_bus_pin(".strobe", bus->strobe);
    print_bus_pin(".read", bus->read);
    if (bus->lines)
        printf("        .lines = %s_lines,\n", name);
    printf("    },\n");
}

static void print_panel(const struct setup *setup, const struct panel_setup *panel)
{
    static const char *const rotations[] = {"0", "90", "180", "270"};
    static const char *const layouts[] = {"USUAL", "SEQUENTIAL", "ALTERNATIVE",
                                          "SEQUENTIAL_SWAPPED", "ALTERNATIVE_SWAPPED"};
    static const char *const refreshes[] = {"FULL", "FAST", "PARTIAL", "GREYS"};
    const pmb_panel_config *c = &panel->config;
    char name[64];
    variable_name(setup, panel, name, sizeof name);
    if (c->bus.lines) {
        printf("static const pmb_pin %s_lines[] = {", name);
        for (int i = 0; i < 8; i++)
            printf("%sPMB_PIN(%u)", i ? ", " : "", pmb_pin_number(c->bus.lines[i]));
        printf("};\n\n");
    }
    if (panel->expander.kind)
        printf("/* The pins of the panel are on an MCP23017: open it with pmb_expander_open(), and "
               "the "
               "panel\n * with the port of the pmb_expander. */\n"
               "static const pmb_bus %s_expander = {\n    .kind = &pmb_i2c, .unit = %u, .address = "
               "0x%02X, .hertz = %lu};\n\n",
               name, panel->expander.unit, panel->expander.address,
               (unsigned long)panel->expander.hertz);
    printf("static const pmb_panel_config %s = {\n    .controller = &%s,\n    .size = {%d, %d},\n",
           name, panel->known->symbol, c->size.w, c->size.h);
    print_bus(&c->bus, name);
    const struct panel_setup *other = panel_resets_with(setup, panel);
    if (other)
        printf("    /* No .reset: opening %s, which comes first, resets this panel, too. */\n",
               panel_title(other));
    else
        print_pin(".reset", c->reset);
    print_pin(".backlight", c->backlight);
    if (c->backlight_low)
        printf("    .backlight_low = true,\n");
    print_pin(".busy", c->busy);
    if (c->offset.given)
        printf("    .offset = {%d, %d, true},\n", c->offset.x, c->offset.y);
    if (c->rotate)
        printf("    .rotate = PMB_ROTATE_%s,\n", rotations[c->rotate]);
    if (c->mirror)
        printf("    .mirror = true,\n");
    if (c->invert)
        printf("    .invert = true,\n");
    if (c->bgr)
        printf("    .bgr = true,\n");
    if (c->contrast)
        printf("    .contrast = %u,\n", c->contrast);
    if (c->com)
        printf("    .com = PMB_COM_%s,\n", layouts[c->com]);
    if (c->bias)
        printf("    .bias = %u,\n", c->bias);
    if (c->temperature)
        printf("    .temperature = PMB_TEMPERATURE(%u),\n", c->temperature - 1u);
    if (c->resistors)
        printf("    .resistors = PMB_RESISTORS(%u),\n", c->resistors - 1u);
    if (c->booster)
        printf("    .booster = PMB_BOOSTER(%u),\n", c->booster - 1u);
    if (c->refresh)
        printf("    .refresh = PMB_REFRESH_%s,\n", refreshes[c->refresh]);
    if (c->full_every == PMB_FULL_NEVER)
        printf("    .full_every = PMB_FULL_NEVER,\n");
    else if (c->full_every)
        printf("    .full_every = %u,\n", c->full_every);
    printf("};\n");
}

static void print_touch(const struct setup *setup, const struct panel_setup *panel)
{
    const pmb_touch_config *t = &panel->touch;
    const bool spi = t->kind == &pmb_xpt2046, film = t->kind == &pmb_touch_film;
    char name[64];
    variable_name(setup, panel, name, sizeof name);
    printf("\n/* The sensor on it: pmb_touch_open(). */\nstatic const pmb_touch_config %s_touch = "
           "{\n    .kind = &pmb_%s%s,\n",
           name, film ? "touch_" : "", touch_name(t->kind));
    if (!film) {
        printf("    .bus = {\n");
        if (t->bus.unit)
            printf("        .unit = %u,\n", t->bus.unit);
        if (t->bus.address)
            printf("        .address = 0x%02X,\n", t->bus.address);
        if (t->bus.hertz)
            printf("        .hertz = %lu,\n", (unsigned long)t->bus.hertz);
        if (spi)
            print_bus_pin(".select", t->bus.select);
        printf("    },\n");
    }
    print_pin(".interrupt", t->interrupt);
    print_pin(".reset", t->reset);
    print_pin(".x_plus", t->x_plus);
    print_pin(".x_minus", t->x_minus);
    print_pin(".y_plus", t->y_plus);
    print_pin(".y_minus", t->y_minus);
    if (t->force)
        printf("    .force = %u,\n", t->force);
    printf("};\n");
}

static int run(int argc, const char **argv)
{
    static struct setup setup;
    char *as = NULL;
    struct poptOption options[] = {
        {"as", '\0', POPT_ARG_STRING, &as, 0, "the form: c", "FORM"},
        POPT_TABLEEND,
    };
    struct line line;
    int status;
    if (!line_read(&line, &usage, options, argc, argv, 1, 1, &status))
        return status;
    if (!as || strcmp(as, "c") != 0) {
        complain("config: --as %s: possible is c", as ? as : "is missing");
        status = BAD_USE;
    } else if (!config_read(&setup, line.words[0])) {
        status = BAD_USE;
    } else {
        printf("/* Made by 'pemble config --as c'. */\n#include \"pemble/pemble.h\"\n");
        for (int i = 0; i < setup.count; i++) {
            putchar('\n');
            print_panel(&setup, &setup.panels[i]);
            if (setup.panels[i].touch.kind)
                print_touch(&setup, &setup.panels[i]);
        }
    }
    line_done(&line);
    return status;
}

const struct command command_config = {"config", "print a configuration as C", run, true};
