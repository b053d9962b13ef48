/*
 * pemble/bench.h - the simulated workbench: a board with pins and buses, modules wired to them, and
 * a virtual clock.
 *
 * A net is a named wire. The board drives the nets "pin0", "pin1" and so on, and for its first I2C
 * unit "i2c0.sda" and "i2c0.scl". You place modules on the bench and connect their pins to nets. A
 * module sees only the levels on its pins, and when they change. Its glass shows what it made of
 * them. It complains about what a real module would not forgive.
 *
 * Time is virtual and starts at 0. A transfer takes the time that it takes on the wire, a wait the
 * time that is waited.
 */
#ifndef PEMBLE_BENCH_H
#define PEMBLE_BENCH_H

#include <stdbool.h>
#include <stdint.h>
#include <stdio.h>
#include "pemble/linkage.h"
#include "pemble/panel.h"

PMB_BEGIN_C

typedef struct pmb_bench pmb_bench;
typedef struct pmb_module pmb_module;

/* A kind of simulated module; bench_modules.h names them. */
typedef struct pmb_module_type pmb_module_type;

/* The interface that a module's pins give access to. */
typedef enum pmb_module_bus {
    PMB_MODULE_I2C = 0,
    PMB_MODULE_SPI,      /* CS, SCL, SDA, DC */
    PMB_MODULE_SPI3,     /* CS, SCL, SDA: nine bits */
    PMB_MODULE_PARALLEL, /* D0 to D7; WR and RD, or E and R/W, as the controller has it */
    PMB_MODULE_SPI16,    /* CS, SCL, SDA, DC: shift registers in front of a 16-bit bus */
    PMB_MODULE_SPI_SYNC  /* CS (active high), SCL, SDA: three bytes for each */
} pmb_module_bus;

/* How a module is built. Zero stands for what most modules have. */
typedef struct pmb_module_options {
    const char *label; /* printed on the module; NULL: the name of its controller */
    int width, height; /* pixels of the glass */
    bool offset_given; /* else the glass lies where glasses of that size usually do */
    int column, row;   /* GRAM column and row behind the glass's top left pixel */
    int com;           /* COM layout of the rows: a pmb_com_layout */
    pmb_module_bus bus;
    uint8_t address;    /* I2C, 7-bit */
    bool bgr;           /* the glass's colour stripes are blue, green, red */
    bool inverted;      /* the glass shows the inverse of the picture memory */
    bool backlight_low; /* the backlight is on while BLK is low; open, it is off */
    bool exchanges;     /* SSD168x: both memories change places after a partial refresh */
    bool overclocked;   /* it takes an SPI clock that is faster than its data sheet allows */
} pmb_module_options;

/* Returns NULL when there is no memory. Freeing a bench frees its modules and inputs. */
pmb_bench *pmb_bench_new(void);
void pmb_bench_free(pmb_bench *bench);

/* The port of this bench's board. It is valid as long as the bench. */
pmb_port *pmb_bench_port(pmb_bench *bench);

/* Gives the port spi_start and spi_wait: it then sends in the background. Modules complain when the
 * bytes change before they are sent, or when the board uses the bus before it has waited. */
void pmb_bench_send_behind(pmb_bench *bench);

/* Virtual time since the bench was made, in nanoseconds. */
uint64_t pmb_bench_now(const pmb_bench *bench);

/* Bytes and transfers that the board has sent or received. I2C addresses are not counted. */
typedef struct pmb_bench_traffic {
    uint64_t bytes, transfers;
    uint64_t waited; /* nanoseconds spent in wait_us */
} pmb_bench_traffic;
pmb_bench_traffic pmb_bench_traffic_so_far(const pmb_bench *bench);

/* Places a module. It has power, its memory holds noise, its pins are open. Returns NULL when that
 * type cannot have these options. */
pmb_module *pmb_bench_place(pmb_bench *bench, const pmb_module_type *type,
                            const pmb_module_options *options);

/*
 * Places the module that a panel configuration describes, and wires it as configured. A controller
 * of your own gets the module of the nearest listed one: it has the same family, and the least
 * memory that is large enough. Returns NULL when there is none, or the glass is not possible.
 */
pmb_module *pmb_bench_place_panel(pmb_bench *bench, const pmb_panel_config *config);

/* The same with a module of your choice (bench_modules.h). A family of your own needs it. */
pmb_module *pmb_bench_place_panel_as(pmb_bench *bench, const pmb_panel_config *config,
                                     const pmb_module_type *type);

/* Connects a pin of the module ("SDA") to a net ("i2c0.sda"). A net of a new name is made. Returns
 * false when the module has no such pin. */
bool pmb_bench_connect(pmb_module *module, const char *pin, const char *net);

/* Puts a resistor on a net that pulls it up (1) or down (-1), or none (0). I2C nets begin with one
 * that pulls up. */
void pmb_bench_pull(pmb_bench *bench, const char *net, int direction);

/* A fault: the net is shorted to a level, 0 or 1. -1 takes the short away. */
void pmb_bench_short(pmb_bench *bench, const char *net, int level);

/* The temperature of a module; at first 25 degrees Celsius. The ink of e-paper is slow in the cold.
 */
void pmb_bench_temperature(pmb_module *module, int celsius);

/* Faults of one module's wires: the pin is left open, two pins exchange their nets, or the pin's
 * net is shorted to a level. They return false when there is no such pin, or it is not connected.
 */
bool pmb_bench_cut(pmb_module *module, const char *pin);
bool pmb_bench_swap(pmb_module *module, const char *a, const char *b);
bool pmb_bench_stick(pmb_module *module, const char *pin, int level);

/* A fault: one of `every` bytes that the board sends on SPI is lost. 0: none is. */
void pmb_bench_lose_bytes(pmb_bench *bench, unsigned every);

/*
 * A fault: the board's n-th transfer from now breaks off after `bytes` bytes. 1 is the next
 * transfer. With `lasting` all later transfers fail at once. 0 takes the fault away.
 */
void pmb_bench_break_transfer(pmb_bench *bench, unsigned n, unsigned bytes, bool lasting);

/* The glass as a person sees it: width * height pixels, each a byte of red, of green and of blue.
 * It is valid until the next call for this module. */
typedef struct pmb_glass_view {
    int width, height;
    bool round; /* only the circle inside of the four sides can be seen */
    const uint8_t *rgb;
} pmb_glass_view;
pmb_glass_view pmb_module_glass(pmb_module *module);

/*
 * How many bytes a module was sent since it was placed, and how few would have been enough. Each
 * call of pmb_module_count compares the picture with that of the call before, and adds what differs
 * to changed_bytes, in the smallest units that the controller can address.
 */
typedef struct pmb_module_tally {
    uint64_t pixel_bytes, changed_bytes;
    uint64_t bytes; /* all: addresses, commands and pixels */
} pmb_module_tally;
pmb_module_tally pmb_module_count(pmb_module *module);

/* Starts to count from zero. */
void pmb_module_count_anew(pmb_module *module);

/* The complaints of a module, oldest first, each with its virtual time in microseconds. A complaint
 * is kept once. Returns NULL for a number that is not below the count. */
unsigned pmb_module_complaint_count(const pmb_module *module);
const char *pmb_module_complaint(const pmb_module *module, unsigned number);

/* The name of its controller. */
const char *pmb_module_type_name(const pmb_module *module);

/* What is printed on the module. The text must be valid as long as the module. */
const char *pmb_module_label(const pmb_module *module);
void pmb_module_set_label(pmb_module *module, const char *label);

/* Whether a pin of that name exists and is connected. */
bool pmb_module_has_wire(const pmb_module *module, const char *pin);

/*
 * pmb_bench_start_trace keeps every edge on every net from now on. pmb_bench_save_trace writes them
 * as a Value Change Dump (IEEE 1364-2005, clause 18) in nanoseconds. It returns false when there
 * was no memory, or when the file cannot be written; errno says why.
 */
void pmb_bench_start_trace(pmb_bench *bench);
bool pmb_bench_save_trace(const pmb_bench *bench, const char *path);

/*
 * Writes a picture of the module: its board, its labelled pins, and its glass. A pixel of the glass
 * is `zoom` pixels wide; with 0 the picture is about 1000 pixels wide. A module of a rotated panel
 * is turned so that its picture is upright. Returns false when the file cannot be written; errno
 * says why.
 */
bool pmb_module_save_png(pmb_module *module, const char *path, int zoom);

/* Quarter turns clockwise that make the picture of a rotated panel's module upright, 0 to 3. */
int pmb_module_turns(const pmb_module *module);

PMB_END_C

#endif
