/*
 * pemble_arduino.h - the ports for boards with the Arduino interface: Wire, SPI, pins and time.
 *
 * A port for each bus, so that a sketch carries one bus only. Pin numbers are those of the board:
 * PMB_PIN(9) is pin 9. On AVR write PMB_TABLE before the configurations and tables that you define
 * (flash.h).
 */
#ifndef PEMBLE_ARDUINO_H
#define PEMBLE_ARDUINO_H

#include "pemble.h"

PMB_BEGIN_C

/* I2C by Wire, on the board's usual SDA and SCL. bus.unit 1 is Wire1, where the board has it.
 * bus.hertz 0 is 400 kHz. Transfers are as long as the board's buffer for Wire allows. */
extern const pmb_port pmb_arduino_i2c;

/* SPI by the board's usual SCK, MOSI and MISO; any panel on pins (pmb_soft_spi, pmb_parallel8).
 * bus.unit 0 is SPI. */
extern const pmb_port pmb_arduino_spi;

PMB_END_C

#endif
