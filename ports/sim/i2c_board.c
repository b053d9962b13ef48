/* i2c_board.c - the board's I2C units: every edge on SDA and SCL (I2C-bus specification, UM10204,
 * section 3.1). */
#include "bench_parts.h"

enum { DEFAULT_HERTZ = 400000 };

struct wire {
    pmb_bench *bench;
    struct i2c_unit *unit;
    uint64_t quarter; /* of a clock period, ns */
};

static struct wire wire_of(pmb_bench *bench, const pmb_bus *bus)
{
    const unsigned number = bus->unit % BENCH_UNITS;
    struct i2c_unit *unit = &bench->i2c[number];
    if (!unit->sda.net) {
        char name[24];
        snprintf(name, sizeof name, "i2c%u.sda", number);
        unit->sda.net = bench_net(bench, name);
        snprintf(name, sizeof name, "i2c%u.scl", number);
        unit->scl.net = bench_net(bench, name);
    }
    return (struct wire){bench, unit, 250000000u / (bus->hertz ? bus->hertz : DEFAULT_HERTZ)};
}

/* Open drain: high is letting go. */
static void set(struct driver *line, bool high)
{
    net_drive(line, high ? DRIVE_NONE : DRIVE_LOW);
}

static void pass(struct wire *w, unsigned quarters)
{
    bench_pass(w->bench, w->quarter * quarters);
}

static bool start(struct wire *w)
{
    /* As simple units do, it looks at the clock only: where the data line is shorted to ground,
     * every address seems to be acknowledged. */
    if (!w->unit->scl.net->level)
        return false;
    pass(w, 2);
    set(&w->unit->sda, false);
    pass(w, 2);
    set(&w->unit->scl, false);
    pass(w, 1);
    return true;
}

static void stop(struct wire *w)
{
    set(&w->unit->sda, false);
    pass(w, 1);
    set(&w->unit->scl, true);
    pass(w, 2);
    set(&w->unit->sda, true);
    pass(w, 2);
}

/* One clock; returns the level of SDA while SCL is high. */
static bool clock_bit(struct wire *w, bool bit)
{
    set(&w->unit->sda, bit);
    pass(w, 1);
    set(&w->unit->scl, true);
    pass(w, 1);
    const bool seen = w->unit->sda.net->level;
    pass(w, 1);
    set(&w->unit->scl, false);
    pass(w, 1);
    return seen;
}

/* True when it was acknowledged. */
static bool send_byte(struct wire *w, uint8_t byte)
{
    for (int bit = 7; bit >= 0; bit--)
        (void)clock_bit(w, byte >> bit & 1);
    return !clock_bit(w, true);
}

static uint8_t receive_byte(struct wire *w, bool acknowledge)
{
    uint8_t byte = 0;
    for (int bit = 0; bit < 8; bit++)
        byte = (uint8_t)(byte << 1 | clock_bit(w, true));
    (void)clock_bit(w, !acknowledge);
    return byte;
}

pmb_status bench_i2c_write(void *context, const pmb_bus *bus, uint8_t address, const uint8_t *head,
                           size_t head_count, const uint8_t *body, size_t body_count)
{
    pmb_bench *bench = context;
    struct wire w = wire_of(bench, bus);
    const size_t count = head_count + body_count, through = bench_bytes_through(bench, count);
    if (!start(&w))
        return PMB_ERR_BUS;
    pmb_status status = PMB_OK;
    if (!send_byte(&w, (uint8_t)(address << 1)))
        status = PMB_ERR_NO_ANSWER;
    for (size_t i = 0; i < through && status == PMB_OK; i++)
        if (!send_byte(&w, i < head_count ? head[i] : body[i - head_count]))
            status = PMB_ERR_BUS;
    stop(&w);
    if (status == PMB_OK && through < count)
        return through ? PMB_ERR_BUS : PMB_ERR_NO_ANSWER;
    return status;
}

pmb_status bench_i2c_read(void *context, const pmb_bus *bus, uint8_t address, uint8_t *reply,
                          size_t count)
{
    pmb_bench *bench = context;
    struct wire w = wire_of(bench, bus);
    if (bench_bytes_through(bench, count) < count)
        return PMB_ERR_NO_ANSWER;
    if (!start(&w))
        return PMB_ERR_BUS;
    const bool answered = send_byte(&w, (uint8_t)(address << 1 | 1));
    for (size_t i = 0; i < count && answered; i++)
        reply[i] = receive_byte(&w, i + 1 < count);
    stop(&w);
    return answered ? PMB_OK : PMB_ERR_NO_ANSWER;
}
