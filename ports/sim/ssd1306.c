/* ssd1306.c - a module with an SSD1306, from docs/controllers/ssd1306.md. */
#include "i2c_end.h"
#include "modules.h"
#include "bench_parts.h"

#include <string.h>

enum { COLUMNS = 128, ROWS = 64, PAGES = ROWS / 8 };
enum { PIN_GND, PIN_VCC, PIN_SCL, PIN_SDA, PIN_RES };
enum { SEQUENTIAL = 1, ALTERNATIVE = 2 }; /* + 2: left and right swapped */
enum { RESET_LOW_NS = 3000, SHORTEST_CLOCK_NS = 2500 };

struct ssd1306 {
    struct i2c_end i2c;
    uint8_t memory[PAGES][COLUMNS];
    bool in_reset, reset_seen;
    uint64_t reset_fell;
    /* The I2C stream: which kind the next byte is, and whether a control byte comes first. */
    bool expect_control, single, data;
    /* The command that is being received. */
    uint8_t command, arguments[4];
    int wanted, have;
    /* Registers. */
    int addressing, column, page, column_first, column_last, page_first, page_last;
    int start_line, multiplex, offset;
    uint8_t contrast, com_pins;
    bool segments_reversed, scan_reversed, inverse, all_on, on, pump;
};

static void power_on_values(struct ssd1306 *s)
{
    s->wanted = s->have = 0;
    s->expect_control = true;
    s->addressing = 2;
    s->column = s->page = s->column_first = s->page_first = 0;
    s->column_last = COLUMNS - 1;
    s->page_last = PAGES - 1;
    s->start_line = s->offset = 0;
    s->multiplex = 63;
    s->contrast = 0x7F;
    s->com_pins = 0x12;
    s->segments_reversed = s->scan_reversed = s->inverse = s->all_on = s->on = s->pump = false;
}

/* Segment remap takes effect where data is written: memory[] is kept as the segments see it. */
static void write_memory(struct ssd1306 *s, uint8_t byte)
{
    const int segment = s->segments_reversed ? COLUMNS - 1 - s->column : s->column;
    s->memory[s->page][segment] = byte;
    if (s->addressing == 2) {
        s->column = (s->column + 1) % COLUMNS;
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

/* Bytes that follow the first byte of a command; -1 when there is no such command. */
static int arguments_of(uint8_t command)
{
    static const uint8_t one[] = {0x20, 0x81, 0x8D, 0xA8, 0xD3, 0xD5, 0xD9, 0xDA, 0xDB};
    static const uint8_t none[] = {0x2E, 0x2F, 0xA0, 0xA1, 0xA4, 0xA5, 0xA6,
                                   0xA7, 0xAE, 0xAF, 0xC0, 0xC8, 0xE3};
    if (command < 0x20 || (command >= 0x40 && command < 0x80) ||
        (command >= 0xB0 && command < 0xB0 + PAGES) || memchr(none, command, sizeof none))
        return 0;
    if (memchr(one, command, sizeof one))
        return 1;
    return command == 0x21 || command == 0x22 ? 2 : -1;
}

static void set_range(pmb_module *m, int *first, int *last, int *at, int limit)
{
    struct ssd1306 *s = m->state;
    const int from = s->arguments[0], to = s->arguments[1];
    if (from > to || to >= limit) {
        module_complain(m, "%s range %d to %d is not possible",
                        s->command == 0x21 ? "column" : "page", from, to);
        return;
    }
    *first = *at = from;
    *last = to;
}

static void long_command(pmb_module *m)
{
    struct ssd1306 *s = m->state;
    const uint8_t value = s->arguments[0];
    switch (s->command) {
    case 0x20:
        if (value > 2)
            module_complain(m, "addressing mode %u does not exist", value);
        s->addressing = value > 2 ? 2 : value;
        break;
    case 0x21:
        set_range(m, &s->column_first, &s->column_last, &s->column, COLUMNS);
        break;
    case 0x22:
        set_range(m, &s->page_first, &s->page_last, &s->page, PAGES);
        break;
    case 0x81:
        s->contrast = value;
        break;
    case 0x8D:
        if (s->on)
            module_complain(m, "charge pump changed while the display is on");
        s->pump = value & 0x04;
        break;
    case 0xA8:
        if (value < 15 || value > 63)
            module_complain(m, "multiplex ratio %u is not 16 to 64", value + 1u);
        s->multiplex = value & 63;
        break;
    case 0xD3:
        s->offset = value & 63;
        break;
    case 0xD9:
        if (!(value & 0x0F) || !(value & 0xF0))
            module_complain(m, "pre-charge %02Xh has a period of 0", value);
        break;
    case 0xDA:
        if ((value & 0xCF) != 0x02)
            module_complain(m, "COM pins %02Xh has wrong fixed bits", value);
        s->com_pins = value;
        break;
    default: /* D5h, DBh: no effect that could be seen */
        break;
    }
}

static void short_command(pmb_module *m, uint8_t command)
{
    struct ssd1306 *s = m->state;
    if (command < 0x10)
        s->column = (s->column & 0x70) | command;
    else if (command < 0x20)
        s->column = (s->column & 0x0F) | (command & 0x07) << 4;
    else if (command >= 0x40 && command < 0x80)
        s->start_line = command & 63;
    else if (command >= 0xB0 && command < 0xB0 + PAGES)
        s->page = command & 7;
    else if (command == 0xA0 || command == 0xA1)
        s->segments_reversed = command & 1;
    else if (command == 0xA4 || command == 0xA5)
        s->all_on = command & 1;
    else if (command == 0xA6 || command == 0xA7)
        s->inverse = command & 1;
    else if (command == 0xC0 || command == 0xC8)
        s->scan_reversed = command & 8;
    else if (command == 0xAE || command == 0xAF) {
        s->on = command & 1;
        if (s->on && !s->pump)
            module_complain(m, "display switched on with the charge pump off: it stays dark");
    }
}

static void take_command(pmb_module *m, uint8_t byte)
{
    struct ssd1306 *s = m->state;
    if (s->wanted > 0) {
        s->arguments[s->have++] = byte;
        if (s->have == s->wanted) {
            s->wanted = 0;
            long_command(m);
        }
        return;
    }
    const int count = arguments_of(byte);
    if (count < 0) {
        module_complain(m, "command %02Xh does not exist", byte);
    } else if (count == 0) {
        short_command(m, byte);
    } else {
        s->command = byte;
        s->wanted = count;
        s->have = 0;
    }
}

static bool addressed(pmb_module *m, uint8_t address, bool read)
{
    struct ssd1306 *s = m->state;
    (void)read;
    if (address != m->options.address || s->in_reset)
        return false;
    s->expect_control = true;
    return true;
}

static bool received(pmb_module *m, uint8_t byte)
{
    struct ssd1306 *s = m->state;
    if (s->i2c.shortest && s->i2c.shortest < SHORTEST_CLOCK_NS)
        module_complain(m, "SCL is faster than 400 kHz");
    if (s->expect_control) {
        if (byte & 0x3F)
            module_complain(m, "control byte %02Xh has wrong fixed bits", byte);
        s->single = byte & 0x80;
        s->data = byte & 0x40;
        s->expect_control = false;
        return true;
    }
    if (s->data && s->wanted > 0)
        module_complain(m, "data in the middle of command %02Xh", s->command);
    if (s->data)
        write_memory(s, byte);
    else
        take_command(m, byte);
    s->expect_control = s->single;
    return true;
}

static uint8_t wanted(pmb_module *m)
{
    const struct ssd1306 *s = m->state;
    return s->on ? 0x00 : 0x40;
}

static void pin_changed(pmb_module *m, int pin, bool level)
{
    struct ssd1306 *s = m->state;
    if (pin != PIN_RES) {
        i2c_end_changed(m, &s->i2c, pin, level);
        return;
    }
    s->in_reset = !level;
    if (!level) {
        s->reset_fell = m->bench->now;
        s->reset_seen = true;
        power_on_values(s);
    } else if (s->reset_seen && m->bench->now - s->reset_fell < RESET_LOW_NS) {
        module_complain(m, "reset pulse shorter than 3 us");
    }
}

/* The COM output that the scan index drives. */
static int output_of(int index, bool alternative, bool swapped)
{
    int output = index;
    if (alternative)
        output = index / 2 + (index % 2 ? 32 : 0);
    return swapped ? (output + 32) % 64 : output;
}

/* The row of the glass that hangs on a COM output, or -1. */
static int row_on_output(const pmb_module *m, int output)
{
    for (int row = 0; row < m->options.height; row++)
        if (output_of(row, (m->options.com - SEQUENTIAL) & 1, (m->options.com - SEQUENTIAL) & 2) ==
            output)
            return row;
    return -1;
}

static void render_row(pmb_module *m, int row, int memory_row)
{
    const struct ssd1306 *s = m->state;
    const int level = 70 + s->contrast * 185 / 255;
    for (int x = 0; x < m->options.width; x++) {
        /* The glass is mounted with its left edge at the highest segment. */
        const int segment = COLUMNS - 1 - (m->options.column + x);
        const bool bit = s->memory[memory_row / 8][segment] >> (memory_row % 8) & 1;
        if (bit != s->inverse || s->all_on)
            module_plot(m, x, row, (uint8_t)(level * 225 / 255), (uint8_t)(level * 243 / 255),
                        (uint8_t)level);
    }
}

static void render(pmb_module *m)
{
    const struct ssd1306 *s = m->state;
    const int height = m->options.height;
    memset(m->rgb, 0, (size_t)m->options.width * (size_t)height * 3);
    if (!s->on || !s->pump || s->in_reset)
        return;
    for (int index = 0; index <= s->multiplex; index++) {
        const int scan = s->scan_reversed ? s->multiplex - index : index;
        const int output =
            output_of((scan + ROWS - s->offset) % ROWS, s->com_pins & 0x10, s->com_pins & 0x20);
        const int row = row_on_output(m, output);
        /* The first COM is at the glass's lower edge, where the chip is. */
        if (row >= 0)
            render_row(m, height - 1 - row, (s->start_line + index) % ROWS);
    }
}

/* "Glasses" in the notes. */
static void usual_glass(pmb_module_options *o)
{
    if (!o->offset_given)
        o->column = o->row = 0;
    if (o->com == 0)
        o->com = o->width == 128 && o->height == 32 ? SEQUENTIAL : ALTERNATIVE;
}

static bool create(pmb_module *m)
{
    struct ssd1306 *s = m->state;
    pmb_module_options *o = &m->options;
    usual_glass(o);
    if (o->column < 0 || o->row != 0 || o->column + o->width > COLUMNS || o->height > ROWS ||
        (o->address != 0x3C && o->address != 0x3D))
        return false;
    s->i2c = (struct i2c_end){.sda = PIN_SDA,
                              .scl = PIN_SCL,
                              .addressed = addressed,
                              .received = received,
                              .wanted = wanted};
    power_on_values(s);
    module_noise(&s->memory[0][0], sizeof s->memory, 1306);
    return true;
}

static const char *const pins[] = {"GND", "VCC", "SCL", "SDA", "RES", NULL};

const pmb_module_type pmb_sim_ssd1306 = {
    .name = "SSD1306",
    .pins = pins,
    .state_size = sizeof(struct ssd1306),
    .create = create,
    .pin_changed = pin_changed,
    .render = render,
};
