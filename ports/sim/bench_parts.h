/* bench_parts.h - the inside of a bench; private to ports/sim. */
#ifndef PEMBLE_SIM_BENCH_PARTS_H
#define PEMBLE_SIM_BENCH_PARTS_H

#include "module.h"
#include "pemble/bench_inputs.h"
#include "pemble/screen.h"

enum { BENCH_UNITS = 4, BENCH_PINS = 256, BENCH_INTERRUPTS = 16 };

struct fault {
    unsigned transfers_left; /* until the one that breaks; 0: none */
    unsigned bytes;          /* that still get through in it */
    bool lasting, broken;
};

struct i2c_unit {
    struct driver sda, scl;
};

struct spi_unit {
    struct driver sck, mosi, miso;
    /* Being sent in the background: where, and what it was; NULL: nothing. */
    const uint8_t *behind;
    uint8_t *copy;
    size_t count;
    const pmb_bus *bus;
    uint64_t began;
};

/* Something that happens to a module at a time: the end of a busy period. */
struct event {
    uint64_t at;
    pmb_module *module;
    void (*happens)(pmb_module *module);
};

/* A pin whose changes interrupt the board. */
struct interrupt {
    pmb_bench *bench;
    void (*handler)(void *context);
    void *context;
    struct listener listener;
};

struct trace;
struct feed;

struct pmb_bench {
    uint64_t now; /* ns */
    pmb_port port;
    struct net *nets;
    pmb_module *modules;
    struct i2c_unit i2c[BENCH_UNITS];
    struct spi_unit spi[BENCH_UNITS];
    struct driver pins[BENCH_PINS];
    struct event *events;
    int event_count, event_room;
    uint64_t overlap; /* ns of what is sent that have passed already, while another unit sent */
    struct interrupt interrupts[BENCH_INTERRUPTS];
    int interrupt_count;
    bool interrupted; /* a handler runs */
    struct pmb_input *inputs;
    unsigned input_count;
    uint64_t next_input; /* when one of them does something; 0: never again */
    struct trace *trace;
    struct feed *feed; /* who watches; NULL: nobody */
    unsigned lose_every, bytes_until_loss;
    struct fault fault;
    pmb_bench_traffic traffic;
};

/* The module of a controller; of one that is not listed, that of its family with the least memory
 * in which its own has room; NULL when there is none. */
const pmb_module_type *bench_module_type(const struct pmb_controller *controller);

/* Connects a pin of a module to a line of one of the board's units, or to a pin, if it is there. */
void bench_connect_unit(pmb_module *module, const char *pin, const char *unit, unsigned number,
                        const char *line);
void bench_connect_pin(pmb_module *module, const char *name, pmb_pin pin);

/* Paints and waits until e-paper has settled; for what measures or shows a panel. */
pmb_status bench_paint(pmb_screen *screen, pmb_paint paint, void *scene);

/* The net of that name, made if it is new. */
struct net *bench_net(pmb_bench *bench, const char *name);

/* Moves the clock on. What is due until then happens. */
void bench_pass(pmb_bench *bench, uint64_t nanoseconds);

/* Whether nothing else happens meanwhile. */
bool bench_is_quiet(const pmb_bench *bench, uint64_t nanoseconds);

/* Plans an event for a module. When there is no memory for it, it happens at once. */
void bench_later(pmb_module *module, uint64_t nanoseconds, void (*happens)(pmb_module *module));

/* For input devices: what is due until a time happens; they are freed; the port's analog_read. */
void bench_inputs_until(pmb_bench *bench, uint64_t end);
void bench_inputs_free(pmb_bench *bench);
uint16_t bench_analog_read(void *context, pmb_pin pin);

/* The kind and pins of the n-th device in the order in which they were placed, from 0; false: there
 * are not so many. bench_hand moves it at once, as pmb_input_plan says, an encoder by `first`
 * detents; what it was going to do is forgotten. */
bool bench_device(const pmb_bench *bench, unsigned number, pmb_input_kind *kind, pmb_pin pins[2]);
void bench_hand(pmb_bench *bench, unsigned number, int first, int second);

/* Whether a module is a touch sensor. */
bool bench_is_touch(const pmb_module *module);

/* For whoever watches: NULL when nobody does; when the bench is next looked at, and that look. */
struct feed *feed_new(void);
void feed_free(struct feed *feed);
uint64_t feed_next_look(const struct feed *feed);
void feed_look(struct feed *feed, pmb_bench *bench);

/* What a bare film shows on a net, 0 to 65535; false when this is not one of its electrodes. */
bool touch_film_reading(pmb_module *module, const struct net *net, uint16_t *reading);

/* Starts to watch a net that is made while a trace is kept. */
void trace_net(struct trace *trace, struct net *net);
void trace_free(struct trace *trace);

/* The modules complain when a pin belongs to a bus on which something is being sent in the
 * background. */
void bench_unused(pmb_bench *bench, pmb_pin pin);

/* How many of a transfer's `count` bytes get through before a planned fault. */
size_t bench_bytes_through(pmb_bench *bench, size_t count);

pmb_status bench_i2c_write(void *context, const pmb_bus *bus, uint8_t address, const uint8_t *head,
                           size_t head_count, const uint8_t *body, size_t body_count);
pmb_status bench_spi(void *context, const pmb_bus *bus, const uint8_t *out, uint8_t *in,
                     size_t count);
pmb_status bench_i2c_read(void *context, const pmb_bus *bus, uint8_t address, uint8_t *reply,
                          size_t count);

#endif
