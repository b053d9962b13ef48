/* module.c - what all modules have: pins on nets, complaints, a glass, memory that is counted. */
#include "bench_parts.h"

#include <stdarg.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>

void module_free(pmb_module *module)
{
    for (unsigned i = 0; i < module->complaint_count; i++)
        free(module->complaints[i]);
    free(module->complaints);
    free(module->state);
    free(module->counted);
    free(module->rgb);
    free(module);
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
    module->celsius = 25;
    module->state = calloc(1, type->state_size);
    if (options->width > 0 && options->height > 0 && options->width <= 1024 &&
        options->height <= 1024)
        module->rgb = calloc((size_t)options->width * (size_t)options->height, 3);
    if (!module->state || !module->rgb || !type->create(module)) {
        module_free(module);
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

void pmb_bench_temperature(pmb_module *module, int celsius)
{
    module->celsius = celsius;
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
        bench_no_memory();
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
    if (module->type->render)
        module->type->render(module);
    return (pmb_glass_view){module->options.width, module->options.height, module->round,
                            module->rgb};
}

int pmb_module_turns(const pmb_module *module)
{
    return (4 - module->hung) % 4;
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
