/* indexed.c - TFT modules with index registers: ILI9225, ILI9320, ILI9325, from their notes in
 * docs/controllers/. */
#include "bench_parts.h"
#include "link.h"
#include "pemble/bench_modules.h"

#include <string.h>

enum { MOST_COLUMNS = 240, MOST_ROWS = 320, MS = 1000000 };
enum { PIN_BLK = 8 };

struct chip {
    int columns, rows;
    uint16_t id;
    bool early;       /* an ILI9225: its window and its directions are in other registers */
    bool rows_upward; /* upright with the rows from the last */
    unsigned spi_clock_ns;
};

struct indexed {
    struct link link;
    const struct chip *chip;
    uint16_t memory[MOST_ROWS][MOST_COLUMNS];
    uint16_t registers[256];
    int index; /* -1: none yet */
    int half;  /* the upper byte of an index or a value: -1 for none */
    int zeros; /* index bytes 00h, one after the other */
    bool half_is_data;
    int column, row;
    uint64_t powered; /* when the power control was written last */
    int answered;     /* bytes of the ID that were given */
};

static void power_on_values(pmb_module *m)
{
    struct indexed *s = m->state;
    memset(s->registers, 0, sizeof s->registers);
    s->index = s->half = -1;
    s->column = s->row = 0;
    s->powered = 0;
}

struct window {
    int left, right, top, bottom;
};

static struct window window_of(const struct indexed *s)
{
    const uint16_t *r = s->registers;
    if (s->chip->early)
        return (struct window){r[0x37], r[0x36], r[0x39], r[0x38]};
    return (struct window){r[0x50], r[0x51], r[0x52], r[0x53]};
}

/* One step of a counter inside of its limits; true when it was at its end. */
static bool step(int *at, bool up, int first, int last)
{
    const bool over = *at == (up ? last : first);
    *at = over ? (up ? first : last) : *at + (up ? 1 : -1);
    return over;
}

static void write_pixel(pmb_module *m, uint16_t value)
{
    struct indexed *s = m->state;
    const struct window w = window_of(s);
    const uint16_t mode = s->registers[0x03];
    m->tally.pixel_bytes += 2;
    if (s->column < w.left || s->column > w.right || s->row < w.top || s->row > w.bottom) {
        module_complain(m, "the address %d, %d is not in the window", s->column, s->row);
        return;
    }
    s->memory[s->row][s->column] = value;
    if (mode & 0x08) {
        if (step(&s->row, mode & 0x20, w.top, w.bottom))
            (void)step(&s->column, mode & 0x10, w.left, w.right);
    } else if (step(&s->column, mode & 0x10, w.left, w.right)) {
        (void)step(&s->row, mode & 0x20, w.top, w.bottom);
    }
}

static void check_window(pmb_module *m, uint8_t index)
{
    const struct indexed *s = m->state;
    const uint16_t value = s->registers[index];
    const uint8_t first = s->chip->early ? 0x36 : 0x50;
    if (index < first || index > first + 3)
        return;
    const bool is_row = index >= first + 2;
    if (value >= (is_row ? s->chip->rows : s->chip->columns))
        module_complain(m, "register %02Xh: there is no %s %u", index, is_row ? "row" : "column",
                        value);
}

static void write_register(pmb_module *m, uint8_t index, uint16_t value)
{
    struct indexed *s = m->state;
    s->registers[index] = value;
    check_window(m, index);
    if (index == 0x20)
        s->column = value;
    else if (index == 0x21)
        s->row = value;
    else if (index == 0x10)
        s->powered = m->bench->now;
    else if (index == 0x07 && value & 3 && !(s->registers[0x10] & 0xFF00))
        module_complain(m, "display switched on without power (10h): it stays dark");
    else if (index == 0x07 && value & 3 && m->bench->now - s->powered < 10ull * MS)
        module_complain(m, "display switched on less than 10 ms after power (10h)");
}

enum { SYNCHRONISED = 4 };

static void take(pmb_module *m, bool data, uint8_t byte)
{
    struct indexed *s = m->state;
    s->zeros = data || byte ? 0 : s->zeros + 1;
    if (s->zeros == SYNCHRONISED) {
        s->zeros = s->index = 0;
        s->half = -1;
        return;
    }
    if (s->half >= 0 && s->half_is_data != data) {
        module_complain(m, "half of a word: RS changed in the middle of it");
        s->half = -1;
    }
    if (s->half < 0) {
        s->half = byte;
        s->half_is_data = data;
        return;
    }
    const uint16_t word = (uint16_t)(s->half << 8 | byte);
    s->half = -1;
    if (!data) {
        if (word > 0xFF)
            module_complain(m, "there is no register %04Xh", word);
        s->index = word & 0xFF;
        s->answered = 0;
        m->answering = s->index == 0;
    } else if (s->index == 0x22) {
        write_pixel(m, word);
    } else if (s->index >= 0) {
        write_register(m, (uint8_t)s->index, word);
    } else {
        module_complain(m, "a value without an index");
    }
}

static uint8_t give(pmb_module *m, bool data)
{
    struct indexed *s = m->state;
    (void)data;
    if (s->index != 0 || s->half >= 0 || s->answered > 1)
        return 0;
    return (uint8_t)(s->answered++ ? s->chip->id & 0xFF : s->chip->id >> 8);
}

static bool is_inverted(const struct indexed *s)
{
    return s->chip->early ? !(s->registers[0x07] & 4) : !(s->registers[0x61] & 1);
}

static void plot(pmb_module *m, int x, int y, uint16_t value, int light)
{
    const struct indexed *s = m->state;
    const bool usual = s->registers[0x03] & 0x1000; /* these glasses have blue first */
    const bool inverse = is_inverted(s) != m->options.inverted;
    uint8_t c[3] = {(uint8_t)((value >> 11) * 255 / 31), (uint8_t)((value >> 5 & 63) * 255 / 63),
                    (uint8_t)((value & 31) * 255 / 31)};
    if (usual == m->options.bgr) {
        const uint8_t keep = c[0];
        c[0] = c[2];
        c[2] = keep;
    }
    for (int i = 0; i < 3; i++)
        c[i] = (uint8_t)((inverse ? 255 - c[i] : c[i]) * light / 255);
    module_plot(m, x, y, c[0], c[1], c[2]);
}

static void render(pmb_module *m)
{
    const struct indexed *s = m->state;
    const uint16_t *r = s->registers;
    const bool low = m->options.backlight_low;
    const int light = module_pin_level(m, PIN_BLK, low) != low ? 255 : 20;
    const bool live =
        (r[0x07] & 3) == 3 && r[0x10] & 0xFF00 && !(r[0x10] & 1) && !link_in_reset(&s->link);
    /* "Glass" in the notes: upright with the columns from the last. */
    const bool columns_right = r[0x01] & 0x100;
    const bool last_first = s->chip->early ? r[0x01] & 0x200 : r[0x60] & 0x8000;
    const bool rows_right = last_first == s->chip->rows_upward;
    for (int y = 0; y < m->options.height; y++)
        for (int x = 0; x < m->options.width; x++) {
            const int column = columns_right ? x : s->chip->columns - 1 - x;
            const int row = rows_right ? y : s->chip->rows - 1 - y;
            if (live)
                plot(m, x, y, s->memory[row][column], light);
            else
                module_plot(m, x, y, (uint8_t)light, (uint8_t)light, (uint8_t)light);
        }
}

static bool create(pmb_module *m, const struct chip *chip)
{
    struct indexed *s = m->state;
    const pmb_module_options *o = &m->options;
    s->chip = chip;
    s->link.take = take;
    s->link.give = give;
    s->link.reset = power_on_values;
    s->link.spi_clock_ns = chip->spi_clock_ns;
    s->link.read_clock_ns = 150;
    s->link.strobe_ns = 50;
    s->link.reset_ns = 1000000;
    s->link.reset_wait_us = 10000;
    if (o->column || o->row || o->width != chip->columns || o->height != chip->rows ||
        (o->bus != PMB_MODULE_PARALLEL && (o->bus != PMB_MODULE_SPI || !chip->spi_clock_ns)) ||
        !link_open(m, &s->link))
        return false;
    power_on_values(m);
    module_memory(m, s->memory, sizeof s->memory, 2, 2, chip->id);
    return true;
}

static const struct chip ili9225 = {176, 220, 0x9225, true, false, 50};
static const struct chip ili9320 = {240, 320, 0x9320, false, false, 0};
static const struct chip ili9325 = {240, 320, 0x9325, false, true, 0};

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
        title, pins, sizeof(struct indexed), create_##chip, link_pin_changed, render, NULL}

TYPE(ili9225, "ILI9225");
TYPE(ili9320, "ILI9320");
TYPE(ili9325, "ILI9325");
