/* kernel.h - a stand-in for the kernel under the Linux port: its system calls end on a bench. */
#ifndef PEMBLE_TEST_KERNEL_H
#define PEMBLE_TEST_KERNEL_H

#include "pemble/bench.h"

/* What the drivers do that no bench does. Zero: all is well. */
struct kernel {
    pmb_bench *bench;
    int open_error;      /* errno of every open */
    int nack_error;      /* of an address that nobody acknowledges; 0: returns 0 and no error */
    bool no_empty_write; /* the I2C driver cannot send an address alone */
    size_t bufsiz;       /* of spidev; 0: 4096 */
    int fail_at;         /* the n-th transfer from now on fails... */
    int fail_error;      /* ...with this errno; 0: it is cut short */
    int fail_count;      /* ...and so many after it */
    int chip_select;     /* a pin that the kernel drives itself; 0: none */
    int taken;           /* a pin that somebody else has; 0: none */
    /* counted */
    int opened, transfers, largest;
    uint32_t hertz;
    uint8_t mode;
};

extern struct kernel kernel;

/* All well, on a new bench. */
void kernel_start(void);
void kernel_stop(void);

/* An edge of a watched input, which the kernel keeps until it is read. */
void kernel_edge(int pin, bool high, uint64_t nanoseconds);

#endif
