/*
 * avr_port.h - a port for the ATmega328P: its hardware SPI (bus unit 0), its two-wire interface,
 * its pins. PMB_PIN(0) to (7) are PD0 to PD7, (8) to (13) PB0 to PB5, (14) to (19) PC0 to PC5.
 */
#ifndef PEMBLE_AVR_PORT_H
#define PEMBLE_AVR_PORT_H

#include "pemble/linkage.h"
#include "pemble/port.h"

PMB_BEGIN_C

/* A port for each bus, so that a program carries one bus only. F_CPU must be defined, as avr-libc
 * wants it. SPI runs at the fastest clock of the processor that is at most bus.hertz, or 4 MHz when
 * that is 0; clocks are compared in steps of 4096 Hz. I2C runs at 400 kHz, or at 100 kHz when
 * bus.hertz is less than 400 kHz. */
extern const pmb_port avr_spi_port;
extern const pmb_port avr_i2c_port;      /* no pins: for modules that reset themselves */
extern const pmb_port avr_i2c_pins_port; /* for those with a reset pin */

PMB_END_C

#endif
