/* ks0108.c - modules with two or three KS0108, from docs/controllers/ks0108.md. */
#include "bench_parts.h"
#include "pemble/bench_modules.h"

#include <string.h>

enum { MOST_CHIPS = 3, COLUMNS = 64, PAGES = 8 };

/* How the chips are selected: by a pin each, high or low, or by their number on both. */
enum selecting { BY_HIGH, BY_LOW, BY_NUMBER };
enum { GND, VCC, RS, RW, E, D0, D7 = D0 + 7, CS1, CS2, RES, BLK };
enum { PULSE_NS = 450, CYCLE_NS = 1000, BUSY_NS = 10000, RESET_NS = 1000 };

struct chip {
    uint8_t (*memory)[COLUMNS]; /* PAGES of them */
    int x, y, start_line;       /* page, column */
    bool on;
    uint64_t busy_until;
};

struct ks0108 {
    enum selecting selecting;
    int count;
    struct chip chips[MOST_CHIPS];
    uint8_t memory[MOST_CHIPS][PAGES][COLUMNS];
    uint64_t rose, reset_fell;
    bool in_reset, reset_seen;
};

static bool selected(const pmb_module *m, int chip)
{
    const struct ks0108 *s = m->state;
    const bool first = module_pin_level(m, CS1, false), second = module_pin_level(m, CS2, false);
    if (s->selecting == BY_NUMBER)
        return chip == first + 2 * second;
    return (chip ? second : first) == (s->selecting == BY_HIGH);
}

static void command(pmb_module *m, struct chip *chip, uint8_t byte)
{
    if ((byte & 0xFE) == 0x3E)
        chip->on = byte & 1;
    else if ((byte & 0xC0) == 0x40)
        chip->y = byte & 63;
    else if ((byte & 0xF8) == 0xB8)
        chip->x = byte & 7;
    else if ((byte & 0xC0) == 0xC0)
        chip->start_line = byte & 63;
    else
        module_complain(m, "command %02Xh does not exist", byte);
}

static void written(pmb_module *m, struct chip *chip, uint8_t byte)
{
    const uint64_t now = m->bench->now;
    if (now < chip->busy_until) {
        module_complain(m, "written while busy");
        return;
    }
    m->tally.bytes++;
    chip->busy_until = now + BUSY_NS;
    if (!module_pin_level(m, RS, false)) {
        command(m, chip, byte);
        return;
    }
    m->tally.pixel_bytes++;
    chip->memory[chip->x][chip->y] = byte;
    chip->y = (chip->y + 1) % COLUMNS;
}

static void release_lines(pmb_module *m)
{
    for (int pin = D0; pin <= D7; pin++)
        module_pin_drive(m, pin, DRIVE_NONE);
}

/* Bit 7 busy, bit 5 display off, bit 4 in reset. */
static void drive_status(pmb_module *m, const struct chip *chip)
{
    const struct ks0108 *s = m->state;
    const uint8_t status = (uint8_t)((m->bench->now < chip->busy_until ? 0x80 : 0) |
                                     (chip->on ? 0 : 0x20) | (s->in_reset ? 0x10 : 0));
    for (int bit = 0; bit < 8; bit++) {
        const struct net *net = m->pins[D0 + bit].net;
        if (net && net->lows + net->highs > 0)
            module_complain(m, "it is read while the board drives its data lines");
        module_pin_drive(m, D0 + bit, status >> bit & 1 ? DRIVE_HIGH : DRIVE_LOW);
    }
}

static void strobe(pmb_module *m, bool high)
{
    struct ks0108 *s = m->state;
    const uint64_t now = m->bench->now;
    const bool reading = module_pin_level(m, RW, false);
    if (high) {
        if (s->rose && now - s->rose < CYCLE_NS)
            module_complain(m, "E cycle shorter than 1000 ns");
        s->rose = now;
        for (int i = 0; i < s->count; i++)
            if (reading && selected(m, i) && !module_pin_level(m, RS, false))
                drive_status(m, &s->chips[i]);
        return;
    }
    release_lines(m);
    if (now - s->rose < PULSE_NS)
        module_complain(m, "E pulse shorter than 450 ns");
    if (reading || s->in_reset)
        return;
    uint8_t byte = 0;
    for (int bit = 0; bit < 8; bit++)
        byte |= (uint8_t)(module_pin_level(m, D0 + bit, false) << bit);
    for (int i = 0; i < s->count; i++)
        if (selected(m, i))
            written(m, &s->chips[i], byte);
}

static void pin_changed(pmb_module *m, int pin, bool level)
{
    struct ks0108 *s = m->state;
    if (pin == E) {
        strobe(m, level);
    } else if (pin == RES) {
        s->in_reset = !level;
        if (!level) {
            s->reset_fell = m->bench->now;
            s->reset_seen = true;
            for (int i = 0; i < s->count; i++)
                s->chips[i].on = false, s->chips[i].start_line = 0;
        } else if (s->reset_seen && m->bench->now - s->reset_fell < RESET_NS) {
            module_complain(m, "reset pulse shorter than 1 us");
        }
    }
}

static void render(pmb_module *m)
{
    const struct ks0108 *s = m->state;
    for (int y = 0; y < m->options.height; y++)
        for (int x = 0; x < m->options.width; x++) {
            const struct chip *chip = &s->chips[x / COLUMNS];
            const int row = (y + chip->start_line) % (PAGES * 8);
            const bool dark =
                chip->on && !s->in_reset && (chip->memory[row / 8][x % COLUMNS] >> (row % 8) & 1);
            if (dark)
                module_plot(m, x, y, 24, 40, 96);
            else
                module_plot(m, x, y, 150, 190, 214);
        }
}

static bool create(pmb_module *m, int chips, enum selecting selecting)
{
    struct ks0108 *s = m->state;
    s->count = chips;
    s->selecting = selecting;
    if (m->options.bus != PMB_MODULE_PARALLEL || m->options.width != chips * COLUMNS ||
        m->options.height != PAGES * 8 || m->options.column || m->options.row)
        return false;
    for (int i = 0; i < chips; i++)
        s->chips[i].memory = s->memory[i];
    module_memory(m, s->memory, sizeof s->memory, 1, 1, 108);
    return true;
}

static bool create_high(pmb_module *m)
{
    return create(m, 2, BY_HIGH);
}

static bool create_low(pmb_module *m)
{
    return create(m, 2, BY_LOW);
}

static bool create_192(pmb_module *m)
{
    return create(m, 3, BY_NUMBER);
}

static const char *const pins[] = {"GND", "VCC", "RS", "RW", "E",   "D0",  "D1",  "D2",  "D3",
                                   "D4",  "D5",  "D6", "D7", "CS1", "CS2", "RES", "BLK", NULL};

#define TYPE(symbol, creator)                                                                      \
    const pmb_module_type symbol = {"KS0108", pins, sizeof(struct ks0108), creator, pin_changed,   \
                                    render,   NULL}

TYPE(pmb_sim_ks0108, create_high);
TYPE(pmb_sim_ks0108_low, create_low);
TYPE(pmb_sim_ks0108_192, create_192);
