/*
 * pemble/bench_check.h - for tests of your own screens: a bench with your panels, and pictures of
 * what they show, kept beside your code.
 *
 *     static const pmb_panel_config *const panels[] = {&gangway, NULL};
 *     pmb_bench *bench = pmb_bench_of(panels);
 *     show_tide(pmb_bench_port(bench), 412);
 *     bool good = pmb_check_glass(bench, 0, "pictures/gangway.png");
 *     good = pmb_check_complaints(bench) && good;
 *     pmb_bench_free(bench);
 *
 * The first run has no picture to compare with and fails. Run it once with PEMBLE_KEEP=1 in the
 * environment: pictures are then written instead of compared. Look at them before you keep them.
 */
#ifndef PEMBLE_BENCH_CHECK_H
#define PEMBLE_BENCH_CHECK_H

#include "pemble/bench.h"
#include "pemble/linkage.h"

PMB_BEGIN_C

/*
 * Makes a bench and places a module for each configuration, wired as it says. The list ends with
 * NULL. Returns NULL, and says why on standard error, when there is no memory or the bench has no
 * module for a configuration. Free it with pmb_bench_free.
 */
pmb_bench *pmb_bench_of(const pmb_panel_config *const panels[]);

/* The module of the panel with that number in the list, from 0; NULL when there are fewer. */
pmb_module *pmb_bench_module(const pmb_bench *bench, unsigned number);

/* Lets virtual time pass. Input devices act and busy lines come free meanwhile. */
void pmb_bench_pass(pmb_bench *bench, uint32_t milliseconds);

/*
 * Compares what a panel shows with a PNG, pixel for pixel. The picture is the glass alone, one
 * pixel for each of its own, turned as it hangs. True when they are equal.
 *
 * Else it returns false, says on standard error how many pixels differ and where, and writes what
 * was seen beside the file: pictures/gangway-seen.png for pictures/gangway.png.
 */
bool pmb_check_glass(pmb_bench *bench, unsigned number, const char *path);

/* True when no module on the bench has complained; else says all complaints on standard error. */
bool pmb_check_complaints(const pmb_bench *bench);

PMB_END_C

#endif
