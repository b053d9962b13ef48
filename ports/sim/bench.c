/* bench.c - the board: nets, pins, clock, and the modules placed around it. */
#include "bench_parts.h"

#include <stdarg.h>
#include <stdlib.h>
#include <string.h>

static void pin_write(void *context, pmb_pin pin, bool high);
static bool pin_read(void *context, pmb_pin pin);

enum { PIN_WRITE_NS = 100 }; /* what the board's processor takes to change a pin */

static void wait_us(void *context, uint32_t microseconds)
{
    pmb_bench *bench = context;
    bench->traffic.waited += (uint64_t)microseconds * 1000;
    bench_pass(bench, (uint64_t)microseconds * 1000);
}

void bench_later(pmb_module *module, uint64_t nanoseconds, void (*happens)(pmb_module *module))
{
    pmb_bench *bench = module->bench;
    if (bench->event_count == bench->event_room) {
        const int room = bench->event_room ? 2 * bench->event_room : 16;
        struct event *more = realloc(bench->events, (size_t)room * sizeof *more);
        if (!more) {
            module_complain(module, "there is no memory to wait for what it does");
            happens(module);
            return;
        }
        bench->events = more;
        bench->event_room = room;
    }
    bench->events[bench->event_count++] = (struct event){bench->now + nanoseconds, module, happens};
}

void bench_pass(pmb_bench *bench, uint64_t nanoseconds)
{
    const uint64_t end = bench->now + nanoseconds;
    for (int i = 0; i < bench->event_count;) {
        const struct event event = bench->events[i];
        if (event.at > end) {
            i++;
            continue;
        }
        bench->events[i] = bench->events[--bench->event_count];
        bench->now = event.at;
        event.happens(event.module);
        i = 0;
    }
    if (bench->next_input != 0 && bench->next_input <= end)
        bench_inputs_until(bench, end);
    bench->now = end;
}

pmb_bench *pmb_bench_new(void)
{
    pmb_bench *bench = calloc(1, sizeof *bench);
    if (bench)
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
    return bench;
}

static void free_module(pmb_module *module)
{
    for (unsigned i = 0; i < module->complaint_count; i++)
        free(module->complaints[i]);
    free(module->complaints);
    free(module->state);
    free(module->counted);
    free(module->rgb);
    free(module);
}

void pmb_bench_free(pmb_bench *bench)
{
    if (!bench)
        return;
    while (bench->modules) {
        pmb_module *module = bench->modules;
        bench->modules = module->next;
        free_module(module);
    }
    while (bench->nets) {
        struct net *net = bench->nets;
        bench->nets = net->next;
        free(net);
    }
    bench_inputs_free(bench);
    free(bench->behind_copy);
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

struct net *bench_net(pmb_bench *bench, const char *name)
{
    struct net **end = &bench->nets;
    for (; *end; end = &(*end)->next)
        if (strcmp((*end)->name, name) == 0)
            return *end;
    struct net *net = *end = calloc(1, sizeof *net);
    if (!net)
        abort();
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

static void pin_write(void *context, pmb_pin pin, bool high)
{
    struct driver *driver = board_pin(context, pin);
    if (!driver)
        return;
    bench_alone(context, "sets a pin");
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

static void listener_changed(void *self, struct net *net, bool level)
{
    const struct module_pin *pin = self;
    (void)net;
    pin->module->type->pin_changed(pin->module, pin->number, level);
}

pmb_module *pmb_bench_place(pmb_bench *bench, const pmb_module_type *type,
                            const pmb_module_options *options)
{
    pmb_module *module = calloc(1, sizeof *module);
    if (!module)
        return NULL;
    module->bench = bench;
    module->type = type;
    module->options = *options;
    module->state = calloc(1, type->state_size);
    if (options->width > 0 && options->height > 0 && options->width <= 1024 &&
        options->height <= 1024)
        module->rgb = calloc((size_t)options->width * (size_t)options->height, 3);
    if (!module->state || !module->rgb || !type->create(module)) {
        free_module(module);
        return NULL;
    }
    while (type->pins[module->pin_count])
        module->pin_count++;
    module->next = bench->modules;
    bench->modules = module;
    return module;
}

static struct module_pin *pin_of(pmb_module *module, const char *name)
{
    for (int i = 0; i < module->pin_count; i++)
        if (strcmp(module->type->pins[i], name) == 0)
            return &module->pins[i];
    return NULL;
}

static void attach(pmb_module *module, struct module_pin *p, struct net *net)
{
    *p = (struct module_pin){.module = module, .number = (int)(p - module->pins)};
    p->net = p->driver.net = net;
    p->listener = (struct listener){listener_changed, p, net->listeners};
    net->listeners = &p->listener;
    /* Modules have a resistor that keeps them out of reset while nobody drives the pin. */
    if (strcmp(module->type->pins[p->number], "RES") == 0)
        module_pin_pull(module, p->number, 1);
    if (module->type->connected)
        module->type->connected(module);
}

static void detach(struct module_pin *p)
{
    struct listener **at = &p->net->listeners;
    net_drive(&p->driver, DRIVE_NONE);
    while (*at != &p->listener)
        at = &(*at)->next;
    *at = p->listener.next;
    p->net = p->driver.net = NULL;
}

bool pmb_bench_connect(pmb_module *module, const char *pin, const char *net)
{
    struct module_pin *p = pin_of(module, pin);
    if (!p || p->net)
        return false;
    attach(module, p, bench_net(module->bench, net));
    return true;
}

bool pmb_bench_cut(pmb_module *module, const char *pin)
{
    struct module_pin *p = pin_of(module, pin);
    if (!p || !p->net)
        return false;
    detach(p);
    return true;
}

bool pmb_bench_swap(pmb_module *module, const char *a, const char *b)
{
    struct module_pin *p = pin_of(module, a), *q = pin_of(module, b);
    if (!p || !q || !p->net || !q->net)
        return false;
    struct net *of_p = p->net, *of_q = q->net;
    detach(p);
    detach(q);
    attach(module, p, of_q);
    attach(module, q, of_p);
    return true;
}

bool pmb_bench_stick(pmb_module *module, const char *pin, int level)
{
    struct module_pin *p = pin_of(module, pin);
    if (!p || !p->net)
        return false;
    p->net->shorted = level;
    net_settle(p->net);
    return true;
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

bool module_pin_level(const pmb_module *module, int pin, bool open)
{
    const struct net *net = module->pins[pin].net;
    return net ? net->level : open;
}

void module_pin_drive(pmb_module *module, int pin, enum drive state)
{
    net_drive(&module->pins[pin].driver, state);
}

void module_pin_pull(pmb_module *module, int pin, int direction)
{
    struct net *net = module->pins[pin].net;
    if (net) {
        net->pull = direction;
        net_settle(net);
    }
}

void module_complain(pmb_module *module, const char *format, ...)
{
    char text[200];
    va_list arguments;
    va_start(arguments, format);
    vsnprintf(text, sizeof text, format, arguments);
    va_end(arguments);
    const char *const at = " (at ";
    for (unsigned i = 0; i < module->complaint_count; i++) {
        const char *known = module->complaints[i];
        if (strncmp(known, text, strlen(text)) == 0 &&
            strncmp(known + strlen(text), at, strlen(at)) == 0)
            return;
    }
    const size_t length = strlen(text) + 40;
    char **list = realloc(module->complaints, (module->complaint_count + 1) * sizeof *list);
    char *entry = malloc(length);
    if (!list || !entry)
        abort();
    snprintf(entry, length, "%s%s%llu us)", text, at,
             (unsigned long long)(module->bench->now / 1000));
    module->complaints = list;
    module->complaints[module->complaint_count++] = entry;
}

unsigned pmb_module_complaint_count(const pmb_module *module)
{
    return module->complaint_count;
}

const char *pmb_module_complaint(const pmb_module *module, unsigned number)
{
    return number < module->complaint_count ? module->complaints[number] : NULL;
}

const char *pmb_module_label(const pmb_module *module)
{
    return module->options.label ? module->options.label : module->type->name;
}

void pmb_module_set_label(pmb_module *module, const char *label)
{
    module->options.label = label;
}

bool pmb_module_has_wire(const pmb_module *module, const char *pin)
{
    for (int i = 0; i < module->pin_count; i++)
        if (strcmp(module->type->pins[i], pin) == 0)
            return module->pins[i].net != NULL;
    return false;
}

pmb_glass_view pmb_module_glass(pmb_module *module)
{
    module->type->render(module);
    return (pmb_glass_view){module->options.width, module->options.height, module->round,
                            module->rgb};
}

void module_plot(pmb_module *module, int x, int y, uint8_t red, uint8_t green, uint8_t blue)
{
    uint8_t *pixel = module->rgb + 3 * ((size_t)y * (size_t)module->options.width + (size_t)x);
    pixel[0] = red;
    pixel[1] = green;
    pixel[2] = blue;
}

void module_memory(pmb_module *module, void *memory, size_t size, size_t unit, unsigned unit_bytes,
                   uint32_t seed)
{
    module_noise(memory, size, seed);
    module->memory = memory;
    module->memory_size = size;
    module->unit = unit;
    module->unit_bytes = unit_bytes;
    module->counted = malloc(size);
    if (module->counted)
        memcpy(module->counted, memory, size);
}

pmb_module_tally pmb_module_count(pmb_module *m)
{
    enum { BLOCK = 4096 };
    for (size_t at = 0; m->counted && at < m->memory_size; at += BLOCK - BLOCK % m->unit) {
        size_t end = at + BLOCK - BLOCK % m->unit;
        end = end < m->memory_size ? end : m->memory_size;
        if (memcmp(m->memory + at, m->counted + at, end - at) == 0)
            continue;
        for (size_t i = at; i + m->unit <= end; i += m->unit)
            if (memcmp(m->memory + i, m->counted + i, m->unit) != 0)
                m->tally.changed_bytes += m->unit_bytes;
        memcpy(m->counted + at, m->memory + at, end - at);
    }
    return m->tally;
}

void pmb_module_count_anew(pmb_module *m)
{
    (void)pmb_module_count(m);
    m->tally = (pmb_module_tally){0};
}

const char *pmb_module_type_name(const pmb_module *module)
{
    return module->type->name;
}

void module_noise(uint8_t *bytes, size_t count, uint32_t seed)
{
    uint32_t state = seed * 2654435761u + 1; /* a linear congruential sequence is noise enough */
    for (size_t i = 0; i < count; i++) {
        state = state * 1664525u + 1013904223u;
        bytes[i] = (uint8_t)(state >> 24);
    }
}
