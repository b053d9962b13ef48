/* avr_port.c - the ATmega328P (data sheet DS40002061). */
#include "avr_port.h"

#include "pemble/options.h"

#include <avr/io.h>
#include <util/delay_basic.h>

static void wait_us(void *context, uint32_t microseconds)
{
    (void)context;
    /* Loops of three cycles, a microsecond each. */
    for (; microseconds > 0; microseconds--)
        _delay_loop_1((uint8_t)((F_CPU / 1000000 + 2) / 3));
}

/* A pin's bit in its port, and the registers of that. */
static volatile uint8_t *registers_of(pmb_pin pin, uint8_t *bit)
{
    volatile uint8_t *registers = &PIND; /* then DDR, PORT */
    uint8_t number = (uint8_t)pmb_pin_number(pin);
    if (number >= 14) {
        number = (uint8_t)(number - 14);
        registers = &PINC;
    } else if (number >= 8) {
        number = (uint8_t)(number - 8);
        registers = &PINB;
    }
    *bit = (uint8_t)(1 << number);
    return registers;
}

static void pin_write(void *context, pmb_pin pin, bool high)
{
    uint8_t bit;
    volatile uint8_t *registers = registers_of(pin, &bit);
    (void)context;
    registers[2] = high ? registers[2] | bit : registers[2] & (uint8_t)~bit;
    registers[1] |= bit;
}

/* SCK and MOSI (and SS, which would end master mode as an input) are outputs. Section "SPI". */
static pmb_status spi(void *context, const PMB_FLASH pmb_bus *bus, const uint8_t *out, uint8_t *in,
                      size_t count)
{
    /* In steps of 4096 Hz, so that 16 bits are enough. */
    uint16_t clock = (F_CPU / 2) >> 12;
    uint16_t wanted = bus->hertz ? (uint16_t)(bus->hertz >> 12) : 4000000ul >> 12;
    uint8_t divider = 0;
    (void)context;
    if (!PMB_PLAIN_PANELS && in && wanted > PMB_READ_HERTZ >> 12)
        wanted = PMB_READ_HERTZ >> 12;
    for (; clock > wanted && divider < 6; clock /= 2)
        divider++;
    DDRB |= 1 << PB2 | 1 << PB3 | 1 << PB5;
    /* The dividers 2, 4, 8 ... 64 are pairs of a slow and a doubled clock. The pair of 128 is
     * another 64 (data sheet, table "Relationship Between SCK and the Oscillator Frequency"). */
    SPSR = divider & 1 || divider == 6 ? 0 : 1 << SPI2X;
    SPCR = (uint8_t)(1 << SPE | 1 << MSTR | divider / 2 |
                     (!PMB_PLAIN_PANELS && bus->mode ? 1 << CPOL | 1 << CPHA : 0));
    for (; count > 0; count--) {
        SPDR = out ? *out++ : 0;
        while (!(SPSR & 1 << SPIF))
            ;
        const uint8_t back = SPDR;
        if (in)
            *in++ = back;
    }
    return PMB_OK;
}

const pmb_port avr_spi_port = {.spi = spi, .pin_write = pin_write, .wait_us = wait_us};

/* Starts an action of the two-wire interface; see section "2-wire Serial Interface". */
static inline void start(uint8_t control)
{
    TWCR = (uint8_t)(control | 1 << TWINT | 1 << TWEN);
}

enum { STARTED = 0x08, ADDRESS_TAKEN = 0x18, BYTE_TAKEN = 0x28 };

/* Waits for its end, some 35 ms at most, and returns the status code (tables of status codes). The
 * lowest bits are those of the prescaler, which is 0. While nothing has ended the code is F8h. */
static inline __attribute__((always_inline)) uint8_t end_soon(void)
{
    for (uint16_t left = UINT16_MAX; !(TWCR & 1 << TWINT) && left > 0; left--) {
    }
    return TWSR;
}

static __attribute__((noinline)) uint8_t end(void)
{
    return end_soon();
}

/* An acknowledged address and an acknowledged byte have codes of their own; which it is we know. */
static bool is_taken(uint8_t code)
{
    return code == BYTE_TAKEN || code == ADDRESS_TAKEN;
}

/* Each goes when what was sent before, the address or a byte, has been taken. The last is then on
 * its way. */
static bool send_bytes(const uint8_t *bytes, size_t count)
{
    for (; count > 0; count--) {
        const uint8_t byte = *bytes++;
        /* A look takes eight cycles. After these six, one falls where a byte ends at 400 kHz and
         * 16 MHz: a frame takes 1 % less (counted in a simulator). */
        __builtin_avr_delay_cycles(6);
        const uint8_t code = end_soon();
        if (code != BYTE_TAKEN && code != ADDRESS_TAKEN) /* in a branch less than is_taken */
            return false;
        TWDR = byte;
        start(0);
    }
    return true;
}

static pmb_status i2c_write(void *context, const PMB_FLASH pmb_bus *bus, uint8_t address,
                            const uint8_t *head, size_t head_count, const uint8_t *body,
                            size_t body_count)
{
    pmb_status status = PMB_ERR_BUS;
    (void)context;
    TWSR = 0;
    /* Two speeds, so that no division is linked. */
    TWBR =
        bus->hertz && bus->hertz < 400000 ? (F_CPU / 100000 - 16) / 2 : (F_CPU / 400000 - 16) / 2;
    start(1 << TWSTA);
    if (end() == STARTED) {
        TWDR = (uint8_t)(address << 1);
        start(0);
        if (!is_taken(end()))
            status = PMB_ERR_NO_ANSWER;
        else if (send_bytes(head, head_count) && send_bytes(body, body_count) && is_taken(end()))
            status = PMB_OK;
    }
    TWCR = 1 << TWINT | 1 << TWEN | 1 << TWSTO;
    /* A stop that cannot be sent is given up: the interface is off until the next start. */
    for (uint16_t left = UINT16_MAX; TWCR & 1 << TWSTO; left--)
        if (left == 0)
            TWCR = 0;
    return status;
}

const pmb_port avr_i2c_port = {.i2c_write = i2c_write, .wait_us = wait_us};
const pmb_port avr_i2c_pins_port = {
    .i2c_write = i2c_write, .pin_write = pin_write, .wait_us = wait_us};
