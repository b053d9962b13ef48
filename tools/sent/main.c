/*
 * main.c - writes what the drivers send: for each controller a page with the bytes of opening,
 * presenting, contrast, rotating, sleep and wake, as they leave the port, each with what the notes
 * say of it.
 *
 *     pemble-sent docs/controllers docs/controllers/sent
 */
#include <errno.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include "catalog.h"
#include "note.h"
#include "pemble/driver.h"
#include "pemble/shape.h"

enum { MOST_BYTES = 1 << 20, PIN_CS = 2, PIN_DC = 3, MOST_SHOWN = 16 };

/* What left the port: bytes, each with the level of D/C, and pauses between them. */
struct entry {
    bool data, first; /* first: of a transfer, behind which the panel was deselected */
    uint8_t byte;
    uint32_t pause; /* us, before it */
};

static struct entry sent[MOST_BYTES];
static size_t count;
static bool dc, first;
static uint32_t pause;

static void take(const uint8_t *bytes, size_t n)
{
    for (size_t i = 0; i < n && count < MOST_BYTES; i++) {
        sent[count++] = (struct entry){dc, first, bytes ? bytes[i] : 0, pause};
        pause = 0;
        first = false;
    }
}

static pmb_status spi(void *context, const pmb_bus *bus, const uint8_t *out, uint8_t *in, size_t n)
{
    (void)context, (void)bus;
    if (in)
        memset(in, 0, n);
    else
        take(out, n);
    return PMB_OK;
}

static pmb_status parallel(void *context, const pmb_bus *bus, const uint8_t *bytes, size_t n)
{
    (void)context, (void)bus;
    take(bytes, n);
    return PMB_OK;
}

static void pin_write(void *context, pmb_pin pin, bool high)
{
    (void)context;
    if (pin == PMB_PIN(PIN_DC))
        dc = high;
    else if (pin == PMB_PIN(PIN_CS))
        first = true;
}

static void wait_us(void *context, uint32_t microseconds)
{
    (void)context;
    pause += microseconds;
}

static const pmb_port port = {
    .spi = spi, .parallel = parallel, .pin_write = pin_write, .wait_us = wait_us};

static const pmb_pin lines[] = {PMB_PIN(40), PMB_PIN(41), PMB_PIN(42), PMB_PIN(43),
                                PMB_PIN(44), PMB_PIN(45), PMB_PIN(46), PMB_PIN(47)};

static pmb_panel_config config_of(const pmb_controller *controller)
{
    pmb_panel_config config = {
        .controller = controller,
        .size = controller->glasses[0].size,
        .bus = {.kind = &pmb_spi, .select = PMB_PIN(PIN_CS), .data_command = PMB_PIN(PIN_DC)},
        .reset = PMB_PIN(1),
    };
    if (!(controller->buses & PMB_HAS_SPI)) {
        config.bus.kind = &pmb_parallel8;
        config.bus.strobe = PMB_PIN(7);
        config.bus.second_select = PMB_PIN(9);
        config.bus.lines = lines;
    }
    return config;
}

/* ---- a page ---- */

static void print_pause(FILE *f, uint32_t microseconds)
{
    if (microseconds >= 1000)
        fprintf(f, "| *pause of %g ms* | | |\n", microseconds / 1000.0);
    else if (microseconds > 0)
        fprintf(f, "| *pause of %lu us* | | |\n", (unsigned long)microseconds);
}

/* Bytes as they are read: runs of one value are told by their number. */
static void print_bytes(FILE *f, size_t from, size_t to)
{
    int shown = 0;
    for (size_t i = from; i < to;) {
        size_t run = 1;
        while (i + run < to && sent[i + run].byte == sent[i].byte)
            run++;
        if (shown++ == MOST_SHOWN) {
            fprintf(f, " and %zu more", to - i);
            return;
        }
        const char *gap = i == from ? "" : " ";
        if (run > 3)
            fprintf(f, "%s%zu times %02X", gap, run, sent[i].byte);
        else
            fprintf(f, "%s%02X", gap, sent[i].byte);
        i += run > 3 ? run : 1;
    }
}

/* The PCD8544 has two sets of commands; bit 0 of 20h to 27h, which both have, chooses. */
static bool two_sets, second_set;

/* Commands of the index-register family are 16 bits, the lower eight in the second byte. */
static bool indexed;

static const struct note_row *row_of(const struct note *note, uint8_t command)
{
    const bool chooses = two_sets && (command & 0xF8) == 0x20;
    return note_of(note, second_set && !chooses, command);
}

/* Where the command at `at` ends: its parameters are data of the same transfer, or commands, as
 * many as the note says. */
static size_t end_of(size_t at, const struct note_row *row)
{
    size_t end = at + (indexed ? 2 : 1);
    const int wanted = row ? row->parameters : 0;
    while (end < count && sent[end].data && !sent[end].first)
        end++;
    if (end > at + 1 || indexed)
        return end;
    for (int i = 0; i < wanted && end < count && !sent[end].data && sent[end].pause < 1000; i++)
        end++;
    return end;
}

static void print_command(FILE *f, const struct note *note, size_t at, size_t end)
{
    const struct note_row *row = row_of(note, sent[at + indexed].byte);
    fprintf(f, "| `");
    print_bytes(f, at, end);
    if (two_sets && (sent[at].byte & 0xF8) == 0x20)
        second_set = sent[at].byte & 1;
    if (row)
        fprintf(f, "` | %s | %d %% |\n", row->meaning, note_confidence(row));
    else
        fprintf(f, "` | the note says nothing of it | |\n");
}

static void print_step(FILE *f, const char *title, const struct note *note, pmb_status status)
{
    fprintf(f, "\n## %s\n\n", title);
    if (status == PMB_ERR_UNSUPPORTED) {
        fprintf(f, "The controller has none.\n");
    } else if (count == 0) {
        fprintf(f, "Nothing is sent.\n");
    } else {
        fprintf(f, "| bytes | what the note says | sure to |\n| --- | --- | --- |\n");
        for (size_t at = 0; at < count;) {
            size_t end;
            print_pause(f, sent[at].pause);
            if (sent[at].data) {
                for (end = at; end < count && sent[end].data;)
                    end++;
                fprintf(f, "| data: `");
                print_bytes(f, at, end);
                fprintf(f, "` | to the memory | |\n");
            } else {
                end = end_of(at, row_of(note, sent[at + indexed].byte));
                print_command(f, note, at, end);
            }
            at = end;
        }
        print_pause(f, pause);
    }
    count = 0;
    pause = 0;
}

/* ---- what the tables of a controller say ---- */

static void print_buses(FILE *f, const pmb_controller *c)
{
    static const struct {
        uint8_t flag;
        const char *name;
    } names[] = {
        {PMB_HAS_SPI, "SPI with four wires"},        {PMB_HAS_SPI3, "SPI with three wires"},
        {PMB_HAS_SPI16, "SPI into shift registers"}, {PMB_HAS_SPI_SYNC, "a serial bus of its own"},
        {PMB_HAS_PARALLEL_8080, "parallel 8080"},    {PMB_HAS_PARALLEL_6800, "parallel 6800"}};
    const char *gap = "";
    fprintf(f, "| buses | ");
    if (c->buses & PMB_HAS_I2C) {
        fprintf(f, "I2C at %02Xh", c->addresses[0]);
        if (c->addresses[1])
            fprintf(f, " or %02Xh", c->addresses[1]);
        fprintf(f, " up to %u kHz", c->i2c_khz);
        gap = ", ";
    }
    for (size_t i = 0; i < sizeof names / sizeof names[0]; i++)
        if (c->buses & names[i].flag) {
            fprintf(f, "%s%s", gap, names[i].name);
            gap = ", ";
        }
    fprintf(f, " |\n");
    if (c->buses & (PMB_HAS_SPI | PMB_HAS_SPI3 | PMB_HAS_SPI16 | PMB_HAS_SPI_SYNC))
        fprintf(f, "| shortest clock cycle of SPI | %u ns |\n", c->spi_cycle_ns);
}

static void print_id(FILE *f, const pmb_controller *c)
{
    if (c->family->has_id && ((const pmb_dcs *)c->detail)->id)
        fprintf(f, "| identification | %06lX |\n", (unsigned long)((const pmb_dcs *)c->detail)->id);
    if (c->family->has_index_id)
        fprintf(f, "| identification | %04X |\n", ((const pmb_indexed *)c->detail)->id);
}

static void print_facts(FILE *f, const pmb_controller *c)
{
    static const char *const coms[] = {"", ", COM pins in sequence", ", COM pins alternate",
                                       ", COM pins in sequence, swapped",
                                       ", COM pins alternate, swapped"};
    fprintf(f, "\n| | |\n| --- | --- |\n| memory | %dx%d |\n", c->memory.w, c->memory.h);
    print_buses(f, c);
    print_id(f, c);
    for (uint8_t i = 0; i < c->glass_count; i++) {
        const pmb_glass *g = &c->glasses[i];
        fprintf(f, "| glass | %dx%d at column %d, row %d%s%s |\n", g->size.w, g->size.h,
                g->offset.x, g->offset.y, coms[g->com], g->round ? ", round" : "");
    }
}

static pmb_status present(pmb_panel *panel)
{
    static uint8_t pixels[64 * 64];
    pmb_canvas held;
    const pmb_rect area = {panel->frame.x, panel->frame.y, 8, 8};
    const pmb_status status = pmb_canvas_init(&held, panel->format, area, pixels, sizeof pixels);
    if (status != PMB_OK)
        return status;
    pmb_fill(&held, PMB_WHITE);
    return pmb_panel_write(panel, &held, area);
}

/* Greys have a format of their own, so the panel is opened for them. */
static void print_greys(FILE *f, const struct note *note, pmb_panel_config config)
{
    pmb_panel panel;
    config.refresh = PMB_REFRESH_GREYS;
    pmb_status status = pmb_panel_open(&panel, &config, &port);
    count = 0;
    pause = 0;
    if (status == PMB_OK)
        status = pmb_panel_refresh(&panel, PMB_REFRESH_GREYS);
    if (status == PMB_OK)
        status = pmb_panel_wait(&panel, 60000);
    print_step(f, "Refresh of greys", note, status);
}

/* Opening for the other glasses. */
static void print_glasses(FILE *f, const struct note *note, pmb_panel_config config)
{
    const pmb_controller *c = config.controller;
    for (uint8_t i = 1; i < c->glass_count; i++) {
        const pmb_glass *g = &c->glasses[i];
        pmb_panel panel;
        char title[80];
        config.size = g->size;
        config.offset = (pmb_offset){g->offset.x, g->offset.y, true};
        snprintf(title, sizeof title, "Open for %dx%d at column %d, row %d", g->size.w, g->size.h,
                 g->offset.x, g->offset.y);
        second_set = false;
        print_step(f, title, note, pmb_panel_open(&panel, &config, &port));
    }
}

static bool print_page(FILE *f, const struct known_controller *known, const struct note *note)
{
    const pmb_controller *controller = known->controller;
    const pmb_panel_config config = config_of(controller);
    static const char *const turns[] = {"", "Turned by 90 degrees", "Turned by 180 degrees",
                                        "Turned by 270 degrees"};
    static const char *const kinds[] = {"Full refresh", "Fast refresh", "Partial refresh"};
    pmb_panel panel;
    two_sets = controller == &pmb_pcd8544;
    second_set = false;
    indexed = controller->family == &pmb_family_indexed;
    fprintf(f,
            "# What is sent to %s\n\nMade by `make sent` from the running driver, for the glass of "
            "%dx%d, on %s. A line is a command with its parameters.\nSource of the meanings: %s.\n"
            "Reset: low for %u us, then a pause of %u ms.\n",
            known->title, config.size.w, config.size.h,
            controller->buses & PMB_HAS_SPI ? "SPI with four wires" : "a parallel bus",
            note->source, controller->reset_low_us, controller->reset_wait_ms);
    print_facts(f, controller);
    pmb_status status = pmb_panel_open(&panel, &config, &port);
    if (status != PMB_OK)
        return false;
    print_step(f, "Open", note, status);
    print_step(f, "Present 8 x 8 light pixels", note, present(&panel));
    for (int kind = 0; controller->family->refresh && kind < 3; kind++) {
        status = pmb_panel_refresh(&panel, (pmb_refresh)kind);
        if (status == PMB_OK)
            status = pmb_panel_wait(&panel, 60000);
        print_step(f, kinds[kind], note, status);
    }
    if (controller->family->refresh)
        print_greys(f, note, config);
    print_step(f, "Contrast 128", note, pmb_panel_contrast(&panel, 128));
    for (int turn = 1; turn < 4; turn++)
        print_step(f, turns[turn], note, pmb_panel_rotate(&panel, (pmb_rotation)turn));
    (void)pmb_panel_rotate(&panel, PMB_ROTATE_0);
    count = 0;
    pause = 0;
    print_step(f, "Sleep", note, pmb_panel_sleep(&panel));
    print_step(f, "Wake", note, pmb_panel_wake(&panel));
    print_glasses(f, note, config);
    return true;
}

int main(int argc, char **argv)
{
    static struct note note;
    if (argc != 3) {
        fprintf(stderr, "usage: pemble-sent NOTES PAGES\n");
        return 2;
    }
    for (int i = 0; i < controller_count(); i++) {
        const struct known_controller *known = controller_at(i);
        char path[512];
        if (!note_of_controller(&note, argv[1], known->name))
            return 1;
        snprintf(path, sizeof path, "%s/%s.md", argv[2], known->name);
        FILE *f = fopen(path, "w");
        const bool good = f && print_page(f, known, &note);
        if (!f || fclose(f) != 0 || !good) {
            fprintf(stderr, "pemble-sent: %s: %s\n", path, f ? "cannot be made" : strerror(errno));
            return 1;
        }
    }
    return 0;
}
