/* jd7966x.c - e-paper modules with four inks: JD79660 and its kin, from
 * docs/controllers/jd79660.md.
 */
#include "bench_parts.h"
#include "busy.h"
#include "commands.h"
#include "ink.h"
#include "link.h"
#include "pemble/bench_modules.h"

#include <string.h>

enum { BYTES = 100, ROWS = 400, PIN_BUSY = 7 };

struct chip {
    int columns, rows;
};

struct paper {
    struct link link;
    struct busy busy;
    struct commands commands;
    const struct chip *chip;
    uint8_t memory[ROWS][BYTES]; /* four pixels to a byte */
    struct ink ink;
    int left, right, top, bottom, x, y; /* of the window, columns in bytes */
    int columns, rows;                  /* of the resolution */
    bool writing, asleep, resolution, set_up;
};

static void registers(struct paper *s)
{
    s->commands.wanted = s->commands.have = 0;
    s->left = s->top = 0;
    s->right = s->chip->columns / 4 - 1;
    s->bottom = s->chip->rows - 1;
    s->writing = s->resolution = s->set_up = s->busy.powered = false;
}

static void hardware_reset(pmb_module *m)
{
    struct paper *s = m->state;
    registers(s); /* what was driven half stays as it is */
    if (s->asleep)
        module_noise(&s->memory[0][0], sizeof s->memory, 87);
    s->asleep = false;
    busy_end(m);
}

static void refreshed(pmb_module *m)
{
    static const enum ink_target inks[] = {INK_BLACK, INK_WHITE, INK_THIRD, INK_SECOND};
    struct paper *s = m->state;
    for (int y = 0; y < m->options.height; y++)
        for (int x = 0; x < m->options.width; x++) {
            const int column = x + m->options.column, row = y + m->options.row;
            const uint8_t byte = s->memory[row][column / 4];
            ink_settle(&s->ink, x, y, inks[byte >> (6 - 2 * (column % 4)) & 3]);
        }
    busy_watch_power(m);
}

static void refresh(pmb_module *m)
{
    const struct paper *s = m->state;
    if (!s->busy.powered) {
        module_complain(m, "a refresh with the power off");
        return;
    }
    if (!s->resolution || !s->set_up)
        module_complain(m, "a refresh before the %s", s->set_up ? "resolution" : "setup");
    if (s->left > 0 || s->top > 0 || s->right < s->columns / 4 - 1 || s->bottom < s->rows - 1)
        module_complain(m, "a refresh of a window, which this part may not have");
    busy_begin(m, m->celsius < 10 ? 35000 : 20000, refreshed);
}

static void set_resolution(pmb_module *m, const uint8_t *p)
{
    struct paper *s = m->state;
    const int w = p[0] << 8 | p[1], h = p[2] << 8 | p[3];
    const int columns = (m->options.column + m->options.width + 7) / 8 * 8;
    s->resolution = w == columns && h == m->options.row + m->options.height;
    s->columns = w;
    s->rows = h;
    if (!s->resolution)
        module_complain(m, "resolution %dx%d: this glass has %dx%d", w, h, columns,
                        m->options.row + m->options.height);
}

static void set_window(pmb_module *m, const uint8_t *p)
{
    struct paper *s = m->state;
    const int left = p[0] << 8 | p[1], right = p[2] << 8 | p[3];
    const int top = p[4] << 8 | p[5], bottom = p[6] << 8 | p[7];
    if (left % 4 || right % 4 != 3 || left > right || right >= s->chip->columns || top > bottom ||
        bottom >= s->chip->rows || p[8] != 1) {
        module_complain(m, "window %d to %d, %d to %d is not possible", left, right, top, bottom);
        return;
    }
    s->left = left / 4;
    s->right = right / 4;
    s->top = top;
    s->bottom = bottom;
}

static void act(pmb_module *m, uint8_t command, const uint8_t *p, int count)
{
    struct paper *s = m->state;
    (void)count;
    s->writing = command == 0x10;
    if (command == 0x00) {
        s->set_up = true;
    } else if (command == 0x02) {
        busy_power_off(m);
        busy_begin(m, 40, NULL);
    } else if (command == 0x04) {
        s->busy.powered = true;
        busy_begin(m, 60, NULL);
    } else if (command == 0x07) {
        s->asleep = p[0] == 0xA5;
        if (!s->asleep || s->busy.powered)
            module_complain(m, s->asleep ? "deep sleep with the power on"
                                         : "deep sleep with a wrong code");
    } else if (command == 0x10) {
        s->x = s->left;
        s->y = s->top;
    } else if (command == 0x12) {
        refresh(m);
    } else if (command == 0x61) {
        set_resolution(m, p);
    } else if (command == 0x83) {
        set_window(m, p);
    }
}

static void write_memory(pmb_module *m, uint8_t byte)
{
    struct paper *s = m->state;
    if (!s->writing || s->y > s->bottom) {
        module_complain(m, s->writing ? "more data than the window has"
                                      : "data without a command to write the memory");
        return;
    }
    m->tally.pixel_bytes++;
    s->memory[s->y][s->x] = byte;
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

static bool create(pmb_module *m, const struct chip *chip)
{
    static const struct command_shape shapes[] = {
        {0x00, 0x01, 2}, {0x02, 0x02, 1}, {0x03, 0x03, 3}, {0x04, 0x04, 0}, {0x06, 0x06, 7},
        {0x07, 0x07, 1}, {0x10, 0x10, 0}, {0x12, 0x12, 1}, {0x30, 0x30, 1}, {0x4D, 0x4D, 1},
        {0x50, 0x50, 1}, {0x60, 0x60, 2}, {0x61, 0x61, 4}, {0x83, 0x83, 9}, {0xB4, 0xB5, 1},
        {0xE3, 0xE3, 1}, {0xE7, 0xE7, 1}, {0xE9, 0xE9, 1}, {0, 0, -1},
    };
    struct paper *s = m->state;
    pmb_module_options *o = &m->options;
    s->chip = chip;
    s->commands.shapes = shapes;
    s->commands.act = act;
    s->busy = (struct busy){.pin = PIN_BUSY, .working = DRIVE_LOW, .idle = DRIVE_HIGH};
    m->busy = &s->busy;
    if (!o->offset_given)
        o->column = o->row = 0;
    s->link.take = take;
    s->link.reset = hardware_reset;
    s->link.spi_clock_ns = 100;
    s->link.reset_ns = 200000;
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

#define TYPE(name, title, w, h)                                                                    \
    static bool create_##name(pmb_module *m)                                                       \
    {                                                                                              \
        static const struct chip chip = {(w), (h)};                                                \
        return create(m, &chip);                                                                   \
    }                                                                                              \
    const pmb_module_type pmb_sim_##name = {                                                       \
        title, pins, sizeof(struct paper), create_##name, link_pin_changed, render, busy_end}

TYPE(jd79660, "JD79660", 200, 200);
TYPE(jd79661, "JD79661", 184, 360);
TYPE(jd79667, "JD79667", 168, 400);
TYPE(jd79668, "JD79668", 400, 300);
