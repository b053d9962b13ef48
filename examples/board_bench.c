/* board_bench.c - the examples' board, simulated. */
#include "board.h"

#include <errno.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include "pemble/bench.h"
#include "files.h"
#include "pemble/bench_inputs.h"
#include "pemble/bench_live.h"
#include "pemble/bench_touch.h"
#include "pixmap.h"

enum { MOST = 4 };

static pmb_bench *bench;
static pmb_module *modules[MOST];
static int count;
static pmb_input *devices[PMB_INPUT_DEVICES];
static bool has_inputs;

const pmb_port *board_start(const pmb_panel_config *const panels[])
{
    bench = pmb_bench_new();
    for (count = 0; bench && count < MOST && panels[count]; count++) {
        modules[count] = pmb_bench_place_panel(bench, panels[count]);
        if (!modules[count]) {
            fprintf(stderr, "the bench has no module for panel %d\n", count + 1);
            exit(1);
        }
    }
    if (!bench)
        return NULL;
    static const pmb_pin pins[4][2] = {{BOARD_BUTTON, PMB_PIN_NONE},
                                       {BOARD_KNOB_A, BOARD_KNOB_B},
                                       {BOARD_STICK_ACROSS, BOARD_STICK_UP},
                                       {BOARD_TILT_ACROSS, BOARD_TILT_DOWN}};
    for (int i = 0; i < 4; i++)
        devices[i] = pmb_bench_place_input(bench, (pmb_input_kind)i, pins[i][0], pins[i][1]);
    devices[5] = pmb_bench_place_input(bench, PMB_INPUT_BUTTON, BOARD_SECOND_BUTTON, PMB_PIN_NONE);
    return pmb_bench_port(bench);
}

void board_touch(const pmb_touch_config *sensor, const pmb_panel_config *panel)
{
    pmb_module *module = pmb_bench_place_touch(bench, sensor, panel->size);
    if (!module || !(devices[4] = pmb_bench_place_finger(bench, module))) {
        fprintf(stderr, "the bench has no such touch sensor\n");
        exit(1);
    }
}

void board_beep(uint16_t hertz)
{
    pmb_bench_sound(bench, hertz);
}

uint32_t board_milliseconds(void)
{
    return (uint32_t)(pmb_bench_now(bench) / 1000000);
}

const pmb_directory *board_card(void)
{
    static pmb_directory *card;
    if (!card)
        card = pmb_linux_directory(CARD, pixmap_of_image);
    return card;
}

static bool save(const char *name, int number)
{
    char path[256];
    if (count == 1)
        snprintf(path, sizeof path, "%s.png", name);
    else
        snprintf(path, sizeof path, "%s-%d.png", name, number + 1);
    const bool saved = pmb_module_save_png(modules[number], path, 0);
    if (saved)
        printf("%s: a simulated %s after %lu ms, complaints: %u\n", path,
               pmb_module_label(modules[number]), (unsigned long)board_milliseconds(),
               pmb_module_complaint_count(modules[number]));
    else
        fprintf(stderr, "%s: %s\n", path, strerror(errno));
    return saved;
}

/* What the inputs of this program do; without a file nobody touches them. Whoever watches has the
 * usual ones in hand. */
static void read_inputs(const char *name)
{
    const char *path = getenv("PEMBLE_INPUTS");
    char usual[512];
    snprintf(usual, sizeof usual, "%s/%s.csv", INPUTS, name);
    FILE *f = pmb_bench_is_live(bench) ? NULL : fopen(usual, "r");
    if (f)
        fclose(f);
    const char *wrong = path || f ? pmb_inputs_read(path ? path : usual, devices) : NULL;
    if (wrong) {
        fprintf(stderr, "%s\n", wrong);
        exit(1);
    }
}

bool board_running(const char *name, uint32_t milliseconds)
{
    if (!has_inputs)
        read_inputs(name);
    has_inputs = true;
    if (board_milliseconds() < milliseconds || pmb_bench_is_live(bench))
        return true;
    bool good = true;
    for (int i = 0; i < count; i++)
        good = save(name, i) && good;
    pmb_bench_free(bench);
    pmb_linux_directory_close((pmb_directory *)(uintptr_t)board_card());
    if (!good)
        exit(1);
    return false;
}
