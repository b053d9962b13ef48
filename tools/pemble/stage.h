/* stage.h - the bench that a file describes, and the panels of a configuration opened on it. */
#ifndef PEMBLE_STAGE_H
#define PEMBLE_STAGE_H

#include "pemble/bench.h"
#include "config.h"
#include "wired.h"

struct act {
    const struct panel_setup *setup;
    pmb_module *module;      /* the real hardware behind it, NULL when there is none */
    pmb_panel_config config; /* as it is opened here */
    bool opened;
    pmb_expander expander;
    pmb_panel panel;
    pmb_screen screen;
    uint8_t *buffer, *mirror;
    size_t ram; /* bytes of both */
};

struct stage {
    const struct setup *believed;
    pmb_bench *bench;
    const char *trace; /* where to write the wires, or NULL */
    bool is_wired;     /* what is sent goes to the wires of this machine as well */
    struct wired wired;
    struct act acts[MOST_PANELS];
};

/* Options that every command with a bench has. */
struct stage_options {
    char *bench, *trace;
    int wired;
};
#define WIRED_OPTION(variable)                                                                     \
    {                                                                                              \
        "wired", '\0', POPT_ARG_NONE, &(variable), 0,                                              \
            "use the panel on the wires of this machine ('mcu = linux40'); the simulated one "     \
            "runs "                                                                                \
            "beside it",                                                                           \
            NULL                                                                                   \
    }
#define BENCH_OPTION(variable)                                                                     \
    {                                                                                              \
        "bench", '\0', POPT_ARG_STRING, &(variable), 0,                                            \
            "the hardware as it really is, a file like CONFIG; taken from CONFIG if not given",    \
            "FILE"                                                                                 \
    }
#define TRACE_OPTION(variable)                                                                     \
    {                                                                                              \
        "trace", '\0', POPT_ARG_STRING, &(variable), 0, "write the wires as a Value Change Dump",  \
            "FILE.vcd"                                                                             \
    }

/*
 * Builds the bench that `real` describes and brings the buses of all believed panels to rest.
 * Returns an exit status; what went wrong has been said. stage_close is needed in every case; it
 * writes the trace and returns the status that it is given, or FAILED.
 */
int stage_build(struct stage *stage, const struct setup *believed, const struct setup *real,
                const struct stage_options *options);
int stage_close(struct stage *stage, int status);

/* A trace file for the n-th of several benches: FILE.vcd, FILE-2.vcd ... NULL for none. The text is
 * valid until the next call. */
char *stage_trace_name(const char *file, int number);

/* Reads CONFIG and, if there is one, the bench file; then as stage_build. */
int stage_read(struct stage *stage, struct setup *believed, const char *config,
               const struct stage_options *options);

/* The port of the board: the bench's, or that of the wires. */
const pmb_port *stage_board_port(struct stage *stage);

/* The port that reaches a panel: the board's, or that of its expander, which is opened. */
pmb_status stage_port(struct stage *stage, int number, const pmb_port **port);

/* Opens one panel, with memory for a part of a frame, or for a whole one (1), and a mirror. Returns
 * an exit status. */
int stage_open(struct stage *stage, int number, unsigned parts);

/* Paints, waits for paper to settle, and says what went wrong. Returns an exit status. */
int stage_paint(struct stage *stage, int number, pmb_paint paint, void *scene);

/* Says what the bus or the panel did wrong, and returns the exit status for it. */
int stage_failed(struct stage *stage, int number, pmb_status status);

/* Prints the complaints of a module on stderr; returns their number. */
unsigned stage_complaints(pmb_module *module);

/* Writes the picture of a module; says what went wrong. Returns an exit status. */
int stage_picture(pmb_module *module, const char *path);

#endif
