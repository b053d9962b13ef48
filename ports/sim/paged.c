/* paged.c - modules with SSD130x, SH110x, ST756x and UC1701, from their notes
 * in docs/controllers/. */
#include "bench_parts.h"
#include "commands.h"
#include "link.h"
#include "pemble/bench_modules.h"

#include <string.h>

enum { MOST_COLUMNS = 132, MOST_PAGES = 16, NEVER = -1 };
enum { SEQUENTIAL = 1, ALTERNATIVE = 2 }; /* + 2: left and right swapped */

/* What sets the controllers apart. */
struct chip {
    int columns, pages, coms;
    bool lcd;
    int pump; /* the command that switches the supply of the glass on, NEVER when none does */
    uint8_t pump_mask;
    int usual_column;
    uint8_t contrast;
    unsigned spi_clock_ns, reset_ns, reset_wait_us;
    uint8_t addresses[2];
    uint8_t usual_ratio; /* of an LCD's resistors, with its usual glass */
    bool no_com_pins;    /* the rows hang on the outputs in their order */
    bool external;       /* the supply of the glass comes from outside */
    const struct command_shape *shapes;
};

struct paged {
    struct link link;
    struct commands commands;
    const struct chip *chip;
    uint8_t memory[MOST_PAGES][MOST_COLUMNS]; /* as the segments see it */
    int addressing, column, page, column_first, column_last, page_first, page_last;
    int start_line, multiplex, offset;
    uint8_t contrast, com_pins;
    uint8_t ratio;    /* of an LCD's resistors */
    uint8_t power;    /* an LCD's stages that are on */
    uint64_t powered; /* when that changed last; 0: never */
    bool segments_reversed, scan_reversed, inverse, all_on, on, pump, current, scrolling;
};

static void power_on_values(pmb_module *m)
{
    struct paged *s = m->state;
    const struct chip *chip = s->chip;
    s->commands.wanted = s->commands.have = 0;
    s->addressing = 2;
    s->column = s->page = s->column_first = s->page_first = 0;
    s->column_last = chip->columns - 1;
    s->page_last = chip->pages - 1;
    s->start_line = s->offset = 0;
    s->multiplex = chip->coms - 1;
    s->contrast = chip->contrast;
    s->com_pins = chip->no_com_pins ? 0x02 : 0x12;
    s->segments_reversed = s->scan_reversed = s->inverse = s->all_on = s->on = false;
    s->pump = s->chip->pump == 0xAD; /* the SH1106's converter is on from the start */
    s->current = s->scrolling = false;
    s->power = 0;
    s->ratio = 4;
    s->powered = 0;
}

/* Segment remap takes effect where data is written. */
static void write_memory(pmb_module *m, uint8_t byte)
{
    struct paged *s = m->state;
    const int columns = s->chip->columns;
    m->tally.pixel_bytes++;
    if (s->column < columns)
        s->memory[s->page][s->segments_reversed ? columns - 1 - s->column : s->column] = byte;
    if (s->addressing == 2) {
        /* SSD1306 and SSD1309 wrap; SH1106, ST7565 and UC1701 stop behind the last column. */
        s->column++;
        if (s->column >= columns)
            s->column = columns == 128 ? 0 : columns;
        return;
    }
    int *fast = s->addressing == 0 ? &s->column : &s->page;
    int *slow = s->addressing == 0 ? &s->page : &s->column;
    const int fast_first = s->addressing == 0 ? s->column_first : s->page_first;
    const int fast_last = s->addressing == 0 ? s->column_last : s->page_last;
    const int slow_first = s->addressing == 0 ? s->page_first : s->column_first;
    const int slow_last = s->addressing == 0 ? s->page_last : s->column_last;
    if (++*fast > fast_last) {
        *fast = fast_first;
        if (++*slow > slow_last)
            *slow = slow_first;
    }
}

static void set_range(pmb_module *m, const char *what, const uint8_t *range, int limit, int *first,
                      int *last, int *at)
{
    if (range[0] > range[1] || range[1] >= limit) {
        module_complain(m, "%s range %d to %d is not possible", what, range[0], range[1]);
        return;
    }
    *first = *at = range[0];
    *last = range[1];
}

static void switch_on(pmb_module *m, bool on)
{
    struct paged *s = m->state;
    s->on = on;
    if (on && s->chip->pump != NEVER && !s->pump)
        module_complain(m, "display switched on with the %s off: it stays %s",
                        s->chip->lcd ? "voltage booster" : "charge pump",
                        s->chip->lcd ? "blank" : "dark");
}

/* "Power" in the note of the ST7565: booster, regulator, follower, each when the one before has
 * settled. */
static void check_stages(pmb_module *m, uint8_t value)
{
    struct paged *s = m->state;
    const uint8_t added = value & (uint8_t)~s->power;
    const bool one = (added & (added - 1)) == 0;
    if (!one || (added && s->powered && m->bench->now - s->powered < 40000000))
        module_complain(m,
                        "power is not switched on in stages of 50 ms: the supply may break down");
    s->power = value;
    s->powered = m->bench->now;
}

static void set_pump(pmb_module *m, uint8_t value)
{
    struct paged *s = m->state;
    if (s->on && !s->chip->lcd)
        module_complain(m, "charge pump changed while the display is on");
    if (s->chip->lcd)
        check_stages(m, value);
    s->pump = (value & s->chip->pump_mask) == s->chip->pump_mask;
}

static void with_parameters(pmb_module *m, uint8_t command, const uint8_t *p)
{
    struct paged *s = m->state;
    switch (command) {
    case 0x20:
        if (p[0] > 2)
            module_complain(m, "addressing mode %u does not exist", p[0]);
        s->addressing = p[0] > 2 ? 2 : p[0];
        break;
    case 0x21:
        set_range(m, "column", p, s->chip->columns, &s->column_first, &s->column_last, &s->column);
        break;
    case 0x22:
        set_range(m, "page", p, s->chip->pages, &s->page_first, &s->page_last, &s->page);
        break;
    case 0x81:
        if (s->chip->lcd && p[0] > 63)
            module_complain(m, "electronic volume %u is above 63", p[0]);
        s->contrast = p[0];
        break;
    case 0xA8:
        if (p[0] < 15 || p[0] >= s->chip->coms)
            module_complain(m, "multiplex ratio %u is not 16 to %d", p[0] + 1u, s->chip->coms);
        s->multiplex = p[0] & (s->chip->coms - 1);
        break;
    case 0xAD:
        s->current = (p[0] & 0x30) == 0x30;
        break;
    case 0xD3:
        s->offset = p[0] & (s->chip->coms - 1);
        break;
    case 0xD9:
        if (!(p[0] & 0x0F) || !(p[0] & 0xF0))
            module_complain(m, "pre-charge %02Xh has a period of 0", p[0]);
        break;
    case 0xDA:
        if ((p[0] & 0xCF) != 0x02)
            module_complain(m, "COM pins %02Xh has wrong fixed bits", p[0]);
        s->com_pins = p[0];
        break;
    case 0xDC:
        s->start_line = p[0] & 127;
        break;
    case 0xFA:
        if ((p[0] & 0x7C) != 0x10)
            module_complain(m, "advanced control %02Xh has wrong fixed bits", p[0]);
        break;
    default: /* no effect that could be seen */
        break;
    }
}

/* The addresses of pages and of windows belong to one addressing each. */
static void check_addressing(pmb_module *m, uint8_t command, int count)
{
    const struct paged *s = m->state;
    const bool of_pages = command < 0x20 || (command >= 0xB0 && command < 0xC0);
    const bool of_windows = count == 2 && (command == 0x21 || command == 0x22);
    if ((of_pages && s->addressing != 2) || (of_windows && s->addressing == 2))
        module_complain(m, "%02Xh is not for the addressing that is set, 20h %02Xh", command,
                        (unsigned)s->addressing);
}

static void act(pmb_module *m, uint8_t command, const uint8_t *p, int count)
{
    struct paged *s = m->state;
    if (s->chip->pump != NEVER && command == (uint8_t)s->chip->pump && count > 0)
        set_pump(m, p[0]);
    if (s->chip->external && command == 0x8D && p[0] & 0x04)
        module_complain(m, "charge pump on: the supply of this glass comes from outside");
    check_addressing(m, command, count);
    if (count > 0)
        with_parameters(m, command, p);
    else if (command < 0x10)
        s->column = (s->column & 0xF0) | command;
    else if (command < 0x20)
        s->column = (s->column & 0x0F) | (command & 0x0F) << 4;
    else if (command >= 0x20 && command <= 0x27 && s->chip->lcd)
        s->ratio = command & 7;
    else if (command >= 0x28 && command <= 0x2F && s->chip->lcd)
        set_pump(m, command & 7);
    else if ((command == 0x2E || command == 0x2F) && !s->chip->lcd)
        s->scrolling = command & 1;
    else if (command >= 0x40 && command < 0x80)
        s->start_line = command & 63;
    else if (command == 0xA0 || command == 0xA1)
        s->segments_reversed = command & 1;
    else if (command == 0xA4 || command == 0xA5)
        s->all_on = command & 1;
    else if (command == 0xA6 || command == 0xA7)
        s->inverse = command & 1;
    else if (command == 0xAE || command == 0xAF)
        switch_on(m, command & 1);
    else if (command >= 0xB0 && command < 0xC0)
        s->page = command & 0x0F;
    else if (command >= 0xC0 && command <= 0xCF)
        s->scan_reversed = command & 8;
    else if (command == 0xE2)
        power_on_values(m);
}

static void take(pmb_module *m, bool data, uint8_t byte)
{
    struct paged *s = m->state;
    if (!data) {
        commands_take(m, &s->commands, byte);
        return;
    }
    if (s->commands.have < s->commands.wanted)
        module_complain(m, "data in the middle of command %02Xh", s->commands.command);
    write_memory(m, byte);
}

/* The status byte, which only I2C modules give. */
static uint8_t give(pmb_module *m, bool data)
{
    const struct paged *s = m->state;
    (void)data;
    return s->on ? 0x00 : 0x40;
}

/* The COM output that the scan index drives. */
static int output_of(int index, int half, bool alternative, bool swapped)
{
    int output = index;
    if (alternative)
        output = index / 2 + (index % 2 ? half : 0);
    return swapped ? (output + half) % (2 * half) : output;
}

/* The row of the glass that hangs on a COM output, or -1. "Glasses" in the notes: a glass that
 * begins at a row of the memory hangs on the outputs from that number on. */
static int row_on_output(const pmb_module *m, int output)
{
    const struct paged *s = m->state;
    const int layout = m->options.com - SEQUENTIAL;
    for (int row = 0; row < m->options.height; row++)
        if (output_of(m->options.row + row, s->chip->coms / 2, layout & 1, layout & 2) == output)
            return row;
    return -1;
}

/* An OLED pixel is as light as its current; an LCD turns from clear to dark as its voltage rises,
 * and everything gets dark when it is too high. */
static void plot(pmb_module *m, int x, int y, bool driven)
{
    const struct paged *s = m->state;
    if (!s->chip->lcd) {
        const int level = driven ? 70 + s->contrast * 185 / 255 : 0;
        module_plot(m, x, y, (uint8_t)(level * 225 / 255), (uint8_t)(level * 243 / 255),
                    (uint8_t)level);
        return;
    }
    /* Electronic volume; at the usual ratio of the resistors the glass is clear below 10. */
    const int volts = s->contrast - 10 + 8 * (s->ratio - s->chip->usual_ratio);
    const int full = volts < 0 ? 0 : volts > 22 ? 22 : volts;
    const int haze = volts < 30 ? 0 : volts - 30; /* undriven pixels begin to show */
    const int shade = driven ? full * 9 : haze * 5;
    module_plot(m, x, y, (uint8_t)(206 - shade * 178 / 200), (uint8_t)(214 - shade * 172 / 200),
                (uint8_t)(176 - shade * 120 / 200));
}

/* By how many columns the picture has moved, where scrolling is on. */
static int scrolled(const pmb_module *m)
{
    const struct paged *s = m->state;
    const uint64_t steps = m->bench->now / 50000000;
    return s->scrolling ? 1 + (int)(steps % (uint64_t)(s->chip->columns - 1)) : 0;
}

static void render_row(pmb_module *m, int y, int memory_row)
{
    const struct paged *s = m->state;
    const int columns = s->chip->columns;
    for (int x = 0; x < m->options.width; x++) {
        /* OLED glasses are mounted with their left edge at the highest segment. */
        const int column = (m->options.column + x + scrolled(m)) % columns;
        const int segment = s->chip->lcd ? column : columns - 1 - column;
        const bool bit = s->memory[memory_row / 8][segment] >> (memory_row % 8) & 1;
        plot(m, x, y, bit != s->inverse || s->all_on);
    }
}

static void render(pmb_module *m)
{
    const struct paged *s = m->state;
    const int height = m->options.height, coms = s->chip->coms;
    /* The 72x40 glass has no resistor that would set the reference current. */
    const bool supplied = (s->chip->pump == NEVER || s->pump) &&
                          (s->chip->pump != 0x8D || m->options.width != 72 || s->current);
    const bool lit = s->on && supplied && !link_in_reset(&s->link);
    for (int y = 0; y < height; y++)
        for (int x = 0; x < m->options.width; x++)
            module_plot(m, x, y, s->chip->lcd ? 206 : 0, s->chip->lcd ? 214 : 0,
                        s->chip->lcd ? 176 : 0);
    if (!lit)
        return;
    for (int index = 0; index <= s->multiplex; index++) {
        const int scan = s->scan_reversed ? s->multiplex - index : index;
        const int output = s->chip->lcd ? scan
                                        : output_of((scan + coms - s->offset) % coms, coms / 2,
                                                    s->com_pins & 0x10, s->com_pins & 0x20);
        const int row = row_on_output(m, output);
        /* The first COM is at the glass's lower edge, where the chip is. */
        if (row >= 0)
            render_row(m, height - 1 - row, (s->start_line + index) % coms);
    }
}

static bool create(pmb_module *m, const struct chip *chip)
{
    struct paged *s = m->state;
    pmb_module_options *o = &m->options;
    s->chip = chip;
    s->commands.shapes = chip->shapes;
    s->commands.act = act;
    if (!o->offset_given) {
        o->column = chip->usual_column;
        if (chip->columns == 128 && o->width <= 72)
            o->column = (128 - o->width) / 2;
    }
    if (chip->no_com_pins)
        o->com = SEQUENTIAL;
    if (o->com == 0)
        o->com = chip->lcd || (chip->columns != 132 && o->width == 128 && o->height == 32) ||
                         o->height == 16
                     ? SEQUENTIAL
                     : ALTERNATIVE;
    s->link.take = take;
    s->link.give = chip->addresses[0] && o->bus == PMB_MODULE_I2C ? give : NULL;
    s->link.reset = power_on_values;
    s->link.addresses[0] = chip->addresses[0];
    s->link.addresses[1] = chip->addresses[1];
    s->link.i2c_clock_ns = 2500;
    s->link.spi_clock_ns = chip->spi_clock_ns;
    s->link.reset_ns = chip->reset_ns;
    s->link.reset_wait_us = chip->reset_wait_us;
    if (o->column < 0 || o->row < 0 || o->column + o->width > chip->columns ||
        o->row + o->height > chip->coms || o->bus >= PMB_MODULE_PARALLEL ||
        (chip->lcd && o->bus == PMB_MODULE_SPI3) || !link_open(m, &s->link))
        return false;
    power_on_values(m);
    module_memory(m, s->memory, sizeof s->memory, 1, 1, (uint32_t)chip->columns);
    return true;
}

#define SHARED                                                                                     \
    {0x00, 0x1F, 0}, {0x40, 0x7F, 0}, {0x81, 0x81, 1}, {0xA0, 0xA1, 0}, {0xA4, 0xA7, 0},           \
        {0xAE, 0xAF, 0},                                                                           \
    {                                                                                              \
        0xE3, 0xE3, 0                                                                              \
    }
#define OLED                                                                                       \
    {0xB0, 0xB7, 0}, {0xA8, 0xA8, 1}, {0xC0, 0xC0, 0}, {0xC8, 0xC8, 0}, {0xD3, 0xD3, 1},           \
        {0xD5, 0xD5, 1},                                                                           \
    {                                                                                              \
        0xD9, 0xDB, 1                                                                              \
    }
#define LCD                                                                                        \
    {0xB0, 0xB8, 0}, {0xC0, 0xCF, 0}, {0x20, 0x2F, 0}, {0xA2, 0xA3, 0}, {0xE0, 0xE0, 0},           \
        {0xE2, 0xE2, 0}, {0xEE, 0xEE, 0},                                                          \
    {                                                                                              \
        0xF8, 0xF8, 1                                                                              \
    }

/* Scrolling to the side, and to the side and up; its area. */
#define SCROLLING                                                                                  \
    {0x26, 0x27, 6}, {0x29, 0x2A, 5}, {0x2E, 0x2F, 0},                                             \
    {                                                                                              \
        0xA3, 0xA3, 2                                                                              \
    }

static const struct command_shape shapes_1306[] = {
    SHARED,          OLED,       SCROLLING, {0x20, 0x20, 1}, {0x21, 0x22, 2}, {0x8D, 0x8D, 1},
    {0xAD, 0xAD, 1}, {0, 0, -1},
};
static const struct command_shape shapes_1309[] = {
    SHARED, OLED, SCROLLING, {0x20, 0x20, 1}, {0x21, 0x22, 2}, {0xFD, 0xFD, 1}, {0, 0, -1},
};
static const struct command_shape shapes_1106[] = {
    SHARED, OLED, {0x30, 0x33, 0}, {0xAD, 0xAD, 1}, {0xE0, 0xE0, 0}, {0xEE, 0xEE, 0}, {0, 0, -1},
};
static const struct command_shape shapes_7565[] = {
    SHARED, LCD, {0xAC, 0xAC, 0}, {0xAD, 0xAD, 1}, {0, 0, -1},
};
static const struct command_shape shapes_1701[] = {
    SHARED, LCD, {0xAC, 0xAD, 0}, {0xFA, 0xFA, 1}, {0, 0, -1},
};

static const struct command_shape shapes_1305[] = {
    SHARED,          OLED,
    SCROLLING,       {0x20, 0x20, 1},
    {0x21, 0x22, 2}, {0x82, 0x82, 1},
    {0x91, 0x91, 4}, {0xAD, 0xAD, 1},
    {0xD8, 0xD8, 1}, {0, 0, -1},
};
static const struct command_shape shapes_1107[] = {
    {0x00, 0x21, 0}, {0x81, 0x81, 1}, {0xA0, 0xA1, 0}, {0xA4, 0xA7, 0}, {0xA8, 0xA8, 1},
    {0xAD, 0xAD, 1}, {0xAE, 0xBF, 0}, {0xC0, 0xC0, 0}, {0xC8, 0xC8, 0}, {0xD3, 0xD3, 1},
    {0xD5, 0xD5, 1}, {0xD9, 0xD9, 1}, {0xDB, 0xDC, 1}, {0xE0, 0xE0, 0}, {0xE3, 0xE3, 0},
    {0xEE, 0xEE, 0}, {0, 0, -1},
};

static const struct chip ssd1305 = {.columns = 132,
                                    .pages = 8,
                                    .coms = 64,
                                    .lcd = false,
                                    .pump = NEVER,
                                    .pump_mask = 0,
                                    .usual_column = 4,
                                    .contrast = 0x80,
                                    .spi_clock_ns = 250,
                                    .reset_ns = 3000,
                                    .addresses = {0x3C, 0x3D},
                                    .shapes = shapes_1305};
static const struct chip ssd1306 = {.columns = 128,
                                    .pages = 8,
                                    .coms = 64,
                                    .lcd = false,
                                    .pump = 0x8D,
                                    .pump_mask = 0x04,
                                    .usual_column = 0,
                                    .contrast = 0x7F,
                                    .spi_clock_ns = 100,
                                    .reset_ns = 3000,
                                    .addresses = {0x3C, 0x3D},
                                    .shapes = shapes_1306};
static const struct chip ssd1306_vcc = {.columns = 128,
                                        .pages = 8,
                                        .coms = 64,
                                        .lcd = false,
                                        .pump = NEVER,
                                        .pump_mask = 0,
                                        .usual_column = 0,
                                        .contrast = 0x7F,
                                        .spi_clock_ns = 100,
                                        .reset_ns = 3000,
                                        .addresses = {0x3C, 0x3D},
                                        .shapes = shapes_1306,
                                        .external = true};
static const struct chip ssd1309 = {.columns = 128,
                                    .pages = 8,
                                    .coms = 64,
                                    .lcd = false,
                                    .pump = NEVER,
                                    .pump_mask = 0,
                                    .usual_column = 0,
                                    .contrast = 0x7F,
                                    .spi_clock_ns = 100,
                                    .reset_ns = 3000,
                                    .addresses = {0x3C, 0x3D},
                                    .shapes = shapes_1309};
static const struct chip sh1106 = {.columns = 132,
                                   .pages = 8,
                                   .coms = 64,
                                   .lcd = false,
                                   .pump = 0xAD,
                                   .pump_mask = 0x8B,
                                   .usual_column = 2,
                                   .contrast = 0x80,
                                   .spi_clock_ns = 250,
                                   .reset_ns = 10000,
                                   .addresses = {0x3C, 0x3D},
                                   .shapes = shapes_1106};
static const struct chip sh1107 = {.columns = 128,
                                   .pages = 16,
                                   .coms = 128,
                                   .lcd = false,
                                   .pump = 0xAD,
                                   .pump_mask = 0x8B,
                                   .usual_column = 0,
                                   .contrast = 0x80,
                                   .spi_clock_ns = 250,
                                   .reset_ns = 10000,
                                   .addresses = {0x3C, 0x3D},
                                   .shapes = shapes_1107,
                                   .no_com_pins = true};
static const struct chip st7565 = {.columns = 132,
                                   .pages = 9,
                                   .coms = 64,
                                   .lcd = true,
                                   .pump = 0x2F,
                                   .pump_mask = 7,
                                   .usual_column = 0,
                                   .contrast = 0x20,
                                   .spi_clock_ns = 100,
                                   .reset_ns = 1000,
                                   .addresses = {0, 0},
                                   .shapes = shapes_7565,
                                   .usual_ratio = 5};
static const struct chip st7567 = {.columns = 132,
                                   .pages = 9,
                                   .coms = 64,
                                   .lcd = true,
                                   .pump = 0x2F,
                                   .pump_mask = 7,
                                   .usual_column = 0,
                                   .contrast = 0x20,
                                   .spi_clock_ns = 100,
                                   .reset_ns = 1000,
                                   .addresses = {0x3F, 0x3E},
                                   .shapes = shapes_7565,
                                   .usual_ratio = 5};
static const struct chip uc1701 = {.columns = 132,
                                   .pages = 9,
                                   .coms = 64,
                                   .lcd = true,
                                   .pump = 0x2F,
                                   .pump_mask = 7,
                                   .usual_column = 0,
                                   .contrast = 0x20,
                                   .spi_clock_ns = 100,
                                   .reset_ns = 3000,
                                   .addresses = {0, 0},
                                   .shapes = shapes_1701,
                                   .reset_wait_us = 5000,
                                   .usual_ratio = 4};

static const char *const oled_pins[] = {"GND", "VCC", "SCL", "SDA", "RES", "DC", "CS", NULL};
static const char *const lcd_pins[] = {"GND", "VCC", "SCL", "SDA", "RES", "DC", "CS", "BLK", NULL};

/* The module type of a chip. */
#define TYPE(chip, title, pins)                                                                    \
    static bool create_##chip(pmb_module *m)                                                       \
    {                                                                                              \
        return create(m, &chip);                                                                   \
    }                                                                                              \
    const pmb_module_type pmb_sim_##chip = {                                                       \
        title, pins, sizeof(struct paged), create_##chip, link_pin_changed, render, NULL}

TYPE(ssd1305, "SSD1305", oled_pins);
TYPE(ssd1306, "SSD1306", oled_pins);
TYPE(ssd1306_vcc, "SSD1306", oled_pins);
TYPE(ssd1309, "SSD1309", oled_pins);
TYPE(sh1106, "SH1106", oled_pins);
TYPE(sh1107, "SH1107", oled_pins);
TYPE(st7565, "ST7565", lcd_pins);
TYPE(st7567, "ST7567", lcd_pins);
TYPE(uc1701, "UC1701", lcd_pins);
