/*
 * port.h - how the library reaches hardware.
 *
 * A port is a struct of callbacks. A callback may be NULL if no panel needs it: a panel on I2C
 * needs i2c_write, a panel on hardware SPI needs spi and pin_write. Opening a panel whose port
 * lacks a callback returns PMB_ERR_UNSUPPORTED. docs/porting.md has a table. Rules for all
 * callbacks:
 *
 *   1. The first argument is the port's `context`. A port may keep its state there.
 *   2. A callback returns when the work is done, or with an error. It does not retry.
 *   3. Buffers belong to the caller and are valid during the call only (spi_start excepted).
 *   4. Pin numbers are yours: pmb_pin_number() returns the number that PMB_PIN() was given.
 *   5. An I2C transaction is one: head and body follow each other without a stop. An address that
 *      nobody acknowledges is PMB_ERR_NO_ANSWER, and does no harm to the next transaction.
 *   6. SPI sends every byte, in order, however many there are, and changes none of them.
 *   7. When pin_write returns, the pin has its level. pin_read makes a pin an input, pin_write
 * makes it an output again.
 *   8. A wait never ends too early.
 *
 * ports/check/port_check.c checks these rules on a board.
 */
#ifndef PEMBLE_PORT_H
#define PEMBLE_PORT_H

#include <stdbool.h>
#include <stddef.h>
#include <stdint.h>
#include "pemble/flash.h"
#include "pemble/linkage.h"
#include "pemble/status.h"

PMB_BEGIN_C

/* A pin of the board. Zero is "not connected": so is a pin that a configuration leaves out. */
#ifdef __AVR__
typedef uint8_t pmb_pin;
#else
typedef uint16_t pmb_pin;
#endif
#define PMB_PIN_NONE        ((pmb_pin)0)
#define PMB_PIN(number)     ((pmb_pin)((number) + 1))
#define pmb_pin_number(pin) ((pmb_pin)((pin)-1))

/* How bytes are framed on the wire. A program links only the kinds that it names. */
typedef struct pmb_bus_kind pmb_bus_kind;
extern const PMB_FLASH pmb_bus_kind pmb_i2c;  /* SDA, SCL; a control byte before the bytes */
extern const PMB_FLASH pmb_bus_kind pmb_spi;  /* a hardware SPI unit and a data/command pin */
extern const PMB_FLASH pmb_bus_kind pmb_spi3; /* hardware SPI, nine bits: data/command first */
/* hardware SPI into shift registers in front of a 16-bit bus, as on boards for the 40-pin header */
extern const PMB_FLASH pmb_bus_kind pmb_spi16;
/* hardware SPI with three bytes for each, as the ST7920 wants it; select is active high */
extern const PMB_FLASH pmb_bus_kind pmb_spi_sync;
extern const PMB_FLASH pmb_bus_kind pmb_soft_spi;  /* any pins; nine bits without data_command */
extern const PMB_FLASH pmb_bus_kind pmb_parallel8; /* eight data lines and a strobe */

/* Controllers answer slower than they listen: a read takes cycles of 150 ns or more (data sheets of
 * ST7735, ST7789 and ILI9341, serial interface). */
#define PMB_READ_HERTZ 6000000

/* A bus as one panel sees it. Each kind uses some of the fields. */
typedef struct pmb_bus {
    const PMB_FLASH pmb_bus_kind *kind;
    uint8_t unit;    /* I2C, SPI: which of the port's units; 0 is the first */
    uint8_t address; /* I2C: the 7-bit address, 0x08 to 0x77; 0: the usual one of the controller */
    uint32_t hertz;  /* clock; 0: 400 kHz on I2C, 4 MHz on SPI, as fast as it goes otherwise */
    /* SPI: 0, the clock rests low; or 3, it rests high, as modules without a CS pin need it. Bits
     * are taken at the rising edge either way. */
    uint8_t mode : 2;
    /* The clock may be faster than the controller's data sheet allows. Many take it, not all. */
    bool overclock : 1;
    pmb_pin select; /* chip select, active low (KS0108 and ST7920: see their notes); none: always
                       selected, or driven by the port's SPI unit itself */
    pmb_pin data_command;  /* low for commands: DC, A0, RS, D/I */
    pmb_pin clock, data;   /* soft SPI: SCL and SDA of the panel */
    pmb_pin data_in;       /* soft SPI: the panel's data output, for reading */
    pmb_pin second_select; /* KS0108: CS2, CSB */
    pmb_pin strobe;        /* parallel: WR (8080), or E (6800) */
    pmb_pin read;          /* parallel: RD (8080), or R/W (6800); none: never read */
    const pmb_pin *lines;  /* parallel: eight pins, D0 first */
} pmb_bus;

typedef struct pmb_port {
    void *context;

    /* The most bytes that one I2C transaction can carry behind its address; 0: no limit. Longer
     * transfers are split. */
    uint16_t i2c_limit;

    /* Start condition, `address` (7 bits) with the write bit, the bytes of `head` and then those of
     * `body`, stop condition. PMB_ERR_NO_ANSWER when the address is not acknowledged, PMB_ERR_BUS
     * when a later byte is not or the bus cannot be driven. */
    pmb_status (*i2c_write)(void *context, const PMB_FLASH pmb_bus *bus, uint8_t address,
                            const uint8_t *head, size_t head_count, const uint8_t *body,
                            size_t body_count);

    /* Start condition, `address` with the read bit, `count` bytes (at least one) into `reply`,
     * stop condition. */
    pmb_status (*i2c_read)(void *context, const PMB_FLASH pmb_bus *bus, uint8_t address,
                           uint8_t *reply, size_t count);

    /* Sends `count` bytes on the SPI unit bus->unit in bus->mode, most significant bit first, and
     * stores the bytes that come back at the same time. `out` may be NULL (then zeros are sent),
     * `in` may be NULL. When `in` is not NULL, the clock is at most PMB_READ_HERTZ. `count` may be
     * 0: the clock goes to rest. Select pins are not its business. */
    pmb_status (*spi)(void *context, const PMB_FLASH pmb_bus *bus, const uint8_t *out, uint8_t *in,
                      size_t count);

    /* Sending on the SPI unit in the background, by DMA or an interrupt. spi_start begins to send
     * and returns; the bytes stay where they are. spi_wait returns when all bytes are on the wire,
     * or with the error that came up. A port with both lets a screen draw one band while the last
     * one is sent. Between the two calls the library calls nothing else for this unit and its pins;
     * other units and pins may be used. On an AVR they are not called. */
    pmb_status (*spi_start)(void *context, const PMB_FLASH pmb_bus *bus, const uint8_t *out,
                            size_t count);
    pmb_status (*spi_wait)(void *context, const PMB_FLASH pmb_bus *bus);

    /* Puts each byte on bus->lines and strobes it. If it is NULL, the library uses pin_write. */
    pmb_status (*parallel)(void *context, const PMB_FLASH pmb_bus *bus, const uint8_t *bytes,
                           size_t count);

    /* Makes the pin an output, high or low. */
    void (*pin_write)(void *context, pmb_pin pin, bool high);

    /* Makes the pin an input and returns its level. */
    bool (*pin_read)(void *context, pmb_pin pin);

    /* The voltage at an analogue input, 0 to 65535 for 0 V to the supply. Only sticks and tilt
     * sensors (input.h) ask for it. */
    uint16_t (*analog_read)(void *context, pmb_pin pin);

    /* Returns after at least that many microseconds. */
    void (*wait_us)(void *context, uint32_t microseconds);

    /* Called about every millisecond while the library waits for a panel, such as for a refresh of
     * e-paper, and between the pieces of what is sent: with it, pixels go in pieces of 40 bytes, on
     * SPI of 512. May be NULL. It may poll inputs, feed a watchdog, and use other panels, but not
     * the panel that is waited for. What a port sends in the background (spi_start) goes in one
     * go. On an AVR it is called in waits only. */
    void (*idle)(void *context);
} pmb_port;

PMB_END_C

#endif
