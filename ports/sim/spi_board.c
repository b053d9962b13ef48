/* spi_board.c - the board's SPI units, mode 0: data changes while SCK is low, is taken when it
 * rises. */
#include "bench_parts.h"
#include "link.h"

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
        for (int pin = 0; pin < m->pin_count; pin++) {
            const struct net *net = m->pins[pin].net;
            if (!net || (net != unit->sck.net && net != unit->mosi.net))
                continue;
            if (!m->link || (m->link->kind != LINK_SPI && m->link->kind != LINK_SPI3) ||
                pin != (net == unit->sck.net ? m->link->scl : m->link->sda))
                return false;
        }
    return true;
}

static void hand_over(pmb_bench *bench, const struct spi_unit *unit, uint8_t byte, unsigned period)
{
    for (pmb_module *m = bench->modules; m; m = m->next)
        if (link_hears(m, unit->sck.net, unit->mosi.net))
            link_take_byte(m, byte, period);
    bench_pass(bench, (uint64_t)period * 8);
}

static uint8_t exchange(pmb_bench *bench, struct spi_unit *unit, uint8_t byte, unsigned period)
{
    uint8_t in = 0;
    for (int bit = 7; bit >= 0; bit--) {
        net_drive(&unit->mosi, byte >> bit & 1 ? DRIVE_HIGH : DRIVE_LOW);
        bench_pass(bench, period / 2);
        net_drive(&unit->sck, DRIVE_HIGH);
        bench_pass(bench, period - period / 2);
        in = (uint8_t)(in << 1 | unit->miso.net->level);
        net_drive(&unit->sck, DRIVE_LOW);
    }
    return in;
}

/* Counts down to the next byte that is lost. */
static bool is_lost(pmb_bench *bench)
{
    if (bench->lose_every == 0 || --bench->bytes_until_loss > 0)
        return false;
    bench->bytes_until_loss = bench->lose_every;
    return true;
}

pmb_status bench_spi(void *context, const pmb_bus *bus, const uint8_t *out, uint8_t *in,
                     size_t count)
{
    pmb_bench *bench = context;
    struct spi_unit *unit = unit_of(bench, bus->unit);
    const unsigned period = 1000000000u / (bus->hertz ? bus->hertz : DEFAULT_HERTZ);
    const size_t through = bench_bytes_through(bench, count);
    const bool fast = !in && may_skip_edges(bench, unit);
    for (size_t i = 0; i < through; i++) {
        const uint8_t byte = out ? out[i] : 0;
        if (is_lost(bench))
            continue;
        if (fast)
            hand_over(bench, unit, byte, period);
        else if (in)
            in[i] = exchange(bench, unit, byte, period);
        else
            (void)exchange(bench, unit, byte, period);
    }
    return through < count ? PMB_ERR_BUS : PMB_OK;
}
