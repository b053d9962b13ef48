/* pcd8544.c - a module with a PCD8544, from docs/controllers/pcd8544.md. */
#include "link.h"
#include "pemble/bench_modules.h"

enum { COLUMNS = 84, BANKS = 6 };

struct pcd8544 {
    struct link link;
    uint8_t memory[BANKS][COLUMNS];
    int x, y;
    bool extended, vertical, power_down, was_reset;
    uint8_t display; /* D and E */
    uint8_t vop, bias, temperature;
};

static void reset(pmb_module *m)
{
    struct pcd8544 *s = m->state;
    s->x = s->y = 0;
    s->extended = s->vertical = false;
    s->power_down = s->was_reset = true;
    s->display = 0;
    s->vop = s->bias = s->temperature = 0;
}

static void write_memory(pmb_module *m, uint8_t byte)
{
    struct pcd8544 *s = m->state;
    m->tally.pixel_bytes++;
    s->memory[s->y][s->x] = byte;
    if (s->vertical) {
        s->y = (s->y + 1) % BANKS;
        if (s->y == 0)
            s->x = (s->x + 1) % COLUMNS;
        return;
    }
    s->x = (s->x + 1) % COLUMNS;
    if (s->x == 0)
        s->y = (s->y + 1) % BANKS;
}

static void extended_command(pmb_module *m, uint8_t command)
{
    struct pcd8544 *s = m->state;
    if (command & 0x80) {
        s->vop = command & 0x7F;
        if (s->vop == 0 && !s->power_down)
            module_complain(m, "Vop is 0, which switches the pump off");
        if (s->vop > 90) /* 8.46 V */
            module_complain(m, "VLCD is set to %d.%02d V: it may be 8.5 V at most",
                            (306 + 6 * s->vop) / 100, (306 + 6 * s->vop) % 100);
    } else if ((command & 0xF8) == 0x10) {
        s->bias = command & 7;
    } else if ((command & 0xFC) == 0x04) {
        s->temperature = command & 3;
    } else if (command != 0) {
        module_complain(m, "command %02Xh does not exist with H = 1", command);
    }
}

static void basic_command(pmb_module *m, uint8_t command)
{
    struct pcd8544 *s = m->state;
    if (command & 0x80 && (command & 0x7F) < COLUMNS)
        s->x = command & 0x7F;
    else if ((command & 0xF8) == 0x40 && (command & 7) < BANKS)
        s->y = command & 7;
    else if ((command & 0xFA) == 0x08)
        s->display = command & 5;
    else if (command != 0)
        module_complain(m, "command %02Xh does not exist, or is out of range", command);
}

static void take(pmb_module *m, bool data, uint8_t byte)
{
    struct pcd8544 *s = m->state;
    if (!s->was_reset)
        module_complain(m, "used without a reset: its registers are not known");
    if (data) {
        write_memory(m, byte);
    } else if ((byte & 0xF8) == 0x20) {
        s->extended = byte & 1;
        s->vertical = byte & 2;
        s->power_down = byte & 4;
    } else if (s->extended) {
        extended_command(m, byte);
    } else {
        basic_command(m, byte);
    }
}

static void render(pmb_module *m)
{
    const struct pcd8544 *s = m->state;
    const bool live = !s->power_down && s->was_reset && s->display != 0;
    /* VLCD = 3.06 V + Vop * 0.06 V; this glass is clear below 5.8 V and full at 6.8 V; where the
     * bias is far from 1/7 or 1/8 it has hardly any contrast. */
    const int millivolts = s->vop ? 3060 + 60 * s->vop : 0;
    const int off_bias = s->bias == 3 || s->bias == 4 ? 0 : s->bias < 3 ? 3 - s->bias : s->bias - 4;
    const int span = millivolts < 5800 ? 0 : millivolts > 6800 ? 1000 : millivolts - 5800;
    const int dark = off_bias ? span / (2 * off_bias) : span;
    const int haze = millivolts > 7400 ? (millivolts - 7400) / 2 : 0;
    for (int y = 0; y < m->options.height; y++)
        for (int x = 0; x < m->options.width; x++) {
            bool driven = s->memory[y / 8][x] >> (y % 8) & 1;
            if (s->display == 1)
                driven = true;
            else if (s->display == 5)
                driven = !driven;
            const int shade = !live ? 0 : driven ? dark : haze > 1000 ? 1000 : haze;
            module_plot(m, x, y, (uint8_t)(202 - shade * 170 / 1000),
                        (uint8_t)(210 - shade * 168 / 1000), (uint8_t)(186 - shade * 138 / 1000));
        }
}

static bool create(pmb_module *m)
{
    struct pcd8544 *s = m->state;
    s->link.take = take;
    s->link.reset = reset;
    s->link.spi_clock_ns = 250;
    s->link.reset_ns = 100;
    if (m->options.bus != PMB_MODULE_SPI || m->options.width != COLUMNS ||
        m->options.height != BANKS * 8 || m->options.column || m->options.row ||
        !link_open(m, &s->link))
        return false;
    module_memory(m, s->memory, sizeof s->memory, 1, 1, 8544);
    return true;
}

static const char *const pins[] = {"GND", "VCC", "SCL", "SDA", "DC", "CS", "RES", "BLK", NULL};

const pmb_module_type pmb_sim_pcd8544 = {
    "PCD8544", pins, sizeof(struct pcd8544), create, link_pin_changed, render, NULL};
