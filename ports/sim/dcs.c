/* dcs.c - TFT modules with the MIPI Display Command Set, from their notes in docs/controllers/. */
#include "bench_parts.h"
#include "commands.h"
#include "link.h"
#include "pemble/bench_modules.h"

#include <string.h>

enum { MOST_COLUMNS = 320, MOST_ROWS = 480, MS = 1000000 };
enum { MY = 0x80, MX = 0x40, MV = 0x20, BGR = 0x08 };
enum { PIN_BLK = 8 };

/* A glass that is sold with a chip. `columns` and `rows` are 0 for the chip's whole memory. */
struct usual {
    int width, height, column, row;
    bool bgr, ips; /* stripes are blue, green, red; undriven dark, and right when inverted */
    int columns, rows;
};

struct chip {
    int columns, rows;
    const struct usual *glasses; /* one without a width ends them */
    uint8_t mount;               /* MX and MY with which the usual glass is upright */
    bool wide_serial, round;
    bool counts_from_reset; /* without CS, see "Interface" in its note */
    bool needs_tuning;      /* dim and striped without the maker's values */
    bool reads_one;         /* serial: one parameter, which FBh chooses */
    unsigned spi_clock_ns;
    uint8_t id[3];      /* the answer */
    uint8_t id_command; /* 04h, D3h, D0h */
};

struct dcs {
    struct link link;
    struct commands commands;
    const struct chip *chip;
    int columns, rows; /* of the memory that the strap of this module chooses */
    bool ips, stripes_bgr;
    uint8_t memory[MOST_ROWS][MOST_COLUMNS][3];
    int column_first, column_last, page_first, page_last, column, page;
    uint8_t mode, format, pixel[3];
    int pixel_bytes;
    bool awake, on, inverse, writing, eight_colors;
    uint8_t maker_registers; /* which of the two commands came that open them */
    uint16_t tuned;          /* which of the maker's values were set */
    uint64_t woken, slept, reset_at;
    bool was_awake;       /* since the last reset */
    unsigned reset_pause; /* ms from a reset to the first command */
    int answer_at;        /* the next byte of an ID, -1 for none */
    int chosen;           /* the parameter that is read, -1 for none: FBh */
};

static void power_on_values(pmb_module *m)
{
    struct dcs *s = m->state;
    s->commands.wanted = s->commands.have = 0;
    s->column_first = s->page_first = s->column = s->page = s->pixel_bytes = 0;
    s->column_last = s->columns - 1;
    s->page_last = s->rows - 1;
    s->maker_registers = 0;
    s->tuned = 0;
    s->mode = 0;
    s->format = 0x66;
    s->awake = s->on = s->inverse = s->writing = s->eight_colors = false;
    s->reset_at = m->bench->now;
    s->reset_pause = s->was_awake ? 120 : 5;
    s->was_awake = false;
    s->answer_at = s->chosen = -1;
}

/* "Memory and orientation" in the notes: an address of column and page to memory. */
static void put(struct dcs *s, const uint8_t *rgb)
{
    int x = s->mode & MV ? s->page : s->column, y = s->mode & MV ? s->column : s->page;
    if (x >= s->columns || y >= s->rows)
        return;
    if (s->mode & MX)
        x = s->columns - 1 - x;
    if (s->mode & MY)
        y = s->rows - 1 - y;
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

/* Two pixels of four bits a component are three bytes. */
static void write_twelve(struct dcs *s)
{
    if (s->pixel_bytes < 3)
        return;
    s->pixel_bytes = 0;
    for (int i = 0; i < 2; i++) {
        uint8_t rgb[3];
        for (int c = 0; c < 3; c++) {
            const int at = 3 * i + c;
            rgb[c] = (uint8_t)((at % 2 ? s->pixel[at / 2] & 15 : s->pixel[at / 2] >> 4) * 17);
        }
        put(s, rgb);
        advance(s);
    }
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
    if ((s->format & 7) == 3) {
        write_twelve(s);
        return;
    }
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
    s->was_awake = s->was_awake || awake;
    *(awake ? &s->woken : &s->slept) = now;
}

/* "The maker's values" in the note of the GC9A01: EFh and FEh, in this order or with another EFh in
 * front, open the registers; of what follows, drivers' timing, boosters and gamma can be seen. */
static void set_makers(struct dcs *s, uint8_t command)
{
    static const uint8_t seen[] = {0xE8, 0x62, 0x63, 0x64, 0x66, 0x67, 0xF0, 0xF1, 0xF2, 0xF3};
    if (command == 0xFE || command == 0xEF)
        s->maker_registers |= command == 0xFE ? 1 : 2;
    for (size_t i = 0; s->maker_registers == 3 && i < sizeof seen; i++)
        if (seen[i] == command)
            s->tuned |= (uint16_t)(1u << i);
}

/* How much of the light a row lets through: without the maker's values, less, and every second row
 * less again. */
static int drive_of(const struct dcs *s, int y)
{
    const bool tuned = !s->chip->needs_tuning || s->tuned == 0x3FF;
    return tuned ? 255 : y % 2 ? 120 : 170;
}

static void act(pmb_module *m, uint8_t command, const uint8_t *p, int count)
{
    struct dcs *s = m->state;
    const bool swap = s->mode & MV;
    const int columns = swap ? s->rows : s->columns;
    const int pages = swap ? s->columns : s->rows;
    (void)count;
    switch (command) {
    case 0x01:
        power_on_values(m);
        break;
    case 0x10:
    case 0x11:
        set_sleep(m, command & 1);
        break;
    case 0x38:
    case 0x39:
        s->eight_colors = command & 1;
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
        if ((p[0] & 7) != 3 && (p[0] & 7) != 5 && (p[0] & 7) != 6)
            module_complain(m, "pixel format %02Xh does not exist", p[0]);
        else if (s->chip->wide_serial && s->link.kind != LINK_8080 && s->link.kind != LINK_SPI16 &&
                 (p[0] & 7) == 5)
            module_complain(m, "16 bits a pixel are not possible on a serial interface");
        break;
    case 0xFB:
        s->chosen = -1; /* until its parameter comes */
        break;
    default:
        if (command >= 0x60)
            set_makers(s, command);
        break;
    }
}

static void check_pauses(pmb_module *m)
{
    const struct dcs *s = m->state;
    const uint64_t now = m->bench->now;
    if (s->reset_at && now - s->reset_at < (uint64_t)s->reset_pause * MS)
        module_complain(m, "a command less than %u ms after reset%s", s->reset_pause,
                        s->reset_pause > 5 ? ", as it was awake" : "");
    if (s->woken && s->awake && now != s->woken && now - s->woken < 5ull * MS)
        module_complain(m, "a command less than 5 ms after sleep out");
}

static void take(pmb_module *m, bool data, uint8_t byte)
{
    struct dcs *s = m->state;
    const bool wide = s->link.kind == LINK_SPI16;
    if (wide && s->link.high && !(data && s->writing))
        module_complain(m, "command or parameter %02X%02Xh is wider than eight bits", s->link.high,
                        byte);
    if (!data) {
        check_pauses(m);
        if (s->pixel_bytes)
            module_complain(m, "a command in the middle of a pixel");
        s->writing = false;
        s->pixel_bytes = 0;
        s->answer_at = byte == s->chip->id_command ? 0 : -1;
        m->answering = s->answer_at == 0;
        commands_begin(m, &s->commands, byte);
    } else if (s->commands.command == 0xFB) {
        s->chosen = byte & 0x80 ? byte & 15 : -1;
    } else if (!commands_parameter(m, &s->commands, byte)) {
        if (wide)
            write_memory(m, s->link.high);
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
    if (s->chip->reads_one && s->link.kind != LINK_8080) {
        s->answer_at = -1;
        return s->chosen >= 1 && s->chosen <= 3 ? id[s->chosen - 1] : 0;
    }
    if (s->chip->id_command != 0x04 || s->link.kind == LINK_8080)
        return at ? id[at - 1] : 0;
    /* One dummy clock before the three bytes. */
    return (uint8_t)((at ? id[at - 1] << 7 : 0) | (at < 3 ? id[at] >> 1 : 0));
}

/* How light each value of a component shows. */
static void find_shades(const pmb_module *m, int light, uint8_t shades[256])
{
    const struct dcs *s = m->state;
    const bool inverse = (s->inverse != s->ips) != m->options.inverted;
    for (int i = 0; i < 256; i++) {
        int value = inverse ? 255 - i : i;
        if (s->eight_colors)
            value = value & 0x80 ? 255 : 0;
        shades[i] = (uint8_t)(value * light / 255);
    }
}

static void render(pmb_module *m)
{
    const struct dcs *s = m->state;
    const struct chip *chip = s->chip;
    const bool low = m->options.backlight_low;
    const int light = module_pin_level(m, PIN_BLK, low) != low ? 255 : 20;
    /* Undriven, TN glasses let the light through, and IPS ones do not. */
    const uint8_t rest = s->ips ? 0 : (uint8_t)light;
    const bool live = s->awake && s->on && !link_in_reset(&s->link);
    const bool usual_order = (bool)(s->mode & BGR) == s->stripes_bgr;
    const bool swapped = usual_order == m->options.bgr;
    uint8_t shades[256], *pixel = m->rgb;
    int known = -1;
    if (!live) {
        memset(m->rgb, rest, (size_t)m->options.width * (size_t)m->options.height * 3);
        return;
    }
    for (int y = 0; y < m->options.height; y++) {
        const int lit = light * drive_of(s, y) / 255;
        const int row = m->options.row + y;
        const uint8_t(*memory)[3] = s->memory[chip->mount & MY ? s->rows - 1 - row : row];
        if (lit != known)
            find_shades(m, lit, shades);
        known = lit;
        for (int x = 0; x < m->options.width; x++) {
            const int column = m->options.column + x;
            const uint8_t *rgb = memory[chip->mount & MX ? s->columns - 1 - column : column];
            *pixel++ = shades[rgb[swapped ? 2 : 0]];
            *pixel++ = shades[rgb[1]];
            *pixel++ = shades[rgb[swapped ? 0 : 2]];
        }
    }
}

static bool lies_at(const struct usual *u, const pmb_module_options *o)
{
    return !o->offset_given || (u->column == o->column && u->row == o->row);
}

/* "Glasses" in the notes: where a glass lies, how it is made, and the memory that its strap
 * chooses. An offset tells glasses of one size apart. */
static void find_glass(struct dcs *s, pmb_module_options *o)
{
    const struct usual *glass = NULL;
    for (const struct usual *u = s->chip->glasses; u->width; u++)
        if (u->width == o->width && u->height == o->height &&
            (!glass || (!lies_at(glass, o) && lies_at(u, o))))
            glass = u;
    s->columns = glass && glass->columns ? glass->columns : s->chip->columns;
    s->rows = glass && glass->rows ? glass->rows : s->chip->rows;
    s->ips = glass ? glass->ips : s->chip->glasses[0].ips;
    s->stripes_bgr = glass ? glass->bgr : s->chip->glasses[0].bgr;
    if (!o->offset_given) {
        o->column = glass ? glass->column : 0;
        o->row = glass ? glass->row : 0;
    }
}

static bool create(pmb_module *m, const struct chip *chip)
{
    static const struct command_shape shapes[] = {
        {0x2A, 0x2B, 4}, {0x30, 0x30, 4}, {0x26, 0x26, 1}, {0x35, 0x37, 1},
        {0x3A, 0x3A, 1}, {0x51, 0x55, 1}, {0x00, 0x5F, 0}, {0x60, 0xFF, ANY_PARAMETERS},
        {0, 0, -1},
    };
    struct dcs *s = m->state;
    pmb_module_options *o = &m->options;
    s->chip = chip;
    s->commands.shapes = shapes;
    s->commands.act = act;
    m->round = chip->round;
    find_glass(s, o);
    s->link.take = take;
    s->link.give = give;
    s->link.reset = power_on_values;
    s->link.spi_clock_ns = chip->spi_clock_ns;
    s->link.read_clock_ns = 150;
    s->link.counts_from_reset = chip->counts_from_reset;
    s->link.strobe_ns = 15;
    s->link.reset_ns = 10000;
    if (o->column < 0 || o->row < 0 || o->column + o->width > s->columns ||
        o->row + o->height > s->rows || o->bus == PMB_MODULE_I2C ||
        (o->bus == PMB_MODULE_SPI16 && !chip->reads_one) || !link_open(m, &s->link))
        return false;
    power_on_values(m);
    module_memory(m, s->memory, sizeof s->memory, 3,
                  chip->wide_serial && (o->bus == PMB_MODULE_SPI || o->bus == PMB_MODULE_SPI3) ? 3
                                                                                               : 2,
                  (uint32_t)chip->id[1]);
    return true;
}

static const struct usual glasses_7735[] = {
    {128, 160, 2, 1, true, false, 0, 0},
    {128, 160, 0, 0, false, false, 128, 160},
    {80, 160, 26, 1, true, true, 0, 0},
    {80, 160, 24, 0, true, true, 128, 160},
    {128, 128, 2, 3, true, false, 132, 132},
    {128, 128, 2, 1, true, false, 132, 132},
    {0, 0, 0, 0, 0, 0, 0, 0},
};
static const struct usual glasses_7789[] = {
    {240, 320, 0, 0, false, true, 0, 0},  {240, 240, 0, 0, false, true, 0, 0},
    {240, 280, 0, 20, false, true, 0, 0}, {135, 240, 52, 40, false, true, 0, 0},
    {170, 320, 35, 0, false, true, 0, 0}, {172, 320, 34, 0, false, true, 0, 0},
    {76, 284, 82, 18, false, true, 0, 0}, {0, 0, 0, 0, 0, 0, 0, 0},
};
static const struct usual glasses_9341[] = {{240, 320, 0, 0, true, false, 0, 0},
                                            {0, 0, 0, 0, 0, 0, 0, 0}};
static const struct usual glasses_320x480[] = {{320, 480, 0, 0, true, false, 0, 0},
                                               {0, 0, 0, 0, 0, 0, 0, 0}};
static const struct usual glasses_9a01[] = {{240, 240, 0, 0, true, true, 0, 0},
                                            {0, 0, 0, 0, 0, 0, 0, 0}};
static const struct usual glasses_9342[] = {{320, 240, 0, 0, true, true, 0, 0},
                                            {0, 0, 0, 0, 0, 0, 0, 0}};
static const struct usual glasses_9107[] = {{128, 128, 0, 32, true, false, 0, 0},
                                            {128, 160, 0, 0, true, false, 0, 0},
                                            {0, 0, 0, 0, 0, 0, 0, 0}};
static const struct usual glasses_8357[] = {{320, 480, 0, 0, false, false, 0, 0},
                                            {0, 0, 0, 0, 0, 0, 0, 0}};
static const struct usual glasses_9163[] = {{128, 128, 0, 32, true, false, 128, 160},
                                            {128, 128, 0, 0, true, false, 128, 128},
                                            {128, 160, 0, 0, true, false, 128, 160},
                                            {0, 0, 0, 0, 0, 0, 0, 0}};

static const struct chip st7735 = {.glasses = glasses_7735,
                                   .columns = 132,
                                   .rows = 162,
                                   .mount = MX | MY,
                                   .spi_clock_ns = 66,
                                   .id = {0x7C, 0x89, 0xF0},
                                   .id_command = 0x04};
static const struct chip st7789 = {.glasses = glasses_7789,
                                   .columns = 240,
                                   .rows = 320,
                                   .counts_from_reset = true,
                                   .spi_clock_ns = 16,
                                   .id = {0x85, 0x85, 0x52},
                                   .id_command = 0x04};
static const struct chip ili9341 = {.glasses = glasses_9341,
                                    .columns = 240,
                                    .rows = 320,
                                    .mount = MX,
                                    .spi_clock_ns = 100,
                                    .id = {0x00, 0x93, 0x41},
                                    .id_command = 0xD3};
static const struct chip ili9488 = {.glasses = glasses_320x480,
                                    .columns = 320,
                                    .rows = 480,
                                    .mount = MX,
                                    .wide_serial = true,
                                    .reads_one = true,
                                    .spi_clock_ns = 50,
                                    .id = {0x00, 0x94, 0x88},
                                    .id_command = 0xD3};
static const struct chip gc9a01 = {.glasses = glasses_9a01,
                                   .columns = 240,
                                   .rows = 240,
                                   .mount = MX,
                                   .round = true,
                                   .needs_tuning = true,
                                   .spi_clock_ns = 10,
                                   .id = {0x00, 0x9A, 0x01},
                                   .id_command = 0x04};
static const struct chip st7796s = {.glasses = glasses_320x480,
                                    .columns = 320,
                                    .rows = 480,
                                    .mount = MX,
                                    .spi_clock_ns = 16,
                                    .id = {0x00, 0x77, 0x96},
                                    .id_command = 0xD3};
static const struct chip ili9486 = {.glasses = glasses_320x480,
                                    .columns = 320,
                                    .rows = 480,
                                    .mount = MX,
                                    .wide_serial = true,
                                    .reads_one = true,
                                    .spi_clock_ns = 66,
                                    .id = {0x00, 0x94, 0x86},
                                    .id_command = 0xD3};
static const struct chip ili9342c = {.glasses = glasses_9342,
                                     .columns = 320,
                                     .rows = 240,
                                     .spi_clock_ns = 100,
                                     .id = {0x00, 0x93, 0x42},
                                     .id_command = 0xD3};
static const struct chip gc9107 = {.glasses = glasses_9107,
                                   .columns = 128,
                                   .rows = 160,
                                   .spi_clock_ns = 16,
                                   .id = {0x00, 0x91, 0x07},
                                   .id_command = 0x04};
static const struct chip hx8357d = {.glasses = glasses_8357,
                                    .columns = 320,
                                    .rows = 480,
                                    .mount = MX | MY,
                                    .spi_clock_ns = 66,
                                    .id = {0x99, 0x00, 0x00},
                                    .id_command = 0xD0};
static const struct chip ili9163c = {.glasses = glasses_9163,
                                     .columns = 132,
                                     .rows = 162,
                                     .spi_clock_ns = 66,
                                     .id = {0x54, 0x80, 0x66},
                                     .id_command = 0x04};

static const char *const pins[] = {"GND", "VCC", "SCL", "SDA", "RES", "DC", "CS",
                                   "SDO", "BLK", "WR",  "RD",  "D0",  "D1", "D2",
                                   "D3",  "D4",  "D5",  "D6",  "D7",  NULL};

/* The module type of a chip. */
#define TYPE(chip, title)                                                                          \
    static bool create_##chip(pmb_module *m)                                                       \
    {                                                                                              \
        return create(m, &chip);                                                                   \
    }                                                                                              \
    const pmb_module_type pmb_sim_##chip = {                                                       \
        title, pins, sizeof(struct dcs), create_##chip, link_pin_changed, render, NULL}

TYPE(st7735, "ST7735");
TYPE(st7789, "ST7789");
TYPE(ili9341, "ILI9341");
TYPE(ili9488, "ILI9488");
TYPE(gc9a01, "GC9A01");
TYPE(st7796s, "ST7796S");
TYPE(ili9486, "ILI9486");
TYPE(ili9342c, "ILI9342C");
TYPE(gc9107, "GC9107");
TYPE(hx8357d, "HX8357D");
TYPE(ili9163c, "ILI9163C");
