/*
 * pemble/bench.h - the simulated workbench: a board with pins and buses, modules wired to them, and
 * a virtual clock.
 *
 * A bench is made of nets, named wires. The board drives "pin0", "pin1" ... and, for its first I2C
 * unit, "i2c0.sda" and "i2c0.scl". Modules are placed on the bench and each of their pins is
 * connected to a net. Nothing else joins them: a module knows only the levels on its pins and when
 * they change. What it makes of them is on its glass; what a real part would not forgive is in its
 * complaints.
 *
 * Time is virtual and starts at 0: transfers and waits move it on by what they take on the wire.
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

/* Which of its interfaces a module has brought out. */
typedef enum pmb_module_bus {
    PMB_MODULE_I2C = 0,
    PMB_MODULE_SPI,     /* CS, SCL, SDA, DC */
    PMB_MODULE_SPI3,    /* CS, SCL, SDA: nine bits */
    PMB_MODULE_PARALLEL /* D0 to D7; WR and RD, or E and R/W, as the controller has it */
} pmb_module_bus;

/* How one module is made. Zero values are those of the most common one. */
typedef struct pmb_module_options {
    const char *label; /* printed on the module; NULL: the name of its controller */
    int width, height; /* pixels of the glass */
    bool offset_given; /* else the glass lies where glasses of that size usually do */
    int column, row;   /* GRAM column and row behind the glass's top left pixel */
    int com;           /* how rows hang on the COM outputs: as pmb_com_layout, 0 as usual */
    pmb_module_bus bus;
    uint8_t address; /* I2C, 7-bit */
    bool bgr;        /* the glass's colour stripes are blue, green, red */
    bool inverted;   /* the glass shows the inverse of what it is driven with */
} pmb_module_options;

/* NULL when there is no memory. Freeing a bench frees its modules. */
pmb_bench *pmb_bench_new(void);
void pmb_bench_free(pmb_bench *bench);

/* The port that reaches this bench's board. Lives as long as the bench. */
pmb_port *pmb_bench_port(pmb_bench *bench);

/* Lets the port send in the background: it then has start and wait. What is sent is what is in
 * memory when it is over, and modules complain when that has changed meanwhile, or when the board
 * does something else before it has waited. */
void pmb_bench_send_behind(pmb_bench *bench);

/* Virtual time since the bench was made, in nanoseconds. */
uint64_t pmb_bench_now(const pmb_bench *bench);

/* Bytes and transfers that the board has sent or received, addresses not counted. */
typedef struct pmb_bench_traffic {
    uint64_t bytes, transfers;
    uint64_t waited; /* nanoseconds that the board has waited for nothing but time */
} pmb_bench_traffic;
pmb_bench_traffic pmb_bench_traffic_so_far(const pmb_bench *bench);

/* Places a module; powered, with noise in its memory, its pins not connected. NULL when the options
 * are not possible for that type. */
pmb_module *pmb_bench_place(pmb_bench *bench, const pmb_module_type *type,
                            const pmb_module_options *options);

/*
 * Places the module that a panel configuration describes, and wires it as configured: to the I2C
 * unit and the board's pins. A controller of your own gets the module of the listed one that is
 * nearest: of the same family, with the least memory in which its own has room. NULL when there is
 * none or the glass is impossible.
 */
pmb_module *pmb_bench_place_panel(pmb_bench *bench, const pmb_panel_config *config);

/* The same with a module of your choice: for a family of your own, or when another controller than
 * the nearest takes the same commands (bench_modules.h). */
pmb_module *pmb_bench_place_panel_as(pmb_bench *bench, const pmb_panel_config *config,
                                     const pmb_module_type *type);

/* Connects a pin of the module ("SDA") to a net ("i2c0.sda"), which is made if it is new.
 * False when the module has no such pin. */
bool pmb_bench_connect(pmb_module *module, const char *pin, const char *net);

/* Pulls a net up (1), down (-1) or not at all (0) by a resistor. I2C nets start pulled up. */
void pmb_bench_pull(pmb_bench *bench, const char *net, int direction);

/* A fault: the net is shorted to that level (0 or 1), whoever drives it; -1 takes the short away.
 */
void pmb_bench_short(pmb_bench *bench, const char *net, int level);

/* Faults of one module's wires; false when it has no such pin, or it is not connected. Cutting
 * leaves the pin open; swapping exchanges the nets of two pins; sticking shorts the pin's net to a
 * level. */
bool pmb_bench_cut(pmb_module *module, const char *pin);
bool pmb_bench_swap(pmb_module *module, const char *a, const char *b);
bool pmb_bench_stick(pmb_module *module, const char *pin, int level);

/* A fault: every n-th byte that the board sends on SPI is lost on the way; 0: none. */
void pmb_bench_lose_bytes(pmb_bench *bench, unsigned every);

/*
 * A fault: the board's n-th transfer from now (1 is the next) breaks off after `bytes` bytes; with
 * `lasting`, so do all after it, at once. n = 0 takes the fault away.
 */
void pmb_bench_break_transfer(pmb_bench *bench, unsigned n, unsigned bytes, bool lasting);

/* The glass as a person sees it: width * height pixels of red, green, blue, a byte each, valid
 * until the next call for this module. */
typedef struct pmb_glass_view {
    int width, height;
    bool round; /* only the disc that touches all four sides can be seen */
    const uint8_t *rgb;
} pmb_glass_view;
pmb_glass_view pmb_module_glass(pmb_module *module);

/*
 * Bytes of pixels that a module's memory was given since it was placed, and the least that would
 * have done: of all that differed at one call of pmb_module_count from the one before, counted in
 * the pixels or bytes that its controller can address, as it takes them.
 */
typedef struct pmb_module_tally {
    uint64_t pixel_bytes, changed_bytes;
    uint64_t bytes; /* all that it took: addresses, commands and pixels */
} pmb_module_tally;
pmb_module_tally pmb_module_count(pmb_module *module);

/* Starts to count from zero. */
void pmb_module_count_anew(pmb_module *module);

/* The complaints of a module, oldest first; NULL for a number from count on. Each names the virtual
 * time in microseconds. The same complaint is kept once. */
unsigned pmb_module_complaint_count(const pmb_module *module);
const char *pmb_module_complaint(const pmb_module *module, unsigned number);

/* The name of its controller. */
const char *pmb_module_type_name(const pmb_module *module);

/* What is printed on the module; the text must outlive it. */
const char *pmb_module_label(const pmb_module *module);
void pmb_module_set_label(pmb_module *module, const char *label);

/* Whether a pin of that name exists and is connected. */
bool pmb_module_has_wire(const pmb_module *module, const char *pin);

/*
 * From now on, every edge on every net is kept, and pmb_bench_save_trace writes them as a Value
 * Change Dump (IEEE 1364-2005, clause 18), in nanoseconds. False when there is no memory, or when
 * the file cannot be written; errno says why.
 */
void pmb_bench_start_trace(pmb_bench *bench);
bool pmb_bench_save_trace(const pmb_bench *bench, const char *path);

/*
 * Writes a picture of the module: its board with its labelled pins, and the glass with each pixel
 * drawn `zoom` times as large (0: so that the picture is about 1000 pixels wide). A module that
 * was placed for a panel with a rotation is shown as it then has to hang.
 * False when the file cannot be written; errno says why.
 */
bool pmb_module_save_png(pmb_module *module, const char *path, int zoom);

/* Quarter turns clockwise by which its glass has to be turned to hang as it was configured. */
int pmb_module_turns(const pmb_module *module);

PMB_END_C

#endif
