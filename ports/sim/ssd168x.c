/* ssd168x.c - e-paper modules with SSD1680 and its kin, from docs/controllers/ssd1680.md. */
#include "bench_parts.h"
#include "busy.h"
#include "commands.h"
#include "ink.h"
#include "link.h"
#include "pemble/bench_modules.h"

#include <string.h>

enum { BYTES = 50, GATES = 480, PIN_BUSY = 7, WAVEFORM_BYTES = 153 };

/* How the waveform of 32h lies: "Waveforms" in the notes. */
struct layout {
    int bytes;   /* of all; 0: the part has none of its own */
    int groups;  /* of four phases */
    int timings; /* bytes of a group's times: 5 (A B C D repeats) or 7 (A B - C D - repeats) */
};

struct chip {
    int sources, gates; /* of the memory */
    struct layout layout;
    bool shifts; /* b of 21h, bit 7: the memory begins at source 8 */
    bool pixels; /* x is counted in pixels, two bytes each */
    bool one;    /* SSD1608: 24h alone; both memories change places at each refresh */
    bool bare;   /* no waveforms in its memory */
    bool inks;   /* a glass with red */
    bool blocks; /* wants 74h and 7Eh */
};

struct paper {
    struct link link;
    struct busy busy;
    struct commands commands;
    const struct chip *chip;
    uint8_t memory[2][GATES][BYTES];
    struct ink ink;
    int x_first, x_last, y_first, y_last, x, y, plane; /* plane -1: not writing */
    uint8_t entry;                                     /* 11h */
    uint8_t control_1[2], control_2, border;
    uint8_t waveform[WAVEFORM_BYTES];
    int waveform_at; /* being received, -1 for none */
    int temperature; /* of the loaded waveform, degrees; below 0: none was loaded */
    int temperature_register;
    bool asleep, loses, own, own_power, blocks, partial_drive, configured;
};

static void registers(struct paper *s)
{
    s->commands.wanted = s->commands.have = 0;
    s->x_first = s->y_first = s->x = s->y = 0;
    s->x_last = (s->chip->sources / 8) - 1;
    s->y_last = s->chip->gates - 1;
    s->plane = s->waveform_at = -1;
    s->control_1[0] = s->control_1[1] = 0;
    s->control_2 = 0xFF;
    s->entry = 0x03;
    s->border = 0xC0;
    s->own = s->own_power = s->configured = s->blocks = false;
}

static void hardware_reset(pmb_module *m)
{
    struct paper *s = m->state;
    registers(s); /* what was driven half stays as it is */
    if (s->asleep && s->loses)
        module_noise(&s->memory[0][0][0], sizeof s->memory, 83);
    s->asleep = s->loses = false;
    busy_end(m);
}

static bool bit_of(const struct paper *s, int plane, int x, int y)
{
    return s->memory[plane][y][x / 8] >> (7 - x % 8) & 1;
}

/* ---- waveforms ---- */

/* SSD1608: twenty phases, a byte each with a level for each of the four; then their frames, a
 * nibble each. The first of the four levels is of 11. */
static struct waveform phases_of_1608(const uint8_t *bytes, int number)
{
    struct waveform w = {0};
    for (int i = 0; i < 20; i++)
        waveform_add(&w, bytes[i] >> (2 * number) & 3, bytes[20 + i / 2] >> (i % 2 ? 4 : 0) & 15);
    return w;
}

/* The phases for a number: bit 1 from 26h, bit 0 from 24h. */
static struct waveform phases_of(const struct paper *s, int number)
{
    const struct layout *layout = &s->chip->layout;
    struct waveform w = {0};
    if (s->chip->one)
        return phases_of_1608(s->waveform, number);
    const uint8_t *levels = s->waveform + number * layout->groups;
    const uint8_t *times = s->waveform + 5 * layout->groups;
    for (int group = 0; group < layout->groups; group++, times += layout->timings) {
        const int second = layout->timings == 7 ? 3 : 2; /* of C */
        const int frames[] = {times[0], times[1], times[second], times[second + 1]};
        for (int repeat = 0; repeat <= times[layout->timings - 1]; repeat++)
            for (int phase = 0; phase < 4; phase++)
                waveform_add(&w, levels[group] >> (6 - 2 * phase) & 3, frames[phase]);
    }
    return w;
}

/* The number of a pixel's waveform. */
static int number_of(const struct paper *s, int column, int row)
{
    const uint8_t way = s->control_1[0] & 0xF0;
    const bool next = bit_of(s, 0, column, row);
    bool second = bit_of(s, 1, column, row);
    if (way == 0x40)
        second = false;
    else if (way == 0x80)
        second = !second;
    return second << 1 | next;
}

static void drive_usual(pmb_module *m, int x, int y, int number)
{
    struct paper *s = m->state;
    const bool next = number & 1, second = number & 2;
    const enum ink_target target = next ? INK_WHITE : INK_BLACK;
    const bool fast = s->temperature > 60;
    if (s->partial_drive) {
        if (next != second)
            ink_push(&s->ink, x, y, target, 6);
    } else if (second && !s->chip->inks) {
        s->ink.shade[y][x] = 128; /* a waveform for an ink that is not there */
    } else if (fast && !s->chip->inks) {
        ink_push(&s->ink, x, y, target, 3);
    } else {
        ink_settle(&s->ink, x, y, second ? INK_SECOND : target);
    }
}

static void drive_border(pmb_module *m, const struct ink_drive drives[4])
{
    struct paper *s = m->state;
    if (s->border & 0xC0) /* it floats, or is held */
        return;
    if (s->own)
        ink_move_border(&s->ink, &drives[s->border & 3]);
    else
        s->ink.border = s->border & 1 ? 255 : 0;
}

static void exchange(struct paper *s)
{
    static uint8_t keep[GATES][BYTES];
    memcpy(keep, s->memory[0], sizeof keep);
    memcpy(s->memory[0], s->memory[1], sizeof keep);
    memcpy(s->memory[1], keep, sizeof keep);
}

/* The drive has ended: the ink is where the memory says. */
static void refreshed(pmb_module *m)
{
    struct paper *s = m->state;
    /* A glass of up to 160 columns is on the sources from 8 on. */
    const int glass = s->chip->shifts && m->options.width <= 160 ? 8 : 0;
    const int outputs = (s->control_1[1] & 0x80 ? 8 : 0) - glass;
    struct ink_drive drives[4];
    for (int i = 0; i < 4; i++) {
        const struct waveform w = phases_of(s, i);
        drives[i] = ink_plan(m, &w);
    }
    for (int y = 0; y < m->options.height; y++)
        for (int x = 0; x < m->options.width; x++) {
            const int column = x + m->options.column - outputs, row = y + m->options.row;
            if (column < 0 || column >= s->chip->sources)
                continue;
            const int number = number_of(s, column, row);
            if (s->own)
                ink_move(&s->ink, x, y, &drives[number]);
            else if (!s->chip->bare)
                drive_usual(m, x, y, number);
        }
    drive_border(m, drives);
    ink_check(m, &s->ink);
    if ((s->partial_drive && m->options.exchanges) || s->chip->one)
        exchange(s);
}

/* ---- the update ---- */

static uint64_t duration(const pmb_module *m)
{
    const struct paper *s = m->state;
    if (s->own) {
        int most = 0;
        for (int i = 0; i < 4; i++) {
            const struct waveform w = phases_of(s, i);
            const int frames = ink_plan(m, &w).frames;
            most = frames > most ? frames : most;
        }
        return (uint64_t)most * 20; /* 50 frames a second */
    }
    if (s->chip->inks)
        return m->celsius < 10 ? 30000 : 15000;
    return s->partial_drive ? 400 : s->temperature > 60 ? 1100 : 2600;
}

static void check_update(pmb_module *m)
{
    const struct paper *s = m->state;
    if (!(s->control_2 & 0x40) || !(s->control_2 & 0x80))
        module_complain(m, "a refresh without its voltages");
    if (!s->own && s->chip->bare)
        module_complain(m, "a refresh with the waveforms of its memory, which has none");
    else if (!s->own && s->temperature < 0)
        module_complain(m, "a refresh without a waveform");
    if (s->own && !s->own_power)
        module_complain(m, "own waveforms without 03h, 04h and 2Ch for them");
    if (!s->configured)
        module_complain(m, "a refresh before the driver output was set");
    if (s->chip->blocks && !s->blocks)
        module_complain(m, "a refresh before 74h and 7Eh");
}

/* "Update" in the notes: what the bits of 22h ask for. */
static void activate(pmb_module *m)
{
    struct paper *s = m->state;
    const uint8_t what = s->control_2;
    if (what & 0x20)
        s->temperature_register = m->celsius;
    if (what & 0x10) {
        s->temperature = s->temperature_register;
        s->own = s->own_power = false; /* loaded over it */
    }
    if (!(what & 0x04)) {
        busy_begin(m, 2, NULL);
        return;
    }
    check_update(m);
    s->partial_drive = what & 0x08;
    busy_begin(m, duration(m), refreshed);
}

/* ---- commands ---- */

static void set_range(pmb_module *m, const char *what, int from, int to, bool up, int limit,
                      int *first, int *last)
{
    if ((up ? from > to : from < to) || from >= limit || to >= limit)
        module_complain(m, "%s range %d to %d is not possible, as it goes %s", what, from, to,
                        up ? "up" : "down");
    *first = from;
    *last = to;
}

/* A column in bytes, from what 44h and 4Eh have. */
static int column_of(const struct paper *s, const uint8_t *p)
{
    return s->chip->pixels ? (p[0] | p[1] << 8) / 8 : p[0];
}

static void set_window(pmb_module *m, uint8_t command, const uint8_t *p)
{
    struct paper *s = m->state;
    if (command == 0x44)
        set_range(m, "x", column_of(s, p), column_of(s, p + (s->chip->pixels ? 2 : 1)),
                  s->entry & 1, s->chip->sources / 8, &s->x_first, &s->x_last);
    else
        set_range(m, "y", p[0] | p[1] << 8, p[2] | p[3] << 8, s->entry & 2, s->chip->gates,
                  &s->y_first, &s->y_last);
}

static void set_output(pmb_module *m, const uint8_t *p)
{
    struct paper *s = m->state;
    s->configured = (p[0] | p[1] << 8) == m->options.row + m->options.height - 1;
    if (!s->configured)
        module_complain(m, "driver output for %d gates: this glass has %d", (p[0] | p[1] << 8) + 1,
                        m->options.row + m->options.height);
}

static void act(pmb_module *m, uint8_t command, const uint8_t *p, int count)
{
    struct paper *s = m->state;
    s->plane = command == 0x24 ? 0 : command == 0x26 ? 1 : -1;
    s->waveform_at = command == 0x32 ? 0 : -1;
    if (command == 0x12) {
        registers(s);
        busy_begin(m, 5, NULL);
    } else if (command == 0x01 && count == 3) {
        set_output(m, p);
    } else if (command == 0x03 || command == 0x04 || command == 0x2C) {
        s->own_power = true;
    } else if (command == 0x10) {
        s->asleep = p[0] & 3;
        s->loses = (p[0] & 3) == 3;
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
    } else if (command == 0x32) {
        s->own = true;
    } else if (command == 0x3C) {
        s->border = p[0];
    } else if (command == 0x44 || command == 0x45) {
        set_window(m, command, p);
    } else if (command == 0x4E) {
        s->x = column_of(s, p);
    } else if (command == 0x4F) {
        s->y = p[0] | p[1] << 8;
    } else if (command == 0x7E) {
        s->blocks = true;
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
    if (s->waveform_at >= 0 && s->waveform_at < s->chip->layout.bytes) {
        s->waveform[s->waveform_at++] = byte;
        return;
    }
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
    if (s->asleep || s->busy.on) {
        module_complain(m, s->asleep ? "used in deep sleep" : "written while busy");
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

#define SHARED                                                                                     \
    {0x01, 0x01, 3}, {0x03, 0x03, 1}, {0x10, 0x11, 1}, {0x12, 0x12, 0}, {0x20, 0x20, 0},           \
        {0x22, 0x22, 1}, {0x24, 0x24, 0}, {0x2C, 0x2C, 1}, {0x32, 0x32, 0}, {0x3C, 0x3C, 1},       \
        {0x45, 0x45, 4}, {0x4F, 0x4F, 2},                                                          \
    {                                                                                              \
        0x7F, 0x7F, 0                                                                              \
    }

#define SENSOR                                                                                     \
    {0x18, 0x18, 1}, {0x1A, 0x1A, 2}, {0x21, 0x21, 2},                                             \
    {                                                                                              \
        0x26, 0x26, 0                                                                              \
    }

static const struct command_shape usual[] = {
    SHARED,          SENSOR,          {0x04, 0x04, 3}, {0x0C, 0x0C, 4},
    {0x3F, 0x3F, 1}, {0x44, 0x44, 2}, {0x4E, 0x4E, 1}, {0, 0, -1},
};
static const struct command_shape lines[] = {
    /* SSD1675, SSD1619: dummy lines, blocks */
    SHARED,          SENSOR,          {0x04, 0x04, 3}, {0x3A, 0x3B, 1}, {0x44, 0x44, 2},
    {0x4E, 0x4E, 1}, {0x74, 0x74, 1}, {0x7E, 0x7E, 1}, {0, 0, -1},
};
static const struct command_shape single[] = {
    /* SSD1608 */
    SHARED,          {0x04, 0x04, 1}, {0x0C, 0x0C, 3}, {0x21, 0x21, 1},
    {0x3A, 0x3B, 1}, {0x44, 0x44, 2}, {0x4E, 0x4E, 1}, {0, 0, -1},
};
static const struct command_shape wide[] = {
    /* SSD1677 */
    SHARED, SENSOR, {0x04, 0x04, 3}, {0x0C, 0x0C, 5}, {0x44, 0x44, 4}, {0x4E, 0x4E, 2}, {0, 0, -1},
};

static const struct command_shape *shapes_of(const struct chip *chip)
{
    if (chip->one)
        return single;
    if (chip->pixels)
        return wide;
    return chip->blocks ? lines : usual;
}

static bool create(pmb_module *m, const struct chip *chip)
{
    struct paper *s = m->state;
    pmb_module_options *o = &m->options;
    s->chip = chip;
    s->commands.shapes = shapes_of(chip);
    s->commands.act = act;
    s->busy = (struct busy){.pin = PIN_BUSY, .working = DRIVE_HIGH, .idle = DRIVE_LOW};
    m->busy = &s->busy;
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
    ink_new(&s->ink, m);
    module_memory(m, s->memory, sizeof s->memory, 1, 1, (uint32_t)chip->gates);
    return true;
}

static const char *const pins[] = {"GND", "VCC", "SCL", "SDA", "RES", "DC", "CS", "BUSY", NULL};

#define TYPE(name, title, ...)                                                                     \
    static bool create_##name(pmb_module *m)                                                       \
    {                                                                                              \
        static const struct chip chip = {__VA_ARGS__};                                             \
        return create(m, &chip);                                                                   \
    }                                                                                              \
    const pmb_module_type pmb_sim_##name = {                                                       \
        title, pins, sizeof(struct paper), create_##name, link_pin_changed, render, NULL}

TYPE(ssd1680, "SSD1680", .sources = 176, .gates = 296, .layout = {153, 12, 7}, .shifts = true);
TYPE(ssd1680_red, "SSD1680, red", .sources = 176, .gates = 296, .layout = {153, 12, 7},
     .shifts = true, .inks = true);
TYPE(ssd1681, "SSD1681", .sources = 200, .gates = 200, .layout = {153, 12, 7});
TYPE(ssd1681_red, "SSD1681, red", .sources = 200, .gates = 200, .layout = {153, 12, 7},
     .inks = true);
TYPE(ssd1683, "SSD1683", .sources = 400, .gates = 300);
TYPE(ssd1683_red, "SSD1683, red", .sources = 400, .gates = 300, .inks = true);
TYPE(ssd1619, "SSD1619", .sources = 400, .gates = 300, .layout = {70, 7, 5}, .blocks = true);
TYPE(ssd1619_red, "SSD1619, red", .sources = 400, .gates = 300, .layout = {70, 7, 5},
     .blocks = true, .inks = true);
TYPE(ssd1675, "SSD1675", .sources = 160, .gates = 296, .layout = {70, 7, 5}, .blocks = true,
     .bare = true);
TYPE(ssd1608, "SSD1608", .sources = 240, .gates = 320, .layout = {30, 0, 0}, .one = true,
     .bare = true);
TYPE(ssd1677, "SSD1677", .sources = 280, .gates = 480, .layout = {105, 10, 5}, .pixels = true);
