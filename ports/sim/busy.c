/* busy.c - the BUSY pin and the high voltage of simulated e-paper. */
#include "busy.h"
#include "bench_parts.h"

enum { LATE_NS = 200000, MS = 1000000 };

static void show(pmb_module *m)
{
    if (m->busy->on)
        module_pin_drive(m, m->busy->pin, m->busy->working);
}

/* Of a work that was given up meanwhile nothing happens. */
static void ended(pmb_module *m)
{
    struct busy *b = m->busy;
    if (!b->on || m->bench->now != b->ends)
        return;
    busy_end(m);
    if (b->after)
        b->after(m);
}

void busy_begin(pmb_module *m, uint64_t milliseconds, void (*after)(pmb_module *))
{
    struct busy *b = m->busy;
    b->on = true;
    b->after = after;
    b->ends = m->bench->now + milliseconds * MS;
    bench_later(m, LATE_NS, show);
    bench_later(m, milliseconds * MS, ended);
}

void busy_end(pmb_module *m)
{
    m->busy->on = false;
    module_pin_drive(m, m->busy->pin, m->busy->idle);
}

/* Without the wire a board can only wait as long as a refresh may take in the cold. */
static uint64_t idle_limit(const pmb_module *m)
{
    return (m->pins[m->busy->pin].net ? 10000ull : 60000ull) * MS;
}

static void check_power(pmb_module *m)
{
    const struct busy *b = m->busy;
    if (b->powered && !b->on && m->bench->now >= b->idle_since + idle_limit(m))
        module_complain(m, "the high voltage is still on %u seconds after a refresh",
                        (unsigned)(idle_limit(m) / 1000 / MS));
}

/* Up to now, of the time since the last refresh. */
static uint64_t idle_now(const pmb_module *m)
{
    const struct busy *b = m->busy;
    return b->powered && !b->on && b->idle_since ? m->bench->now - b->idle_since : 0;
}

void busy_power_off(pmb_module *m)
{
    m->busy->worn += idle_now(m);
    m->busy->powered = false;
    m->busy->idle_since = 0;
}

unsigned busy_idle_seconds(const pmb_module *m)
{
    return (unsigned)((m->busy->worn + idle_now(m)) / 1000 / MS);
}

void busy_watch_power(pmb_module *m)
{
    m->busy->idle_since = m->bench->now;
    bench_later(m, idle_limit(m), check_power);
}
