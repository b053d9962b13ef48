/*
 * pemble/bench_live.h - a bench that somebody watches. `pemble live PROGRAM` runs a program and
 * shows its bench: the glasses as they change, at the speed of a real board. The program needs
 * nothing of this header for that.
 */
#ifndef PEMBLE_BENCH_LIVE_H
#define PEMBLE_BENCH_LIVE_H

#include "pemble/bench.h"
#include "pemble/linkage.h"

PMB_BEGIN_C

/* Whether the bench is watched. A program that ends after some virtual time may then go on. */
bool pmb_bench_is_live(const pmb_bench *bench);

/* What the board's beeper sounds from now on, in hertz; 0 is silence. It is shown, not heard. */
void pmb_bench_sound(pmb_bench *bench, uint32_t hertz);

/*
 * A value that the person who watches can set with a slider, from `least` to `most`. At first, and
 * always on a bench that nobody watches, it is `first`. Call it again whenever the value is needed.
 * A name has at most 23 bytes; a bench has at most 16 readings, and further ones stay at `first`.
 */
int32_t pmb_bench_reading(pmb_bench *bench, const char *name, int32_t least, int32_t most,
                          int32_t first);

PMB_END_C

#endif
