/* budget.c - pemble budget: what a panel and its assets cost in memory and time. */
#include "command.h"

#include <errno.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include "costs.h"
#include "output.h"
#include "pemble/bench_budget.h"
#include "stage.h"

static const struct usage usage = {
    .name = "budget",
    .arguments = "CONFIG [ASSET...] [--only NAME] [--flash SIZE]",
    .text =
        "Says what panels cost. It lists the RAM of their buffers for each height of a band. It\n"
        "measures on the simulated wire what the bus allows: bytes and milliseconds for a full\n"
        "frame and for a small change, the most frames a second, and what the panels on one\n"
        "bus take together. For e-paper it estimates the charge of each refresh. For assets\n"
        "(fonts, pictures and reels as files or as C sources) it says how much flash each\n"
        "takes, and how much RAM drawing it takes. Tables say what the library's code and\n"
        "structs take on two small processors.\n",
    .examples = "  pemble budget assets/quay/gangway.ini\n"
                "  pemble budget kiosk.ini harbour.pbp ferry.pbr sans14.pmf --flash 256k\n",
};

/* The bands that are worth saying: powers of two lines of the controller, and all. */
static void say_memory(const pmb_budget *budget)
{
    printf("buffer         %7s  bytes of RAM\n", budget->columns ? "columns" : "rows");
    for (int n = 1; n * budget->least_depth < budget->whole_depth; n *= 2)
        printf("  band           %5d  %9zu\n", n * budget->least_depth,
               (size_t)n * budget->least_bytes);
    printf("  whole frame    %5d  %9zu\n", budget->whole_depth, budget->whole_bytes);
    printf("  tiles, to send only what changed: %zu more; a mirror, to send just that: %zu more\n",
           budget->tile_bytes, budget->mirror_bytes);
    if (budget->draft_bytes > 0)
        printf("  a draft, to paint only what changed: %zu more (not on AVR)\n",
               budget->draft_bytes);
}

static void say_time(const pmb_budget *budget)
{
    const struct pmb_frame_cost *frame = &budget->frame, *change = &budget->change;
    const double ms = (double)frame->nanoseconds / 1e6;
    printf("a full frame      %llu bytes on the wire in %llu transfers, ",
           (unsigned long long)frame->bytes, (unsigned long long)frame->transfers);
    if (ms > 1000)
        printf("%.1f s with its refresh\n", ms / 1000);
    else
        printf("%.1f ms: at most %.1f frames a second\n", ms, 1000 / ms);
    if (change->bytes > 0)
        printf(
            "a change of 32x16 %llu bytes on the wire in %llu transfers, %.1f ms, with a mirror\n",
            (unsigned long long)change->bytes, (unsigned long long)change->transfers,
            (double)change->nanoseconds / 1e6);
    printf("                  simulated, at the clock of the configuration\n");
}

/* What the library takes for the panel and its screen on small processors. */
static void say_code(const struct known_controller *known)
{
    const struct code_cost *own = costs_of_controllers;
    const struct code_cost *const end = own + sizeof costs_of_controllers / sizeof *own;
    while (own < end && strcmp(own->what, known->symbol) != 0)
        own++;
    if (own == end)
        return;
    printf("code and structs  %d bytes of flash and %d of RAM on a Cortex-M0", own->cortex,
           costs_of_structs[0].cortex + costs_of_structs[1].cortex);
    if (own->avr > 0)
        printf("; %d and %d on an AVR", own->avr,
               costs_of_structs[0].avr + costs_of_structs[1].avr);
    printf("\n");
}

static void say_drawing(void)
{
    printf("code that drawing adds           AVR  Cortex-M0\n");
    for (size_t i = 0; i < sizeof costs_of_drawing / sizeof costs_of_drawing[0]; i++) {
        const struct code_cost *more = &costs_of_drawing[i];
        if (more->avr > 0)
            printf("  %-27s %6d %10d\n", more->what, more->avr, more->cortex);
        else
            printf("  %-27s %6s %10d\n", more->what, "-", more->cortex);
    }
    printf("  bytes of flash, measured with -Os and each by itself; AVR with PMB_SMALL\n");
}

/* The charge of each refresh of e-paper, and what that is assumed from. */
static void say_charge(const pmb_budget *budget)
{
    static const char *const kinds[] = {"full", "fast", "partial", "greys"};
    const double microcoulombs = 1000.0 * 3600 * 1000; /* of 1000 mAh */
    if (budget->drive_microamperes == 0)
        return;
    printf("refresh        seconds  charge, mC  refreshes from 1000 mAh\n");
    for (int i = 0; i <= PMB_REFRESH_GREYS; i++) {
        const struct pmb_refresh_cost *cost = &budget->refreshes[i];
        if (cost->nanoseconds > 0)
            printf("  %-10s %9.1f  %10.1f  %23.0f\n", kinds[i], (double)cost->nanoseconds / 1e9,
                   cost->microcoulombs / 1000.0, microcoulombs / cost->microcoulombs);
    }
    printf(
        "  estimated at 25 degrees: %.0f mA from 3.3 V while the paper is driven; asleep %d uA,\n"
        "  %.0f mAh a year; without the processor\n",
        budget->drive_microamperes / 1000.0, PMB_ASLEEP_MICROAMPERES,
        PMB_ASLEEP_MICROAMPERES * 24 * 365 / 1000.0);
}

static int say_panel(struct stage *stage, int number, pmb_budget *budget)
{
    struct act *act = &stage->acts[number];
    int status = stage_open(stage, number, 1);
    if (status != DONE)
        return status;
    const pmb_status measured = pmb_budget_measure(budget, stage->bench, &act->screen);
    if (measured != PMB_OK)
        return stage_failed(stage, number, measured);
    if (act->setup->name[0])
        printf("%s: ", act->setup->name);
    printf("%s, %dx%d, %s\n", act->setup->known->title, act->panel.size.w, act->panel.size.h,
           act->setup->type);
    say_memory(budget);
    say_time(budget);
    say_charge(budget);
    say_code(act->setup->known);
    return DONE;
}

static bool is_same_bus(const struct panel_setup *a, const struct panel_setup *b)
{
    return strcmp(a->type, b->type) == 0 && a->config.bus.unit == b->config.bus.unit;
}

/* What the panels from one on take together that are on its bus, if it is the first there. */
static void say_bus(const struct setup *setup, int first, const pmb_budget *budgets)
{
    const struct panel_setup *panels = setup->panels;
    struct pmb_frame_cost all = {0};
    int count = 0;
    for (int i = 0; i < setup->count; i++) {
        if (!is_same_bus(&panels[first], &panels[i]))
            continue;
        if (i < first)
            return;
        all.bytes += budgets[i].frame.bytes;
        all.nanoseconds += budgets[i].frame.nanoseconds;
        count++;
    }
    if (count > 1)
        printf("the %d panels on %s %d: a frame of each %llu bytes, %.1f ms\n", count,
               panels[first].type, panels[first].config.bus.unit, (unsigned long long)all.bytes,
               (double)all.nanoseconds / 1e6);
}

static int say_panels(struct stage *stage, const struct setup *setup, const char *only)
{
    static pmb_budget budgets[MOST_PANELS];
    if (only) {
        const int number = setup_find(setup, only);
        const int status = number < 0 ? BAD_USE : say_panel(stage, number, &budgets[number]);
        if (status == DONE)
            say_drawing();
        return status;
    }
    int status = DONE;
    for (int i = 0; i < setup->count && status == DONE; i++)
        status = say_panel(stage, i, &budgets[i]);
    for (int i = 0; i < setup->count && status == DONE; i++)
        say_bus(setup, i, budgets);
    if (status == DONE)
        say_drawing();
    return status;
}

/* All bytes of a file; NULL, having said why, when it cannot be read. */
static uint8_t *read_file(const char *path, size_t *size)
{
    FILE *f = fopen(path, "rb");
    uint8_t *bytes = f ? malloc(1 << 24) : NULL;
    if (!bytes) {
        complain("%s: %s", path, strerror(errno));
        if (f)
            fclose(f);
        return NULL;
    }
    *size = fread(bytes, 1, 1 << 24, f);
    fclose(f);
    return bytes;
}

/* The bytes that a C source made by us has in its array. */
static size_t bytes_of_source(uint8_t *bytes, size_t size)
{
    char *at = memchr(bytes, '{', size);
    size_t count = 0;
    bytes[size < (1 << 24) ? size : (1 << 24) - 1] = '\0';
    if (!at || !strstr((char *)bytes, "pemble/"))
        return 0;
    for (at++; *at && *at != '}';) {
        char *end;
        const unsigned long value = strtoul(at, &end, 10);
        if (end == at) {
            at++;
            continue;
        }
        bytes[count++] = (uint8_t)value; /* never further than it has been read */
        at = end;
    }
    return count;
}

/* One line for an asset; its bytes, or 0, having said why, when it is none. */
static size_t say_asset(const char *path)
{
    size_t size;
    uint8_t *bytes = read_file(path, &size);
    if (!bytes)
        return 0;
    if (ends_with(path, ".c"))
        size = bytes_of_source(bytes, size);
    const pmb_picture picture = {{bytes, (uint32_t)size, NULL}};
    const pmb_font font = {bytes, (uint32_t)size};
    pmb_picture_info info;
    if (pmb_font_check(&font) == PMB_OK) {
        printf("  %-26s %8zu  font\n", path, size);
    } else if (pmb_picture_check(&picture) == PMB_OK &&
               pmb_picture_measure(&picture, &info) == PMB_OK) {
        const size_t playing = pmb_reel_memory(&picture);
        printf("  %-26s %8zu  %s of %dx%d", path, size, playing ? "reel" : "picture", info.size.w,
               info.size.h);
        if (playing)
            printf(", %u frames, %lu ms; %lu bytes of RAM to play it\n", info.frames,
                   (unsigned long)info.milliseconds, (unsigned long)playing);
        else
            printf("; %lu bytes of RAM to draw it, %lu to decode it once for all bands\n",
                   (unsigned long)info.memory, (unsigned long)info.memory + PMB_PICTURE_BOOKMARK);
    } else {
        complain("%s: no font, picture or reel of this version, or damaged", path);
        size = 0;
    }
    free(bytes);
    return size;
}

static int say_assets(const struct line *line, unsigned long flash)
{
    size_t all = 0;
    int status = DONE;
    if (line->count > 1)
        printf("asset                      bytes of flash\n");
    for (int i = 1; i < line->count; i++) {
        const size_t size = say_asset(line->words[i]);
        status = size == 0 ? FAILED : status;
        all += size;
    }
    if (line->count > 1)
        printf("  %-26s %8zu\n", "together", all);
    if (flash > 0 && line->count > 1)
        printf("  %s %lu: %ld %s\n", "of", flash, labs((long)flash - (long)all),
               all <= flash ? "are left" : "too many");
    return status;
}

static int run(int argc, const char **argv)
{
    char *panel = NULL, *flash = NULL;
    struct poptOption options[] = {
        {"only", '\0', POPT_ARG_STRING, &panel, 0, "which panel of the file; all if not given",
         "NAME"},
        {"flash", '\0', POPT_ARG_STRING, &flash, 0,
         "the size of the flash; says what is left, such as 256k", "SIZE"},
        POPT_TABLEEND,
    };
    static struct setup setup;
    struct stage stage;
    struct line line;
    int status;
    if (!line_read(&line, &usage, options, argc, argv, 1, MOST_WORDS, &status))
        return status;
    status = stage_read(&stage, &setup, line.words[0], &(struct stage_options){0});
    unsigned long bytes = 0;
    if (status == DONE && flash && !size_of_text(flash, &bytes)) {
        complain("--flash %s: possible is a number of bytes, or of kilobytes with a k", flash);
        status = BAD_USE;
    }
    if (status == DONE) {
        status = say_panels(&stage, &setup, panel);
        if (status == DONE)
            status = say_assets(&line, bytes);
    }
    status = stage_close(&stage, status);
    line_done(&line);
    return status;
}

const struct command command_budget = {"budget", "say what a panel and assets cost", run, true};
