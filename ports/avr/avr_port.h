/*
 * avr_port.h - a port for the ATmega328P: its hardware SPI (bus unit 0), its two-wire interface,
 * its pins. PMB_PIN(0) to (7) are PD0 to PD7, (8) to (13) PB0 to PB5, (14) to (19) PC0 to PC5.
 */
#ifndef PEMBLE_AVR_PORT_H
#define PEMBLE_AVR_PORT_H

#include "pemble/linkage.h"
#include "pemble/port.h"

PMB_BEGIN_C

/* Ports with just what a panel on that bus needs, so that a program carries one bus only. F_CPU
 * must be defined, as always with avr-libc. SPI runs at F_CPU / 4 or, for a bus of no more than 4
 * MHz, at the fastest clock that is no faster (by 4 kHz or more) than wanted; I2C at 400 kHz or,
 * for a bus of less, at 100 kHz. */
extern const pmb_port avr_spi_port;
extern const pmb_port avr_i2c_port;      /* no pins: for modules that reset themselves */
extern const pmb_port avr_i2c_pins_port; /* for those with a reset pin */

PMB_END_C

#endif
