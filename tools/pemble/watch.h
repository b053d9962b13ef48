/* watch.h - what can be said of a capture without the panel: clocks, addresses, bytes. */
#ifndef PEMBLE_WATCH_H
#define PEMBLE_WATCH_H

#include <stdbool.h>
#include <stdint.h>

struct clock_watch {
    uint64_t shortest_high, shortest_low; /* ns; 0: not seen */
    /* private */
    bool level;
    uint64_t rose, fell;
};

/* I2C (UM10204, section 3.1) as it passes by. All zero: nothing yet. */
struct i2c_watch {
    unsigned starts, bytes;
    unsigned asked[128], answered[128]; /* transactions of each address */
    struct clock_watch clock;
    /* private */
    bool sda, in_address, going;
    int bits;
    uint8_t shift;
};

void i2c_watch_change(struct i2c_watch *watch, uint64_t at, bool is_clock, bool level);

/* SPI, where a byte is eight rising edges of the clock while selected. */
struct spi_watch {
    unsigned clocks, bytes, selects, unselected; /* unselected: clocks while CS was high */
    unsigned commands, data;                     /* bytes with D/C low and high */
    struct clock_watch clock;
    /* private */
    bool selected, has_select, data_command;
    int bits;
};

enum spi_line { SPI_CLOCK, SPI_SELECT, SPI_DATA_COMMAND };
void spi_watch_change(struct spi_watch *watch, uint64_t at, enum spi_line line, bool level);

#endif
