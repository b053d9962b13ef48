/* probe.c - pemble probe: what answers, and what to do next. */
#include "command.h"

#include <ctype.h>
#include <stdio.h>
#include <string.h>
#include "pemble/families.h"
#include "stage.h"

static const struct usage usage = {
    .name = "probe",
    .arguments = "CONFIG [--only NAME] [--bench FILE] [--trace FILE.vcd] [--wired]",
    .text =
        "The first thing to run on new hardware. It looks for shorted wires, scans I2C, resets "
        "the\n"
        "panel, and reads its status, its ID and its busy line where that is possible. It ends in\n"
        "one verdict and the next step. It clears the memory of e-paper. Exit status 3: something\n"
        "is wrong. With --wired it looks at the panel on this machine's wires.\n",
    .examples = "  pemble probe assets/quay/gangway.ini\n"
                "  pemble probe believed.ini --bench real.ini\n",
};

static int verdict(int status, const char *what, const char *next)
{
    printf("verdict: %s\nnext:    %s\n", what, next);
    return status;
}

/* ---- what each verdict means, and what comes next ---- */

static const char card_next[] =
    "run 'pemble card'; if the glass looks wrong, compare it with 'pemble symptoms'";
static const char paper_next[] = "run 'pemble card', and compare the paper with 'pemble symptoms'";

static void print_scan(const pmb_probe *probe)
{
    int count = 0;
    printf(
        "scan of the I2C addresses, 7-bit form:\n      0  1  2  3  4  5  6  7  8  9  a  b  c  d  "
        "e  f\n");
    for (unsigned row = 0; row < 0x80; row += 16) {
        printf("  %02x", row);
        for (unsigned address = row; address < row + 16; address++) {
            if (address < 0x08 || address > 0x77)
                printf("   ");
            else if (pmb_probe_found(probe, (uint8_t)address))
                printf(" %02x", address);
            else
                printf("  .");
            count += pmb_probe_found(probe, (uint8_t)address);
        }
        putchar('\n');
    }
    for (unsigned address = 0; address < 0x80 && count <= 16; address++)
        if (pmb_probe_found(probe, (uint8_t)address))
            printf("  0x%02x answers; a silk screen in 8-bit form says 0x%02x\n", address,
                   address * 2);
}

/* The signal of a wire, by its pin. */
static enum signal signal_of(const struct panel_setup *setup, pmb_pin pin)
{
    static const enum signal outputs[] = {SIGNAL_RESET,  SIGNAL_CS,  SIGNAL_DC, SIGNAL_CS2,
                                          SIGNAL_STROBE, SIGNAL_SDA, SIGNAL_SCL};
    for (size_t i = 0; i < sizeof outputs / sizeof outputs[0]; i++)
        if (setup->pins[outputs[i]] == pin)
            return outputs[i];
    return SIGNAL_RESET;
}

static int judge_wire(const struct stage *stage, const struct panel_setup *setup,
                      const pmb_probe *probe)
{
    const enum signal signal = signal_of(setup, probe->pin);
    char what[160], next[200];
    snprintf(what, sizeof what, "the %s wire (%s) stays %s whatever the board does",
             signal_name(signal), board_pin_name(panel_board(stage->believed, setup), probe->pin),
             probe->level ? "high" : "low");
    snprintf(next, sizeof next, "look for a short of %s to %s, or to the pin beside it%s",
             signal_labels(signal), probe->level ? "the supply" : "ground",
             signal == SIGNAL_RESET && !probe->level ? "; the panel is held in reset" : "");
    return verdict(NO_ANSWER, what, next);
}

static int judge_i2c(const struct stage *stage, const struct panel_setup *setup,
                     const pmb_probe *probe)
{
    char what[160], next[240];
    switch (probe->verdict) {
    case PMB_PROBE_BUS_HELD:
        return verdict(
            NO_ANSWER, pmb_probe_text(probe->verdict),
            "take the panel off: if the line rises, it is shorted there; if not, look for "
            "a short to ground and for the pull-up resistors");
    case PMB_PROBE_NOTHING_ANSWERS:
        return verdict(
            NO_ANSWER, pmb_probe_text(probe->verdict),
            "check the supply and ground of the panel, that SDA and SCL are not exchanged,"
            " and the wires; if it has a reset pin, that it is high");
    case PMB_PROBE_EVERYTHING_ANSWERS:
        return verdict(NO_ANSWER, pmb_probe_text(probe->verdict),
                       "look for a short of SDA to ground or to the pin beside it");
    case PMB_PROBE_OTHER_ADDRESS:
        snprintf(what, sizeof what,
                 "another address than configured: 0x%02x answers, 0x%02x does not", probe->address,
                 setup->config.bus.address);
        snprintf(next, sizeof next, "write 'address = 0x%02x' into %s", probe->address,
                 stage->believed->path);
        return verdict(NO_ANSWER, what, next);
    default:
        snprintf(what, sizeof what, "only other devices answer: 0x%02x is no address of an %s",
                 probe->address, setup->known->title);
        snprintf(next, sizeof next,
                 "that may be a sensor or a clock: check the panel's own wires; an %s answers at "
                 "0x%02x or 0x%02x",
                 setup->known->title, setup->config.controller->addresses[0],
                 setup->config.controller->addresses[1]);
        return verdict(NO_ANSWER, what, next);
    }
}

static int judge_id(const struct stage *stage, const struct panel_setup *setup,
                    const pmb_probe *probe)
{
    char what[160], next[200];
    if (probe->verdict == PMB_PROBE_UNKNOWN_ID) {
        snprintf(what, sizeof what, "an ID that is not known: %06lxh", (unsigned long)probe->id);
        return verdict(NO_ANSWER, what,
                       "try the controllers of 'pemble panels' that have its size");
    }
    snprintf(what, sizeof what, "an ID of another controller: %06lxh is an %s, configured is an %s",
             (unsigned long)probe->id, probe->name, setup->known->title);
    char name[16] = "";
    for (size_t i = 0; probe->name[i] && i + 1 < sizeof name; i++)
        name[i] = (char)tolower(probe->name[i]);
    snprintf(next, sizeof next, "write 'controller = %s' into %s", name, stage->believed->path);
    return verdict(NO_ANSWER, what, next);
}

static int judge_answer(const struct panel_setup *setup, const pmb_probe *probe)
{
    const pmb_controller *controller = setup->config.controller;
    if (probe->id) {
        printf("ID: %06lxh, that of an %s\n", (unsigned long)probe->id, setup->known->title);
        return verdict(DONE, "the panel answers and is the one that is configured", card_next);
    }
    if (controller->family->refresh) {
        printf("busy line: rose and fell with a refresh\n");
        return verdict(DONE, "the panel answers: its busy line follows a refresh", paper_next);
    }
    if (strcmp(setup->type, "i2c") != 0)
        return verdict(DONE, "the panel answers: its busy flag comes free", card_next);
    if (probe->status_read)
        printf("status byte: %02xh, display %s\n", probe->status_byte,
               probe->status_byte & 0x40 ? "off" : "on");
    return verdict(DONE, "the panel answers and takes its setup", card_next);
}

static int judge(struct stage *stage, int number, const pmb_probe *probe)
{
    const struct panel_setup *setup = stage->acts[number].setup;
    const bool paper = setup->config.controller->family->refresh != NULL;
    switch (probe->verdict) {
    case PMB_PROBE_ANSWERS:
        return judge_answer(setup, probe);
    case PMB_PROBE_SENT:
        return paper ? verdict(DONE,
                               "the panel takes what is sent; without a busy line it tells nothing",
                               paper_next)
                     : verdict(DONE, pmb_probe_text(probe->verdict), card_next);
    case PMB_PROBE_WIRE_STUCK:
        return judge_wire(stage, setup, probe);
    case PMB_PROBE_OTHER_CONTROLLER:
    case PMB_PROBE_UNKNOWN_ID:
        return judge_id(stage, setup, probe);
    case PMB_PROBE_EXCHANGED:
        return verdict(NO_ANSWER, pmb_probe_text(probe->verdict),
                       "exchange CS and DC, on the board or in [pins]");
    case PMB_PROBE_SILENT:
        return verdict(
            NO_ANSWER, pmb_probe_text(probe->verdict),
            "if its data output is not wired that is normal: compare the glass with "
            "'pemble symptoms'; else check the supply, SCL, SDA, CS and DC, and that RES "
            "is high");
    case PMB_PROBE_BUSY_STUCK:
        return verdict(
            NO_ANSWER, paper ? "the busy line never comes free" : "the busy flag never comes free",
            "look for a short of BUSY to the supply or to ground, and check RES: a panel "
            "that is held in reset stays busy");
    case PMB_PROBE_BUSY_STILL:
        return verdict(
            NO_ANSWER, pmb_probe_text(probe->verdict),
            "if the paper flickered, only BUSY is at fault; if not, check SCL, SDA, CS, DC "
            "and RES");
    case PMB_PROBE_REFUSED:
    case PMB_PROBE_FAILED:
        return stage_failed(stage, number, probe->status);
    default:
        return judge_i2c(stage, setup, probe);
    }
}

static int probe(struct stage *stage, int number)
{
    const struct panel_setup *setup = stage->acts[number].setup;
    pmb_probe result;
    if (*setup->name || setup->module)
        printf("%s: ", panel_title(setup));
    printf("%s, %dx%d, on %s\n", setup->known->title, setup->config.size.w, setup->config.size.h,
           setup->type);
    const pmb_port *port;
    if (stage_port(stage, number, &port) != PMB_OK)
        return stage_failed(stage, number, PMB_ERR_NO_ANSWER);
    (void)pmb_probe_panel(&result, &setup->config, port);
    const char *wires = stage->is_wired ? pmb_linux_board_error(stage->wired.board) : "";
    if (*wires && (result.verdict == PMB_PROBE_BUS_HELD || result.verdict == PMB_PROBE_FAILED ||
                   result.verdict == PMB_PROBE_WIRE_STUCK))
        return verdict(NO_ANSWER, "this machine cannot use the bus or a pin", wires);
    if (result.verdict != PMB_PROBE_WIRE_STUCK)
        printf("wires: no control line is shorted\n");
    if (strcmp(setup->type, "i2c") == 0 && result.verdict != PMB_PROBE_WIRE_STUCK &&
        result.verdict != PMB_PROBE_BUS_HELD)
        print_scan(&result);
    return judge(stage, number, &result);
}

static int run(int argc, const char **argv)
{
    static struct setup setup;
    struct stage_options bench = {NULL, NULL, 0};
    char *panel = NULL;
    struct poptOption options[] = {
        ONLY_OPTION(panel),
        BENCH_OPTION(bench.bench),
        TRACE_OPTION(bench.trace),
        WIRED_OPTION(bench.wired),
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

const struct command command_probe = {"probe", "find out what answers, and what to do next", run,
                                      false};
