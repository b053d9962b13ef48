/* replay.c - does on the bench what a processor wrote down (wire.c, on standard input), and fails
 * unless the glass is the one that the driver gives here, without complaints. */
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include "pemble/bench.h"
#include "wire.h"

enum { MOST = 1 << 16 };

static pmb_bench *bench_with(pmb_module **module)
{
    pmb_bench *bench = pmb_bench_new();
    *module = bench ? pmb_bench_place_panel(bench, &wire_panel) : NULL;
    if (!*module)
        exit(2);
    return bench;
}

static int act(const pmb_port *port, char *line)
{
    static uint8_t bytes[MOST];
    unsigned pin, level, byte;
    unsigned long time;
    if (sscanf(line, "p %u %u", &pin, &level) == 2) {
        port->pin_write(port->context, PMB_PIN(pin), level != 0);
    } else if (sscanf(line, "w %lu", &time) == 1) {
        port->wait_us(port->context, (uint32_t)time);
    } else if (strncmp(line, "s ", 2) == 0) {
        size_t count = 0;
        for (const char *at = line + 2; count < MOST && sscanf(at, "%2x", &byte) == 1; at += 2)
            bytes[count++] = (uint8_t)byte;
        return port->spi(port->context, &wire_panel.bus, bytes, NULL, count) == PMB_OK;
    } else {
        return 0;
    }
    return 1;
}

int main(void)
{
    static char line[2 * MOST + 8];
    static uint8_t buffer[128 * 160 * 2];
    pmb_module *replayed, *driven;
    pmb_bench *there = bench_with(&replayed), *here = bench_with(&driven);
    pmb_panel panel;
    pmb_screen screen;
    int lines = 0;
    for (; fgets(line, sizeof line, stdin); lines++)
        if (!act(pmb_bench_port(there), line)) {
            fprintf(stderr, "replay: line %d is not understood: %.60s\n", lines + 1, line);
            return 1;
        }
    int16_t step = 1;
    if (pmb_panel_open(&panel, &wire_panel, pmb_bench_port(here)) != PMB_OK ||
        pmb_screen_init(&screen, &panel, buffer, sizeof buffer, NULL, 0) != PMB_OK ||
        pmb_screen_paint(&screen, wire_paint, &step) != PMB_OK)
        return 1;
    const pmb_glass_view a = pmb_module_glass(replayed), b = pmb_module_glass(driven);
    const int same = memcmp(a.rgb, b.rgb, 3 * (size_t)a.width * (size_t)a.height) == 0;
    const unsigned complaints = pmb_module_complaint_count(replayed);
    if (!same || complaints > 0)
        fprintf(stderr, "replay: %s; %u complaints\n", same ? "the same glass" : "another glass",
                complaints);
    pmb_bench_free(there);
    pmb_bench_free(here);
    return !same || complaints > 0;
}
