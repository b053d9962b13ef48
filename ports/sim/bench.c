/* bench.c - the board: its nets and pins, and what is connected to them. */
#include "bench_parts.h"

#include <stdio.h>
#include <stdlib.h>
#include <string.h>

static void pin_write(void *context, pmb_pin pin, bool high);
static bool pin_read(void *context, pmb_pin pin);

enum {
    PIN_WRITE_NS = 100, /* what the board's processor takes to change a pin */
    LONGEST_REFRESH_MS = 60000
};

static void wait_us(void *context, uint32_t microseconds)
{
    pmb_bench *bench = context;
    bench->traffic.waited += (uint64_t)microseconds * 1000;
    bench_pass(bench, (uint64_t)microseconds * 1000);
}

pmb_bench *pmb_bench_new(void)
{
    pmb_bench *bench = calloc(1, sizeof *bench);
    if (bench) {
        bench->feed = feed_new();
        bench->port = (pmb_port){
            .context = bench,
            .i2c_write = bench_i2c_write,
            .i2c_read = bench_i2c_read,
            .spi = bench_spi,
            .pin_write = pin_write,
            .pin_read = pin_read,
            .analog_read = bench_analog_read,
            .wait_us = wait_us,
        };
    }
    return bench;
}

void pmb_bench_free(pmb_bench *bench)
{
    if (!bench)
        return;
    feed_free(bench->feed);
    while (bench->modules) {
        pmb_module *module = bench->modules;
        bench->modules = module->next;
        module_free(module);
    }
    while (bench->nets) {
        struct net *net = bench->nets;
        bench->nets = net->next;
        free(net);
    }
    bench_inputs_free(bench);
    for (int i = 0; i < BENCH_UNITS; i++)
        free(bench->spi[i].copy);
    trace_free(bench->trace);
    free(bench->events);
    free(bench);
}

pmb_port *pmb_bench_port(pmb_bench *bench)
{
    return &bench->port;
}

uint64_t pmb_bench_now(const pmb_bench *bench)
{
    return bench->now;
}

pmb_bench_traffic pmb_bench_traffic_so_far(const pmb_bench *bench)
{
    return bench->traffic;
}

void bench_no_memory(void)
{
    fputs("the bench: there is not enough memory\n", stderr);
    exit(EXIT_FAILURE);
}

struct net *bench_net(pmb_bench *bench, const char *name)
{
    struct net **end = &bench->nets;
    for (; *end; end = &(*end)->next)
        if (strcmp((*end)->name, name) == 0)
            return *end;
    struct net *net = *end = calloc(1, sizeof *net);
    if (!net)
        bench_no_memory();
    snprintf(net->name, sizeof net->name, "%s", name);
    net->shorted = -1;
    if (strncmp(name, "i2c", 3) == 0)
        net->pull = 1;
    net->level = net->pull > 0;
    if (bench->trace)
        trace_net(bench->trace, net);
    return net;
}

/* A board pin takes part in its net from its first use on. */
static struct driver *board_pin(pmb_bench *bench, pmb_pin pin)
{
    const unsigned number = pmb_pin_number(pin);
    if (pin == PMB_PIN_NONE || number >= BENCH_PINS)
        return NULL;
    struct driver *driver = &bench->pins[number];
    if (!driver->net) {
        char name[16];
        snprintf(name, sizeof name, "pin%u", number);
        driver->net = bench_net(bench, name);
    }
    return driver;
}

/* A pin has changed. An interrupt is not interrupted. */
static void interrupt(void *self, struct net *net, bool level)
{
    const struct interrupt *i = self;
    (void)net;
    (void)level;
    if (i->bench->interrupted)
        return;
    i->bench->interrupted = true;
    i->handler(i->context);
    i->bench->interrupted = false;
}

bool pmb_bench_interrupt(pmb_bench *bench, pmb_pin pin, void (*handler)(void *context),
                         void *context)
{
    struct driver *driver = board_pin(bench, pin);
    if (!driver || bench->interrupt_count == BENCH_INTERRUPTS)
        return false;
    struct interrupt *i = &bench->interrupts[bench->interrupt_count++];
    *i = (struct interrupt){.bench = bench, .handler = handler, .context = context};
    i->listener = (struct listener){interrupt, i, driver->net->listeners};
    driver->net->listeners = &i->listener;
    return true;
}

static void pin_write(void *context, pmb_pin pin, bool high)
{
    struct driver *driver = board_pin(context, pin);
    if (!driver)
        return;
    bench_unused(context, pin);
    bench_pass(context, PIN_WRITE_NS);
    net_drive(driver, high ? DRIVE_HIGH : DRIVE_LOW);
}

static bool pin_read(void *context, pmb_pin pin)
{
    struct driver *driver = board_pin(context, pin);
    if (!driver)
        return false;
    bench_pass(context, PIN_WRITE_NS);
    net_drive(driver, DRIVE_NONE);
    return driver->net->level;
}

void pmb_bench_pull(pmb_bench *bench, const char *net, int direction)
{
    struct net *n = bench_net(bench, net);
    n->pull = direction;
    net_settle(n);
}

void pmb_bench_short(pmb_bench *bench, const char *net, int level)
{
    struct net *n = bench_net(bench, net);
    n->shorted = level;
    net_settle(n);
}

void pmb_bench_lose_bytes(pmb_bench *bench, unsigned every)
{
    bench->lose_every = bench->bytes_until_loss = every;
}

void pmb_bench_break_transfer(pmb_bench *bench, unsigned n, unsigned bytes, bool lasting)
{
    bench->fault = (struct fault){n, bytes, lasting, false};
}

size_t bench_bytes_through(pmb_bench *bench, size_t count)
{
    struct fault *fault = &bench->fault;
    bench->traffic.transfers++;
    size_t through = count;
    if (fault->broken) {
        through = 0;
    } else if (fault->transfers_left > 0 && --fault->transfers_left == 0) {
        through = count < fault->bytes ? count : fault->bytes;
        fault->broken = fault->lasting;
        if (through == count && count > 0)
            through = count - 1;
    }
    bench->traffic.bytes += through;
    return through;
}

pmb_status bench_paint(pmb_screen *screen, pmb_paint paint, void *scene)
{
    const pmb_status status = pmb_screen_paint(screen, paint, scene);
    return status == PMB_OK ? pmb_panel_wait(screen->panel, LONGEST_REFRESH_MS) : status;
}
