/* command.c - a board for the command: an OLED at 0x3C, and paper on SPI, behind the stand-in for
 * the kernel. PEMBLE_UNPLUGGED: nothing is there. PEMBLE_FAIL_AT: the
 * first of five transfers that fail. PEMBLE_TOUCH: a sensor lies on the OLED, and a finger taps it
 * and drags over it. The glasses are left as oled.png and paper.png.
 */
#include <errno.h>
#include <stdlib.h>
#include "kernel.h"
#include "pemble/bench_touch.h"
#include "pemble/pemble.h"

static pmb_module *oled, *paper;

static void leave(void)
{
    if (oled && paper) {
        (void)pmb_module_save_png(oled, "oled.png", 0);
        (void)pmb_module_save_png(paper, "paper.png", 0);
    }
}

static void place_finger(void)
{
    static const pmb_touch_config sensor = {.kind = &pmb_ft6x36};
    static const int plan[][3] = {{1500, 20, 30}, {1600, -1, 0},  {2500, 40, 20}, {2600, 60, 30},
                                  {2700, 90, 50}, {3200, 90, 50}, {3300, -1, 0}};
    pmb_module *module = pmb_bench_place_touch(kernel.bench, &sensor, (pmb_size){128, 64});
    pmb_input *finger = pmb_bench_place_finger(kernel.bench, module);
    for (size_t i = 0; i < sizeof plan / sizeof plan[0]; i++)
        (void)pmb_input_plan(finger, (uint32_t)plan[i][0], plan[i][1], plan[i][2]);
}

__attribute__((constructor)) static void begin(void)
{
    static const pmb_panel_config i2c = {
        .controller = &pmb_ssd1306, .size = {128, 64}, .bus = {.kind = &pmb_i2c}};
    static const pmb_panel_config spi = {
        .controller = &pmb_uc8151,
        .size = {128, 296},
        .bus = {.kind = &pmb_spi, .select = PMB_PIN(8), .data_command = PMB_PIN(25)},
        .reset = PMB_PIN(27),
        .busy = PMB_PIN(24),
        .rotate = PMB_ROTATE_90,
    };
    kernel_start();
    /* From the n-th transfer on the panel is unplugged for a while. */
    const char *fails = getenv("PEMBLE_FAIL_AT");
    kernel.fail_at = fails ? atoi(fails) : 0;
    kernel.fail_error = ENODEV;
    kernel.fail_count = fails ? 5 : 0;
    /* GPIO5 is pressed and let go. */
    if (getenv("PEMBLE_PRESS")) {
        kernel_edge(5, false, 1);
        kernel_edge(5, true, 2);
    }
    if (getenv("PEMBLE_UNPLUGGED"))
        return;
    oled = pmb_bench_place_panel(kernel.bench, &i2c);
    paper = pmb_bench_place_panel(kernel.bench, &spi);
    pmb_module_set_label(oled, "oled-0.96-i2c");
    pmb_module_set_label(paper, "paper-2.9-uc");
    if (getenv("PEMBLE_TOUCH"))
        place_finger();
    atexit(leave);
}
