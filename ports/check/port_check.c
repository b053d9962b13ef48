/* port_check.c - checks a port against the rules of port.h. */
#include "port_check.h"

#include <string.h>

#ifdef __AVR__ /* 2 KB of RAM */
enum { PAGE = 32, LONG = 200, CHUNK = 64 };
#else
enum { PAGE = 32, LONG = 5000, CHUNK = 500 };
#endif

struct check {
    const pmb_port_wires *wires;
    const pmb_port *port;
    void *context; /* of the port */
    unsigned bad;
};

static void say(struct check *k, const char *verdict, const char *what)
{
    char line[120];
    size_t used = strlen(verdict), rest = strlen(what);
    if (rest > sizeof line - 1 - used)
        rest = sizeof line - 1 - used;
    memcpy(line, verdict, used);
    memcpy(line + used, what, rest);
    line[used + rest] = '\0';
    k->wires->say(k->wires->context, line);
}

static void judge(struct check *k, bool good, const char *what)
{
    say(k, good ? "good: " : "BAD: ", what);
    k->bad += !good;
}

static void skip(struct check *k, const char *what)
{
    say(k, "not checked: ", what);
}

/* ---- rule 5: I2C ---- */

static pmb_status i2c(struct check *k, uint8_t address, const uint8_t *head, size_t head_count,
                      const uint8_t *body, size_t body_count)
{
    return k->port->i2c_write(k->context, k->wires->i2c, address, head, head_count, body,
                              body_count);
}

/* Writes a page of a memory, head and body in one transaction, and reads it back. */
static void check_memory(struct check *k)
{
    static const uint8_t start[] = {0, 0};
    const uint8_t address = k->wires->answers;
    uint8_t page[PAGE], back[PAGE];
    for (uint8_t round = 0; round < 2; round++) {
        for (uint8_t i = 0; i < PAGE; i++)
            page[i] = (uint8_t)(i * 37 + round * 101 + 5);
        pmb_status status = i2c(k, address, start, sizeof start, page, PAGE);
        k->port->wait_us(k->context, 10000); /* the memory writes */
        memset(back, 0, sizeof back);
        if (status == PMB_OK)
            status = i2c(k, address, start, sizeof start, NULL, 0);
        if (status == PMB_OK)
            status = k->port->i2c_read(k->context, k->wires->i2c, address, back, PAGE);
        judge(k, status == PMB_OK && memcmp(page, back, PAGE) == 0,
              "rule 5: head and body are one transaction, and what is read was written");
    }
}

static void check_i2c(struct check *k)
{
    const pmb_port_wires *w = k->wires;
    if (!w->i2c || !k->port->i2c_write) {
        skip(k, "rule 5: I2C");
        return;
    }
    judge(k, i2c(k, w->answers, NULL, 0, NULL, 0) == PMB_OK, "rule 5: an address that answers");
    judge(k, i2c(k, w->silent, NULL, 0, NULL, 0) == PMB_ERR_NO_ANSWER,
          "rule 5: an address that nobody acknowledges is PMB_ERR_NO_ANSWER");
    judge(k, i2c(k, w->answers, NULL, 0, NULL, 0) == PMB_OK,
          "rule 5: after that the other one answers again");
    if (w->is_memory && k->port->i2c_read)
        check_memory(k);
    else
        skip(k, "rule 5: head, body and reading, without a memory");
}

/* ---- rule 6: SPI ---- */

static uint8_t pattern(size_t at)
{
    return (uint8_t)(at * 29 + at / 251);
}

/* Sends a chunk of a pattern and looks at what comes back. */
static bool comes_back(struct check *k, size_t first, size_t count)
{
    uint8_t out[CHUNK] = {0}, in[CHUNK], kept[CHUNK];
    for (size_t i = 0; i < count; i++)
        out[i] = kept[i] = pattern(first + i);
    memset(in, 0, sizeof in);
    const pmb_status status = k->port->spi(k->context, k->wires->spi, out, in, count);
    return status == PMB_OK && memcmp(in, kept, count) == 0 && memcmp(out, kept, count) == 0;
}

static void check_loop(struct check *k)
{
    static const size_t counts[] = {1, 2, 31, 32, 33, 255, 256, CHUNK};
    bool good = true;
    for (size_t i = 0; i < sizeof counts / sizeof counts[0]; i++)
        if (counts[i] <= CHUNK)
            good = good && comes_back(k, i, counts[i]);
    judge(k, good, "rule 6: every byte goes out and comes back, and the buffer stays as it was");
    uint8_t in[8];
    memset(in, 0xA5, sizeof in);
    good = k->port->spi(k->context, k->wires->spi, NULL, in, sizeof in) == PMB_OK;
    for (size_t i = 0; i < sizeof in; i++)
        good = good && in[i] == 0;
    judge(k, good, "rule 6: without bytes zeros go out");
}

static void check_spi(struct check *k)
{
    static uint8_t out[LONG];
    if (!k->wires->spi || !k->port->spi) {
        skip(k, "rule 6: SPI");
        return;
    }
    for (size_t i = 0; i < LONG; i++)
        out[i] = pattern(i);
    judge(k, k->port->spi(k->context, k->wires->spi, out, NULL, LONG) == PMB_OK,
          "rule 6: many bytes at once");
    judge(k, k->port->spi(k->context, k->wires->spi, NULL, NULL, 0) == PMB_OK,
          "rule 6: no byte is no error");
    if (k->wires->is_loop)
        check_loop(k);
    else
        skip(k, "rule 6: what comes back, as output and input are not wired to each other");
    if (!k->port->spi_start || !k->port->spi_wait) {
        skip(k, "rule 6: sending in the background");
        return;
    }
    const pmb_status begun = k->port->spi_start(k->context, k->wires->spi, out, LONG);
    const pmb_status ended = k->port->spi_wait(k->context, k->wires->spi);
    judge(k, begun == PMB_OK && ended == PMB_OK, "rule 6: many bytes in the background");
}

/* ---- rule 7: pins ---- */

static void check_pins(struct check *k)
{
    const pmb_port_wires *w = k->wires;
    if (w->out == PMB_PIN_NONE || w->in == PMB_PIN_NONE || !k->port->pin_write ||
        !k->port->pin_read) {
        skip(k, "rule 7: pins");
        return;
    }
    bool good = true;
    for (uint8_t i = 0; i < 100; i++) {
        const bool level = i % 3 != 1;
        k->port->pin_write(k->context, w->out, level);
        good = good && k->port->pin_read(k->context, w->in) == level;
    }
    judge(k, good, "rule 7: a pin has the level that was written when the call returns");
    k->port->pin_write(k->context, w->out, true);
    k->port->pin_write(k->context, w->in, true);
    good = k->port->pin_read(k->context, w->in);
    k->port->pin_write(k->context, w->out, false);
    judge(k, good && !k->port->pin_read(k->context, w->in),
          "rule 7: reading makes a pin an input again");
}

/* ---- rule 8: time ---- */

static void check_time(struct check *k)
{
    static const uint32_t times[] = {1, 100, 1000, 20000, 100000};
    if (!k->wires->microseconds) {
        skip(k, "rule 8: time, without a clock");
        return;
    }
    bool early = false, late = false;
    for (size_t i = 0; i < sizeof times / sizeof times[0]; i++) {
        const uint32_t then = k->wires->microseconds(k->wires->context);
        k->port->wait_us(k->context, times[i]);
        const uint32_t took = k->wires->microseconds(k->wires->context) - then;
        early = early || took + 1 < times[i];
        late = late || took > 2 * times[i] + 1000000; /* a machine may be busy */
    }
    judge(k, !early, "rule 8: a wait never ends too early");
    judge(k, !late, "rule 8: a wait ends some time");
}

unsigned pmb_port_check(const pmb_port_wires *wires)
{
    struct check k = {.wires = wires, .port = wires->port, .context = wires->port->context};
    check_time(&k);
    check_pins(&k);
    check_i2c(&k);
    check_spi(&k);
    return k.bad;
}
