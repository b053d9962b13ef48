/* oled_bench.c - the OLED scene on the bench: prints its glass as the simulator of the AVR does,
 * and how long the bus takes for the last of three paints. */
#include <stdio.h>
#include "pemble/bench.h"
#include "oled.h"
#include "pemble/families.h"

int main(void)
{
    static uint8_t band[128];
    /* An AVR addresses page by page: PMB_WINDOWS. */
    pmb_paged pages = *(const pmb_paged *)oled.controller->detail;
    pmb_controller controller = *oled.controller;
    pmb_panel_config config = oled;
    pages.has_window = false;
    controller.detail = &pages;
    config.controller = &controller;
    pmb_bench *bench = pmb_bench_new();
    pmb_module *module = pmb_bench_place_panel(bench, &oled);
    pmb_panel panel;
    pmb_screen screen;
    uint64_t began = 0;
    if (pmb_panel_open(&panel, &config, pmb_bench_port(bench)) != PMB_OK ||
        pmb_screen_init(&screen, &panel, band, sizeof band, NULL, 0) != PMB_OK)
        return 1;
    for (int16_t step = 0; step < 3; step++) {
        began = pmb_bench_now(bench);
        if (pmb_screen_paint(&screen, oled_paint, &step) != PMB_OK)
            return 1;
    }
    fprintf(stderr, "bus %llu ns\n", (unsigned long long)(pmb_bench_now(bench) - began));
    const pmb_glass_view glass = pmb_module_glass(module);
    for (int y = 0; y < glass.height; y++) {
        for (int x = 0; x < glass.width; x++)
            putchar(glass.rgb[3 * (y * glass.width + x)] > 60 ? '#' : '.');
        putchar('\n');
    }
    const unsigned complaints = pmb_module_complaint_count(module);
    pmb_bench_free(bench);
    return complaints > 0;
}
