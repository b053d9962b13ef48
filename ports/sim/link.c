/* link.c - I2C, SPI with three or four wires, and parallel interfaces of modules. */
#include "link.h"
#include "bench_parts.h"

#include <string.h>

static int pin_named(const pmb_module *module, const char *name)
{
    for (int i = 0; module->type->pins[i]; i++)
        if (strcmp(module->type->pins[i], name) == 0)
            return i;
    return -1;
}

static bool level(const pmb_module *module, int pin, bool open)
{
    return pin >= 0 ? module_pin_level(module, pin, open) : open;
}

/* Modules whose RES is not wired have a resistor and a capacitor there ("Reset" in the note of the
 * SSD1306). */
enum { SELF_RESET_NS = 50000000 };

static bool resets_itself(const pmb_module *module, const struct link *link)
{
    return link->res >= 0 && !module->pins[link->res].net &&
           module->bench->now - link->placed < SELF_RESET_NS;
}

bool link_in_reset(const struct link *link)
{
    return link->in_reset;
}

static void check_pause(pmb_module *module, const struct link *link)
{
    if (link->reset_rose && module->bench->now - link->reset_rose < link->reset_wait_us * 1000ull)
        module_complain(module, "is written to less than %u us after its reset",
                        link->reset_wait_us);
}

static void take(pmb_module *module, struct link *link, bool data, uint8_t byte)
{
    module->tally.bytes++;
    if (link->in_reset) {
        module_complain(module, "is written to while its reset is low");
        return;
    }
    if (resets_itself(module, link)) {
        module_complain(module, "is written to before it has reset itself, 50 ms after power on");
        return;
    }
    check_pause(module, link);
    link->used = true;
    link->take(module, data, byte);
}

/* ---- I2C: control bytes say what follows (docs/controllers/ssd1306.md, "Interface") ---- */

static bool i2c_addressed(pmb_module *module, uint8_t address, bool read)
{
    struct link *link = module->link;
    link->control_next = true;
    if (address == module->options.address)
        module->tally.bytes++;
    return address == module->options.address && !link->in_reset && !resets_itself(module, link) &&
           (!read || link->give);
}

static bool i2c_received(pmb_module *module, uint8_t byte)
{
    struct link *link = module->link;
    if (link->i2c.shortest && link->i2c.shortest < link->i2c_clock_ns)
        module_complain(module, "SCL is faster than %u kHz", 1000000 / link->i2c_clock_ns);
    if (link->control_next) {
        if (byte & 0x3F)
            module_complain(module, "control byte %02Xh has wrong fixed bits", byte);
        link->single = byte & 0x80;
        link->data = byte & 0x40;
        link->control_next = false;
        module->tally.bytes++;
        return true;
    }
    take(module, link, link->data, byte);
    link->control_next = link->single;
    return true;
}

static uint8_t i2c_wanted(pmb_module *module)
{
    return module->link->give(module, false);
}

/* ---- SPI ---- */

static bool is_spi(const struct link *link)
{
    return link->kind == LINK_SPI || link->kind == LINK_SPI3 || link->kind == LINK_SPI16;
}

static bool selected(const pmb_module *module, const struct link *link)
{
    return !level(module, link->cs, false);
}

static void check_clock(pmb_module *module, const struct link *link, uint64_t period)
{
    if (link->giving && period < link->read_clock_ns)
        module_complain(module, "SDO is read faster than %u kHz", 1000000 / link->read_clock_ns);
    else if (period < link->spi_clock_ns && !module->options.overclocked)
        module_complain(module, "SCL is faster than %u kHz", 1000000 / link->spi_clock_ns);
}

/* One bit has come in. */
static void shift_in(pmb_module *module, struct link *link, bool bit)
{
    const int word = link->kind == LINK_SPI3 ? 9 : link->kind == LINK_SPI16 ? 16 : 8;
    link->shift = link->shift << 1 | bit;
    if (++link->bits < word)
        return;
    const bool data = word == 9 ? link->shift >> 8 & 1 : level(module, link->dc, false);
    const uint8_t byte = (uint8_t)link->shift;
    link->high = (uint8_t)(link->shift >> 8);
    link->bits = 0;
    link->shift = 0;
    if (link->giving && data) {
        link->out = link->give(module, true);
        return;
    }
    take(module, link, data, byte);
    link->giving = false;
    if (!data && link->give) {
        /* Whatever is clocked out next is the answer to this command. */
        link->out = link->give(module, false);
        link->giving = link->out != 0 || module->answering;
    }
}

static void spi_clock_rose(pmb_module *module, struct link *link)
{
    const uint64_t now = module->bench->now;
    if (!selected(module, link) || link->lost)
        return;
    if (link->clock_rose)
        check_clock(module, link, now - link->clock_rose);
    link->clock_rose = now;
    if (link->giving && link->sdo >= 0)
        module_pin_drive(module, link->sdo,
                         link->out >> (7 - link->bits) & 1 ? DRIVE_HIGH : DRIVE_LOW);
    shift_in(module, link, level(module, link->sda, false));
}

static void spi_selected(struct link *link, pmb_module *module, bool high)
{
    link->bits = 0;
    link->shift = 0;
    link->clock_rose = 0;
    if (high) {
        link->giving = false;
        if (link->sdo >= 0)
            module_pin_drive(module, link->sdo, DRIVE_NONE);
    }
}

bool link_hears(const pmb_module *module, const struct net *sck, const struct net *mosi)
{
    const struct link *link = module->link;
    return link && is_spi(link) && module->pins[link->scl].net == sck &&
           module->pins[link->sda].net == mosi && selected(module, link) && !link->lost;
}

void link_take_byte(pmb_module *module, uint8_t byte, unsigned clock_ns)
{
    struct link *link = module->link;
    check_clock(module, link, clock_ns);
    if (link->kind == LINK_SPI && link->bits == 0 && !link->giving &&
        level(module, link->dc, false)) {
        take(module, link, true, byte);
        return;
    }
    for (int bit = 7; bit >= 0; bit--)
        shift_in(module, link, byte >> bit & 1);
}

bool link_take_data(pmb_module *module, const uint8_t *bytes, size_t count, unsigned clock_ns)
{
    struct link *link = module->link;
    if (link->kind != LINK_SPI || link->bits > 0 || link->giving || !link->used || link->in_reset ||
        !level(module, link->dc, false))
        return false;
    check_clock(module, link, clock_ns);
    check_pause(module, link);
    module->tally.bytes += count;
    for (size_t i = 0; i < count; i++) {
        link->take(module, true, bytes[i]);
        module->bench->now += 8ull * clock_ns;
    }
    return true;
}

/* ---- parallel ---- */

static uint8_t lines(const pmb_module *module, const struct link *link)
{
    uint8_t byte = 0;
    for (int i = 0; i < 8; i++)
        byte |= (uint8_t)(level(module, link->d0 + i, false) << i);
    return byte;
}

static void drive_lines(pmb_module *module, const struct link *link, bool on, uint8_t byte)
{
    for (int i = 0; i < 8; i++) {
        const struct net *net = module->pins[link->d0 + i].net;
        if (on && net && net->lows + net->highs > 0)
            module_complain(module, "RD is low while the board drives the data lines");
        module_pin_drive(module, link->d0 + i,
                         !on             ? DRIVE_NONE
                         : byte >> i & 1 ? DRIVE_HIGH
                                         : DRIVE_LOW);
    }
}

static void check_strobe(pmb_module *module, struct link *link)
{
    const uint64_t now = module->bench->now;
    if (link->strobed && now - link->strobed < link->strobe_ns)
        module_complain(module, "strobe shorter than %u ns", link->strobe_ns);
    link->strobed = now;
}

/* An 8080 module takes a byte at the rising edge of WR, and drives the lines while RD is low. */
static void i8080_changed(pmb_module *module, struct link *link, int pin, bool high)
{
    if (!selected(module, link))
        return;
    const bool data = level(module, link->dc, false);
    if (pin == link->strobe) {
        check_strobe(module, link);
        if (link->read >= 0 && !level(module, link->read, true))
            module_complain(module, "RD is low while the board drives the data lines");
        if (high)
            take(module, link, data, lines(module, link));
    } else if (pin == link->read && link->give) {
        drive_lines(module, link, !high, high ? 0 : link->give(module, data));
    }
}

/* ---- all ---- */

/* Whether the reset of another module is on the same wire. */
static bool shares_reset(const pmb_module *module, const struct link *link)
{
    for (const pmb_module *other = module->bench->modules; other; other = other->next) {
        const int pin = other->link ? other->link->res : -1;
        if (other != module && pin >= 0 && other->pins[pin].net == module->pins[link->res].net)
            return true;
    }
    return false;
}

/* Reset has ended. See "Interface" in docs/controllers/st7789.md. */
static void begin_to_count(pmb_module *module, struct link *link)
{
    link->bits = 0;
    link->lost = is_spi(link) && link->counts_from_reset && !module->pins[link->cs].net &&
                 !level(module, link->scl, true);
    if (link->lost)
        module_complain(module, "it has no CS and SCL rests low: it takes nothing (SPI mode 3)");
}

static void reset_changed(pmb_module *module, struct link *link, bool high)
{
    const uint64_t now = module->bench->now;
    link->in_reset = !high;
    if (high && link->reset_seen) {
        begin_to_count(module, link);
        link->reset_rose = now;
    }
    if (!high) {
        if (link->used && shares_reset(module, link))
            module_complain(module, "loses its setup: the reset that it shares falls again");
        link->used = false;
        link->reset_fell = now;
        link->reset_seen = true;
        link->giving = false;
        link->reset(module);
    } else if (link->reset_seen && now - link->reset_fell < link->reset_ns) {
        if (link->reset_ns >= 1000)
            module_complain(module, "reset pulse shorter than %u us", link->reset_ns / 1000);
        else
            module_complain(module, "reset pulse shorter than %u ns", link->reset_ns);
    }
}

void link_pin_changed(pmb_module *module, int pin, bool high)
{
    struct link *link = module->link;
    if (pin == link->res)
        reset_changed(module, link, high);
    else if (link->kind == LINK_I2C)
        i2c_end_changed(module, &link->i2c, pin, high);
    else if (link->kind == LINK_8080)
        i8080_changed(module, link, pin, high);
    else if (pin == link->cs)
        spi_selected(link, module, high);
    else if (pin == link->scl && high)
        spi_clock_rose(module, link);
}

bool link_open(pmb_module *module, struct link *link)
{
    static const enum link_kind kinds[] = {LINK_I2C,  LINK_SPI,   LINK_SPI3,
                                           LINK_8080, LINK_SPI16, LINK_SPI};
    const pmb_module_options *o = &module->options;
    module->link = link;
    link->placed = module->bench->now;
    link->kind = kinds[o->bus];
    link->cs = pin_named(module, "CS");
    link->dc = pin_named(module, "DC");
    link->scl = pin_named(module, "SCL");
    link->sda = pin_named(module, "SDA");
    link->sdo = pin_named(module, "SDO");
    link->res = pin_named(module, "RES");
    link->d0 = pin_named(module, "D0");
    link->strobe = pin_named(module, "WR");
    link->read = pin_named(module, "RD");
    if (link->kind == LINK_I2C && (!link->addresses[0] || (o->address != link->addresses[0] &&
                                                           o->address != link->addresses[1])))
        return false;
    link->control_next = true;
    link->i2c = (struct i2c_end){.sda = link->sda,
                                 .scl = link->scl,
                                 .addressed = i2c_addressed,
                                 .received = i2c_received,
                                 .wanted = i2c_wanted};
    return true;
}
