/* ssd168x.c - e-paper modules with SSD1680 and SSD1681, from docs/controllers/ssd1680.md. */
#include "bench_parts.h"
#include "commands.h"
#include "ink.h"
#include "link.h"
#include "pemble/bench_modules.h"

#include <string.h>

enum { BYTES = 25, GATES = 296, MS = 1000000, PIN_BUSY = 7, BUSY_LATE_NS = 200000 };

struct chip {
    int sources, gates;  /* of the memory */
    bool offset_outputs; /* the glass begins at source 8 */
    bool inks;
};

struct paper {
    struct link link;
    struct commands commands;
    const struct chip *chip;
    uint8_t memory[2][GATES][BYTES];
    struct ink ink;
    int x_first, x_last, y_first, y_last, x, y, plane; /* plane -1: not writing */
    uint8_t entry;                                     /* 11h */
    uint8_t control_1[2], control_2;
    int temperature; /* of the loaded waveform, degrees; below 0: none was loaded */
    int temperature_register;
    bool busy, asleep, fast_drive, partial_drive, configured;
    uint64_t ends; /* of the refresh that is going on; 0: none is */
};

/* The pin shows it a little later ("Busy" in the notes). */
static void show_busy(pmb_module *m)
{
    if (((struct paper *)m->state)->busy)
        module_pin_drive(m, PIN_BUSY, DRIVE_HIGH);
}

static void set_busy(pmb_module *m, uint64_t nanoseconds, void (*after)(pmb_module *))
{
    struct paper *s = m->state;
    s->busy = true;
    bench_later(m, BUSY_LATE_NS, show_busy);
    bench_later(m, nanoseconds, after);
}

static void free_again(pmb_module *m)
{
    ((struct paper *)m->state)->busy = false;
    module_pin_drive(m, PIN_BUSY, DRIVE_LOW);
}

static void registers(struct paper *s)
{
    s->commands.wanted = s->commands.have = 0;
    s->x_first = s->y_first = s->x = s->y = 0;
    s->x_last = (s->chip->sources / 8) - 1;
    s->y_last = s->chip->gates - 1;
    s->plane = -1;
    s->control_1[0] = s->control_1[1] = 0;
    s->control_2 = 0xFF;
    s->entry = 0x03;
    s->configured = false;
}

static void hardware_reset(pmb_module *m)
{
    struct paper *s = m->state;
    registers(s);
    s->asleep = false;
    s->ends = 0; /* what was driven half stays as it is */
    free_again(m);
}

static bool bit_of(const struct paper *s, int plane, int x, int y)
{
    return s->memory[plane][y][x / 8] >> (7 - x % 8) & 1;
}

static void drive_pixel(struct paper *s, int x, int y, bool next, bool second)
{
    const enum ink_target target = next ? INK_WHITE : INK_BLACK;
    if (s->partial_drive) {
        if (next != second)
            ink_push(&s->ink, x, y, target, 6);
    } else if (s->fast_drive) {
        ink_push(&s->ink, x, y, target, 3);
    } else if (second && !s->chip->inks) {
        s->ink.shade[y][x] = 128; /* a waveform for an ink that is not there */
    } else {
        ink_settle(&s->ink, x, y, second ? INK_SECOND : target);
    }
}

/* The drive has ended: the ink is where the memory says. */
static void refreshed(pmb_module *m)
{
    struct paper *s = m->state;
    if (m->bench->now != s->ends)
        return;
    s->ends = 0;
    const int outputs = (s->control_1[1] & 0x80 ? 8 : 0) - (s->chip->offset_outputs ? 8 : 0);
    for (int y = 0; y < m->options.height; y++)
        for (int x = 0; x < m->options.width; x++) {
            const int column = x + m->options.column - outputs, row = y + m->options.row;
            if (column < 0 || column >= s->chip->sources)
                continue;
            bool second = bit_of(s, 1, column, row);
            if ((s->control_1[0] & 0xF0) == 0x40)
                second = false;
            else if ((s->control_1[0] & 0xF0) == 0x80)
                second = !second;
            drive_pixel(s, x, y, bit_of(s, 0, column, row), second);
        }
    if (s->partial_drive && m->options.exchanges) {
        static uint8_t keep[GATES][BYTES];
        memcpy(keep, s->memory[0], sizeof keep);
        memcpy(s->memory[0], s->memory[1], sizeof keep);
        memcpy(s->memory[1], keep, sizeof keep);
    }
    free_again(m);
}

/* "Update" in the notes: what the bits of 22h ask for. */
static void activate(pmb_module *m)
{
    struct paper *s = m->state;
    const uint8_t what = s->control_2;
    if (what & 0x20)
        s->temperature_register = 25;
    if (what & 0x10)
        s->temperature = s->temperature_register;
    if (!(what & 0x04)) {
        set_busy(m, 2ull * MS, free_again);
        return;
    }
    if (!(what & 0x40) || !(what & 0x80))
        module_complain(m, "a refresh without its voltages");
    if (s->temperature < 0)
        module_complain(m, "a refresh without a waveform");
    if (!s->configured)
        module_complain(m, "a refresh before the driver output was set");
    s->partial_drive = what & 0x08;
    s->fast_drive = !s->partial_drive && s->temperature > 60;
    const uint64_t ms = s->chip->inks      ? 15000
                        : s->partial_drive ? 400
                        : s->fast_drive    ? 1100
                                           : 2600;
    s->ends = m->bench->now + ms * MS;
    set_busy(m, ms * MS, refreshed);
}

static void set_range(pmb_module *m, const char *what, int from, int to, bool up, int limit,
                      int *first, int *last)
{
    if ((up ? from > to : from < to) || from >= limit || to >= limit)
        module_complain(m, "%s range %d to %d is not possible, as it goes %s", what, from, to,
                        up ? "up" : "down");
    *first = from;
    *last = to;
}

static void set_window(pmb_module *m, uint8_t command, const uint8_t *p)
{
    struct paper *s = m->state;
    if (command == 0x44)
        set_range(m, "x", p[0], p[1], s->entry & 1, s->chip->sources / 8, &s->x_first, &s->x_last);
    else
        set_range(m, "y", p[0] | p[1] << 8, p[2] | p[3] << 8, s->entry & 2, s->chip->gates,
                  &s->y_first, &s->y_last);
}

static void act(pmb_module *m, uint8_t command, const uint8_t *p, int count)
{
    struct paper *s = m->state;
    s->plane = command == 0x24 ? 0 : command == 0x26 ? 1 : -1;
    if (command == 0x12) {
        registers(s);
        set_busy(m, 5ull * MS, free_again);
    } else if (command == 0x01 && count == 3) {
        s->configured = (p[0] | p[1] << 8) == m->options.row + m->options.height - 1;
        if (!s->configured)
            module_complain(m, "driver output for %d gates: this glass has %d",
                            (p[0] | p[1] << 8) + 1, m->options.row + m->options.height);
    } else if (command == 0x10) {
        s->asleep = p[0] & 3;
        if (s->asleep)
            module_pin_drive(m, PIN_BUSY, DRIVE_HIGH);
    } else if (command == 0x11) {
        s->entry = p[0];
    } else if (command == 0x1A) {
        s->temperature_register = p[0];
    } else if (command == 0x20) {
        activate(m);
    } else if (command == 0x21) {
        memcpy(s->control_1, p, 2);
    } else if (command == 0x22) {
        s->control_2 = p[0];
    } else if (command == 0x44 || command == 0x45) {
        set_window(m, command, p);
    } else if (command == 0x4E) {
        s->x = p[0];
    } else if (command == 0x4F) {
        s->y = p[0] | p[1] << 8;
    }
}

static bool is_between(int value, int a, int b)
{
    return a < b ? value >= a && value <= b : value >= b && value <= a;
}

/* One step of a counter; true when it was at the end of its window. */
static bool step(int *at, bool up, int first, int last)
{
    const bool over = *at == last;
    *at = over ? first : *at + (up ? 1 : -1);
    return over;
}

static void write_memory(pmb_module *m, uint8_t byte)
{
    struct paper *s = m->state;
    if (s->plane < 0) {
        module_complain(m, "data without a command to write the memory");
        return;
    }
    if (!is_between(s->x, s->x_first, s->x_last) || !is_between(s->y, s->y_first, s->y_last) ||
        s->x >= BYTES || s->y >= GATES) {
        module_complain(m, "memory written outside of the window");
        return;
    }
    m->tally.pixel_bytes++;
    s->memory[s->plane][s->y][s->x] = byte;
    if (s->entry & 4) {
        if (step(&s->y, s->entry & 2, s->y_first, s->y_last))
            (void)step(&s->x, s->entry & 1, s->x_first, s->x_last);
    } else if (step(&s->x, s->entry & 1, s->x_first, s->x_last)) {
        (void)step(&s->y, s->entry & 2, s->y_first, s->y_last);
    }
}

static void take(pmb_module *m, bool data, uint8_t byte)
{
    struct paper *s = m->state;
    if (s->asleep) {
        module_complain(m, "used in deep sleep");
        return;
    }
    if (s->busy) {
        module_complain(m, "written while busy");
        return;
    }
    if (!data)
        commands_begin(m, &s->commands, byte);
    else if (!commands_parameter(m, &s->commands, byte))
        write_memory(m, byte);
}

static void render(pmb_module *m)
{
    ink_render(m, &((struct paper *)m->state)->ink);
}

static bool create(pmb_module *m, const struct chip *chip)
{
    static const struct command_shape shapes[] = {
        {0x01, 0x01, 3}, {0x03, 0x03, 1}, {0x04, 0x04, 3}, {0x0C, 0x0C, 4}, {0x10, 0x11, 1},
        {0x12, 0x12, 0}, {0x18, 0x18, 1}, {0x1A, 0x1A, 2}, {0x20, 0x20, 0}, {0x21, 0x21, 2},
        {0x22, 0x22, 1}, {0x24, 0x24, 0}, {0x26, 0x26, 0}, {0x2C, 0x2C, 1}, {0x3C, 0x3C, 1},
        {0x44, 0x44, 2}, {0x45, 0x45, 4}, {0x4E, 0x4E, 1}, {0x4F, 0x4F, 2}, {0x7F, 0x7F, 0},
        {0, 0, -1},
    };
    struct paper *s = m->state;
    pmb_module_options *o = &m->options;
    s->chip = chip;
    s->commands.shapes = shapes;
    s->commands.act = act;
    s->temperature = -1;
    if (!o->offset_given)
        o->column = o->row = 0;
    s->link.take = take;
    s->link.reset = hardware_reset;
    s->link.spi_clock_ns = 50;
    s->link.reset_ns = 200000;
    if (o->column < 0 || o->row < 0 || o->column + o->width > chip->sources ||
        o->row + o->height > chip->gates || o->bus == PMB_MODULE_I2C ||
        o->bus >= PMB_MODULE_PARALLEL || !link_open(m, &s->link))
        return false;
    registers(s);
    ink_new(&s->ink);
    module_memory(m, s->memory, sizeof s->memory, 1, 1, (uint32_t)chip->gates);
    return true;
}

static const struct chip ssd1680 = {160, 296, true, false}, ssd1680_red = {160, 296, true, true};
static const struct chip ssd1681 = {200, 200, false, false}, ssd1681_red = {200, 200, false, true};

static bool create_1680(pmb_module *m)
{
    return create(m, &ssd1680);
}

static bool create_1680_red(pmb_module *m)
{
    return create(m, &ssd1680_red);
}

static bool create_1681(pmb_module *m)
{
    return create(m, &ssd1681);
}

static bool create_1681_red(pmb_module *m)
{
    return create(m, &ssd1681_red);
}

static const char *const pins[] = {"GND", "VCC", "SCL", "SDA", "RES", "DC", "CS", "BUSY", NULL};

#define TYPE(symbol, title, creator)                                                               \
    const pmb_module_type symbol = {title,  pins, sizeof(struct paper), creator, link_pin_changed, \
                                    render, NULL}

TYPE(pmb_sim_ssd1680, "SSD1680", create_1680);
TYPE(pmb_sim_ssd1680_red, "SSD1680, red", create_1680_red);
TYPE(pmb_sim_ssd1681, "SSD1681", create_1681);
TYPE(pmb_sim_ssd1681_red, "SSD1681, red", create_1681_red);
