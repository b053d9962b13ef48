/* stage.c - bench, panels and screens for a subcommand. */
#include "stage.h"
#include "pemble/bench_modules.h"

#include <errno.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include "command.h"
#include "module_pins.h"

enum { LONGEST_REFRESH_MS = 60000 };

/* The I2C addresses that acknowledge, as a list ended by 0; returns how many. */
static int scan(struct stage *stage, const pmb_bus *configured, uint8_t found[128])
{
    const pmb_port *port = stage_board_port(stage);
    pmb_bus bus = *configured;
    int count = 0;
    for (bus.address = 0x08; bus.address <= 0x77; bus.address++)
        if (port->i2c_write(port->context, &bus, bus.address, NULL, 0, NULL, 0) == PMB_OK)
            found[count++] = bus.address;
    found[count] = 0;
    return count;
}

static int nobody_answers(struct stage *stage, int number)
{
    const pmb_bus *bus = &stage->acts[number].setup->config.bus;
    uint8_t found[128];
    char list[600] = "";
    if (scan(stage, bus, found) == 0)
        strcpy(list, "nothing answers on this bus: are SDA, SCL and the supply connected?");
    for (int i = 0; found[i]; i++) {
        const size_t length = strlen(list);
        snprintf(list + length, sizeof list - length, "%s0x%02x",
                 i ? ", " : "on this bus answer: ", found[i]);
    }
    complain("%s: no panel answers at I2C address 0x%02x (0x%02x in 8-bit form); %s",
             stage->believed->path, bus->address, bus->address * 2, list);
    return NO_ANSWER;
}

int stage_failed(struct stage *stage, int number, pmb_status status)
{
    const struct panel_setup *setup = stage->acts[number].setup;
    if (status == PMB_ERR_NO_ANSWER && setup->config.bus.kind == &pmb_i2c)
        return nobody_answers(stage, number);
    const char *wires = stage->is_wired ? pmb_linux_board_error(stage->wired.board) : "";
    complain("%s: %s: %s%s%s", stage->believed->path, panel_title(setup), pmb_status_text(status),
             *wires ? ": " : "", wires);
    return status == PMB_ERR_TIMEOUT || status == PMB_ERR_NO_ANSWER ? NO_ANSWER : FAILED;
}

unsigned stage_complaints(pmb_module *module)
{
    const unsigned count = module ? pmb_module_complaint_count(module) : 0;
    for (unsigned i = 0; i < count; i++)
        complain("the simulated %s complains: %s", pmb_module_label(module),
                 pmb_module_complaint(module, i));
    return count;
}

int stage_picture(pmb_module *module, const char *path)
{
    if (pmb_module_save_png(module, path, 0))
        return DONE;
    complain("%s: %s", path, strerror(errno));
    return FAILED;
}

static int out_of_memory(void)
{
    complain("there is not enough memory");
    return FAILED;
}

static bool apply(struct stage *stage, pmb_module *module, const struct fault *fault)
{
    const char *a = module_pin_of(module, fault->a);
    if (fault->kind == FAULT_LOSE) {
        pmb_bench_lose_bytes(stage->bench, (unsigned)fault->value);
        return true;
    }
    if (fault->kind == FAULT_MUTE) {
        /* As if it were not there: no line of its bus reaches it. */
        static const enum signal lines[] = {SIGNAL_SDA, SIGNAL_SCL, SIGNAL_STROBE};
        for (int i = 0; i < 3; i++)
            if (module_pin_of(module, lines[i]))
                (void)pmb_bench_cut(module, module_pin_of(module, lines[i]));
        return true;
    }
    if (!a)
        return false;
    if (fault->kind == FAULT_SWAP)
        return module_pin_of(module, fault->b) &&
               pmb_bench_swap(module, a, module_pin_of(module, fault->b));
    return fault->kind == FAULT_CUT ? pmb_bench_cut(module, a)
                                    : pmb_bench_stick(module, a, (int)fault->value);
}

/* Nets of an expander's pins have numbers that no pin of a board has. */
enum { EXPANDER_NETS = 220 };

static pmb_pin behind(pmb_pin pin)
{
    return pin == PMB_PIN_NONE ? pin : (pmb_pin)(pin + EXPANDER_NETS);
}

/* An expander, and the panel on its pins. */
static pmb_module *place_behind(struct stage *stage, const struct panel_setup *setup)
{
    const pmb_bus *bus = &setup->expander;
    pmb_panel_config config = setup->config;
    pmb_pin lines[8];
    char net[24], pin[24];
    pmb_module *expander =
        pmb_bench_place(stage->bench, &pmb_sim_mcp23017,
                        &(pmb_module_options){.width = 1, .height = 1, .address = bus->address});
    if (!expander)
        return NULL;
    snprintf(net, sizeof net, "i2c%u.sda", bus->unit);
    (void)pmb_bench_connect(expander, "SDA", net);
    snprintf(net, sizeof net, "i2c%u.scl", bus->unit);
    (void)pmb_bench_connect(expander, "SCL", net);
    for (int i = 0; i < 16; i++) {
        snprintf(net, sizeof net, "pin%d", i + EXPANDER_NETS);
        snprintf(pin, sizeof pin, "GP%c%d", i < 8 ? 'A' : 'B', i % 8);
        (void)pmb_bench_connect(expander, pin, net);
    }
    for (int i = 0; i < 8; i++)
        lines[i] = behind(config.bus.lines[i]);
    config.bus.lines = lines;
    config.bus.select = behind(config.bus.select);
    config.bus.second_select = behind(config.bus.second_select);
    config.bus.data_command = behind(config.bus.data_command);
    config.bus.strobe = behind(config.bus.strobe);
    config.bus.read = behind(config.bus.read);
    config.reset = behind(config.reset);
    config.backlight = behind(config.backlight);
    return pmb_bench_place_panel(stage->bench, &config);
}

static int place(struct stage *stage, const struct setup *real, int number)
{
    const struct panel_setup *setup = &real->panels[number];
    struct act *act = &stage->acts[number];
    act->module = setup->expander.kind ? place_behind(stage, setup)
                                       : pmb_bench_place_panel(stage->bench, &setup->config);
    if (!act->module) {
        complain("%s: %s: the bench has no module with a glass like this", real->path,
                 panel_title(setup));
        return BAD_USE;
    }
    pmb_module_set_label(act->module, panel_title(setup));
    for (int i = 0; i < setup->fault_count; i++)
        if (!apply(stage, act->module, &setup->faults[i])) {
            complain("%s: %s: a fault names a wire that is not connected", real->path,
                     panel_title(setup));
            return BAD_USE;
        }
    return DONE;
}

/* Puts the wires of this machine beside the bench. Returns an exit status. */
static int connect_wires(struct stage *stage, const struct setup *believed)
{
    if (strcmp(believed->board->name, "linux40") != 0) {
        complain("%s: --wired needs '[board] mcu = linux40', the header of a Linux board; it is %s",
                 believed->path, believed->board->name);
        return BAD_USE;
    }
    if (!wired_open(&stage->wired, stage->bench))
        return out_of_memory();
    stage->is_wired = true;
    for (int i = 0; i < believed->count; i++)
        wired_wait_for(&stage->wired, believed->panels[i].config.busy);
    return DONE;
}

const pmb_port *stage_board_port(struct stage *stage)
{
    return stage->is_wired ? &stage->wired.port : pmb_bench_port(stage->bench);
}

int stage_build(struct stage *stage, const struct setup *believed, const struct setup *real,
                const struct stage_options *options)
{
    int status = DONE;
    memset(stage, 0, sizeof *stage);
    stage->believed = believed;
    stage->bench = pmb_bench_new();
    if (!stage->bench)
        return out_of_memory();
    if (options && options->trace)
        pmb_bench_start_trace(stage->bench);
    for (int i = 0; i < real->count && status == DONE; i++)
        status = place(stage, real, i);
    if (options && options->wired && status == DONE)
        status = connect_wires(stage, believed);
    for (int i = 0; i < believed->count && status == DONE; i++) {
        stage->acts[i].setup = &believed->panels[i];
        if (!believed->panels[i].expander.kind)
            (void)pmb_panel_quiet(&believed->panels[i].config, stage_board_port(stage));
    }
    if (options && status == DONE) /* without a bench there is nothing to save */
        stage->trace = options->trace;
    return status;
}

char *stage_trace_name(const char *file, int number)
{
    static char name[512];
    if (!file)
        return NULL;
    const char *slash = strrchr(file, '/');
    const char *end = strrchr(slash ? slash : file, '.');
    const int stem = end ? (int)(end - file) : (int)strlen(file);
    if (number == 1)
        snprintf(name, sizeof name, "%s", file);
    else
        snprintf(name, sizeof name, "%.*s-%d%s", stem, file, number, end ? end : "");
    return name;
}

int stage_read(struct stage *stage, struct setup *believed, const char *config,
               const struct stage_options *options)
{
    static struct setup real;
    memset(stage, 0, sizeof *stage);
    if (!config_read(believed, config) || !config_read_bench(&real, believed, options->bench))
        return BAD_USE;
    return stage_build(stage, believed, &real, options);
}

/* Whether a panel with this reset pin is open; it need not be the one that the file has first. */
static bool was_reset(const struct stage *stage, const struct act *act)
{
    for (int i = 0; i < MOST_PANELS; i++)
        if (stage->acts[i].opened && stage->acts[i].setup->config.reset == act->config.reset)
            return true;
    return false;
}

pmb_status stage_port(struct stage *stage, int number, const pmb_port **port)
{
    struct act *act = &stage->acts[number];
    *port = stage_board_port(stage);
    if (!act->setup->expander.kind)
        return PMB_OK;
    const pmb_status status = pmb_expander_open(&act->expander, *port, &act->setup->expander);
    *port = &act->expander.port;
    return status;
}

int stage_open(struct stage *stage, int number, unsigned parts)
{
    struct act *act = &stage->acts[number];
    act->config = act->setup->config;
    if (was_reset(stage, act))
        act->config.reset = PMB_PIN_NONE;
    act->opened = true;
    const pmb_port *port;
    pmb_status status = stage_port(stage, number, &port);
    if (status == PMB_OK)
        status = pmb_panel_open(&act->panel, &act->config, port);
    if (status != PMB_OK)
        return stage_failed(stage, number, status);
    const size_t whole = pmb_screen_whole_bytes(&act->panel), part = whole / parts;
    const size_t least = pmb_screen_least_bytes(&act->panel), band = part > least ? part : least;
    act->ram = band + whole;
    act->buffer = malloc(band);
    act->mirror = malloc(whole);
    if (!act->buffer || !act->mirror)
        return out_of_memory();
    status = pmb_screen_init(&act->screen, &act->panel, act->buffer, band, NULL, 0);
    if (status == PMB_OK)
        status = pmb_screen_mirror(&act->screen, act->mirror, whole);
    return status == PMB_OK ? DONE : stage_failed(stage, number, status);
}

int stage_paint(struct stage *stage, int number, pmb_paint paint, void *scene)
{
    struct act *act = &stage->acts[number];
    pmb_status status = pmb_screen_paint(&act->screen, paint, scene);
    if (status == PMB_OK)
        status = pmb_panel_wait(&act->panel, LONGEST_REFRESH_MS);
    return status == PMB_OK ? DONE : stage_failed(stage, number, status);
}

int stage_close(struct stage *stage, int status)
{
    if (stage->trace && !pmb_bench_save_trace(stage->bench, stage->trace)) {
        complain("%s: %s", stage->trace, strerror(errno));
        status = status == DONE ? FAILED : status;
    }
    for (int i = 0; i < MOST_PANELS; i++) {
        free(stage->acts[i].mirror);
        free(stage->acts[i].buffer);
    }
    if (stage->is_wired)
        wired_close(&stage->wired);
    pmb_bench_free(stage->bench);
    return status;
}
