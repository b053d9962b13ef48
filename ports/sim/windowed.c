/* windowed.c - modules with SSD1327, SSD1322, SSD1331 and SSD1351, from their notes in
 * docs/controllers/. */
#include "commands.h"
#include "link.h"
#include "pemble/bench_modules.h"

#include <stdlib.h>
#include <string.h>

enum kind { K1327, K1322, K1331, K1351 };
/* Currents with which white is white, and the master current that goes with them. */
struct balance {
    uint8_t red, green, blue, master;
};

enum { MOST_COLUMNS = 480, MOST_ROWS = 128 };

enum mode { OFF_ALL, ON_ALL, NORMAL, INVERSE };

struct chip {
    enum kind kind;
    int columns, rows; /* pixels */
    int per_column;    /* pixels of one column address */
    bool color, data_parameters;
    uint8_t remap, multiplex_command, contrast;
    struct balance balance;
    bool pairs_stay; /* of the SSD1322: mirroring columns does not exchange the pixels of a byte */
    unsigned spi_clock_ns, reset_ns;
    const struct command_shape *shapes;
};

struct windowed {
    struct link link;
    struct commands commands;
    const struct chip *chip;
    uint16_t memory[MOST_ROWS][MOST_COLUMNS]; /* a level or a colour, as the outputs see it */
    int column_first, column_last, row_first, row_last, column, row;
    int byte; /* of the pixel or the column address being written */
    uint8_t high;
    uint8_t remap, start_line, offset, multiplex, master;
    uint8_t contrast[3];
    enum mode mode;
    bool on, writing, locked;
};

static void power_on_values(pmb_module *m)
{
    struct windowed *s = m->state;
    const struct chip *chip = s->chip;
    s->commands.wanted = s->commands.have = 0;
    s->column_first = s->column = s->row_first = s->row = s->byte = 0;
    s->column_last = chip->columns / chip->per_column - 1;
    s->row_last = chip->rows - 1;
    s->remap = 0x40 * chip->color;
    s->start_line = s->offset = 0;
    s->multiplex = (uint8_t)(chip->rows - 1);
    s->master = 15;
    memset(s->contrast, chip->contrast, 3);
    s->mode = NORMAL;
    s->on = s->writing = s->locked = false;
}

/* Puts a value where the outputs are that a column address drives now; `part` counts the pixels of
 * the address. */
static void put(struct windowed *s, int part, uint16_t value)
{
    const struct chip *chip = s->chip;
    const int addresses = chip->columns / chip->per_column;
    const bool reversed = chip->kind == K1327 ? s->remap & 0x01 : s->remap & 0x02;
    const int address = reversed ? addresses - 1 - s->column : s->column;
    /* "Order in a byte" in the notes: which pixel of the address comes first. */
    bool last_first = false;
    if (chip->kind == K1327)
        last_first = !(s->remap & 0x02);
    else if (chip->kind == K1322)
        last_first = !(s->remap & 0x04) != (chip->pairs_stay && reversed);
    const int pixel = last_first ? chip->per_column - 1 - part : part;
    s->memory[s->row][address * chip->per_column + pixel] = value;
}

static void advance(struct windowed *s)
{
    const bool down = s->chip->kind == K1327 ? s->remap & 0x04 : s->remap & 0x01;
    int *fast = down ? &s->row : &s->column, *slow = down ? &s->column : &s->row;
    const int fast_last = down ? s->row_last : s->column_last;
    const int slow_last = down ? s->column_last : s->row_last;
    if (++*fast <= fast_last)
        return;
    *fast = down ? s->row_first : s->column_first;
    if (++*slow > slow_last)
        *slow = down ? s->column_first : s->row_first;
}

static void write_memory(pmb_module *m, uint8_t byte)
{
    struct windowed *s = m->state;
    if (s->chip->data_parameters && !s->writing) {
        module_complain(m, "data without a command to write the memory");
        return;
    }
    m->tally.pixel_bytes++;
    if (s->chip->color) {
        if (s->byte == 0) {
            s->high = byte;
            s->byte = 1;
            return;
        }
        put(s, 0, (uint16_t)(s->high << 8 | byte));
    } else {
        put(s, 2 * s->byte, byte >> 4);
        put(s, 2 * s->byte + 1, byte & 0x0F);
        if (2 * ++s->byte < s->chip->per_column)
            return;
    }
    s->byte = 0;
    advance(s);
}

static void set_range(pmb_module *m, const char *what, const uint8_t *p, int limit, int *first,
                      int *last, int *at)
{
    struct windowed *s = m->state;
    if (p[0] > p[1] || p[1] >= limit) {
        module_complain(m, "%s range %d to %d is not possible", what, p[0], p[1]);
        return;
    }
    if (s->byte)
        module_complain(m, "a new window in the middle of a pixel");
    s->byte = 0;
    *first = *at = p[0];
    *last = p[1];
}

static void set_mode(struct windowed *s, uint8_t command)
{
    /* The four display modes are numbered in two ways. */
    static const enum mode modes[2][4] = {{OFF_ALL, ON_ALL, NORMAL, INVERSE},
                                          {NORMAL, ON_ALL, OFF_ALL, INVERSE}};
    s->mode = modes[s->chip->kind == K1327 || s->chip->kind == K1331][command - 0xA4];
}

static void act(pmb_module *m, uint8_t command, const uint8_t *p, int count)
{
    struct windowed *s = m->state;
    const struct chip *chip = s->chip;
    s->writing = command == 0x5C;
    if (s->locked && command != 0xFD) {
        module_complain(m, "command %02Xh while commands are locked", command);
        return;
    }
    if (command == 0x15)
        set_range(m, "column", p, chip->columns / chip->per_column, &s->column_first,
                  &s->column_last, &s->column);
    else if (command == 0x75)
        set_range(m, "row", p, chip->rows, &s->row_first, &s->row_last, &s->row);
    else if (command == 0x5C)
        s->column = s->column_first, s->row = s->row_first, s->byte = 0;
    else if (command == 0xA0)
        s->remap = p[0];
    else if (command == 0xA1)
        s->start_line = p[0];
    else if (command == 0xA2)
        s->offset = p[0];
    else if (command >= 0xA4 && command <= 0xA7)
        set_mode(s, command);
    else if (command == chip->multiplex_command && count > 0) {
        if (p[0] < 15 || p[0] >= chip->rows)
            module_complain(m, "multiplex ratio %u is not 16 to %d", p[0] + 1u, chip->rows);
        s->multiplex = p[0];
    } else if (command == 0xAE || command == 0xAF)
        s->on = command & 1;
    else if (command == 0xFD && (p[0] == 0x12 || p[0] == 0x16))
        s->locked = p[0] == 0x16;
    else if (command == 0x87 || command == 0xC7)
        s->master = p[0] & 15;
    else if (command == 0xC1)
        memcpy(s->contrast, p, (size_t)count);
    else if (command >= 0x81 && command <= 0x83)
        s->contrast[command - 0x81] = p[0];
}

static void take(pmb_module *m, bool data, uint8_t byte)
{
    struct windowed *s = m->state;
    if (!s->chip->data_parameters) {
        if (data)
            write_memory(m, byte);
        else
            commands_take(m, &s->commands, byte);
    } else if (!data) {
        commands_begin(m, &s->commands, byte);
    } else if (!commands_parameter(m, &s->commands, byte)) {
        write_memory(m, byte);
    }
}

static void plot_color(pmb_module *m, int x, int y, uint16_t value)
{
    const struct windowed *s = m->state;
    uint8_t c[3] = {(uint8_t)((value >> 11) * 255 / 31), (uint8_t)((value >> 5 & 63) * 255 / 63),
                    (uint8_t)((value & 31) * 255 / 31)};
    /* The remap exchanges what drives the outer stripes; the glass may have them exchanged. */
    const bool usual = s->chip->kind == K1331 ? !(s->remap & 0x04) : s->remap & 0x04;
    if (usual == m->options.bgr) {
        const uint8_t keep = c[0];
        c[0] = c[2];
        c[2] = keep;
    }
    const struct balance *balance = &s->chip->balance;
    const int usual_current[] = {balance->red, balance->green, balance->blue};
    for (int i = 0; i < 3; i++) {
        /* Of the light that goes with the usual currents; there is a quarter more to be had. */
        const int part =
            200 * s->contrast[i] / usual_current[i] * (s->master + 1) / (balance->master + 1);
        c[i] = (uint8_t)(c[i] * (part > 255 ? 255 : part) / 255);
    }
    module_plot(m, x, y, c[0], c[1], c[2]);
}

static void plot(pmb_module *m, int x, int y, uint16_t value)
{
    const struct windowed *s = m->state;
    const uint16_t full = s->chip->color ? 0xFFFF : 15;
    if (s->mode == OFF_ALL)
        value = 0;
    else if (s->mode == ON_ALL)
        value = full;
    else if (s->mode == INVERSE)
        value = value ^ full;
    if (s->chip->color) {
        plot_color(m, x, y, value);
        return;
    }
    const int level = value * 17 * (64 + s->contrast[0] * 191 / 255) / 255;
    module_plot(m, x, y, (uint8_t)level, (uint8_t)(level * 240 / 255),
                (uint8_t)(level * 170 / 255));
}

static void render(pmb_module *m)
{
    const struct windowed *s = m->state;
    const int height = m->options.height;
    memset(m->rgb, 0, (size_t)m->options.width * (size_t)height * 3);
    if (!s->on || link_in_reset(&s->link))
        return;
    for (int index = 0; index <= s->multiplex; index++) {
        const int scan = s->remap & 0x10 ? s->multiplex - index : index;
        const int output = (scan + s->chip->rows - s->offset) % s->chip->rows;
        const int row = output - m->options.row;
        /* The first COM is at the lower edge of these glasses; the outputs alternate between both
         * sides when bit 5 (SSD1327: bit 6) says so, as the glasses do, but for the SSD1322's. */
        if (row < 0 || row >= height)
            continue;
        const int memory_row = (index + s->start_line) % s->chip->rows;
        for (int x = 0; x < m->options.width; x++) {
            const int glass = m->options.column + x;
            /* Where the usual remap counts columns from the end, so does the mounting. */
            const bool reversed = s->chip->kind == K1327 || s->chip->kind == K1331;
            const int segment = reversed ? s->chip->columns - 1 - glass : glass;
            plot(m, x, height - 1 - row, s->memory[memory_row][segment]);
        }
    }
}

/* "Glasses" in the notes: those of a SSD1322 lie in the middle of its columns, as do small ones of
 * a SSD1327. */
static int usual_column(const struct chip *chip, int width)
{
    if (chip->kind == K1322)
        return (chip->columns - width) / 2;
    return chip->kind == K1327 && width == 96 ? 16 : 0;
}

static bool create(pmb_module *m, const struct chip *chip)
{
    struct windowed *s = m->state;
    pmb_module_options *o = &m->options;
    s->chip = chip;
    s->commands.shapes = chip->shapes;
    s->commands.act = act;
    if (!o->offset_given)
        o->column = usual_column(chip, o->width);
    s->link.take = take;
    s->link.reset = power_on_values;
    s->link.addresses[0] = chip->kind == K1327 ? 0x3C : 0;
    s->link.addresses[1] = chip->kind == K1327 ? 0x3D : 0;
    s->link.i2c_clock_ns = 2500;
    s->link.spi_clock_ns = chip->spi_clock_ns;
    s->link.reset_ns = chip->reset_ns;
    if (o->column < 0 || o->row < 0 || o->row + o->height > chip->rows ||
        o->column + o->width > chip->columns || o->height > chip->rows ||
        o->bus >= PMB_MODULE_PARALLEL || !link_open(m, &s->link))
        return false;
    power_on_values(m);
    module_memory(m, s->memory, sizeof s->memory, sizeof s->memory[0][0] * (size_t)chip->per_column,
                  chip->color ? 2 : (unsigned)chip->per_column / 2, (uint32_t)chip->kind + 13);
    if (!chip->color)
        for (size_t i = 0; i < sizeof s->memory / sizeof s->memory[0][0]; i++)
            (&s->memory[0][0])[i] &= 15;
    pmb_module_count_anew(m);
    return true;
}

static const struct command_shape shapes_1327[] = {
    {0x15, 0x15, 2}, {0x75, 0x75, 2}, {0x81, 0x81, 1},  {0xA0, 0xA2, 1}, {0xA4, 0xA7, 0},
    {0x26, 0x27, 7}, {0x2E, 0x2F, 0}, /* scrolling */
    {0xA8, 0xA8, 1}, {0xAB, 0xAB, 1}, {0xAE, 0xAF, 0},  {0xB1, 0xB1, 1}, {0xB2, 0xB2, 0},
    {0xB3, 0xB3, 1}, {0xB5, 0xB6, 1}, {0xB8, 0xB8, 15}, {0xB9, 0xB9, 0}, {0xBC, 0xBC, 1},
    {0xBE, 0xBE, 1}, {0xD5, 0xD5, 1}, {0xFD, 0xFD, 1},  {0, 0, -1},
};
static const struct command_shape shapes_1322[] = {
    {0x00, 0x00, 0},  {0x15, 0x15, 2}, {0x5C, 0x5D, 0}, {0x75, 0x75, 2}, {0xA0, 0xA0, 2},
    {0xA1, 0xA2, 1},  {0xA4, 0xA7, 0}, {0xA8, 0xA8, 2}, {0xA9, 0xA9, 0}, {0xAB, 0xAB, 1},
    {0xAE, 0xAF, 0},  {0xB1, 0xB1, 1}, {0xB3, 0xB3, 1}, {0xB4, 0xB4, 2}, {0xB5, 0xB6, 1},
    {0xB8, 0xB8, 15}, {0xB9, 0xB9, 0}, {0xBB, 0xBB, 1}, {0xBE, 0xBE, 1}, {0xC1, 0xC1, 1},
    {0xC7, 0xC7, 1},  {0xCA, 0xCA, 1}, {0xD1, 0xD1, 2}, {0xFD, 0xFD, 1}, {0, 0, -1},
};
static const struct command_shape shapes_1331[] = {
    {0x15, 0x15, 2},
    {0x75, 0x75, 2},
    {0x81, 0x83, 1},
    {0x87, 0x87, 1},
    {0x8A, 0x8C, 1},
    /* Its own drawing: line, rectangle, copy, dim, clear, fill; scrolling. */
    {0x21, 0x21, 7},
    {0x22, 0x22, 10},
    {0x23, 0x23, 6},
    {0x24, 0x25, 4},
    {0x26, 0x26, 1},
    {0x27, 0x27, 5},
    {0x2E, 0x2F, 0},
    {0xA0, 0xA2, 1},
    {0xA4, 0xA7, 0},
    {0xA8, 0xA8, 1},
    {0xAC, 0xAC, 0},
    {0xAD, 0xAD, 1},
    {0xAE, 0xAF, 0},
    {0xB0, 0xB1, 1},
    {0xB3, 0xB3, 1},
    {0xB9, 0xB9, 0},
    {0xBB, 0xBB, 1},
    {0xBC, 0xBD, 0},
    {0xBE, 0xBE, 1},
    {0xE3, 0xE3, 0},
    {0xFD, 0xFD, 1},
    {0, 0, -1},
};
static const struct command_shape shapes_1351[] = {
    {0x15, 0x15, 2}, {0x5C, 0x5D, 0}, {0x75, 0x75, 2}, {0xA0, 0xA2, 1}, {0xA4, 0xA7, 0},
    {0x96, 0x96, 5}, {0x9E, 0x9F, 0}, /* scrolling */
    {0xAB, 0xAB, 1}, {0xAE, 0xAF, 0}, {0xB1, 0xB1, 1}, {0xB2, 0xB2, 3}, {0xB3, 0xB3, 1},
    {0xB4, 0xB4, 3}, {0xB5, 0xB6, 1}, {0xB9, 0xB9, 0}, {0xBB, 0xBB, 1}, {0xBE, 0xBE, 1},
    {0xC1, 0xC1, 3}, {0xC7, 0xC7, 1}, {0xCA, 0xCA, 1}, {0xFD, 0xFD, 1}, {0, 0, -1},
};

static const struct chip ssd1327 = {.kind = K1327,
                                    .columns = 128,
                                    .rows = 128,
                                    .per_column = 2,
                                    .remap = 0x51,
                                    .multiplex_command = 0xA8,
                                    .contrast = 0x7F,
                                    .spi_clock_ns = 100,
                                    .reset_ns = 100000,
                                    .shapes = shapes_1327};
#define CHIP_1322                                                                                  \
    .kind = K1322, .columns = 480, .rows = 128, .per_column = 4, .data_parameters = true,          \
    .remap = 0x14, .multiplex_command = 0xCA, .contrast = 0x7F, .spi_clock_ns = 100,               \
    .reset_ns = 100000, .shapes = shapes_1322
static const struct chip ssd1322 = {CHIP_1322};
static const struct chip ssd1322_b = {CHIP_1322, .pairs_stay = true};
static const struct chip ssd1331 = {.kind = K1331,
                                    .columns = 96,
                                    .rows = 64,
                                    .per_column = 1,
                                    .color = true,
                                    .remap = 0x72,
                                    .multiplex_command = 0xA8,
                                    .contrast = 0x80,
                                    .balance = {0x91, 0x50, 0x7D, 6},
                                    .spi_clock_ns = 150,
                                    .reset_ns = 3000,
                                    .shapes = shapes_1331};
static const struct chip ssd1351 = {.kind = K1351,
                                    .columns = 128,
                                    .rows = 128,
                                    .per_column = 1,
                                    .color = true,
                                    .data_parameters = true,
                                    .remap = 0x74,
                                    .multiplex_command = 0xCA,
                                    .contrast = 0x8A,
                                    .balance = {0x8A, 0x51, 0x8A, 15},
                                    .spi_clock_ns = 50,
                                    .reset_ns = 2000,
                                    .shapes = shapes_1351};

static const char *const pins[] = {"GND", "VCC", "SCL", "SDA", "RES", "DC", "CS", NULL};

/* The module type of a chip. */
#define TYPE(chip, title)                                                                          \
    static bool create_##chip(pmb_module *m)                                                       \
    {                                                                                              \
        return create(m, &chip);                                                                   \
    }                                                                                              \
    const pmb_module_type pmb_sim_##chip = {                                                       \
        title, pins, sizeof(struct windowed), create_##chip, link_pin_changed, render, NULL}

TYPE(ssd1327, "SSD1327");
TYPE(ssd1322, "SSD1322");
TYPE(ssd1322_b, "SSD1322");
TYPE(ssd1331, "SSD1331");
TYPE(ssd1351, "SSD1351");
