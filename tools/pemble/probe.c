/* probe.c - pemble probe: what answers, and what to do next. */
#include "command.h"

#include <stdio.h>
#include <string.h>
#include "pemble/families.h"
#include "stage.h"

static const struct usage usage = {
    .name = "probe",
    .arguments = "CONFIG [--only NAME] [--bench FILE] [--trace FILE.vcd]",
    .text =
        "The first thing to run on new hardware. It looks for shorted wires, scans I2C, resets "
        "the\n"
        "panel, and reads its status, its ID and its busy line where that is possible. It ends in\n"
        "one verdict and the next step. It clears the memory of e-paper. Exit status 3: something\n"
        "is wrong.\n",
    .examples = "  pemble probe assets/quay/gangway.ini\n"
                "  pemble probe believed.ini --bench real.ini\n",
};

static int verdict(int status, const char *what, const char *next)
{
    printf("verdict: %s\nnext:    %s\n", what, next);
    return status;
}

/* ---- wires ---- */

/* Drives a pin both ways and looks whether it follows; -1 when it does, else where it stays. A line
 * that nobody drives keeps its charge for long enough to be read back, unless a resistor on the
 * module pulls it up: then only a short to ground can be seen. */
static int stays_at(const pmb_port *port, pmb_pin pin, bool pulled_up)
{
    bool seen[2];
    for (int level = 0; level < 2; level++) {
        port->pin_write(port->context, pin, level);
        seen[level] = port->pin_read(port->context, pin);
    }
    port->pin_write(port->context, pin, true);
    if (pulled_up)
        return seen[1] ? -1 : 0;
    return seen[0] == seen[1] ? seen[0] : -1;
}

static int check_wires(const struct stage *stage, const struct panel_setup *setup)
{
    static const enum signal outputs[] = {SIGNAL_RESET, SIGNAL_CS, SIGNAL_DC, SIGNAL_CS2,
                                          SIGNAL_STROBE};
    const pmb_port *port = pmb_bench_port(stage->bench);
    const bool soft = strcmp(setup->type, "softspi") == 0;
    char what[160], next[200];
    for (int i = 0; i < 5 + 2 * soft; i++) {
        const enum signal signal = i < 5 ? outputs[i] : i == 5 ? SIGNAL_SDA : SIGNAL_SCL;
        if (setup->pins[signal] == PMB_PIN_NONE)
            continue;
        const bool pulled_up = signal == SIGNAL_RESET || signal == SIGNAL_CS;
        const int level = stays_at(port, setup->pins[signal], pulled_up);
        if (level < 0)
            continue;
        snprintf(what, sizeof what, "the %s wire (%s) stays %s whatever the board does",
                 signal_name(signal), board_pin_name(stage->believed->board, setup->pins[signal]),
                 level ? "high" : "low");
        snprintf(next, sizeof next, "look for a short of %s to %s, or to the pin beside it%s",
                 signal_labels(signal), level ? "the supply" : "ground",
                 signal == SIGNAL_RESET && !level ? "; the panel is held in reset" : "");
        return verdict(NO_ANSWER, what, next);
    }
    printf("wires: no control line is shorted\n");
    return DONE;
}

/* ---- I2C ---- */

static void print_scan(const uint8_t *found, int count)
{
    bool there[128] = {false};
    for (int i = 0; i < count; i++)
        there[found[i]] = true;
    printf(
        "scan of the I2C addresses, 7-bit form:\n      0  1  2  3  4  5  6  7  8  9  a  b  c  d  "
        "e  f\n");
    for (int row = 0; row < 0x80; row += 16) {
        printf("  %02x", row);
        for (int column = 0; column < 16; column++) {
            const int address = row + column;
            if (address < 0x08 || address > 0x77)
                printf("   ");
            else if (there[address])
                printf(" %02x", (unsigned)address);
            else
                printf("  .");
        }
        putchar('\n');
    }
    for (int i = 0; i < count && count <= 16; i++)
        printf("  0x%02x answers; a silk screen in 8-bit form says 0x%02x\n", found[i],
               found[i] * 2u);
}

static bool is_address_of(const struct panel_setup *setup, uint8_t address)
{
    return address == setup->config.controller->addresses[0] ||
           address == setup->config.controller->addresses[1];
}

static int judge_scan(const struct stage *stage, const struct panel_setup *setup,
                      const uint8_t *found, int count)
{
    const uint8_t configured = setup->config.bus.address;
    char what[160], next[240];
    if (count == 0)
        return verdict(
            NO_ANSWER, "nothing answers: the bus works, but no device is on it",
            "check the supply and ground of the panel, that SDA and SCL are not exchanged,"
            " and the wires; if it has a reset pin, that it is high");
    if (count > 100)
        return verdict(NO_ANSWER, "everything answers: SDA is low all the time",
                       "look for a short of SDA to ground or to the pin beside it");
    if (memchr(found, configured, (size_t)count))
        return DONE;
    uint8_t other = found[0];
    for (int i = 0; i < count; i++)
        if (is_address_of(setup, found[i]))
            other = found[i];
    if (is_address_of(setup, other)) {
        snprintf(what, sizeof what,
                 "another address than configured: 0x%02x answers, 0x%02x does not", other,
                 configured);
        snprintf(next, sizeof next, "write 'address = 0x%02x' into %s", other,
                 stage->believed->path);
    } else {
        snprintf(what, sizeof what, "only other devices answer: 0x%02x is no address of an %s",
                 other, setup->known->title);
        snprintf(next, sizeof next,
                 "that may be a sensor or a clock: check the panel's own wires; an %s answers at "
                 "0x%02x or 0x%02x",
                 setup->known->title, setup->config.controller->addresses[0],
                 setup->config.controller->addresses[1]);
    }
    return verdict(NO_ANSWER, what, next);
}

static int probe_i2c(struct stage *stage, int number)
{
    const struct panel_setup *setup = stage->acts[number].setup;
    const pmb_port *port = pmb_bench_port(stage->bench);
    uint8_t found[128], status_byte;
    /* A device in reset does not answer: let it go first. */
    if (setup->config.reset != PMB_PIN_NONE)
        port->pin_write(port->context, setup->config.reset, true);
    if (port->i2c_write(port->context, &setup->config.bus, setup->config.bus.address, NULL, 0, NULL,
                        0) == PMB_ERR_BUS)
        return verdict(
            NO_ANSWER, "SDA or SCL is held low: nothing can be sent on this bus",
            "take the panel off: if the line rises, it is shorted there; if not, look for a "
            "short to ground and for the pull-up resistors");
    const int count = stage_scan(stage, &setup->config.bus, found);
    print_scan(found, count);
    int status = judge_scan(stage, setup, found, count);
    if (status != DONE)
        return status;
    status = stage_open(stage, number, 1);
    if (status != DONE)
        return status;
    if (pmb_panel_read(&stage->acts[number].panel, 0, &status_byte, 1) == PMB_OK)
        printf("status byte: %02xh, display %s\n", status_byte, status_byte & 0x40 ? "off" : "on");
    return verdict(
        DONE, "the panel answers and takes its setup",
        "run 'pemble card'; if the glass looks wrong, compare it with 'pemble symptoms'");
}

/* ---- IDs of TFT controllers: docs/controllers/, "Reading the ID" ---- */

static const struct id {
    const char *controller;
    uint8_t command;
    uint32_t value;
} ids[] = {
    {"st7735", 0x04, 0x7C89F0},  {"st7735", 0x04, 0x5C89F0},  {"st7789", 0x04, 0x858552},
    {"ili9341", 0xD3, 0x009341}, {"ili9488", 0xD3, 0x009488}, {"gc9a01", 0x04, 0x009A01},
};
enum { IDS = sizeof ids / sizeof ids[0] };

/* The three bytes that answer a command; on serial buses 04h has one dummy clock, D3h a dummy byte.
 */
static bool read_id(const pmb_panel *panel, uint8_t command, uint32_t *id)
{
    uint8_t b[4];
    if (pmb_panel_read(panel, command, b, 4) != PMB_OK)
        return false;
    const uint32_t all = (uint32_t)b[0] << 24 | (uint32_t)b[1] << 16 | (uint32_t)b[2] << 8 | b[3];
    const bool shifted = command == 0x04 && panel->config->bus.kind != &pmb_parallel8;
    *id = shifted ? all << 1 >> 8 : all & 0xFFFFFF;
    return true;
}

static const struct id *identify(const pmb_panel *panel, uint32_t *seen)
{
    for (int i = 0; i < IDS; i++) {
        uint32_t id;
        if (!read_id(panel, ids[i].command, &id))
            return NULL;
        if (id != 0 && id != 0xFFFFFF)
            *seen = id;
        if (id == ids[i].value)
            return &ids[i];
    }
    return NULL;
}

/* Whether the panel answers when two of its wires are taken for each other. */
static bool answers_exchanged(struct stage *stage, const struct panel_setup *setup)
{
    pmb_panel_config exchanged = setup->config;
    pmb_panel panel;
    uint32_t seen = 0;
    exchanged.bus.select = setup->config.bus.data_command;
    exchanged.bus.data_command = setup->config.bus.select;
    if (pmb_panel_open(&panel, &exchanged, pmb_bench_port(stage->bench)) != PMB_OK)
        return false;
    return identify(&panel, &seen) != NULL;
}

static int judge_id(struct stage *stage, int number)
{
    const struct act *act = &stage->acts[number];
    char what[160], next[200];
    uint32_t seen = 0;
    const struct id *id = identify(&act->panel, &seen);
    if (id && strcmp(id->controller, act->setup->known->name) == 0) {
        printf("ID: %06lxh, that of an %s\n", (unsigned long)id->value, act->setup->known->title);
        return verdict(
            DONE, "the panel answers and is the one that is configured",
            "run 'pemble card'; if the glass looks wrong, compare it with 'pemble symptoms'");
    }
    if (id) {
        snprintf(what, sizeof what,
                 "an ID of another controller: %06lxh is an %s, configured is an %s",
                 (unsigned long)id->value, controller_named(id->controller)->title,
                 act->setup->known->title);
        snprintf(next, sizeof next, "write 'controller = %s' into %s", id->controller,
                 stage->believed->path);
        return verdict(NO_ANSWER, what, next);
    }
    if (seen) {
        snprintf(what, sizeof what, "an ID that is not known: %06lxh", (unsigned long)seen);
        return verdict(NO_ANSWER, what,
                       "try the controllers of 'pemble panels' that have its size");
    }
    if (answers_exchanged(stage, act->setup))
        return verdict(NO_ANSWER, "the select and the data/command wire are exchanged",
                       "exchange CS and DC, on the board or in [pins]");
    return verdict(NO_ANSWER, "the panel says nothing when its ID is read",
                   "if its data output is not wired that is normal: compare the glass with 'pemble "
                   "symptoms'; else check the supply, SCL, SDA, CS and DC, and that RES is high");
}

/* ---- e-paper ---- */

static int judge_busy(struct stage *stage, int number)
{
    struct act *act = &stage->acts[number];
    bool moved = false;
    if (act->setup->config.busy == PMB_PIN_NONE)
        return verdict(DONE, "the panel takes what is sent; without a busy line it tells nothing",
                       "run 'pemble card', and compare the paper with 'pemble symptoms'");
    const pmb_status status = pmb_panel_refresh(&act->panel, PMB_REFRESH_FULL);
    for (int i = 0; i < 100 && status == PMB_OK && !moved; i++) {
        moved = pmb_panel_is_busy(&act->panel);
        act->panel.port->wait_us(act->panel.port->context, 1000);
    }
    if (status == PMB_OK && moved && pmb_panel_wait(&act->panel, 60000) == PMB_OK) {
        printf("busy line: rose and fell with a refresh\n");
        return verdict(DONE, "the panel answers: its busy line follows a refresh",
                       "run 'pemble card', and compare the paper with 'pemble symptoms'");
    }
    return verdict(NO_ANSWER,
                   moved ? "the busy line never comes free"
                         : "the busy line never moves: the panel does not begin to refresh",
                   moved ? "look for a short of BUSY to the supply or to ground"
                         : "if the paper flickered, only BUSY is at fault; if not, check SCL, SDA, "
                           "CS, DC and RES");
}

static int probe_other(struct stage *stage, int number)
{
    struct act *act = &stage->acts[number];
    const struct panel_setup *setup = act->setup;
    const pmb_status status =
        pmb_panel_open(&act->panel, &setup->config, pmb_bench_port(stage->bench));
    if (status == PMB_ERR_TIMEOUT)
        return verdict(
            NO_ANSWER,
            setup->config.controller->family->refresh ? "the busy line never comes free"
                                                      : "the busy flag never comes free",
            "look for a short of BUSY to the supply or to ground, and check RES: a panel "
            "that is held in reset stays busy");
    if (status != PMB_OK)
        return stage_failed(stage, number, status);
    if (setup->config.controller->family->refresh)
        return judge_busy(stage, number);
    if (setup->config.controller->family == &pmb_family_dcs &&
        pmb_panel_read(&act->panel, 0x04, (uint8_t[4]){0}, 4) == PMB_OK)
        return judge_id(stage, number);
    if (setup->config.controller == &pmb_ks0108 && setup->config.bus.read != PMB_PIN_NONE)
        return verdict(
            DONE, "the panel answers: its busy flag comes free",
            "run 'pemble card'; if the glass looks wrong, compare it with 'pemble symptoms'");
    return verdict(
        DONE, "everything was sent; this panel has nothing that could be read",
        "run 'pemble card'; if the glass looks wrong, compare it with 'pemble symptoms'");
}

static int probe(struct stage *stage, int number)
{
    const struct panel_setup *setup = stage->acts[number].setup;
    if (*setup->name || setup->module)
        printf("%s: ", panel_title(setup));
    printf("%s, %dx%d, on %s\n", setup->known->title, setup->config.size.w, setup->config.size.h,
           setup->type);
    int status = check_wires(stage, setup);
    if (status != DONE)
        return status;
    (void)pmb_panel_quiet(&setup->config, pmb_bench_port(stage->bench));
    return strcmp(setup->type, "i2c") == 0 ? probe_i2c(stage, number) : probe_other(stage, number);
}

static int run(int argc, const char **argv)
{
    static struct setup setup;
    struct stage_options bench = {NULL, NULL};
    char *panel = NULL;
    struct poptOption options[] = {
        {"only", '\0', POPT_ARG_STRING, &panel, 0,
         "which panel of the file; the first if not given", "NAME"},
        BENCH_OPTION(bench.bench),
        TRACE_OPTION(bench.trace),
        POPT_TABLEEND,
    };
    struct stage stage;
    struct line line;
    int status;
    if (!line_read(&line, &usage, options, argc, argv, 1, 1, &status))
        return status;
    status = stage_read(&stage, &setup, line.words[0], &bench);
    if (status == DONE) {
        const int number = setup_find(&setup, panel);
        status = number < 0 ? BAD_USE : probe(&stage, number);
    }
    status = stage_close(&stage, status);
    line_done(&line);
    return status;
}

const struct command command_probe = {"probe", "find out what answers, and what to do next", run};
