/* say.h - how a program on a processor reports: text, cycles, the end. */
#ifndef PEMBLE_MCU_SAY_H
#define PEMBLE_MCU_SAY_H

#include "pemble/pemble.h"

void say_start(void);
void say(const char *text);

/* The simulator notes how many cycles have passed since the last mark; elsewhere nothing. */
void say_mark(void);

void say_end(void);

/* The ports of the processor's own buses; NULL where it has none here. */
extern const pmb_port *const say_spi_port, *const say_i2c_port;

#endif
