/* module.h - what a simulated module is made of; for those who write one. */
#ifndef PEMBLE_SIM_MODULE_H
#define PEMBLE_SIM_MODULE_H

#include "pemble/bench.h"
#include "net.h"

enum { MODULE_PINS = 24 };

struct pmb_module_type {
    const char *name;        /* of the controller */
    const char *const *pins; /* as printed, in the order of the header; NULL ends the list */
    size_t state_size;       /* bytes of the type's own state */
    /* Sets up the state (which is zeroed); false when the options are not possible. */
    bool (*create)(pmb_module *module);
    /* The level of one of its pins has changed. */
    void (*pin_changed)(pmb_module *module, int pin, bool level);
    /* The glass as it looks now, into module->rgb; NULL: it has none. */
    void (*render)(pmb_module *module);
    /* A pin has been connected; NULL when that changes nothing. */
    void (*connected)(pmb_module *module);
};

struct module_pin {
    pmb_module *module;
    int number;
    struct net *net; /* NULL: not connected */
    struct driver driver;
    struct listener listener;
};

struct link;

struct pmb_module {
    pmb_bench *bench;
    struct link *link; /* NULL: the module looks at its pins itself */
    int hung;          /* quarters by which its pictures are turned on the glass */
    bool round;        /* the glass is a disc */
    bool deaf;         /* it is not selected, and looks at no edge of its bus */
    bool answering;    /* a command was received whose answer is to be read */
    bool has_border;   /* paper: what surrounds the pixels is driven as well, to this colour */
    uint8_t border[3];
    int celsius;       /* of the glass; 25 at first */
    struct busy *busy; /* e-paper: in its state */
    const pmb_module_type *type;
    pmb_module_options options;
    void *state;
    uint8_t *rgb; /* width * height * 3 */
    struct module_pin pins[MODULE_PINS];
    int pin_count;
    const uint8_t *memory; /* what can be written, for pmb_module_count; NULL: it has none */
    uint8_t *counted;      /* what it was when it was counted last */
    size_t memory_size, unit;
    unsigned unit_bytes;
    pmb_module_tally tally;
    char **complaints;
    unsigned complaint_count;
    pmb_module *next;
};

/* Says that there is no memory, and ends the program: wires and complaints must not be lost. */
_Noreturn void bench_no_memory(void);

void module_free(pmb_module *module);

/* The level of a pin; `open` when it is not connected. */
bool module_pin_level(const pmb_module *module, int pin, bool open);
void module_pin_drive(pmb_module *module, int pin, enum drive state);

/* Sets the level that a pin has by a pull resistor on the module's own board: up 1, down -1. */
void module_pin_pull(pmb_module *module, int pin, int direction);

/* Adds a complaint, once. */
void module_complain(pmb_module *module, const char *format, ...)
    __attribute__((format(printf, 2, 3)));

/* Sets a pixel of the rendered glass; x and y must be on it. */
void module_plot(pmb_module *module, int x, int y, uint8_t red, uint8_t green, uint8_t blue);

/*
 * Says where a module keeps its picture, and fills it with noise. The controller addresses `unit`
 * bytes of that memory at once; they are sent as `unit_bytes`.
 */
void module_memory(pmb_module *module, void *memory, size_t size, size_t unit, unsigned unit_bytes,
                   uint32_t seed);

/* What memory holds at power-on: noise, the same for every run. */
void module_noise(uint8_t *bytes, size_t count, uint32_t seed);

#endif
