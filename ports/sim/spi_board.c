/* spi_board.c - the board's SPI units, modes 0 and 3: data changes while SCK is low, is taken when
 * it rises. SCK rests low in mode 0 and high in mode 3. */
#include "bench_parts.h"
#include "link.h"

#include <stdlib.h>
#include <string.h>

enum { DEFAULT_HERTZ = 4000000 };

static struct spi_unit *unit_of(pmb_bench *bench, unsigned number)
{
    struct spi_unit *unit = &bench->spi[number % BENCH_UNITS];
    static const char *const lines[] = {"sck", "mosi", "miso"};
    struct driver *const drivers[] = {&unit->sck, &unit->mosi, &unit->miso};
    for (int i = 0; i < 3 && !drivers[i]->net; i++) {
        char name[24];
        snprintf(name, sizeof name, "spi%u.%s", number % BENCH_UNITS, lines[i]);
        drivers[i]->net = bench_net(bench, name);
        if (i < 2)
            net_drive(drivers[i], DRIVE_LOW);
    }
    return unit;
}

/*
 * True when everything on clock and data is an SPI module in its place, and nobody watches or
 * holds the wires: then handing over whole bytes makes no difference but for speed.
 */
static bool may_skip_edges(const pmb_bench *bench, const struct spi_unit *unit)
{
    if (bench->trace || unit->sck.net->shorted >= 0 || unit->mosi.net->shorted >= 0)
        return false;
    for (pmb_module *m = bench->modules; m; m = m->next)
        for (int pin = 0; pin < m->pin_count && !m->deaf; pin++) {
            const struct net *net = m->pins[pin].net;
            if (!net || (net != unit->sck.net && net != unit->mosi.net))
                continue;
            if (!m->link ||
                (m->link->kind != LINK_SPI && m->link->kind != LINK_SPI3 &&
                 m->link->kind != LINK_SPI16) ||
                pin != (net == unit->sck.net ? m->link->scl : m->link->sda))
                return false;
        }
    return true;
}

/* Passes the time of something on the wires. */
static void pass(pmb_bench *bench, uint64_t nanoseconds)
{
    const uint64_t before = bench->overlap < nanoseconds ? bench->overlap : nanoseconds;
    bench->overlap -= before;
    bench_pass(bench, nanoseconds - before);
}

static void hand_over(pmb_bench *bench, const struct spi_unit *unit, uint8_t byte, unsigned period)
{
    for (pmb_module *m = bench->modules; m; m = m->next)
        if (link_hears(m, unit->sck.net, unit->mosi.net))
            link_take_byte(m, byte, period);
    pass(bench, (uint64_t)period * 8);
}

/* Hands over all bytes in one go. False: one by one, as more than one module hears them, or
 * something else happens meanwhile. */
static bool hand_over_all(pmb_bench *bench, const struct spi_unit *unit, const uint8_t *bytes,
                          size_t count, unsigned period)
{
    pmb_module *one = NULL;
    if (!bytes || bench->lose_every > 0 || bench->overlap > 0 ||
        !bench_is_quiet(bench, 8ull * period * count))
        return false;
    for (pmb_module *m = bench->modules; m; m = m->next)
        if (link_hears(m, unit->sck.net, unit->mosi.net)) {
            if (one)
                return false;
            one = m;
        }
    return one && link_take_data(one, bytes, count, period);
}

static uint8_t exchange(pmb_bench *bench, struct spi_unit *unit, uint8_t byte, unsigned period,
                        bool rests_high)
{
    uint8_t in = 0;
    for (int bit = 7; bit >= 0; bit--) {
        net_drive(&unit->sck, DRIVE_LOW);
        net_drive(&unit->mosi, byte >> bit & 1 ? DRIVE_HIGH : DRIVE_LOW);
        pass(bench, period / 2);
        net_drive(&unit->sck, DRIVE_HIGH);
        pass(bench, period - period / 2);
        in = (uint8_t)(in << 1 | unit->miso.net->level);
    }
    if (!rests_high)
        net_drive(&unit->sck, DRIVE_LOW);
    return in;
}

/* A period of the clock, ns. */
static unsigned period_of(const pmb_bus *bus, bool reads)
{
    uint32_t hertz = bus->hertz ? bus->hertz : DEFAULT_HERTZ;
    if (reads && hertz > PMB_READ_HERTZ)
        hertz = PMB_READ_HERTZ;
    return 1000000000u / hertz;
}

/* Counts down to the next byte that is lost. */
static bool is_lost(pmb_bench *bench)
{
    if (bench->lose_every == 0 || --bench->bytes_until_loss > 0)
        return false;
    bench->bytes_until_loss = bench->lose_every;
    return true;
}

static void complain_of(pmb_bench *bench, const char *what)
{
    for (pmb_module *m = bench->modules; m; m = m->next)
        module_complain(m, "the board %s while it sends in the background", what);
}

pmb_status bench_spi(void *context, const pmb_bus *bus, const uint8_t *out, uint8_t *in,
                     size_t count)
{
    pmb_bench *bench = context;
    struct spi_unit *unit = unit_of(bench, bus->unit);
    if (unit->behind)
        complain_of(bench, "sends");
    const unsigned period = period_of(bus, in != NULL);
    const bool rests_high = bus->mode != 0;
    const size_t through = bench_bytes_through(bench, count);
    net_drive(&unit->sck, rests_high ? DRIVE_HIGH : DRIVE_LOW);
    const bool fast = !in && may_skip_edges(bench, unit);
    const bool done = fast && hand_over_all(bench, unit, out, through, period);
    for (size_t i = done ? through : 0; i < through; i++) {
        const uint8_t byte = out ? out[i] : 0;
        if (is_lost(bench))
            continue;
        if (fast)
            hand_over(bench, unit, byte, period);
        else if (in)
            in[i] = exchange(bench, unit, byte, period, rests_high);
        else
            (void)exchange(bench, unit, byte, period, rests_high);
    }
    return through < count ? PMB_ERR_BUS : PMB_OK;
}

void bench_unused(pmb_bench *bench, pmb_pin pin)
{
    for (int i = 0; i < BENCH_UNITS; i++) {
        const struct spi_unit *unit = &bench->spi[i];
        if (unit->behind && (unit->bus->select == pin || unit->bus->data_command == pin))
            complain_of(bench, "sets a pin");
    }
}

static pmb_status start(void *context, const pmb_bus *bus, const uint8_t *out, size_t count)
{
    pmb_bench *bench = context;
    struct spi_unit *unit = unit_of(bench, bus->unit);
    if (unit->behind)
        complain_of(bench, "sends");
    free(unit->copy);
    unit->copy = malloc(count);
    if (!unit->copy)
        return PMB_ERR_BUS;
    memcpy(unit->copy, out, count);
    unit->behind = out;
    unit->count = count;
    unit->bus = bus;
    unit->began = bench->now;
    return PMB_OK;
}

/* The bytes go now; the time that has passed since the start is not passed again. */
static pmb_status wait(void *context, const pmb_bus *bus)
{
    pmb_bench *bench = context;
    struct spi_unit *unit = unit_of(bench, bus->unit);
    const uint8_t *out = unit->behind;
    if (!out)
        return PMB_OK;
    if (memcmp(out, unit->copy, unit->count) != 0)
        complain_of(bench, "changes the bytes");
    unit->behind = NULL;
    bench->overlap = bench->now - unit->began;
    const pmb_status status = bench_spi(bench, bus, out, NULL, unit->count);
    bench->overlap = 0;
    return status;
}

void pmb_bench_send_behind(pmb_bench *bench)
{
    bench->port.spi_start = start;
    bench->port.spi_wait = wait;
}
