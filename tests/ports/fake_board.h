/* fake_board.h - a board of memory behind the stand-ins of other people's drivers: an EEPROM at
 * 0x50, SPI from output to input, pins 1 and 2 wired together, a clock. */
#ifndef PEMBLE_TEST_FAKE_BOARD_H
#define PEMBLE_TEST_FAKE_BOARD_H

#include <stdbool.h>
#include <stddef.h>
#include <stdint.h>
#include <string.h>
#include "port_check.h"
#include "test.h"

static struct {
    uint8_t memory[256];
    unsigned at, now, clock_hertz, mode;
    size_t longest; /* SPI transfer, in bytes */
    bool driven[3], level[3];
} fake;

static char said[4000];

static inline void fake_say(void *context, const char *line)
{
    (void)context;
    strcat(strcat(said, line), "\n");
}

static inline uint32_t fake_clock(void *context)
{
    (void)context;
    return fake.now;
}

/* Bytes of one transaction that come to an address; false: nobody is there. */
static inline bool fake_write(uint8_t address, const uint8_t *bytes, size_t count)
{
    if (address != 0x50)
        return false;
    if (count >= 2)
        fake.at = (unsigned)(bytes[0] << 8 | bytes[1]);
    for (size_t i = 2; i < count; i++)
        fake.memory[fake.at++ % sizeof fake.memory] = bytes[i];
    return true;
}

static inline bool fake_read(uint8_t address, uint8_t *bytes, size_t count)
{
    for (size_t i = 0; i < count && address == 0x50; i++)
        bytes[i] = fake.memory[fake.at++ % sizeof fake.memory];
    return address == 0x50;
}

static inline void fake_spi(const uint8_t *out, uint8_t *in, size_t count)
{
    fake.longest = count > fake.longest ? count : fake.longest;
    for (size_t i = 0; i < count && in; i++)
        in[i] = out ? out[i] : 0;
}

static inline bool fake_level(unsigned pin)
{
    return fake.driven[pin] ? fake.level[pin] : fake.level[3 - pin];
}

/* The port keeps all rules, none of which is left out but what is in `but` (NULL: none). */
static inline void fake_check(const pmb_port *port, const char *but)
{
    static const pmb_bus i2c = {.kind = &pmb_i2c}, spi = {.kind = &pmb_spi, .hertz = 8000000};
    const pmb_port_wires wires = {.port = port,
                                  .say = fake_say,
                                  .microseconds = fake_clock,
                                  .i2c = &i2c,
                                  .answers = 0x50,
                                  .silent = 0x51,
                                  .is_memory = true,
                                  .spi = &spi,
                                  .is_loop = true,
                                  .out = PMB_PIN(1),
                                  .in = PMB_PIN(2)};
    *said = '\0';
    if (pmb_port_check(&wires) != 0)
        fail_msg("%s", said);
    const char *left = strstr(said, "not checked: ");
    if (!but)
        assert_null(left);
    else
        assert_non_null(left && strstr(left, but) ? left : NULL);
}

#endif
