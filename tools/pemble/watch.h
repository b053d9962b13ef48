/* watch.h - what can be said of a capture without the panel: clocks, addresses, bytes. */
#ifndef PEMBLE_WATCH_H
#define PEMBLE_WATCH_H

#include <stdbool.h>
#include <stdint.h>

/* I2C (UM10204, section 3.1) as it passes by. All zero: nothing yet. */
struct i2c_watch {
    unsigned starts, bytes;
    unsigned asked[128], answered[128];   /* transactions of each address */
    uint64_t shortest_high, shortest_low; /* of the clock, ns; 0: not seen */
    /* private */
    bool sda, scl, in_address, going;
    int bits;
    uint8_t shift;
    uint64_t rose, fell;
};

void i2c_watch_change(struct i2c_watch *watch, uint64_t at, bool is_clock, bool level);

/* SPI, where a byte is eight rising edges of the clock while selected. */
struct spi_watch {
    unsigned clocks, bytes, selects, unselected; /* unselected: clocks while CS was high */
    unsigned commands, data;                     /* bytes with D/C low and high */
    uint64_t shortest_high, shortest_low;
    /* private */
    bool selected, has_select, data_command, clock;
    int bits;
    uint64_t rose, fell;
};

enum spi_line { SPI_CLOCK, SPI_SELECT, SPI_DATA_COMMAND };
void spi_watch_change(struct spi_watch *watch, uint64_t at, enum spi_line line, bool level);

#endif
