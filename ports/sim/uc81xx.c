/* uc81xx.c - e-paper modules with UC8151, UC8176, UC8179 and IL91874, from
 * docs/controllers/uc8151.md. */
#include "bench_parts.h"
#include "busy.h"
#include "commands.h"
#include "ink.h"
#include "link.h"
#include "pemble/bench_modules.h"

#include <string.h>

enum { BYTES = 100, ROWS = 480, PIN_BUSY = 7, WAVEFORM_BYTES = 60 };
enum { COM, WHITE_WHITE, BLACK_WHITE, WHITE_BLACK, BLACK_BLACK, WAVEFORMS };

struct chip {
    int columns, rows;
    int window_bytes, resolution_bytes;
    bool parts;    /* data for a part by 14h and 15h, a refresh of it by 16h */
    bool inks;     /* a glass with red */
    bool bare;     /* no waveforms in its memory */
    bool uc8179;   /* 50h has two bytes, waveforms are longer, 17h */
    bool optimise; /* wants its F8h before the power goes on */
};

struct paper {
    struct link link;
    struct busy busy;
    struct commands commands;
    const struct chip *chip;
    uint8_t memory[2][ROWS][BYTES];
    struct ink ink;
    uint8_t waveforms[WAVEFORMS][WAVEFORM_BYTES];
    int waveform, waveform_at; /* being received, -1 for none */
    uint8_t setting, interval;
    int plane, left, right, top, bottom, x, y; /* of the data being written, columns in bytes */
    int window[4];                             /* left, right, top, bottom in pixels */
    int driven[4];                             /* the same, of the refresh that goes on */
    bool windowed, asleep, resolution, own_power, optimised, off_at_end;
    int columns, rows; /* of the resolution that is set */
};

static void registers(struct paper *s)
{
    s->commands.wanted = s->commands.have = 0;
    s->plane = s->waveform = -1;
    s->setting = 0x0F;
    s->interval = 0xD7;
    s->windowed = s->busy.powered = s->resolution = s->own_power = s->optimised = false;
    s->off_at_end = false;
    s->columns = s->chip->columns;
    s->rows = s->chip->rows;
}

static void hardware_reset(pmb_module *m)
{
    struct paper *s = m->state;
    registers(s); /* what was driven half stays as it is */
    /* Deep sleep loses the memory. */
    if (s->asleep)
        module_noise(&s->memory[0][0][0], sizeof s->memory, 81);
    s->asleep = false;
    busy_end(m);
}

static bool bit_of(const struct paper *s, int plane, int x, int y)
{
    return s->memory[plane][y][x / 8] >> (7 - x % 8) & 1;
}

/* ---- waveforms ---- */

/* The phases of a waveform: "Waveforms" in the notes. */
static struct waveform phases_of(const uint8_t *bytes, int groups)
{
    struct waveform w = {0};
    for (int group = 0; group < groups; group++, bytes += 6)
        for (int repeat = 0; repeat < bytes[5]; repeat++)
            for (int phase = 0; phase < 4; phase++)
                waveform_add(&w, bytes[0] >> (6 - 2 * phase) & 3, bytes[1 + phase]);
    return w;
}

static struct ink_drive drive_of(const pmb_module *m, int which)
{
    const struct paper *s = m->state;
    const bool longer = s->chip->uc8179 && which != WHITE_WHITE;
    const struct waveform w = phases_of(s->waveforms[which], longer ? 10 : 7);
    return ink_plan(m, &w);
}

static bool own_waveforms(const struct paper *s)
{
    return s->setting & 0x20;
}

/* By its own waveforms: the four are chosen by both bits, or by the ink. */
static void drive_own(pmb_module *m)
{
    struct paper *s = m->state;
    struct ink_drive drives[WAVEFORMS];
    for (int i = 0; i < WAVEFORMS; i++)
        drives[i] = drive_of(m, i);
    for (int y = s->driven[2]; y <= s->driven[3]; y++)
        for (int x = s->driven[0]; x <= s->driven[1]; x++) {
            const int column = x + m->options.column, row = y + m->options.row;
            const bool first = bit_of(s, 0, column, row), second = bit_of(s, 1, column, row);
            int which =
                first ? (second ? WHITE_WHITE : WHITE_BLACK) : (second ? BLACK_WHITE : BLACK_BLACK);
            if (s->chip->inks)
                which = second ? BLACK_WHITE : first ? WHITE_BLACK : BLACK_BLACK; /* R, W, K */
            ink_move(&s->ink, x, y, &drives[which]);
        }
}

/* By those of the maker. */
static void drive_usual(pmb_module *m)
{
    struct paper *s = m->state;
    for (int y = s->driven[2]; y <= s->driven[3]; y++)
        for (int x = s->driven[0]; x <= s->driven[1]; x++) {
            const int column = x + m->options.column, row = y + m->options.row;
            const bool first = bit_of(s, 0, column, row), second = bit_of(s, 1, column, row);
            if (!s->chip->inks) {
                ink_settle(&s->ink, x, y, second ? INK_WHITE : INK_BLACK);
                continue;
            }
            const bool ink = s->chip->uc8179 ? second : second == !(s->interval & 0x20);
            const bool white = s->chip->uc8179 ? first : first == (bool)(s->interval & 0x10);
            ink_settle(&s->ink, x, y, ink ? INK_SECOND : white ? INK_WHITE : INK_BLACK);
        }
}

/* ---- the border: "Border" in the notes ---- */

enum border { BORDER_FLOATS, BORDER_BLACK, BORDER_WHITE };

static enum border border_of(const struct paper *s)
{
    const int bits = s->chip->uc8179 ? s->interval >> 4 & 3 : s->interval >> 6;
    if (s->chip->uc8179 && s->interval & 0x80)
        return BORDER_FLOATS;
    return bits == 1 ? BORDER_BLACK : bits == 2 ? BORDER_WHITE : BORDER_FLOATS;
}

static void drive_border(pmb_module *m)
{
    struct paper *s = m->state;
    const enum border border = border_of(s);
    if (border == BORDER_FLOATS || s->chip->inks)
        return;
    if (!own_waveforms(s)) {
        s->ink.border = border == BORDER_WHITE ? 255 : 0;
        s->ink.border_balance = 0;
        return;
    }
    const struct ink_drive drive = drive_of(m, border == BORDER_WHITE ? BLACK_WHITE : WHITE_BLACK);
    if (drive_of(m, WHITE_WHITE).factor == 1) /* what stays is not driven */
        module_complain(m, "the border is driven in a partial refresh (50h = %02Xh)", s->interval);
    ink_move_border(&s->ink, &drive);
}

static void check_border(pmb_module *m)
{
    const struct paper *s = m->state;
    if (!s->chip->inks && border_of(s) == BORDER_BLACK)
        module_complain(m, "the border is driven black in every refresh (50h = %02Xh)",
                        s->interval);
}

/* ---- refreshing ---- */

static void refreshed(pmb_module *m)
{
    struct paper *s = m->state;
    if (own_waveforms(s))
        drive_own(m);
    else if (!s->chip->bare)
        drive_usual(m);
    drive_border(m);
    ink_check(m, &s->ink);
    if (!own_waveforms(s))
        s->own_power = false; /* loaded from its memory */
    if (s->off_at_end)
        s->busy.powered = s->off_at_end = false;
    busy_watch_power(m);
}

/* Milliseconds that a refresh takes. */
static uint64_t duration(const pmb_module *m)
{
    const struct paper *s = m->state;
    int most = 0;
    if (!own_waveforms(s))
        return s->chip->inks ? (m->celsius < 10 ? 30000 : 15000) : 4000;
    for (int i = 0; i < WAVEFORMS; i++) {
        const int frames = drive_of(m, i).frames;
        most = frames > most ? frames : most;
    }
    return (uint64_t)most * 20; /* 50 frames a second */
}

static void check_refresh(pmb_module *m)
{
    const struct paper *s = m->state;
    if (!s->resolution)
        module_complain(m, "a refresh before the resolution was set");
    if (s->chip->inks == (bool)(s->setting & 0x10))
        module_complain(m, "the panel setting is for a glass with %s",
                        s->chip->inks ? "one ink" : "two inks");
    if (!own_waveforms(s) && s->chip->bare)
        module_complain(m, "a refresh with the waveforms of its memory, which has none");
    if (own_waveforms(s) && !s->own_power)
        module_complain(m, "own waveforms without 01h, 30h and 82h for them");
    if (s->chip->optimise && !s->optimised)
        module_complain(m, "a refresh without F8h");
    check_border(m);
}

static void refresh(pmb_module *m)
{
    struct paper *s = m->state;
    if (!s->busy.powered) {
        module_complain(m, "a refresh with the power off");
        return;
    }
    check_refresh(m);
    busy_begin(m, duration(m), refreshed);
}

static int within(int value, int least, int most)
{
    return value < least ? least : value > most ? most : value;
}

/* The pixels of the glass that a refresh drives: all, or those in a window of the memory. */
static void choose_driven(pmb_module *m, const int window[4])
{
    struct paper *s = m->state;
    const int w = m->options.width, h = m->options.height;
    const int all[] = {0, w - 1, 0, h - 1};
    memcpy(s->driven, all, sizeof all);
    if (!window)
        return;
    s->driven[0] = within(window[0] - m->options.column, 0, w - 1);
    s->driven[1] = within(window[1] - m->options.column, 0, w - 1);
    s->driven[2] = within(window[2] - m->options.row, 0, h - 1);
    s->driven[3] = within(window[3] - m->options.row, 0, h - 1);
}

/* ---- memory ---- */

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
    const int window[] = {left, right, top, bottom};
    memcpy(s->window, window, sizeof window);
}

/* The part that 14h, 15h and 16h name; false when there is none such. */
static bool read_part(pmb_module *m, const uint8_t *p, int part[4])
{
    const struct paper *s = m->state;
    const int x = p[0] << 8 | p[1], y = p[2] << 8 | p[3], w = p[4] << 8 | p[5],
              h = p[6] << 8 | p[7];
    if (x % 8 || w % 8 || w == 0 || h == 0 || x + w > s->chip->columns || y + h > s->chip->rows) {
        module_complain(m, "part %d,%d of %dx%d is not possible", x, y, w, h);
        return false;
    }
    const int found[] = {x, x + w - 1, y, y + h - 1};
    memcpy(part, found, sizeof found);
    return true;
}

static void begin_part(pmb_module *m, int plane, const uint8_t *p)
{
    struct paper *s = m->state;
    int part[4];
    if (!read_part(m, p, part))
        return;
    s->plane = plane;
    s->left = s->x = part[0] / 8;
    s->right = part[1] / 8;
    s->top = s->y = part[2];
    s->bottom = part[3];
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

/* ---- commands ---- */

static void deep_sleep(pmb_module *m, uint8_t code)
{
    struct paper *s = m->state;
    s->asleep = code == 0xA5;
    if (!s->asleep)
        module_complain(m, "deep sleep with a wrong code %02Xh", code);
    if (s->busy.powered)
        module_complain(m, "deep sleep with the power on");
}

static void start_refresh(pmb_module *m, uint8_t command, const uint8_t *p)
{
    struct paper *s = m->state;
    int part[4];
    if (command == 0x16 && !read_part(m, p, part))
        return;
    choose_driven(m, command == 0x16 ? part : s->windowed ? s->window : NULL);
    if (command == 0x17) {
        if (p[0] != 0xA5)
            module_complain(m, "automatic sequence %02Xh", p[0]);
        s->busy.powered = s->off_at_end = true;
    }
    refresh(m);
}

static void act(pmb_module *m, uint8_t command, const uint8_t *p, int count)
{
    struct paper *s = m->state;
    s->plane = s->waveform = -1;
    if (command == 0x00 && count) {
        s->setting = p[0];
    } else if (command == 0x01 || command == 0x30 || command == 0x82) {
        s->own_power = true;
    } else if (command == 0x02) {
        busy_power_off(m);
        busy_begin(m, 40, NULL);
    } else if (command == 0x04) {
        s->busy.powered = true;
        busy_begin(m, 60, NULL);
    } else if (command == 0x07) {
        deep_sleep(m, p[0]);
    } else if (command == 0x10 || command == 0x13) {
        begin_data(s, command == 0x13);
    } else if (command == 0x12 || command == 0x16 || command == 0x17) {
        start_refresh(m, command, p);
    } else if (s->chip->parts && (command == 0x14 || command == 0x15)) {
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
    } else if (command == 0xF8) {
        s->optimised = true;
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
    {0x00, 0x00, 1}, {0x01, 0x01, 5}, {0x02, 0x02, 0}, {0x04, 0x04, 0}, {0x07, 0x07, 1},           \
        {0x10, 0x10, 0}, {0x12, 0x13, 0}, {0x20, 0x24, 0}, {0x30, 0x30, 1}, {0x60, 0x60, 1},       \
    {                                                                                              \
        0x82, 0x82, 1                                                                              \
    }

static const struct command_shape narrow[] = {
    SHARED,          {0x06, 0x06, 3}, {0x50, 0x50, 1}, {0x61, 0x61, 3},
    {0x90, 0x90, 7}, {0x91, 0x92, 0}, {0, 0, -1},
};
static const struct command_shape wide[] = {
    SHARED,          {0x06, 0x06, 3}, {0x50, 0x50, 1}, {0x61, 0x61, 4},
    {0x90, 0x90, 9}, {0x91, 0x92, 0}, {0, 0, -1},
};
static const struct command_shape widest[] = {
    SHARED,          {0x06, 0x06, 4}, {0x15, 0x15, 1}, {0x17, 0x17, 1}, {0x50, 0x50, 2},
    {0x61, 0x61, 4}, {0x90, 0x90, 9}, {0x91, 0x92, 0}, {0, 0, -1},
};
static const struct command_shape parts[] = {
    SHARED,          {0x06, 0x06, 3}, {0x50, 0x50, 1}, {0x61, 0x61, 4},
    {0x14, 0x16, 8}, {0xF8, 0xF8, 2}, {0, 0, -1},
};

static const struct command_shape *shapes_of(const struct chip *chip)
{
    if (chip->parts)
        return parts;
    if (chip->uc8179)
        return widest;
    return chip->window_bytes == 7 ? narrow : wide;
}

static bool create(pmb_module *m, const struct chip *chip)
{
    struct paper *s = m->state;
    pmb_module_options *o = &m->options;
    s->chip = chip;
    s->commands.shapes = shapes_of(chip);
    s->commands.act = act;
    s->busy = (struct busy){.pin = PIN_BUSY, .working = DRIVE_LOW, .idle = DRIVE_HIGH};
    m->busy = &s->busy;
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
    ink_new(&s->ink, m);
    module_memory(m, s->memory, sizeof s->memory, 1, 1, (uint32_t)chip->rows);
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
        title, pins, sizeof(struct paper), create_##name, link_pin_changed, render, busy_end}

TYPE(uc8151, "UC8151", .columns = 160, .rows = 296, .window_bytes = 7, .resolution_bytes = 3);
TYPE(uc8151_red, "UC8151, red", .columns = 160, .rows = 296, .window_bytes = 7,
     .resolution_bytes = 3, .inks = true);
TYPE(uc8151_bare, "UC8151, bare", .columns = 160, .rows = 296, .window_bytes = 7,
     .resolution_bytes = 3, .bare = true);
TYPE(uc8176, "UC8176", .columns = 400, .rows = 300, .window_bytes = 9, .resolution_bytes = 4);
TYPE(uc8176_red, "UC8176, red", .columns = 400, .rows = 300, .window_bytes = 9,
     .resolution_bytes = 4, .inks = true);
TYPE(uc8179, "UC8179", .columns = 800, .rows = 480, .window_bytes = 9, .resolution_bytes = 4,
     .uc8179 = true);
TYPE(uc8179_red, "UC8179, red", .columns = 800, .rows = 480, .window_bytes = 9,
     .resolution_bytes = 4, .uc8179 = true, .inks = true);
TYPE(il91874, "IL91874, red", .columns = 176, .rows = 264, .resolution_bytes = 4, .parts = true,
     .inks = true, .optimise = true);
TYPE(il91874_red_bare, "IL91874, red, bare", .columns = 176, .rows = 264, .resolution_bytes = 4,
     .parts = true, .inks = true, .bare = true, .optimise = true);
TYPE(il91874_bare, "IL91874, bare", .columns = 176, .rows = 264, .resolution_bytes = 4,
     .parts = true, .bare = true, .optimise = true);
