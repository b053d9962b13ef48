/* budget.c - pemble budget: what a panel and its assets cost in memory and time. */
#include "command.h"

#include <errno.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include "output.h"
#include "pemble/bench_budget.h"
#include "stage.h"

static const struct usage usage = {
    .name = "budget",
    .arguments = "CONFIG [ASSET...] [--only NAME] [--flash SIZE]",
    .text =
        "Says what a panel costs. It lists the RAM of its buffer for each height of a band. It\n"
        "measures on the simulated wire what the bus allows: bytes and milliseconds for a full\n"
        "frame, and the most frames a second. For e-paper it estimates the charge of each\n"
        "refresh. For assets (fonts, pictures and reels as files or as "
        "C\n"
        "sources) it says how much flash each takes, and how much RAM drawing it takes.\n",
    .examples = "  pemble budget assets/quay/gangway.ini\n"
                "  pemble budget kiosk.ini harbour.pbp ferry.pbr sans14.pmf --flash 256k\n",
};

/* The heights that are worth saying: powers of two lines of the controller, and all. */
static void say_memory(const pmb_budget *budget)
{
    printf("buffer            rows  bytes of RAM\n");
    for (int lines = 1; lines * budget->line_rows < budget->rows; lines *= 2)
        printf("  band           %5d  %9zu\n", lines * budget->line_rows,
               (size_t)lines * budget->line_bytes);
    printf("  whole frame    %5d  %9zu\n", budget->rows, budget->whole_bytes);
    printf("  tiles, to send only what changed: %zu more; a mirror, to send just that: %zu more\n",
           budget->tile_bytes, budget->mirror_bytes);
}

static void say_time(const struct pmb_frame_cost *frame)
{
    const double ms = (double)frame->nanoseconds / 1e6;
    printf("a full frame      %llu bytes on the wire in %llu transfers, ",
           (unsigned long long)frame->bytes, (unsigned long long)frame->transfers);
    if (ms > 1000)
        printf("%.1f s with its refresh\n", ms / 1000);
    else
        printf("%.1f ms: at most %.1f frames a second\n", ms, 1000 / ms);
    printf("                  simulated, at the clock of the configuration\n");
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

static int say_panel(struct stage *stage, int number)
{
    struct act *act = &stage->acts[number];
    pmb_budget budget;
    const pmb_status status = pmb_budget_measure(&budget, stage->bench, &act->screen);
    if (status != PMB_OK)
        return stage_failed(stage, number, status);
    printf("%s, %dx%d, %s\n", act->setup->known->title, act->panel.size.w, act->panel.size.h,
           act->setup->type);
    say_memory(&budget);
    say_time(&budget.frame);
    say_charge(&budget);
    return DONE;
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
        {"only", '\0', POPT_ARG_STRING, &panel, 0,
         "which panel of the file; the first if not given", "NAME"},
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
        const int number = setup_find(&setup, panel);
        status = number < 0 ? BAD_USE : stage_open(&stage, number, 1);
        if (status == DONE)
            status = say_panel(&stage, number);
        if (status == DONE)
            status = say_assets(&line, bytes);
    }
    status = stage_close(&stage, status);
    line_done(&line);
    return status;
}

const struct command command_budget = {"budget", "say what a panel and assets cost", run};
