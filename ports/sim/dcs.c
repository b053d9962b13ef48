/* dcs.c - TFT modules with ST7735, ST7789, ILI9341, ILI9488 and GC9A01, from their notes in
 * docs/controllers/. */
#include "bench_parts.h"
#include "commands.h"
#include "link.h"
#include "pemble/bench_modules.h"

#include <string.h>

enum { MOST_COLUMNS = 320, MOST_ROWS = 480, MS = 1000000 };
enum { MY = 0x80, MX = 0x40, MV = 0x20, BGR = 0x08 };
enum { PIN_BLK = 8 };

struct chip {
    int columns, rows;
    uint8_t mount; /* MX and MY with which the usual glass is upright */
    bool bgr, inverted, wide_serial, round;
    bool counts_from_reset; /* without CS, see "Interface" in its note */
    unsigned spi_clock_ns;
    uint8_t id[3]; /* the answer to 04h, or, with id4, to D3h */
    bool id4;
};

struct dcs {
    struct link link;
    struct commands commands;
    const struct chip *chip;
    uint8_t memory[MOST_ROWS][MOST_COLUMNS][3];
    int column_first, column_last, page_first, page_last, column, page;
    uint8_t mode, format, pixel[3];
    int pixel_bytes;
    bool awake, on, inverse, writing;
    uint64_t woken, slept, reset_at;
    int answer_at; /* the next byte of an ID, -1 for none */
};

static void power_on_values(pmb_module *m)
{
    struct dcs *s = m->state;
    s->commands.wanted = s->commands.have = 0;
    s->column_first = s->page_first = s->column = s->page = s->pixel_bytes = 0;
    s->column_last = s->chip->columns - 1;
    s->page_last = s->chip->rows - 1;
    s->mode = 0;
    s->format = 0x66;
    s->awake = s->on = s->inverse = s->writing = false;
    s->reset_at = m->bench->now;
    s->answer_at = -1;
}

/* "Memory and orientation" in the notes: an address of column and page to memory. */
static void put(struct dcs *s, const uint8_t *rgb)
{
    const struct chip *chip = s->chip;
    int x = s->mode & MV ? s->page : s->column, y = s->mode & MV ? s->column : s->page;
    if (x >= chip->columns || y >= chip->rows)
        return;
    if (s->mode & MX)
        x = chip->columns - 1 - x;
    if (s->mode & MY)
        y = chip->rows - 1 - y;
    memcpy(s->memory[y][x], rgb, 3);
}

static void advance(struct dcs *s)
{
    if (++s->column <= s->column_last)
        return;
    s->column = s->column_first;
    if (++s->page > s->page_last)
        s->page = s->page_first;
}

static void write_memory(pmb_module *m, uint8_t byte)
{
    struct dcs *s = m->state;
    uint8_t rgb[3];
    if (!s->writing) {
        module_complain(m, "data without a command to write the memory");
        return;
    }
    m->tally.pixel_bytes++;
    s->pixel[s->pixel_bytes++] = byte;
    if ((s->format & 7) == 6) {
        if (s->pixel_bytes < 3)
            return;
        for (int i = 0; i < 3; i++)
            rgb[i] = (uint8_t)((s->pixel[i] >> 2) * 255 / 63);
    } else {
        if (s->pixel_bytes < 2)
            return;
        const int value = s->pixel[0] << 8 | s->pixel[1];
        rgb[0] = (uint8_t)((value >> 11) * 255 / 31);
        rgb[1] = (uint8_t)((value >> 5 & 63) * 255 / 63);
        rgb[2] = (uint8_t)((value & 31) * 255 / 31);
    }
    s->pixel_bytes = 0;
    put(s, rgb);
    advance(s);
}

static void set_range(pmb_module *m, const char *what, const uint8_t *p, int limit, int *first,
                      int *last)
{
    const int from = p[0] << 8 | p[1], to = p[2] << 8 | p[3];
    if (from > to || to >= limit) {
        module_complain(m, "%s range %d to %d is not possible", what, from, to);
        return;
    }
    *first = from;
    *last = to;
}

static void set_sleep(pmb_module *m, bool awake)
{
    struct dcs *s = m->state;
    const uint64_t now = m->bench->now;
    if (awake && s->slept && now - s->slept < 120ull * MS)
        module_complain(m, "sleep out less than 120 ms after sleep in");
    if (!awake && s->woken && now - s->woken < 120ull * MS)
        module_complain(m, "sleep in less than 120 ms after sleep out");
    s->awake = awake;
    *(awake ? &s->woken : &s->slept) = now;
}

static void act(pmb_module *m, uint8_t command, const uint8_t *p, int count)
{
    struct dcs *s = m->state;
    const bool swap = s->mode & MV;
    const int columns = swap ? s->chip->rows : s->chip->columns;
    const int pages = swap ? s->chip->columns : s->chip->rows;
    (void)count;
    switch (command) {
    case 0x01:
        power_on_values(m);
        break;
    case 0x10:
    case 0x11:
        set_sleep(m, command & 1);
        break;
    case 0x20:
    case 0x21:
        s->inverse = command & 1;
        break;
    case 0x28:
    case 0x29:
        s->on = command & 1;
        break;
    case 0x2A:
        set_range(m, "column", p, columns, &s->column_first, &s->column_last);
        break;
    case 0x2B:
        set_range(m, "page", p, pages, &s->page_first, &s->page_last);
        break;
    case 0x2C:
        s->column = s->column_first;
        s->page = s->page_first;
        s->pixel_bytes = 0;
        s->writing = true;
        break;
    case 0x36:
        s->mode = p[0];
        break;
    case 0x3A:
        s->format = p[0];
        if ((p[0] & 7) != 5 && (p[0] & 7) != 6)
            module_complain(m, "pixel format %02Xh does not exist", p[0]);
        else if (s->chip->wide_serial && s->link.kind != LINK_8080 && (p[0] & 7) == 5)
            module_complain(m, "16 bits a pixel are not possible on a serial interface");
        break;
    default: /* voltages and gamma: no effect that could be seen */
        break;
    }
}

static void check_pauses(pmb_module *m)
{
    const struct dcs *s = m->state;
    const uint64_t now = m->bench->now;
    if (s->reset_at && now - s->reset_at < 5ull * MS)
        module_complain(m, "a command less than 5 ms after reset");
    if (s->woken && s->awake && now != s->woken && now - s->woken < 5ull * MS)
        module_complain(m, "a command less than 5 ms after sleep out");
}

static void take(pmb_module *m, bool data, uint8_t byte)
{
    struct dcs *s = m->state;
    if (!data) {
        check_pauses(m);
        if (s->pixel_bytes)
            module_complain(m, "a command in the middle of a pixel");
        s->writing = false;
        s->pixel_bytes = 0;
        s->answer_at = byte == (s->chip->id4 ? 0xD3 : 0x04) ? 0 : -1;
        m->answering = s->answer_at == 0;
        commands_begin(m, &s->commands, byte);
    } else if (!commands_parameter(m, &s->commands, byte)) {
        write_memory(m, byte);
    }
}

/* "Reading the ID" in the notes. */
static uint8_t give(pmb_module *m, bool data)
{
    struct dcs *s = m->state;
    const uint8_t *id = s->chip->id;
    (void)data;
    if (s->answer_at < 0 || s->answer_at > 3)
        return 0;
    const int at = s->answer_at++;
    if (s->chip->id4 || s->link.kind == LINK_8080)
        return at ? id[at - 1] : 0;
    /* One dummy clock before the three bytes. */
    return (uint8_t)((at ? id[at - 1] << 7 : 0) | (at < 3 ? id[at] >> 1 : 0));
}

static void plot(pmb_module *m, int x, int y, const uint8_t *rgb, int light)
{
    const struct dcs *s = m->state;
    const bool usual_order = (bool)(s->mode & BGR) == s->chip->bgr;
    const bool inverse = (s->inverse != s->chip->inverted) != m->options.inverted;
    uint8_t c[3];
    for (int i = 0; i < 3; i++) {
        c[i] = rgb[usual_order == m->options.bgr ? 2 - i : i];
        if (inverse)
            c[i] = (uint8_t)(255 - c[i]);
        c[i] = (uint8_t)(c[i] * light / 255);
    }
    module_plot(m, x, y, c[0], c[1], c[2]);
}

static void render(pmb_module *m)
{
    const struct dcs *s = m->state;
    const struct chip *chip = s->chip;
    const int light = module_pin_level(m, PIN_BLK, true) ? 255 : 20;
    /* Undriven, TN glasses let the light through, and IPS ones do not. */
    const uint8_t rest = chip->inverted ? 0 : (uint8_t)light;
    const bool live = s->awake && s->on && !link_in_reset(&s->link);
    for (int y = 0; y < m->options.height; y++)
        for (int x = 0; x < m->options.width; x++) {
            int column = m->options.column + x, row = m->options.row + y;
            if (chip->mount & MX)
                column = chip->columns - 1 - column;
            if (chip->mount & MY)
                row = chip->rows - 1 - row;
            if (live)
                plot(m, x, y, s->memory[row][column], light);
            else
                module_plot(m, x, y, rest, rest, rest);
        }
}

/* "Glasses" in the notes. */
static void usual_glass(const struct chip *chip, pmb_module_options *o)
{
    if (o->offset_given)
        return;
    o->column = o->row = 0;
    if (chip->columns == 132) {
        o->column = o->width == 80 ? 26 : 2;
        o->row = 1;
    } else if (chip->rows == 320 && o->width == 135) {
        o->column = 52;
        o->row = 40;
    } else if (chip->rows == 320 && o->height == 280) {
        o->row = 20;
    }
}

static bool create(pmb_module *m, const struct chip *chip)
{
    static const struct command_shape shapes[] = {
        {0x2A, 0x2B, 4}, {0x30, 0x30, 4}, {0x26, 0x26, 1}, {0x35, 0x37, 1},
        {0x3A, 0x3A, 1}, {0x51, 0x55, 1}, {0x00, 0x5F, 0}, {0xC3, 0xC4, 1},
        {0xC9, 0xC9, 1}, {0x60, 0xFF, 0}, {0, 0, -1},
    };
    struct dcs *s = m->state;
    pmb_module_options *o = &m->options;
    s->chip = chip;
    s->commands.shapes = shapes;
    s->commands.act = act;
    m->round = chip->round;
    usual_glass(chip, o);
    s->link.take = take;
    s->link.give = give;
    s->link.reset = power_on_values;
    s->link.spi_clock_ns = chip->spi_clock_ns;
    s->link.read_clock_ns = 150;
    s->link.counts_from_reset = chip->counts_from_reset;
    s->link.strobe_ns = 15;
    s->link.reset_ns = 10000;
    if (o->column < 0 || o->row < 0 || o->column + o->width > chip->columns ||
        o->row + o->height > chip->rows || o->bus == PMB_MODULE_I2C || !link_open(m, &s->link))
        return false;
    power_on_values(m);
    module_memory(m, s->memory, sizeof s->memory, 3,
                  chip->wide_serial && o->bus != PMB_MODULE_PARALLEL ? 3 : 2,
                  (uint32_t)chip->id[1]);
    return true;
}

static const struct chip st7735 = {
    .columns = 132, .rows = 162, .mount = MX | MY, .spi_clock_ns = 66, .id = {0x7C, 0x89, 0xF0}};
static const struct chip st7789 = {.columns = 240,
                                   .rows = 320,
                                   .inverted = true,
                                   .counts_from_reset = true,
                                   .spi_clock_ns = 16,
                                   .id = {0x85, 0x85, 0x52}};
static const struct chip ili9341 = {.columns = 240,
                                    .rows = 320,
                                    .mount = MX,
                                    .bgr = true,
                                    .spi_clock_ns = 100,
                                    .id = {0x00, 0x93, 0x41},
                                    .id4 = true};
static const struct chip ili9488 = {.columns = 320,
                                    .rows = 480,
                                    .mount = MX,
                                    .bgr = true,
                                    .wide_serial = true,
                                    .spi_clock_ns = 50,
                                    .id = {0x00, 0x94, 0x88},
                                    .id4 = true};
static const struct chip gc9a01 = {.columns = 240,
                                   .rows = 240,
                                   .mount = MX,
                                   .bgr = true,
                                   .inverted = true,
                                   .round = true,
                                   .spi_clock_ns = 10,
                                   .id = {0x00, 0x9A, 0x01}};

static bool create_7735(pmb_module *m)
{
    return create(m, &st7735);
}

static bool create_7789(pmb_module *m)
{
    return create(m, &st7789);
}

static bool create_9341(pmb_module *m)
{
    return create(m, &ili9341);
}

static bool create_9488(pmb_module *m)
{
    return create(m, &ili9488);
}

static bool create_9a01(pmb_module *m)
{
    return create(m, &gc9a01);
}

static const char *const pins[] = {"GND", "VCC", "SCL", "SDA", "RES", "DC", "CS",
                                   "SDO", "BLK", "WR",  "RD",  "D0",  "D1", "D2",
                                   "D3",  "D4",  "D5",  "D6",  "D7",  NULL};

#define TYPE(symbol, title, creator)                                                               \
    const pmb_module_type symbol = {title,  pins, sizeof(struct dcs), creator, link_pin_changed,   \
                                    render, NULL}

TYPE(pmb_sim_st7735, "ST7735", create_7735);
TYPE(pmb_sim_st7789, "ST7789", create_7789);
TYPE(pmb_sim_ili9341, "ILI9341", create_9341);
TYPE(pmb_sim_ili9488, "ILI9488", create_9488);
TYPE(pmb_sim_gc9a01, "GC9A01", create_9a01);
