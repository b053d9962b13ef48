/* job.h - what the programs that are measured on processors ask of them. */
#ifndef PEMBLE_JOB_H
#define PEMBLE_JOB_H

#include "pemble/pemble.h"

#ifdef __AVR__
#include "avr_port.h"
#include <avr/io.h>
#include <avr/sleep.h>
#include <avr/interrupt.h>
#define job_spi_port avr_spi_port
#define job_i2c_port avr_i2c_port

/* The simulator counts the cycles between two marks. */
static inline void job_mark(void)
{
    GPIOR0 = 1;
}

/* Asleep with interrupts off: the end. */
static inline _Noreturn void job_end(pmb_status status)
{
    GPIOR1 = (uint8_t)-status;
    cli();
    for (;;)
        sleep_mode();
}
#endif

#endif
