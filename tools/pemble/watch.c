/* watch.c - I2C, SPI and parallel buses as they pass by. */
#include "watch.h"

static void measure(uint64_t *shortest, uint64_t from, uint64_t to)
{
    if (from != 0 && (*shortest == 0 || to - from < *shortest))
        *shortest = to - from;
}

/* Whether the clock has moved. */
static bool moves(struct clock_watch *c, uint64_t at, bool level)
{
    if (level == c->level)
        return false;
    c->level = level;
    c->edges++;
    if (level) {
        measure(&c->shortest_low, c->fell, at);
        c->rose = at;
    } else {
        measure(&c->shortest_high, c->rose, at);
        c->fell = at;
    }
    return true;
}

static void pass(struct watch *w, uint64_t at, uint8_t byte, bool command)
{
    w->commands += command;
    w->data += !command;
    if (w->passed)
        w->passed(w->user, at, byte, command);
}

/* ---- I2C ---- */

/* A byte for the panel: first control bytes, each for one byte or for all that follow. Bit 7 is Co,
 * bit 6 is D/C (SSD1306, section 8.1.5.2). */
static void to_panel(struct watch *w, uint64_t at, uint8_t byte)
{
    if (!w->has_control) {
        w->control = byte;
        w->has_control = true;
        w->single = byte & 0x80;
        return;
    }
    pass(w, at, byte, !(w->control & 0x40));
    w->has_control = !w->single;
}

/* The ninth bit: low acknowledges. */
static void i2c_byte(struct watch *w, uint64_t at, bool acknowledged)
{
    const uint8_t byte = (uint8_t)w->shift;
    w->bits = 0;
    if (w->in_address) {
        w->asked[byte >> 1]++;
        w->answered[byte >> 1] += acknowledged;
        w->in_address = false;
        w->has_control = false;
        w->going = byte >> 1 == w->address && !(byte & 1);
        return;
    }
    w->bytes++;
    if (w->going)
        to_panel(w, at, byte);
}

static void i2c_change(struct watch *w, uint64_t at, enum signal signal, bool level)
{
    if (signal == SIGNAL_SDA && w->clock.level) { /* start or stop */
        w->torn += w->bits > 1 && w->in_transaction;
        w->in_transaction = !level;
        w->in_address = !level;
        w->starts += !level;
        w->bits = 0;
    }
    if (signal != SIGNAL_SCL || !moves(&w->clock, at, level) || !level || !w->in_transaction)
        return;
    if (w->bits++ < 8)
        w->shift = (uint16_t)(w->shift << 1 | (w->levels[SIGNAL_SDA] > 0));
    else
        i2c_byte(w, at, w->levels[SIGNAL_SDA] == 0);
}

/* ---- SPI ---- */

static bool selected(const struct watch *w)
{
    return !w->has_select || w->levels[SIGNAL_CS] == (w->bus == WATCH_SPI_SYNC);
}

/* The first of three bytes is 11111, R/W, RS and 0; then the upper and the lower half (ST7920). */
static void sync_byte(struct watch *w, uint64_t at)
{
    const uint8_t byte = (uint8_t)w->shift;
    if (w->sync == 0 && (byte & 0xF8) != 0xF8) {
        if (!(byte & 0x0F)) { /* another pair of halves */
            w->sync = 1;
        } else {
            return;
        }
    }
    w->sync_bytes[w->sync++] = byte;
    if (w->sync == 3) {
        pass(w, at, (uint8_t)((w->sync_bytes[1] & 0xF0) | w->sync_bytes[2] >> 4),
             !(w->sync_bytes[0] & 0x02));
        w->sync = 0;
    }
}

static void spi_word(struct watch *w, uint64_t at)
{
    w->bits = 0;
    w->bytes++;
    if (w->bus == WATCH_SPI_SYNC)
        sync_byte(w, at);
    else if (w->bus == WATCH_SPI3)
        pass(w, at, (uint8_t)w->shift, !(w->shift & 0x100));
    else
        pass(w, at, (uint8_t)w->shift, w->levels[SIGNAL_DC] <= 0);
}

static void spi_change(struct watch *w, uint64_t at, enum signal signal, bool level)
{
    if (signal == SIGNAL_CS) {
        w->has_select = true;
        w->selects += selected(w);
        w->torn += w->bits > 0;
        w->bits = w->sync = 0;
    } else if (signal == SIGNAL_SDA && selected(w)) {
        w->changed_high += w->clock.level;
        w->changed_low += !w->clock.level;
        w->data_at = at;
    }
    if (signal != SIGNAL_SCL || !moves(&w->clock, at, level) || !level || !selected(w))
        return;
    if (w->data_at == at) { /* it changed as the clock rose, and has come first */
        w->changed_low--;
        w->changed_high++;
    }
    w->shift = (uint16_t)(w->shift << 1 | (w->levels[SIGNAL_SDA] > 0));
    if (++w->bits == (w->bus == WATCH_SPI3 ? 9 : 8))
        spi_word(w, at);
}

/* ---- parallel ---- */

static void parallel_change(struct watch *w, uint64_t at, enum signal signal, bool level)
{
    uint8_t byte = 0;
    if (signal == SIGNAL_CS) {
        w->has_select = true;
        w->selects += !level;
    }
    if (signal != SIGNAL_STROBE || !moves(&w->clock, at, level) ||
        level != (w->bus == WATCH_PARALLEL_8080))
        return;
    if (w->bus == WATCH_PARALLEL_8080 && !selected(w))
        return;
    for (int i = 0; i < 8; i++)
        byte |= (uint8_t)((w->levels[SIGNAL_D0 + i] > 0) << i);
    w->bytes++;
    pass(w, at, byte, w->levels[SIGNAL_DC] <= 0);
}

void watch_change(struct watch *w, uint64_t at, enum signal signal, bool level)
{
    if (w->bus == WATCH_I2C) {
        const bool changes = w->levels[signal] != level;
        if (changes || signal == SIGNAL_SCL)
            i2c_change(w, at, signal, level);
        w->levels[signal] = level;
        return;
    }
    w->levels[signal] = level;
    if (w->bus == WATCH_PARALLEL_8080 || w->bus == WATCH_PARALLEL_6800)
        parallel_change(w, at, signal, level);
    else
        spi_change(w, at, signal, level);
}
