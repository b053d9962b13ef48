/* watch.h - what can be said of a bus without the panel: clocks, addresses, bytes as they pass. */
#ifndef PEMBLE_WATCH_H
#define PEMBLE_WATCH_H

#include <stdbool.h>
#include <stdint.h>
#include "boards.h"

struct clock_watch {
    uint64_t shortest_high, shortest_low; /* ns; 0: not seen */
    unsigned edges;
    /* private */
    bool level;
    uint64_t rose, fell;
};

/* A byte that went to the panel: of a command or of data. */
typedef void byte_passed(void *user, uint64_t at, uint8_t byte, bool command);

enum watched_bus {
    WATCH_I2C,           /* UM10204, section 3.1 */
    WATCH_SPI,           /* eight rising edges while selected, D/C at the last */
    WATCH_SPI3,          /* nine: D/C is the first */
    WATCH_SPI_SYNC,      /* three bytes for each; CS is high */
    WATCH_PARALLEL_8080, /* WR rises */
    WATCH_PARALLEL_6800  /* E falls */
};

/* All zero but the bus, the address and the sink: nothing yet. */
struct watch {
    enum watched_bus bus;
    uint8_t address; /* of the panel, on I2C */
    byte_passed *passed;
    void *user;
    struct clock_watch clock;
    unsigned starts, bytes, selects;    /* I2C transactions; bytes; times that CS went active */
    unsigned commands, data;            /* bytes of each */
    unsigned asked[128], answered[128]; /* transactions of each address */
    unsigned torn;                      /* bytes that ended before their last bit */
    unsigned changed_high, changed_low; /* data, while the clock was so; SPI, while selected */
    /* private */
    uint64_t data_at;
    int8_t levels[SIGNALS];
    bool has_select, in_transaction, going, in_address, has_control, single;
    uint8_t control;
    int bits, sync;
    uint16_t shift;
    uint8_t sync_bytes[3];
};

void watch_change(struct watch *watch, uint64_t at, enum signal signal, bool level);

#endif
