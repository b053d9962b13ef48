/* replay.c - levels of wires, played to the simulated module of a panel. */
#include "replay.h"

#include <stdlib.h>
#include <string.h>
#include "bench_parts.h"

enum { MS = 1000000, RESET_MS = 20, BEFORE_MS = 200, SETTLE_MS = 20000 };

static const char *const pins[WIRES] = {"SDA", "SCL", "CS", "DC", "RES"};

static void drive(struct replay *r, int wire, bool level)
{
    /* I2C lines are let go, so that the module may hold them. */
    if (r->drivers[wire])
        net_drive(r->drivers[wire], !level ? DRIVE_LOW : r->i2c ? DRIVE_NONE : DRIVE_HIGH);
}

/* False when there is no memory. */
static bool find_nets(struct replay *r)
{
    for (int w = 0; w < WIRES; w++)
        for (int pin = 0; pin < r->module->pin_count; pin++) {
            struct net *net = r->module->pins[pin].net;
            if (strcmp(r->module->type->pins[pin], pins[w]) != 0 || !net)
                continue;
            struct driver *driver = calloc(1, sizeof *driver);
            if (!driver)
                return false;
            driver->net = net;
            r->drivers[w] = driver;
        }
    return true;
}

bool replay_open(struct replay *r, const pmb_panel_config *config, const bool captured[WIRES])
{
    *r = (struct replay){.bench = pmb_bench_new(), .i2c = config->bus.kind == &pmb_i2c};
    r->module = r->bench ? pmb_bench_place_panel(r->bench, config) : NULL;
    if (!r->module || !find_nets(r))
        return false;
    for (int w = 0; w < WIRES; w++)
        drive(r, w, w != WIRE_SCL || r->i2c);
    if (!captured[WIRE_RESET] && r->drivers[WIRE_RESET]) {
        drive(r, WIRE_RESET, false);
        bench_pass(r->bench, (uint64_t)RESET_MS * MS);
        drive(r, WIRE_RESET, true);
    }
    bench_pass(r->bench, (uint64_t)BEFORE_MS * MS);
    if (!captured[WIRE_CS])
        drive(r, WIRE_CS, false);
    r->start = r->bench->now;
    return true;
}

void replay_set(struct replay *r, uint64_t at, enum wire wire, bool level)
{
    if (r->start + at > r->bench->now)
        bench_pass(r->bench, r->start + at - r->bench->now);
    drive(r, (int)wire, level);
}

void replay_settle(struct replay *r)
{
    bench_pass(r->bench, (uint64_t)SETTLE_MS * MS);
}

void replay_close(struct replay *r)
{
    if (r->bench)
        pmb_bench_free(r->bench);
    for (int w = 0; w < WIRES; w++)
        free(r->drivers[w]);
    *r = (struct replay){.bench = NULL};
}
