/* uc81xx.c - e-paper modules with UC8151, UC8176 and IL91874, from docs/controllers/uc8151.md. */
#include "bench_parts.h"
#include "commands.h"
#include "ink.h"
#include "link.h"
#include "pemble/bench_modules.h"

#include <string.h>

enum {
    BYTES = 50,
    ROWS = 300,
    MS = 1000000,
    PIN_BUSY = 7,
    MOST_FRAMES = 100,
    BUSY_LATE_NS = 200000,
    WAVEFORM_BYTES = 44
};
enum { COM, WHITE_WHITE, BLACK_WHITE, WHITE_BLACK, BLACK_BLACK, WAVEFORMS };

struct chip {
    int columns, rows;
    int window_bytes, resolution_bytes;
    bool parts; /* data for a part by 14h and 15h */
    bool inks;
};

struct paper {
    struct link link;
    struct commands commands;
    const struct chip *chip;
    uint8_t memory[2][ROWS][BYTES];
    struct ink ink;
    int16_t balance[ROWS][BYTES * 8]; /* frames towards white less frames towards black */
    uint8_t waveforms[WAVEFORMS][WAVEFORM_BYTES];
    int waveform, waveform_at; /* being received, -1 for none */
    uint8_t setting, interval;
    int plane, left, right, top, bottom, x, y; /* of the data being written, columns in bytes */
    int window[4];                             /* left, right, top, bottom in pixels */
    bool windowed, powered, busy, asleep, resolution;
    int columns, rows; /* of the resolution that is set */
    uint64_t idle_since;
    uint64_t ends; /* of the refresh that is going on; 0: none is */
};

/* Busy is low. */
/* The pin shows it a little later ("Busy" in the notes). */
static void show_busy(pmb_module *m)
{
    if (((struct paper *)m->state)->busy)
        module_pin_drive(m, PIN_BUSY, DRIVE_LOW);
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
    module_pin_drive(m, PIN_BUSY, DRIVE_HIGH);
}

static void registers(struct paper *s)
{
    s->commands.wanted = s->commands.have = 0;
    s->plane = s->waveform = -1;
    s->setting = 0x0F;
    s->interval = 0xD7;
    s->windowed = s->powered = s->resolution = false;
    s->columns = s->chip->columns;
    s->rows = s->chip->rows;
    s->ends = 0;
}

static void hardware_reset(pmb_module *m)
{
    struct paper *s = m->state;
    registers(s);
    /* Deep sleep loses the memory. */
    if (s->asleep)
        module_noise(&s->memory[0][0][0], sizeof s->memory, 81);
    s->asleep = false;
    free_again(m);
}

static bool bit_of(const struct paper *s, int plane, int x, int y)
{
    return s->memory[plane][y][x / 8] >> (7 - x % 8) & 1;
}

/* Where a waveform pushes the ink: frames towards white less frames towards black in its last
 * phase, as a sign, and the number of its frames. */
static int drive_of(const uint8_t *waveform, int *frames)
{
    int direction = 0;
    *frames = 0;
    for (int group = 0; group < 7; group++, waveform += 6)
        for (int phase = 0; phase < 4; phase++) {
            const int level = waveform[0] >> (6 - 2 * phase) & 3;
            const int count = waveform[1 + phase] * waveform[5];
            *frames += count;
            if (count > 0 && level == 1)
                direction = -1;
            else if (count > 0 && level == 2)
                direction = 1;
        }
    return direction;
}

/* What a waveform leaves on a pixel: frames towards white less frames towards black. */
static int sum_of(const uint8_t *waveform)
{
    int sum = 0;
    for (int group = 0; group < 7; group++, waveform += 6)
        for (int phase = 0; phase < 4; phase++) {
            const int level = waveform[0] >> (6 - 2 * phase) & 3;
            const int count = waveform[1 + phase] * waveform[5];
            sum += level == 1 ? -count : level == 2 ? count : 0;
        }
    return sum;
}

static void drive_pixel(struct paper *s, int x, int y, bool first, bool second)
{
    if (s->chip->inks) {
        const bool ink = second == !(s->interval & 0x20);
        const bool white = first == (bool)(s->interval & 0x10);
        ink_settle(&s->ink, x, y, ink ? INK_SECOND : white ? INK_WHITE : INK_BLACK);
        return;
    }
    /* The first memory is what is shown, the second what shall be. */
    if (!(s->setting & 0x20)) {
        ink_settle(&s->ink, x, y, second ? INK_WHITE : INK_BLACK);
        s->balance[y][x] = 0; /* the maker's own waveforms are balanced */
        return;
    }
    int frames;
    const int which =
        first ? (second ? WHITE_WHITE : WHITE_BLACK) : (second ? BLACK_WHITE : BLACK_BLACK);
    const int direction = drive_of(s->waveforms[which], &frames);
    s->balance[y][x] = (int16_t)(s->balance[y][x] + sum_of(s->waveforms[which]));
    if (direction)
        ink_push(&s->ink, x, y, direction > 0 ? INK_WHITE : INK_BLACK, frames > 30 ? 3 : 6);
}

/* Without the wire a board can only wait as long as a refresh may take in the cold. */
static uint64_t idle_limit(const pmb_module *m)
{
    return (m->pins[PIN_BUSY].net ? 10000ull : 30000ull) * MS;
}

/* Voltage on a glass that is not driven wears it ("Power" in the notes). */
static void check_power(pmb_module *m)
{
    struct paper *s = m->state;
    if (s->powered && s->ends == 0 && m->bench->now >= s->idle_since + idle_limit(m))
        module_complain(m, "the high voltage is still on %u seconds after a refresh",
                        (unsigned)(idle_limit(m) / 1000 / MS));
}

static void refreshed(pmb_module *m)
{
    struct paper *s = m->state;
    if (m->bench->now != s->ends)
        return;
    s->ends = 0;
    s->idle_since = m->bench->now;
    bench_later(m, idle_limit(m), check_power);
    for (int y = 0; y < m->options.height; y++)
        for (int x = 0; x < m->options.width; x++) {
            const int column = x + m->options.column, row = y + m->options.row;
            drive_pixel(s, x, y, bit_of(s, 0, column, row), bit_of(s, 1, column, row));
            if (s->balance[y][x] > MOST_FRAMES || s->balance[y][x] < -MOST_FRAMES)
                module_complain(m,
                                "a pixel is driven more to one side than to the other by over %d "
                                "frames: it fades",
                                MOST_FRAMES);
        }
    free_again(m);
}

/* "Border" in the notes: bits 7 and 6 of 50h. */
static void check_border(pmb_module *m)
{
    const struct paper *s = m->state;
    const int border = s->interval >> 6;
    int frames = 1;
    if (s->setting & 0x20)
        (void)drive_of(s->waveforms[WHITE_WHITE], &frames);
    if (s->chip->inks)
        return;
    if (border == 1)
        module_complain(m, "the border is driven black in every refresh (50h = %02Xh)",
                        s->interval);
    else if (border == 2 && frames == 0)
        module_complain(m, "the border is driven in a partial refresh (50h = %02Xh)", s->interval);
}

static void refresh(pmb_module *m)
{
    struct paper *s = m->state;
    if (!s->powered) {
        module_complain(m, "a refresh with the power off");
        return;
    }
    if (!s->resolution)
        module_complain(m, "a refresh before the resolution was set");
    if (s->chip->inks == (bool)(s->setting & 0x10))
        module_complain(m, "the panel setting is for a glass with %s",
                        s->chip->inks ? "one ink" : "two inks");
    check_border(m);
    uint64_t ms = s->chip->inks ? 15000 : 4000;
    if (s->setting & 0x20) {
        int most = 0;
        for (int i = 0; i < WAVEFORMS; i++) {
            int frames;
            (void)drive_of(s->waveforms[i], &frames);
            most = frames > most ? frames : most;
        }
        ms = (uint64_t)most * 20; /* 50 frames a second */
    }
    s->ends = m->bench->now + ms * MS;
    set_busy(m, ms * MS, refreshed);
}

static void begin_data(struct paper *s, int plane)
{
    s->plane = plane;
    s->left = s->windowed ? s->window[0] / 8 : 0;
    s->right = s->windowed ? s->window[1] / 8 : s->columns / 8 - 1;
    s->top = s->windowed ? s->window[2] : 0;
    s->bottom = s->windowed ? s->window[3] : s->rows - 1;
    s->x = s->left;
    s->y = s->top;
}

static void set_window(pmb_module *m, const uint8_t *p)
{
    struct paper *s = m->state;
    const bool wide = s->chip->window_bytes == 9;
    const int left = wide ? p[0] << 8 | p[1] : p[0], right = wide ? p[2] << 8 | p[3] : p[1];
    const uint8_t *v = wide ? p + 4 : p + 2;
    const int top = v[0] << 8 | v[1], bottom = v[2] << 8 | v[3];
    if (left % 8 || right % 8 != 7 || left > right || right >= s->chip->columns || top > bottom ||
        bottom >= s->chip->rows) {
        module_complain(m, "window %d to %d, %d to %d is not possible", left, right, top, bottom);
        return;
    }
    s->window[0] = left;
    s->window[1] = right;
    s->window[2] = top;
    s->window[3] = bottom;
}

static void begin_part(pmb_module *m, int plane, const uint8_t *p)
{
    struct paper *s = m->state;
    const int x = p[0] << 8 | p[1], y = p[2] << 8 | p[3], w = p[4] << 8 | p[5],
              h = p[6] << 8 | p[7];
    if (x % 8 || w % 8 || w == 0 || h == 0 || x + w > s->chip->columns || y + h > s->chip->rows) {
        module_complain(m, "part %d,%d of %dx%d is not possible", x, y, w, h);
        return;
    }
    s->plane = plane;
    s->left = s->x = x / 8;
    s->right = (x + w) / 8 - 1;
    s->top = s->y = y;
    s->bottom = y + h - 1;
}

static void set_resolution(pmb_module *m, const uint8_t *p)
{
    struct paper *s = m->state;
    const int skip = s->chip->resolution_bytes == 3 ? 1 : 0;
    const int w = skip ? p[0] : p[0] << 8 | p[1], h = p[2 - skip] << 8 | p[3 - skip];
    const int columns = (m->options.column + m->options.width + 7) / 8 * 8;
    s->resolution = w == columns && h == m->options.row + m->options.height;
    s->columns = w;
    s->rows = h;
    if (!s->resolution)
        module_complain(m, "resolution %dx%d: this glass has %dx%d", w, h, columns,
                        m->options.row + m->options.height);
}

static void act(pmb_module *m, uint8_t command, const uint8_t *p, int count)
{
    struct paper *s = m->state;
    s->plane = s->waveform = -1;
    if (command == 0x00 && count) {
        s->setting = p[0];
    } else if (command == 0x02) {
        s->powered = false;
        set_busy(m, 40ull * MS, free_again);
    } else if (command == 0x04) {
        s->powered = true;
        set_busy(m, 60ull * MS, free_again);
    } else if (command == 0x07) {
        s->asleep = p[0] == 0xA5;
        if (!s->asleep)
            module_complain(m, "deep sleep with a wrong code %02Xh", p[0]);
        if (s->powered)
            module_complain(m, "deep sleep with the power on");
    } else if (command == 0x10 || command == 0x13) {
        begin_data(s, command == 0x13);
    } else if (command == 0x12) {
        refresh(m);
    } else if (command == 0x14 || command == 0x15) {
        begin_part(m, command == 0x15, p);
    } else if (command >= 0x20 && command <= 0x24) {
        s->waveform = command - 0x20;
        s->waveform_at = 0;
    } else if (command == 0x50) {
        s->interval = p[0];
    } else if (command == 0x61) {
        set_resolution(m, p);
    } else if (command == 0x90) {
        set_window(m, p);
    } else if (command == 0x91 || command == 0x92) {
        s->windowed = command == 0x91;
    }
}

static void write_memory(pmb_module *m, uint8_t byte)
{
    struct paper *s = m->state;
    if (s->waveform >= 0 && s->waveform_at < WAVEFORM_BYTES) {
        s->waveforms[s->waveform][s->waveform_at++] = byte;
        return;
    }
    if (s->plane < 0 || s->y > s->bottom) {
        module_complain(m, s->plane < 0 ? "data without a command to write the memory"
                                        : "more data than the window has");
        return;
    }
    m->tally.pixel_bytes++;
    s->memory[s->plane][s->y][s->x] = byte;
    if (++s->x <= s->right)
        return;
    s->x = s->left;
    s->y++;
}

static void take(pmb_module *m, bool data, uint8_t byte)
{
    struct paper *s = m->state;
    if (s->asleep || s->busy) {
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
    {0x00, 0x00, 1}, {0x01, 0x01, 5}, {0x02, 0x02, 0}, {0x04, 0x04, 0}, {0x06, 0x06, 3},           \
        {0x07, 0x07, 1}, {0x10, 0x10, 0}, {0x12, 0x13, 0}, {0x20, 0x24, 0}, {0x30, 0x30, 1},       \
        {0x50, 0x50, 1}, {0x60, 0x60, 1},                                                          \
    {                                                                                              \
        0x82, 0x82, 1                                                                              \
    }

static const struct command_shape narrow[] = {
    SHARED, {0x61, 0x61, 3}, {0x90, 0x90, 7}, {0x91, 0x92, 0}, {0, 0, -1},
};
static const struct command_shape wide[] = {
    SHARED, {0x61, 0x61, 4}, {0x90, 0x90, 9}, {0x91, 0x92, 0}, {0, 0, -1},
};
static const struct command_shape parts[] = {
    SHARED,
    {0x61, 0x61, 4},
    {0x14, 0x15, 8},
    {0, 0, -1},
};

static bool create(pmb_module *m, const struct chip *chip)
{
    struct paper *s = m->state;
    pmb_module_options *o = &m->options;
    s->chip = chip;
    s->commands.shapes = chip->parts ? parts : chip->window_bytes == 7 ? narrow : wide;
    s->commands.act = act;
    if (!o->offset_given)
        o->column = o->row = 0;
    s->link.take = take;
    s->link.reset = hardware_reset;
    s->link.spi_clock_ns = 100;
    s->link.reset_ns = 50000;
    if (o->column < 0 || o->row < 0 || o->column + o->width > chip->columns ||
        o->row + o->height > chip->rows || o->bus == PMB_MODULE_I2C ||
        o->bus >= PMB_MODULE_PARALLEL || !link_open(m, &s->link))
        return false;
    registers(s);
    ink_new(&s->ink);
    module_memory(m, s->memory, sizeof s->memory, 1, 1, (uint32_t)chip->rows);
    return true;
}

static const struct chip uc8151 = {160, 296, 7, 3, false, false};
static const struct chip uc8151_red = {160, 296, 7, 3, false, true};
static const struct chip uc8176 = {400, 300, 9, 4, false, false};
static const struct chip uc8176_red = {400, 300, 9, 4, false, true};
static const struct chip il91874 = {176, 264, 0, 4, true, true};

static bool create_8151(pmb_module *m)
{
    return create(m, &uc8151);
}

static bool create_8151_red(pmb_module *m)
{
    return create(m, &uc8151_red);
}

static bool create_8176(pmb_module *m)
{
    return create(m, &uc8176);
}

static bool create_8176_red(pmb_module *m)
{
    return create(m, &uc8176_red);
}

static bool create_91874(pmb_module *m)
{
    return create(m, &il91874);
}

static const char *const pins[] = {"GND", "VCC", "SCL", "SDA", "RES", "DC", "CS", "BUSY", NULL};

#define TYPE(symbol, title, creator)                                                               \
    const pmb_module_type symbol = {                                                               \
        title, pins, sizeof(struct paper), creator, link_pin_changed, render, free_again}

TYPE(pmb_sim_uc8151, "UC8151", create_8151);
TYPE(pmb_sim_uc8151_red, "UC8151, red", create_8151_red);
TYPE(pmb_sim_uc8176, "UC8176", create_8176);
TYPE(pmb_sim_uc8176_red, "UC8176, red", create_8176_red);
TYPE(pmb_sim_il91874, "IL91874, red", create_91874);
