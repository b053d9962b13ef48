/* watch.c - I2C and SPI as they pass by. */
#include "watch.h"

static void measure(uint64_t *shortest, uint64_t from, uint64_t to)
{
    if (from != 0 && (*shortest == 0 || to - from < *shortest))
        *shortest = to - from;
}

/* Whether the clock has risen. */
static bool rises(struct clock_watch *c, uint64_t at, bool level)
{
    if (level == c->level)
        return false;
    c->level = level;
    if (level) {
        measure(&c->shortest_low, c->fell, at);
        c->rose = at;
    } else {
        measure(&c->shortest_high, c->rose, at);
        c->fell = at;
    }
    return level;
}

/* The ninth bit: low acknowledges. */
static void byte_done(struct i2c_watch *w, bool acknowledged)
{
    if (w->in_address) {
        const uint8_t address = w->shift >> 1;
        w->asked[address]++;
        w->answered[address] += acknowledged;
        w->in_address = false;
    } else {
        w->bytes++;
    }
    w->bits = 0;
}

void i2c_watch_change(struct i2c_watch *w, uint64_t at, bool is_clock, bool level)
{
    if (!is_clock) {
        if (w->clock.level && w->sda != level) { /* start or stop */
            w->going = !level;
            w->in_address = !level;
            w->starts += !level;
            w->bits = 0;
        }
        w->sda = level;
        return;
    }
    if (!rises(&w->clock, at, level) || !w->going)
        return;
    if (w->bits++ < 8)
        w->shift = (uint8_t)(w->shift << 1 | w->sda);
    else
        byte_done(w, !w->sda);
}

void spi_watch_change(struct spi_watch *w, uint64_t at, enum spi_line line, bool level)
{
    if (line == SPI_DATA_COMMAND) {
        w->data_command = level;
    } else if (line == SPI_SELECT) {
        w->has_select = true;
        w->selects += !level && w->selected != !level;
        w->selected = !level;
        w->bits = 0;
    } else if (rises(&w->clock, at, level)) {
        w->clocks++;
        if (w->has_select && !w->selected) {
            w->unselected++;
        } else if (++w->bits == 8) {
            w->bits = 0;
            w->bytes++;
            w->commands += !w->data_command;
            w->data += w->data_command;
        }
    }
}
