/* replay.c - levels of wires, played to the simulated module of a panel. */
#include "replay.h"

#include <stdlib.h>
#include <string.h>
#include "bench_parts.h"
#include "pemble/families.h"
#include "module_pins.h"

enum { MS = 1000000, RESET_MS = 20, BEFORE_MS = 200, SETTLE_MS = 20000 };

static void drive(struct replay *r, int signal, bool level)
{
    /* I2C lines are let go, so that the module may hold them. */
    const bool let_go = r->i2c && (signal == SIGNAL_SDA || signal == SIGNAL_SCL);
    if (r->drivers[signal])
        net_drive(r->drivers[signal], !level ? DRIVE_LOW : let_go ? DRIVE_NONE : DRIVE_HIGH);
}

/* False when there is no memory. */
static bool find_nets(struct replay *r)
{
    for (int s = 0; s < SIGNALS; s++) {
        const char *pin = module_pin_of(r->module, (enum signal)s);
        if (!pin || s == SIGNAL_SDO || s == SIGNAL_BUSY)
            continue;
        struct driver *driver = r->drivers[s] = calloc(1, sizeof *driver);
        if (!driver)
            return false;
        for (int i = 0; i < r->module->pin_count; i++)
            if (strcmp(r->module->type->pins[i], pin) == 0)
                driver->net = r->module->pins[i].net;
    }
    return true;
}

/* The level of a line that rests: clocks are low on SPI, and E; so is a select that is high when
 * it is active, and R/W, which is not captured by those who never read. */
static bool rests_high(const struct replay *r, const pmb_panel_config *config, int signal)
{
    const bool is_6800 = config->controller->buses & PMB_HAS_PARALLEL_6800;
    if (signal == SIGNAL_SCL)
        return r->i2c;
    if (signal == SIGNAL_CS)
        return config->bus.kind != &pmb_spi_sync;
    if (signal == SIGNAL_STROBE || signal == SIGNAL_READ)
        return !is_6800;
    return true;
}

bool replay_open(struct replay *r, const pmb_panel_config *config, const bool captured[SIGNALS])
{
    *r = (struct replay){.bench = pmb_bench_new(), .i2c = config->bus.kind == &pmb_i2c};
    r->module = r->bench ? pmb_bench_place_panel(r->bench, config) : NULL;
    if (!r->module || !find_nets(r))
        return false;
    for (int s = 0; s < SIGNALS; s++)
        drive(r, s, rests_high(r, config, s));
    if (!captured[SIGNAL_RESET] && r->drivers[SIGNAL_RESET]) {
        drive(r, SIGNAL_RESET, false);
        bench_pass(r->bench, (uint64_t)RESET_MS * MS);
        drive(r, SIGNAL_RESET, true);
    }
    bench_pass(r->bench, (uint64_t)BEFORE_MS * MS);
    if (!captured[SIGNAL_CS])
        drive(r, SIGNAL_CS, !rests_high(r, config, SIGNAL_CS));
    r->start = r->bench->now;
    return true;
}

void replay_set(struct replay *r, uint64_t at, enum signal signal, bool level)
{
    if (r->start + at > r->bench->now)
        bench_pass(r->bench, r->start + at - r->bench->now);
    drive(r, (int)signal, level);
}

void replay_settle(struct replay *r)
{
    bench_pass(r->bench, (uint64_t)SETTLE_MS * MS);
}

void replay_close(struct replay *r)
{
    if (r->bench)
        pmb_bench_free(r->bench);
    for (int s = 0; s < SIGNALS; s++)
        free(r->drivers[s]);
    *r = (struct replay){.bench = NULL};
}
